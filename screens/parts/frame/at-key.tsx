"use client";
import { useCallback, useEffect, useState } from "react";
import { useAtDevice } from "../kept/at-device";
import { useLockKey } from "../kept/kept-choice";
import { signInAgain } from "../kept/sign-in-again";

/** Leaves this device to the next: it stays let in, and asks who is there. @returns whether the record answered */
const lock = async (): Promise<boolean> => {
  const answer = await fetch("/api/sign-in/lock", {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: "{}",
  }).catch(() => null);
  if (answer?.ok) signInAgain();
  return answer?.ok ?? false;
};

/** ms that it stands there that it could not. */
const TOLD_FOR = 4000;

/** The first letters of a name's parts, two at most. */
const initials = (name: string): string =>
  name
    .split(/\s+/)
    .slice(0, 2)
    .map((part) => [...part][0] ?? "")
    .join("")
    .toUpperCase();

interface AtKeyProps {
  /** Where the order of work needs the room. */
  readonly short?: boolean;
  readonly className?: string;
}

/** Who is at this device; tapped it asks who is there now. */
export const AtKey = ({ short = false, className = "" }: AtKeyProps) => {
  const at = useAtDevice();
  const [lockKey] = useLockKey();
  const [unlocked, setUnlocked] = useState(false);
  const leave = useCallback(async () => {
    if (await lock()) return;
    setUnlocked(true);
    setTimeout(() => setUnlocked(false), TOLD_FOR);
  }, []);
  useEffect(() => {
    if (!at) return;
    const press = (event: KeyboardEvent) => {
      if (lockKey !== "" && event.key === lockKey && !event.repeat) void leave();
    };
    addEventListener("keydown", press);
    return () => removeEventListener("keydown", press);
  }, [at, leave, lockKey]);
  if (!at) return null;
  return (
    <>
      <button
        type="button"
        onClick={() => void leave()}
        aria-label={`${at.name} is at this device; lock it`}
        className={`flex min-w-14 items-center gap-2 px-3 text-base ${className}`}
      >
        <svg width="18" height="22" viewBox="0 0 18 22" aria-hidden="true" className="shrink-0">
          <path d="M4 10V6a5 5 0 0 1 10 0v4M2 10h14v10H2Z" fill="none" stroke="currentColor" strokeWidth="2" />
        </svg>
        <span className="max-w-28 truncate max-sm:portrait:hidden">{short ? initials(at.name) : at.name}</span>
      </button>
      {unlocked && (
        <p role="alert" className="fixed inset-x-0 bottom-0 z-20 border-t-2 border-ink bg-paper p-4 text-xl font-bold">
          The record cannot be reached: who is here stays {at.name}. Lock the device's own screen.
        </p>
      )}
    </>
  );
};
