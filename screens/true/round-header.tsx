import { totalWords } from "@/core/rounds/line-total";
import type { Advice } from "@/core/truing/saying/advice";
import { stretchWords } from "@/core/truing/saying/turn-words";
import { DoubtFlag } from "../parts/bench/ledger-panel";
import type { RoundView } from "./round-view";

interface RoundHeaderProps {
  /** Null while nothing is read. */
  readonly round: RoundView | null;
  readonly advice: Advice | null;
  /** What the turns as they stand would make of it; null when none are meant. */
  readonly becomes: {
    readonly lateral: number;
    readonly radial: number;
    /** Farthest spoke from its side's mean, fraction; null where no tension was read. */
    readonly spread: number | null;
  } | null;
  readonly assumed: number;
}

const VERDICTS: Readonly<Record<Advice["verdict"], string>> = {
  turn: "Turn",
  destress: "De-stress, read again",
  done: "Inside: leave it",
  rim: "This is the rim",
};
/** In a few words what is to be done; the reason under the rim says the rest. */
const verdictWords = (advice: Advice, turning: boolean): string => {
  const { action, bend } = advice.rim;
  if (advice.verdict !== "rim" || action === "none") return VERDICTS[advice.verdict];
  if (action === "straighten") return `The rim: straighten ${bend ? `at ${stretchWords(bend.spokes)}` : "it first"}`;
  if (action === "scrap") return "The rim: scrap at this tolerance";
  return turning ? "The rim: this round, then stop" : "The rim: stop here";
};
const mm = (x: number | null) => (x === null ? "–" : x.toFixed(2));

/** One line: where the wheel is, what to do, what it should become. */
export const RoundHeader = ({ round, advice, becomes, assumed }: RoundHeaderProps) => {
  return (
    <div className="flex min-h-16 shrink-0 flex-wrap items-center gap-x-5 border-b border-grid px-4 text-lg *:whitespace-nowrap max-sm:portrait:py-1 max-sm:portrait:*:whitespace-normal">
      {round ? (
        <>
          <span>
            round <b className="font-mono">{round.number}</b>
          </span>
          <span>
            side to side{" "}
            <b className="font-mono" data-testid="tir-lateral">
              {totalWords(round.total.lateral) ?? "–"}
            </b>
          </span>
          <span>
            hop{" "}
            <b className="font-mono" data-testid="tir-radial">
              {totalWords(round.total.radial) ?? "–"}
            </b>
          </span>
          <span>
            offset <b className="font-mono">{mm(round.offset)}</b>
          </span>
          {advice && (
            <span className="font-bold" data-testid="verdict">
              {verdictWords(advice, becomes !== null)}
            </span>
          )}
          {becomes && (
            <span>
              should become{" "}
              <b className="font-mono" data-testid="becomes">
                {mm(becomes.lateral)}
              </b>{" "}
              and <b className="font-mono">{mm(becomes.radial)}</b>
              {becomes.spread !== null && (
                <>
                  , even to <b className="font-mono">{Math.round(100 * becomes.spread)}</b> %
                </>
              )}
            </span>
          )}
        </>
      ) : (
        <span className="whitespace-normal!">
          Set the dial to the rim's side over the first spoke after the valve, then read the wheel.
        </span>
      )}
      {assumed > 0 && (
        <span className="ml-auto flex items-center gap-2 text-base" data-testid="assumed">
          <DoubtFlag /> {assumed} figures assumed
        </span>
      )}
    </div>
  );
};
