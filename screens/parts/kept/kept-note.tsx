"use client";
import { FIGURES } from "@/core/figures/all-figures";
import { withSideNames } from "@/core/wheel/side-names";
import { AwayNote } from "./away-note";
import type { Entered } from "./entered";
import { KEEPING_WORDS } from "./keeping";
import type { Letter } from "./letters";
import { drop } from "./post-office";
import { StandingNote } from "./standing-note";
import { usePost } from "./use-job";

/** A letter of whatever job does not carry what its sides are called. */
const SIDES = { A: "side A", B: "side B" };

/** What something entered was, in a few words. */
const wordsOf = (e: Entered): string => {
  switch (e.what) {
    case "figure":
      return `“${e.figure.typed}” for ${withSideNames(FIGURES[e.figure.name]?.label ?? e.figure.name, SIDES)}`;
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
    case "advised":
      return "what to turn, worked out here";
    case "photo":
      return `the photo “${e.caption}”`;
    case "told":
      return `“${e.value ?? ""}”`;
    case "other":
      return e.words;
  }
};

/** Whose it is: it is theirs to put right. */
const whoOf = (e: Entered): string => {
  const who =
    e.what === "figure"
      ? e.figure.who
      : e.what === "act"
        ? e.who
        : e.what === "readings"
          ? e.readings[0]?.who
          : e.what === "turn"
            ? e.turn.who
            : "";
  return who ? `, by ${who}` : "";
};

const KEPT = "The record cannot be reached; what you entered is kept here and sent as soon as it answers.";

const LINE = "shrink-0 border-b border-rule px-4 text-base";

interface KeptNoteProps {
  readonly jobId?: string | null;
  /** Whether what the page works out is with a figure that waits; where it is the record's work it is not. */
  readonly isCounted?: (figure: string) => boolean;
}

/** What waits to be sent, and what the record would not have: on every page, never struck without a word. */
export const KeptNote = ({ jobId = null, isCounted = () => true }: KeptNoteProps) => {
  const { letters, away, keeping } = usePost();
  const refused = letters.filter((l) => l.refusal);
  const waiting = letters.length - refused.length;
  const ofOthers = (l: Letter) => jobId !== null && l.entered.jobId !== null && l.lane !== jobId;
  const others = letters.filter((l) => !l.refusal && ofOthers(l)).length;
  const withoutThem = letters.some(
    ({ refusal, lane, entered }) =>
      !refusal && lane === jobId && entered.what === "figure" && !isCounted(entered.figure.name),
  );
  const badlyKept = waiting > 0 ? KEEPING_WORDS[keeping] : null;
  return (
    // However much there is to say, the work stays in sight.
    <div className="max-h-[30dvh] shrink-0 overflow-y-auto">
      <StandingNote ofJob={jobId !== null} />
      {away && waiting > 0 && (
        <p role="alert" className={`${LINE} py-1`} data-testid="kept">
          <span className="max-sm:portrait:hidden">{KEPT} Waiting:</span>
          <span className="sm:hidden landscape:hidden">The record is away. Kept here:</span>{" "}
          <b className="font-mono">{waiting}</b>
          {others > 0 && `, ${others} of other jobs`}
          {withoutThem && <b>. What is worked out below is still without them</b>}
        </p>
      )}
      {waiting === 0 && <AwayNote className={`${LINE} py-1`} />}
      {badlyKept && (
        <p role="alert" className={`${LINE} py-1 font-bold`}>
          {badlyKept}
        </p>
      )}
      {refused.map((l) => (
        <p
          key={l.at}
          role="alert"
          className={`${LINE} flex items-center gap-x-3 max-sm:portrait:flex-wrap max-sm:portrait:justify-end`}
          data-testid="refused"
        >
          <span className="min-w-0 flex-1 max-sm:portrait:basis-full max-sm:portrait:pt-1">
            Not taken: {wordsOf(l.entered)}
            {whoOf(l.entered)}. {l.refusal?.message}
          </span>
          {(ofOthers(l) || jobId === null) && l.entered.jobId !== null && (
            <a href={`/jobs/${l.entered.jobId}/book-in`} className="flex min-h-12 shrink-0 items-center px-3 underline">
              to its job
            </a>
          )}
          <button type="button" className="min-h-12 shrink-0 px-3 underline" onClick={() => void drop(l.at)}>
            seen, drop it
          </button>
        </p>
      ))}
    </div>
  );
};
