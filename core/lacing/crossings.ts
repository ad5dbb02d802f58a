import type { Wheel } from "../wheel/wheel-file";
import type { PlacedSpoke } from "./placement";
import { isInterlaced } from "./steps";

/** Where two spokes of a flange cross, seen along the axle, and which lies outside there. */
export interface Crossing {
  /** The outer spoke (head inside) and the inner one it meets. */
  readonly outer: number;
  readonly inner: number;
  /** mm, in the plane of the wheel. */
  readonly at: readonly [number, number];
  /** How far along the outer spoke, 0 at the hub, 1 at the rim. */
  readonly along: number;
  /** Does the outer spoke pass outside (over) or inside (under)? */
  readonly over: boolean;
}

/**
 * Every crossing of the drawn lines on one flange: outer spokes pass over, but under at the last one before the rim where
 * the wheel is interlaced.
 */
export const crossingsOf = (wheel: Wheel, spokes: readonly PlacedSpoke[], flange: "A" | "B"): Crossing[] => {
  const own = spokes.filter((s) => s.flange === flange);
  return own
    .filter((s) => s.head === "in")
    .flatMap((s) => {
      const met = own
        .filter((o) => o.head === "out")
        .flatMap((o) => {
          const hit = meet(s, o);
          return hit ? [{ inner: o.spoke, ...hit }] : [];
        })
        .sort((a, b) => a.along - b.along);
      return met.map(
        (m, i): Crossing => ({
          outer: s.spoke,
          inner: m.inner,
          at: m.at,
          along: m.along,
          over: !(isInterlaced(wheel, s.cross) && i === met.length - 1),
        }),
      );
    });
};

const meet = (
  s: PlacedSpoke,
  o: PlacedSpoke,
): { readonly at: readonly [number, number]; readonly along: number } | null => {
  const [ax, ay] = s.hubPoint;
  const [dx, dy] = [s.rimPoint[0] - ax, s.rimPoint[1] - ay];
  const [bx, by] = o.hubPoint;
  const [ex, ey] = [o.rimPoint[0] - bx, o.rimPoint[1] - by];
  const det = dx * ey - dy * ex;
  if (Math.abs(det) < 1e-9) return null;
  const t = ((bx - ax) * ey - (by - ay) * ex) / det;
  const u = ((bx - ax) * dy - (by - ay) * dx) / det;
  return t > 1e-6 && t < 1 - 1e-6 && u > 1e-6 && u < 1 - 1e-6 ? { at: [ax + t * dx, ay + t * dy], along: t } : null;
};
