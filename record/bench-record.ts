import type { DoneAct } from "@/core/acts/act";
import { roundsLeftOut } from "@/core/acts/acts-come-to";
import { isTakenHere } from "@/core/measurement/carried";
import { type Entry, figuresOf } from "@/core/measurement/taken";
import { countingOf } from "@/core/rounds/left-out";
import { type ReadRounds, readRounds } from "@/core/rounds/read-rounds";
import type { Round } from "@/core/rounds/round";
import { machineAndPlace } from "@/core/shop/machine-words";
import type { GaugeTable } from "@/core/tension/gauge-table";
import { type MeasuredWheel, measuredWheel } from "@/core/wheel/measured-wheel";
import { standingOn } from "@/core/wheel/stands-on";
import { toldSince } from "@/core/wheel/told-since";
import { readWheel, type Wheel } from "@/core/wheel/wheel-file";
import { actsOf } from "@/store/acts";
import { type Build, buildsOf } from "@/store/builds";
import { listGaugeTables } from "@/store/gauge-tables";
import { type Job, jobsOf } from "@/store/jobs";
import { measurementsOf } from "@/store/measurements";
import { roundsOf } from "@/store/rounds";

/** What the bench works on: the wheel, what was measured, told, read and turned. */
export interface BenchRecord extends MeasuredWheel {
  readonly job: Job;
  readonly measurements: readonly Entry[];
  readonly acts: readonly DoneAct[];
  /** As it was settled on the spokes' place. */
  readonly settled: Build | null;
  /** Figures that wheel rests on and nobody measured: as it was settled, but for those measured here since. */
  readonly assumed: readonly string[];
  /** The wheel the bench works on: settled, else from the figures; null when they make none. */
  readonly wheel: Wheel | null;
  /** Those that count; `allRounds` has what was left out as well. */
  readonly rounds: readonly Round[];
  readonly allRounds: readonly Round[];
  readonly tables: readonly GaugeTable[];
  /** What every round's readings come to, tensions in newtons. */
  readonly read: ReadRounds;
}

/** Null when there is no such job. Photos, orders and sheets are not asked for: the bench does without. */
export const benchRecord = async (id: string): Promise<BenchRecord | null> => (await benchRecords([id]))(id);

/** Many at once, each made out when it is asked for: what is wrong with one is no fault of the others. */
export const benchRecords = async (ids: readonly string[]): Promise<(id: string) => BenchRecord | null> => {
  // The job first: what is entered meanwhile makes the rest newer than its count of changes, never older.
  const jobs = await jobsOf(ids);
  const [measurements, acts, settled, rounds, tables] = await Promise.all([
    measurementsOf(ids),
    actsOf(ids),
    buildsOf(ids),
    roundsOf(ids),
    listGaugeTables(),
  ]);
  return (id) => {
    const job = jobs(id);
    return job && madeOut(job, measurements(id), acts(id), settled(id), rounds(id), tables);
  };
};

const madeOut = (
  job: Job,
  measurements: readonly Entry[],
  acts: readonly DoneAct[],
  settled: Build | null,
  allRounds: readonly Round[],
  tables: readonly GaugeTable[],
): BenchRecord => {
  const { taken, carried, build: measured } = measuredWheel(measurements, machineAndPlace(job));
  const build = settled ? standingOn(measured, settled.wheel) : measured;
  const rounds = countingOf(allRounds, roundsLeftOut(acts));
  const wheel = settled ? toldSince(readWheel(settled.wheel), figuresOf(taken)) : build.wheel;
  return {
    job,
    measurements,
    taken,
    acts,
    carried,
    build,
    settled,
    assumed: settled?.assumed.filter((name) => !isTakenHere(taken[name])) ?? build.assumed,
    wheel,
    rounds,
    allRounds,
    tables,
    read: readRounds(wheel, rounds, tables),
  };
};
