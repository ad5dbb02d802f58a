import type { SectionStiffness } from "@/core/rim/section";
import { beamSoftening, beamStiffness, toWheelAxes } from "./beam";

/**
 * A rim as straight beam elements between nodes, six freedoms a node in the wheel's axes. Nodes are numbered by folding
 * the ring flat (0, last, 1, last − 1 …), so that neighbours stay within two of each other and the matrix keeps a narrow
 * band: a solve costs a fraction of a millisecond.
 */
export interface FrameRing {
  readonly nodes: number;
  readonly size: number;
  readonly radius: number;
  /** Band storage, BAND + 1 per row: entry (i, i − k) at i·(BAND + 1) + k. */
  readonly stiffness: Float64Array;
  /** Per newton of hoop compression, to be taken off. */
  readonly softening: Float64Array;
  /** First freedom of the node at step `s` round the ring; node 0 stands at `firstAngle` (radians, clockwise from the valve). */
  readonly at: (s: number) => number;
}

export const BAND = 17;

export const frameRing = (nodes: number, radius: number, section: SectionStiffness, firstAngle: number): FrameRing => {
  const size = nodes * 6;
  const half = Math.ceil(nodes / 2);
  const at = (s: number) => {
    const step = ((s % nodes) + nodes) % nodes;
    return (step < half ? 2 * step : 2 * (nodes - 1 - step) + 1) * 6;
  };
  const stiffness = new Float64Array(size * (BAND + 1));
  const softening = new Float64Array(size * (BAND + 1));
  const chord = 2 * radius * Math.sin(Math.PI / nodes);
  const local = beamStiffness(chord, section);
  const soft = beamSoftening(chord);
  for (let e = 0; e < nodes; e++) {
    const middle = firstAngle + (2 * Math.PI * (e + 0.5)) / nodes;
    const along = [-Math.sin(middle), -Math.cos(middle), 0];
    const axes = [along, [-along[1], along[0], 0], [0, 0, 1]];
    const dof = [...Array(12).keys()].map((k) => at(e + (k < 6 ? 0 : 1)) + (k % 6));
    for (const [matrix, band] of [
      [toWheelAxes(local, axes), stiffness],
      [toWheelAxes(soft, axes), softening],
    ] as const)
      for (let r = 0; r < 12; r++)
        for (let c = 0; c < 12; c++) if (dof[r] >= dof[c]) band[dof[r] * (BAND + 1) + dof[r] - dof[c]] += matrix[r][c];
  }
  return { nodes, size, radius, stiffness, softening, at };
};

/** y = A·x for a symmetric band matrix. */
export const bandMultiply = (band: Float64Array, size: number, x: Float64Array): Float64Array => {
  const y = new Float64Array(size);
  for (let i = 0; i < size; i++) {
    y[i] += band[i * (BAND + 1)] * x[i];
    for (let k = 1; k <= BAND && k <= i; k++) {
      const a = band[i * (BAND + 1) + k];
      y[i] += a * x[i - k];
      y[i - k] += a * x[i];
    }
  }
  return y;
};

/**
 * Solves A·x = b for a symmetric band matrix by LDLᵀ; A is overwritten, b becomes x.
 *
 * @returns false when a pivot is not positive: the structure has lost its stability
 */
export const bandSolve = (band: Float64Array, size: number, b: Float64Array): boolean => {
  const w = BAND + 1;
  let stable = true;
  for (let i = 0; i < size; i++) {
    const from = Math.max(0, i - BAND);
    for (let j = from; j < i; j++) {
      let sum = band[i * w + i - j];
      for (let k = Math.max(from, j - BAND); k < j; k++) sum -= band[i * w + i - k] * band[j * w + j - k] * band[k * w];
      band[i * w + i - j] = sum / band[j * w];
    }
    let pivot = band[i * w];
    for (let k = from; k < i; k++) pivot -= band[i * w + i - k] ** 2 * band[k * w];
    if (!(pivot > 0)) stable = false;
    band[i * w] = pivot;
  }
  for (let i = 0; i < size; i++) for (let k = Math.max(0, i - BAND); k < i; k++) b[i] -= band[i * w + i - k] * b[k];
  for (let i = 0; i < size; i++) b[i] /= band[i * w];
  for (let i = size - 1; i >= 0; i--)
    for (let k = Math.max(0, i - BAND); k < i; k++) b[k] -= band[i * w + i - k] * b[i];
  return stable;
};
