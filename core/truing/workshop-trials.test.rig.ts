import type { HiddenWheel } from "@/devices/hidden-wheel";
import { runTrial, type Trial, type TrialWay } from "./trial.test.rig";
import type { TrialBuild } from "./trial-builds.test.rig";

export const WORKSHOP_BUILDS = ["steel", "alloy", "single-sided", "conical", "small", "many"] satisfies TrialBuild[];

/** De-stressing lets four fifths of the twist go, twist differs from turn to turn, heads bed in, each time half as much. */
const WORKSHOP: Partial<HiddenWheel> = {
  windUpScatter: 0.3,
  twistStays: 0.2,
  bedding: 0.012,
  bedsAgain: 0.5,
  bareLateral: 0.1,
  bareRadial: 0.1,
};

/** @param size mm: waves of 2 to 8 a turn, the k-th of about this over k */
const bent = (size: number, more: Partial<HiddenWheel> = {}): TrialWay => ({
  rounds: 4,
  steps: [1 / 8, 1 / 8, 1 / 16],
  asked: 0.2,
  offsetNoise: 0.05,
  hidden: { ...WORKSHOP, waves: { lateral: size, radial: size }, ...more },
});

/** What is promised of a class. */
export interface WorkshopClass {
  readonly name: string;
  readonly way: TrialWay;
  /** mm over the best possible. */
  readonly over: number;
  /** Fraction no spoke is farther from its side's mean; 0.22 where not said. */
  readonly spread?: number;
  /** Fraction of the target the mean is within; 0.04 where not said, null where nothing can be promised. */
  readonly mean?: number | null;
}

export const WORKSHOP_CLASSES: readonly WorkshopClass[] = [
  { name: "bent by 0.2/k mm", way: bent(0.2), over: 0.05 },
  { name: "bent by 0.4/k mm", way: bent(0.4), over: 0.05 },
  { name: "the same, three rounds", way: { ...bent(0.4), rounds: 3 }, over: 0.08 },
  { name: "the same, nobody says it was de-stressed", way: { ...bent(0.4), untold: true }, over: 0.05 },
  { name: "bent by 0.8/k mm", way: bent(0.8), over: 0.08 },
  {
    name: "0.4/k, a fifth of each turn lost to twist, noise 0.04 mm",
    way: bent(0.4, { windUp: 0.2, readingNoise: 0.04 }),
    over: 0.07,
  },
  {
    name: "0.2/k and a dent of 0.5 mm over three holes",
    way: bent(0.2, { bend: { lateral: 0.5, radial: -0.5, from: 11, spokes: 3 } }),
    over: 0.05,
  },
  { name: "0.4/k, a hand that turns 10 % more or less", way: { ...bent(0.4), handScatter: 0.1 }, over: 0.08 },
  { name: "0.4/k, a nipple stuck", way: { ...bent(0.4), stuck: [7] }, over: 0.08 },
  { name: "0.4/k, one place read at the next spoke", way: { ...bent(0.4), wrongSpoke: 2 }, over: 0.08 },
  {
    name: "0.4/k, the dial slips by 0.15 mm half way round the second round",
    way: { ...bent(0.4), slips: { round: 1, by: 0.15 } },
    over: 0.08,
  },
  {
    name: "0.4/k, notes alone, nothing known",
    way: { ...bent(0.4), byEar: "alone" },
    over: 0.08,
    spread: 0.25,
    mean: null,
  },
  {
    name: "0.4/k, notes, one spoke a kind known",
    way: { ...bent(0.4), byEar: "one-known" },
    over: 0.08,
    spread: 0.25,
    mean: 0.08,
  },
  { name: "0.4/k, every fifth hole, the same each round", way: { ...bent(0.4), every: 5 }, over: 0.08 },
  { name: "0.4/k, every fifth hole, in turn", way: { ...bent(0.4), every: 5, places: "turned" }, over: 0.08 },
  { name: "0.4/k, as many holes as the advice asks for", way: { ...bent(0.4), every: 5, places: "asked" }, over: 0.08 },
];

/** One wheel of a class, and which of its promises it did not keep. */
export interface WorkshopTrial extends Trial {
  readonly build: TrialBuild;
  readonly seed: number;
  readonly start: "fresh" | "buckled";
  /** mm over the best in steps of a hand. */
  readonly over: number;
  readonly broken: readonly ("run-out" | "evenness" | "mean" | "offset" | "touches")[];
}

/** Promised of every wheel, where its class says nothing else: at most 22 % where 20 was asked, 4 % of the mean, 0.1 mm of offset, 3 touches a spoke. */
export const workshopTrial = (
  { way, over: allowed, spread = 0.22, mean = 0.04 }: WorkshopClass,
  build: TrialBuild,
  seed: number,
  start: "fresh" | "buckled",
): WorkshopTrial => {
  const t = runTrial(build, seed, start, way);
  const over = Math.max(t.lateral, t.radial) - t.bestInSteps;
  const broken = [
    over > allowed ? ("run-out" as const) : null,
    t.spread > spread ? ("evenness" as const) : null,
    mean !== null && Math.abs(t.mean) > mean ? ("mean" as const) : null,
    t.offset > 0.1 ? ("offset" as const) : null,
    t.touches / t.holes > 3 ? ("touches" as const) : null,
  ].filter((b) => b !== null);
  return { ...t, build, seed, start, over, broken };
};
