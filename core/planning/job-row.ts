import type { Stage, StageState } from "../wheel/stages";

/** One row of the jobs list. */
export interface JobRow {
  readonly id: string;
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
