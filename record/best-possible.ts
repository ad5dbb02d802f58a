import { elasticWheel } from "@/core/mechanics/elastic-wheel";
import { wheelGeometry } from "@/core/mechanics/wheel-geometry";
import { sideTensions } from "@/core/tension/balance";
import { type Aim, type Outcome, outcome } from "@/core/truing/solving/aim";
import { handSteps } from "@/core/truing/solving/hand-steps";
import { towards } from "@/core/truing/solving/make-aim";
import { solveAim } from "@/core/truing/solving/solve-aim";
import { chance } from "@/devices/random";
import type { StandInWheel } from "@/devices/stand-in-wheel";

/** What a wheel could be, mm. */
export interface BestPossible {
  /** With turns of any size. */
  readonly free: number;
  /** In whole steps of a hand, as far as a search finds them: a third of a second; null where none keep to the window. */
  readonly inSteps: () => number | null;
}

/** mm: so weighed that no unevenness is bought past the window; what of the window is a hair. */
const INSIDE = 0.03;
const PASSES = 6;
const A_HAIR = 0.005;

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
): BestPossible => {
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
    repeats: influences.repeats && stuck.length === 0,
    wanted,
    counted: Float64Array.from(all, (s) => (stuck.includes(s) ? 0 : 1)),
    floor: wanted.map((t, i) => window(i + 1, t * (1 - spread), 0)),
    ceiling: wanted.map((t, i) => window(i + 1, t * (1 + spread), 9e9)),
    low: Float64Array.from(all, (s) => (stuck.includes(s) ? -1e-9 : -8)),
    high: Float64Array.from(all, (s) => (stuck.includes(s) ? 1e-9 : 8)),
    rough: false,
    reach: null,
    weights: { lateral: INSIDE, radial: INSIDE, offset: 0.01, spread: 20, mean: 0.5 },
  });
  let end: Outcome | null = null;
  for (let pass = 0; pass < PASSES; pass++) {
    const plain = aim();
    // Counted from what the pass before had, run-out buys no place outside the window.
    const measured = end ? towards(plain, end) : plain;
    const turns = solveAim(measured, undefined, true);
    if (!turns) break;
    end = outcome(plain, turns);
    // Influences are per mm here: put the change straight into the natural lengths, no twist.
    all.forEach((s, i) => {
      stand.shorten(s, turns[i]);
    });
  }
  const there = aim();
  const best = outcome(there, new Float64Array(n));
  // A nipple stands where its first step put it: each true turn lies up to half a step beside what was wished.
  const step = stand.wheel.spoke.threadPitch / 16;
  const luck = chance(stand.hidden.seed * 17 + 5);
  const searched = (): number | null => {
    let least: number | null = null;
    for (let attempt = 0; attempt < 6; attempt++) {
      const left = Float64Array.from(all, (s) => (stuck.includes(s) ? 0 : luck.between(-0.5, 0.5) * step));
      const beside = outcome(there, left);
      const from: Aim = {
        ...towards(there, best),
        lateral: beside.lateral,
        radial: beside.radial,
        tension: beside.tension,
        offset: beside.offset,
      };
      const wished = solveAim(from, undefined, true);
      if (!wished) continue;
      const stepped = outcome(from, handSteps(from, wished, step, 0));
      const past = stepped.tension.some(
        (t, i) => t < there.floor[i] - A_HAIR * wanted[i] || t > there.ceiling[i] + A_HAIR * wanted[i],
      );
      const worse = Math.max(stepped.lateralTir, stepped.radialTir);
      if (!past && (least === null || worse < least)) least = worse;
    }
    return least;
  };
  return { free: Math.max(best.lateralTir, best.radialTir), inSteps: searched };
};
