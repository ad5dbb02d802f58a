"use client";
import { useAtDevice } from "../kept/at-device";
import { useWho } from "../kept/use-who";

/** Who is at this bench; kept on this tablet. */
export const WhoField = ({ label, className, room }: { label: string; className: string; room: string }) => {
  const [who, setWho] = useWho();
  const at = useAtDevice();
  return (
    <label className={`flex items-center gap-2 ${className}`}>
      {label}
      <input
        className={`min-h-12 border border-rule bg-paper px-2 ${room}`}
        value={who}
        maxLength={60}
        readOnly={at !== null}
        placeholder="name"
        autoComplete="off"
        onChange={(e) => setWho(e.target.value)}
      />
    </label>
  );
};
