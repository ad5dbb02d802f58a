"use client";

const KEYS = ["1", "2", "3", "4", "5", "6", "7", "8", "9", "0", ".", "/", "-", '"', "⌫"];

/** One row of keys large enough for a gloved thumb; the field keeps the cursor. */
export const NumberKeys = ({ onPress }: { onPress: (key: string) => void }) => (
  <div className="grid grid-cols-15 border-t border-rule portrait:grid-cols-8">
    {KEYS.map((k) => (
      <button
        key={k}
        type="button"
        tabIndex={-1}
        onPointerDown={(e) => e.preventDefault()}
        onClick={() => onPress(k)}
        aria-label={k === "⌫" ? "remove" : k}
        className="h-18 border-r border-rule font-mono text-3xl portrait:h-16"
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

/** The answers there are; the first has the cursor, so that Enter and numbers reach them. */
export const ChoiceKeys = ({
  choices,
  onChoose,
}: {
  choices: readonly Choice[];
  onChoose: (value: string) => void;
}) => (
  <div className="flex min-h-18 flex-wrap items-stretch border-t border-rule">
    {choices.map((c, i) => (
      <button
        key={c.value}
        type="button"
        ref={i === 0 ? (el) => el?.focus() : undefined}
        onClick={() => onChoose(c.value)}
        className="min-h-18 min-w-32 flex-1 border-r border-rule px-2 text-2xl outline-offset-[-6px]"
      >
        {c.label}
      </button>
    ))}
  </div>
);

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
