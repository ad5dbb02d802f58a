import { bendsFound, bentTrials } from "@/core/truing/bent-trial.test.rig";
import { runTrial, type Trial, type TrialWay } from "@/core/truing/trial.test.rig";
import type { TrialBuild } from "@/core/truing/trial-builds.test.rig";

/**
 * `npm run --silent trials -- SEED SEED … > docs/truing-trials.md`: trues simulated wheels, three builds, freshly laced
 * and buckled, every seed, by the advice alone and in several poorer ways, and by hand; writes the table.
 */
const given = process.argv.slice(2).map(Number).filter(Number.isInteger);
const seeds = given.length > 0 ? given : [...Array(8).keys()].map((i) => 401 + i);

const WAYS: readonly (readonly [string, TrialWay])[] = [
  ["every hole, tensions read, four rounds", { rounds: 4 }],
  ["the same, five rounds", { rounds: 5 }],
  ["8 readings a turn", { rounds: 4, every: 5 }],
  ["8 readings a turn, bare rim felt on a plate", { rounds: 4, every: 5, plate: true }],
  ["no tension read", { rounds: 4, noTension: true }],
  ["only the highest and lowest place", { rounds: 4, highAndLow: true }],
  ["hole circles, flanges, ERD 10 % wrong, four rounds", { rounds: 4, assumed: 0.1 }],
  ["the same, six rounds", { rounds: 6, assumed: 0.1 }],
  ["nipples 7 and 22 stuck", { rounds: 4, stuck: [7, 22] }],
  ["by hand: worst spot first, a quarter turn", { rounds: 4, byHand: true }],
];

const at = (list: readonly number[], part: number): number =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * part))];
const mm = (x: number) => x.toFixed(3);
const percent = (x: number) => `${(100 * x).toFixed(1)} %`;

console.log(`# Truing trials

Made by \`npm run --silent trials -- ${seeds.join(" ")}\`: simulated wheels (nonlinear frame, spokes that only pull, hoop
softening; \`devices/stand-in-wheel.ts\`) of three builds, ${seeds.length} seeds, freshly laced and buckled, trued and
de-stressed after every round, then measured without noise. Rim stiffness off by up to two either way, reading noise
0.02 mm, tension noise 3 %, 12 % of each turn lost to twist, a seam of 0.35 mm.

*Over best*: larger of side to side and hop, less the least that the wheel's own hidden shape and stiffness allow with
every tension within ±20 % of its side's wanted mean (spokes that are stuck left as they are) and turns of any size;
*in steps*: the same with turns in whole 1/16, as far as a search finds the least. A tolerance of 0.05 mm was asked for. *Mean*: the tighter side's
against its target. *Worst spoke*: farthest from its side's mean; *slackest*: least tension over its side's mean. mm.

| way | start | over best: median | 9 in 10 under | worst | over best in steps: median | 9 in 10 under | worst | offset, worst | mean, worst | worst spoke, median | slackest | touches, median | most |
|---|---|---|---|---|---|---|---|---|---|---|---|---|---|`);
const each: string[] = [];
for (const [name, way] of WAYS)
  for (const start of ["fresh", "buckled"] as const) {
    const trials: Trial[] = [];
    for (const build of ["steel", "alloy", "single-sided"] satisfies TrialBuild[])
      for (const seed of seeds) {
        const t = runTrial(build, seed, start, way);
        trials.push(t);
        if (name === WAYS[0][0])
          each.push(
            `| ${build} | ${start} | ${seed} | ${mm(t.best)} | ${mm(t.lateral)} | ${mm(t.radial)} | ${mm(Math.max(t.lateral, t.radial) - t.best)} | ${mm(t.offset)} | ${percent(t.mean)} | ${percent(t.spread)} | ${t.touches} |`,
          );
      }
    const over = trials.map((t) => Math.max(t.lateral, t.radial) - t.best);
    const inSteps = trials.map((t) => Math.max(t.lateral, t.radial) - t.bestInSteps);
    const of = (pick: (t: Trial) => number) => trials.map(pick);
    console.log(
      `| ${name} | ${start} | ${mm(at(over, 0.5))} | ${mm(at(over, 0.9))} | ${mm(Math.max(...over))} | ${mm(at(inSteps, 0.5))} | ${mm(at(inSteps, 0.9))} | ${mm(Math.max(...inSteps))} | ${mm(Math.max(...of((t) => t.offset)))} | ${percent(Math.max(...of((t) => Math.abs(t.mean))))} | ${percent(
        at(
          of((t) => t.spread),
          0.5,
        ),
      )} | ${percent(Math.min(...of((t) => t.slackest)))} | ${at(
        of((t) => t.touches),
        0.5,
      )} | ${Math.max(...of((t) => t.touches))} |`,
    );
  }
const called = bentTrials(60, 300);
const found = bendsFound(80);
const bends = (what: "lateral" | "radial"): string => {
  const off = found.filter((b) => b.what === what).map((b) => b.height);
  return `${what === "lateral" ? "side to side" : "hop"} off by ${mm(at(off, 0.5))} mm in the middle, ${mm(at(off, 0.95))} in 95 of 100, ${mm(Math.max(...off))} at most`;
};
console.log(`
Bent rims: of 60 with 0.8 mm over six holes (side to side or hop) ${called.bent} were called the rim within four rounds at a
tolerance of 0.3 mm; of 300 whose own shape is within 0.3 mm, ${called.sound}. After three rounds, of 80 such bends, ${bends("lateral")}; ${bends("radial")};
${found.filter((b) => b.place <= 1).length} within one spoke; the range told held the true height in ${found.filter((b) => b.inRange).length} of ${found.filter((b) => b.inRange !== null).length}.

## Each wheel, four rounds

| rim | start | seed | best | side to side | hop | over best | offset | mean | worst spoke | touches |
|---|---|---|---|---|---|---|---|---|---|---|
${each.join("\n")}`);
