import type { Stiffness } from "../../mechanics/stiffness";
import type { WheelGeometry } from "../../mechanics/wheel-geometry";
import { type BareRim, bareRim } from "./bare-rim";
import type { WheelState } from "./state";

/** Where the bare rim stands farthest from round and flat, and how sure that is. */
export interface Bend {
  readonly what: "lateral" | "radial";
  /** Where it stands farthest, 1…n. */
  readonly peak: number;
  /** Spokes over which it stands more than a third of that, in walking order. */
  readonly spokes: readonly number[];
  /** mm, signed like a reading: + towards A, + outward. */
  readonly height: number;
  /** 1 σ, mm. */
  readonly sigma: number;
}

/** 1 σ of a rim's stiffness once a round has taught it, as a fraction (docs/truing-trials.md: a fifth at most). */
const STIFFNESS_SIGMA = 0.15;
/** A press takes hold over so many spokes either way at most. */
const REACH = 4;

/**
 * The worst place of a bare rim. Its range is what is left of reading noise, of the tensions' noise and of the rim's
 * stiffness, each moved by its own σ and squared together.
 */
export const worstBend = (geometry: WheelGeometry, stiffness: Stiffness, state: WheelState, bare: BareRim): Bend => {
  const farthest = (line: Float64Array): number =>
    line.reduce((best, v, i) => (Math.abs(v) > Math.abs(line[best]) ? i : best), 0);
  const [l, r] = [farthest(bare.lateral), farthest(bare.radial)];
  const what = Math.abs(bare.lateral[l]) >= Math.abs(bare.radial[r]) ? "lateral" : "radial";
  const line = bare[what];
  const n = line.length;
  const peak = what === "lateral" ? l : r;
  const height = line[peak];
  const at = (s: Stiffness, tension: Float64Array): number =>
    bareRim(geometry, s, state.lateral.at, state.radial.at, tension, state.tensionSigma)[what][peak] - height;
  let square = state[what].sigma[peak] ** 2;
  square +=
    at(
      {
        ...stiffness,
        lateralScale: stiffness.lateralScale * (1 + STIFFNESS_SIGMA),
        radialScale: stiffness.radialScale * (1 + STIFFNESS_SIGMA),
      },
      state.tension,
    ) ** 2;
  const moved = state.tension.slice();
  for (let i = 0; i < n; i++) {
    moved[i] += state.tensionSigma;
    square += at(stiffness, moved) ** 2;
    moved[i] = state.tension[i];
  }
  const stands = (i: number) => line[i] * height > 0 && Math.abs(line[i]) > Math.abs(height) / 3;
  let [from, to] = [0, 0];
  while (from > -REACH && stands((peak + from - 1 + n) % n)) from--;
  while (to < REACH && stands((peak + to + 1) % n)) to++;
  const spokes = Array.from({ length: to - from + 1 }, (_, k) => ((peak + from + k + n) % n) + 1);
  return { what, peak: peak + 1, spokes, height, sigma: Math.sqrt(square) };
};
