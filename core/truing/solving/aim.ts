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
  /** Whether `perTurn` repeats every four nipples and `counted` and `wanted` with it, as in any wheel laced evenly. */
  readonly repeats: boolean;
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
  /** What the rim can be had at, inside the window of tension; null: straight, for all that is known. */
  readonly reach: Reach | null;
  /** Solve only roughly: the first round, on a rim nobody knows the stiffness of, gains nothing from the last hundredth. */
  readonly rough: boolean;
}

/**
 * The truest line inside the window of tension. Run-out is counted from near it on, so that a hundredth weighs the same on
 * a bent rim as on a straight one and buys no unevenness.
 */
export interface Reach {
  /** mm, mean 0. */
  readonly lateral: Float64Array;
  readonly radial: Float64Array;
  /** Total readings that cost nothing, mm. */
  readonly freeLateral: number;
  readonly freeRadial: number;
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
export const OVERSTEP = { each: 200, squared: 30_000 };

/** @param over fraction of the wanted tension past the window, 0 or more */
export const oversteps = (over: number): number => OVERSTEP.each * over + OVERSTEP.squared * over ** 2;

/**
 * Price of a turn squared. Tightening all trailing spokes and slackening all leading ones only turns the rim about its
 * hub: next to nothing is gained or lost by it, so without a price the noise of the tensions alone would ask for whole
 * turns of it.
 */
export const EFFORT = 0.05;

/**
 * What the mean square of the line weighs beside its total reading squared. The total reading alone leaves many places
 * at the edge of the band, and what the readings do not know then pushes one of them out: in the trials the worst wheel
 * of 192 is 0.06 mm over the best with this, 0.09 with a quarter of it.
 */
export const REST = 2;

/** What the wheel should be after these turns. */
export interface Outcome {
  readonly lateral: Float64Array;
  readonly radial: Float64Array;
  readonly tension: Float64Array;
  readonly offset: number;
  readonly lateralTir: number;
  readonly radialTir: number;
}

export const rangeOf = (x: Float64Array): number => {
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
    repeats: false,
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

/** The sum of troubles that `solveAim` makes least, for turns of any size. */
export const trouble = (aim: Aim, after: Outcome, turnsSquared: number): number => {
  const { n, weights, wanted, counted, ceiling, floor } = aim;
  const { reach } = aim;
  const [levelL, levelR] = [after.lateral[0], after.radial[0]];
  let sumL = 0;
  let sumR = 0;
  let squareL = 0;
  let squareR = 0;
  let sumT = 0;
  let squareT = 0;
  let over = 0;
  for (let k = 0; k < n; k++) {
    const l = after.lateral[k] - levelL - (reach ? reach.lateral[k] : 0);
    const r = after.radial[k] - levelR - (reach ? reach.radial[k] : 0);
    const pull = after.tension[k];
    sumL += l;
    sumR += r;
    squareL += l * l;
    squareR += r * r;
    const t = counted[k] * (pull / wanted[k] - 1);
    sumT += t;
    squareT += t * t;
    over = Math.max(over, (pull - ceiling[k]) / wanted[k], (floor[k] - pull) / wanted[k]);
  }
  const tirL = Math.max(0, after.lateralTir - (reach?.freeLateral ?? 0));
  const tirR = Math.max(0, after.radialTir - (reach?.freeRadial ?? 0));
  return (
    (tirL ** 2 + REST * (squareL / n - (sumL / n) ** 2)) / weights.lateral ** 2 +
    (tirR ** 2 + REST * (squareR / n - (sumR / n) ** 2)) / weights.radial ** 2 +
    squareT / n / weights.spread ** 2 +
    (sumT / n / weights.mean) ** 2 +
    (after.offset / (aim.offset === null ? 4 * weights.offset : weights.offset)) ** 2 +
    oversteps(over) +
    EFFORT * turnsSquared
  );
};
