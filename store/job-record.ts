import { type Entry, settleAll, type Taken } from "@/core/measurement/taken";
import { totalReading } from "@/core/runout/runout";
import { TOLERANCES } from "@/core/runout/tolerance";
import type { RoundReadings } from "@/core/truing/state";
import { buildWheel, measuredSoFar, type WheelBuild } from "@/core/wheel/build";
import { type Progress, stageStates } from "@/core/wheel/stages";
import { readWheel, type Wheel } from "@/core/wheel/wheel-file";
import { type Build, findBuild } from "./builds";
import { jobLacing } from "./job-lacing";
import { findJob, type Job } from "./jobs";
import { listMeasurements } from "./measurements";
import { listPhotos, type Photo } from "./photos";
import { listRounds, type Round, roundReadings } from "./rounds";
import { latestSheet } from "./sheets";

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
  readonly stages: ReturnType<typeof stageStates>;
  readonly signedBy: string | null;
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

const insideTolerance = (job: Job, readings: RoundReadings): boolean => {
  const t = TOLERANCES[job.tolerance];
  const read = readings.lateral.filter((r) => r !== null).length;
  return (
    read >= 8 &&
    totalReading(readings.lateral) <= t.lateral &&
    totalReading(readings.radial) <= t.radial &&
    Math.abs(readings.offset ?? 0) <= t.offset
  );
};

export const jobRecord = async (id: string): Promise<JobRecord | null> => {
  const job = await findJob(id);
  if (!job) return null;
  const [measurements, settled, rounds, sheet, photos] = await Promise.all([
    listMeasurements(id),
    findBuild(id),
    listRounds(id),
    latestSheet(id),
    listPhotos(id),
  ]);
  const taken = settleAll(measurements);
  const build = buildWheel(
    taken,
    [job.machine, job.place === "other" ? "" : `${job.place} wheel`].filter(Boolean).join(", "),
  );
  const wheel = settled ? readWheel(settled.wheel) : build.wheel;
  const last = [...rounds].reverse().find((r) => r.readings.length > 0);
  const progress: Progress = {
    kind: job.kind,
    taken: Object.keys(taken),
    measured: measuredSoFar(build),
    hasBuild: settled !== null,
    buildStale: settled !== null && !sameWheel({ ...settled.wheel, name: "" }, { ...build.input, name: "" }),
    laced: wheel !== null && (taken["lace.last"]?.value ?? 0) >= jobLacing(wheel, taken).steps.length,
    rounds: rounds.length,
    trueEnough: last !== undefined && wheel !== null && insideTolerance(job, roundReadings(last, wheel.rim.holes)),
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
    stages: stageStates(progress),
    signedBy: sheet?.signedBy ?? null,
  };
};
