import { cholesky, choleskySolve } from "../mechanics/dense";
import { type QuadraticProgramme, solveQuadratic } from "./quadratic";

/**
 * What a set of nipple turns would do, and what is wanted of it. All matrices n×n row-major, per turn of a nipple as a
 * hand makes it (pitch and twist included); column = nipple.
 */
export interface Aim {
  readonly n: number;
  /** Now, at the holes: mm from any zero. */
  readonly lateral: Float64Array;
  readonly radial: Float64Array;
  /** N. */
  readonly tension: Float64Array;
  /** mm; null when nobody measured it: then it is only kept from wandering. */
  readonly offset: number | null;
  readonly perTurn: {
    readonly lateral: Float64Array;
    readonly radial: Float64Array;
    readonly tension: Float64Array;
    readonly offset: Float64Array;
  };
  /** N wanted in each spoke at this stage. */
  readonly wanted: Float64Array;
  /** 1, or 0 for a spoke whose nipple does not turn: its tension is what it is, and no evenness is asked of it. */
  readonly counted: Float64Array;
  /** N no spoke may leave at the end. */
  readonly floor: Float64Array;
  readonly ceiling: Float64Array;
  /** Turns each way. */
  readonly low: Float64Array;
  readonly high: Float64Array;
  readonly weights: Weights;
  /** Solve only roughly: the first round, on a rim nobody knows the stiffness of, gains nothing from the last hundredth. */
  readonly rough: boolean;
}

/** What one unit of trouble is, in each of the things that pull against each other. */
export interface Weights {
  /** mm of total reading that count as 1. */
  readonly lateral: number;
  readonly radial: number;
  readonly offset: number;
  /** Fraction of the wanted tension. */
  readonly spread: number;
  readonly mean: number;
}

/** Price of leaving the window of tension, per fraction of the wanted tension and per fraction squared: a hair's breadth
 * may be noise and costs little, a slack spoke costs more than any run-out. */
const OVERSTEP = { each: 200, squared: 30_000 };

/**
 * Price of a turn squared. Tightening all trailing spokes and slackening all leading ones only turns the rim about its
 * hub: next to nothing is gained or lost by it, so without a price the noise of the tensions alone would ask for whole
 * turns of it.
 */
const EFFORT = 0.05;

/** A row counts as broken from here; what follows is rounded to steps ten times as coarse. */
const BROKEN = { mm: 0.004, tension: 0.01 };

/**
 * The turns that make least of: the total readings squared (the highest and the lowest point are unknowns of their own,
 * so it is the total reading itself that shrinks, not an average), a trace of the mean square so that the rest of the
 * rim follows, offset, unevenness, and the mean tension missed.
 *
 * @returns turns, not yet in steps of a hand; null when no turns fit
 */
export const solveAim = (aim: Aim): Float64Array | null => {
  const { n, perTurn, weights, wanted } = aim;
  const size = n + 5;
  const [hiL, loL, hiR, loR, over] = [n, n + 1, n + 2, n + 3, n + 4];
  const P = new Float64Array(size * size);
  const q = new Float64Array(size);
  // Squares Σ w(c + aᵀx)²; called with each row of the influences.
  const addSquare = (weight: number, constant: number, matrix: Float64Array, row: number) => {
    const at = row * n;
    for (let i = 0; i < n; i++) {
      const f = 2 * weight * matrix[at + i];
      if (f === 0) continue;
      q[i] += f * constant;
      // Lower triangle only; mirrored below.
      for (let j = 0; j <= i; j++) P[i * size + j] += f * matrix[at + j];
    }
  };
  const range = (high: number, low: number, unit: number) => {
    const w = 2 / unit ** 2;
    P[high * size + high] += w;
    P[low * size + low] += w;
    P[high * size + low] -= w;
    P[low * size + high] -= w;
    P[high * size + high] += 1e-9;
    P[low * size + low] += 1e-9;
  };
  range(hiL, loL, weights.lateral);
  range(hiR, loR, weights.radial);
  const mean = (x: Float64Array) => x.reduce((a, b) => a + b, 0) / n;
  const meanL = mean(aim.lateral);
  const meanR = mean(aim.radial);
  const centred = (matrix: Float64Array): Float64Array => {
    const out = matrix.slice();
    for (let j = 0; j < n; j++) {
      let sum = 0;
      for (let i = 0; i < n; i++) sum += matrix[i * n + j];
      for (let i = 0; i < n; i++) out[i * n + j] -= sum / n;
    }
    return out;
  };
  const level = centred(perTurn.lateral);
  const round = centred(perTurn.radial);
  const relative = perTurn.tension.slice();
  for (let i = 0; i < n; i++) for (let j = 0; j < n; j++) relative[i * n + j] /= wanted[i];
  const meanRow = new Float64Array(n);
  let meanNow = 0;
  for (let i = 0; i < n; i++) {
    addSquare(0.5 / n / weights.lateral ** 2, aim.lateral[i] - meanL, level, i);
    addSquare(0.5 / n / weights.radial ** 2, aim.radial[i] - meanR, round, i);
    addSquare(aim.counted[i] / n / weights.spread ** 2, aim.tension[i] / wanted[i] - 1, relative, i);
    meanNow += (aim.counted[i] * (aim.tension[i] / wanted[i] - 1)) / n;
    for (let j = 0; j < n; j++) meanRow[j] += (aim.counted[i] * relative[i * n + j]) / n;
  }
  addSquare(1 / weights.mean ** 2, meanNow, meanRow, 0);
  addSquare(1 / (aim.offset === null ? 4 * weights.offset : weights.offset) ** 2, aim.offset ?? 0, perTurn.offset, 0);
  for (let i = 0; i < n; i++) {
    P[i * size + i] += 2 * EFFORT;
    for (let j = 0; j < i; j++) P[j * size + i] = P[i * size + j];
  }
  P[over * size + over] += 2 * OVERSTEP.squared;
  q[over] = OVERSTEP.each;

  const low = new Float64Array(size).fill(Number.NEGATIVE_INFINITY);
  const high = new Float64Array(size).fill(Number.POSITIVE_INFINITY);
  low.set(aim.low);
  high.set(aim.high);
  low[over] = 0;
  // Of the 6n rows a dozen or two hold at the end. Solving with the rows that are broken so far and adding the next
  // worst, until none is, costs a fifth of solving with all of them at once.
  const families: readonly Family[] = [
    { matrix: perTurn.lateral, sign: 1, column: hiL, entry: -1, scale: null, room: (i) => meanL - aim.lateral[i] },
    { matrix: perTurn.lateral, sign: -1, column: loL, entry: 1, scale: null, room: (i) => aim.lateral[i] - meanL },
    { matrix: perTurn.radial, sign: 1, column: hiR, entry: -1, scale: null, room: (i) => meanR - aim.radial[i] },
    { matrix: perTurn.radial, sign: -1, column: loR, entry: 1, scale: null, room: (i) => aim.radial[i] - meanR },
    {
      matrix: relative,
      sign: 1,
      column: over,
      entry: -1,
      scale: wanted,
      room: (i) => (aim.ceiling[i] - aim.tension[i]) / wanted[i],
    },
    {
      matrix: relative,
      sign: -1,
      column: over,
      entry: -1,
      scale: wanted,
      room: (i) => (aim.tension[i] - aim.floor[i]) / wanted[i],
    },
  ];
  const { used, start } = likelyRows(aim, P, q, size);
  let solved: Float64Array | null = start;
  for (let pass = 0; pass < 12; pass++) {
    const list = [...used];
    const G = new Float64Array(list.length * size);
    const h = new Float64Array(list.length);
    list.forEach((code, r) => {
      const { matrix, sign, column, entry, room } = families[Math.floor(code / n)];
      const i = code % n;
      for (let j = 0; j < n; j++) G[r * size + j] = sign * matrix[i * n + j];
      G[r * size + column] = entry;
      h[r] = room(i);
    });
    const programme: QuadraticProgramme = { variables: size, P, q, rows: list.length, G, h, low, high };
    solved = solveQuadratic(programme, aim.rough ? 1 : 1e-2, solved);
    if (!solved) return null;
    const broken: { code: number; by: number }[] = [];
    for (let f = 0; f < families.length; f++) {
      const { matrix, sign, column, entry, scale, room } = families[f];
      for (let i = 0; i < n; i++) {
        if (used.has(f * n + i)) continue;
        let sum = entry * solved[column];
        for (let j = 0; j < n; j++) sum += sign * matrix[i * n + j] * solved[j];
        const by = (sum - room(i)) / ((scale ? BROKEN.tension : BROKEN.mm) * (aim.rough ? 4 : 1));
        if (by > 1) broken.push({ code: f * n + i, by });
      }
    }
    if (broken.length === 0) break;
    broken.sort((x, y) => y.by - x.by);
    for (const { code } of broken.slice(0, 40)) used.add(code);
  }
  return solved ? solved.slice(0, n) : null;
};

/** Rows that will probably hold: where the plain least squares leave the rim highest and lowest, and tension near its window. */
const likelyRows = (
  aim: Aim,
  P: Float64Array,
  q: Float64Array,
  size: number,
): { used: Set<number>; start: Float64Array } => {
  const { n } = aim;
  const squares = new Float64Array(n * n);
  for (let i = 0; i < n; i++) for (let j = 0; j < n; j++) squares[i * n + j] = P[i * size + j];
  const factor = cholesky(squares, n);
  const plain = factor
    ? choleskySolve(
        factor,
        n,
        Float64Array.from({ length: n }, (_, i) => -q[i]),
      )
    : new Float64Array(n);
  const bounded = plain.map((t, i) => Math.min(aim.high[i], Math.max(aim.low[i], t)));
  const after = outcome(aim, bounded);
  const used = new Set<number>();
  const places = [...Array(n).keys()];
  [after.lateral, after.radial].forEach((line, which) => {
    const byHeight = [...places].sort((i, j) => line[j] - line[i]);
    for (const i of byHeight.slice(0, Math.ceil(n / 5))) used.add(2 * which * n + i);
    for (const i of byHeight.slice(-Math.ceil(n / 5))) used.add((2 * which + 1) * n + i);
  });
  for (const i of places) {
    if (after.tension[i] > aim.ceiling[i]) used.add(4 * n + i);
    if (after.tension[i] < aim.floor[i]) used.add(5 * n + i);
  }
  const mean = (x: Float64Array) => x.reduce((a, b) => a + b, 0) / n;
  const start = new Float64Array(size);
  start.set(bounded);
  start[n] = Math.max(...after.lateral) - mean(aim.lateral);
  start[n + 1] = Math.min(...after.lateral) - mean(aim.lateral);
  start[n + 2] = Math.max(...after.radial) - mean(aim.radial);
  start[n + 3] = Math.min(...after.radial) - mean(aim.radial);
  start[n + 4] = 0.02;
  return { used, start };
};

/** One kind of row: sign·(matrix row)·x + entry·(an unknown of its own) ≤ room. */
interface Family {
  readonly matrix: Float64Array;
  readonly sign: 1 | -1;
  readonly column: number;
  readonly entry: 1 | -1;
  /** Set where the row is a fraction of tension, null where it is mm. */
  readonly scale: Float64Array | null;
  readonly room: (spoke: number) => number;
}

/** What the wheel should be after these turns. */
export interface Outcome {
  readonly lateral: Float64Array;
  readonly radial: Float64Array;
  readonly tension: Float64Array;
  readonly offset: number;
  readonly lateralTir: number;
  readonly radialTir: number;
}

const rangeOf = (x: Float64Array): number => {
  let low = Number.POSITIVE_INFINITY;
  let high = Number.NEGATIVE_INFINITY;
  for (let i = 0; i < x.length; i++) {
    if (x[i] < low) low = x[i];
    if (x[i] > high) high = x[i];
  }
  return high - low;
};

export const outcome = (aim: Aim, turns: ArrayLike<number>): Outcome => {
  const { n, perTurn } = aim;
  const lateral = aim.lateral.slice();
  const radial = aim.radial.slice();
  const tension = aim.tension.slice();
  let offset = aim.offset ?? 0;
  for (let j = 0; j < n; j++) {
    const t = turns[j];
    if (t === 0) continue;
    offset += perTurn.offset[j] * t;
    for (let i = 0; i < n; i++) {
      lateral[i] += perTurn.lateral[i * n + j] * t;
      radial[i] += perTurn.radial[i * n + j] * t;
      tension[i] += perTurn.tension[i * n + j] * t;
    }
  }
  return { lateral, radial, tension, offset, lateralTir: rangeOf(lateral), radialTir: rangeOf(radial) };
};

/**
 * The same wheel once these spokes, whose nipples do not turn, have gone slack: what pull they have is gone, and they no
 * longer answer to the others.
 *
 * @param spokes counted from 0
 */
export const withSlack = (aim: Aim, spokes: readonly number[]): Aim => {
  let left = aim;
  for (const s of spokes) left = withoutSpoke(left, s);
  return left;
};

const withoutSpoke = (aim: Aim, s: number): Aim => {
  const { n, perTurn } = aim;
  const own = perTurn.tension[s * n + s];
  const gone = -Math.max(0, aim.tension[s]) / own;
  const lines = (matrix: Float64Array, now: Float64Array) => now.map((v, i) => v + matrix[i * n + s] * gone);
  const less = (matrix: Float64Array) => {
    const out = matrix.slice();
    for (let j = 0; j < n; j++) {
      const part = perTurn.tension[s * n + j] / own;
      for (let i = 0; i < n; i++) out[i * n + j] -= matrix[i * n + s] * part;
    }
    return out;
  };
  const tension = lines(perTurn.tension, aim.tension);
  tension[s] = Math.min(0, aim.tension[s]);
  return {
    ...aim,
    lateral: lines(perTurn.lateral, aim.lateral),
    radial: lines(perTurn.radial, aim.radial),
    tension,
    offset: aim.offset === null ? null : aim.offset + perTurn.offset[s] * gone,
    perTurn: {
      lateral: less(perTurn.lateral),
      radial: less(perTurn.radial),
      tension: less(perTurn.tension),
      offset: perTurn.offset.map((v, j) => v - perTurn.offset[s] * (perTurn.tension[s * n + j] / own)),
    },
  };
};

/** The same, one nipple further. */
export const turned = (aim: Aim, here: Outcome, nipple: number, turns: number): Outcome => {
  const { n, perTurn } = aim;
  const moved = (line: Float64Array, matrix: Float64Array) => line.map((v, k) => v + matrix[k * n + nipple] * turns);
  const lateral = moved(here.lateral, perTurn.lateral);
  const radial = moved(here.radial, perTurn.radial);
  return {
    lateral,
    radial,
    tension: moved(here.tension, perTurn.tension),
    offset: here.offset + perTurn.offset[nipple] * turns,
    lateralTir: rangeOf(lateral),
    radialTir: rangeOf(radial),
  };
};

/** The same sum of troubles that `solveAim` makes least, for turns in steps of a hand. */
export const trouble = (aim: Aim, after: Outcome, turnsSquared: number): number =>
  troubleAfterMove(aim, after, 0, 0, 0, 0, turnsSquared);

/**
 * The trouble if two more nipples were turned, `di` at i and `dj` at j (counted from 0). The search for hand steps asks
 * thousands of times a round, so it is one loop over plain numbers that builds nothing; as a class with fields it took
 * twice as long.
 */
export const troubleAfterMove = (
  aim: Aim,
  here: Outcome,
  i: number,
  di: number,
  j: number,
  dj: number,
  turnsSquared: number,
): number => {
  const { n, weights, wanted, counted, ceiling, floor, perTurn } = aim;
  const { lateral, radial, tension } = perTurn;
  const levelL = here.lateral[0];
  const levelR = here.radial[0];
  let lowL = 1e9;
  let highL = -1e9;
  let lowR = 1e9;
  let highR = -1e9;
  let sumL = 0;
  let sumR = 0;
  let squareL = 0;
  let squareR = 0;
  let sumT = 0;
  let squareT = 0;
  let over = 0;
  for (let k = 0, at = 0; k < n; k++, at += n) {
    const l = here.lateral[k] + lateral[at + i] * di + lateral[at + j] * dj - levelL;
    const r = here.radial[k] + radial[at + i] * di + radial[at + j] * dj - levelR;
    const pull = here.tension[k] + tension[at + i] * di + tension[at + j] * dj;
    if (l < lowL) lowL = l;
    if (l > highL) highL = l;
    if (r < lowR) lowR = r;
    if (r > highR) highR = r;
    sumL += l;
    sumR += r;
    squareL += l * l;
    squareR += r * r;
    const want = wanted[k];
    const t = counted[k] * (pull / want - 1);
    sumT += t;
    squareT += t * t;
    const past = (t > 0 ? pull - ceiling[k] : floor[k] - pull) / want;
    if (past > over) over = past;
  }
  const offset = here.offset + perTurn.offset[i] * di + perTurn.offset[j] * dj;
  return (
    ((highL - lowL) ** 2 + 0.5 * (squareL / n - (sumL / n) ** 2)) / weights.lateral ** 2 +
    ((highR - lowR) ** 2 + 0.5 * (squareR / n - (sumR / n) ** 2)) / weights.radial ** 2 +
    squareT / n / weights.spread ** 2 +
    (sumT / n / weights.mean) ** 2 +
    (offset / (aim.offset === null ? 4 * weights.offset : weights.offset)) ** 2 +
    OVERSTEP.each * over +
    OVERSTEP.squared * over ** 2 +
    EFFORT * turnsSquared
  );
};
