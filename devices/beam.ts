import type { SectionStiffness } from "@/core/rim/section";

/**
 * A straight beam element in its own axes, x along, y in the wheel's plane, z along the axle; freedoms per end: three
 * movements, three rotations. Przemieniecki, *Theory of Matrix Structural Analysis*: slender beam.
 *
 * @param length mm
 * @returns 12×12, N and mm
 */
export const beamStiffness = (length: number, s: SectionStiffness): number[][] => {
  const k = blank();
  const spring = (a: number, b: number, stiff: number) => {
    k[a][a] += stiff;
    k[b][b] += stiff;
    k[a][b] -= stiff;
    k[b][a] -= stiff;
  };
  spring(0, 6, s.EA / length);
  spring(3, 9, s.GJ / length);
  bend(k, [1, 5, 7, 11], 1, bendingTerms(s.EIradial / length ** 3, length));
  bend(k, [2, 4, 8, 10], -1, bendingTerms(s.EIlateral / length ** 3, length));
  return k;
};

/** What a unit of compression takes off the element's stiffness; same source, consistent geometric stiffness. */
export const beamSoftening = (length: number): number[][] => {
  const k = blank();
  const g = 1 / (30 * length);
  const terms = { dd: 36 * g, rr: 4 * g * length * length, cross: -g * length * length, dr: 3 * g * length };
  bend(k, [1, 5, 7, 11], 1, terms);
  bend(k, [2, 4, 8, 10], -1, terms);
  return k;
};

interface BendTerms {
  readonly dd: number;
  readonly rr: number;
  readonly cross: number;
  readonly dr: number;
}

const blank = () => Array.from({ length: 12 }, () => new Array<number>(12).fill(0));

const bendingTerms = (e: number, l: number): BendTerms => ({
  dd: 12 * e,
  rr: 4 * e * l * l,
  cross: 2 * e * l * l,
  dr: 6 * e * l,
});

/** Adds one plane's bending: movement and rotation at both ends; the sign turns with the plane's handedness. */
const bend = (
  k: number[][],
  [d1, r1, d2, r2]: readonly [number, number, number, number],
  sign: number,
  t: BendTerms,
): void => {
  const put = (i: number, j: number, x: number) => {
    k[i][j] += x;
    if (i !== j) k[j][i] += x;
  };
  put(d1, d1, t.dd);
  put(d2, d2, t.dd);
  put(d1, d2, -t.dd);
  put(r1, r1, t.rr);
  put(r2, r2, t.rr);
  put(r1, r2, t.cross);
  put(d1, r1, sign * t.dr);
  put(d1, r2, sign * t.dr);
  put(d2, r1, -sign * t.dr);
  put(d2, r2, -sign * t.dr);
};

/** Turns a 12×12 from the element's axes (rows of `axes`: x, y, z) into the wheel's. */
export const toWheelAxes = (local: readonly number[][], axes: readonly (readonly number[])[]): number[][] => {
  const turn = (matrix: readonly number[][], left: boolean): number[][] =>
    matrix.map((row, r) =>
      row.map((_, c) => {
        let sum = 0;
        for (let k = 0; k < 3; k++) {
          const block = (left ? Math.floor(r / 3) : Math.floor(c / 3)) * 3;
          sum += left ? axes[k][r % 3] * matrix[block + k][c] : matrix[r][block + k] * axes[k][c % 3];
        }
        return sum;
      }),
    );
  return turn(turn(local, true), false);
};
