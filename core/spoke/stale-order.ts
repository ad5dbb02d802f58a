import { FIGURES } from "../figures/all-figures";
import type { Figures } from "../figures/newest";
import type { Wheel } from "../wheel/wheel-file";
import { movedSince } from "./ways-on";

/** What was altered since an order was put down, and what that does to its spokes. */
export interface StaleOrder {
  /** `rim.outsideDiameter`: 500 → 502. */
  readonly changed: readonly {
    readonly figure: string;
    readonly label: string;
    readonly was: string;
    readonly is: string;
  }[];
  /** In words, one line a kind that moved: mm and turns of thread. */
  readonly texts: readonly string[];
}

const show = (value: number | string | undefined): string =>
  value === undefined ? "assumed" : typeof value === "number" ? String(Number(value.toFixed(2))) : value;

/** Figures that make a wheel; who signed or which condition a part is in does not move a spoke. */
const MOVES = /^(rim|hub|offset|lacing|spoke|tension)\./;

/** Null when the ordered spokes still finish where they were meant to. */
export const staleOrder = (
  ordered: { readonly wheel: Wheel; readonly figures: Figures },
  now: { readonly wheel: Wheel; readonly figures: Figures },
  pitch: number,
): StaleOrder | null => {
  const moved = movedSince(ordered.wheel, now.wheel, pitch);
  if (moved.length === 0) return null;
  const names = [...new Set([...Object.keys(ordered.figures), ...Object.keys(now.figures)])].filter((n) =>
    MOVES.test(n),
  );
  const changed = names
    .filter((n) => ordered.figures[n] !== now.figures[n] && FIGURES[n])
    .map((n) => ({ figure: n, label: FIGURES[n].label, was: show(ordered.figures[n]), is: show(now.figures[n]) }));
  const erd = [ordered.wheel.rim.erd, now.wheel.rim.erd];
  const because = Math.abs(erd[0] - erd[1]) > 0.05 ? `ERD ${show(erd[0])} → ${show(erd[1])}: ` : "";
  // Trailing and leading spokes of a side mostly move alike and are told once.
  const texts = moved.map(({ flange, mm, turns }) => {
    const how = `${Math.abs(mm).toFixed(1)} mm ${mm < 0 ? "short" : "long"}, ${Math.abs(turns).toFixed(1)} turns`;
    return `${because}the {${flange}} spokes end ${how}`;
  });
  return { changed, texts: [...new Set(texts)] };
};
