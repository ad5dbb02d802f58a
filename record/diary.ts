import type { Away } from "@/core/planning/bench-day";
import { onTheClock, openMinutes, openStretches } from "@/core/planning/bench-day";
import type { Diary } from "@/core/planning/diary";
import { waitsFor } from "@/core/planning/job-row";
import { type PlannedJob, planAhead, type Step } from "@/core/planning/schedule";
import { together, UNKNOWN_STAGE } from "@/core/planning/stage-times";
import type { Settings } from "@/core/shop/settings";
import { nextStage, STAGE_NAMES } from "@/core/wheel/stages";
import { awayFrom } from "@/store/away";
import { timesOrdered } from "@/store/desk-order";
import { benchRows, countBench } from "@/store/jobs";
import { listRechecks } from "@/store/rechecks";
import { learnTimes } from "./bench-minutes";
import { rowsOf } from "./job-rows";

/** Days a wait takes when nobody said (common practice: post two days to weeks, plating longer). */
const USUAL_WAIT = 7;

/** Days the diary draws. */
const DAYS_SHOWN = 21;
/** Wheels planned at most; what comes after them is years away. */
const PLANNED = 200;

const dayNumber = (iso: string): number => Math.round(Date.parse(`${iso}T00:00:00Z`) / 86_400_000);

/** What is on the bench, planned ahead from today by the shop's hours. */
export const readDiary = async (settings: Settings, today: string): Promise<Diary> => {
  const rows = (await benchRows(PLANNED)).filter((r) => r.finished_at === null);
  const [onBench, jobs, times, ahead, rechecks, ordered] = await Promise.all([
    countBench(),
    rowsOf(rows),
    learnTimes(),
    awayFrom(today),
    listRechecks(),
    timesOrdered(),
  ]);
  const start = dayNumber(today);
  const away = new Map<string, Away[]>();
  for (const a of ahead) away.set(a.day, [...(away.get(a.day) ?? []), a]);
  const planned: PlannedJob[] = jobs.map((j) => {
    const steps: Step[] = [];
    if (j.waitingFor) {
      const since = j.waitingSince ? start - dayNumber(j.waitingSince) : 0;
      steps.push({ kind: "wait", what: j.waitingFor, days: Math.max(1, USUAL_WAIT - since) });
    }
    for (const s of j.stages)
      if (s.state !== "done")
        steps.push({ kind: "bench", stage: s.stage, minutes: Math.round((times[s.stage] ?? UNKNOWN_STAGE).median) });
    return { id: j.id, steps, promised: j.promised ? dayNumber(j.promised) - start : null };
  });
  const order = [...rows]
    .filter((r) => r.desk_order !== null)
    .sort((a, b) => Number(a.desk_order) - Number(b.desk_order))
    .map((r) => r.id);
  // 0 is Monday in the settings; a day's number counts from a Thursday.
  const isoDay = (day: number) => new Date((start + day) * 86_400_000).toISOString().slice(0, 10);
  const stretches = (day: number) =>
    openStretches(settings.opensAt, settings.benchMinutes[(start + day + 3) % 7], away.get(isoDay(day)) ?? []);
  const hours = (day: number) => openMinutes(stretches(day));
  const plan = planAhead(planned, hours, order);
  const needs = planned.map((job) =>
    together(job.steps.flatMap((s) => (s.kind === "bench" ? [times[s.stage] ?? UNKNOWN_STAGE] : []))),
  );
  const slowed = planned.map((job, i) => ({
    ...job,
    steps: job.steps.map((s) =>
      s.kind === "bench" ? { ...s, minutes: Math.round((s.minutes * needs[i].high) / needs[i].median) } : s,
    ),
  }));
  return {
    today,
    jobs: jobs.map((j, i) => {
      const next = nextStage(j.stages);
      return {
        id: j.id,
        mark: j.mark,
        machine: j.machine,
        customer: j.customer,
        promised: j.promised,
        waitingFor: waitsFor(j),
        next: next ? STAGE_NAMES[next.stage] : "",
        open: j.open,
        minutes: needs[i],
      };
    }),
    plan,
    slow: planAhead(slowed, hours, order).ready,
    clock: plan.slots.map((s) => onTheClock(stretches(s.day), s.from, s.minutes)),
    hours: [...Array(DAYS_SHOWN).keys()].map(hours),
    away: ahead,
    times,
    rechecks,
    ordered,
    unplanned: Math.max(0, onBench - rows.length),
  };
};
