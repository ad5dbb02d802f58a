import { EigenvalueDecomposition, inverse, Matrix } from "ml-matrix";
import { type Chance, chance } from "./random";

/** A spoke as the practice wheel makes it sound: mm, N, N·mm a radian. */
export interface PluckedSpoke {
  readonly freeLength: number;
  readonly diameter: number;
  readonly tension: number;
  /** Of both ends, against turning. */
  readonly endStiffness: number;
}

/** Of steel, N/mm². */
const MODULUS = 200_000;
/** tonne/mm³ */
const DENSITY = 7.85e-9;
const PIECES = 12;

/**
 * Natural frequencies of a tensioned bar on end springs, Hz, lowest first, by beam elements (Przemieniecki, *Theory of
 * Matrix Structural Analysis*: stiffness, geometric stiffness, consistent mass) and a general eigenvalue solver. On
 * purpose another way than the note's own sums.
 */
export const barNotes = (s: PluckedSpoke, count: number): number[] => {
  const l = s.freeLength / PIECES;
  const area = (Math.PI * s.diameter ** 2) / 4;
  const EI = (MODULUS * Math.PI * s.diameter ** 4) / 64;
  const mass = area * DENSITY;
  const size = 2 * (PIECES + 1);
  const K = Matrix.zeros(size, size);
  const M = Matrix.zeros(size, size);
  const bend = [12, 6 * l, -12, 6 * l, 4 * l * l, -6 * l, 2 * l * l, 12, -6 * l, 4 * l * l];
  const pull = [36, 3 * l, -36, 3 * l, 4 * l * l, -3 * l, -l * l, 36, -3 * l, 4 * l * l];
  const move = [156, 22 * l, 54, -13 * l, 4 * l * l, 13 * l, -3 * l * l, 156, -22 * l, 4 * l * l];
  for (let e = 0; e < PIECES; e++) {
    let at = 0;
    for (let i = 0; i < 4; i++)
      for (let j = i; j < 4; j++, at++) {
        const k = (EI / l ** 3) * bend[at] + (s.tension / (30 * l)) * pull[at];
        const m = ((mass * l) / 420) * move[at];
        const [r, c] = [2 * e + i, 2 * e + j];
        K.set(r, c, K.get(r, c) + k);
        M.set(r, c, M.get(r, c) + m);
        if (r !== c) {
          K.set(c, r, K.get(c, r) + k);
          M.set(c, r, M.get(c, r) + m);
        }
      }
  }
  for (const end of [1, size - 1]) K.set(end, end, K.get(end, end) + s.endStiffness);
  const free = [...Array(size).keys()].filter((i) => i !== 0 && i !== size - 2);
  return new EigenvalueDecomposition(inverse(M.selection(free, free)).mmul(K.selection(free, free))).realEigenvalues
    .filter((v) => v > 0)
    .sort((a, b) => a - b)
    .slice(0, count)
    .map((v) => Math.sqrt(v) / (2 * Math.PI));
};

/** How a pluck is made and where it is heard. */
export interface PluckScene {
  readonly seed: number;
  readonly rate: number;
  readonly seconds: number;
  /** Hz of other spokes that ring along. */
  readonly neighbours: readonly number[];
  /** Seconds of quiet before the hit. */
  readonly lead: number;
}

const addRinging = (
  out: Float32Array,
  rate: number,
  from: number,
  f: number,
  size: number,
  ring: number,
  at: number,
) => {
  const sink = Math.log(1000) / ring;
  for (let i = from; i < out.length; i++) {
    const t = (i - from) / rate;
    out[i] += size * Math.exp(-sink * t) * Math.sin(2 * Math.PI * f * t + at);
  }
};

/** The sound of one spoke plucked: its notes dying away, the hit, its neighbours faintly, and the room's noise. */
export const pluckSound = (s: PluckedSpoke, scene: PluckScene): Float32Array => {
  const { rate } = scene;
  const luck: Chance = chance(scene.seed);
  const out = new Float32Array(Math.round(scene.seconds * rate));
  const hit = Math.round(scene.lead * rate);
  const where = luck.between(0.3, 0.5);
  const ring = s.tension > 0 ? luck.between(0.7, 1.6) : 0.09;
  barNotes(s, 5).forEach((f, k) => {
    if (f > rate / 2.3) return;
    const shape = Math.abs(Math.sin((k + 1) * Math.PI * where)) / (k + 1);
    addRinging(out, rate, hit, f, 0.3 * shape, ring / (1 + 0.5 * k), luck.between(0, 6.28));
  });
  for (const f of scene.neighbours)
    addRinging(out, rate, hit, f, 0.3 * luck.between(0.02, 0.06), luck.between(0.6, 1.4), luck.between(0, 6.28));
  // The nail leaving the wire: a few milliseconds of hiss.
  for (let i = hit; i < Math.min(out.length, hit + rate * 0.006); i++) out[i] += luck.normal(0.12);
  for (let i = 0; i < out.length; i++) out[i] += luck.normal(0.004);
  return out;
};
