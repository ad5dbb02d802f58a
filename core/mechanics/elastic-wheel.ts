import type { PlacedSpoke } from "../lacing/placement";
import { stretchArea } from "../spoke/wire";
import { sideTensions } from "../tension/balance";
import { buckles, RimBuckles } from "./buckling";
import { invert, multiply } from "./dense";
import { greens } from "./greens";
import { FOUR, repeatingAnswer, spread, springsOnRepeating } from "./repeating";
import { ringUnder } from "./ring-under";
import { defaultStiffness, type Stiffness } from "./stiffness";
import type { Pull, WheelGeometry } from "./wheel-geometry";

/**
 * What each nipple does, n = number of spokes; row-major n×n, row = where it shows, column = the spoke shortened by
 * 1 mm. A spoke that is slack pulls nothing and its column is zero.
 */
export interface Influences {
  readonly n: number;
  /** mm over each hole, + towards A. */
  readonly lateral: Float64Array;
  /** mm over each hole, + outward. */
  readonly radial: Float64Array;
  /** N in each spoke; symmetric (Maxwell–Betti). */
  readonly tension: Float64Array;
  /** mm by which the rim's mean plane moves towards A, per spoke. */
  readonly offset: Float64Array;
  /** Whether all of it is the same again four spokes on, as in any wheel laced evenly with no spoke slack. */
  readonly repeats: boolean;
}

export interface ElasticWheel {
  readonly n: number;
  readonly spokes: readonly PlacedSpoke[];
  /** N in each spoke, about which it is linear. */
  readonly tensions: Float64Array;
  /** N/mm, axial, share included. */
  readonly axial: Float64Array;
  readonly influences: Influences;
  /** Displacement at the holes per N of pull in each spoke, rim on its spread foundation: n×n. */
  readonly lateralPerForce: Float64Array;
  readonly radialPerForce: Float64Array;
}

/** What the ring and the spokes on it give way, by columns: of all spokes, or of the first four where the wheel repeats. */
interface Compliance {
  readonly fours: boolean;
  /** mm along spoke i per N in spoke j, ring only; row-major n × columns. */
  readonly along: Float64Array;
  readonly lateral: Float64Array;
  readonly radial: Float64Array;
  /** N/mm of each spoke if it were taut. */
  readonly stretch: Float64Array;
  /** N/mm, 0 where it is slack. */
  readonly axial: Float64Array;
  readonly held: Float64Array;
}

const complianceOf = (geometry: WheelGeometry, stiffness: Stiffness, tensions?: ArrayLike<number>): Compliance => {
  const { wheel, spokes, pulls } = geometry;
  const n = spokes.length;
  const held = new Float64Array(n);
  if (tensions) for (let i = 0; i < n; i++) held[i] = tensions[i];
  else {
    const sides = sideTensions(wheel, spokes);
    for (let i = 0; i < n; i++) held[i] = sides[spokes[i].flange];
  }
  const area = stretchArea(wheel.spoke);
  const stretch = Float64Array.from(spokes, (s) => (wheel.spoke.modulus * area * stiffness.share) / s.span);
  const axial = stretch.map((k, i) => (held[i] > 0 ? k : 0));
  const ring = ringUnder(wheel, stiffness, spokes, pulls, held);
  if (buckles(ring, pulls, axial)) throw new RimBuckles(held.reduce((a, b) => a + b, 0) / n);
  const { uu, vu, vv, ww, tw, tt, sw, st, ss } = greens(ring, n);
  // Pull of spoke j on the ring: (radial, tangential, lateral) and, off the centre line, twist z·radial and −z·tangential on w'.
  const fours = repeatsInFours(pulls, stretch);
  const columns = fours ? FOUR : n;
  const lateral = new Float64Array(n * columns);
  const radial = new Float64Array(n * columns);
  const along = new Float64Array(n * columns);
  for (let j = 0; j < columns; j++) {
    const b = pulls[j];
    const twist = b.z * b.radial;
    const couple = -b.z * b.tangential;
    for (let i = 0; i < n; i++) {
      const m = i < j ? i - j + n : i - j;
      const u = uu[m] * b.radial - vu[m] * b.tangential;
      const v = vu[m] * b.radial + vv[m] * b.tangential;
      const w = ww[m] * b.lateral + tw[m] * twist - sw[m] * couple;
      const phi = tw[m] * b.lateral + tt[m] * twist - st[m] * couple;
      const slope = sw[m] * b.lateral + st[m] * twist + ss[m] * couple;
      const a = pulls[i];
      lateral[i * columns + j] = w;
      radial[i * columns + j] = u;
      along[i * columns + j] = a.radial * (u + a.z * phi) + a.tangential * (v - a.z * slope) + a.lateral * w;
    }
  }
  return { fours, along, lateral, radial, stretch, axial, held };
};

const tooMuch = (held: Float64Array): RimBuckles => new RimBuckles(held.reduce((a, b) => a + b, 0) / held.length);

/**
 * The elastic wheel at given tensions.
 *
 * Unknown are only the n pulls T of the spokes. Shortening spoke j by δ gives T = k(δ − C·T), C the flexibility of
 * the ring on its spread foundation along the spokes' own directions, so T = (1/k + C)⁻¹·δ: n unknowns. The form with
 * three hole forces a spoke and six rigid motions has 3n + 6 and agrees to well under 1 % (elastic-wheel.test.ts).
 *
 * @param tensions N per spoke, in spoke order; 0 is slack; default: the sides' wanted tensions
 * @throws RimBuckles
 */
export const elasticWheel = (
  geometry: WheelGeometry,
  stiffness: Stiffness = defaultStiffness(geometry.wheel),
  tensions?: ArrayLike<number>,
): ElasticWheel => {
  const n = geometry.spokes.length;
  const given = complianceOf(geometry, stiffness, tensions);
  const { fours, stretch, axial, held } = given;
  const onSprings = fours
    ? springsOnRepeating(given.along, given.lateral, given.radial, stretch)
    : springsOn(given.along, given.lateral, given.radial, stretch);
  if (!onSprings) throw tooMuch(held);
  const { pull: tension, lateral, radial } = onSprings;
  for (let s = 0; s < n; s++) if (axial[s] === 0) leaveOut(tension, lateral, radial, s, n);
  const offset = new Float64Array(n);
  for (let i = 0; i < n; i++) for (let j = 0; j < n; j++) offset[j] += lateral[i * n + j] / n;
  return {
    n,
    spokes: geometry.spokes,
    tensions: held,
    axial,
    influences: { n, lateral, radial, tension, offset, repeats: fours && !axial.includes(0) },
    lateralPerForce: fours ? spread(given.lateral, n) : given.lateral,
    radialPerForce: fours ? spread(given.radial, n) : given.radial,
  };
};

/** What a wheel does when its spokes are shortened: mm at the holes, N in the spokes. */
export interface Answer {
  readonly lateral: Float64Array;
  readonly radial: Float64Array;
  readonly tension: Float64Array;
}

/**
 * The influences times one set of turns, without the influences: what learning from a round asks for again and again.
 *
 * @param shortening mm, per spoke
 * @throws RimBuckles
 */
export const answerTo = (
  geometry: WheelGeometry,
  stiffness: Stiffness,
  tensions: ArrayLike<number>,
  shortening: Float64Array,
): Answer => {
  const given = complianceOf(geometry, stiffness, tensions);
  if (given.fours && !given.axial.includes(0)) {
    const answer = repeatingAnswer(given.along, given.lateral, given.radial, given.stretch, shortening);
    if (!answer) throw tooMuch(given.held);
    return answer;
  }
  const n = shortening.length;
  const { influences } = elasticWheel(geometry, stiffness, tensions);
  return {
    lateral: multiply(influences.lateral, shortening, n, n, 1),
    radial: multiply(influences.radial, shortening, n, n, 1),
    tension: multiply(influences.tension, shortening, n, n, 1),
  };
};

/** Whether every spoke stands and stretches like the one four holes before it, as in any wheel laced evenly. */
const repeatsInFours = (pulls: readonly Pull[], stretch: ArrayLike<number>): boolean => {
  const n = pulls.length;
  if (n % FOUR !== 0) return false;
  const same = (a: number, b: number, of: number) => Math.abs(a - b) <= 1e-9 * of;
  for (let i = FOUR; i < n; i++) {
    const [p, q] = [pulls[i], pulls[i % FOUR]];
    if (!same(p.radial, q.radial, 1) || !same(p.tangential, q.tangential, 1) || !same(p.lateral, q.lateral, 1))
      return false;
    if (!same(p.z, q.z, 10) || !same(stretch[i], stretch[i % FOUR], stretch[i])) return false;
  }
  return true;
};

/** The same as `springsOnRepeating` for a wheel that does not repeat: everything n×n. */
const springsOn = (
  compliance: Float64Array,
  lateral: Float64Array,
  radial: Float64Array,
  stretch: Float64Array,
): ReturnType<typeof springsOnRepeating> => {
  const n = stretch.length;
  const system = compliance.slice();
  for (let i = 0; i < n; i++) system[i * n + i] += 1 / stretch[i];
  const pull = invert(system, n);
  return pull && { pull, lateral: multiply(lateral, pull, n, n, n), radial: multiply(radial, pull, n, n, n) };
};

/** A slack spoke pulls at nothing: its row and column are struck out of (1/k + C) before the inverse, in its own sum after. */
const leaveOut = (tension: Float64Array, lateral: Float64Array, radial: Float64Array, s: number, n: number): void => {
  const own = tension[s * n + s];
  const row = tension.slice(s * n, (s + 1) * n);
  for (const matrix of [lateral, radial, tension])
    for (let i = 0; i < n; i++) {
      const part = matrix[i * n + s] / own;
      for (let j = 0; j < n; j++) matrix[i * n + j] -= part * row[j];
    }
  // What rounding leaves of it is nothing either.
  for (let i = 0; i < n; i++) tension[s * n + i] = tension[i * n + s] = lateral[i * n + s] = radial[i * n + s] = 0;
};
