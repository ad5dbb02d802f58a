"use client";
import { type RefObject, useEffect, useRef } from "react";

/** A key that takes what was typed; `sign` multiplies it, so that nobody types a minus. */
export interface TakeKey {
  readonly label: string;
  readonly sign: 1 | -1;
  /** Joins the readings taken before instead of taking their place. */
  readonly again?: boolean;
  /** Beside the main keys, not the one in ink. */
  readonly quiet?: boolean;
}

interface TypedFieldProps {
  readonly label: string;
  readonly kind: "number" | "text" | "date";
  readonly typed: string;
  readonly unit?: string;
  readonly tool?: string;
  readonly keys: readonly TakeKey[];
  readonly input: RefObject<HTMLInputElement | null>;
  /** A side must be named: its first key has the focus. */
  readonly asksSide: boolean;
  readonly onType: (typed: string) => void;
  readonly onEnter: () => void;
  readonly onTake: (sign: 1 | -1, again: boolean) => void;
  readonly onBack?: () => void;
  readonly onUnit?: () => void;
  readonly onTool?: () => void;
}

/** The figure large, its unit, what it was taken with, and the keys that take it. */
export const TypedField = (props: TypedFieldProps) => {
  const { input, asksSide } = props;
  const first = useRef<HTMLButtonElement>(null);
  // Once, when it is asked: drawn anew meanwhile, the key the hand went on to keeps the focus.
  useEffect(() => {
    if (asksSide) first.current?.focus();
  }, [asksSide]);
  return (
    <div className="flex items-stretch portrait:h-16 portrait:basis-full max-sm:portrait:h-auto max-sm:portrait:flex-wrap">
      <input
        ref={input}
        aria-label={props.label}
        className={`border-x border-rule bg-paper px-3 text-right font-mono outline-offset-[-3px] ${props.kind === "number" ? "w-44 text-4xl portrait:min-w-36 portrait:flex-1 max-sm:portrait:h-16" : "w-[24rem] max-sm:portrait:h-16 max-sm:portrait:w-0 text-2xl portrait:flex-1"}`}
        inputMode={props.kind === "number" ? "none" : undefined}
        type="text"
        autoComplete="off"
        value={props.typed}
        onChange={(e) => props.onType(e.target.value)}
        onKeyDown={(e) => {
          if (e.repeat) e.preventDefault();
          else if (e.key === "Enter") {
            e.preventDefault();
            props.onEnter();
          } else if (e.key === "Backspace" && props.typed === "" && props.onBack) props.onBack();
        }}
      />
      {props.unit && (
        <button
          type="button"
          className="min-w-14 px-2 text-2xl"
          onClick={() => {
            props.onUnit?.();
            input.current?.focus();
          }}
          disabled={!props.onUnit}
          aria-label={props.onUnit ? `unit ${props.unit}, change` : props.unit}
        >
          {props.unit}
        </button>
      )}
      {props.tool && (
        <button
          type="button"
          className="min-w-16 border-l border-rule px-2 text-base leading-tight"
          onClick={() => {
            props.onTool?.();
            input.current?.focus();
          }}
          aria-label={`taken with ${props.tool}, change`}
        >
          with
          <br />
          {props.tool}
        </button>
      )}
      {/* On a phone the keys that take the figure stand in a row of their own, wide enough for a thumb. */}
      <div className="contents max-sm:portrait:flex max-sm:portrait:min-h-16 max-sm:portrait:basis-full">
        {props.keys.map((k) => (
          <button
            key={k.label}
            type="button"
            ref={!k.quiet && k.sign === 1 ? first : undefined}
            onClick={() => props.onTake(k.sign, k.again ?? false)}
            className={`min-w-24 px-3 text-xl max-sm:portrait:flex-1 outline-offset-[-6px] ${k.quiet ? "border-l border-rule" : "bg-ink text-paper not-first:border-l not-first:border-paper"}`}
          >
            {k.label}
          </button>
        ))}
      </div>
    </div>
  );
};
