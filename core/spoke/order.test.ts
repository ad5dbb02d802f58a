import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { chance } from "@/devices/random";
import { hasSkippedHoles, placeSpokes } from "../lacing/placement";
import { skipChoices } from "../lacing/skip-choices";
import { drillingPlan } from "../rim/drilling-plan";
import { wheelFrom } from "../wheel/wheel.test.rig";
import { readWheel, type Wheel } from "../wheel/wheel-file";
import { spokeKinds } from "./kinds";
import { type Available, type Need, orderLengths } from "./order-lengths";
import { againstWords, crossesWords } from "./pattern-words";
import { comparePatterns } from "./patterns";
import { sensitivities, toleranceStack } from "./sensitivity";
import { planSpokes } from "./spoke-plan";
import { engagement, type ThreadParts, threadRoom, threadWindow, washerFor } from "./thread-room";
import { warningWords } from "./warning-words";
import { movedSince, waysOn } from "./ways-on";

const PARTS: ThreadParts = { diameter: 3.5, pitch: 0.635, spokeThread: 11, nippleThread: 9, slotDepth: 1.5 };

/** Any wheel of the trade: bent or straight, one row or two, thick flanges, staggered rim, offset. */
const anyWheel = (seed: number): Wheel => {
  const { between } = chance(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(between(0, list.length))];
  const holes = pick([28, 32, 36, 40, 48]);
  const flange = () => {
    const holeCircle = between(60, 190);
    const toCentre = between(12, 45);
    return {
      holes: holes / 2,
      holeCircle,
      toCentre,
      holeDiameter: between(2.5, 4.5),
      ...(between(0, 1) < 0.5 ? { thickness: between(3, 9) } : {}),
      ...(between(0, 1) < 0.3
        ? {
            rows: { inner: {}, outer: { holeCircle: holeCircle + between(4, 12), toCentre: toCentre + between(2, 8) } },
          }
        : {}),
    };
  };
  return wheelFrom({
    rotation: pick(["clockwise", "anticlockwise"]),
    rim: { holes, erd: between(360, 620), firstHole: pick(["A", "B"]), holeOffset: between(0, 5) },
    hub: { seat: pick(["bent", "straight"]), A: flange(), B: flange() },
    offset: between(-8, 8),
    lacing: { A: { cross: pick([0, 1, 2]) }, B: { cross: pick([0, 1, 2]) }, trailingHeads: pick(["out", "in"]) },
    spoke: { diameter: between(2, 4.5), threadPitch: 0.635 },
    tension: { target: 1500 },
  });
};

describe("lengths", () => {
  test("1000 wheels agree with vectors worked out another way within 0.01 mm: rows, thick flanges, both seats", () => {
    let worst = 0;
    for (let seed = 1; seed <= 1000; seed++) {
      const w = anyWheel(seed);
      const n = w.rim.holes;
      const clockwise = w.rotation === "clockwise";
      for (const s of placeSpokes(w)) {
        // Quaternion-like turning of a point about the axle, and the difference of two vectors; nothing of placement's.
        const turnBy = (deg: number, radius: number): [number, number] => {
          const half = (deg * Math.PI) / 360;
          const [c, q] = [Math.cos(half), Math.sin(half)];
          return [radius * (c * c - q * q), -2 * radius * c * q];
        };
        const flange = w.hub[s.flange];
        const row = flange.rows?.[s.head === "out" ? "inner" : "outer"];
        const circle = row?.holeCircle ?? flange.holeCircle;
        const out = s.flange === "A" ? 1 : -1;
        const beside =
          w.hub.seat === "bent" && flange.thickness !== undefined
            ? ((flange.thickness + w.spoke.diameter) / 2) * (s.head === "out" ? -1 : 1)
            : 0;
        const rimDeg = ((s.spoke - 0.5) * 360) / n;
        const lean = (s.lean === "trailing") === clockwise ? 1 : -1;
        const hubDeg = rimDeg + (lean * w.lacing[s.flange].cross * 720) / n;
        const p = [...turnBy(rimDeg, w.rim.erd / 2), w.offset + out * w.rim.holeOffset];
        const h = [...turnBy(hubDeg, circle / 2), out * ((row?.toCentre ?? flange.toCentre) + beside)];
        const length =
          Math.sqrt(p.reduce((sum, x, i) => sum + (x - h[i]) ** 2, 0)) -
          (w.hub.seat === "bent" ? flange.holeDiameter / 2 : 0);
        worst = Math.max(worst, Math.abs(length - s.length));
      }
    }
    console.log(`lengths: worst difference ${worst.toExponential(1)} mm over 1000 wheels`);
    expect(worst).toBeLessThan(0.01);
  });
  test("1 mm of ERD is half a millimetre of spoke, nearly; a stack adds as squares", () => {
    const wheel = wheelFrom({
      rim: { holes: 32, erd: 604, firstHole: "A" },
      hub: {
        A: { holes: 16, holeCircle: 60, toCentre: 46, holeDiameter: 2.5 },
        B: { holes: 16, holeCircle: 60, toCentre: 56.5, holeDiameter: 2.5 },
      },
      lacing: { A: { cross: 3 }, B: { cross: 3 } },
      spoke: { diameter: 2, threadPitch: 0.4536 },
      tension: { target: 1200 },
    });
    const erd = sensitivities(wheel).find((s) => s.figure === "erd");
    // dL/dERD = (R − r·cos θ)/(2L) = (302 − 30·cos 67.5°)/(2·295.5), by differentiating the law of cosines.
    expect(erd?.A).toBeCloseTo((302 - 30 * Math.cos((67.5 * Math.PI) / 180)) / (2 * 295.5), 2);
    const one = toleranceStack(wheel, {
      erd: 1,
      offset: 0,
      "toCentre.A": 0,
      "holeCircle.A": 0,
      "holeDiameter.A": 0,
      holeOffset: 0,
    });
    expect(one.A).toBeCloseTo(erd?.A ?? 0, 3);
    expect(toleranceStack(wheel).A).toBeGreaterThan(one.A * 0.4);
  });
});

const bruteForce = (needs: readonly Need[], available: Available): { count: number; cost: number } | null => {
  const all = new Set<number>();
  for (const n of needs)
    if ("list" in available) for (const l of available.list) all.add(l);
    else
      for (
        let l = Math.ceil((n.shortest - 1e-9) / available.step) * available.step;
        l <= n.longest + 1e-9;
        l += available.step
      )
        all.add(l);
  const lengths = [...all];
  let best: { count: number; cost: number } | null = null;
  for (let mask = 1; mask < 1 << lengths.length; mask++) {
    const chosen = lengths.filter((_, i) => mask & (1 << i));
    if (best && chosen.length > best.count) continue;
    let cost = 0;
    const served = needs.every((n) => {
      const fit = chosen.filter((l) => l >= n.shortest - 1e-9 && l <= n.longest + 1e-9);
      if (fit.length === 0) return false;
      cost += n.count * Math.min(...fit.map((l) => (l - n.wanted) ** 2));
      return true;
    });
    if (served && (!best || chosen.length < best.count || cost < best.cost - 1e-12))
      best = { count: chosen.length, cost };
  }
  return best;
};

describe("the order", () => {
  const needs = fc
    .record({
      wanted: fc.array(fc.double({ min: 160, max: 168, noNaN: true }), { minLength: 1, maxLength: 6 }),
      down: fc.double({ min: 0.2, max: 2, noNaN: true }),
      up: fc.double({ min: 0.2, max: 2, noNaN: true }),
    })
    .map(({ wanted, down, up }) =>
      wanted.map((w, i): Need => ({ wanted: w, count: 4 + i, shortest: w - down, longest: w + up })),
    );
  test("is the fewest lengths and the nearest, as trying every set of lengths finds", () => {
    fc.assert(
      fc.property(
        needs,
        fc.oneof(
          fc.constantFrom<Available>({ step: 1 }, { step: 2 }),
          fc.uniqueArray(fc.integer({ min: 158, max: 170 }), { minLength: 1, maxLength: 6 }).map((list) => ({ list })),
        ),
        (list, available) => {
          const best = bruteForce(list, available);
          const ours = orderLengths(list, available);
          if (!best) {
            expect("stuck" in ours).toBe(true);
            return;
          }
          if (!("lengths" in ours)) throw new Error("found none where there is one");
          expect(ours.lengths.length).toBe(best.count);
          const cost = ours.lengths
            .flatMap((o) => o.serves.map((i) => list[i].count * (o.length - list[i].wanted) ** 2))
            .reduce((a, b) => a + b, 0);
          expect(cost).toBeCloseTo(best.cost, 9);
          expect(ours.lengths.flatMap((o) => o.serves).sort()).toEqual([...list.keys()].sort());
        },
      ),
      { numRuns: 300 },
    );
  });
});

describe("thread in the nipple", () => {
  test("inside the window enough thread holds and nothing stands proud; past either end it is said", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1.8, max: 4.5, noNaN: true }),
        fc.constantFrom(0.4536, 0.635, 0.7),
        fc.double({ min: 8, max: 16, noNaN: true }),
        fc.double({ min: 6.5, max: 14, noNaN: true }),
        fc.double({ min: -6, max: 4, noNaN: true }),
        (diameter, pitch, spokeThread, nippleThread, end) => {
          const parts = { diameter, pitch, spokeThread, nippleThread, slotDepth: 1.5 };
          const room = threadRoom(parts, 170 + end, 170);
          const window = threadWindow(parts);
          expect(room.turnsUp).toBeCloseTo((window.longest - end) / pitch, 9);
          if (room.verdict === "fits" || room.verdict === "tight") {
            expect(engagement(parts, end)).toBeGreaterThanOrEqual(Math.max(diameter, 8 * pitch) - 1e-9);
            expect(end).toBeLessThanOrEqual(1.5 + 1e-9);
          } else expect(end < window.shortest || end > window.longest).toBe(true);
        },
      ),
    );
  });
  test("a spoke 2 mm too long is rescued by the thinnest washer that leaves a turn; one too short by none", () => {
    expect(threadRoom(PARTS, 172, 170).verdict).toBe("long");
    expect(washerFor(PARTS, 172, 170, [2, 0.5, 1, 0.3])).toBe(2);
    expect(washerFor(PARTS, 171.5, 170, [2, 0.5, 1, 0.3])).toBe(1);
    expect(washerFor(PARTS, 170, 170, [0.5])).toBeNull();
    expect(washerFor(PARTS, 166, 170, [0.5, 1, 2])).toBeNull();
  });
});

/** 36-hole hub on a 32-hole rim, one cross, ERD 596, hole circle 94 and 60, flanges 27 and 35 (a case of the trade). */
const MIXED = wheelFrom({
  rim: { holes: 32, erd: 596, firstHole: "A" },
  hub: {
    A: { holes: 18, holeCircle: 94, toCentre: 27, holeDiameter: 2.6 },
    B: { holes: 18, holeCircle: 60, toCentre: 35, holeDiameter: 2.6 },
  },
  lacing: { A: { cross: 1 }, B: { cross: 1 } },
  spoke: { diameter: 2, threadPitch: 0.4536 },
  tension: { target: 1000 },
});

describe("more holes in the hub than in the rim", () => {
  const parts: ThreadParts = { diameter: 2, pitch: 0.4536, spokeThread: 10, nippleThread: 8, slotDepth: 1.5 };
  const check = (wheel: Wheel) => {
    const spokes = placeSpokes(wheel);
    for (const side of ["A", "B"] as const) {
      const own = spokes.filter((s) => s.flange === side);
      const { holes } = wheel.hub[side];
      const used = own.map((s) => s.hubHole).sort((a, b) => a - b);
      expect(new Set(used).size).toBe(own.length);
      expect(used[0]).toBeGreaterThanOrEqual(1);
      expect(used.at(-1)).toBeLessThanOrEqual(holes);
      // Skipped holes as even as can be: the runs of used holes between them differ by at most one.
      const empty = [...Array(holes).keys()].map((i) => i + 1).filter((h) => !used.includes(h));
      const runs = empty.map((h, i) => ((empty[(i + 1) % empty.length] - h + holes - 1) % holes) + 1);
      if (runs.length > 0) expect(Math.max(...runs) - Math.min(...runs)).toBeLessThanOrEqual(1);
      // Real holes: every used one a whole number of hub pitches from the first.
      for (const s of own) {
        const steps = ((s.hubAngleDeg - own[0].hubAngleDeg) / 360) * holes;
        expect(Math.abs(steps - Math.round(steps))).toBeLessThan(1e-9);
        expect(s.length).toBeCloseTo(
          Math.hypot(...s.rimPoint.map((p, i) => p - s.hubPoint[i])) - wheel.hub[side].holeDiameter / 2,
          9,
        );
      }
    }
  };
  test("36 on 32: no hole twice, gaps even, lengths exact, the fewest orders as trying every set finds", () => {
    expect(hasSkippedHoles(MIXED)).toBe(true);
    check(MIXED);
    const window = threadWindow(parts);
    const choices = skipChoices(MIXED, window);
    expect(choices.length).toBe(64);
    for (const c of choices) expect([c.empty.A.length, c.empty.B.length]).toEqual([2, 2]);
    const chosen = { ...MIXED, lacing: { ...MIXED.lacing, skip: choices[0].start } };
    check(chosen);
    const { kinds } = spokeKinds(chosen);
    expect(kinds.reduce((s, k) => s + k.count, 0)).toBe(32);
    const list = kinds.map((k) => ({
      wanted: k.lengthAtTension,
      count: k.count,
      shortest: k.lengthAtTension + window.shortest,
      longest: k.lengthAtTension + window.longest,
    }));
    const ours = orderLengths(list, { step: 1 });
    if (!("lengths" in ours)) throw new Error("no order");
    expect(ours.lengths.length).toBe(bruteForce(list, { step: 1 })?.count);
    expect(ours.lengths.length).toBe(choices[0].lengths);
    console.log(
      `mixed: ${kinds.map((k) => `${k.flange} ${k.length.toFixed(1)} × ${k.count}`).join(", ")} ordered as ${ours.lengths.map((l) => `${l.length} × ${l.count}`).join(", ")}`,
    );
  });
  test("any surplus of hub holes on either flange keeps the rules, whichever start is chosen", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(28, 32, 36, 40),
        fc.integer({ min: 0, max: 6 }),
        fc.integer({ min: 0, max: 6 }),
        fc.nat(7),
        fc.nat(7),
        fc.constantFrom("clockwise" as const, "anticlockwise" as const),
        (holes, moreA, moreB, a, b, rotation) => {
          const flange = (more: number) => ({
            holes: holes / 2 + more,
            holeCircle: 100,
            toCentre: 30,
            holeDiameter: 3,
          });
          check(
            readWheel({
              ...MIXED,
              rotation,
              rim: { holes, erd: 500, firstHole: "A" },
              hub: { A: flange(moreA), B: flange(moreB) },
              lacing: { A: { cross: 1 }, B: { cross: 1 }, skip: { A: a, B: b } },
            }),
          );
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe("crosses compared", () => {
  const drilled = (over: object) =>
    wheelFrom({
      rim: { holes: 36, erd: 430, firstHole: "A", drilling: "radial" },
      hub: {
        A: { holes: 18, holeCircle: 150, toCentre: 30, holeDiameter: 4 },
        B: { holes: 18, holeCircle: 150, toCentre: 30, holeDiameter: 4 },
      },
      lacing: { A: { cross: 2 }, B: { cross: 2 } },
      spoke: { diameter: 3.5, threadPitch: 0.635 },
      tension: { target: 2000 },
      ...over,
    });
  test("a radially drilled rim limits the crosses by its nipples, with the figure; a punched one does not", () => {
    const radial = comparePatterns(drilled({}), "A");
    expect(radial.choices[0].against[0]).toMatchObject({ code: "no-torque" });
    for (const c of radial.choices.slice(1)) expect(c.entry?.whole).toBeGreaterThan(0);
    expect(againstWords(radial.whyNotNext)).toMatch(/\d cross: [\d.]+° at the nipple, limit 7.5/);
    const punched = comparePatterns(drilled({ rim: { holes: 36, erd: 430, firstHole: "A" } }), "A");
    expect(punched.recommended).toBeGreaterThanOrEqual(2);
    expect(punched.choices.every((c) => c.entry === null)).toBe(true);
    // The angle at the hub by the law of sines: sin = R·sin θ / span, seen along the axle.
    const two = punched.choices[2];
    const flat = Math.hypot(215 * Math.cos((40 * Math.PI) / 180) - 75, 215 * Math.sin((40 * Math.PI) / 180));
    expect(Math.sin((two.hubAngleDeg * Math.PI) / 180)).toBeCloseTo((215 * Math.sin((40 * Math.PI) / 180)) / flat, 9);
  });
  test("what the wheel had is told from its old spokes, apart from what the geometry would choose", () => {
    const wheel = drilled({ rim: { holes: 36, erd: 430, firstHole: "A" } });
    const plain = comparePatterns(wheel, "A");
    expect(plain.had).toBeNull();
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 3 }),
        fc.double({ min: -1.5, max: 1.5, noNaN: true }),
        fc.constantFrom("A" as const, "B" as const),
        (cross, worn, side) => {
          const length = comparePatterns(wheel, side).choices[cross].length + worn;
          const old = [{ flange: side, head: "out" as const, length }];
          const told = comparePatterns(wheel, side, undefined, old);
          expect(told.had).toBe(cross);
          expect(told.recommended).toBe(plain.recommended);
          expect(comparePatterns(wheel, side === "A" ? "B" : "A", undefined, old).had).toBeNull();
          expect(crossesWords(told)).toMatch(
            cross === told.recommended ? /geometry says the same/ : /What it was built with comes first/,
          );
        },
      ),
    );
  });
  test("straight bores decide: the cross that leaves along them", () => {
    const bores = (boreDeg: number) => {
      const w = drilled({ rim: { holes: 36, erd: 430, firstHole: "A" } });
      return comparePatterns(
        readWheel({ ...w, hub: { seat: "straight", A: { ...w.hub.A, boreDeg }, B: { ...w.hub.B, boreDeg } } }),
        "A",
      );
    };
    for (const cross of [1, 2]) {
      const wanted = bores(0).choices[cross].hubAngleDeg;
      expect(bores(wanted).recommended).toBe(cross);
      expect(bores(wanted).choices[cross].boreAngleDeg).toBeCloseTo(0, 6);
    }
  });
});

describe("the order is here and the wheel turned out another", () => {
  const at = (erd: number) =>
    wheelFrom({
      rim: { holes: 36, erd, firstHole: "A" },
      hub: {
        A: { holes: 18, holeCircle: 150, toCentre: 33, holeDiameter: 4 },
        B: { holes: 18, holeCircle: 90, toCentre: 30, holeDiameter: 4 },
      },
      lacing: { A: { cross: 1 }, B: { cross: 3 } },
      spoke: { diameter: 3.5, threadPitch: 0.635 },
      tension: { target: 2000 },
    });
  const here = (erd: number) =>
    spokeKinds(at(erd)).kinds.map((k) => ({
      flange: k.flange,
      lean: k.lean,
      row: k.row,
      length: Math.round(k.lengthAtTension),
    }));
  test("ERD 602 to 604: the spokes end 1 mm short, by about 1.6 turns; as they are still hold", () => {
    const moved = movedSince(at(602), at(604), 0.635);
    expect(moved).toHaveLength(4);
    for (const m of moved) {
      expect(m.mm).toBeGreaterThan(-1.1);
      expect(m.mm).toBeLessThan(-0.8);
      expect(m.turns).toBeCloseTo(m.mm / 0.635, 9);
    }
    const ways = waysOn(at(604), here(602), PARTS, [0.3, 0.5, 1, 2], [9, 12], 7);
    expect(ways[0]).toMatchObject({ way: "as-they-are", fits: true, days: 0 });
    expect(ways.some((w) => w.way === "washer")).toBe(false);
  });
  test("spokes 2 mm too long: a washer, not the post; 6 mm too short: only a new order, last that does not fit", () => {
    const long = waysOn(at(598), here(602), PARTS, [0.3, 0.5, 1, 2], [9], 7);
    expect(long[0].way).toBe("washer");
    expect(long.find((w) => w.way === "as-they-are")?.fits).toBe(false);
    const short = waysOn(at(614), here(602), PARTS, [0.3, 0.5, 1, 2], [9], 7);
    expect(short[0]).toMatchObject({ way: "reorder-all", fits: true, days: 7 });
    expect(short.at(-1)?.fits).toBe(false);
  });
  test("however far off, nothing that leaves no turn to true with stands above what leaves one", () => {
    const least = (w: { turnsUp: number; turnsDown: number }) => Math.min(w.turnsUp, w.turnsDown);
    for (let erd = 592; erd <= 614; erd += 0.5) {
      const ways = waysOn(at(erd), here(602), PARTS, [0.3, 0.5, 1, 2], [9, 12], 7);
      ways.forEach((w, i) => {
        for (const below of ways.slice(i + 1)) {
          if (below.fits) expect(w.fits, `${erd}: ${w.text} above ${below.text}`).toBe(true);
          if (below.fits && least(below) >= 0.5) expect(least(w), `${erd}: ${w.text}`).toBeGreaterThanOrEqual(0.5);
        }
      });
    }
  });
});

describe("builds that cannot be", () => {
  const base = {
    format: "tall-compass/wheel",
    version: 1,
    rim: { holes: 36, erd: 440, firstHole: "A", holeOffset: 2 },
    hub: {
      A: { holes: 18, holeCircle: 150, toCentre: 33, holeDiameter: 4 },
      B: { holes: 18, holeCircle: 150, toCentre: 33, holeDiameter: 4 },
    },
    lacing: { A: { cross: 2 }, B: { cross: 2 } },
    spoke: { diameter: 3.5, threadPitch: 0.635 },
    tension: { target: 2000 },
  };
  const said = (over: object, figures = {}) => planSpokes(readWheel({ ...base, ...over }), figures).warnings;
  test.each([
    ["a thread too short to hold", {}, { "spoke.threadLength": 3 }, "thread-short", /longer thread cure it/],
    ["a nipple with no room", {}, { "nipple.thread": 4, "spoke.threadLength": 4 }, "no-window", /more thread cures it/],
    [
      "a rim hole on the wrong side of its flange",
      { rim: { ...base.rim, holeOffset: 12 }, hub: { A: { ...base.hub.A, toCentre: 8 }, B: base.hub.B } },
      {},
      "wrong-side",
      /first hole on the wrong flange/,
    ],
    ["an offset past the flange", { offset: 34 }, {}, "no-sideways-hold", /Check offset and flange/],
    ["spokes that stand upright", { offset: 29 }, {}, "upright", /cures it/],
    [
      "heads in the way",
      { hub: { A: { ...base.hub.A, holeCircle: 80 }, B: base.hub.B }, lacing: { A: { cross: 4 }, B: { cross: 2 } } },
      {},
      "head-overlap",
      /use fewer crosses/,
    ],
    [
      "spokes hardly longer than their thread",
      { rim: { ...base.rim, erd: 175 }, lacing: { A: { cross: 0 }, B: { cross: 0 } } },
      {},
      "stubby",
      /cure it/,
    ],
    ["radial", { lacing: { A: { cross: 0 }, B: { cross: 2 } } }, {}, "radial", /never laced radially/],
  ])("%s is named with what would cure it", (_, over, figures, code, cure) => {
    expect(said({})).toEqual([]);
    const warning = said(over, figures).find((w) => w.code === code);
    expect(warning && warningWords(warning)).toMatch(cure);
  });
  test("the nipple's own limit counts: a plain seat speaks up where a ball is still content", () => {
    const drilled = { rim: { ...base.rim, drilling: { lateralDeg: 5, tangentialDeg: 16 } } };
    const angle = spokeKinds(readWheel({ ...base, ...drilled })).kinds[0].entryAngleDeg;
    expect(angle).toBeGreaterThan(4);
    expect(angle).toBeLessThan(7.5);
    expect(said(drilled)).toEqual([]);
    expect(said(drilled, { "nipple.seat": "plain" }).map((w) => w.code)).toEqual(["entry-angle"]);
    expect(said(drilled, { "nipple.limit": angle - 0.1 }).map((w) => w.code)).toEqual(["entry-angle"]);
  });
  test("a list with nothing near is said, and what would do; a fitting one is ordered from", () => {
    const plan = (list: string) => planSpokes(readWheel(base), { "order.available": "list", "order.list": list });
    expect(plan("150 160 190").stuck).toMatch(/lies between [\d.]+ and [\d.]+/);
    const wanted = planSpokes(readWheel(base), {}).kinds[0].lengthAtTension;
    expect(plan(`150, ${wanted.toFixed(1)}; 190`).lengths.map((l) => l.length)).toEqual([Number(wanted.toFixed(1))]);
  });
});

test("a drilling plan drilled as it says makes spokes that leave their holes straight, evenly round the tape", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 400 }), (seed) => {
      const wheel = anyWheel(seed);
      const plan = drillingPlan(wheel, wheel.rim.erd + 20);
      const pitch = plan.circumference / wheel.rim.holes;
      plan.holes.forEach((h, i) => {
        expect(h.tape).toBeCloseTo((i + 0.5) * pitch, 9);
      });
      const spokes = placeSpokes(wheel);
      for (const h of plan.holes) {
        const s = spokes[h.hole - 1];
        const lean = s.turn * h.tangentialDeg;
        const drilled = {
          ...wheel,
          rim: { ...wheel.rim, drilling: { lateralDeg: h.lateralDeg, tangentialDeg: lean } },
        };
        const kind = spokeKinds(drilled).kinds.find((k) => k.spokes[0] === h.hole);
        if (kind) expect(kind.entryAngleDeg).toBeLessThan(1e-4);
      }
    }),
    { numRuns: 60 },
  );
});
