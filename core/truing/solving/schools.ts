import type { PlacedSpoke } from "../../lacing/placement";
import { type Aim, outcome } from "./aim";

export const SCHOOLS = ["at-once", "worst", "lateral", "radial", "pairs", "tighten", "fewest"] as const;
/** Ways of working at the nipples; they change weights and bounds, never the engine. */
export type School = (typeof SCHOOLS)[number];

export const SCHOOL_WORDS: Readonly<Record<School, { readonly label: string; readonly why: string }>> = {
  "at-once": {
    label: "everything at once",
    why: "side to side, hop, offset and tension weighed together by the model: as true as the turns make it",
  },
  worst: {
    label: "worst first",
    why: "only the stretch about the worst place is touched: easy to follow, more rounds",
  },
  lateral: {
    label: "side to side first",
    why: "hop waits until the rim runs straight: what a brake or chain feels first",
  },
  radial: {
    label: "hop first",
    why: "side to side waits until the rim runs round: what takes the most turns is done while spokes are slack",
  },
  pairs: {
    label: "pairs only",
    why: "as much off as on at every pair of neighbours: tension and hop stay as they are",
  },
  fewest: {
    label: "fewest nipples",
    why: "as few nipples as bring it inside the tolerance, no truer than that: for a customer who waits",
  },
  tighten: {
    label: "tighten only",
    why: "nothing is let out: safe with a tyre on or a dry thread, and the tension rises",
  },
};

/** How far a way of working that puts one thing first lets the other wait. */
const WAITS = 6;
/** Spokes each way of the worst place that may be touched. */
const REACH = 4;

/** An aim changed to a way of working. */
export const bySchool = (
  aim: Aim,
  school: School,
  tolerance: { readonly lateral: number; readonly radial: number },
): Aim => {
  const now = outcome(aim, new Float64Array(aim.n));
  const { weights } = aim;
  if (school === "lateral" && now.lateralTir > tolerance.lateral)
    return { ...aim, weights: { ...weights, radial: weights.radial * WAITS } };
  if (school === "radial" && now.radialTir > tolerance.radial)
    return { ...aim, weights: { ...weights, lateral: weights.lateral * WAITS } };
  if (school === "tighten") return { ...aim, low: aim.low.map((l) => Math.max(l, -1e-9)) };
  if (school === "worst") {
    const middle = (x: Float64Array) => x.reduce((a, b) => a + b, 0) / aim.n;
    const [ml, mr] = [middle(now.lateral), middle(now.radial)];
    const off = now.lateral.map((l, i) =>
      Math.max(Math.abs(l - ml) / tolerance.lateral, Math.abs(now.radial[i] - mr) / tolerance.radial),
    );
    const worst = off.indexOf(Math.max(...off));
    const near = (i: number) => Math.min((i - worst + aim.n) % aim.n, (worst - i + aim.n) % aim.n) <= REACH;
    return {
      ...aim,
      low: aim.low.map((l, i) => (near(i) || l > -1e-6 ? l : -1e-9)),
      high: aim.high.map((h, i) => (near(i) || h < 1e-6 ? h : 1e-9)),
    };
  }
  return aim;
};

/** Makes neighbours of the two sides turn against each other by the same amount, in whole steps. */
export const inPairs = (turns: Float64Array, spokes: readonly PlacedSpoke[], step: number, aim: Aim): Float64Array => {
  const out = new Float64Array(turns.length);
  for (let i = 0; i + 1 < turns.length; i += 2) {
    if (spokes[i].flange === spokes[i + 1].flange) continue;
    const half = Math.round((turns[i] - turns[i + 1]) / 2 / step) * step;
    const most = Math.min(
      half > 0 ? Math.min(aim.high[i], -aim.low[i + 1]) : Math.min(-aim.low[i], aim.high[i + 1]),
      Math.abs(half),
    );
    const size = Math.floor(most / step + 1e-9) * step * Math.sign(half);
    out[i] = size;
    out[i + 1] = -size;
  }
  return out;
};
