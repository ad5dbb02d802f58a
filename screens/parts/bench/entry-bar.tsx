"use client";
import { type ReactNode, useEffect, useRef, useState } from "react";

/** A key that takes what was typed; `sign` multiplies it, so that nobody types a minus. */
export interface TakeKey {
  readonly label: string;
  readonly sign: 1 | -1;
  /** Joins the readings taken before instead of taking their place. */
  readonly again?: boolean;
  /** Beside the main keys, not the one in ink. */
  readonly quiet?: boolean;
}

interface EntryBarProps {
  readonly prompt: string;
  /** Where the gauge goes. */
  readonly how: string;
  readonly picture?: ReactNode;
  readonly kind: "number" | "text" | "date";
  readonly choices?: readonly { readonly value: string; readonly label: string }[];
  /** Words offered for a text. */
  readonly offered?: readonly string[];
  readonly unit?: string;
  /** What it is measured with; a tap takes the next. */
  readonly tool?: string;
  readonly start?: string;
  readonly message?: string | null;
  readonly takeKeys?: readonly TakeKey[];
  readonly onTake: (typed: string, sign: 1 | -1, again: boolean) => void;
  readonly onBack?: () => void;
  readonly onUnit?: () => void;
  readonly onTool?: () => void;
  /** Passes over what is asked; also Enter on an empty bar. */
  readonly onLater?: () => void;
  /** Puts the bar away; also Escape. */
  readonly onClose?: () => void;
}

const KEYS = ["1", "2", "3", "4", "5", "6", "7", "8", "9", "0", ".", "/", "-", '"', "⌫"];
/** A hand on a greasy key presses twice: a second press within this many ms is the same press. */
const BOUNCE_MS = 250;

/** Bottom of the screen, only while something is wanted: what is asked, the figure large, one row of keys. */
export const EntryBar = (props: EntryBarProps) => {
  const { prompt, how, picture, kind, choices, offered, unit, tool, start = "", message, onTake, onBack } = props;
  const { onUnit, onTool, onLater, onClose } = props;
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
  const take = (sign: 1 | -1 = 1, again = false) => {
    if (!bounced(`take${sign}`)) onTake(typed.trim(), sign, again);
  };
  const choose = (value: string) => {
    if (!bounced(value)) onTake(value, 1, false);
  };
  const press = (key: string) => {
    if (key === "⌫") {
      if (typed === "") onBack?.();
      else setTyped(typed.slice(0, -1));
    } else setTyped(typed + key);
    input.current?.focus();
  };
  const keys: readonly TakeKey[] = props.takeKeys ?? [{ label: "take", sign: 1 }];
  return (
    <section
      aria-label="entry"
      className="shrink-0 border-t-2 border-ink bg-paper"
      onKeyDown={(e) => {
        if (e.key === "Escape" && onClose) {
          e.stopPropagation();
          onClose();
        }
        // A choice by its number: nobody should have to reach for the screen.
        const nth = choices?.[Number(e.key) - 1];
        if (nth && !e.repeat) choose(nth.value);
      }}
    >
      <div className="flex min-h-18 items-stretch portrait:flex-wrap">
        {picture && (
          <div className="flex items-center border-r border-grid px-2 max-lg:landscape:hidden">{picture}</div>
        )}
        <div className="flex min-w-0 flex-1 flex-col justify-center px-4 py-1">
          <p className="truncate text-2xl font-bold">{prompt}</p>
          <p className={`text-base leading-tight ${message ? "font-bold" : ""}`} role={message ? "alert" : undefined}>
            {message ?? how}
          </p>
        </div>
        {onLater && (
          <button type="button" onClick={onLater} className="min-w-20 border-l border-rule px-3 text-xl">
            later
          </button>
        )}
        {onClose && (
          <button
            type="button"
            onClick={onClose}
            aria-label="put away"
            className="min-w-14 border-l border-rule px-2 text-2xl"
          >
            ✕
          </button>
        )}
        {!choices && (
          <div className="flex items-stretch portrait:h-16 portrait:basis-full">
            <input
              ref={input}
              aria-label={prompt}
              className={`border-x border-rule bg-paper px-3 text-right font-mono outline-offset-[-3px] ${kind === "number" ? "w-44 text-4xl portrait:min-w-36 portrait:flex-1" : "w-[24rem] text-2xl portrait:flex-1"}`}
              inputMode={kind === "number" ? "none" : undefined}
              type={kind === "date" ? "date" : "text"}
              autoComplete="off"
              value={typed}
              onChange={(e) => setTyped(e.target.value)}
              onKeyDown={(e) => {
                if (e.repeat) e.preventDefault();
                else if (e.key === "Enter") {
                  e.preventDefault();
                  if (typed === "" && onLater) {
                    if (!bounced("later")) onLater();
                  } else take(1);
                } else if (e.key === "Backspace" && typed === "" && onBack) onBack();
              }}
            />
            {unit && (
              <button
                type="button"
                className="min-w-14 px-2 text-2xl"
                onClick={() => {
                  onUnit?.();
                  input.current?.focus();
                }}
                disabled={!onUnit}
                aria-label={onUnit ? `unit ${unit}, change` : unit}
              >
                {unit}
              </button>
            )}
            {tool && (
              <button
                type="button"
                className="min-w-16 border-l border-rule px-2 text-base leading-tight"
                onClick={() => {
                  onTool?.();
                  input.current?.focus();
                }}
                aria-label={`taken with ${tool}, change`}
              >
                with
                <br />
                {tool}
              </button>
            )}
            {keys.map((k) => (
              <button
                key={k.label}
                type="button"
                onClick={() => take(k.sign, k.again ?? false)}
                className={`min-w-24 px-3 text-xl outline-offset-[-6px] ${k.quiet ? "border-l border-rule" : "bg-ink text-paper not-first:border-l not-first:border-paper"}`}
              >
                {k.label}
              </button>
            ))}
          </div>
        )}
      </div>
      {choices ? (
        <div className="flex min-h-18 flex-wrap items-stretch border-t border-rule">
          {choices.map((c, i) => (
            <button
              key={c.value}
              type="button"
              ref={i === 0 ? (el) => el?.focus() : undefined}
              onClick={() => choose(c.value)}
              className="min-h-18 min-w-32 flex-1 border-r border-rule px-2 text-2xl outline-offset-[-6px]"
            >
              {c.label}
            </button>
          ))}
        </div>
      ) : kind === "number" ? (
        <div className="grid grid-cols-15 border-t border-rule portrait:grid-cols-8">
          {KEYS.map((k) => (
            <button
              key={k}
              type="button"
              tabIndex={-1}
              onPointerDown={(e) => e.preventDefault()}
              onClick={() => press(k)}
              aria-label={k === "⌫" ? "remove" : k}
              className="h-18 border-r border-rule font-mono text-3xl portrait:h-16"
            >
              {k}
            </button>
          ))}
        </div>
      ) : (
        offered && (
          <div className="flex min-h-18 flex-wrap items-stretch border-t border-rule">
            {offered.map((words) => (
              <button
                key={words}
                type="button"
                onClick={() => choose(words)}
                className="min-h-18 min-w-28 flex-1 border-r border-rule px-2 text-xl outline-offset-[-6px]"
              >
                {words}
              </button>
            ))}
          </div>
        )
      )}
    </section>
  );
};
