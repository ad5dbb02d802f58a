"use client";
import type { ReactNode } from "react";
import type { Side } from "@/core/wheel/wheel-file";
import { usePedal } from "../kept/kept-choice";
import { KeptNote } from "../kept/kept-note";
import { SideMark } from "../wheel/side-mark";
import { useBackCloses } from "./use-back-closes";
import { useFit } from "./use-fit";
import { useAwake, useWalkKeys } from "./use-walk-keys";

interface WalkProps {
  readonly job: string;
  readonly place: string;
  readonly spoke: number;
  readonly side: Side | null;
  readonly sideName: string;
  readonly instruction: ReactNode;
  readonly detail?: ReactNode;
  readonly next: string;
  readonly drawing?: ReactNode;
  /** The entry bar when a number is wanted; else the three keys below do it. */
  readonly entry?: ReactNode;
  readonly doneLabel?: string;
  readonly skipLabel?: string;
  /** Beside the keys while the entry bar takes the answer. */
  readonly entryHint?: string;
  readonly onDone?: () => void;
  readonly onBack: () => void;
  readonly onSkip: () => void;
  readonly onLeave: () => void;
}

/** Any step that goes round the wheel: the whole screen but a strip, read from two metres. No dialog opens in it. */
export const Walk = (props: WalkProps) => {
  const {
    job,
    place,
    spoke,
    side,
    sideName,
    instruction,
    detail,
    next,
    drawing,
    entry,
    doneLabel = "done",
    skipLabel = "skip",
    entryHint = "",
    onDone,
    onBack,
    onSkip,
    onLeave,
  } = props;
  const [pedal] = usePedal();
  useBackCloses(onLeave);
  const words = useFit<HTMLDivElement>();
  useWalkKeys({ pedal, onDone, onBack, onSkip, onLeave });
  useAwake();
  return (
    <div data-walk className="fixed inset-0 z-10 flex flex-col overflow-y-auto bg-paper">
      <header className="flex h-12 shrink-0 items-center justify-between border-b border-rule px-4 text-base">
        <span className="truncate">{job}</span>
        <span className="shrink-0 px-2 whitespace-nowrap">{place}</span>
        <button type="button" onClick={onLeave} className="h-12 px-4 underline">
          leave
        </button>
      </header>
      <KeptNote />
      <div className="flex min-h-32 flex-1 portrait:flex-col">
        <div
          ref={words}
          aria-live="polite"
          className={`flex min-w-0 flex-1 flex-col gap-2 overflow-x-hidden overflow-y-auto px-8 *:first:mt-auto *:last:mb-auto max-sm:portrait:px-4 ${drawing ? "" : LOW}`}
        >
          <div className="flex items-center gap-8">
            <span className="font-mono text-[144px] leading-none max-sm:portrait:text-[72px]" data-testid="walk-spoke">
              {spoke === 0 ? "–" : spoke}
            </span>
            {side && (
              <span className="flex items-center gap-4 text-[calc(72px*var(--fit))] leading-none">
                <span className="max-sm:portrait:*:size-14">
                  <SideMark side={side} size={96} />
                </span>
                {sideName}
              </span>
            )}
          </div>
          <div data-lines="2" className="text-[calc(96px*var(--fit))] leading-tight font-bold">
            {instruction}
          </div>
          {detail && <div className="text-2xl max-sm:portrait:text-lg">{detail}</div>}
          <div data-lines="1" className="text-[calc(72px*var(--fit))] leading-tight">
            {next}
          </div>
        </div>
        {drawing && (
          <div className="min-h-0 w-[46%] shrink-0 overflow-y-auto p-2 portrait:h-[44%] portrait:w-full">{drawing}</div>
        )}
      </div>
      {entry}
      <div
        className={`grid shrink-0 grid-cols-[1fr_1fr_3fr] grid-rows-1 border-t-2 border-ink max-sm:portrait:grid-cols-[1fr_1fr_2fr] ${entry ? "h-18" : "h-24"}`}
      >
        <button
          type="button"
          onClick={onBack}
          className="border-r border-rule text-3xl outline-offset-[-6px] max-sm:portrait:text-2xl"
        >
          back
        </button>
        <button
          type="button"
          onClick={onSkip}
          className="border-r border-rule text-3xl outline-offset-[-6px] max-sm:portrait:text-2xl"
        >
          {skipLabel}
        </button>
        {onDone ? (
          <button type="button" onClick={onDone} className="bg-ink text-3xl text-paper outline-offset-[-8px]">
            {doneLabel}
          </button>
        ) : (
          <span className="flex items-center overflow-hidden px-4 text-base max-sm:portrait:px-2 max-sm:portrait:text-sm max-sm:portrait:leading-tight">
            {entryHint}
          </span>
        )}
      </div>
    </div>
  );
};

/** On a low screen with keys below, what is asked stands beside its spoke, not under it. */
const LOW =
  "[@media(max-height:720px)_and_(orientation:landscape)]:grid [@media(max-height:720px)_and_(orientation:landscape)]:grid-cols-2 [@media(max-height:720px)_and_(orientation:landscape)]:content-center [@media(max-height:720px)_and_(orientation:landscape)]:items-center";

/** Round arrow for a nipple: seen from the tyre side clockwise tightens, seen from the hub the other way. */
export const TurnArrow = ({ clockwise, size = 96 }: { clockwise: boolean; size?: number }) => (
  <svg
    width={size}
    height={size}
    viewBox="0 0 96 96"
    className="shrink-0 max-sm:portrait:size-14"
    role="img"
    aria-label={clockwise ? "clockwise" : "anticlockwise"}
    style={{ transform: clockwise ? undefined : "scaleX(-1)" }}
  >
    <path d="M14 58A35 35 0 1 1 72 73" fill="none" stroke="currentColor" strokeWidth="9" />
    <path d="M80 56 84 86 56 78Z" fill="currentColor" />
  </svg>
);
