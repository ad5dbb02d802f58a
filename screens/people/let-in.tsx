"use client";
import { useEffect, useState } from "react";
import { CodePicture } from "../parts/frame/code-picture";
import { changeRecord } from "../parts/kept/change-record";
import { saidOf } from "../parts/kept/sent";

interface Code {
  readonly code: string;
  readonly until: string;
}

/** A code that lets one device in, shown here for five minutes. */
export const LetIn = ({ addresses }: { addresses: readonly string[] }) => {
  const [code, setCode] = useState<Code | null>(null);
  const [left, setLeft] = useState(0);
  const [message, setMessage] = useState<string | null>(null);
  useEffect(() => {
    if (!code) return;
    const look = () => {
      const seconds = Math.max(0, Math.ceil((Date.parse(code.until) - Date.now()) / 1000));
      setLeft(seconds);
      if (seconds === 0) setCode(null);
    };
    look();
    const timer = setInterval(look, 1000);
    return () => clearInterval(timer);
  }, [code]);
  // As this device reached it, unless that means this machine alone.
  const [address, ...others] = /^(localhost|127\.)/.test(
    typeof location === "undefined" ? "localhost" : location.hostname,
  )
    ? addresses
    : [location.origin, ...addresses.filter((a) => a !== location.origin)];
  const show = async () => {
    const sent = await changeRecord<Code>("/api/devices/pairing", {});
    if (sent.state === "taken") {
      setCode(sent.value);
      setMessage(null);
    } else setMessage(saidOf(sent));
  };
  return (
    <div className="flex flex-col gap-3 px-4 py-2 text-lg">
      {code ? (
        <>
          <p>
            On the new device open <b className="break-all">{address}/sign-in</b> and type
          </p>
          <p className="font-mono text-4xl font-bold" data-testid="code">
            {code.code}
          </p>
          <p>or point its camera here. It lets one device in, within {left} s.</p>
          <CodePicture text={`${address}/sign-in?code=${code.code}`} />
          {others.length > 0 && (
            <p className="text-base">It finds no page there? Then {others.join(", ")} is the same.</p>
          )}
        </>
      ) : (
        <>
          <p>The new device must trust the workshop first: the address for that stands on the machine's own screen.</p>
          <button type="button" onClick={() => void show()} className="min-h-14 bg-ink text-xl text-paper">
            let a device in
          </button>
        </>
      )}
      {message && <p role="alert">{message}</p>}
    </div>
  );
};
