import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { GET as dial } from "@/app/api/jobs/[id]/practice/dial/route";
import { POST as compare } from "@/app/api/jobs/[id]/practice/plans/route";
import { POST as mount } from "@/app/api/jobs/[id]/practice/route";
import { GET as score } from "@/app/api/jobs/[id]/practice/score/route";
import { placeSpokes } from "@/core/lacing/placement";
import { totalReading } from "@/core/runout/runout";
import { TOLERANCES } from "@/core/runout/tolerance";
import { PRACTICE_LEVELS, type PracticeLevel } from "@/core/shop/practice-levels";
import { HINT, practicePoints } from "@/core/shop/practice-score";
import { sideTensions } from "@/core/tension/balance";
import { spreadOf } from "@/core/tension/spread";
import { advise } from "@/core/truing/advise";
import type { PastRound } from "@/core/truing/knowing/state";
import { hintsOf } from "@/core/truing/saying/hints";
import { trialWheel } from "@/core/truing/trial-builds.test.rig";
import { readWheel } from "@/core/wheel/wheel-file";
import { practiceStand } from "@/devices/practice-levels";
import { saveBuild } from "@/store/builds";
import { openJob } from "@/store/open-job";
import { ownDatabase } from "@/store/own-database.test.rig";
import { addReadings, addTurn, openRound } from "@/store/rounds";
import { adviseRound } from "./advice";
import { trainedScores } from "./practice-score";
import { onPracticeWheel, practiceWheel } from "./practice-wheel";

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
  test("the own plan comes first and stands: each plan is tried on this very wheel, which is left as it was", async () => {
    const id = await mounted("buckle", 17);
    const stand = await practiceWheel(id);
    const round = crypto.randomUUID();
    await openRound(id, { id: round });
    const turns = all.map((s) => (s === 5 ? 0.25 : s === 6 ? -0.25 : 0));
    const plan = { round, turns, hints: 1, who: "Nell" };
    const unread = await ask(compare, id, "", plan);
    expect([unread.status, (await unread.json()).error.path]).toEqual([400, "round"]);
    for (const spoke of all)
      for (const [what, value] of [
        ["lateral", stand.readLateral(spoke)],
        ["radial", stand.readRadial(spoke)],
      ] as const)
        await addReadings(round, [{ id: crypto.randomUUID(), what, spoke, value, typed: `${value}`, doubtful: false }]);
    const { turns: advised } = await adviseRound(id, round);
    const before = await (await ask(score, id)).json();
    const short = await (await ask(compare, id, "", { ...plan, turns: turns.slice(1) })).json();
    expect(short.error.path).toBe("turns");
    const stood = await (await ask(compare, id, "", plan)).json();
    expect([stood.chosen, stood.hints, stood.who]).toEqual(["own", 1, "Nell"]);
    expect(stood.plans.own.turns).toEqual(turns);
    expect(stood.plans.advice.turns).toEqual([...advised]);
    expect(stood.plans.hand.turns.filter((t: number) => t !== 0).length).toBeGreaterThan(1);
    // Told again, seen what was advised: the plan that stands is kept.
    expect(await (await ask(compare, id, "", { ...plan, turns: advised, hints: 0 })).json()).toEqual(stood);
    const after = await (await ask(score, id)).json();
    expect([after.lateral, after.points]).toEqual([before.lateral, Math.max(0, before.points - HINT)]);
    // Turned, it comes to what it was said to come to, but for what the hand that read it does not know: nothing.
    for (const spoke of [5, 6]) await addTurn(round, { id: crypto.randomUUID(), spoke, turns: turns[spoke - 1] });
    await onPracticeWheel(id, (it) => {
      it.turn(5, 0.25);
      it.turn(6, -0.25);
      it.destress();
    });
    const now = await practiceWheel(id);
    for (const s of all) expect(now.trueLateral(s)).toBeCloseTo(stood.plans.own.lateral[s - 1], 2);
    const late = await ask(compare, id, "", { ...plan, round: crypto.randomUUID() });
    expect(late.status).toBe(400);
    // By person, level by level.
    const trained = await trainedScores();
    expect(trained.find((t) => t.jobId === id)).toMatchObject({ level: "buckle", score: { hints: 1, touches: 2 } });
  });
  test("a hint says where to look before it says what to turn; the last gives the largest turn there is", () => {
    const line = fc.array(fc.double({ min: -2, max: 2, noNaN: true }), { minLength: 36, maxLength: 36 });
    fc.assert(
      fc.property(
        line,
        line,
        fc.array(fc.integer({ min: -8, max: 8 }), { minLength: 36, maxLength: 36 }),
        (l, r, x) => {
          const turns = x.map((t) => t / 16);
          const hints = hintsOf({ turns, verdict: "turn" }, { lateral: l, radial: r });
          const most = Math.max(...turns.map(Math.abs));
          if (most === 0) return expect(hints).toHaveLength(1);
          expect(hints).toHaveLength(4);
          for (const early of hints.slice(0, 2)) expect(early).not.toMatch(/1\/\d/);
          expect(Math.abs(turns[Number(hints[3].match(/at (\d+)/)?.[1]) - 1])).toBe(most);
          const [, spoke] = hints[0].match(/Look at (\d+)/) ?? [];
          if (spoke === undefined) expect(turns.filter((t) => t > 0).length).toBeGreaterThanOrEqual(27);
        },
      ),
    );
    // A weld stands up more than the rim is bent: no spoke moves it, and nobody is sent to look at it.
    const wave = (size: number) => all.map((s) => size * Math.cos((s * Math.PI) / 10));
    const read = { lateral: wave(0.3), radial: wave(0.1).map((v, i) => (i === 20 ? v + 1 : v)) };
    expect(hintsOf({ turns: all.map((s) => (s === 5 ? 0.25 : 0)), verdict: "turn" }, read)[0]).toMatch(
      /Look at \d+: the rim stands 0\.\d\d mm towards/,
    );
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
          const s = { lateral, radial, spread, tight, touches, hints: 0, best: 0.12 };
          const points = practicePoints(s, 40);
          expect(points).toBeGreaterThanOrEqual(0);
          expect(points).toBeLessThanOrEqual(100);
          for (const better of [{ lateral: lateral / 2 }, { radial: radial / 2 }, { spread: spread / 2 }, { tight: 1 }])
            expect(practicePoints({ ...s, ...better }, 40)).toBeGreaterThanOrEqual(points);
        },
      ),
    );
    expect(
      practicePoints({ lateral: 0.1, radial: 0.1, spread: 0.08, tight: 0.95, touches: 20, hints: 0, best: 0.1 }, 40),
    ).toBe(100);
    expect(PRACTICE_LEVELS).toHaveLength(4);
  });
});
