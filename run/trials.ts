import { type RimKind, runTrial } from "@/core/truing/trial.test.rig";

/** `npm run trials -- ROUNDS SEED SEED …`: trues simulated wheels by the advice alone and prints a table. */
const [rounds = 5, ...given] = process.argv.slice(2).map(Number);
const seeds = given.length > 0 ? given : [...Array(20).keys()].map((i) => i + 1);
console.log(
  "| rim | start | seed | best | side to side | hop | over best | offset | mean | spread | touches |\n|---|---|---|---|---|---|---|---|---|---|---|",
);
for (const kind of ["steel", "alloy"] satisfies RimKind[])
  for (const start of ["fresh", "buckled"] as const) {
    const over: number[] = [];
    for (const seed of seeds) {
      const t = runTrial(kind, seed, start, rounds);
      over.push(Math.max(t.lateral, t.radial) - t.best);
      console.log(
        `| ${kind} | ${start} | ${seed} | ${t.best.toFixed(3)} | ${t.lateral.toFixed(3)} | ${t.radial.toFixed(3)} | ${over[over.length - 1].toFixed(3)} | ${t.offset.toFixed(3)} | ${(100 * t.mean).toFixed(1)} % | ${(100 * t.spread).toFixed(0)} % | ${t.touches} |`,
      );
    }
    over.sort((a, b) => a - b);
    console.log(
      `| ${kind} | ${start} | all ${seeds.length} | | | | median ${over[Math.floor(over.length / 2)].toFixed(3)}, worst ${over[over.length - 1].toFixed(3)} | | | | |`,
    );
  }
