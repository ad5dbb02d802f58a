import { type Aim, OVERSTEP, REST } from "./aim";
import { type Bands, solveQuadratic } from "./quadratic";
import { type SumOfSquares, squaresOf } from "./squares";

/** How far a row may stay broken, mm or fraction; what follows is rounded to steps twenty times as coarse. */
const NEAR_ENOUGH = 2e-3;
/** Price of the middle of the total reading lying off the mean: next to none, so that there is one answer. */
const MIDDLE = 0.02;

/** In the mean of rims the total reading is about this many times the root of the mean square that stands for it. */
const RANGE_OVER_RMS = 3;

/**
 * The turns that make least of: the total readings squared (middle and height of the band that the rim runs in are
 * unknowns of their own, so it is the total reading itself that shrinks, not an average), the mean square beside it so
 * that the rest of the rim follows, offset, unevenness, and the mean tension missed.
 *
 * A rough aim has no bands: the mean square stands for the total reading too. Its turns are as good a start for the hand
 * steps, a third sooner.
 *
 * @param squares of the aim, where they are known already
 * @param together the larger of the two total readings is made least, not the sum of their squares
 * @returns turns, not yet in steps of a hand; null when no turns fit
 */
export const solveAim = (aim: Aim, squares?: SumOfSquares, together = false): Float64Array | null => {
  const { n, perTurn, wanted } = aim;
  const { P: plain, q: slope } = aim.rough ? squaresOf(withoutBands(aim)) : (squares ?? squaresOf(aim));
  const size = n + (aim.rough ? 1 : together ? 4 : 5);
  // The overstep of the tension window comes first, then middle and range of the bands.
  const over = n;
  const P = new Float64Array(size * size);
  const q = new Float64Array(size);
  for (let i = 0; i < n; i++) P.set(plain.subarray(i * n, (i + 1) * n), i * size);
  q.set(slope);
  P[over * size + over] = 2 * OVERSTEP.squared;
  q[over] = OVERSTEP.each;

  const low = new Float64Array(size).fill(Number.NEGATIVE_INFINITY);
  const high = new Float64Array(size).fill(Number.POSITIVE_INFINITY);
  low.set(aim.low);
  high.set(aim.high);
  low[over] = 0;
  const rows = aim.rough ? n : 3 * n;
  const bands: Bands = {
    rows,
    G: new Float64Array(rows * size),
    low: new Float64Array(rows),
    high: new Float64Array(rows),
    by: new Float64Array(rows),
    widener: new Int32Array(rows),
  };
  for (let i = 0; i < n; i++) {
    for (let j = 0; j < n; j++) bands.G[i * size + j] = perTurn.tension[i * n + j] / wanted[i];
    bands.low[i] = (aim.floor[i] - aim.tension[i]) / wanted[i];
    bands.high[i] = (aim.ceiling[i] - aim.tension[i]) / wanted[i];
    bands.by[i] = 1;
    bands.widener[i] = over;
  }
  /** The rim runs between middle − range/2 and middle + range/2. */
  const runsIn = (
    from: number,
    line: Float64Array,
    rowsOf: Float64Array,
    unit: number,
    free: number,
    middle: number,
    range: number,
  ): void => {
    P[middle * size + middle] = 2 * MIDDLE;
    if (!together || from === n) {
      P[range * size + range] = 2 / unit ** 2;
      q[range] = (-2 * free) / unit ** 2;
    }
    const mean = line.reduce((a, b) => a + b, 0) / n;
    for (let i = 0; i < n; i++) {
      const row = from + i;
      bands.G.set(rowsOf.subarray(i * n, (i + 1) * n), row * size);
      bands.G[row * size + middle] = -1;
      bands.low[row] = bands.high[row] = mean - line[i];
      bands.by[row] = together ? (0.5 * unit) / aim.weights.lateral : 0.5;
      bands.widener[row] = range;
    }
  };
  if (!aim.rough) {
    const { weights, reach } = aim;
    runsIn(n, aim.lateral, perTurn.lateral, weights.lateral, reach?.freeLateral ?? 0, n + 1, n + 2);
    runsIn(2 * n, aim.radial, perTurn.radial, weights.radial, reach?.freeRadial ?? 0, n + 3, together ? n + 2 : n + 4);
  }
  const solved = solveQuadratic({ variables: size, P, q, bands, low, high }, (aim.rough ? 4 : 1) * NEAR_ENOUGH);
  // A bound may stay broken by as much as a row.
  return solved ? solved.slice(0, n).map((t, i) => Math.min(aim.high[i], Math.max(aim.low[i], t))) : null;
};

const withoutBands = (aim: Aim): Aim => {
  const part = Math.sqrt(REST / (REST + RANGE_OVER_RMS ** 2));
  const { lateral, radial } = aim.weights;
  return { ...aim, weights: { ...aim.weights, lateral: lateral * part, radial: radial * part } };
};
