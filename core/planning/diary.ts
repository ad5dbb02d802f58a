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
  /** Bench minutes it still needs, and between what they lie for the middle half of wheels. */
  readonly minutes: Pick<StageTime, "median" | "low" | "high">;
}

/** The bench planned ahead from today. */
export interface Diary {
  readonly today: string;
  readonly jobs: readonly DiaryJob[];
  readonly plan: Plan;
  /** When each is ready if all of them are as slow as one wheel in four. */
  readonly slow: Plan["ready"];
  /** Each slot of the plan by the clock; in pieces where the bench is left in between. */
  readonly clock: readonly (readonly Stretch[])[];
  /** Bench minutes of the days ahead, today first. */
  readonly hours: readonly number[];
  readonly away: readonly Away[];
  /** How often the wheels were dragged into another order. */
  readonly ordered: number;
  /** Wheels on the bench that come after all that is planned. */
  readonly unplanned: number;
  readonly times: Readonly<Record<string, StageTime>>;
  readonly rechecks: readonly {
    readonly wheelId: string;
    readonly mark: string;
    readonly customer: string;
    readonly on: string;
  }[];
}
