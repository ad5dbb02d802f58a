import { describe, expect, test } from "vitest";
import { readWheel } from "@/core/wheel/wheel-file";
import { hiddenWheel } from "@/devices/hidden-wheel";
import { StandInWheel } from "@/devices/stand-in-wheel";
import { wholeRound } from "@/devices/whole-round.test.rig";
import { advise } from "./advise";
import type { AdviseInput } from "./advise-input";
import type { PastRound } from "./knowing/state";
import { type RoundsAhead, roundsAhead } from "./rounds-ahead";
import { trialWheel } from "./trial-builds.test.rig";

/** A wheel trued by the advice to its end: what was told of the way before each round, and what each round was. */
const trued = (build: "steel" | "alloy" | "single-sided", seed: number, start: "fresh" | "buckled") => {
  const wheel = readWheel(trialWheel(build));
  const stand = new StandInWheel(wheel, hiddenWheel(seed, start));
  const all = [...Array(wheel.rim.holes).keys()].map((i) => i + 1);
  const history: PastRound[] = [];
  const told: RoundsAhead[] = [];
  for (let round = 0; round < 6; round++) {
    const input: AdviseInput = {
      wheel,
      readings: wholeRound(stand),
      tolerance: { lateral: 0.3, radial: 0.3, offset: 0.3, tensionSpread: 0.2 },
      stage: 1,
      nipple: { step: 1 / 16, most: 1 },
      history: [...history],
    };
    const advice = advise(input);
    told.push(roundsAhead(input, advice));
    if (advice.turns.every((t) => t === 0)) break;
    for (const s of all) stand.turn(s, advice.turns[s - 1]);
    stand.destress();
    history.push({ readings: input.readings, turns: advice.turns, destressed: true });
  }
  const touched = history.map((h) => h.turns.filter((t) => t !== 0).length);
  return { told, rounds: touched.length, touches: touched.reduce((a, b) => a + b, 0), last: touched.at(-1) ?? 0 };
};

describe("the way ahead", () => {
  test("told from the first reading it comes within a round and a third of the touches; at the end there is none left", () => {
    const off: number[] = [];
    for (const [build, seed, start] of [
      ["steel", 401, "fresh"],
      ["steel", 402, "buckled"],
      ["alloy", 403, "fresh"],
      ["alloy", 404, "buckled"],
      ["single-sided", 405, "fresh"],
      ["single-sided", 406, "buckled"],
    ] as const) {
      const { told, rounds, touches } = trued(build, seed, start);
      const [first] = told;
      expect(first.rounds[0]).toBeLessThanOrEqual(first.rounds[1]);
      expect(rounds, build).toBeGreaterThanOrEqual(first.rounds[0] - 1);
      expect(rounds, build).toBeLessThanOrEqual(first.rounds[1] + 1);
      off.push(Math.max(first.touches[0] / touches - 1, 1 - first.touches[1] / touches, 0));
      if (told.length > rounds) expect(told.at(-1)).toEqual({ rounds: [0, 0], touches: [0, 0] });
    }
    expect(Math.max(...off)).toBeLessThan(1 / 3);
  });
});
