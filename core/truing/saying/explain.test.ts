import fc from "fast-check";
import { expect, test } from "vitest";
import { placeSpokes } from "@/core/lacing/placement";
import { readWheel } from "@/core/wheel/wheel-file";
import { hiddenWheel } from "@/devices/hidden-wheel";
import { chance } from "@/devices/random";
import { StandInWheel } from "@/devices/stand-in-wheel";
import { wholeRound } from "@/devices/whole-round.test.rig";
import { withSideNames } from "../../wheel/side-names";
import { advise } from "../advise";
import type { AdviseInput } from "../advise-input";
import { trialWheel } from "../trial-builds.test.rig";
import { reasonWords } from "./reason-words";
import { stretchWords } from "./turn-words";

const NAMES = { A: "drum side", B: "sprocket side" };
const wheel = readWheel(trialWheel("steel"));
const n = wheel.rim.holes;
const all = Array.from({ length: n }, (_, i) => i + 1);

const read = (seed: number, over: Partial<AdviseInput> = {}): AdviseInput => {
  const stand = new StandInWheel(wheel, hiddenWheel(seed, seed % 2 ? "buckled" : "fresh"));
  return {
    wheel,
    readings: wholeRound(stand),
    tolerance: { lateral: 0.3, radial: 0.3, offset: 0.3, tensionSpread: 0.2 },
    stage: 1,
    nipple: { step: 1 / 16, most: 1 },
    history: [],
    ...over,
  };
};

test("every turn stands in one reason, largest stretch first, and what it says of the rim is what the forecast does", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 500 }), (seed) => {
      const given = read(seed);
      const { turns, reasons, forecast } = advise(given);
      const groups = reasons.filter((r) => r.code === "turn");
      const told = groups.flatMap((r) => r.spokes);
      expect([...told].sort((a, b) => a - b)).toEqual(all.filter((s) => turns[s - 1] !== 0));
      const size = groups.map((r) => r.spokes.reduce((sum, s) => sum + Math.abs(turns[s - 1]), 0));
      for (let i = 1; i < size.length; i++) expect(size[i]).toBeLessThanOrEqual(size[i - 1] + 1e-9);
      const mean = (x: readonly (number | null)[]) => x.reduce<number>((a, b) => a + (b ?? 0), 0) / n;
      const [was, is] = [mean(given.readings.lateral), mean(forecast.lateral)];
      for (const reason of groups) {
        const { spokes, figures } = reason;
        const text = reasonWords(reason);
        // What is said is what was found, to a hundredth, and towards the side it lies on.
        const said = text.match(/pulls the rim (\d+\.\d+) mm towards the \{(A|B)\}/);
        expect(said !== null).toBe(Math.abs(figures.side) >= 0.03);
        if (!said) continue;
        expect(Number(said[1]) * (said[2] === "A" ? 1 : -1)).toBeCloseTo(figures.side, 2);
        // Some place of it moves to that side, by that much but for what noise makes of a reading.
        const moved = spokes.map((s) => forecast.lateral[s - 1] - is - ((given.readings.lateral[s - 1] ?? 0) - was));
        expect(Math.min(...moved.map((m) => Math.abs(m - figures.side)))).toBeLessThan(0.08);
        expect(text).toContain(spokes.length === 1 ? `at ${spokes[0]}` : `between ${spokes[0]} and ${spokes.at(-1)}`);
      }
      for (const r of reasons) {
        expect(withSideNames(reasonWords(r), NAMES)).not.toMatch(/[{}]|NaN|undefined|\bside [AB]\b/);
        // What travels to a screen is code and figures; it says the same there.
        expect(reasonWords(JSON.parse(JSON.stringify(r)))).toBe(reasonWords(r));
      }
    }),
    { numRuns: 40 },
  );
});

test("what a round gives away is said with what it is given for, and nothing else is", () => {
  let said = 0;
  for (let seed = 1; seed <= 24; seed++) {
    // Trued once already by somebody who bought it with uneven spokes, as worst-spot-first does.
    const stand = new StandInWheel(wheel, hiddenWheel(seed, "buckled", { laced: { part: 0.95, scatter: 0.09 } }));
    const { reasons, forecast, turns } = advise(read(seed, { readings: wholeRound(stand) }));
    const prices = reasons.flatMap((r) => (r.code === "price" ? [r.figures] : []));
    for (const { what, now, after, for: gained } of prices) {
      said++;
      expect(after).toBe(what === "lateral" ? forecast.lateralTir : forecast.radialTir);
      expect(after - now).toBeGreaterThanOrEqual(0.02);
      expect(turns.some((t) => t !== 0)).toBe(true);
      expect(gained).not.toBe(what);
      if (gained === "evenness") expect(reasons.some((r) => r.code === "even")).toBe(true);
    }
  }
  expect(said).toBeGreaterThan(0);
});

test("what is doubtful is said: no tension, few readings, a slack spoke, a weld; what is not, is not", () => {
  const codes = (over: Partial<AdviseInput["readings"]>) => {
    const whole = read(12);
    return advise({ ...whole, readings: { ...whole.readings, ...over } }).reasons.map((r) => r.code);
  };
  const whole = read(12).readings;
  expect(codes({})).not.toContain("tension-assumed");
  expect(codes({})).not.toContain("unread");
  expect(codes({ tension: undefined })).toContain("tension-assumed");
  expect(codes({ lateral: whole.lateral.map((v, i) => (i % 4 ? null : v)) })).toContain("unread");
  expect(codes({ tension: (whole.tension ?? []).map((t, i) => (i === 6 ? 0 : t)) })).toContain("slack");
  expect(codes({})).toContain("seam");
});

test("of few places read four more are named where they would change what to turn; where hardly anything is unread, they are not", () => {
  const { readings, ...rest } = read(12);
  const readAt = (places: (i: number) => boolean) => {
    const some = (line: readonly (number | null)[]) => line.map((v, i) => (places(i) ? v : null));
    const advice = advise({
      ...{ ...rest, readings: { ...readings, lateral: some(readings.lateral), radial: some(readings.radial) } },
    });
    return { turns: advice.turns, unread: advice.reasons.find((r) => r.code === "unread") };
  };
  const eight = readAt((i) => i % 5 === 0);
  expect(eight.unread).toMatchObject({ figures: { changes: true } });
  const named = eight.unread?.spokes ?? [];
  expect(new Set(named.filter((s) => (s - 1) % 5 !== 0)).size).toBe(4);
  const more = readAt((i) => i % 5 === 0 || named.includes(i + 1));
  expect(more.turns.filter((t, i) => t !== eight.turns[i]).length).toBeGreaterThan(4);
  expect(readAt((i) => i !== 6).unread).toMatchObject({ figures: { changes: false } });
});

test("true is not tight: told just laced, or not at all, a true wheel is not simply done", () => {
  const luck = chance(4);
  const flat = () => all.map(() => luck.normal(0.02));
  const true_ = { lateral: flat(), radial: flat(), offset: 0 };
  const of = (tight?: number) => advise(read(1, { readings: true_, ...(tight === undefined ? {} : { tight }) }));
  const unknown = of();
  expect(unknown.verdict).toBe("done");
  expect(unknown.reasons[0]).toMatchObject({ code: "done", figures: { tensionAssumed: true } });
  expect(of(1).verdict).toBe("done");
  const laced = of(0.15);
  expect(laced.verdict).toBe("turn");
  const spokes = placeSpokes(wheel);
  // Brought up all round: both sides, and more on than off.
  for (const side of ["A", "B"] as const)
    expect(spokes.reduce((sum, s, i) => sum + (s.flange === side ? laced.turns[i] : 0), 0)).toBeGreaterThan(3);
});

test("a stretch past the valve reads from its first spoke to its last", () => {
  expect(stretchWords([39, 40, 1, 2])).toBe("39 to 2");
  expect(stretchWords([7])).toBe("7");
});

test("it ends: never twice sent to de-stress and read with nothing turned between, whatever is left", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 400 }), fc.constantFrom(0.2, 0.3, 0.5), (seed, wanted) => {
      const stand = new StandInWheel(wheel, hiddenWheel(seed, seed % 2 ? "buckled" : "fresh"));
      const history: AdviseInput["history"][number][] = [];
      let before: string | null = null;
      for (let round = 0; round < 14; round++) {
        const readings = wholeRound(stand);
        const tolerance = { lateral: wanted, radial: wanted, offset: 0.5, tensionSpread: 0.2 };
        const { verdict, turns, reasons } = advise({ ...read(seed), readings, tolerance, history });
        if (before === "destress") expect(verdict, `${seed}, ${wanted}, round ${round}`).not.toBe("destress");
        if (verdict === "rim") expect(reasons.some((r) => r.code === "rim" || r.code === "steps")).toBe(true);
        if (verdict === "done" || (verdict === "rim" && turns.every((t) => t === 0))) break;
        turns.forEach((t, i) => {
          if (t !== 0) stand.turn(i + 1, t);
        });
        stand.destress();
        history.push({ readings, turns, destressed: true });
        before = turns.every((t) => t === 0) ? verdict : null;
      }
    }),
    { numRuns: 12 },
  );
});
