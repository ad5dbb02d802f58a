import type { RoundLine } from "../shop/list-lines";
import { READING_KINDS, type Reading, type ReadingKind } from "./reading";
import type { Round } from "./round";
import type { Turn } from "./turn";

/** Every reading and turn of these rounds as a line of a list. */
export const roundLines = (rounds: readonly Round[]): RoundLine[] =>
  rounds.flatMap((r) => [
    ...r.readings.map((x) => ({ round: r.number, what: x.what, spoke: x.spoke, value: x.value, takenAt: x.at ?? "" })),
    ...r.turns.map((x) => ({ round: r.number, what: "turn", spoke: x.spoke, value: x.turns, takenAt: x.at ?? "" })),
  ]);

const isKind = (what: string): what is ReadingKind => (READING_KINDS as readonly string[]).includes(what);

/** The lines of one round as readings and turns with ids of their own. */
export const roundOf = (
  lines: readonly RoundLine[],
): { readonly readings: readonly Reading[]; readonly turns: readonly Turn[] } => ({
  readings: lines.flatMap(({ what, spoke, value, takenAt }) =>
    isKind(what)
      ? [
          {
            id: crypto.randomUUID(),
            what,
            spoke,
            value,
            typed: takenAt.slice(0, 60),
            doubtful: false,
            instrument: "list" as const,
            method: "list" as const,
          },
        ]
      : [],
  ),
  turns: lines.flatMap(({ what, spoke, value }) =>
    what === "turn" ? [{ id: crypto.randomUUID(), spoke, turns: value }] : [],
  ),
});
