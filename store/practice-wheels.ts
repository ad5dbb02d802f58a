import { randomInt } from "node:crypto";
import type { PracticeLevel } from "@/core/shop/practice-levels";
import { database } from "./database";
import { inTransaction } from "./in-transaction";
import { json } from "./json-column";

/** A simulated wheel on a job's stand: plain data that only `devices` understands. */
export interface StoredPracticeWheel {
  readonly hidden: unknown;
  readonly state: unknown;
  readonly version: number;
  /** As it was last scored, and of which version and changes. */
  readonly score: unknown;
  readonly scoreOf: string;
}

/** Who trains on a wheel, and on which level; no level for one put on by other means. */
export interface Training {
  readonly level: PracticeLevel | null;
  readonly who: string;
}

/** A wheel somebody trains on, as a list of them shows it. */
export interface TrainedWheel extends Training {
  readonly jobId: string;
  readonly mark: string;
  /** Day it was begun, `2026-12-04`. */
  readonly begun: string;
}

export const findPracticeWheel = async (jobId: string): Promise<StoredPracticeWheel | null> => {
  const row = await database()("practice_wheels").where({ job_id: jobId }).first();
  if (!row) return null;
  const { version, score_of: scoreOf } = row;
  return { hidden: json(row.hidden), state: json(row.state), version, score: json(row.score), scoreOf };
};

/** Null where no practice wheel is on the stand. */
export const trainingOf = async (jobId: string): Promise<Training | null> =>
  (await database()("practice_wheels").where({ job_id: jobId }).first("level", "who")) ?? null;

export const savePracticeWheel = async (
  jobId: string,
  hidden: unknown,
  state: unknown,
  { level, who }: Training = { level: null, who: "" },
): Promise<void> => {
  const wheel = { hidden: JSON.stringify(hidden), state: JSON.stringify(state), level, who };
  await inTransaction((trx) =>
    trx("practice_wheels")
      // From anywhere: one that was taken off and another put on in its place never has the number of the first.
      .insert({ job_id: jobId, ...wheel, version: randomInt(1, 1_000_000_000) })
      .onConflict("job_id")
      .merge({ ...wheel, version: trx.raw("version + 1") }),
  );
};

/** @returns false, and nothing is stored, when someone else stored it since that version was read */
export const savePracticeState = async (jobId: string, state: unknown, version: number): Promise<boolean> =>
  (await inTransaction((trx) =>
    trx("practice_wheels")
      .where({ job_id: jobId, version })
      .update({ state: JSON.stringify(state), version: version + 1 }),
  )) > 0;

/** Kept so that it is not worked out twice. */
export const keepScore = async (jobId: string, score: unknown, scoreOf: string): Promise<void> => {
  await database()("practice_wheels")
    .where({ job_id: jobId })
    .update({ score: JSON.stringify(score), score_of: scoreOf });
};

/** Wheels trained on, by levels, newest first. */
export const trainedWheels = async (most: number): Promise<TrainedWheel[]> =>
  (
    await database()("practice_wheels")
      .join("jobs", "jobs.id", "practice_wheels.job_id")
      .join("wheels", "wheels.id", "jobs.wheel_id")
      .whereNotNull("practice_wheels.level")
      .whereNull("jobs.put_away_at")
      .orderBy("jobs.created_at", "desc")
      .limit(most)
      .select(
        "practice_wheels.job_id",
        "practice_wheels.level",
        "practice_wheels.who",
        "wheels.mark",
        "jobs.created_at",
      )
  ).map((r) => ({
    ...{ jobId: r.job_id, level: r.level, who: r.who, mark: r.mark },
    begun: r.created_at.toISOString().slice(0, 10),
  }));

export const removePracticeWheel = async (jobId: string): Promise<void> => {
  await database()("practice_wheels").where({ job_id: jobId }).delete();
};
