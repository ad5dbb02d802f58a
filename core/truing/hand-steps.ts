import { type Aim, outcome, trouble, troubleAfterMove } from "./aim";

/**
 * Turns that a hand can make: whole steps, few nipples. Plain rounding of forty nipples costs some hundredths of
 * run-out, so it is followed by a search: one nipple at a time is moved a step, dropped, or shares its step with the
 * next like nipple, whichever helps most, until nothing does. Every touched nipple costs `touch`.
 *
 * @param turns wished for, any size
 * @param step the smallest turn, as 1/16
 */
export const handSteps = (aim: Aim, turns: Float64Array, step: number, touch: number): Float64Array => {
  const { n } = aim;
  const clamp = (i: number, t: number) =>
    Math.min(Math.floor(aim.high[i] / step + 1e-9) * step, Math.max(Math.ceil(aim.low[i] / step - 1e-9) * step, t));
  const x = Float64Array.from(turns, (t, i) => clamp(i, Math.round(t / step) * step));
  let here = outcome(aim, x);
  let squared = x.reduce((sum, t) => sum + t * t, 0);
  let cost = trouble(aim, here, squared) + touch * x.reduce((count, t) => count + (t === 0 ? 0 : 1), 0);
  let touched = x.reduce((count, t) => count + (t === 0 ? 0 : 1), 0);
  const grown = (i: number, d: number) => d * (2 * x[i] + d);
  const touchChange = (i: number, d: number) => (x[i] === 0 ? 1 : 0) - (Math.abs(x[i] + d) < step / 2 ? 1 : 0);
  const tryMove = (i: number, di: number, j: number, dj: number): number => {
    const more = grown(i, di) + (dj === 0 ? 0 : grown(j, dj));
    const touches = touched + touchChange(i, di) + (dj === 0 ? 0 : touchChange(j, dj));
    return troubleAfterMove(aim, here, i, di, j, dj, squared + more) + touch * touches;
  };
  for (let pass = 0; pass < 80; pass++) {
    let best = cost - 1e-6;
    let move: readonly [number, number, number, number] | null = null;
    for (let i = 0; i < n; i++) {
      const tries = x[i] === 0 ? [step, -step] : [step, -step, -x[i]];
      for (const d of tries) {
        if (Math.abs(clamp(i, x[i] + d) - x[i] - d) > 1e-9) continue;
        const c = tryMove(i, d, i, 0);
        if (c < best) {
          best = c;
          move = [i, d, i, 0];
        }
      }
    }
    if (!move)
      for (let i = 0; i < n && !move; i++) {
        if (x[i] === 0) continue;
        for (const apart of [1, 2, 4, n - 2]) {
          const j = (i + apart) % n;
          // Given away whole to a neighbour that is turned anyway, or a step moved across.
          for (const [d, e] of [
            [-x[i], x[i]],
            [step, -step],
            [-step, step],
          ]) {
            if (Math.abs(clamp(i, x[i] + d) - x[i] - d) > 1e-9 || Math.abs(clamp(j, x[j] + e) - x[j] - e) > 1e-9)
              continue;
            const c = tryMove(i, d, j, e);
            if (c < best) {
              best = c;
              move = [i, d, j, e];
            }
          }
        }
      }
    if (!move) break;
    squared += grown(move[0], move[1]) + (move[3] === 0 ? 0 : grown(move[2], move[3]));
    x[move[0]] += move[1];
    if (move[3] !== 0) x[move[2]] += move[3];
    here = outcome(aim, x);
    touched = x.reduce((count, t) => count + (Math.abs(t) < step / 2 ? 0 : 1), 0);
    cost = best;
  }
  return x.map((t) => (Math.abs(t) < step / 2 ? 0 : t));
};
