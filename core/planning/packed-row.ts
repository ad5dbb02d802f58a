import { STAGES, type StageState } from "../wheel/stages";
import type { JobRow } from "./job-row";

/** How each state is written: one letter. */
const LETTERS: Readonly<Record<StageState, string>> = {
  done: "d",
  next: "n",
  missing: "m",
  waiting: "w",
  changed: "c",
  ahead: "a",
};
const STATE_OF = new Map(Object.entries(LETTERS).map(([state, letter]) => [letter, state as StageState]));

/** What a row says, in the order it is sent: what is seldom told comes last, and is left out at the end. */
const SENT = [
  ...["id", "changes", "mark", "open", "line", "machine", "customer", "wanted", "promised"],
  ...["waitingFor", "waitingSince", "finished", "unreadable"],
] as const;

/**
 * A row of the jobs list as it goes over the network: its words without their names, its stages as one of them, `0d1d2n`
 * for the first and second done and the third next. A list of a hundred is a tenth of what it was.
 */
export type PackedRow = readonly (string | number | boolean | null)[];

export const packRow = (row: JobRow): PackedRow => {
  const line = row.stages.map(({ stage, state }) => `${STAGES.indexOf(stage)}${LETTERS[state]}`).join("");
  const told: Readonly<Record<string, unknown>> = { ...row, line, open: STAGES.indexOf(row.open) };
  const sent = SENT.map((name) => (told[name] ?? null) as PackedRow[number]);
  const isTold = (value: PackedRow[number]) => value !== null && value !== false;
  return sent.slice(0, sent.findLastIndex(isTold) + 1);
};

export const unpackRow = (packed: PackedRow): JobRow => {
  const told = Object.fromEntries(SENT.map((name, i) => [name, packed[i] ?? null])) as Record<string, unknown>;
  const { line, open, finished, unreadable, ...row } = told;
  return {
    ...(row as unknown as Omit<JobRow, "open" | "stages" | "finished">),
    finished: finished === true,
    open: STAGES[Number(open)],
    stages: [...String(line).matchAll(/(\d)(\w)/g)].map(([, at, letter]) => ({
      stage: STAGES[Number(at)],
      state: STATE_OF.get(letter) ?? "ahead",
    })),
    ...(typeof unreadable === "string" && { unreadable }),
  };
};
