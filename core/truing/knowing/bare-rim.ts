import { inPlaneBlock, outOfPlaneBlock } from "../../mechanics/ring";
import type { Stiffness } from "../../mechanics/stiffness";
import { scaledSection } from "../../mechanics/stiffness";
import type { WheelGeometry } from "../../mechanics/wheel-geometry";

/** The rim as it would lie with no spoke in it, mm per hole, 0 and 1 per turn removed (they belong to the spokes). */
export interface BareRim {
  readonly lateral: Float64Array;
  readonly radial: Float64Array;
}

/** mm: a rim's k-per-turn part is usually this much over k (common practice: some tenths in all, long waves most). */
const USUAL = 0.4;

/**
 * Readings − what the spokes force on the rim. For each harmonic k from 2 to a quarter of the spokes: the spokes' pulls
 * as drawn, and what hoop force and leaning add because the whole line (bare and forced) is not round, bend the ring
 * alone; the rest of what was read is the rim's own.
 *
 * Radially the spokes hold the rim far more than the rim holds itself, so a few per cent in their tensions look like
 * tenths of a millimetre of long waves. A wave is believed as far as it stands out of what the tensions' own noise makes,
 * against what rims are usually off (a Bayes estimate, wave by wave).
 *
 * @param tension N, each spoke
 * @param tensionSigma 1 σ of each, N; 0 believes all
 */
export const bareRim = (
  geometry: WheelGeometry,
  stiffness: Stiffness,
  lateral: Float64Array,
  radial: Float64Array,
  tension: Float64Array,
  tensionSigma = 0,
): BareRim => {
  const { wheel, spokes, pulls } = geometry;
  const n = spokes.length;
  const radius = wheel.rim.centroidRadius ?? wheel.rim.erd / 2;
  const section = scaledSection(wheel, stiffness);
  const half = Math.PI * radius;
  const free = { radius, section, hoop: 0, foundation: { radial: 0, tangential: 0, lateral: 0 } };
  let hoop = 0;
  const spread = { radial: 0, lateral: 0 };
  for (let i = 0; i < n; i++) {
    const pull = Math.max(0, tension[i]);
    hoop -= (pull * pulls[i].radial) / (2 * Math.PI);
    spread.radial += (pull / spokes[i].span / (2 * half)) * (1 - pulls[i].radial ** 2);
    spread.lateral += (pull / spokes[i].span / (2 * half)) * (1 - pulls[i].lateral ** 2);
  }
  const out = { lateral: new Float64Array(n), radial: new Float64Array(n) };
  for (let k = 2; k <= Math.floor(n / 4); k++) {
    const [ip11, ip12, ip22] = inPlaneBlock(free, k);
    const [op11, op12, op22] = outOfPlaneBlock(free, k);
    const inPlane = ip11 * ip22 - ip12 * ip12;
    const outOfPlane = op11 * op22 - op12 * op12;
    const usual = (USUAL / k) ** 2;
    for (const phase of [0, Math.PI / 2]) {
      // Amplitudes of this wave, and the spokes' work on it.
      let loadU = 0;
      let loadV = 0;
      let loadW = 0;
      let loadT = 0;
      let u = 0;
      let w = 0;
      let noiseU = 0;
      let noiseW = 0;
      for (let i = 0; i < n; i++) {
        const angle = (k * Math.PI * spokes[i].rimAngleDeg) / 180 - phase;
        const c = Math.cos(angle);
        const s = Math.sin(angle);
        const pull = Math.max(0, tension[i]);
        const p = pulls[i];
        loadU += pull * p.radial * c;
        loadV += pull * p.tangential * s;
        // Off the centre line: twist z·radial, and −z·tangential on w' = −(k/R)·sin.
        loadW += pull * (p.lateral * c + ((p.z * p.tangential * k) / radius) * s);
        loadT += pull * p.z * p.radial * c;
        noiseU += ((ip22 * p.radial * c - ip12 * p.tangential * s) / inPlane) ** 2;
        noiseW +=
          ((op22 * (p.lateral * c + ((p.z * p.tangential * k) / radius) * s) - op12 * p.z * p.radial * c) /
            outOfPlane) **
          2;
        u += (2 / n) * radial[i] * c;
        w += (2 / n) * lateral[i] * c;
      }
      // The rim keeps its length, so v follows u: v = −u/k, and u' − v/R = −(k − 1/k)·u/R.
      const slope = (k - 1 / k) / radius;
      loadU += half * (hoop * slope * k * (1 / radius) - spread.radial) * u;
      loadV += (half * hoop * slope * u) / radius;
      loadW += half * ((hoop * k * k) / radius ** 2 - spread.lateral) * w;
      const forcedU = (ip22 * loadU - ip12 * loadV) / inPlane;
      const forcedW = (op22 * loadW - op12 * loadT) / outOfPlane;
      const believedU = usual / (usual + noiseU * tensionSigma ** 2);
      const believedW = usual / (usual + noiseW * tensionSigma ** 2);
      for (let i = 0; i < n; i++) {
        const c = Math.cos((k * Math.PI * spokes[i].rimAngleDeg) / 180 - phase);
        out.radial[i] += believedU * (u - forcedU) * c;
        out.lateral[i] += believedW * (w - forcedW) * c;
      }
    }
  }
  return out;
};
