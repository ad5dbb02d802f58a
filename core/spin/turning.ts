import { cholesky, choleskySolve, invert } from "../mechanics/dense";
import type { Heard, Passage } from "./heard";

/** How the wheel turned: where it stood at any moment, its uneven speed taken out. */
export interface Turning {
  /** Degrees it has gone since the valve first passed; less than 0 before. */
  readonly angleAt: (at: number) => number;
  /** 1 σ of that, degrees. */
  readonly sureAt: (at: number) => number;
  /** mm, 1 σ: how far what one turn shows and the next lie apart. */
  readonly apart: number;
}

/** Waves of a turn the rim's line is made of: few at first, so that a speed far off is found, and more step by step. */
const FIRST_WAVES = [3, 3, 6];
const THEN_WAVES = [6, 6, 12, 12, 24, 24, 24];
/** Enough to tell a right cut from a wrong one. */
const FEW_WAVES = 6;
/** Where it is begun: so many times 1 σ of how wheels slow down. */
const SLOWED = [-0.8, -0.4, 0, 0.4, 0.8];

/** mm, 1 σ of the first wave; the k-th has a k-th of it. */
const WAVE_SIZE = 1;
/**
 * Turns, 1 σ, over one turn: the first two are as unsure as the taps are; a wheel that is left to run slows down (third), and
 * one that is pushed on does not do it evenly (fourth).
 */
const SPEED = [1, 1, 0.06, 0.02];
/** mm: what two turns can differ by, at the least and at the most, for the sum to go on. */
const NOISE = { least: 0.008, first: 0.03, most: 0.2 };
/** Figures that tell the speed; of more every so many are taken. */
const ENOUGH = 320;

/** Polynomials of the third degree: the last two are nought at the first and at the last passage. */
const shapesAt = (s: number): readonly number[] => [1, s, 1 - s * s, s * (1 - s * s)];

const wavesAt = (turns: number, row: Float64Array): void => {
  const [cos, sin] = [Math.cos(2 * Math.PI * turns), Math.sin(2 * Math.PI * turns)];
  row[0] = 1;
  let [c, s] = [1, 0];
  for (let k = 1; 2 * k < row.length; k++) {
    [c, s] = [c * cos - s * sin, s * cos + c * sin];
    row[2 * k - 1] = c;
    row[2 * k] = s;
  }
};

/** How far each figure stands from the line that lies best through all of them, in 1 σ; and what that line's waves cost. */
const offLine = (turns: readonly number[], mm: readonly number[], noise: number, most: number) => {
  const n = turns.length;
  const size = 2 * most + 1;
  const rows = Array.from({ length: n }, () => new Float64Array(size));
  const normal = new Float64Array(size * size);
  const right = new Float64Array(size);
  for (let i = 0; i < n; i++) {
    const row = rows[i];
    wavesAt(turns[i], row);
    for (let a = 0; a < size; a++) {
      const x = row[a];
      const at = a * size;
      right[a] += x * mm[i];
      for (let b = 0; b <= a; b++) normal[at + b] += x * row[b];
    }
  }
  const lightly = (k: number) => (k === 0 ? 1e-9 : (noise / (WAVE_SIZE / Math.ceil(k / 2))) ** 2);
  for (let a = 0; a < size; a++) normal[a * size + a] += lightly(a);
  // The lower half is all that is looked at.
  const root = cholesky(normal, size);
  const waves = root ? choleskySolve(root, size, right) : right.fill(0);
  const off: number[] = [];
  for (let i = 0; i < n; i++) {
    let line = 0;
    for (let k = 0; k < size; k++) line += rows[i][k] * waves[k];
    off.push((mm[i] - line) / noise);
  }
  // What the waves themselves cost, so that a line may not bend for nothing.
  for (let k = 1; k < size; k++) off.push((waves[k] * Math.sqrt(lightly(k))) / noise);
  return off;
};

const middle = (list: readonly number[]): number => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? 0;

/** What is known of how it turned, step by step. */
interface Known {
  readonly speed: readonly number[];
  /** mm, 1 σ. */
  readonly noise: number;
  /** Covariance of the four; null before anything is known. */
  readonly certain: Float64Array | null;
}

/**
 * Takes the speed out of a wheel turned by hand: the rim is the same at every turn, so what was read after a whole turn
 * tells, beside the passages, where the wheel stood meanwhile (least squares by Gauss and Newton, the rim's line projected
 * out). What comes back once every turn alike, as the pull of a heavy place, cannot be told from the rim, and stays.
 *
 * @param all without the strip or the weld itself
 * @param passages of the valve, one turn from each to the next, two at least
 * @param roughly only as well as it takes to see whether the turns fit one another
 */
export const turningOf = (all: readonly Heard[], passages: readonly Passage[], roughly = false): Turning => {
  const every = Math.max(1, Math.ceil(all.length / ENOUGH));
  const heard = all.filter((_, i) => i % every === 0);
  const first = passages[0].at;
  const last = passages[passages.length - 1].at;
  const turns = passages.length - 1;
  const place = (at: number) => (2 * (at - first)) / (last - first) - 1;
  const shapes = heard.map(({ at }) => shapesAt(place(at)));
  const mm = heard.map((h) => h.mm);
  const steady = (at: number) => (turns * (place(at) + 1)) / 2;
  const turnsAt = (by: readonly number[], at: number, shape = shapesAt(place(at))) =>
    steady(at) + shape.reduce((sum, x, k) => sum + x * by[k], 0);
  const sizes = SPEED.map((s, k) => (k < 2 ? s : s * turns ** 2));
  const missed = (by: readonly number[], most: number, noise: number): number[] => {
    // The passages alone at first: they bring it near.
    const at = most === 0 ? [] : heard.map((h, i) => turnsAt(by, h.at, shapes[i]));
    const off = most === 0 ? heard.map(() => 0) : offLine(at, mm, noise, most);
    for (const [k, { at, sure }] of passages.entries())
      off.push((turnsAt(by, at) - k) / Math.max(1e-4, (turns * sure) / (last - first)));
    for (const [k, size] of sizes.entries()) off.push(by[k] / size);
    return off;
  };
  /** One step nearer, by so many waves. */
  const nearer = (from: Known, most: number): Known => {
    const { speed, noise } = from;
    const off = missed(speed, most, noise);
    const small = 1e-4;
    const slopes = speed.map((_, k) => {
      const moved = missed(
        speed.map((x, j) => (j === k ? x + small : x)),
        most,
        noise,
      );
      return moved.map((m, i) => (m - off[i]) / small);
    });
    const normal = new Float64Array(16);
    const right = new Float64Array(4);
    for (let a = 0; a < 4; a++) {
      right[a] = -slopes[a].reduce((sum, s, i) => sum + s * off[i], 0);
      for (let b = 0; b < 4; b++) normal[a * 4 + b] = slopes[a].reduce((sum, s, i) => sum + s * slopes[b][i], 0);
    }
    const root = cholesky(normal, 4);
    if (!root) return from;
    const by = choleskySolve(root, 4, right);
    const to = speed.map((x, k) => x + by[k]);
    if (most === 0) return { ...from, speed: to };
    // 1 σ by the middle of what is left: grain and a bend between two spokes are no waves.
    const left = missed(to, most, noise).slice(0, heard.length);
    const now = Math.min(NOISE.most, Math.max(NOISE.least, 1.48 * noise * middle(left.map(Math.abs))));
    return { speed: to, noise: now, certain: invert(normal, 4) };
  };
  const begun = nearer({ speed: [0, 0, 0, 0], noise: NOISE.first, certain: null }, 0);
  // A rim repeats itself: begun at several speeds, what fits best is gone on with.
  const tried = SLOWED.map((slowed) => {
    const speed = begun.speed.map((x, k) => (k === 2 ? x + slowed * sizes[2] : x));
    const known = FIRST_WAVES.reduce(nearer, { ...begun, speed });
    const cost = missed(known.speed, FEW_WAVES, NOISE.least).reduce((sum, x) => sum + x * x, 0);
    return { known, cost };
  });
  const { known: best } = tried.reduce((a, b) => (b.cost < a.cost ? b : a));
  const { speed, noise, certain } = roughly ? best : THEN_WAVES.reduce(nearer, best);
  return {
    angleAt: (at) => 360 * turnsAt(speed, at),
    sureAt: (at) => {
      const shape = shapesAt(place(at));
      let variance = 0;
      for (let a = 0; a < 4; a++)
        for (let b = 0; b < 4; b++) variance += shape[a] * shape[b] * (certain?.[a * 4 + b] ?? 1);
      return 360 * Math.sqrt(Math.max(0, variance));
    },
    apart: noise,
  };
};
