import type { Reading } from "@/core/rounds/reading";
import type { Round, RoundKind, RoundPlan } from "@/core/rounds/round";
import type { Turn } from "@/core/rounds/turn";
import type { Advice } from "@/core/truing/saying/advice";
import type { WheelInput } from "@/core/wheel/wheel-file";
import { changingJob, changingRound, inOrder, isThere, putOnce } from "./changes";
import { database } from "./database";
import { json } from "./json-column";
import type { ReadingRow } from "./tables";
import { toldApart } from "./told-apart";

const asReading = (x: ReadingRow): Reading => ({
  id: x.id,
  what: x.what,
  spoke: x.spoke,
  value: x.value,
  typed: x.typed,
  doubtful: Boolean(x.doubtful),
  sure: x.sure,
  tableId: x.table_id,
  against: x.against,
  instrument: x.instrument,
  method: x.method,
  unit: x.unit,
  per: x.per,
  sign: x.sign < 0 ? -1 : 1,
  shift: x.shift,
  who: x.who,
  at: x.created_at.toISOString(),
});

/** Every round of a job, first to last, with all its readings and turns. */
export const listRounds = async (jobId: string): Promise<Round[]> => (await roundsOf([jobId]))(jobId);

/** The same of many jobs. */
export const roundsOf = async (jobIds: readonly string[]): Promise<(jobId: string) => Round[]> => {
  const db = database();
  // Joined, not asked one after the other: three questions under way together.
  const ofJobs = (table: "readings" | "turns") =>
    db(table).join("rounds", "rounds.id", `${table}.round_id`).whereIn("rounds.job_id", jobIds).orderBy(inOrder(table));
  const [rounds, readings, turns] = await Promise.all([
    db("rounds").whereIn("job_id", jobIds).orderBy("number"),
    ofJobs("readings").select("readings.*") as Promise<ReadingRow[]>,
    ofJobs("turns").select("turns.*"),
  ]);
  const readingsOf = toldApart(
    readings,
    (r) => r.round_id,
    (rows) => rows.map(asReading),
  );
  const turnsOf = toldApart(
    turns,
    (t) => t.round_id,
    (rows) =>
      rows.map((t): Turn => ({ id: t.id, spoke: t.spoke, turns: t.turns, who: t.who, at: t.created_at.toISOString() })),
  );
  return toldApart(
    rounds,
    (r) => r.job_id,
    (rows) =>
      rows.map((r) => ({
        id: r.id,
        number: r.number,
        kind: r.kind,
        plan: r.plan === null ? null : json<RoundPlan>(r.plan),
        advice: r.advice === null ? null : json<Advice>(r.advice),
        destressed: Boolean(r.destressed),
        readings: readingsOf(r.id),
        turns: turnsOf(r.id),
      })),
  );
};

/** A round to be opened; its number is the record's. */
export interface NewRound {
  readonly id: string;
  readonly kind?: RoundKind;
  readonly plan?: RoundPlan | null;
}

/** The next round; the same id again changes nothing. @returns how many changes the job has had */
export const openRound = (jobId: string, { id, kind = "true", plan = null }: NewRound): Promise<number> =>
  changingJob(jobId, async (trx) => {
    if (await isThere(trx, "rounds", id)) return false;
    const last = await trx("rounds").where({ job_id: jobId }).max<{ n: number | null }[]>("number as n").first();
    await trx("rounds").insert({
      id,
      job_id: jobId,
      number: Number(last?.n ?? 0) + 1,
      kind,
      plan: plan === null ? null : JSON.stringify(plan),
    });
    return true;
  });

/** Takes a round away in which nothing was read or turned; any other stays. @returns how many changes the job has had */
export const dropEmptyRound = (roundId: string): Promise<number> =>
  changingRound(roundId, async (trx) => {
    for (const table of ["readings", "turns"] as const)
      if (await trx(table).where({ round_id: roundId }).first("id")) return false;
    return (await trx("rounds").where({ id: roundId, destressed: false }).delete()) > 0;
  });

const readingRow = (roundId: string, r: Reading) => ({
  id: r.id,
  round_id: roundId,
  what: r.what,
  spoke: r.spoke,
  value: r.value,
  typed: r.typed,
  doubtful: r.doubtful,
  sure: r.sure ?? null,
  table_id: r.tableId ?? null,
  against: r.against ?? null,
  instrument: r.instrument ?? "unknown",
  method: r.method ?? "at-place",
  unit: r.unit ?? "",
  per: r.per ?? null,
  sign: r.sign ?? 1,
  shift: r.shift ?? 0,
  who: r.who ?? "",
});

/**
 * Append-only; the same id again changes nothing. All of them are taken or none.
 *
 * @param jobId of the round, where it is known
 * @returns how many changes the job has had
 */
export const addReadings = (roundId: string, list: readonly Reading[], jobId?: string): Promise<number> =>
  changingRound(
    roundId,
    async (trx, at_change) => {
      const rows = list.map((r) => ({ ...readingRow(roundId, r), at_change }));
      return (await putOnce(trx, "readings", rows)) > 0;
    },
    jobId,
  );

/** @returns whether it is new (the same id again changes nothing), and how many changes the job has had */
export const addTurn = async (
  roundId: string,
  { id, spoke, turns, who = "" }: Turn,
): Promise<{ readonly fresh: boolean; readonly changes: number }> => {
  let fresh = false;
  const changes = await changingRound(roundId, async (trx, at_change) => {
    fresh = (await putOnce(trx, "turns", [{ id, round_id: roundId, spoke, turns, who, at_change }])) > 0;
    return fresh;
  });
  return { fresh, changes };
};

/** Turns of a round that has none of them yet, as one change; they follow in the list's order. */
export const addTurns = (roundId: string, turns: readonly Turn[]): Promise<number> =>
  changingRound(roundId, async (trx, at_change) => {
    const rows = turns.map(({ id, spoke, turns, who = "" }) => ({
      id,
      round_id: roundId,
      spoke,
      turns,
      who,
      at_change,
    }));
    if (rows.length > 0) await trx("turns").insert(rows);
    return rows.length > 0;
  });

/** The job of a round, and its wheel as it was settled; null when there is no such round. */
export const wheelOfRound = async (
  roundId: string,
): Promise<{ readonly jobId: string; readonly settled: WheelInput | null } | null> => {
  const row: { job_id: string; wheel: unknown } | undefined = await database()("rounds")
    .leftJoin("builds", "builds.job_id", "rounds.job_id")
    .where("rounds.id", roundId)
    .first("rounds.job_id", "builds.wheel");
  return row ? { jobId: row.job_id, settled: row.wheel === null ? null : json(row.wheel) } : null;
};

export const jobOfRound = async (roundId: string): Promise<string | null> =>
  (await database()("rounds").where({ id: roundId }).first("job_id"))?.job_id ?? null;

/** Keeps what was advised with its round. @returns how many changes the job has had */
export const saveAdvice = (roundId: string, advice: Advice): Promise<number> =>
  changingRound(roundId, async (trx) => {
    await trx("rounds")
      .where({ id: roundId })
      .update({ advice: JSON.stringify(advice) });
    return true;
  });

/** @returns whether it was not marked before, and how many changes the job has had */
export const markDestressed = async (
  roundId: string,
): Promise<{ readonly fresh: boolean; readonly changes: number }> => {
  let fresh = false;
  const changes = await changingRound(roundId, async (trx) => {
    fresh = (await trx("rounds").where({ id: roundId, destressed: false }).update({ destressed: true })) > 0;
    return fresh;
  });
  return { fresh, changes };
};
