import { useRef } from "react";

/** A hand on a greasy key presses twice: a second press within this many ms is the same press. */
const BOUNCE_MS = 250;

/** Whether a key was pressed only just now. */
export const useBounce = (): ((key: string) => boolean) => {
  const last = useRef({ key: "", at: 0 });
  return (key) => {
    const now = performance.now();
    const again = last.current.key === key && now - last.current.at < BOUNCE_MS;
    last.current = { key, at: now };
    return again;
  };
};
