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

/**
 * A row of the jobs list as it goes over the network: what is empty is left out, and its stages are one word, `0d1d2n` for
 * the first and second done and the third next. A list of a hundred is a third of what it was.
 */
export type PackedRow = Pick<JobRow, "id" | "changes" | "mark"> &
  Partial<
    Pick<JobRow, "customer" | "machine" | "wanted" | "promised" | "waitingFor" | "waitingSince" | "unreadable">
  > & { readonly open: number; readonly line: string; readonly finished?: true };

export const packRow = ({ stages, open, finished, ...row }: JobRow): PackedRow => ({
  ...(Object.fromEntries(
    Object.entries(row).filter(([k, v]) => (v !== "" || k === "mark") && v !== null && v !== undefined),
  ) as Pick<JobRow, "id" | "changes" | "mark">),
  open: STAGES.indexOf(open),
  line: stages.map(({ stage, state }) => `${STAGES.indexOf(stage)}${LETTERS[state]}`).join(""),
  ...(finished && { finished: true as const }),
});

export const unpackRow = ({ open, line, finished, ...row }: PackedRow): JobRow => ({
  ...{ customer: "", machine: "", wanted: "", promised: null, waitingFor: null, waitingSince: null },
  ...row,
  finished: finished === true,
  open: STAGES[open],
  stages: [...line.matchAll(/(\d)(\w)/g)].map(([, at, letter]) => ({
    stage: STAGES[Number(at)],
    state: STATE_OF.get(letter) ?? "ahead",
  })),
});
