import { type Away, onTheClock, openMinutes, openStretches } from "@/core/planning/bench-day";
import type { Diary } from "@/core/planning/diary";
import { type PlannedJob, planAhead, type Step } from "@/core/planning/schedule";
import { benchMinutes, type StageTime, stageTimes, together, UNKNOWN_STAGE } from "@/core/planning/stage-times";
import type { Settings } from "@/core/shop/settings";
import { STAGE_NAMES } from "@/core/wheel/stages";
import { awayFrom } from "./away";
import { database } from "./database";
import { rowsOf } from "./job-rows";
import { benchRows } from "./jobs";
import { json } from "./json-column";

/** Days a wait takes when nobody said (common practice: post two days to weeks, plating longer). */
const USUAL_WAIT = 7;

/** Days the diary draws. */
const DAYS_SHOWN = 21;

const dayNumber = (iso: string): number => Math.round(Date.parse(`${iso}T00:00:00Z`) / 86_400_000);

/** Bench minutes each stage took on wheels handed back, from the marks left in the record at the time. */
export const learnTimes = async (): Promise<Readonly<Record<string, StageTime>>> => {
  const rows = await database()("jobs")
    .whereNotNull("finished_at")
    .orderBy("finished_at", "desc")
    .limit(60)
    .select("minutes");
  const past: Record<string, number[]> = {};
  for (const row of rows) {
    if (row.minutes === null) continue;
    const own = json<Record<string, number>>(row.minutes);
    for (const [stage, m] of Object.entries(own)) past[stage] = [...(past[stage] ?? []), m];
  }
  return stageTimes(past);
};

/** Which stage a figure is taken in, by the beginning of its name. */
const STAGE_OF: readonly (readonly [string, string])[] = [
  ["found.", "book-in"],
  ["condition.", "book-in"],
  ["rim.", "measure"],
  ["hub.", "measure"],
  ["offset.", "measure"],
  ["sample.", "measure"],
  ["order.", "spokes"],
  ["spoke.", "spokes"],
  ["lac", "lace"],
  ["prep.", "lace"],
  ["tension.", "tension"],
  ["finish.", "hand-back"],
];

/** Keeps with a finished job what its stages took. */
export const keepMinutes = async (jobId: string): Promise<void> => {
  const db = database();
  const marks: Record<string, number[]> = {};
  const add = (stage: string, at: unknown) => {
    marks[stage] = [...(marks[stage] ?? []), new Date(at as Date).getTime()];
  };
  for (const m of await db("measurements").where({ job_id: jobId }).select("name", "created_at"))
    add(STAGE_OF.find(([start]) => String(m.name).startsWith(start))?.[1] ?? "measure", m.created_at);
  const rounds = await db("rounds").where({ job_id: jobId }).select("id", "kind");
  for (const r of rounds) {
    const stage = r.kind === "tension" ? "tension" : "true";
    for (const table of ["readings", "turns"])
      for (const x of await db(table).where({ round_id: r.id }).select("created_at")) add(stage, x.created_at);
  }
  const minutes = Object.fromEntries(Object.entries(marks).map(([stage, times]) => [stage, benchMinutes(times)]));
  await db("jobs")
    .where({ id: jobId })
    .update({ minutes: JSON.stringify(minutes) });
};

/** What is on the bench, planned ahead from today by the shop's hours. */
export const readDiary = async (settings: Settings, today: string): Promise<Diary> => {
  const rows = (await benchRows(200)).filter((r) => r.finished_at === null);
  const [jobs, times, ahead, rechecks] = await Promise.all([
    rowsOf(rows),
    learnTimes(),
    awayFrom(today),
    database()("jobs")
      .join("wheels", "wheels.id", "jobs.wheel_id")
      .join("customers", "customers.id", "wheels.customer_id")
      .whereNotNull("jobs.recheck_on")
      .where("jobs.recheck_on", ">=", new Date(Date.now() - 60 * 86_400_000))
      .orderBy("jobs.recheck_on")
      .limit(20)
      .select("wheels.id as wheelId", "wheels.mark", "customers.name as customer", "jobs.recheck_on"),
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
    .map((r) => String(r.id));
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
      const next = j.stages.find((s) => s.state !== "done");
      return {
        id: j.id,
        mark: j.mark,
        machine: j.machine,
        customer: j.customer,
        promised: j.promised,
        waitingFor: j.waitingFor,
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
    rechecks: rechecks.map((r) => ({
      wheelId: String(r.wheelId),
      mark: String(r.mark),
      customer: String(r.customer),
      on: new Date(r.recheck_on).toISOString().slice(0, 10),
    })),
  };
};

/** The order somebody dragged the wheels into; an empty list lets the promises decide again. */
export const saveOrder = async (ids: readonly string[]): Promise<void> => {
  await database().transaction(async (trx) => {
    await trx("jobs").whereNotNull("desk_order").update({ desk_order: null });
    for (const [i, id] of ids.entries()) await trx("jobs").where({ id }).update({ desk_order: i });
  });
};
