"use client";
import { type KeyboardEvent, useRef, useState } from "react";

const KEYS = ["1", "2", "3", "4", "5", "6", "7", "8", "9", "0", ".", "/", "-", '"', "⌫"];

/** One row of keys large enough for a gloved thumb; the field keeps the cursor. */
export const NumberKeys = ({ onPress }: { onPress: (key: string) => void }) => (
  <div className="grid grid-cols-15 border-t border-rule portrait:grid-cols-8 max-[389px]:portrait:grid-cols-5">
    {KEYS.map((k) => (
      <button
        key={k}
        type="button"
        tabIndex={-1}
        onPointerDown={(e) => e.preventDefault()}
        onClick={() => onPress(k)}
        aria-label={k === "⌫" ? "remove" : k}
        className="h-18 border-r border-rule font-mono text-3xl portrait:h-16 max-[389px]:portrait:h-14"
      >
        {k}
      </button>
    ))}
  </div>
);

export interface Choice {
  readonly value: string;
  readonly label: string;
}

/** The one choice that what was typed can mean: the whole of one, or the beginning of one alone. */
const meant = (choices: readonly Choice[], typed: string): Choice | null => {
  const sought = typed.toLowerCase();
  const whole = choices.find((c) => c.label.toLowerCase() === sought);
  const begun = choices.filter((c) => c.label.toLowerCase().startsWith(sought));
  return whole ?? (begun.length === 1 ? begun[0] : null);
};

/** The answers there are; the first has the cursor. One that is a figure is typed as it is; others have their number. */
export const ChoiceKeys = ({
  choices,
  onChoose,
}: {
  choices: readonly Choice[];
  onChoose: (value: string) => void;
}) => {
  const [typed, setTyped] = useState("");
  const keys = useRef<(HTMLButtonElement | null)[]>([]);
  const first = useRef(true);
  const asFigures = choices.some((c) => /^\d/.test(c.label));
  const press = (e: KeyboardEvent) => {
    if (e.repeat || e.ctrlKey || e.metaKey || e.altKey) return;
    if (e.key === "Enter" && typed !== "") {
      e.preventDefault();
      const choice = meant(choices, typed);
      if (choice) onChoose(choice.value);
    } else if (e.key === "Backspace" && typed !== "") setTyped(typed.slice(0, -1));
    else if (!asFigures && /^[1-9]$/.test(e.key)) {
      // A choice by its number: nobody should have to reach for the screen.
      e.preventDefault();
      const nth = choices[Number(e.key) - 1];
      if (nth) onChoose(nth.value);
    } else if (/^[\w.]$/.test(e.key)) {
      const now = typed + e.key;
      setTyped(now);
      const choice = meant(choices, now);
      if (choice) keys.current[choices.indexOf(choice)]?.focus();
    }
  };
  return (
    <div className="flex min-h-18 flex-wrap items-stretch border-t border-rule" onKeyDown={press} role="group">
      {typed !== "" && (
        <span role="status" className="flex items-center px-4 text-2xl">
          “{typed}” {meant(choices, typed) ? "" : "is none of these yet"}
        </span>
      )}
      {choices.map((c, i) => (
        <button
          key={c.value}
          type="button"
          ref={(el) => {
            keys.current[i] = el;
            if (i > 0 || !el || !first.current) return;
            first.current = false;
            el.focus();
          }}
          onClick={() => onChoose(c.value)}
          className="min-h-18 min-w-32 flex-1 border-r border-rule px-2 text-2xl outline-offset-[-6px]"
        >
          {c.label}
        </button>
      ))}
    </div>
  );
};

/** Words that save typing them. */
export const OfferedWords = ({ words, onChoose }: { words: readonly string[]; onChoose: (value: string) => void }) => (
  <div className="flex min-h-18 flex-wrap items-stretch border-t border-rule">
    {words.map((word) => (
      <button
        key={word}
        type="button"
        onClick={() => onChoose(word)}
        className="min-h-18 min-w-28 flex-1 border-r border-rule px-2 text-xl outline-offset-[-6px]"
      >
        {word}
      </button>
    ))}
  </div>
);
