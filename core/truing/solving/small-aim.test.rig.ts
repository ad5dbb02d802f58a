import type { Chance } from "@/devices/random";
import { type Aim, outcome, trouble } from "./aim";

/** A small wheel of no particular make: neighbours answer alike, sides pull against each other. */
export const smallAim = (luck: Chance, n: number, reach: number): Aim => {
  const near = (i: number, j: number) => Math.min((i - j + n) % n, (j - i + n) % n);
  const matrix = (size: number, fall: number, sided: boolean) =>
    Float64Array.from({ length: n * n }, (_, k) => {
      const [i, j] = [Math.floor(k / n), k % n];
      return size * Math.exp(-near(i, j) / fall) * (sided && j % 2 ? -1 : 1) * luck.between(0.9, 1.1);
    });
  return {
    n,
    lateral: Float64Array.from({ length: n }, () => luck.normal(0.06)),
    radial: Float64Array.from({ length: n }, () => luck.normal(0.04)),
    tension: Float64Array.from({ length: n }, () => 1000 + luck.normal(60)),
    offset: luck.normal(0.05),
    perTurn: {
      lateral: matrix(0.4, 1.5, true),
      radial: matrix(0.2, 1, false).map((v) => -v),
      tension: matrix(900, 0.5, false),
      offset: Float64Array.from({ length: n }, (_, j) => (j % 2 ? -0.04 : 0.04)),
    },
    repeats: false,
    wanted: new Float64Array(n).fill(1000),
    counted: new Float64Array(n).fill(1),
    floor: new Float64Array(n).fill(800),
    ceiling: new Float64Array(n).fill(1200),
    low: new Float64Array(n).fill(-reach - 1e-9),
    high: new Float64Array(n).fill(reach + 1e-9),
    rough: false,
    reach: null,
    weights: { lateral: 0.05, radial: 0.05, offset: 0.05, spread: 0.2, mean: 0.05 },
  };
};
/** All of the trouble that these turns leave, summed anew. */
export const costOf = (aim: Aim, x: Float64Array): number =>
  trouble(
    aim,
    outcome(aim, x),
    x.reduce((sum, t) => sum + t * t, 0),
  );
