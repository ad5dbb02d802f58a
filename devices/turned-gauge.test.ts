import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { Heard } from "@/core/spin/heard";
import { readOverHoles, type Spin, spinByTaps, spinsByMark, wantsAnotherTurn } from "@/core/spin/spin";
import { trialWheel } from "@/core/truing/trial-builds.test.rig";
import { readWheel } from "@/core/wheel/wheel-file";
import { hiddenWheel } from "./hidden-wheel";
import { chance } from "./random";
import { StandInWheel } from "./stand-in-wheel";
import { BY_HAND, type TurnedBy, turnedGauge } from "./turned-gauge";

// A wheel turned under a gauge that sends by itself, read over its holes: held against what the stand-in wheel hides.

const wheel = readWheel(trialWheel("steel"));
const HOLES = 40;
/** One that comes from a bench, not from the lacing: what is found on most stands. */
const standOf = (seed: number) => {
  const stand = new StandInWheel(wheel, hiddenWheel(seed, "fresh", { readingNoise: 0.003, grain: 0.002, seam: 0.25 }));
  return stand;
};
const howTurned = fc.record({
  seed: fc.integer({ min: 1, max: 1e6 }),
  secondsATurn: fc.double({ min: 6, max: 10, noNaN: true }),
  slows: fc.double({ min: 0, max: 0.2, noNaN: true }),
  turns: fc.double({ min: 1.3, max: 3, noNaN: true }),
  before: fc.double({ min: 0.05, max: 0.15, noNaN: true }),
  perSecond: fc.constantFrom(20, 25, 50),
});

/** mm: how far readings stand from the truth, whatever the dial's zero. */
const farthest = (spin: Spin, truth: readonly number[], over = {}) => {
  const read = readOverHoles(spin, HOLES, over);
  // Those beside the strip may be left out, where a slow gauge shows little between.
  expect(read.length).toBeGreaterThanOrEqual(HOLES - 2);
  const off = read.map((r) => r.value - truth[r.spoke - 1]).sort((a, b) => a - b);
  const zero = off[off.length >> 1];
  return {
    most: Math.max(...off.map((x) => Math.abs(x - zero))),
    rms: Math.sqrt(off.reduce((sum, x) => sum + (x - zero) ** 2, 0) / off.length),
  };
};

const turned = (how: Partial<TurnedBy> & { readonly seed: number }, dial: "lateral" | "radial", over = {}) => {
  const stand = standOf(how.seed);
  const by = { ...BY_HAND, ...how, ...over };
  const heard = turnedGauge((angle) => stand.dialsAt(angle)[dial], by, chance(how.seed + 1));
  // The same wheel, with a gauge that has no noise.
  const quiet = new StandInWheel(wheel, { ...stand.hidden, readingNoise: 0 });
  const truth = Array.from({ length: HOLES }, (_, i) => quiet.dialsAt((360 * (i + 0.5)) / HOLES)[dial]);
  return { heard, truth, seamAt: stand.hidden.seamAtDeg };
};
const why = (heard: readonly Heard[]) => {
  const spins = spinsByMark(heard);
  return typeof spins === "string" ? spins : spins.map((s) => s.mark).join(" ");
};
/** The highest thing that came round. */
const cut = (heard: readonly Heard[]): Spin => {
  const spins = spinsByMark(heard);
  if (typeof spins === "string") throw new Error(spins);
  return spins[0];
};

describe("a wheel turned by hand under a gauge that sends by itself", () => {
  test("side to side, slowing as it likes: within 0.01 mm of the truth in one turn and a little, no hole off by twice what it says", () => {
    fc.assert(
      fc.property(howTurned, (how) => {
        const { heard, truth } = turned(how, "lateral");
        const { most, rms } = farthest(cut(heard), truth);
        expect(rms).toBeLessThan(0.01);
        expect(most).toBeLessThan(0.035);
      }),
      { numRuns: 5, endOnFailure: true },
    );
  });

  test("hop, with a weld: as near where no weld is, and beside it no surer than it is", () => {
    fc.assert(
      fc.property(howTurned, (how) => {
        const strip = { height: 0.5, degrees: 6 };
        const { heard, truth, seamAt } = turned(how, "radial", { strip });
        let spin = cut(heard);
        // A rim that is nearly round tells little of the speed: then it asks for another turn.
        if (wantsAnotherTurn(readOverHoles(spin, HOLES), spin))
          spin = cut(turned({ ...how, turns: 2.4 }, "radial", { strip }).heard);
        const read = readOverHoles(spin, HOLES);
        expect(read.length).toBeGreaterThanOrEqual(HOLES - 2);
        const off = read.map((r) => r.value - truth[r.spoke - 1]).sort((a, b) => a - b);
        const zero = off[off.length >> 1];
        for (const r of read) {
          const away = Math.abs((((((360 * (r.spoke - 0.5)) / HOLES - seamAt + 180) % 360) + 360) % 360) - 180);
          const missed = Math.abs(r.value - truth[r.spoke - 1] - zero);
          expect(missed).toBeLessThan(Math.max(0.035, (away > 10 ? 3 : 4) * r.sure));
        }
      }),
      { numRuns: 5, endOnFailure: true },
    );
  });

  test.each([
    ["now and then held up", 80, 400],
    ["hardly ever free, as one with ten times as much to do", 500, 60],
  ])("a machine that is busy carries its lines late, in bursts, %s: it makes no difference", (_, held, free) => {
    const how = { seed: 21, secondsATurn: 6, slows: 0.1, turns: 1.6, before: 0.1, perSecond: 30 };
    const { heard, truth } = turned(how, "lateral");
    for (const seed of [9, 10]) {
      const luck = chance(seed);
      const spell = (usual: number) => -usual * Math.log(1 - luck.between(0, 0.999));
      let [from, to] = [0, spell(held)];
      const late = heard.map((h) => {
        while (h.at > to) {
          from = to + spell(free);
          to = from + spell(held);
        }
        return { ...h, at: h.at < from ? h.at : to };
      });
      expect(late.filter((h, i) => h.at > heard[i].at + 50).length).toBeGreaterThan(10);
      expect(farthest(cut(late), truth).most).toBeLessThan(0.02);
    }
  });

  test("turned the other way round, the plus the other way, cut at the weld: said so, the readings are the same", () => {
    const how = { seed: 12, secondsATurn: 7, slows: 0.1, turns: 1.5, before: 0.1, perSecond: 50 };
    const { heard, truth } = turned(how, "lateral");
    const backwards = turnedGauge((angle) => -standOf(12).dialsAt(-angle).lateral, { ...BY_HAND, ...how }, chance(3));
    expect(farthest(cut(backwards), truth, { backwards: true, sign: -1 }).most).toBeLessThan(0.02);
    const [first] = readOverHoles(cut(heard), HOLES, { startDeg: 90 });
    const [same] = readOverHoles(cut(heard), HOLES).filter((r) => r.spoke === 1 + (HOLES * 3) / 4);
    expect(first.value).toBeCloseTo(same.value, 3);
  });

  test("cut by taps that come late or early by a tenth of a second, it is as far off as it says", () => {
    fc.assert(
      fc.property(howTurned, (how) => {
        const { heard, truth } = turned({ ...how, turns: 2.3 }, "lateral", { strip: null });
        const luck = chance(how.seed);
        const passes = [0, 360].map((deg) => heard.find((h) => h.angleDeg >= deg)?.at ?? 0);
        const spin = spinByTaps(
          heard,
          passes.map((at) => at + luck.normal(40)),
        );
        if (typeof spin === "string") throw new Error(spin);
        const read = readOverHoles(spin, HOLES);
        const off = read.map((r) => r.value - truth[r.spoke - 1]).sort((a, b) => a - b);
        const zero = off[off.length >> 1];
        for (const r of read)
          expect(Math.abs(r.value - truth[r.spoke - 1] - zero)).toBeLessThan(Math.max(0.02, 5 * r.sure));
      }),
      { numRuns: 4, endOnFailure: true },
    );
  });

  test("no strip, less than a turn, too quick, another wheel half way: no reading, and why", () => {
    const how = { seed: 5, secondsATurn: 6, slows: 0.1, turns: 1.4, before: 0.1, perSecond: 25 };
    expect(why(turned(how, "lateral", { strip: null }).heard)).toBe("no-mark");
    expect(why(turned(how, "lateral", { turns: 0.9 }).heard)).toBe("no-mark");
    expect(why(turned(how, "lateral", { before: 0.05, turns: 1.077 }).heard)).toBe("go-on");
    expect(why(turned(how, "lateral", { secondsATurn: 1.5 }).heard)).toBe("too-quick");
    const [a, b] = [
      turned({ ...how, turns: 2.2 }, "lateral").heard,
      turned({ ...how, seed: 6, turns: 2.2 }, "lateral").heard,
    ];
    const mixed = a.map((h, i) => ({ ...h, mm: h.angleDeg > 370 ? 2 * b[i].mm : h.mm }));
    expect(why(mixed)).toBe("turns-differ");
  });
});
