"use client";
import { type ReactNode, useEffect, useRef, useState } from "react";
import { readDay } from "@/core/units/read-day";
import { bounced, typedSince } from "./bounce";
import { type Choice, ChoiceKeys, NumberKeys, OfferedWords } from "./entry-keys";
import { namesItsSide, sideKeysOf, sideQuestion } from "./side-keys";
import { type TakeKey, TypedField } from "./typed-field";

export interface EntryBarProps {
  readonly prompt: string;
  /** Where the gauge goes. */
  readonly how: string;
  readonly picture?: ReactNode;
  readonly kind: "number" | "text" | "date";
  readonly choices?: readonly Choice[];
  /** Words offered for a text. */
  readonly offered?: readonly string[];
  /** What stands under a text or a day while it is typed: what the shop knows of it, a month laid out. */
  readonly below?: (typed: string, choose: (value: string) => void) => ReactNode;
  readonly unit?: string;
  /** What it is measured with; a tap takes the next. */
  readonly tool?: string;
  readonly start?: string;
  readonly message?: string | null;
  /** What stands here was taken as it is, and doubted: what is typed next begins anew. */
  readonly doubted?: string | null;
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

/** ms a finger may lie on a key, and a busy page be late. */
const PRESS_MS = 2000;

/** As this device has it: what is typed without a year is the next that comes. */
const today = (): string => new Date().toLocaleDateString("en-CA");

/** Bottom of the screen, only while something is wanted: what is asked, the figure large, one row of keys. */
export const EntryBar = (props: EntryBarProps) => {
  const { prompt, how, picture, kind, choices, offered, unit, tool, start = "", message, onTake, onBack } = props;
  const { onUnit, onTool, onLater, onClose } = props;
  // What stands in the record may change under somebody's hands; once he has typed, what stands here is his.
  const [own, setTyped] = useState<string | null>(null);
  const typed = own ?? start;
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    input.current?.focus();
    input.current?.select();
  }, []);
  useEffect(() => {
    // A tap beside the field takes the focus away; what is typed next is meant for the figure all the same.
    const home = (e: KeyboardEvent) => {
      const typing = e.key.length === 1 && e.key !== " " && !e.ctrlKey && !e.metaKey && !e.altKey;
      if (typing && document.activeElement === document.body) input.current?.focus();
    };
    window.addEventListener("keydown", home);
    return () => window.removeEventListener("keydown", home);
  }, []);
  const [spent, setSpent] = useState(false);
  const { doubted } = props;
  useEffect(() => {
    setSpent(Boolean(doubted));
    if (doubted) input.current?.select();
  }, [doubted]);
  /** What was pressed last, and when, ms: a key that was struck, or where a finger went down. */
  const pressed = useRef<{ readonly key: string | null; readonly at: number }>({ key: null, at: 0 });
  const twice = (what: string) => {
    const { key, at } = pressed.current;
    const now = performance.now();
    // What presses without a finger, as a screen reader does, tells no time of its own.
    return key ? bounced(key, "key", at) : bounced(what, "tap", now - at < PRESS_MS ? at : now);
  };
  const [noDay, setNoDay] = useState<string | null>(null);
  const take = (sign: 1 | -1 = 1, again = false) => {
    const day = kind === "date" && typed.trim() !== "" ? readDay(typed, today()) : typed.trim();
    if (day === null) return setNoDay(`“${typed}” is no day; 4 Dec, 4.12., fri or 2026-12-04 will do`);
    if (!twice(`take${sign}`)) onTake(day, sign, again);
  };
  const choose = (value: string) => {
    if (!twice(value)) onTake(value, 1, false);
  };
  const keys: readonly TakeKey[] = props.takeKeys ?? [{ label: "take", sign: 1 }];
  const sides = sideKeysOf(keys);
  const [asksSide, setAsksSide] = useState(false);
  const type = (to: string) => {
    setAsksSide(false);
    setNoDay(null);
    setSpent(false);
    typedSince();
    setTyped(to);
  };
  const enter = () => {
    if (typed === "" && onLater) {
      if (!twice("later")) onLater();
    } else if (sides && typed !== "" && !namesItsSide(typed)) setAsksSide(true);
    // The one key there is: a gauge's plus may lie either way.
    else take(sides ? 1 : (keys.find((k) => !k.quiet && !k.again)?.sign ?? 1));
  };
  const press = (key: string) => {
    const stands = spent ? "" : typed;
    if (key === "⌫") {
      if (typed === "") onBack?.();
      else type(stands.slice(0, -1));
    } else type(stands + key);
    input.current?.focus();
  };
  const said = asksSide && sides ? `To which side: ${sideQuestion(sides)}?` : (noDay ?? message);
  return (
    <section
      aria-label="entry"
      className="@container shrink-0 border-t-2 border-ink bg-paper"
      onKeyDownCapture={({ key, timeStamp }) => {
        pressed.current = { key, at: timeStamp };
      }}
      onPointerDownCapture={({ timeStamp }) => {
        pressed.current = { key: null, at: timeStamp };
      }}
      onKeyDown={(e) => {
        if (e.key === "Escape" && onClose) {
          e.stopPropagation();
          onClose();
        }
        const letter = sides?.letters?.indexOf(e.key.toLowerCase()) ?? -1;
        if (sides && letter >= 0 && typed !== "" && !e.repeat && !e.ctrlKey && !e.metaKey) {
          e.preventDefault();
          take(sides.keys[letter].sign);
        }
      }}
    >
      {/* With letters twice as large what is asked has a line of its own, across as well. */}
      <div className="flex min-h-18 items-stretch portrait:flex-wrap tall:@max-[46rem]:flex-wrap">
        {picture && (
          <div className="flex items-center border-r border-grid px-2 max-lg:landscape:hidden max-sm:portrait:w-18 max-sm:portrait:px-1 max-sm:portrait:[&>svg]:w-full">
            {picture}
          </div>
        )}
        {/* On a phone a walk has said it above, larger. */}
        <div
          className={`flex min-w-0 flex-1 flex-col justify-center px-4 py-1 max-sm:portrait:px-2 tall:landscape:@max-[46rem]:basis-1/2 ${said ? "" : "in-data-walk:max-sm:portrait:hidden"}`}
        >
          <p className="text-2xl leading-tight font-bold">{prompt}</p>
          <p className={`text-base leading-tight ${said ? "font-bold" : ""}`} role={said ? "alert" : undefined}>
            {said ?? how}
          </p>
        </div>
        {onLater && (
          <button
            type="button"
            onClick={onLater}
            className="min-w-20 border-l border-rule px-3 text-xl max-sm:portrait:min-w-16 max-sm:portrait:px-1"
          >
            later
          </button>
        )}
        {onClose && (
          <button
            type="button"
            onClick={onClose}
            aria-label="put away"
            className="min-w-14 border-l border-rule px-2 text-2xl max-sm:portrait:min-w-12"
          >
            ✕
          </button>
        )}
        {!choices && (
          <TypedField
            {...{ kind, typed, unit, tool, keys, input, onBack, onUnit, onTool, asksSide }}
            label={prompt}
            onType={type}
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
        (props.below?.(typed, choose) ?? (offered && <OfferedWords words={offered} onChoose={choose} />))
      )}
    </section>
  );
};
