import type { Away, Stretch } from "./bench-day";
import type { Plan } from "./schedule";
import type { StageTime } from "./stage-times";

/** One wheel on the bench as the diary lists it. */
export interface DiaryJob {
  readonly id: string;
  readonly mark: string;
  readonly machine: string;
  readonly customer: string;
  readonly promised: string | null;
  readonly waitingFor: string | null;
  readonly next: string;
  readonly open: string;
  readonly minutes: number;
}

/** The bench planned ahead from today. */
export interface Diary {
  readonly today: string;
  readonly jobs: readonly DiaryJob[];
  readonly plan: Plan;
  /** Each slot of the plan by the clock; in pieces where the bench is left in between. */
  readonly clock: readonly (readonly Stretch[])[];
  /** Bench minutes of the days ahead, today first. */
  readonly hours: readonly number[];
  readonly away: readonly Away[];
  readonly times: Readonly<Record<string, StageTime>>;
  readonly rechecks: readonly {
    readonly wheelId: string;
    readonly mark: string;
    readonly customer: string;
    readonly on: string;
  }[];
}
