import { lacedSoFar } from "@/core/acts/acts-come-to";
import { firstSignature } from "@/core/finish/first-signature";
import { placeSpokes } from "@/core/lacing/placement";
import { figuresOf } from "@/core/measurement/taken";
import { lastTensions, readingsNow } from "@/core/rounds/counting-rounds";
import { standingOf } from "@/core/rounds/inside-tolerance";
import type { ReadRounds } from "@/core/rounds/read-rounds";
import { sideTensions } from "@/core/tension/balance";
import { jobTolerance } from "@/core/truing/bench-way";
import { measuredSoFar } from "@/core/wheel/build";
import type { Progress } from "@/core/wheel/stages";
import { toldSince } from "@/core/wheel/told-since";
import type { Wheel, WheelInput } from "@/core/wheel/wheel-file";
import type { BenchRecord } from "./bench-record";
import { jobLacing } from "./lacing";

const sorted = (x: unknown): unknown =>
  x && typeof x === "object" && !Array.isArray(x)
    ? Object.fromEntries(
        Object.entries(x)
          .sort(([p], [q]) => (p < q ? -1 : 1))
          .map(([k, v]) => [k, sorted(v)]),
      )
    : x;

const sameWheel = (a: unknown, b: unknown): boolean => JSON.stringify(sorted(a)) === JSON.stringify(sorted(b));

/** A wheel counts as up to tension from this part of what is wanted on. */
const UP_TO_TENSION = 0.85;
/** Spokes of a side whose tension must be read to say anything of it. */
const OF_A_SIDE = 4;

const isTensioned = (wheel: Wheel, read: ReadRounds): boolean => {
  const tensions = lastTensions(read);
  if (!tensions) return false;
  const spokes = placeSpokes(wheel);
  const wanted = sideTensions(wheel, spokes);
  return (["A", "B"] as const).every((side) => {
    const own = spokes.flatMap((s) => (s.flange === side ? (tensions[s.spoke - 1].tension ?? []) : []));
    return own.length >= OF_A_SIDE && own.reduce((a, b) => a + b, 0) / own.length >= UP_TO_TENSION * wanted[side];
  });
};

const isLaced = ({ wheel, taken, acts }: BenchRecord): boolean => {
  const steps = lacedSoFar(acts);
  return wheel !== null && steps > 0 && steps >= jobLacing(wheel, taken).steps.length;
};

/** What a job's record says of its stages. */
export const progressOf = (record: BenchRecord, signed: boolean): Progress => {
  const { job, taken, acts, build, settled, wheel, rounds, read } = record;
  const laced = isLaced(record);
  // How tight is decided later: a laced wheel's lengths do not mind.
  const apart = { name: "", ...(laced ? { tension: 0 } : {}) };
  // What was told of the wire since stands on the settled wheel as well.
  const wire = (settled: WheelInput) => ({ spoke: toldSince(settled, figuresOf(taken)).spoke });
  return {
    kind: job.kind,
    taken: Object.keys(taken),
    measured: measuredSoFar(build),
    hasBuild: settled !== null,
    buildStale:
      settled !== null &&
      !sameWheel({ ...settled.wheel, ...wire(settled.wheel), ...apart }, { ...build.input, ...apart }),
    laced,
    rounds: rounds.length,
    tensioned: wheel !== null && isTensioned(wheel, read),
    trueEnough: standingOf(readingsNow(read), jobTolerance(job.tolerance, taken)).state === "inside",
    signed,
    waitingFor: job.waitingFor,
    signedFirst: firstSignature(acts) !== null,
  };
};
