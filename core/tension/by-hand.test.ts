import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { elasticWheel } from "@/core/mechanics/elastic-wheel";
import { defaultStiffness } from "@/core/mechanics/stiffness";
import { wheelGeometry } from "@/core/mechanics/wheel-geometry";
import { totalReading } from "@/core/runout/runout";
import { sideTensions } from "@/core/tension/balance";
import { eveningOut, evennessOf } from "@/core/tension/evenness";
import { checkPoints, gaugeTension, hungWeight } from "@/core/tension/gauge-table";
import { soundKinds } from "@/core/tension/sounding";
import { nextPair, rankByHand, type Squeeze } from "@/core/tension/squeeze";
import { stagedRounds } from "@/core/tension/staging";
import { targetBand, USUAL_DUTY } from "@/core/tension/target";
import { againstTarget } from "@/core/tension/target-words";
import { windUp } from "@/core/tension/wind-up";
import { drumWheel } from "@/core/wheel/wheel.test.rig";
import { hiddenWheel } from "@/devices/hidden-wheel";
import { chance } from "@/devices/random";
import { StandInWheel } from "@/devices/stand-in-wheel";

const wheel = drumWheel();
const geometry = wheelGeometry(wheel);
const stiffness = defaultStiffness(wheel);
const kinds = soundKinds(wheel, geometry.spokes);

describe("squeezing pairs", () => {
  test("from each spoke against the next two of its side: the slack ones found, the order mostly right", () => {
    const luck = chance(8);
    let found = 0;
    let slackOnes = 0;
    let falseSlack = 0;
    let agree = 0;
    let pairs = 0;
    let asked = 0;
    for (let wheelNo = 0; wheelNo < 40; wheelNo++) {
      const n = 20;
      const tension = [...Array(n)].map(() => 2000 * (1 + luck.normal(0.15)));
      const slack = [Math.floor(luck.between(0, n)), Math.floor(luck.between(0, n))];
      for (const s of slack) tension[s] = luck.between(0, 400);
      // A hand tells about 10 % (common practice), and errs.
      const felt = (i: number, j: number): Squeeze => {
        const d = (tension[i] - tension[j]) / 200 + luck.normal(0.5);
        return { spoke: i + 1, against: j + 1, felt: d > 0.5 ? "tighter" : d < -0.5 ? "looser" : "same" };
      };
      const squeezes: Squeeze[] = [];
      const alike = [...Array(n).keys()].map((i) => i + 1);
      for (let pair = nextPair(alike, squeezes); pair; pair = nextPair(alike, squeezes))
        squeezes.push(felt(pair[0] - 1, pair[1] - 1));
      const ranked = rankByHand(squeezes);
      asked = Math.max(asked, squeezes.length);
      expect(ranked).toHaveLength(n);
      for (const s of new Set(slack)) {
        slackOnes++;
        if (ranked.findIndex((r) => r.spoke === s + 1) < 3) found++;
      }
      falseSlack += ranked.filter((r) => r.slack && tension[r.spoke - 1] > 1200).length;
      for (let i = 0; i < n; i++)
        for (let j = i + 1; j < n; j++) {
          if (Math.abs(tension[ranked[i].spoke - 1] - tension[ranked[j].spoke - 1]) < 300) continue;
          pairs++;
          if (tension[ranked[i].spoke - 1] < tension[ranked[j].spoke - 1]) agree++;
        }
    }
    expect(asked).toBeLessThanOrEqual(70);
    expect(found / slackOnes).toBeGreaterThan(0.95);
    expect(falseSlack).toBeLessThanOrEqual(4);
    expect(agree / pairs).toBeGreaterThan(0.85);
  });

  test("how far the spokes stand apart is learnt from the pairs: levels are as sure as they say, on an even wheel and on a bad one", () => {
    const luck = chance(5);
    for (const scatter of [0.05, 0.15, 0.3]) {
      const off: number[] = [];
      const slope = { top: 0, under: 0 };
      for (let wheelNo = 0; wheelNo < 15; wheelNo++) {
        const n = 18;
        const tension = [...Array(n)].map(() => Math.max(0, 1 + luck.normal(scatter)));
        const mean = tension.reduce((a, b) => a + b, 0) / n;
        const squeezes: Squeeze[] = [];
        const alike = [...Array(n).keys()].map((i) => i + 1);
        for (let pair = nextPair(alike, squeezes); pair; pair = nextPair(alike, squeezes)) {
          // A hand tells about 10 % (common practice), and errs.
          const d = (tension[pair[0] - 1] - tension[pair[1] - 1]) / 0.1 + luck.normal(0.5);
          squeezes.push({ spoke: pair[0], against: pair[1], felt: d > 0.5 ? "tighter" : d < -0.5 ? "looser" : "same" });
        }
        for (const { spoke, level, sure } of rankByHand(squeezes)) {
          const steps = (tension[spoke - 1] / mean - 1) / 0.1;
          off.push((steps - level) / sure);
          slope.top += steps * level;
          slope.under += level * level;
        }
      }
      const size = Math.sqrt(off.reduce((sum, z) => sum + z * z, 0) / off.length);
      expect(size).toBeGreaterThan(0.4);
      expect(size).toBeLessThan(1.4);
      expect(slope.top / slope.under).toBeGreaterThan(0.7);
      expect(slope.top / slope.under).toBeLessThan(1.4);
    }
  });

  test("nothing felt ranks nothing; all the same is all level", () => {
    expect(rankByHand([])).toEqual([]);
    const level = rankByHand([1, 2, 3].map((s) => ({ spoke: s, against: (s % 3) + 1, felt: "same" as const })));
    for (const r of level) expect(Math.abs(r.level)).toBeLessThan(1e-6);
    expect(level.some((r) => r.slack)).toBe(false);
  });
});

describe("a gauge's table", () => {
  const table = [
    { reading: 10, tension: 500 },
    { reading: 20, tension: 1200 },
    { reading: 26, tension: 2000 },
  ];
  test("straight between its lines, exact on them, never beyond", () => {
    expect(gaugeTension(table, 20)).toEqual({ ok: true, tension: 1200 });
    expect(gaugeTension(table, 23)).toEqual({ ok: true, tension: 1600 });
    const over = gaugeTension(table, 27);
    expect(!over.ok && over.beyond).toBe("above");
    expect(!over.ok && over.message).toMatch(/27 is beyond the table, which ends at 26 \(2000 N\)/);
    expect(gaugeTension(table.slice(0, 1), 10).ok).toBe(false);
    fc.assert(
      fc.property(
        fc.double({ min: 10, max: 26, noNaN: true }),
        fc.double({ min: 10, max: 26, noNaN: true }),
        (a, b) => {
          const [x, y] = [gaugeTension(table, Math.min(a, b)), gaugeTension(table, Math.max(a, b))];
          return x.ok && y.ok && x.tension <= y.tension && x.tension >= 500 && y.tension <= 2000;
        },
      ),
    );
  });
  test("a table that turns back is refused with the place; falling readings are as good as rising", () => {
    expect(checkPoints([...table, { reading: 30, tension: 1900 }])).toMatch(
      /from 26 to 30 the tension goes 2000 to 1900/,
    );
    expect(checkPoints([...table, { reading: 20, tension: 1300 }])).toMatch(/20 stands twice/);
    expect(checkPoints(table.map((p) => ({ reading: -p.reading, tension: p.tension })))).toBeNull();
    // 100 kg hung: standard gravity 9.80665 m/s² (BIPM, SI Brochure).
    expect(hungWeight(100)).toBeCloseTo(980.665, 9);
  });
});

describe("how tight", () => {
  test("floor under ceiling, the thread's limit 20 % inside its core's, the maker's figure first", () => {
    const band = targetBand(geometry, stiffness, USUAL_DUTY, null);
    expect(band.floor).toBeGreaterThan(200);
    expect(band.floor).toBeLessThan(band.ceiling);
    expect(band.aim).toBeGreaterThan(band.floor);
    expect(band.aim).toBeLessThan(band.ceiling);
    // ISO 724: the core is 1.2269 pitches under a 60° thread, which stands 0.6495 over the wire it is rolled on.
    expect(band.spoke * 1.2).toBeCloseTo((Math.PI / 4) * (3.66 + (0.6495 - 1.2269) * 0.635) ** 2 * 600, 6);
    expect(band.sides.A / band.sides.B).toBeCloseTo(
      sideTensions(wheel, geometry.spokes).A / sideTensions(wheel, geometry.spokes).B,
      9,
    );
    const makers = targetBand(geometry, stiffness, USUAL_DUTY, 1830);
    expect(makers.aim).toBe(1830);
    expect(makers.reasons[0].code).toBe("makers");
    const heavier = targetBand(geometry, stiffness, { ...USUAL_DUTY, mass: 320 }, null);
    expect(heavier.loss / band.loss).toBeCloseTo(2, 6);
  });

  test("whatever the load, the aim lies inside the band; where there is none it stays under what holds, and that is said", () => {
    for (const mass of [40, 90, 160, 240, 330, 450, 700, 1200]) {
      const band = targetBand(geometry, stiffness, { ...USUAL_DUTY, mass }, null);
      const none = band.floor > band.ceiling;
      expect(band.aim).toBeLessThanOrEqual(band.ceiling);
      if (!none) expect(band.aim).toBeGreaterThanOrEqual(band.floor);
      expect(band.reasons.some((r) => r.code === "narrow")).toBe(none);
      for (const aim of [900, 9000])
        expect(targetBand(geometry, stiffness, { ...USUAL_DUTY, mass }, aim).reasons[0]).toEqual({
          code: "makers",
          figures: {
            ...{ aim, under: band.floor > aim ? band.floor : null },
            over: aim > band.ceiling ? band.ceiling : null,
          },
        });
      // Whoever works to another tension than the band has is told so, whether it is the maker's or nobody's.
      expect(againstTarget("", band.aim, band)).toBeNull();
      expect(againstTarget("", band.ceiling + 50, band)).toMatch(/is more than these spokes or this rim stand/);
      expect(againstTarget("", Math.min(band.floor, band.ceiling) - 50, band)).toMatch(/may go slack/);
    }
  });

  test("at the floor the stand-in's own worst spoke, loaded, is near slack and not far beyond: the loss is real", () => {
    const band = targetBand(geometry, stiffness, USUAL_DUTY, null);
    // Statics alone bounds it: one spoke never loses more than the whole push, nor less than it over all spokes.
    const weight = USUAL_DUTY.mass * 9.80665 * USUAL_DUTY.hit;
    expect(band.loss).toBeLessThan(weight);
    expect(band.loss).toBeGreaterThan(weight / 40);
  });
});

describe("bringing it up", () => {
  test("the stand-in, turned as the rounds say, ends within 12 % of both sides' wanted means and 0.5 mm of offset", () => {
    for (const seed of [2, 3, 4]) {
      const stand = new StandInWheel(wheel, hiddenWheel(seed, "fresh", { share: 0.45 }));
      const mean = (side: "A" | "B") => {
        const own = geometry.spokes.filter((s) => s.flange === side);
        return own.reduce((sum, s) => sum + stand.truePull(s.spoke), 0) / own.length;
      };
      const wanted = sideTensions(wheel, geometry.spokes);
      const before = stand.readOffset();
      // A round at a time, each planned from what the gauge then says, as the bench does.
      for (const part of [0.5, 0.8, 0.9, 1]) {
        const at = { A: mean("A"), B: mean("B") };
        const elastic = elasticWheel(geometry, stiffness);
        const [round] = stagedRounds(elastic, at, wanted, 0.635, "50-80-90-100", 0.05).filter((r) => r.part === part);
        if (!round) continue;
        for (const s of geometry.spokes) stand.turn(s.spoke, round.turns[s.flange]);
        stand.destress();
      }
      expect(Math.abs(mean("A") / wanted.A - 1)).toBeLessThan(0.12);
      expect(Math.abs(mean("B") / wanted.B - 1)).toBeLessThan(0.12);
      expect(Math.abs(stand.readOffset() - before)).toBeLessThan(0.5);
    }
  });

  test("the twist: a long thin spoke winds up by a tenth of a turn, a short thick one hardly", () => {
    const wire = (diameter: number, threadPitch: number, body: number | null = null) => ({
      ...{ diameter, threadPitch, modulus: 200_000 },
      body: body === null ? null : { diameter: body, part: 0.75 },
    });
    const thin = windUp(1000, 294, wire(2, 0.45));
    const thick = windUp(2500, 168, wire(3.66, 0.635));
    expect(thin.greased).toBeGreaterThan(0.04);
    expect(thin.dry).toBeLessThan(0.2);
    expect(thick.dry).toBeLessThan(0.04);
    expect(thin.dry).toBeGreaterThan(thin.greased);
    // Torque goes as T·d, twist as M·l/d⁴: doubling everything but tension leaves l·d/d⁴.
    const doubled = windUp(1000, 588, wire(4, 0.9));
    expect(doubled.dry / thin.dry).toBeCloseTo((2 * 2) / 16, 6);
    // The same thread on a butted spoke twists its thinner middle, by the fourth power.
    expect(windUp(1000, 294, wire(2, 0.45, 1.8)).dry / thin.dry).toBeCloseTo((2 / 1.8) ** 4, 6);
  });
});

describe("how even", () => {
  test("kinds are compared with themselves; the planted odd ones are found and no others", () => {
    const luck = chance(12);
    const values = geometry.spokes.map((s) => (s.flange === "A" ? 1800 : 2400) * (1 + luck.normal(0.04)));
    values[6] *= 0.6;
    values[21] *= 1.35;
    const even = evennessOf(kinds, values);
    expect(even).toHaveLength(4);
    expect(even.reduce((n, k) => n + k.count, 0)).toBe(40);
    expect(even.flatMap((k) => k.outliers).sort((a, b) => a - b)).toEqual([7, 22]);
  });

  test("what evening out would do is what the stand-in then does: within 15 % of the movement", () => {
    for (const seed of [5, 9]) {
      const stand = new StandInWheel(
        wheel,
        hiddenWheel(seed, "buckled", { lateralScale: 1, radialScale: 1, share: 0.45, windUp: 0 }),
      );
      const all = geometry.spokes.map((s) => s.spoke);
      const lateral = all.map((s) => stand.trueLateral(s));
      const radial = all.map((s) => stand.trueRadial(s));
      const tension = all.map((s) => stand.truePull(s));
      const mean = (side: "A" | "B") => {
        const own = geometry.spokes.filter((s) => s.flange === side);
        return own.reduce((sum, s) => sum + tension[s.spoke - 1], 0) / own.length;
      };
      const wanted = geometry.spokes.map((s) => mean(s.flange));
      const elastic = elasticWheel(geometry, stiffness, tension);
      const even = eveningOut(elastic, 0.635, tension, wanted, lateral, radial);
      all.forEach((s, i) => {
        stand.turn(s, even.turns[i]);
      });
      const then = all.map((s) => stand.trueLateral(s));
      const moved = Math.hypot(...then.map((v, i) => v - lateral[i]));
      const missed = Math.hypot(...then.map((v, i) => v - (even.lateral[i] ?? 0)));
      expect(missed / moved).toBeLessThan(0.15);
      expect(even.lateralTir?.later).toBeCloseTo(totalReading(then), 0);
    }
  });
});
