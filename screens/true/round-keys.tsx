import type { ReadingWay } from "./use-walks";

/** What else is read in the walk with the dial. */
export type Also = "tension" | "offset" | "edges";

const ALSO: readonly { readonly what: Also; readonly on: string; readonly off: string }[] = [
  { what: "tension", on: "and tension", off: "no tension" },
  { what: "offset", on: "and offset", off: "no offset" },
  { what: "edges", on: "both edges", off: "one edge" },
];
const OTHERWISE = [
  { how: "other", label: "other ways" },
  { how: "live", label: "the stand" },
] as const;

interface RoundKeysProps {
  /** Every how many spokes the dial is read. */
  readonly every: number;
  readonly also: Readonly<Record<Also, boolean>>;
  /** Places read and nipples turned in the round in hand, and whether it is advised on. */
  readonly read: number;
  readonly turned: number;
  readonly advised: boolean;
  /** Nipples still to turn in this round. */
  readonly left: number;
  readonly onEvery: (every: number) => void;
  readonly onToggle: (what: Also) => void;
  readonly onRead: (how: ReadingWay) => void;
  readonly onTurn: () => void;
}

const readLabel = ({ read, turned, advised }: Pick<RoundKeysProps, "read" | "turned" | "advised">): string => {
  if (turned > 0) return "de-stressed: read the next round";
  if (read === 0) return "read the wheel";
  return advised ? "read again" : "go on reading";
};

/** The keys under the rim: how it is read, reading it, and turning what is to be turned. */
export const RoundKeys = ({ every, also, left, onEvery, onToggle, onRead, onTurn, ...round }: RoundKeysProps) => (
  <div className="flex h-18 shrink-0 items-stretch border-t-2 border-ink text-xl portrait:h-36 portrait:flex-wrap">
    <button
      type="button"
      onClick={() => onEvery(every === 4 ? 2 : every === 2 ? 1 : 4)}
      className="w-40 border-r border-rule px-2 text-lg leading-tight portrait:h-18 portrait:flex-1"
    >
      read every {every === 1 ? "one" : every === 2 ? "second" : "fourth"}
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
    {OTHERWISE.map(({ how, label }) => (
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
      onClick={() => onRead("read")}
      className={`shrink-0 grow basis-36 text-2xl leading-tight outline-offset-[-8px] portrait:h-18 portrait:basis-2/5 portrait:border-t portrait:border-rule ${left > 0 ? "border-r border-rule" : "bg-ink text-paper"}`}
    >
      {readLabel(round)}
    </button>
    {left > 0 && (
      <button
        type="button"
        onClick={onTurn}
        className="shrink-0 grow basis-40 bg-ink text-2xl leading-tight text-paper outline-offset-[-8px] portrait:h-18 portrait:basis-2/5"
      >
        turn {left} nipples
      </button>
    )}
  </div>
);
