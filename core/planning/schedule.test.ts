import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { type PlannedJob, planAhead } from "@/core/planning/schedule";
import { benchMinutes, stageTimes, together } from "@/core/planning/stage-times";

/** Every way to give out unit slots, tried: the least worst lateness there is, days past promise (early counts as less). */
const bruteForce = (jobs: readonly { release: number; units: number; promised: number }[], perDay: number): number => {
  const seen = new Map<string, number>();
  const search = (slot: number, left: readonly number[], ends: readonly number[]): number => {
    if (left.every((u) => u === 0)) return Math.max(...ends.map((e, i) => e - jobs[i].promised));
    const key = `${slot}|${left}|${ends}`;
    const known = seen.get(key);
    if (known !== undefined) return known;
    const day = Math.floor(slot / perDay);
    let best = Number.POSITIVE_INFINITY;
    let idle = true;
    jobs.forEach((j, i) => {
      if (left[i] === 0 || j.release > day) return;
      idle = false;
      best = Math.min(
        best,
        search(
          slot + 1,
          left.map((u, k) => (k === i ? u - 1 : u)),
          ends.map((e, k) => (k === i && left[i] === 1 ? day : e)),
        ),
      );
    });
    if (idle) best = search(slot + 1, left, ends);
    seen.set(key, best);
    return best;
  };
  return search(
    0,
    jobs.map((j) => j.units),
    jobs.map(() => 0),
  );
};

describe("planning ahead", () => {
  test("the worst lateness is the least there is: against every way tried, small shops", () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            release: fc.integer({ min: 0, max: 3 }),
            units: fc.integer({ min: 1, max: 3 }),
            promised: fc.integer({ min: 0, max: 5 }),
          }),
          { minLength: 1, maxLength: 4 },
        ),
        fc.integer({ min: 1, max: 3 }),
        (jobs, perDay) => {
          const plan = planAhead(
            jobs.map((j, i) => ({
              id: String(i),
              promised: j.promised,
              steps: [
                { kind: "wait" as const, what: "post", days: j.release },
                { kind: "bench" as const, stage: "true", minutes: j.units * 60 },
              ],
            })),
            () => perDay * 60,
          );
          const worst = Math.max(...plan.ready.map((r, i) => (r.day ?? 999) - jobs[i].promised));
          expect(worst).toBe(bruteForce(jobs, perDay));
        },
      ),
      { numRuns: 150 },
    );
  });

  test("the bench is never overbooked, work is never lost, steps keep their order, closed days stay empty", () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            minutes: fc.array(fc.integer({ min: 5, max: 200 }), { minLength: 1, maxLength: 4 }),
            wait: fc.integer({ min: 0, max: 9 }),
            promised: fc.option(fc.integer({ min: 0, max: 30 })),
          }),
          { minLength: 1, maxLength: 8 },
        ),
        fc.array(fc.integer({ min: 0, max: 480 }), { minLength: 7, maxLength: 7 }),
        (list, week) => {
          fc.pre(week.some((h) => h > 60));
          const jobs: PlannedJob[] = list.map((j, i) => ({
            id: String(i),
            promised: j.promised,
            steps: j.minutes.flatMap((m, k) => [
              { kind: "bench" as const, stage: String(k), minutes: m },
              ...(k === 0 ? [{ kind: "wait" as const, what: "plating", days: j.wait }] : []),
            ]),
          }));
          const plan = planAhead(jobs, (day) => week[day % 7]);
          const perDay = new Map<number, number>();
          for (const s of plan.slots) {
            expect(s.from).toBe(perDay.get(s.day) ?? 0);
            perDay.set(s.day, s.from + s.minutes);
            expect(s.from + s.minutes).toBeLessThanOrEqual(week[s.day % 7]);
          }
          list.forEach((j, i) => {
            const own = plan.slots.filter((s) => s.id === String(i));
            const given = own.reduce((sum, s) => sum + s.minutes, 0);
            if (plan.ready[i].day !== null) expect(given).toBe(j.minutes.reduce((a, b) => a + b, 0));
            const stages = own.map((s) => Number(s.stage));
            expect(stages).toEqual([...stages].sort((a, b) => a - b));
            const first = own.findLast((s) => s.stage === "0");
            const second = own.find((s) => s.stage === "1");
            if (first && second) expect(second.day).toBeGreaterThanOrEqual(first.day + j.wait);
          });
        },
      ),
      { numRuns: 150 },
    );
  });

  test("what was dragged to the front is done first, whatever is promised", () => {
    const job = (id: string, promised: number): PlannedJob => ({
      id,
      promised,
      steps: [{ kind: "bench", stage: "true", minutes: 60 }],
    });
    const plan = planAhead([job("a", 0), job("b", 5)], () => 60, ["b"]);
    expect(plan.slots.map((s) => s.id)).toEqual(["b", "a"]);
    expect(plan.ready.find((r) => r.id === "a")).toEqual({ id: "a", day: 1, late: 1 });
  });

  test("minutes are learnt from the marks of past work; a long break is no bench time", () => {
    const at = (minutes: number) => minutes * 60_000;
    expect(benchMinutes([at(0), at(5), at(8), at(200), at(204)])).toBeCloseTo(12, 9);
    expect(stageTimes({}).true).toMatchObject({ median: 60, from: 0 });
    const four = stageTimes({ true: [30, 40, 50, 60] }).true;
    expect(four).toMatchObject({ median: 50, low: 40, high: 60, from: 4 });
    // Independent spreads add up as squares: four stages are twice as far apart as one, not four times.
    expect(together([four, four, four, four])).toEqual({ median: 200, low: 180, high: 220 });
  });
});
