"use client";
import { create } from "qrcode";
import { useEffect, useState } from "react";
import { changeRecord } from "../parts/kept/change-record";
import { saidOf } from "../parts/kept/sent";

interface Code {
  readonly code: string;
  readonly until: string;
}

/** The address as a picture for the new device's camera: dark where the code is, whatever the page's colours. */
const Picture = ({ text }: { text: string }) => {
  const { modules } = create(text, { errorCorrectionLevel: "M" });
  const { size, data } = modules;
  const dark: string[] = [];
  for (let y = 0; y < size; y++)
    for (let x = 0; x < size; x++) if (data[y * size + x]) dark.push(`M${x + 4} ${y + 4}h1v1h-1z`);
  return (
    <svg
      viewBox={`0 0 ${size + 8} ${size + 8}`}
      className="w-64 max-w-full"
      role="img"
      aria-label="the code as a picture for a camera"
    >
      <path d={`M0 0h${size + 8}v${size + 8}h-${size + 8}z`} fill="#f5f2ea" />
      <path d={dark.join("")} fill="#1e2526" shapeRendering="crispEdges" />
    </svg>
  );
};

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
          <Picture text={`${address}/sign-in?code=${code.code}`} />
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
