import { solveQuadratic } from "./quadratic";

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

/** How far a row may stay broken, mm or fraction; what follows is rounded to steps twenty times as coarse. */
const NEAR_ENOUGH = 2e-3;
/** Price of the middle of the total reading lying off the mean: next to none, so that there is one answer. */
const MIDDLE = 0.02;
/**
 * What the mean square of the line weighs beside its total reading squared. The total reading alone leaves many places
 * at the edge of the band, and what the readings do not know then pushes one of them out: in the trials the worst wheel
 * of 192 is 0.06 mm over the best with this, 0.09 with a quarter of it.
 */
const REST = 2;

/**
 * The turns that make least of: the total readings squared (middle and height of the band that the rim runs in are
 * unknowns of their own, so it is the total reading itself that shrinks, not an average), the mean square beside it so
 * that the rest of the rim follows, offset, unevenness, and the mean tension missed.
 *
 * @returns turns, not yet in steps of a hand; null when no turns fit
 */
export const solveAim = (aim: Aim): Float64Array | null => {
  const { n, perTurn, weights, wanted } = aim;
  const size = n + 5;
  const [middleL, rangeL, middleR, rangeR, over] = [n, n + 1, n + 2, n + 3, n + 4];
  const P = new Float64Array(size * size);
  const q = new Float64Array(size);
  P[middleL * size + middleL] = P[middleR * size + middleR] = 2 * MIDDLE;
  P[rangeL * size + rangeL] = 2 / weights.lateral ** 2;
  P[rangeR * size + rangeR] = 2 / weights.radial ** 2;
  P[over * size + over] = 2 * OVERSTEP.squared;
  q[over] = OVERSTEP.each;

  const meanL = meanOf(aim.lateral);
  const meanR = meanOf(aim.radial);
  const relative = perTurn.tension.slice();
  for (let i = 0; i < n; i++) for (let j = 0; j < n; j++) relative[i * n + j] /= wanted[i];
  const level = centred(perTurn.lateral, n);
  const round = centred(perTurn.radial, n);
  const meanRow = new Float64Array(n);
  let meanNow = 0;
  for (let i = 0; i < n; i++) {
    meanNow += (aim.counted[i] * (aim.tension[i] / wanted[i] - 1)) / n;
    for (let j = 0; j < n; j++) meanRow[j] += (aim.counted[i] * relative[i * n + j]) / n;
  }
  const squares: readonly Squares[] = [
    { matrix: level, from: (i) => aim.lateral[i] - meanL, weight: () => REST / n / weights.lateral ** 2, rows: n },
    { matrix: round, from: (i) => aim.radial[i] - meanR, weight: () => REST / n / weights.radial ** 2, rows: n },
    {
      matrix: relative,
      from: (i) => aim.tension[i] / wanted[i] - 1,
      weight: (i) => aim.counted[i] / n / weights.spread ** 2,
      rows: n,
    },
    { matrix: meanRow, from: () => meanNow, weight: () => 1 / weights.mean ** 2, rows: 1 },
    {
      matrix: perTurn.offset,
      from: () => aim.offset ?? 0,
      weight: () => 1 / (aim.offset === null ? 4 * weights.offset : weights.offset) ** 2,
      rows: 1,
    },
  ];
  for (const s of squares) addSquares(P, q, size, n, s);
  for (let i = 0; i < n; i++) {
    P[i * size + i] += 2 * EFFORT;
    for (let j = 0; j < i; j++) P[j * size + i] = P[i * size + j];
  }

  const low = new Float64Array(size).fill(Number.NEGATIVE_INFINITY);
  const high = new Float64Array(size).fill(Number.POSITIVE_INFINITY);
  low.set(aim.low);
  high.set(aim.high);
  low[over] = 0;
  const G = new Float64Array(6 * n * size);
  const h = new Float64Array(6 * n);
  /** The n rows sign·(matrix·x) + Σ entry·(an unknown of its own) ≤ room. */
  const rowsFrom = (
    first: number,
    matrix: Float64Array,
    sign: 1 | -1,
    own: readonly (readonly [column: number, entry: number])[],
    room: (spoke: number) => number,
  ) => {
    for (let i = 0; i < n; i++) {
      const at = (first * n + i) * size;
      for (let j = 0; j < n; j++) G[at + j] = sign * matrix[i * n + j];
      for (const [column, entry] of own) G[at + column] = entry;
      h[first * n + i] = room(i);
    }
  };
  const above = (middle: number, range: number) => [[middle, -1] as const, [range, -0.5] as const];
  const below = (middle: number, range: number) => [[middle, 1] as const, [range, -0.5] as const];
  rowsFrom(0, perTurn.lateral, 1, above(middleL, rangeL), (i) => meanL - aim.lateral[i]);
  rowsFrom(1, perTurn.lateral, -1, below(middleL, rangeL), (i) => aim.lateral[i] - meanL);
  rowsFrom(2, perTurn.radial, 1, above(middleR, rangeR), (i) => meanR - aim.radial[i]);
  rowsFrom(3, perTurn.radial, -1, below(middleR, rangeR), (i) => aim.radial[i] - meanR);
  rowsFrom(4, relative, 1, [[over, -1]], (i) => (aim.ceiling[i] - aim.tension[i]) / wanted[i]);
  rowsFrom(5, relative, -1, [[over, -1]], (i) => (aim.tension[i] - aim.floor[i]) / wanted[i]);
  const solved = solveQuadratic(
    { variables: size, P, q, rows: 6 * n, G, h, low, high },
    (aim.rough ? 4 : 1) * NEAR_ENOUGH,
  );
  // A bound may stay broken by as much as a row.
  return solved ? solved.slice(0, n).map((t, i) => Math.min(aim.high[i], Math.max(aim.low[i], t))) : null;
};

const meanOf = (x: Float64Array): number => x.reduce((a, b) => a + b, 0) / x.length;

/** Rows less their mean: what a nipple does to the shape, not to where the whole rim stands. */
const centred = (matrix: Float64Array, n: number): Float64Array => {
  const out = matrix.slice();
  for (let j = 0; j < n; j++) {
    let sum = 0;
    for (let i = 0; i < n; i++) sum += matrix[i * n + j];
    for (let i = 0; i < n; i++) out[i * n + j] -= sum / n;
  }
  return out;
};

/** Σ weight·(from + row·x)². */
interface Squares {
  readonly matrix: Float64Array;
  readonly rows: number;
  readonly from: (row: number) => number;
  readonly weight: (row: number) => number;
}

/** Adds squares to the lower triangle of P and to q; four rows at a time, so that a sum is loaded and stored once for four. */
const addSquares = (P: Float64Array, q: Float64Array, size: number, n: number, squares: Squares): void => {
  const { matrix, rows, weight, from } = squares;
  for (let r = 0; r < rows; r += 4) {
    // Past the last row: the last once more, at no weight.
    const [ra, rb, rc, rd] = [r, r + 1, r + 2, r + 3].map((k) => Math.min(k, rows - 1));
    const [wa, wb, wc, wd] = [r, r + 1, r + 2, r + 3].map((k) => (k < rows ? 2 * weight(k) : 0));
    const [a, b, c, d] = [ra * n, rb * n, rc * n, rd * n];
    const constants = [wa * from(ra), wb * from(rb), wc * from(rc), wd * from(rd)];
    for (let i = 0; i < n; i++) {
      const [ma, mb, mc, md] = [matrix[a + i], matrix[b + i], matrix[c + i], matrix[d + i]];
      q[i] += ma * constants[0] + mb * constants[1] + mc * constants[2] + md * constants[3];
      const [fa, fb, fc, fd] = [wa * ma, wb * mb, wc * mc, wd * md];
      const to = i * size;
      for (let j = 0; j <= i; j++)
        P[to + j] += fa * matrix[a + j] + fb * matrix[b + j] + fc * matrix[c + j] + fd * matrix[d + j];
    }
  }
};

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

/** What a turn of each nipple does, nipple after nipple: row = nipple. A search that goes nipple by nipple reads it in one piece. */
export interface ByNipple {
  readonly lateral: Float64Array;
  readonly radial: Float64Array;
  readonly tension: Float64Array;
}

export const byNipple = ({ n, perTurn }: Aim): ByNipple => {
  const across = (matrix: Float64Array): Float64Array => {
    const out = new Float64Array(n * n);
    for (let i = 0; i < n; i++) for (let j = 0; j < n; j++) out[j * n + i] = matrix[i * n + j];
    return out;
  };
  return { lateral: across(perTurn.lateral), radial: across(perTurn.radial), tension: across(perTurn.tension) };
};

/** The same, one nipple further. */
export const turned = (aim: Aim, per: ByNipple, here: Outcome, nipple: number, turns: number): Outcome => {
  const { n, perTurn } = aim;
  const moved = (line: Float64Array, rows: Float64Array) => line.map((v, k) => v + rows[nipple * n + k] * turns);
  const lateral = moved(here.lateral, per.lateral);
  const radial = moved(here.radial, per.radial);
  return {
    lateral,
    radial,
    tension: moved(here.tension, per.tension),
    offset: here.offset + perTurn.offset[nipple] * turns,
    lateralTir: rangeOf(lateral),
    radialTir: rangeOf(radial),
  };
};

/** The same sum of troubles that `solveAim` makes least, for turns in steps of a hand. */
export const trouble = (aim: Aim, after: Outcome, turnsSquared: number): number =>
  troubleAfterMove(aim, aim.perTurn, after, 0, 0, 0, 0, turnsSquared);

/**
 * The trouble if two more nipples were turned, `di` at i and `dj` at j (counted from 0). The search for hand steps asks
 * thousands of times a round, so it is one loop over plain numbers that builds nothing; as a class with fields it took
 * twice as long.
 */
export const troubleAfterMove = (
  aim: Aim,
  per: ByNipple,
  here: Outcome,
  i: number,
  di: number,
  j: number,
  dj: number,
  turnsSquared: number,
): number => {
  const { n, weights, wanted, counted, ceiling, floor, perTurn } = aim;
  const { lateral, radial, tension } = per;
  const [atI, atJ] = [i * n, j * n];
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
  for (let k = 0; k < n; k++) {
    const l = here.lateral[k] + lateral[atI + k] * di + lateral[atJ + k] * dj - levelL;
    const r = here.radial[k] + radial[atI + k] * di + radial[atJ + k] * dj - levelR;
    const pull = here.tension[k] + tension[atI + k] * di + tension[atJ + k] * dj;
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
    ((highL - lowL) ** 2 + REST * (squareL / n - (sumL / n) ** 2)) / weights.lateral ** 2 +
    ((highR - lowR) ** 2 + REST * (squareR / n - (sumR / n) ** 2)) / weights.radial ** 2 +
    squareT / n / weights.spread ** 2 +
    (sumT / n / weights.mean) ** 2 +
    (offset / (aim.offset === null ? 4 * weights.offset : weights.offset)) ** 2 +
    OVERSTEP.each * over +
    OVERSTEP.squared * over ** 2 +
    EFFORT * turnsSquared
  );
};
