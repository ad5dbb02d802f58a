import type { Aim } from "./aim";
import { type SumOfSquares, squaresOf } from "./squares";
import { standing } from "./standing";

/** So many of the best moves of one nipple are looked at together with a step of a nipple near it. */
const FOLLOWED = 8;
/** How far apart, in spokes, two nipples stand that are turned together. */
const NEAR = 3;
/** Every which nipple is looked at for an exchange, others after each move. */
const EXCHANGED = 3;
/** For so many moves, and up to so many more, a nipple is not turned back the way it came. */
const HELD = { least: 4, more: 3 };
/** For so many moves the search usually goes on past the best place it found. */
const PATIENCE = 100;
/** Moves a nipple past which it stops whatever it still gains: twice what the longest of seventy searches took. */
const LONGEST = 40;
/** By the golden section, so that no two holds fall into step and the search goes round in a ring. */
const GOLDEN = (Math.sqrt(5) - 1) / 2;
/** A better place must be better by this much. */
const LEAST_GAIN = 1e-6;

/** Moves that may be made, in columns: steps `u` of nipple `i`, `w` of `j`; what they cost at least; nipples touched after; whether held. */
const moves = (room: number) => ({
  count: 0,
  i: new Int32Array(room),
  u: new Int32Array(room),
  j: new Int32Array(room),
  w: new Int32Array(room),
  touched: new Int32Array(room),
  held: new Uint8Array(room),
  atLeast: new Float64Array(room),
});

/**
 * Turns that a hand can make: whole steps, few nipples. Plain rounding of forty nipples costs some hundredths of run-out,
 * so it is followed by a search that always makes the best move there is, also where it makes things worse, and for a few
 * moves takes none back: so it comes over the humps that a search which only goes down stays behind. A move is a step of
 * a nipple, its whole turn dropped, or one of the best of these together with a step near it. Every touched nipple costs
 * `touch`. The way: tabu search (F. Glover, "Tabu Search, Part I", ORSA Journal on Computing 1, 1989).
 *
 * @param turns wished for, any size
 * @param step the smallest turn, as 1/16
 * @param most nipples that may be touched: those that help least are dropped until no more are left
 * @param squares of the aim, where they are known already
 * @param patience for how many moves the search goes on past the best place it found
 */
export const handSteps = (
  aim: Aim,
  turns: Float64Array,
  step: number,
  touch: number,
  most = Number.POSITIVE_INFINITY,
  squares: SumOfSquares = squaresOf(aim),
  patience = PATIENCE,
): Float64Array => {
  const { n } = aim;
  const at = standing(aim, squares, step);
  const { steps } = at;
  const least = Float64Array.from(aim.low, (l) => Math.ceil(l / step - 1e-9));
  const largest = Float64Array.from(aim.high, (h) => Math.floor(h / step + 1e-9));
  // No whole step fits where a turn made by another step stands: it stays what it is.
  for (let i = 0; i < n; i++) if (least[i] > largest[i]) least[i] = largest[i] = (aim.low[i] + aim.high[i]) / 2 / step;
  for (let i = 0; i < n; i++) at.turn(i, Math.min(largest[i], Math.max(least[i], Math.round(turns[i] / step))));
  // Of those that cannot be left alone, more than may be touched may be turned.
  const must = least.reduce((count, l, i) => count + (l > 0 || largest[i] < 0 ? 1 : 0), 0);
  const cap = Math.max(Math.floor(Math.min(most, n)), must);
  let touched = steps.reduce((count, t) => count + (t === 0 ? 0 : 1), 0);
  const best = { cost: Number.POSITIVE_INFINITY, steps: steps.slice() };
  const keep = (cost: number): boolean => {
    if (touched > cap || cost >= best.cost - LEAST_GAIN) return false;
    best.cost = cost;
    best.steps.set(steps);
    return true;
  };
  keep(at.trouble() + touch * touched);

  // Until which move a nipple may not be slackened, and not tightened.
  const heldUp = new Int32Array(n);
  const heldDown = new Int32Array(n);
  let made = 0;
  let turned = 0;
  const all = moves(3 * n + FOLLOWED * 4 * NEAR + n * n);
  const offer = (i: number, u: number, j: number, w: number): void => {
    const to = steps[i] + u;
    if (to < least[i] || to > largest[i]) return;
    let more = (to === 0 ? 0 : 1) - (steps[i] === 0 ? 0 : 1);
    if (w !== 0) {
      const other = steps[j] + w;
      if (other < least[j] || other > largest[j]) return;
      more += (other === 0 ? 0 : 1) - (steps[j] === 0 ? 0 : 1);
    }
    // Past the cap only what brings the touches down; at it nothing that brings them up.
    if (touched > cap ? more >= 0 : touched + more > cap) return;
    const held = (u > 0 ? heldDown : heldUp)[i] > made || (w !== 0 && (w > 0 ? heldDown : heldUp)[j] > made);
    const cost = at.atLeast(i, u, j, w) + touch * (touched + more);
    if (held && cost >= best.cost - LEAST_GAIN) return;
    const k = all.count++;
    all.i[k] = i;
    all.u[k] = u;
    all.j[k] = j;
    all.w[k] = w;
    all.touched[k] = touched + more;
    all.held[k] = held ? 1 : 0;
    all.atLeast[k] = cost;
  };
  const open = new Float64Array(3 * n);
  /** Each of the best moves of one nipple together with a step of one near it. */
  const offerPairs = (): void => {
    const singles = all.count;
    for (let k = 0; k < singles; k++) open[k] = all.held[k] ? Number.POSITIVE_INFINITY : all.atLeast[k];
    for (let f = 0; f < FOLLOWED; f++) {
      let chosen = -1;
      let best = Number.POSITIVE_INFINITY;
      for (let k = 0; k < singles; k++) {
        if (open[k] >= best) continue;
        best = open[k];
        chosen = k;
      }
      if (chosen < 0) return;
      open[chosen] = Number.POSITIVE_INFINITY;
      for (let apart = 1; apart <= NEAR; apart++)
        for (const j of [(all.i[chosen] + apart) % n, (all.i[chosen] - apart + n) % n]) {
          offer(all.i[chosen], all.u[chosen], j, 1);
          offer(all.i[chosen], all.u[chosen], j, -1);
        }
    }
  };
  /** Where no more may be touched: a turn given up for a step of any nipple untouched, the way the squares say. */
  const offerExchanges = (): void => {
    for (let i = made % EXCHANGED; i < n; i += EXCHANGED) {
      if (steps[i] === 0) continue;
      for (let j = 0; j < n; j++)
        if (steps[j] === 0) offer(i, -steps[i], j, at.slopeAfter(i, -steps[i], j) > 0 ? -1 : 1);
    }
  };
  const hold = (i: number, u: number): void => {
    if (u === 0) return;
    at.turn(i, u);
    turned++;
    (u > 0 ? heldUp : heldDown)[i] = made + 1 + HELD.least + Math.floor(HELD.more * ((turned * GOLDEN) % 1));
  };
  /** Makes the best move of all there are. @returns what it costs; infinite where there is none */
  const move = (): number => {
    all.count = 0;
    for (let i = 0; i < n; i++) {
      offer(i, 1, i, 0);
      offer(i, -1, i, 0);
      if (Math.abs(steps[i]) > 1) offer(i, -steps[i], i, 0);
    }
    if (!aim.rough) {
      offerPairs();
      if (touched === cap && cap < n) offerExchanges();
    }
    let cost = Number.POSITIVE_INFINITY;
    let chosen = -1;
    const judge = (k: number): void => {
      const bound = all.held[k] ? Math.min(cost, best.cost - LEAST_GAIN) : cost;
      if (all.atLeast[k] >= bound) return;
      const touches = touch * all.touched[k];
      const comesTo = at.troubleAfter(all.i[k], all.u[k], all.j[k], all.w[k], bound - touches) + touches;
      if (comesTo >= bound) return;
      cost = comesTo;
      chosen = k;
    };
    // The most promising first: it throws most of the others out.
    let promising = 0;
    for (let k = 1; k < all.count; k++) if (all.atLeast[k] < all.atLeast[promising]) promising = k;
    for (let k = 0; k < all.count; k++) judge(k === 0 ? promising : k === promising ? 0 : k);
    if (chosen < 0) return cost;
    made++;
    touched = all.touched[chosen];
    hold(all.i[chosen], all.u[chosen]);
    hold(all.j[chosen], all.w[chosen]);
    return cost;
  };
  for (let since = 0; since <= patience && made < LONGEST * n; since++) {
    const cost = move();
    if (cost === Number.POSITIVE_INFINITY) break;
    if (keep(cost) || touched > cap) since = -1;
  }
  return Float64Array.from(best.steps, (s) => s * step);
};
