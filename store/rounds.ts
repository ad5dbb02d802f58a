import { midLine } from "@/core/runout/both-edges";
import type { RoundLine } from "@/core/shop/list-lines";
import type { TensionEntry, TensionWay } from "@/core/tension/told";
import { TENSION_WAYS } from "@/core/tension/told";
import type { Advice } from "@/core/truing/advice";
import type { RoundReadings } from "@/core/truing/state";
import { database } from "./database";
import { json } from "./json-column";
import { touchJob, touchRound } from "./touch";

export type ReadingKind = "lateral" | "far-edge" | "radial" | "offset" | TensionWay;

/** One reading as it was taken; spoke 0 for the offset. mm, N, Hz or a gauge's divisions. */
export interface Reading {
  readonly id: string;
  readonly what: ReadingKind;
  readonly spoke: number;
  readonly value: number;
  readonly typed: string;
  readonly doubtful: boolean;
  /** 1 σ: cents of a note, mm of a run-out read with less than a careful dial. */
  readonly sure?: number | null;
  /** The gauge's table. */
  readonly tableId?: string | null;
  /** The other spoke of a squeezed pair. */
  readonly against?: number | null;
  /** When it was stored; set by the record. */
  readonly at?: string;
}

/** One nipple turned, + tightened. */
export interface Turn {
  readonly id: string;
  readonly spoke: number;
  readonly turns: number;
  /** When it was stored; set by the record. */
  readonly at?: string;
}

/** Turned and turned back whole: as if nothing had been turned. */
const isTakenBack = (turns: readonly Turn[]): boolean => {
  const sums = new Map<number, number>();
  for (const t of turns) sums.set(t.spoke, (sums.get(t.spoke) ?? 0) + t.turns);
  return turns.some((t) => t.turns !== 0) && [...sums.values()].every((v) => Math.abs(v) < 1e-9);
};

/** A round that brings the wheel up: what was meant, per spoke. */
export interface RoundPlan {
  /** Part of the wanted tension after it. */
  readonly part: number;
  readonly turns: readonly number[];
}

/** A pass round the wheel: readings, what was advised on them, what was turned. */
export interface Round {
  readonly id: string;
  readonly number: number;
  readonly kind: "true" | "tension";
  /** Turns of every nipple planned for a round that brings the wheel up. */
  readonly plan: RoundPlan | null;
  readonly advice: Advice | null;
  readonly destressed: boolean;
  readonly readings: readonly Reading[];
  readonly turns: readonly Turn[];
  readonly takenBack: boolean;
}

export const listRounds = async (jobId: string): Promise<Round[]> => {
  const db = database();
  const rounds = await db("rounds").where({ job_id: jobId }).orderBy("number");
  const ids = rounds.map((r) => r.id);
  const readings = ids.length > 0 ? await db("readings").whereIn("round_id", ids).orderBy("order") : [];
  const turns = ids.length > 0 ? await db("turns").whereIn("round_id", ids).orderBy("order") : [];
  const turnsOf = (roundId: string): Turn[] =>
    turns
      .filter((x) => x.round_id === roundId)
      .map((x) => ({ id: x.id, spoke: x.spoke, turns: x.turns, at: new Date(x.created_at).toISOString() }));
  return rounds.map((r) => ({
    id: r.id,
    number: r.number,
    kind: r.kind,
    plan: r.plan === null ? null : json(r.plan),
    advice: r.advice === null ? null : json(r.advice),
    destressed: Boolean(r.destressed),
    readings: readings
      .filter((x) => x.round_id === r.id)
      .map((x) => ({
        id: x.id,
        what: x.what,
        spoke: x.spoke,
        value: x.value,
        typed: x.typed,
        doubtful: Boolean(x.doubtful),
        sure: x.sure,
        tableId: x.table_id,
        against: x.against,
        at: new Date(x.created_at).toISOString(),
      })),
    turns: turnsOf(r.id),
    takenBack: isTakenBack(turnsOf(r.id)),
  }));
};

/** The next round; the same id again changes nothing. */
export const openRound = async (
  jobId: string,
  id: string,
  kind: Round["kind"] = "true",
  plan: RoundPlan | null = null,
): Promise<void> => {
  await database().transaction(async (trx) => {
    // Locks the job's row before anything is read: a read first would fix this transaction's view of the rounds, and two
    // tablets would both open the same number.
    await trx("jobs").where({ id: jobId }).forUpdate().first();
    if (await trx("rounds").where({ id }).first()) return;
    const last = await trx("rounds").where({ job_id: jobId }).max("number as n").first();
    await trx("rounds").insert({
      id,
      job_id: jobId,
      number: Number(last?.n ?? 0) + 1,
      kind,
      plan: plan === null ? null : JSON.stringify(plan),
    });
    await touchJob(jobId, trx);
  });
};

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
});

/** Append-only; the same id again changes nothing. All of them are taken or none. */
export const addReadings = async (roundId: string, list: readonly Reading[]): Promise<void> => {
  await database()("readings")
    .insert(list.map((r) => readingRow(roundId, r)))
    .onConflict("id")
    .merge(["id"]);
  await touchRound(roundId);
};

export const addReading = (roundId: string, r: Reading): Promise<void> => addReadings(roundId, [r]);

/** @returns whether it is new; the same id again changes nothing */
export const addTurn = async (roundId: string, t: Turn): Promise<boolean> => {
  const fresh = await database().transaction(async (trx) => {
    // The same sent again while the first is still being stored waits for it; before anything is read, or it would not see
    // what the other stored.
    await trx("rounds").where({ id: roundId }).forUpdate().first();
    if (await trx("turns").where({ id: t.id }).first("id")) return false;
    await trx("turns").insert({ id: t.id, round_id: roundId, spoke: t.spoke, turns: t.turns });
    return true;
  });
  if (fresh) await touchRound(roundId);
  return fresh;
};

export const jobOfRound = async (roundId: string): Promise<string | null> =>
  (await database()("rounds").where({ id: roundId }).first("job_id"))?.job_id ?? null;

export const saveAdvice = async (roundId: string, advice: Advice): Promise<void> => {
  await database()("rounds")
    .where({ id: roundId })
    .update({ advice: JSON.stringify(advice) });
};

/** @returns whether it was not marked before */
export const markDestressed = async (roundId: string): Promise<boolean> =>
  (await database()("rounds").where({ id: roundId, destressed: false }).update({ destressed: true })) > 0;

/** Of a round's readings those that say something of tension. */
export const tensionEntries = (round: Round): TensionEntry[] =>
  round.readings.flatMap((r) =>
    (TENSION_WAYS as readonly string[]).includes(r.what)
      ? [
          {
            what: r.what as TensionWay,
            spoke: r.spoke,
            value: r.value,
            sure: r.sure ?? null,
            tableId: r.tableId ?? null,
            against: r.against ?? null,
          },
        ]
      : [],
  );

const newestOf = (round: Round, holes: number, what: ReadingKind): (number | null)[] => {
  const out = new Array<number | null>(holes).fill(null);
  for (const r of round.readings) if (r.what === what && r.spoke >= 1 && r.spoke <= holes) out[r.spoke - 1] = r.value;
  return out;
};
/** Side to side on one edge alone, newest of each place, mm; null where it was not read. */
export const nearEdge = (round: Round, holes: number) => newestOf(round, holes, "lateral");
export const farEdge = (round: Round, holes: number) => newestOf(round, holes, "far-edge");

/** What counts of a round's readings: the newest of each place; tensions as they were worked out. */
export const roundReadings = (
  round: Round,
  holes: number,
  tension: readonly (number | null)[] = new Array<number | null>(holes).fill(null),
): RoundReadings => {
  const lateral = new Array<number | null>(holes).fill(null);
  const radial = new Array<number | null>(holes).fill(null);
  const far = farEdge(round, holes);
  const sure = {
    lateral: new Array<number | null>(holes).fill(null),
    radial: new Array<number | null>(holes).fill(null),
  };
  let offset: number | null = null;
  for (const r of round.readings) {
    if (r.what === "offset") offset = r.value;
    else if (r.spoke < 1 || r.spoke > holes) continue;
    else if (r.what === "lateral" || r.what === "radial") {
      ({ lateral, radial })[r.what][r.spoke - 1] = r.value;
      sure[r.what][r.spoke - 1] = r.sure ?? null;
    }
  }
  // Where both edges were read the rim's middle counts, whatever its width does; and two readings are surer than one.
  const middle = midLine(lateral, far);
  const any = [...sure.lateral, ...sure.radial].some((s) => s !== null);
  return { lateral: middle, radial, tension, offset, ...(any ? { sure } : {}) };
};

/** Turns per spoke really made; a nipple turned twice counts both. */
export const turnsMade = (round: Round, holes: number): number[] => {
  const out = new Array<number>(holes).fill(0);
  for (const t of round.turns) if (t.spoke >= 1 && t.spoke <= holes) out[t.spoke - 1] += t.turns;
  return out;
};

/** Every reading and turn of these rounds as a line of a list. */
export const roundLines = (rounds: readonly Round[]): RoundLine[] =>
  rounds.flatMap((r) => [
    ...r.readings.map((x) => ({ round: r.number, what: x.what, spoke: x.spoke, value: x.value, takenAt: x.at ?? "" })),
    ...r.turns.map((x) => ({ round: r.number, what: "turn", spoke: x.spoke, value: x.turns, takenAt: x.at ?? "" })),
  ]);
