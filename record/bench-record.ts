import type { DoneAct } from "@/core/acts/act";
import { roundsLeftOut } from "@/core/acts/acts-come-to";
import { type CarriedCheck, carriedCheck } from "@/core/measurement/carried";
import { type Entry, settleAll, type Taken } from "@/core/measurement/taken";
import { countingOf } from "@/core/rounds/left-out";
import { type ReadRounds, readRounds } from "@/core/rounds/read-rounds";
import type { Round } from "@/core/rounds/round";
import { machineAndPlace } from "@/core/shop/machine-words";
import type { GaugeTable } from "@/core/tension/gauge-table";
import { buildWheel, type WheelBuild } from "@/core/wheel/build";
import { readWheel, type Wheel } from "@/core/wheel/wheel-file";
import { actsOf } from "@/store/acts";
import { type Build, buildsOf } from "@/store/builds";
import { listGaugeTables } from "@/store/gauge-tables";
import { type Job, jobsOf } from "@/store/jobs";
import { measurementsOf } from "@/store/measurements";
import { roundsOf } from "@/store/rounds";

/** What the bench works on: the wheel, what was measured, told, read and turned. */
export interface BenchRecord {
  readonly job: Job;
  readonly measurements: readonly Entry[];
  /** What each figure's entries come to. */
  readonly taken: Readonly<Record<string, Taken>>;
  readonly acts: readonly DoneAct[];
  /** What was carried over from an earlier wheel of the machine, and how it stands. */
  readonly carried: CarriedCheck;
  /** From the figures as they are now. */
  readonly build: WheelBuild;
  /** As it was settled on the spokes' place. */
  readonly settled: Build | null;
  /** The wheel the bench works on: settled, else from the figures; null when they make none. */
  readonly wheel: Wheel | null;
  /** Those that count; `allRounds` has what was left out as well. */
  readonly rounds: readonly Round[];
  readonly allRounds: readonly Round[];
  readonly tables: readonly GaugeTable[];
  /** What every round's readings come to, tensions in newtons. */
  readonly read: ReadRounds;
}

/** How tight is decided at the bench, long after the lengths were settled; spokes that are laced do not mind. */
const withTarget = (wheel: Wheel, taken: Readonly<Record<string, Taken>>): Wheel => {
  const target = taken["tension.target"]?.value;
  return target === undefined || target === null ? wheel : { ...wheel, tension: { target } };
};

/** Until one of them was measured here and agrees, what was carried over is assumed; what differs is asked about. */
const withCarried = (build: WheelBuild, { from, resting, differs, tested }: CarriedCheck): WheelBuild =>
  from === null
    ? build
    : {
        ...build,
        assumed: tested ? build.assumed : [...build.assumed, ...resting.filter((n) => !build.assumed.includes(n))],
        doubts: [
          ...build.doubts,
          ...differs.map(({ name, carried, measured }) => ({
            code: "carried-differs" as const,
            figure: name,
            figures: { from, carried, measured },
          })),
        ],
      };

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
  const taken = settleAll(measurements);
  const rounds = countingOf(allRounds, roundsLeftOut(acts));
  const carried = carriedCheck(measurements, taken);
  const build = withCarried(buildWheel(taken, machineAndPlace(job)), carried);
  const wheel = settled ? withTarget(readWheel(settled.wheel), taken) : build.wheel;
  return {
    job,
    measurements,
    taken,
    acts,
    carried,
    build,
    settled,
    wheel,
    rounds,
    allRounds,
    tables,
    read: readRounds(wheel, taken, rounds, tables),
  };
};
