"use client";
import { useEffect, useState } from "react";
import { usePedal } from "../parts/kept/kept-choice";

/** Keys that mean something everywhere and cannot be a pedal's. */
const NOT_THESE = ["Tab", "Escape", "Backspace", "Enter", " "];

/** Learns which key a foot pedal sends: it does what Space does in a walk. */
export const PedalKey = ({ className }: { className: string }) => {
  const [pedal, setPedal] = usePedal();
  const [learning, setLearning] = useState(false);
  const [message, setMessage] = useState<string | null>(null);
  useEffect(() => {
    if (!learning) return;
    const press = (e: KeyboardEvent) => {
      e.preventDefault();
      e.stopPropagation();
      setLearning(false);
      if (e.key === "Escape") return;
      if (NOT_THESE.includes(e.key) || /^[0-9./-]$/.test(e.key))
        return setMessage(`${e.key === " " ? "Space" : e.key} has its own meaning; set the pedal to another key`);
      setMessage(null);
      setPedal(e.key);
    };
    window.addEventListener("keydown", press, true);
    return () => window.removeEventListener("keydown", press, true);
  }, [learning, setPedal]);
  return (
    <>
      <button
        type="button"
        className={className}
        onClick={() => {
          setMessage(null);
          if (pedal === "") setLearning(true);
          else setPedal("");
        }}
      >
        <span>{learning ? "press the pedal now" : pedal === "" ? "foot pedal" : "foot pedal; tap to forget it"}</span>
        <b>{learning ? "…" : pedal || "none"}</b>
      </button>
      {message && (
        <p role="alert" className="px-4 py-2 text-lg font-bold">
          {message}
        </p>
      )}
    </>
  );
};
