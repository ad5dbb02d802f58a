import type { Advice } from "@/core/truing/saying/advice";
import { PageLink } from "../parts/frame/page-link";
import type { Closeness } from "./reading-places";
import type { ReadingWay } from "./use-walks";

/** What else is read in the walk with the dial. */
export type Also = "tension" | "offset" | "edges";

const ALSO: readonly { readonly what: Also; readonly on: string; readonly off: string }[] = [
  { what: "tension", on: "and tension", off: "no tension" },
  { what: "offset", on: "and offset", off: "no offset" },
  { what: "edges", on: "both edges", off: "one edge" },
];
/** Beside the usual way: round by hand, or where a gauge sends by itself a turn of the wheel. */
const otherwise = (spins: boolean): readonly { readonly how: ReadingWay; readonly label: string }[] => [
  { how: "other", label: "other ways" },
  spins ? { how: "read", label: "place by place" } : { how: "live", label: "the stand" },
];

interface RoundKeysProps {
  readonly jobId: string;
  /** Where the dial is read next, and at how many places; whether a round before says where it tells most. */
  readonly closeness: Closeness;
  readonly places: number;
  readonly mayAsk: boolean;
  readonly also: Readonly<Record<Also, boolean>>;
  /** Places read and nipples turned in the round in hand, and what is advised on it. */
  readonly read: number;
  readonly turned: number;
  readonly advice: Pick<Advice, "verdict" | "rim"> | null;
  /** Nipples still to turn in this round. */
  readonly left: number;
  /** A gauge that sends by itself is there: a turn of the wheel is a round. */
  readonly spins: boolean;
  readonly onCloseness: (closeness: Closeness) => void;
  readonly onToggle: (what: Also) => void;
  readonly onRead: (how: ReadingWay) => void;
  readonly onTurn: () => void;
  /** On a practice wheel, which is handed back to nobody: how it came out. */
  readonly onScore?: () => void;
}

type RoundStands = Pick<RoundKeysProps, "read" | "turned" | "advice">;

const readLabel = ({ read, turned, advice }: RoundStands): string => {
  if (turned > 0) return "de-stressed: read the next round";
  if (read === 0) return "read the wheel";
  if (!advice) return "go on reading";
  if (advice.verdict === "destress") return "de-stressed: read again";
  return advice.verdict === "rim" && advice.rim.action === "straighten" ? "straightened: read again" : "read again";
};

/** Nothing more is turned: inside the tolerance, or as true as this rim comes. */
const isFinished = ({ turned, advice }: RoundStands): boolean =>
  turned === 0 && (advice?.verdict === "done" || (advice?.verdict === "rim" && advice.rim.action !== "straighten"));

const CLOSENESS: Readonly<Record<Closeness, (places: number) => string>> = {
  asked: (places) => `${places} other places`,
  4: () => "read every fourth",
  2: () => "read every second",
  1: () => "read every one",
};

/** Closer at every tap, and from every spoke back to the fewest. */
const closer = (now: Closeness, mayAsk: boolean): Closeness =>
  now === 1 ? (mayAsk ? "asked" : 4) : now === 2 ? 1 : now === "asked" ? 4 : 2;

const MAIN = "bg-ink text-paper";
/** Where the wheel goes when it is finished. */
const ON = `flex shrink-0 grow basis-40 items-center justify-center px-2 text-center text-2xl leading-tight outline-offset-[-8px] portrait:h-18 portrait:basis-2/5 ${MAIN}`;

/** The keys under the rim: how it is read, and one main key: read, turn, or go on to hand it back. */
export const RoundKeys = ({
  jobId,
  closeness,
  places,
  mayAsk,
  also,
  left,
  spins,
  onCloseness,
  onToggle,
  onRead,
  onTurn,
  onScore,
  ...round
}: RoundKeysProps) => {
  const finished = left === 0 && isFinished(round);
  // A rim that is to be straightened, or given up, is not turned at first.
  const rimFirst = ["straighten", "scrap"].includes(round.advice?.rim.action ?? "none") && round.turned === 0;
  const turnFirst = left > 0 && !rimFirst;
  return (
    <div className="flex min-h-18 shrink-0 flex-wrap items-stretch border-t-2 border-ink text-xl portrait:min-h-36">
      <button
        type="button"
        onClick={() => onCloseness(closer(closeness, mayAsk))}
        className="w-40 border-r border-rule px-2 text-lg leading-tight portrait:h-18 portrait:flex-1"
      >
        {CLOSENESS[closeness](places)}
      </button>
      {ALSO.map(({ what, on, off }) => (
        <button
          key={what}
          type="button"
          aria-pressed={also[what]}
          onClick={() => onToggle(what)}
          className="w-24 border-r border-rule text-base leading-tight portrait:h-18 portrait:flex-1"
        >
          {also[what] ? on : off}
        </button>
      ))}
      {otherwise(spins).map(({ how, label }) => (
        <button
          key={how}
          type="button"
          onClick={() => onRead(how)}
          className="w-28 border-r border-rule text-lg leading-tight portrait:h-18 portrait:flex-1"
        >
          {label}
        </button>
      ))}
      <button
        type="button"
        onClick={() => onRead(spins ? "live" : "read")}
        className={`shrink-0 grow basis-36 text-2xl leading-tight outline-offset-[-8px] portrait:h-18 portrait:basis-2/5 portrait:border-t portrait:border-rule ${turnFirst || finished ? "border-r border-rule" : MAIN}`}
      >
        {spins && round.read === 0 && round.turned === 0 ? "read it in one turn" : readLabel(round)}
      </button>
      {finished &&
        (onScore ? (
          <button type="button" onClick={onScore} className={ON}>
            finished: score
          </button>
        ) : (
          <PageLink href={`/jobs/${jobId}/hand-back`} className={ON}>
            finished: hand back
          </PageLink>
        ))}
      {left > 0 && (
        <button
          type="button"
          onClick={onTurn}
          className={`shrink-0 grow basis-40 text-2xl leading-tight outline-offset-[-8px] portrait:h-18 portrait:basis-2/5 ${turnFirst ? MAIN : "border-t border-rule landscape:border-t-0"}`}
        >
          turn {left} nipples
        </button>
      )}
    </div>
  );
};
