"use client";
import { useEffect, useRef, useState } from "react";

/** A key that takes what was typed; `sign` multiplies it, so that nobody types a minus. */
export interface TakeKey {
  readonly label: string;
  readonly sign: 1 | -1;
  readonly side?: "A" | "B";
}

interface EntryBarProps {
  readonly prompt: string;
  /** Where the gauge goes. */
  readonly how: string;
  readonly kind: "number" | "text" | "date";
  readonly choices?: readonly { readonly value: string; readonly label: string }[];
  readonly unit?: string;
  readonly start?: string;
  readonly message?: string | null;
  readonly takeKeys?: readonly TakeKey[];
  readonly onTake: (typed: string, sign: 1 | -1) => void;
  readonly onBack?: () => void;
  readonly onUnit?: () => void;
}

const KEYS = ["1", "2", "3", "4", "5", "6", "7", "8", "9", "0", ".", "/", "-", '"', "⌫"];
/** A hand on a greasy key presses twice: a second press within this many ms is the same press. */
const BOUNCE_MS = 250;

/** Bottom of the screen, only while something is wanted: what is asked, the figure large, one row of keys. */
export const EntryBar = ({
  prompt,
  how,
  kind,
  choices,
  unit,
  start = "",
  message,
  takeKeys,
  onTake,
  onBack,
  onUnit,
}: EntryBarProps) => {
  const [typed, setTyped] = useState(start);
  const input = useRef<HTMLInputElement>(null);
  const last = useRef({ key: "", at: 0 });
  useEffect(() => {
    setTyped(start);
    input.current?.focus();
    input.current?.select();
  }, [start]);
  const bounced = (key: string): boolean => {
    const now = performance.now();
    const again = last.current.key === key && now - last.current.at < BOUNCE_MS;
    last.current = { key, at: now };
    return again;
  };
  const take = (sign: 1 | -1 = 1) => {
    if (!bounced(`take${sign}`)) onTake(typed.trim(), sign);
  };
  const press = (key: string) => {
    if (key === "⌫") {
      if (typed === "") onBack?.();
      else setTyped(typed.slice(0, -1));
    } else setTyped(typed + key);
    input.current?.focus();
  };
  const keys: readonly TakeKey[] = takeKeys ?? [{ label: "take", sign: 1 }];
  return (
    <section aria-label="entry" className="shrink-0 border-t-2 border-ink bg-paper">
      <div className="flex min-h-18 items-stretch portrait:flex-wrap">
        <div className="flex min-w-0 flex-1 flex-col justify-center px-4 py-1 portrait:basis-full">
          <p className="truncate text-2xl font-bold">{prompt}</p>
          <p className={`text-base leading-tight ${message ? "font-bold" : ""}`} role={message ? "alert" : undefined}>
            {message ?? how}
          </p>
        </div>
        {!choices && (
          <>
            <input
              ref={input}
              aria-label={prompt}
              className={`border-x border-rule bg-paper px-3 text-right font-mono outline-offset-[-3px] ${kind === "number" ? "w-52 text-4xl portrait:h-18 portrait:min-w-40 portrait:flex-1" : "w-[45%] text-2xl portrait:h-18 portrait:flex-1"}`}
              inputMode={kind === "number" ? "none" : undefined}
              type={kind === "date" ? "date" : "text"}
              autoComplete="off"
              value={typed}
              onChange={(e) => setTyped(e.target.value)}
              onKeyDown={(e) => {
                if (e.repeat) e.preventDefault();
                else if (e.key === "Enter") {
                  e.preventDefault();
                  take(1);
                } else if (e.key === "Backspace" && typed === "" && onBack) onBack();
              }}
            />
            {unit && (
              <button
                type="button"
                className="min-w-16 px-2 text-2xl"
                onClick={onUnit}
                disabled={!onUnit}
                aria-label={onUnit ? `unit ${unit}, change` : unit}
              >
                {unit}
              </button>
            )}
            {keys.map((k) => (
              <button
                key={k.label}
                type="button"
                onClick={() => take(k.sign)}
                className="min-w-32 bg-ink px-4 text-2xl text-paper outline-offset-[-6px] not-first:border-l not-first:border-paper"
              >
                {k.label}
              </button>
            ))}
          </>
        )}
      </div>
      {choices ? (
        <div className="flex h-18 items-stretch border-t border-rule">
          {choices.map((c, i) => (
            <button
              key={c.value}
              type="button"
              ref={i === 0 ? (el) => el?.focus() : undefined}
              onClick={() => !bounced(c.value) && onTake(c.value, 1)}
              className="flex-1 border-r border-rule text-2xl outline-offset-[-6px]"
            >
              {c.label}
            </button>
          ))}
        </div>
      ) : (
        kind === "number" && (
          <div className="grid grid-cols-15 border-t border-rule portrait:grid-cols-8">
            {KEYS.map((k) => (
              <button
                key={k}
                type="button"
                tabIndex={-1}
                onPointerDown={(e) => e.preventDefault()}
                onClick={() => press(k)}
                aria-label={k === "⌫" ? "remove" : k}
                className="h-18 border-r border-rule font-mono text-3xl"
              >
                {k}
              </button>
            ))}
          </div>
        )
      )}
    </section>
  );
};
