"use client";
import { type ReactNode, useEffect, useRef, useState } from "react";
import { type Choice, ChoiceKeys, NumberKeys, OfferedWords } from "./entry-keys";
import { type TakeKey, TypedField } from "./typed-field";
import { useBounce } from "./use-bounce";

interface EntryBarProps {
  readonly prompt: string;
  /** Where the gauge goes. */
  readonly how: string;
  readonly picture?: ReactNode;
  readonly kind: "number" | "text" | "date";
  readonly choices?: readonly Choice[];
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

/** Bottom of the screen, only while something is wanted: what is asked, the figure large, one row of keys. */
export const EntryBar = (props: EntryBarProps) => {
  const { prompt, how, picture, kind, choices, offered, unit, tool, start = "", message, onTake, onBack } = props;
  const { onUnit, onTool, onLater, onClose } = props;
  // What stands in the record may change under somebody's hands; once he has typed, what stands here is his.
  const [own, setTyped] = useState<string | null>(null);
  const typed = own ?? start;
  const input = useRef<HTMLInputElement>(null);
  const bounced = useBounce();
  useEffect(() => {
    input.current?.focus();
    input.current?.select();
  }, []);
  const take = (sign: 1 | -1 = 1, again = false) => {
    if (!bounced(`take${sign}`)) onTake(typed.trim(), sign, again);
  };
  const choose = (value: string) => {
    if (!bounced(value)) onTake(value, 1, false);
  };
  const enter = () => {
    if (typed !== "" || !onLater) take(1);
    else if (!bounced("later")) onLater();
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
        {/* On a phone a walk has said it above, larger. */}
        <div
          className={`flex min-w-0 flex-1 flex-col justify-center px-4 py-1 ${message ? "" : "in-data-walk:max-sm:portrait:hidden"}`}
        >
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
          <TypedField
            {...{ kind, typed, unit, tool, keys, input, onBack, onUnit, onTool }}
            label={prompt}
            onType={setTyped}
            onEnter={enter}
            onTake={take}
          />
        )}
      </div>
      {choices ? (
        <ChoiceKeys choices={choices} onChoose={choose} />
      ) : kind === "number" ? (
        <NumberKeys onPress={press} />
      ) : (
        offered && <OfferedWords words={offered} onChoose={choose} />
      )}
    </section>
  );
};
