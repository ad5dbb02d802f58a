"use client";
import { useEffect, useState } from "react";

/** Keys that mean something everywhere and cannot be given another meaning. */
const NOT_THESE = ["Tab", "Escape", "Backspace", "Enter", " "];

interface LearntKeyProps {
  readonly className: string;
  /** What it does: `foot pedal`. */
  readonly label: string;
  /** As the browser names it; empty for none. */
  readonly value: string;
  /** Asked while it waits for the press. */
  readonly ask: string;
  /** Whether a key is needed for something else where this one is used. */
  readonly isTaken: (key: string) => boolean;
  readonly onLearn: (key: string) => void;
}

/** Learns which key does something by having it pressed; tapped again it is forgotten. */
export const LearntKey = ({ className, label, value, ask, isTaken, onLearn }: LearntKeyProps) => {
  const [learning, setLearning] = useState(false);
  const [message, setMessage] = useState<string | null>(null);
  useEffect(() => {
    if (!learning) return;
    const press = (e: KeyboardEvent) => {
      e.preventDefault();
      e.stopPropagation();
      setLearning(false);
      if (e.key === "Escape") return;
      if (NOT_THESE.includes(e.key) || isTaken(e.key))
        return setMessage(`${e.key === " " ? "Space" : e.key} has its own meaning; take another key`);
      setMessage(null);
      onLearn(e.key);
    };
    window.addEventListener("keydown", press, true);
    return () => window.removeEventListener("keydown", press, true);
  }, [learning, isTaken, onLearn]);
  return (
    <>
      <button
        type="button"
        className={className}
        onClick={() => {
          setMessage(null);
          if (value === "") setLearning(true);
          else onLearn("");
        }}
      >
        <span>{learning ? ask : value === "" ? label : `${label}; tap to forget it`}</span>
        <b>{learning ? "…" : value || "none"}</b>
      </button>
      {message && (
        <p role="alert" className="px-4 py-2 text-lg font-bold">
          {message}
        </p>
      )}
    </>
  );
};
