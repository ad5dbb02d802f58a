import { elasticWheel, wheelGeometry } from "@/core/mechanics/elastic-wheel";
import { sideTensions } from "@/core/tension/balance";
import type { StandInWheel } from "@/devices/stand-in-wheel";
import { type Aim, outcome, solveAim } from "./aim";

/**
 * The least of max(side to side, hop) that this stand-in's true shape and stiffness allow at the holes, seam left out,
 * offset 0, every tension within ±20 % of its side's wanted mean. Uses the stand-in's hidden figures, which the advice
 * never sees; its tensions and line are re-made linear about the full tension until they agree.
 */
export const bestPossible = (
  stand: StandInWheel,
  trueStiffness: { lateralScale: number; radialScale: number; share: number },
  spread = 0.2,
  stuck: readonly number[] = [],
): number => {
  const geometry = wheelGeometry(stand.wheel);
  const sides = sideTensions(stand.wheel, geometry.spokes);
  const wanted = Float64Array.from(geometry.spokes, (s) => sides[s.flange]);
  const n = wanted.length;
  const all = [...Array(n).keys()].map((i) => i + 1);
  // A nipple that does not move keeps what tension it has: nothing holds it in the window.
  const window = (s: number, edge: number, free: number) => (stuck.includes(s) ? free : edge);
  const influences = elasticWheel(geometry, trueStiffness, wanted).influences;
  const aim = (): Aim => ({
    n,
    lateral: Float64Array.from(all, (s) => stand.trueLateral(s)),
    radial: Float64Array.from(all, (s) => stand.trueRadial(s)),
    tension: Float64Array.from(all, (s) => stand.truePull(s)),
    offset: stand.readOffset(),
    perTurn: influences,
    wanted,
    counted: Float64Array.from(all, (s) => (stuck.includes(s) ? 0 : 1)),
    floor: wanted.map((t, i) => window(i + 1, t * (1 - spread), 0)),
    ceiling: wanted.map((t, i) => window(i + 1, t * (1 + spread), 9e9)),
    low: Float64Array.from(all, (s) => (stuck.includes(s) ? -1e-9 : -8)),
    high: Float64Array.from(all, (s) => (stuck.includes(s) ? 1e-9 : 8)),
    rough: false,
    weights: { lateral: 0.01, radial: 0.01, offset: 0.05, spread: 20, mean: 0.5 },
  });
  for (let pass = 0; pass < 5; pass++) {
    const turns = solveAim(aim());
    if (!turns) break;
    // Influences are per mm here: put the change straight into the natural lengths, no twist.
    all.forEach((s, i) => {
      stand.shorten(s, turns[i]);
    });
  }
  const end = outcome(aim(), new Float64Array(n));
  return Math.max(end.lateralTir, end.radialTir);
};
