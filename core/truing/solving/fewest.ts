import type { Tolerance } from "../../runout/tolerance";
import { type Aim, outcome, REST } from "./aim";

/** Part of the tolerance that is aimed inside of: what the readings do not know must not push it out again. */
const WITHIN = 0.8;

type Allowed = Pick<Tolerance, "lateral" | "radial" | "offset">;

/**
 * How far out the wheel would be, 1 on the edge of its tolerance; a spoke past its window of tension counts as far out, but
 * for what it may be out.
 */
const outness = (aim: Aim, turns: Float64Array, allowed: Allowed, mayBeOver: number): number => {
  const { lateralTir, radialTir, offset, tension } = outcome(aim, turns);
  const out = Math.max(
    lateralTir / allowed.lateral,
    radialTir / allowed.radial,
    aim.offset === null ? 0 : Math.abs(offset) / allowed.offset,
  );
  return out + 100 * Math.max(0, overOf(aim, tension) - mayBeOver);
};

/** Fraction of its wanted tension by which the worst spoke is past its window. */
const overOf = ({ ceiling, floor, wanted }: Aim, tension: Float64Array): number =>
  tension.reduce((over, t, i) => Math.max(over, (t - ceiling[i]) / wanted[i], (floor[i] - t) / wanted[i]), 0);

/** Largest turn of one nipple that is looked at while the few are sought. */
const LARGEST = 1;
/** Nipples past which few is not few any more. */
const MOST_PART = 0.9;

/**
 * The fewest nipples whose turns bring the wheel inside its tolerance. From nothing turned one nipple after another is
 * added, the one that helps most with whatever turn helps most, and those turned already are set anew; inside, each is
 * tried without. Null where that would take most of them: then how few is no question.
 *
 * @param step the smallest turn
 * @param even spokes that stand out of the window of tension are brought into it too; else they are only left where they are
 */
export const fewestSteps = (aim: Aim, step: number, allowed: Allowed, even: boolean): Float64Array | null => {
  const { n, perTurn } = aim;
  const mayBeOver = even ? 0 : overOf(aim, aim.tension);
  const out = (turns: Float64Array) => outness(aim, turns, allowed, mayBeOver);
  const may = (i: number, t: number) => t >= aim.low[i] - 1e-9 && t <= aim.high[i] + 1e-9;
  let x: Float64Array = new Float64Array(n);
  let at = outcome(aim, x);
  /** What is made least on the way: the total readings and the whole line, so that a place not yet the worst counts too. */
  const badness = (i: number, d: number): number => {
    const line = (now: Float64Array, per: Float64Array, size: number) => {
      let [low, high, sum, square] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY, 0, 0];
      for (let k = 0; k < n; k++) {
        const v = now[k] + per[k * n + i] * d;
        if (v < low) low = v;
        if (v > high) high = v;
        sum += v;
        square += v * v;
      }
      return ((high - low) ** 2 + REST * (square / n - (sum / n) ** 2)) / size ** 2;
    };
    let over = 0;
    for (let k = 0; k < n; k++) {
      const t = at.tension[k] + perTurn.tension[k * n + i] * d;
      over = Math.max(over, (t - aim.ceiling[k]) / aim.wanted[k], (aim.floor[k] - t) / aim.wanted[k]);
    }
    const offset = aim.offset === null ? 0 : ((at.offset + perTurn.offset[i] * d) / allowed.offset) ** 2;
    return (
      line(at.lateral, perTurn.lateral, allowed.lateral) +
      line(at.radial, perTurn.radial, allowed.radial) +
      offset +
      100 * Math.max(0, over - mayBeOver)
    );
  };
  const turn = (i: number, d: number): void => {
    x[i] = Math.abs(x[i] + d) < step / 2 ? 0 : x[i] + d;
    at = outcome(aim, x);
  };
  /** The best turn of one nipple among these; null where none betters it. */
  const best = (among: (i: number) => boolean): { i: number; d: number } | null => {
    let least = badness(0, 0) - 1e-6;
    let found: { i: number; d: number } | null = null;
    for (let i = 0; i < n; i++) {
      if (!among(i)) continue;
      for (let t = -LARGEST; t <= LARGEST + 1e-9; t += step) {
        const d = t - x[i];
        if (Math.abs(d) < step / 2 || !may(i, t)) continue;
        const now = badness(i, d);
        if (now >= least) continue;
        least = now;
        found = { i, d };
      }
    }
    return found;
  };
  const touched = () => x.reduce((count, t) => count + (t === 0 ? 0 : 1), 0);
  const setAnew = (): void => {
    for (let k = 0; k < 4 * n; k++) {
      const move = best((i) => x[i] !== 0);
      if (!move) return;
      turn(move.i, move.d);
    }
  };
  while (out(x) > WITHIN) {
    const move = touched() < MOST_PART * n ? best((i) => x[i] === 0) : null;
    if (!move) return null;
    turn(move.i, move.d);
    setAnew();
  }
  // Those added first may be carried by those added last.
  for (let i = 0; i < n; i++) {
    if (x[i] === 0 || !may(i, 0)) continue;
    const before = x.slice();
    turn(i, -x[i]);
    setAnew();
    if (out(x) <= WITHIN && touched() < before.reduce((count, t) => count + (t === 0 ? 0 : 1), 0)) continue;
    x = before;
    at = outcome(aim, x);
  }
  return x;
};
