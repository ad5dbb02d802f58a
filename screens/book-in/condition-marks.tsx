import { FIGURES } from "@/core/figures/all-figures";
import type { CONDITION_PARTS } from "@/core/figures/book-in";
import type { Tap } from "../parts/bench/bench-record";
import { listWords } from "../parts/bench/figure-shown";

const ORDER = ["sound", "watch", "replace", "scrap"] as const;
type Condition = (typeof ORDER)[number];

/** How a part stands, told by shape: tick, flag, two arrows round, a solid block; a dashed ring when not looked at. */
const Mark = ({ condition }: { condition: Condition | null }) => (
  <svg width="30" height="30" viewBox="0 0 30 30" aria-hidden="true" className="shrink-0">
    {condition === null && (
      <circle cx="15" cy="15" r="11" fill="none" stroke="var(--color-rule)" strokeWidth="2" strokeDasharray="4 4" />
    )}
    {condition === "sound" && <path d="M4 16 12 24 27 5" fill="none" stroke="var(--color-ink)" strokeWidth="4" />}
    {condition === "watch" && (
      <path d="M6 3v25M6 4h19l-6 7 6 7H6" fill="var(--color-doubt)" stroke="var(--color-ink)" strokeWidth="2" />
    )}
    {condition === "replace" && (
      <path
        d="M5 12A10.5 10.5 0 0 1 24 9M25 18A10.5 10.5 0 0 1 6 21M24 2v8h-8M6 28v-8h8"
        fill="none"
        stroke="var(--color-ink)"
        strokeWidth="3"
      />
    )}
    {condition === "scrap" && (
      <path
        d="M2 2h26v26H2ZM9 9l12 12M21 9 9 21"
        fill="var(--color-stop)"
        stroke="var(--color-paper)"
        strokeWidth="3"
      />
    )}
  </svg>
);

type Part = (typeof CONDITION_PARTS)[number];
/** The row of marks a part stands in, and where on the drawing its line ends (rim radius 43, axle 0 0). */
const ROWS: Readonly<
  Record<"above" | "below", readonly { readonly part: Part; readonly to: readonly [number, number] }[]>
> = {
  above: [
    { part: "rim", to: [-28, -33] },
    { part: "nipples", to: [3.5, -40] },
    { part: "spokes", to: [22, -22] },
  ],
  below: [
    { part: "hub", to: [-9, 9] },
    { part: "drum", to: [0, 7] },
    { part: "bearings", to: [3, 3] },
  ],
};

/** Thin lines from the marks to the parts they speak of: from above and below, held upright from left and right. */
export const ConditionLines = () =>
  (["landscape", "portrait"] as const).map((held) => (
    <svg
      key={held}
      viewBox="-50 -50 100 100"
      className={`pointer-events-none absolute inset-0 h-full w-full overflow-visible ${held === "portrait" ? "landscape:hidden" : "portrait:hidden"}`}
      aria-hidden="true"
    >
      {(["above", "below"] as const).flatMap((row) =>
        ROWS[row].map(({ part, to }, i) => {
          const along = -33 + 33 * i;
          const away = row === "above" ? -54 : 54;
          const from = held === "landscape" ? `${along} ${away}` : `${away} ${along - 6}`;
          return <path key={part} d={`M${from}L${to[0]} ${to[1]}`} stroke="var(--color-rule)" strokeWidth="0.5" />;
        }),
      )}
    </svg>
  ));

/** The parts looked over: a tap moves sound, watch, replace, scrap; the note is taken below it. */
export const ConditionMarks = ({ row, tap }: { row: "above" | "below"; tap: Tap }) => (
  <div className="z-1 grid shrink-0 grid-cols-3 gap-1 bg-paper portrait:w-48 portrait:grid-cols-1 portrait:content-around max-sm:portrait:w-full max-sm:portrait:grid-cols-3">
    {ROWS[row].map(({ part }) => {
      const name = `condition.${part}`;
      const shown = tap.shown(name);
      const at = shown.state === "taken" ? ORDER.indexOf(shown.typed as Condition) : -1;
      const note = tap.shown(`${name}.note`);
      return (
        <div key={part} className="min-w-0">
          <button
            type="button"
            aria-label={`${FIGURES[name].label}: ${at < 0 ? "not looked at" : ORDER[at]}, change`}
            title={FIGURES[name].how}
            onClick={() => tap.put(name, ORDER[(at + 1) % ORDER.length])}
            className="flex min-h-12 w-full items-center gap-2 border border-rule px-2 text-lg max-sm:portrait:gap-1 max-sm:portrait:px-1 max-sm:portrait:text-base"
          >
            <Mark condition={at < 0 ? null : ORDER[at]} />
            <span className="truncate">{FIGURES[name].label}</span>
          </button>
          <button
            type="button"
            onClick={() => tap.onTap(`${name}.note`)}
            aria-label={`${FIGURES[name].label}: note`}
            className={`block min-h-12 w-full truncate px-2 text-left text-base ${at > 0 || note.state !== "open" ? "" : "max-sm:portrait:hidden"}`}
          >
            {at > 0 && <b>{ORDER[at]}: </b>}
            <span className="underline">{note.state === "open" ? "note" : listWords(note)}</span>
          </button>
        </div>
      );
    })}
  </div>
);
