import { placeSpokes } from "@/core/lacing/placement";
import { type Entry, settleAll, type Taken } from "@/core/measurement/taken";
import { totalBesideSeam } from "@/core/runout/beside-seam";
import { sideTensions } from "@/core/tension/balance";
import type { RoundReadings } from "@/core/truing/state";
import { buildWheel, measuredSoFar, type WheelBuild } from "@/core/wheel/build";
import { type Progress, stageStates } from "@/core/wheel/stages";
import { readWheel, type Wheel } from "@/core/wheel/wheel-file";
import { toleranceOf } from "./bench-way";
import { type Build, findBuild } from "./builds";
import { listGaugeTables } from "./gauge-tables";
import { jobLacing } from "./job-lacing";
import { findJob, type Job } from "./jobs";
import { listMeasurements } from "./measurements";
import { latestOrder, type Order } from "./orders";
import { listPhotos, type Photo } from "./photos";
import { listRounds, type Round } from "./rounds";
import { latestSheet, type StoredSheet } from "./sheets";
import { type WheelTensions, wheelTensions } from "./wheel-tensions";

/** Everything the screens of one job show. */
export interface JobRecord {
  readonly job: Job;
  readonly measurements: readonly Entry[];
  /** What each figure's entries come to. */
  readonly taken: Readonly<Record<string, Taken>>;
  readonly photos: readonly Photo[];
  /** From the figures as they are now. */
  readonly build: WheelBuild;
  /** As it was settled on the spokes' place. */
  readonly settled: Build | null;
  /** The wheel the bench works on: settled, else from the figures; null when they make none. */
  readonly wheel: Wheel | null;
  readonly rounds: readonly Round[];
  /** What every round's readings come to, tensions in newtons. */
  readonly read: WheelTensions;
  /** The newest order of spokes. */
  readonly order: Order | null;
  readonly stages: ReturnType<typeof stageStates>;
  readonly signedBy: string | null;
  /** As it was last handed over; null while it never was. */
  readonly handedOver: StoredSheet | null;
}

const sameWheel = (a: unknown, b: unknown): boolean => {
  const sorted = (x: unknown): unknown =>
    x && typeof x === "object" && !Array.isArray(x)
      ? Object.fromEntries(
          Object.entries(x)
            .sort(([p], [q]) => (p < q ? -1 : 1))
            .map(([k, v]) => [k, sorted(v)]),
        )
      : x;
  return JSON.stringify(sorted(a)) === JSON.stringify(sorted(b));
};

/** How tight is decided at the bench, long after the lengths were settled; spokes that are laced do not mind. */
const withTarget = (wheel: Wheel, taken: Readonly<Record<string, Taken>>): Wheel => {
  const target = taken["tension.target"]?.value;
  return target === undefined || target === null ? wheel : { ...wheel, tension: { target } };
};

/** A wheel counts as up to tension from this part of what is wanted on. */
const UP_TO_TENSION = 0.85;

const isTensioned = (wheel: Wheel, rounds: readonly Round[], read: WheelTensions): boolean => {
  const spokes = placeSpokes(wheel);
  const wanted = sideTensions(wheel, spokes);
  const last = rounds.findLast((r) => read.tensions(r).some((t) => t.tension !== null));
  if (!last) return false;
  const tensions = read.tensions(last);
  return (["A", "B"] as const).every((side) => {
    const own = spokes.flatMap((s) => (s.flange === side ? (tensions[s.spoke - 1].tension ?? []) : []));
    return own.length >= 4 && own.reduce((a, b) => a + b, 0) / own.length >= UP_TO_TENSION * wanted[side];
  });
};

const insideTolerance = (job: Job, taken: Readonly<Record<string, Taken>>, readings: RoundReadings): boolean => {
  const t = toleranceOf(job.tolerance, taken);
  const read = readings.lateral.filter((r) => r !== null).length;
  return (
    read >= 8 &&
    (totalBesideSeam(readings.lateral)?.beside ?? 0) <= t.lateral &&
    (totalBesideSeam(readings.radial)?.beside ?? 0) <= t.radial &&
    Math.abs(readings.offset ?? 0) <= t.offset
  );
};

export const jobRecord = async (id: string): Promise<JobRecord | null> => {
  const job = await findJob(id);
  if (!job) return null;
  const [measurements, settled, rounds, sheet, photos, order] = await Promise.all([
    listMeasurements(id),
    findBuild(id),
    listRounds(id),
    latestSheet(id),
    listPhotos(id),
    latestOrder(id),
  ]);
  const tables = await listGaugeTables();
  const taken = settleAll(measurements);
  const build = buildWheel(
    taken,
    [job.machine, job.place === "other" ? "" : `${job.place} wheel`].filter(Boolean).join(", "),
  );
  const wheel = settled ? withTarget(readWheel(settled.wheel), taken) : build.wheel;
  const laced = wheel !== null && (taken["lace.last"]?.value ?? 0) >= jobLacing(wheel, taken).steps.length;
  const read = wheelTensions(wheel, taken, rounds, tables);
  const last = [...rounds].reverse().find((r) => r.readings.length > 0);
  const progress: Progress = {
    kind: job.kind,
    taken: Object.keys(taken),
    measured: measuredSoFar(build),
    hasBuild: settled !== null,
    buildStale:
      settled !== null &&
      !sameWheel(
        { ...settled.wheel, name: "", ...(laced ? { tension: 0 } : {}) },
        { ...build.input, name: "", ...(laced ? { tension: 0 } : {}) },
      ),
    laced,
    rounds: rounds.length,
    tensioned: wheel !== null && isTensioned(wheel, rounds, read),
    trueEnough: last !== undefined && wheel !== null && insideTolerance(job, taken, read.readings(last)),
    signed: sheet !== null,
    waitingFor: job.waitingFor,
  };
  return {
    job,
    measurements,
    taken,
    photos,
    build,
    settled,
    wheel,
    rounds,
    read,
    order,
    stages: stageStates(progress),
    signedBy: sheet?.signedBy ?? null,
    handedOver: sheet,
  };
};
