import { expect, test } from "vitest";
import { hiddenWheel } from "@/devices/hidden-wheel";
import { StandInWheel } from "@/devices/stand-in-wheel";
import { readWheel } from "../../wheel/wheel-file";
import { advise } from "../advise";
import { readAdvise } from "../advise-input";
import { trialWheel } from "../trial-builds.test.rig";
import { WORKSHOP_CLASSES } from "../workshop-trials.test.rig";
import type { PastRound } from "./state";

const [, BENT] = WORKSHOP_CLASSES;

/**
 * Two rounds turned as advised on a wheel whose tension nobody read or told.
 *
 * @param slip mm by which one place of the second round is misread
 * @returns whether the advice on a third look says that it answers as a slack one does, and how many spokes hardly pull
 */
const answers = (build: "steel" | "small", seed: number, start: "fresh" | "buckled", noise: number, slip: number) => {
  const wheel = readWheel(trialWheel(build));
  const stand = new StandInWheel(wheel, hiddenWheel(seed, start, { ...BENT.way.hidden, readingNoise: noise }));
  const all = Array.from({ length: wheel.rim.holes }, (_, i) => i + 1);
  const history: PastRound[] = [];
  let slack = 0;
  let said = false;
  for (let round = 0; round < 3; round++) {
    const lateral = all.map((s) => stand.readLateral(s) + (round === 1 && s === 12 ? slip : 0));
    const readings = { lateral, radial: all.map((s) => stand.readRadial(s)), offset: stand.readOffset() };
    slack = Math.max(slack, all.filter((s) => stand.truePull(s) < 0.15 * wheel.tension.target).length);
    const { turns, reasons } = advise(
      readAdvise({
        wheel,
        readings,
        tolerance: { lateral: 0.2, radial: 0.2, offset: 0.2, tensionSpread: 0.2 },
        nipple: { step: 1 / 16, most: 1 },
        history,
      }),
    );
    said = reasons.some((r) => r.code === "answers-slack");
    if (round === 0) expect(said).toBe(false);
    for (const s of all) stand.turn(s, turns[s - 1]);
    stand.destress();
    history.push({ readings, turns, destressed: true });
  }
  return { said, slack };
};

test("a wheel nobody knows the tension of says by its answer that spokes hang slack; a tight one is never said to be", () => {
  let found = 0;
  let fresh = 0;
  for (const build of ["steel", "small"] as const)
    for (let seed = 2001; seed <= 2003; seed++)
      for (const [noise, slip] of [
        [0.02, 0],
        [0.02, 0.4],
        [0.04, 0],
      ] as const) {
        const tight = answers(build, seed, "buckled", noise, slip);
        if (tight.slack <= 2) expect(tight.said, `${build} ${seed} ${noise} ${slip}`).toBe(false);
        if (noise > 0.02) continue;
        const slack = answers(build, seed, "fresh", noise, slip);
        expect(slack.slack).toBeGreaterThan(5);
        fresh++;
        if (slack.said) found++;
      }
  expect(found / fresh).toBeGreaterThan(0.6);
});
