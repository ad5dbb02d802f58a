import { type Aim, byNipple, outcome, trouble, troubleAfterMove, turned } from "./aim";

/** Price of a touch past which none would be left; a wheel that needs them all the same gets them. */
const DEAREST = 5;

/**
 * Turns that a hand can make: whole steps, few nipples. Plain rounding of forty nipples costs some hundredths of
 * run-out, so it is followed by a search: one nipple at a time is moved a step, dropped, or shares its step with the
 * next like nipple, whichever helps most, until nothing does. Every touched nipple costs `touch`.
 *
 * @param turns wished for, any size
 * @param step the smallest turn, as 1/16
 * @param most nipples that may be touched: those that help least are dropped until no more are left
 */
export const handSteps = (
  aim: Aim,
  turns: Float64Array,
  step: number,
  touch: number,
  most = Number.POSITIVE_INFINITY,
): Float64Array => {
  const { n } = aim;
  const per = byNipple(aim);
  const clamp = (i: number, t: number) =>
    Math.min(Math.floor(aim.high[i] / step + 1e-9) * step, Math.max(Math.ceil(aim.low[i] / step - 1e-9) * step, t));
  const x = Float64Array.from(turns, (t, i) => clamp(i, Math.round(t / step) * step));
  let here = outcome(aim, x);
  let squared = x.reduce((sum, t) => sum + t * t, 0);
  let touched = x.reduce((count, t) => count + (t === 0 ? 0 : 1), 0);
  let price = touch;
  let cost = trouble(aim, here, squared) + price * touched;
  const grown = (i: number, d: number) => d * (2 * x[i] + d);
  const touchChange = (i: number, d: number) => (x[i] === 0 ? 1 : 0) - (Math.abs(x[i] + d) < step / 2 ? 1 : 0);
  const tryMove = (i: number, di: number, j: number, dj: number): number => {
    const more = grown(i, di) + (dj === 0 ? 0 : grown(j, dj));
    const touches = touched + touchChange(i, di) + (dj === 0 ? 0 : touchChange(j, dj));
    return troubleAfterMove(aim, per, here, i, di, j, dj, squared + more) + price * touches;
  };
  const free = (i: number, d: number) => Math.abs(clamp(i, x[i] + d) - x[i] - d) <= 1e-9;
  const turn = (i: number, d: number): void => {
    squared += grown(i, d);
    touched += touchChange(i, d);
    x[i] += d;
    here = turned(aim, per, here, i, d);
  };
  // Best move of one nipple, taken at once: going round a few times costs a sixth of seeking the best of all each time.
  const better = (moves: readonly (readonly [number, number, number, number])[]): boolean => {
    let best = cost - 1e-6;
    let move: readonly [number, number, number, number] | null = null;
    for (const [i, d, j, e] of moves) {
      if (!free(i, d) || (e !== 0 && !free(j, e))) continue;
      const c = tryMove(i, d, j, e);
      if (c < best) {
        best = c;
        move = [i, d, j, e];
      }
    }
    if (!move) return false;
    turn(move[0], move[1]);
    if (move[3] !== 0) turn(move[2], move[3]);
    cost = best;
    return true;
  };
  const search = (): void => {
    for (let round = 0; round < 20; round++) {
      let gained = false;
      for (let i = 0; i < n; i++) {
        const moves = [[i, step, i, 0] as const, [i, -step, i, 0] as const];
        if (better(Math.abs(x[i]) < step / 2 ? moves : [...moves, [i, -x[i], i, 0] as const])) gained = true;
      }
      if (gained) continue;
      if (aim.rough) break;
      // A nipple's turn given away whole to another, or a step moved across.
      for (let i = 0; i < n; i++) {
        if (Math.abs(x[i]) < step / 2) continue;
        const pairs = [1, 2, 4, n - 2].map((apart) => (i + apart) % n);
        if (
          better(
            pairs.flatMap((j) => [
              [i, -x[i], j, x[i]] as const,
              [i, step, j, -step] as const,
              [i, -step, j, step] as const,
            ]),
          )
        )
          gained = true;
      }
      if (!gained) break;
    }
  };
  search();
  while (touched > most && price < DEAREST) {
    price = 1.5 * Math.max(price, touch);
    cost = trouble(aim, here, squared) + price * touched;
    search();
  }
  return x.map((t) => (Math.abs(t) < step / 2 ? 0 : t));
};
