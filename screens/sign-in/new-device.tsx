"use client";
import { type FormEvent, useState } from "react";
import { askIn } from "./ask-in";
import { LineField } from "./line-field";
import { SendKey } from "./send-key";

interface NewDeviceProps {
  /** As it came with the address, where it will do. */
  readonly code: string | null;
  /** One came, and will not do. */
  readonly refused: boolean;
  readonly to: string;
  readonly onIn: () => void;
}

/** A device that was not let in yet: by a code shown on one that is, or by the owner's password. */
export const NewDevice = ({ code: given, refused, to, onIn }: NewDeviceProps) => {
  const [code, setCode] = useState(given ?? "");
  const [device, setDevice] = useState("");
  const [byPassword, setByPassword] = useState(false);
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const [message, setMessage] = useState<string | null>(
    refused ? "that code is wrong, was used, or is too old; have a new one shown on a device that is in" : null,
  );
  const send = async (event: FormEvent) => {
    event.preventDefault();
    const said = await (byPassword ? askIn("password", { name, password, device }) : askIn("pair", { code, device }));
    setMessage(said);
    if (said !== null) return;
    // With a code nobody is at it yet; a password says who.
    if (byPassword) onIn();
    else location.assign(to === "/" ? "/sign-in" : `/sign-in?to=${encodeURIComponent(to)}`);
  };
  return (
    <form className="flex flex-col gap-4" onSubmit={(e) => void send(e)}>
      {byPassword ? (
        <>
          <LineField label="the owner's name" value={name} onType={setName} complete="username" first />
          <LineField
            label="password"
            value={password}
            onType={setPassword}
            kind="password"
            complete="current-password"
          />
        </>
      ) : (
        <>
          <p className="text-lg">
            Somebody who is in shows a code: Settings, people and devices, <b>let a device in</b>. It lasts five
            minutes.
          </p>
          <LineField label="code" value={code} onType={setCode} kind="code" first={given === null} />
        </>
      )}
      <LineField
        label="what this device is called, such as bench tablet"
        value={device}
        onType={setDevice}
        first={given !== null}
      />
      <SendKey label="let it in" message={message} />
      <button
        type="button"
        className="min-h-12 text-lg underline"
        onClick={() => {
          setMessage(null);
          setByPassword(!byPassword);
        }}
      >
        {byPassword ? "by a code instead" : "no device at hand that is in: by the owner's password"}
      </button>
    </form>
  );
};
