import type { Stage, StageState } from "../wheel/stages";

/** One row of the jobs list. */
export interface JobRow {
  readonly id: string;
  /** Rises with every change of the job or anything of it. */
  readonly changes: number;
  readonly mark: string;
  readonly customer: string;
  readonly machine: string;
  readonly wanted: string;
  readonly promised: string | null;
  readonly waitingFor: string | null;
  readonly waitingSince: string | null;
  readonly finished: boolean;
  /** Where the row leads. */
  readonly open: Stage;
  readonly stages: readonly { readonly stage: Stage; readonly state: StageState }[];
  /** Why nothing of it can be shown but its name; left out for a job as it should be. */
  readonly unreadable?: string;
}

/** What a job waits for, in words: what the shop waits for, or a builder where who is learning has signed. */
export const waitsFor = ({ waitingFor, stages }: Pick<JobRow, "waitingFor" | "stages">): string | null =>
  waitingFor ?? (stages.some((s) => s.stage === "hand-back" && s.state === "waiting") ? "a builder to sign" : null);
