import { describe, expect, test } from "vitest";
import { tries } from "@/core/tries.test.rig";
import { chance } from "@/devices/random";
import { mostCrosses } from "../wheel/most-crosses";
import { wheelFrom } from "../wheel/wheel.test.rig";
import type { Wheel } from "../wheel/wheel-file";
import { checkLacing, continueFour, type FaultCode, type SeenSpoke, seenAsPlanned } from "./check";
import { crossingsOf } from "./crossings";
import { blockedBecause, firstBlocked, type HubWay, type LacingAct, lacingActs, offeredOrders } from "./orders";
import { placeSpokes } from "./placement";
import { breakAdvice, replacementFor } from "./replace";
import { isInterlaced, lacingSteps } from "./steps";

const wheelOf = (over: {
  holes: number;
  cross: readonly [number, number];
  seat?: "bent" | "straight";
  heads?: "out" | "in";
  first?: "A" | "B";
  rotation?: "clockwise" | "anticlockwise";
  circle?: number;
  more?: number;
  interlaced?: boolean;
}): Wheel => {
  const flange = {
    holes: over.holes / 2 + (over.more ?? 0),
    holeCircle: over.circle ?? 110,
    toCentre: 30,
    holeDiameter: 4,
  };
  return wheelFrom({
    rotation: over.rotation ?? "clockwise",
    rim: { holes: over.holes, erd: 440, firstHole: over.first ?? "A" },
    hub: { seat: over.seat ?? "bent", A: flange, B: flange },
    lacing: {
      A: { cross: over.cross[0] },
      B: { cross: over.cross[1] },
      trailingHeads: over.heads ?? "out",
      ...(over.interlaced === undefined ? {} : { interlaced: over.interlaced }),
    },
    spoke: { diameter: 3, threadPitch: 0.635 },
    tension: { target: 1500 },
  });
};

/** Every count 20 to 48 that divides by four, every possible cross, both seats, heads either way, hole 1 to either flange. */
const everyWheel = function* () {
  for (let holes = 20; holes <= 48; holes += 4)
    for (const circle of [60, 110, 180])
      for (const seat of ["bent", "straight"] as const)
        for (const heads of ["out", "in"] as const)
          for (const first of ["A", "B"] as const) {
            const most = mostCrosses(holes, 440, circle);
            for (let a = 0; a <= most; a++)
              yield wheelOf({
                holes,
                cross: [a, (a + 1) % (most + 1)],
                seat,
                heads,
                first,
                circle,
                rotation: a % 2 ? "anticlockwise" : "clockwise",
              });
          }
};

describe("the trade's rules for every wheel", () => {
  test("each hole once, flanges alternate, fours repeat, as many crossings as named, interlaced as chosen, valve widest", () => {
    let wheels = 0;
    for (const wheel of everyWheel()) {
      wheels++;
      const spokes = placeSpokes(wheel);
      const n = spokes.length;
      for (const side of ["A", "B"] as const) {
        const own = spokes.filter((s) => s.flange === side);
        expect(new Set(own.map((s) => s.hubHole)).size).toBe(n / 2);
        const { cross } = wheel.lacing[side];
        const met = crossingsOf(wheel, spokes, side);
        for (const s of own.filter((o) => o.head === "in")) {
          const mine = met.filter((c) => c.outer === s.spoke);
          // Counted from the drawn lines; a spoke past the tangent may meet one more near the hub.
          expect(mine.length, `${n} ${cross} ${wheel.hub[side].holeCircle}`).toBe(cross);
          if (cross > 0) {
            expect(mine.at(-1)?.over).toBe(!isInterlaced(wheel, cross));
            expect(mine.slice(0, -1).every((c) => c.over)).toBe(true);
          }
        }
      }
      spokes.forEach((s, i) => {
        const four = spokes[(i + 4) % n];
        expect([s.flange, s.lean, s.head]).toEqual([four.flange, four.lean, four.head]);
        expect(s.flange).not.toBe(spokes[(i + 1) % n].flange);
      });
      // The two beside the valve lean away from each other.
      expect([spokes[n - 1].turn, spokes[0].turn]).toEqual([-1, 1]);
    }
    console.log(`lacing: ${wheels} wheels keep the rules`);
    expect(wheels).toBeGreaterThan(500);
  });
});

const HUBS: readonly HubWay[] = (["full-width", "single-sided", "conical"] as const).flatMap((kind) => [
  { kind, slots: false },
  { kind, slots: true },
]);

describe("orders of work", () => {
  test("no order offered ever asks for a spoke that can no longer be swung in; each does every spoke once", () => {
    let tried = 0;
    for (const holes of [20, 32, 36, 40, 48])
      for (const seat of ["bent", "straight"] as const)
        for (const heads of ["out", "in"] as const)
          for (const first of ["A", "B"] as const)
            for (const hub of HUBS) {
              const wheel = wheelOf({ holes, cross: [2, 1], seat, heads, first });
              const offered = offeredOrders(wheel, hub);
              expect(offered.length).toBeGreaterThan(0);
              for (const { order, why } of offered) {
                tried++;
                expect(why.length).toBeGreaterThan(20);
                const acts = lacingActs(wheel, order);
                const dropped = new Set<number>();
                const tied = new Set<number>();
                for (const act of acts) {
                  expect(blockedBecause(wheel, hub, dropped, tied, act), `${order} ${hub.kind}`).toBeNull();
                  for (const s of act.spokes) {
                    if (act.act !== "tie") expect(dropped.has(s.spoke)).toBe(false);
                    if (act.act !== "drop") expect(tied.has(s.spoke)).toBe(false);
                    if (act.act !== "tie") dropped.add(s.spoke);
                    if (act.act !== "drop") tied.add(s.spoke);
                  }
                }
                expect([dropped.size, tied.size]).toEqual([holes, holes]);
                expect(lacingSteps(wheel, order)).toHaveLength(acts.length);
              }
            }
    expect(tried).toBeGreaterThan(100);
  });
  test("the rule bites: the same work shuffled is blocked nearly always, and a full-width drum refuses what an open hub takes", () => {
    const wheel = wheelOf({ holes: 36, cross: [2, 2] });
    const open: HubWay = { kind: "single-sided", slots: false };
    let blocked = 0;
    for (let seed = 1; seed <= 100; seed++) {
      const { between } = chance(seed);
      const acts: LacingAct[] = [...lacingActs(wheel, "key-rounds")];
      for (let i = acts.length - 1; i > 0; i--) {
        const j = Math.floor(between(0, i + 1));
        [acts[i], acts[j]] = [acts[j], acts[i]];
      }
      if (firstBlocked(wheel, open, acts)) blocked++;
    }
    expect(blocked).toBeGreaterThan(95);
    expect(firstBlocked(wheel, open, lacingActs(wheel, "flange-by-flange"))).toBeNull();
    const drum: HubWay = { kind: "full-width", slots: false };
    expect(firstBlocked(wheel, drum, lacingActs(wheel, "flange-by-flange"))).toContain("full-width drum");
    expect(offeredOrders(wheel, drum)[0].order).toBe("all-into-hub");
  });
});

/** Mistakes as they are made with one to three spokes in hand, and what they ought to be called. */
const spoil = (wheel: Wheel, seen: readonly SeenSpoke[], seed: number) => {
  const { between } = chance(seed);
  const n = seen.length;
  const pick = () => Math.floor(between(0, n));
  const out = seen.map((s) => ({ ...s }));
  const wrong = new Map<number, FaultCode>();
  const swap = (i: number, j: number) => {
    [out[i], out[j]] = [{ ...seen[j] }, { ...seen[i] }];
    for (const k of [i, j]) wrong.set(k + 1, out[k].flange !== seen[k].flange ? "flange" : "hub-hole");
  };
  const kind = Math.floor(between(0, 5));
  const i = pick();
  if (kind === 0) {
    // One or two misses of the last under.
    for (const k of [i, between(0, 1) < 0.5 ? i : pick()])
      if (seen[k].head === "in") {
        out[k].under = !seen[k].under;
        wrong.set(k + 1, "under");
      }
  } else if (kind === 1) {
    out[i].head = seen[i].head === "out" ? "in" : "out";
    out[i].under = out[i].head === "in" && isInterlaced(wheel, wheel.lacing[out[i].flange].cross);
    wrong.set(i + 1, "head");
  } else if (kind === 2) swap(i, (i + 4) % n);
  else if (kind === 3) swap(i, (i + 1) % n);
  else {
    // Three like spokes each one place on.
    const [a, b, c] = [i, (i + 4) % n, (i + 8) % n];
    [out[a], out[b], out[c]] = [{ ...seen[c] }, { ...seen[a] }, { ...seen[b] }];
    for (const k of [a, b, c]) wrong.set(k + 1, "hub-hole");
  }
  return { out, wrong };
};

describe("the check of a laced wheel", () => {
  test("mistakes of one to three spokes are named and mended with the fewest moves in 98 of 100", () => {
    let right = 0;
    let tried = 0;
    for (let seed = 1; tried < tries(500); seed++) {
      const { between } = chance(seed * 31);
      const holes = [28, 32, 36, 40][Math.floor(between(0, 4))];
      const wheel = wheelOf({
        holes,
        cross: [1 + Math.floor(between(0, 2)), 1 + Math.floor(between(0, 2))],
        heads: between(0, 1) < 0.5 ? "out" : "in",
        first: between(0, 1) < 0.5 ? "A" : "B",
      });
      const { out, wrong } = spoil(wheel, seenAsPlanned(wheel), seed);
      if (wrong.size === 0) continue;
      tried++;
      const check = checkLacing(wheel, out);
      const named = check.faults.length === wrong.size && check.faults.every((f) => wrong.get(f.spoke) === f.code);
      if (named && check.moves.length === wrong.size && check.laced.asPlanned) right++;
    }
    console.log(`lacing: ${right} of ${tried} mistakes named and mended with the fewest moves`);
    expect(right).toBeGreaterThanOrEqual(0.98 * tried);
  });
  test.each([
    ["another cross", { cross: [1, 2] as const }, /laced 1 cross instead of 2: its spokes want [\d.]+ mm less/],
    ["the other trailing heads", { heads: "in" as const }, /trailing heads stand inside/],
    ["the other flange first", { first: "B" as const }, /one rim hole on/],
    ["not interlaced", { interlaced: false }, /not interlaced/],
  ])("a wheel laced consistently as %s is recognised as that, with no spoke at fault", (_, over, text) => {
    const plan = wheelOf({ holes: 36, cross: [2, 2] });
    const check = checkLacing(plan, seenAsPlanned(wheelOf({ holes: 36, cross: [2, 2], ...over })));
    expect(check.faults).toEqual([]);
    expect(check.laced.texts.join("; ")).toMatch(text);
  });
  test("a mirror image and a turned hub are told; as planned says nothing; four spokes told make the wheel", () => {
    const plan = wheelOf({ holes: 40, cross: [2, 2] });
    const mirrored = { ...plan, lacing: { ...plan.lacing, firstLean: "leading" as const } };
    expect(checkLacing(plan, seenAsPlanned(mirrored)).laced.texts.join()).toContain("mirror image");
    const turned = seenAsPlanned(plan).map((s) => ({ ...s, hubHole: (s.hubHole % 20) + 1 }));
    expect(checkLacing(plan, turned)).toMatchObject({
      faults: [],
      laced: { texts: [expect.stringContaining("the hub is turned 1 hole")] },
    });
    const seen = seenAsPlanned(plan);
    expect(checkLacing(plan, seen)).toMatchObject({ faults: [], moves: [], laced: { asPlanned: true } });
    expect(continueFour(plan, seen.slice(0, 4))).toEqual(seen);
  });
});

test("a broken spoke copies those four holes either way; with empty hub holes the nearer length; a second break says so", () => {
  const wheel = wheelOf({ holes: 36, cross: [2, 1] });
  for (let s = 1; s <= 36; s++) {
    const r = replacementFor(wheel, s);
    expect(r.agree).toBe(true);
    expect([r.back.flange, r.back.lean, r.back.head]).toEqual([r.spoke.flange, r.spoke.lean, r.spoke.head]);
    expect(Math.abs(r.on.length - r.spoke.length)).toBeLessThan(1e-9);
  }
  const mixed = wheelOf({ holes: 32, cross: [1, 1], more: 2 });
  const copies = [...Array(32).keys()].map((i) => replacementFor(mixed, i + 1));
  expect(copies.some((c) => c.copy === "back") && copies.some((c) => c.copy === "on")).toBe(true);
  for (const c of copies.filter((x) => x.copy === "back"))
    expect(Math.abs(c.back.length - c.spoke.length)).toBeLessThanOrEqual(Math.abs(c.on.length - c.spoke.length));
  expect(breakAdvice({ where: "elbow", before: true, head: "in", seat: "bent" })[0]).toContain("replace the whole set");
});
