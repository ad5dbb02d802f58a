"use client";
import type { Entered } from "./entered";
import { drop } from "./post-office";
import { KEPT } from "./sent";
import { usePost } from "./use-job";

/** What something entered was, in a few words. */
const wordsOf = (e: Entered): string => {
  switch (e.what) {
    case "figure":
      return `“${e.figure.typed}”`;
    case "act":
      return "what was told";
    case "round":
      return "a new round";
    case "readings":
      return e.readings.length === 1
        ? `“${e.readings[0].typed}” at ${e.readings[0].spoke}`
        : `${e.readings.length} readings`;
    case "turn":
      return `the turn at ${e.turn.spoke}`;
    case "destressed":
      return "that it was de-stressed";
    case "photo":
      return `the photo “${e.caption}”`;
    case "told":
      return `“${e.value ?? ""}”`;
    case "other":
      return e.words;
  }
};

/** What waits to be sent, and what the record would not have: never struck without a word. */
export const KeptNote = ({ jobId = null }: { jobId?: string | null }) => {
  const { letters, away } = usePost();
  const own = letters.filter((l) => jobId === null || l.lane === jobId || l.entered.jobId === null);
  const refused = own.filter((l) => l.refusal);
  const waiting = own.length - refused.length;
  return (
    <>
      {away && waiting > 0 && (
        <p role="alert" className="shrink-0 border-b border-rule px-4 py-1 text-base" data-testid="kept">
          <span className="max-sm:portrait:hidden">{KEPT} Waiting:</span>
          <span className="sm:hidden landscape:hidden">The record is away. Kept here:</span>{" "}
          <b className="font-mono">{waiting}</b>
        </p>
      )}
      {refused.map((l) => (
        <p
          key={l.at}
          role="alert"
          className="flex shrink-0 items-center gap-3 border-b border-rule px-4 text-base"
          data-testid="refused"
        >
          <span className="min-w-0 flex-1">
            Not taken: {wordsOf(l.entered)}. {l.refusal?.message}
          </span>
          <button type="button" className="min-h-12 shrink-0 px-3 underline" onClick={() => void drop(l.at)}>
            seen, drop it
          </button>
        </p>
      ))}
    </>
  );
};
