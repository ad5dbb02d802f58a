import type { ElasticWheel } from "./elastic-wheel";
import { ringFlexibility } from "./ring";
import { ringUnder } from "./ring-under";
import type { Stiffness } from "./stiffness";
import type { WheelGeometry } from "./wheel-geometry";

/** A force on the rim's centre line: N, outward, clockwise and towards A; degrees clockwise from the valve. */
export interface RimForce {
  readonly angleDeg: number;
  readonly radial: number;
  readonly tangential: number;
  readonly lateral: number;
}

/** What a load does to a tensioned wheel whose hub is held. */
export interface UnderLoad {
  /** N in each spoke with the load on; 0 where slack. */
  readonly tensions: Float64Array;
  /** N each spoke gained; losses are negative. */
  readonly change: Float64Array;
  /** Spokes that went slack, 1…n. */
  readonly slack: readonly number[];
  /** mm by which the holes move outward. */
  readonly outward: Float64Array;
}

/** cos kθ and sin kθ of several angles, k counted up from 0: an addition theorem a step is quicker than a cosine. */
class Parts {
  readonly cosine: Float64Array;
  readonly sine: Float64Array;
  private readonly turn: readonly (readonly [number, number])[];

  constructor(degrees: readonly number[]) {
    this.cosine = new Float64Array(degrees.length).fill(1);
    this.sine = new Float64Array(degrees.length);
    this.turn = degrees.map((d) => [Math.cos((d * Math.PI) / 180), Math.sin((d * Math.PI) / 180)]);
  }

  next(): void {
    for (let i = 0; i < this.turn.length; i++) {
      const [c, s] = this.turn[i];
      const before = this.cosine[i];
      this.cosine[i] = before * c - this.sine[i] * s;
      this.sine[i] = this.sine[i] * c + before * s;
    }
  }
}

/**
 * Radial, tangential, lateral movement, twist and slope of the spread-held ring over each hole: n × 5. All forces are added
 * up by their parts per turn before any hole is asked: a tyre's push is many forces.
 */
const freeMovement = (
  geometry: WheelGeometry,
  stiffness: Stiffness,
  tensions: ArrayLike<number>,
  forces: readonly RimForce[],
): Float64Array => {
  const { wheel, spokes, pulls } = geometry;
  const ring = ringUnder(wheel, stiffness, spokes, pulls, tensions);
  const most = 3 * spokes.length;
  const flex = ringFlexibility(ring, most);
  const out = new Float64Array(spokes.length * 5);
  const pushes = new Parts(forces.map((f) => f.angleDeg));
  const holes = new Parts(spokes.map((s) => s.rimAngleDeg));
  for (let k = 0; k <= most; k++, pushes.next(), holes.next()) {
    let [rc, rs, tc, ts, lc, ls] = [0, 0, 0, 0, 0, 0];
    for (let j = 0; j < forces.length; j++) {
      const [c, s] = [pushes.cosine[j], pushes.sine[j]];
      const { radial, tangential, lateral } = forces[j];
      rc += c * radial;
      rs += s * radial;
      tc += c * tangential;
      ts += s * tangential;
      lc += c * lateral;
      ls += s * lateral;
    }
    for (let i = 0; i < spokes.length; i++) {
      const [c, s] = [holes.cosine[i], holes.sine[i]];
      // Σ F cos k(θ − φ) = cos kθ Σ F cos kφ + sin kθ Σ F sin kφ, and Σ F sin k(θ − φ) likewise.
      out[5 * i] += flex.uu[k] * (c * rc + s * rs) - flex.uv[k] * (s * tc - c * ts);
      out[5 * i + 1] += flex.uv[k] * (s * rc - c * rs) + flex.vv[k] * (c * tc + s * ts);
      out[5 * i + 2] += flex.ww[k] * (c * lc + s * ls);
      out[5 * i + 3] += flex.wt[k] * (c * lc + s * ls);
      out[5 * i + 4] -= (k / ring.radius) * flex.ww[k] * (s * lc - c * ls);
    }
  }
  return out;
};

/** N each spoke gains by a load, and the free ring's outward movement, as long as no spoke goes slack. */
export const changeUnderLoad = (
  geometry: WheelGeometry,
  stiffness: Stiffness,
  elastic: ElasticWheel,
  forces: readonly RimForce[],
): { readonly change: Float64Array; readonly freeOutward: Float64Array } => {
  const { n, influences } = elastic;
  const free = freeMovement(geometry, stiffness, elastic.tensions, forces);
  const towardsHub = new Float64Array(n);
  for (let i = 0; i < n; i++) {
    const a = geometry.pulls[i];
    const [u, v, w, twist, slope] = free.subarray(5 * i, 5 * i + 5);
    towardsHub[i] = a.radial * (u + a.z * twist) + a.tangential * (v - a.z * slope) + a.lateral * w;
  }
  const change = new Float64Array(n);
  for (let i = 0; i < n; i++) for (let j = 0; j < n; j++) change[i] -= influences.tension[i * n + j] * towardsHub[j];
  return { change, freeOutward: Float64Array.from({ length: n }, (_, i) => free[5 * i]) };
};

/**
 * Loads a wheel. The load moves the ring; each spoke answers as if it had been let out by what its hole moved towards
 * the hub, so the influences already worked out give the rest (superposition on the tensioned wheel; Pippard & Francis,
 * *On the theory of the wire wheel*, 1931, for the same sum with spread spokes). A spoke that would have to push is
 * slack instead: it is let out until it holds nothing, and the others are worked out again.
 *
 * @param elastic at the tensions before the load
 */
export const underLoad = (
  geometry: WheelGeometry,
  stiffness: Stiffness,
  elastic: ElasticWheel,
  forces: readonly RimForce[],
): UnderLoad => {
  const { n, influences, tensions } = elastic;
  const { change: base, freeOutward } = changeUnderLoad(geometry, stiffness, elastic, forces);
  const slack: number[] = [];
  const change = base.slice();
  for (let pass = 0; pass < n; pass++) {
    const more = [...change.keys()].filter((i) => tensions[i] + change[i] < -1e-6 && !slack.includes(i));
    if (more.length === 0) break;
    slack.push(...more);
    const letOut = slackening(influences.tension, n, slack, (i) => -tensions[i] - base[i]);
    for (let i = 0; i < n; i++) {
      change[i] = base[i];
      slack.forEach((s, k) => {
        change[i] += influences.tension[i * n + s] * letOut[k];
      });
    }
  }
  const now = change.map((c, i) => (slack.includes(i) ? 0 : Math.max(0, tensions[i] + c)));
  const outward = freeOutward.slice();
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < n; j++) outward[i] += elastic.radialPerForce[i * n + j] * (now[j] - tensions[j]);
  }
  return {
    tensions: now,
    change: Float64Array.from(now, (t, i) => t - tensions[i]),
    slack: slack.map((i) => i + 1).sort((a, b) => a - b),
    outward,
  };
};

/** mm by which each slack spoke is let out so that exactly its own tension goes: a small system, by elimination. */
const slackening = (
  tension: Float64Array,
  n: number,
  slack: readonly number[],
  wanted: (spoke: number) => number,
): number[] => {
  const rows = slack.map((i) => [...slack.map((j) => tension[i * n + j]), wanted(i)]);
  const m = rows.length;
  // Symmetric and positive: no pivoting is needed.
  for (let c = 0; c < m; c++)
    for (let r = c + 1; r < m; r++) {
      const f = rows[r][c] / rows[c][c];
      for (let k = c; k <= m; k++) rows[r][k] -= f * rows[c][k];
    }
  const out = new Array<number>(m).fill(0);
  for (let r = m - 1; r >= 0; r--) {
    let sum = rows[r][m];
    for (let k = r + 1; k < m; k++) sum -= rows[r][k] * out[k];
    out[r] = sum / rows[r][r];
  }
  return out;
};

/** Half the arc over which a tyre hands the ground's push to its rim, degrees (common practice: some 15 to 25). */
const PATCH_DEG = 18;

/**
 * The ground's push on a wheel, and the brake's pull: spread over the patch as a raised cosine.
 *
 * @param groundDeg where the wheel stands, degrees clockwise from the valve
 * @param weight N, the whole push of the ground
 * @param braking N along the ground; its turning moment about the axle is held by the drum in the hub
 * @param forward +1 when the wheel rolls clockwise seen from A
 * @param arm ground to axle over rim radius, about 1.15
 */
export const groundLoad = (
  groundDeg: number,
  weight: number,
  braking: number,
  forward: 1 | -1,
  arm: number,
): RimForce[] => {
  const pieces = 9;
  const parts = [...Array(pieces).keys()].map((i) => {
    const at = ((i + 0.5) / pieces) * 2 - 1;
    return { at: at * PATCH_DEG, part: (1 + Math.cos(Math.PI * at)) / pieces };
  });
  const sum = parts.reduce((a, p) => a + p.part, 0);
  const patch = parts.map(({ at, part }) => ({
    angleDeg: groundDeg + at,
    radial: (-weight * part) / sum,
    // The road holds the rim back against its forward turning.
    tangential: (-forward * braking * part) / sum,
    lateral: 0,
  }));
  // The rest of the moment, for the ground lies farther out than the rim, comes through the tyre all round.
  const around = 24;
  const rest = (-forward * braking * (arm - 1)) / around;
  return [
    ...patch,
    ...[...Array(around).keys()].map((i) => ({
      angleDeg: (360 * i) / around,
      radial: 0,
      tangential: rest,
      lateral: 0,
    })),
  ];
};
