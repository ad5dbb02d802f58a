import { database } from "./database";

/** One figure as it was taken. Nothing is altered later: a re-take is a new row. */
export interface Measurement {
  readonly id: string;
  readonly jobId: string;
  /** As `hub.A.toCentre`; the names are core/wheel/figures.ts's. */
  readonly name: string;
  readonly typed: string;
  readonly unit: string;
  /** mm (or degrees, N, a count) by the figure's kind; null for words and choices. */
  readonly value: number | null;
  readonly method: string;
}

export interface StoredMeasurement extends Measurement {
  readonly takenAt: string;
}

/** The same id again changes nothing. */
export const addMeasurement = async (m: Measurement): Promise<void> => {
  await database()("measurements")
    .insert({ id: m.id, job_id: m.jobId, name: m.name, typed: m.typed, unit: m.unit, value: m.value, method: m.method })
    .onConflict("id")
    .merge(["id"]);
};

/** All of a job's figures in the order taken. */
export const listMeasurements = async (jobId: string): Promise<StoredMeasurement[]> => {
  const rows = await database()("measurements").where({ job_id: jobId }).orderBy("order");
  return rows.map((r) => ({
    id: r.id,
    jobId: r.job_id,
    name: r.name,
    typed: r.typed,
    unit: r.unit,
    value: r.value,
    method: r.method,
    takenAt: new Date(r.created_at).toISOString(),
  }));
};

/** The newest of each name. */
export const latestFigures = (all: readonly StoredMeasurement[]): Record<string, StoredMeasurement> =>
  Object.fromEntries(all.map((m) => [m.name, m]));
