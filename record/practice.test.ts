import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { GET as dial } from "@/app/api/jobs/[id]/practice/dial/route";
import { POST as mount } from "@/app/api/jobs/[id]/practice/route";
import { GET as score } from "@/app/api/jobs/[id]/practice/score/route";
import { placeSpokes } from "@/core/lacing/placement";
import { totalReading } from "@/core/runout/runout";
import { TOLERANCES } from "@/core/runout/tolerance";
import { practicePoints } from "@/core/shop/practice-score";
import { sideTensions } from "@/core/tension/balance";
import { spreadOf } from "@/core/tension/spread";
import { advise } from "@/core/truing/advise";
import type { PastRound } from "@/core/truing/knowing/state";
import { trialWheel } from "@/core/truing/trial.test.rig";
import { readWheel } from "@/core/wheel/wheel-file";
import { PRACTICE_LEVELS, type PracticeLevel, practiceStand } from "@/devices/practice-levels";
import { saveBuild } from "@/store/builds";
import { openJob } from "@/store/open-job";
import { ownDatabase } from "@/store/own-database.test.rig";
import { addTurn, openRound } from "@/store/rounds";
import { practiceWheel } from "./practice-wheel";

// The practice wheel is read like a real one, harder from level to level, and scored against the best it could be.

ownDatabase(".test-output/practice");

const wheel = readWheel(trialWheel("steel"));
const all = [...Array(wheel.rim.holes).keys()].map((i) => i + 1);
const stands = (level: PracticeLevel, seed: number) => {
  const stand = practiceStand(wheel, seed, level);
  const spokes = placeSpokes(wheel);
  const pulls = all.map((s) => stand.truePull(s));
  const wanted = sideTensions(wheel, spokes);
  return {
    lateral: totalReading(all.map((s) => stand.trueLateral(s))),
    bare: totalReading(all.map((s) => stand.bareLateral(s))),
    spread: spreadOf(spokes, pulls),
    tight: pulls.reduce((sum, t, i) => sum + t / wanted[spokes[i].flange], 0) / pulls.length,
  };
};
const ask = (
  handler: (r: Request, p: { params: Promise<{ id: string }> }) => Promise<Response>,
  id: string,
  query = "",
  body?: unknown,
) =>
  handler(
    new Request(`http://127.0.0.1/${query}`, body === undefined ? {} : { method: "POST", body: JSON.stringify(body) }),
    { params: Promise.resolve({ id }) },
  );
const mounted = async (level: PracticeLevel, seed: number): Promise<string> => {
  const { id } = await openJob({ id: crypto.randomUUID(), kind: "practice" });
  await saveBuild({ jobId: id, wheel: trialWheel("steel"), assumed: [], version: 0 });
  expect((await ask(mount, id, "", { seed, level })).status).toBe(200);
  return id;
};

describe("levels", () => {
  test("one buckle is one buckle on an even, tight wheel; fresh is slack; bent is a bent rim, whatever the seed", () => {
    for (const seed of [3, 17, 44, 101]) {
      const buckle = stands("buckle", seed);
      expect(buckle.lateral, `buckle ${seed}`).toBeGreaterThan(0.3);
      expect(buckle.lateral, `buckle ${seed}`).toBeLessThan(2.5);
      expect(buckle.tight).toBeGreaterThan(0.8);
      expect(buckle.bare).toBeLessThan(0.1);
      expect(stands("several", seed).spread).toBeGreaterThan(0.15);
      expect(stands("fresh", seed).tight).toBeLessThan(0.5);
      expect(stands("bent", seed).bare, `bent ${seed}`).toBeGreaterThan(0.4);
    }
  });
  test("one buckle is learnable: read and turned as told, it is gone in three rounds", () => {
    for (const seed of [3, 17]) {
      const stand = practiceStand(wheel, seed, "buckle");
      const history: PastRound[] = [];
      for (let round = 1; round <= 3; round++) {
        const readings = {
          lateral: all.map((s) => stand.readLateral(s)),
          radial: all.map((s) => stand.readRadial(s)),
          tension: all.map((s) => stand.readTension(s)),
        };
        const nipple = { step: 1 / 16, most: 1 };
        const { turns } = advise({ wheel, readings, tolerance: TOLERANCES.shop, stage: 1, nipple, history });
        turns.forEach((t, i) => {
          if (t !== 0) stand.turn(i + 1, t);
        });
        stand.destress();
        history.push({ readings, turns, destressed: true });
      }
      expect(totalReading(all.map((s) => stand.trueLateral(s))), `seed ${seed}`).toBeLessThan(0.3);
    }
  });
});

describe("on the stand", () => {
  test("the dial shows what the wheel does, to a division and its own noise; a spoke it has not is refused", async () => {
    const id = await mounted("buckle", 17);
    const stand = await practiceWheel(id);
    for (const spoke of [1, 9, 20, 33]) {
      const shown = await (await ask(dial, id, `?spoke=${spoke}`)).json();
      expect(Math.abs(shown.lateral - stand.trueLateral(spoke))).toBeLessThan(0.12);
      expect(Math.abs(shown.radial - stand.trueRadial(spoke))).toBeLessThan(0.12);
      expect(shown.lateral).toBe(Number(shown.lateral.toFixed(2)));
    }
    expect((await ask(dial, id, "?spoke=41")).status).toBe(400);
  });
  test("the score is of the wheel as it really stands; looking at it changes nothing; touches are counted", async () => {
    const id = await mounted("buckle", 17);
    const first = await (await ask(score, id)).json();
    expect(await (await ask(score, id)).json()).toEqual(first);
    const stand = await practiceWheel(id);
    expect(first.lateral).toBeCloseTo(totalReading(all.map((s) => stand.trueLateral(s))), 9);
    expect(first.best).toBeLessThan(first.lateral / 2);
    expect([first.touches, first.rounds]).toEqual([0, 0]);
    const round = crypto.randomUUID();
    await openRound(id, { id: round });
    await addTurn(round, { id: crypto.randomUUID(), spoke: 5, turns: 0.25 });
    await addTurn(round, { id: crypto.randomUUID(), spoke: 6, turns: -0.25 });
    const after = await (await ask(score, id)).json();
    expect([after.touches, after.turns, after.rounds]).toEqual([2, 0.5, 1]);
  });
  test("points rise with every one of the things that make a good wheel, and never leave 0 to 100", () => {
    const part = fc.double({ min: 0, max: 3, noNaN: true });
    fc.assert(
      fc.property(
        part,
        part,
        part,
        fc.double({ min: 0, max: 1.2, noNaN: true }),
        fc.nat(200),
        (lateral, radial, spread, tight, touches) => {
          const s = { lateral, radial, spread, tight, touches, best: 0.12 };
          const points = practicePoints(s, 40);
          expect(points).toBeGreaterThanOrEqual(0);
          expect(points).toBeLessThanOrEqual(100);
          for (const better of [{ lateral: lateral / 2 }, { radial: radial / 2 }, { spread: spread / 2 }, { tight: 1 }])
            expect(practicePoints({ ...s, ...better }, 40)).toBeGreaterThanOrEqual(points);
        },
      ),
    );
    expect(practicePoints({ lateral: 0.1, radial: 0.1, spread: 0.08, tight: 0.95, touches: 20, best: 0.1 }, 40)).toBe(
      100,
    );
    expect(PRACTICE_LEVELS).toHaveLength(4);
  });
});
