import type { Aim } from "./aim";
import { type SumOfSquares, squaresOf } from "./squares";
import { standing } from "./standing";

/** Whom a nipple gives its turn to: the next, and the next of its own side and slant. */
const LIKE = [1, 2, 4, -2];
/** How far apart, in spokes, two nipples stand that are nudged together. */
const NEAR = 7;
/** Steps round the circle by the golden section never come near where they were. */
const GOLDEN = (Math.sqrt(5) - 1) / 2;
/** Left so much dearer by single nipples a nudge is given up: of those hardly one ends cheaper, and they take half the time. */
const HOPELESS = 1;
/** A move must gain this much. */
const LEAST_GAIN = 1e-6;

/**
 * Turns that a hand can make: whole steps, few nipples. Plain rounding of forty nipples costs some hundredths of
 * run-out, so it is followed by a search: one nipple at a time is moved a step, dropped, or shares its step with the
 * next like nipple, whichever helps most, until nothing does. Every touched nipple costs `touch`.
 *
 * @param turns wished for, any size
 * @param step the smallest turn, as 1/16
 * @param most nipples that may be touched: those that help least are dropped until no more are left
 * @param nudges how often, when nothing helps any more, two nipples near each other are turned a step all the same and
 * the search goes on from there: it was stuck behind a hump more often than at the bottom
 * @param squares of the aim, where they are known already
 */
export const handSteps = (
  aim: Aim,
  turns: Float64Array,
  step: number,
  touch: number,
  most = Number.POSITIVE_INFINITY,
  nudges = 0,
  squares: SumOfSquares = squaresOf(aim),
): Float64Array => {
  const { n } = aim;
  const at = standing(aim, squares);
  const { x } = at;
  const least = Float64Array.from(aim.low, (l) => Math.ceil(l / step - 1e-9) * step);
  const largest = Float64Array.from(aim.high, (h) => Math.floor(h / step + 1e-9) * step);
  const clamp = (i: number, t: number) => Math.min(largest[i], Math.max(least[i], t));
  for (let i = 0; i < n; i++) at.turn(i, clamp(i, Math.round(turns[i] / step) * step));
  let touched = x.reduce((count, t) => count + (t === 0 ? 0 : 1), 0);
  let cost = at.trouble() + touch * touched;
  let cap = Number.POSITIVE_INFINITY;
  const touchChange = (i: number, d: number) => (x[i] === 0 ? 1 : 0) - (Math.abs(x[i] + d) < step / 2 ? 1 : 0);
  const free = (i: number, d: number) => {
    const t = x[i] + d;
    return t >= least[i] - 1e-9 && t <= largest[i] + 1e-9;
  };
  const turn = (i: number, d: number): void => {
    touched += touchChange(i, d);
    at.turn(i, d);
    if (Math.abs(x[i]) < step / 2) x[i] = 0;
  };
  // The best move so far of the nipple in hand.
  const best = { cost: 0, i: -1, d: 0, j: 0, e: 0 };
  const look = (i: number, d: number, j: number, e: number): void => {
    if (!free(i, d) || (e !== 0 && !free(j, e))) return;
    const more = touchChange(i, d) + (e === 0 ? 0 : touchChange(j, e));
    if (more > 0 && touched + more > cap) return;
    const touches = touch * (touched + more);
    const c = at.troubleAfter(i, d, j, e, best.cost - touches) + touches;
    if (c >= best.cost) return;
    best.cost = c;
    best.i = i;
    best.d = d;
    best.j = j;
    best.e = e;
  };
  // The best move of one nipple is made at once: going round a few times costs a sixth of seeking the best of all each time.
  const better = (i: number, moves: (i: number) => void): boolean => {
    best.cost = cost - LEAST_GAIN;
    best.i = -1;
    moves(i);
    if (best.i < 0) return false;
    turn(best.i, best.d);
    if (best.e !== 0) turn(best.j, best.e);
    cost = best.cost;
    return true;
  };
  const alone = (i: number): void => {
    look(i, step, i, 0);
    look(i, -step, i, 0);
    if (Math.abs(x[i]) > 1.5 * step) look(i, -x[i], i, 0);
  };
  // A nipple's turn given away whole to another, or a step moved across.
  const withLike = (i: number): void => {
    for (const apart of LIKE) {
      const j = (i + apart + n) % n;
      look(i, -x[i], j, x[i]);
      look(i, step, j, -step);
      look(i, -step, j, step);
    }
  };
  // A turn given up for another anywhere, the way the squares say: where not all may be touched.
  const forAny = (i: number): void => {
    for (let j = 0; j < n; j++) {
      if (x[j] !== 0) continue;
      const e = -Math.sign(at.slopeAfter(i, -x[i], j)) * step;
      look(i, -x[i], j, e);
      if (Math.abs(x[i]) > 1.5 * step) look(i, -x[i], j, Math.sign(e) * Math.abs(x[i]));
    }
  };
  /** Round and round until none of the nipples in a whole turn gains anything. @returns whether any did */
  const round = (moves: (i: number) => void, which: (i: number) => boolean, from = 0): boolean => {
    let gained = false;
    for (let i = from % n, idle = 0, left = 20 * n; idle < n && left > 0; i = (i + 1) % n, left--) {
      if (!which(i) || !better(i, moves)) idle++;
      else {
        idle = 0;
        gained = true;
      }
    }
    return gained;
  };
  const every = () => true;
  const isTouched = (i: number) => x[i] !== 0;
  /** @param from the nipple that is looked at first: the one behind a nudge, for the nudged ones would only be turned back */
  const search = (anywhere = false, givenUpAt = Number.POSITIVE_INFINITY, from = 0): void => {
    for (let pass = 0; pass < 20; pass++) {
      round(alone, every, from);
      if (aim.rough || cost > givenUpAt) break;
      if (round(withLike, isTouched, from)) continue;
      if (anywhere && touched < n && round(forAny, isTouched, from)) continue;
      break;
    }
  };
  search();
  while (touched > most) {
    let leastHarm = Number.POSITIVE_INFINITY;
    let drops: readonly [number, number] | null = null;
    for (let i = 0; i < n; i++) {
      if (x[i] === 0 || !free(i, -x[i])) continue;
      for (const apart of [0, ...LIKE]) {
        const j = (i + apart + n) % n;
        const whole = j === i;
        if (!whole && (x[j] === 0 || !free(j, x[i]))) continue;
        const touches = touched + touchChange(i, -x[i]) + (whole ? 0 : touchChange(j, x[i]));
        const others = touch * touches - cost;
        const harm = at.troubleAfter(i, -x[i], j, whole ? 0 : x[i], leastHarm - others) + others;
        if (harm >= leastHarm) continue;
        leastHarm = harm;
        drops = [i, j];
      }
    }
    if (!drops) break;
    const [i, j] = drops;
    const given = x[i];
    turn(i, -given);
    if (j !== i) turn(j, given);
    cost += leastHarm;
    cap = touched;
    search();
  }
  cap = Math.max(most, touched);
  search(true);
  for (let nudge = 0; nudge < nudges; nudge++) {
    const before = { stood: at.mark(), touched, cost };
    const first = Math.floor(n * ((nudge * GOLDEN) % 1));
    const second = (first + 1 + (nudge % NEAR)) % n;
    for (const [i, d] of [
      [first, nudge & 1 ? step : -step],
      [second, nudge & 2 ? step : -step],
    ] as const)
      if (free(i, d)) turn(i, d);
    cost = at.trouble() + touch * touched;
    search(false, before.cost + HOPELESS, second + 1);
    if (cost < before.cost - 1e-9 && touched <= cap) continue;
    at.backTo(before.stood);
    ({ touched, cost } = before);
  }
  search(true);
  return x.slice();
};
