/** A piece of bench work, or a wait nobody can shorten. */
export type Step =
  | { readonly kind: "bench"; readonly stage: string; readonly minutes: number }
  | { readonly kind: "wait"; readonly what: string; readonly days: number };

/** One wheel still to be done. */
export interface PlannedJob {
  readonly id: string;
  readonly steps: readonly Step[];
  /** Days from today; null for none. */
  readonly promised: number | null;
}

/** A stretch of bench time given to a job; day 0 is today, minutes from the opening of the bench. */
export interface Slot {
  readonly id: string;
  readonly stage: string;
  readonly day: number;
  readonly from: number;
  readonly minutes: number;
}

export interface Plan {
  readonly slots: readonly Slot[];
  readonly ready: readonly {
    readonly id: string;
    /** Day it is ready; null when it does not come up within the days looked at. */
    readonly day: number | null;
    /** Days past its promise; null for none promised. */
    readonly late: number | null;
  }[];
}

/** Days looked ahead. */
const HORIZON = 400;
/** A slot shorter than this is not begun: hands need as long to take the wheel up. Minutes. */
const LEAST_SLOT = 1;

interface Running {
  readonly job: PlannedJob;
  at: number;
  left: number;
  /** Day from which its next step may begin. */
  free: number;
  done: number | null;
}

/**
 * Forward scheduling of one bench: on every day, in its hours, the wheel that may be worked on and stands first is taken;
 * work is broken off whenever one that stands before it comes free. A wait runs by calendar days beside the bench.
 *
 * With no order given, the one promised soonest stands first, which leaves the least lateness at the worst (Jackson's
 * rule with interruptions; Horn 1974: 1 | r_j, pmtn | L_max).
 *
 * @param hours minutes of bench on each day from today
 * @param order ids in the order somebody dragged them; others follow by promise
 */
export const planAhead = (
  jobs: readonly PlannedJob[],
  hours: (day: number) => number,
  order: readonly string[] = [],
): Plan => {
  const place = (job: PlannedJob): number => {
    const at = order.indexOf(job.id);
    return at < 0 ? order.length : at;
  };
  const running: Running[] = jobs.map((job) => ({ job, at: 0, left: 0, free: 0, done: null }));
  const enter = (r: Running, day: number) => {
    for (;;) {
      const step = r.job.steps[r.at];
      if (!step) {
        r.done = day;
        return;
      }
      if (step.kind === "bench") {
        if (step.minutes > 0) {
          r.left = step.minutes;
          return;
        }
      } else if (step.days > 0) {
        r.free = day + step.days;
        return;
      }
      r.at++;
    }
  };
  for (const r of running) enter(r, 0);
  const byTurn = [...running].sort(
    (p, q) =>
      place(p.job) - place(q.job) ||
      (p.job.promised ?? HORIZON) - (q.job.promised ?? HORIZON) ||
      (p.job.id < q.job.id ? -1 : 1),
  );
  const slots: Slot[] = [];
  for (let day = 0; day < HORIZON && running.some((r) => r.done === null); day++) {
    for (const r of running) {
      if (r.done !== null || r.job.steps[r.at]?.kind !== "wait" || r.free > day) continue;
      r.at++;
      enter(r, r.free);
    }
    let from = 0;
    const whole = hours(day);
    while (whole - from >= LEAST_SLOT) {
      const next = byTurn.find((r) => r.done === null && r.job.steps[r.at]?.kind === "bench");
      if (!next) break;
      const minutes = Math.min(next.left, whole - from);
      const step = next.job.steps[next.at];
      slots.push({ id: next.job.id, stage: step.kind === "bench" ? step.stage : "", day, from, minutes });
      from += minutes;
      next.left -= minutes;
      if (next.left <= 0) {
        next.at++;
        enter(next, day);
      }
    }
  }
  return {
    slots,
    ready: running.map((r) => ({
      id: r.job.id,
      day: r.done,
      late: r.job.promised === null || r.done === null ? null : Math.max(0, r.done - r.job.promised),
    })),
  };
};
