import { cholesky, choleskySolve } from "../mechanics/dense";

/** One part of a run-out: amplitude·cos(n(θ − phase)), mm and degrees clockwise from the valve. */
export interface Harmonic {
  readonly n: number;
  readonly amplitude: number;
  readonly phaseDeg: number;
}

/** Readings over the holes; null where nothing was read. */
export type Readings = readonly (number | null)[];

/** Total indicator reading: highest − lowest, mm; 0 when fewer than two were read. */
export const totalReading = (readings: Readings): number => {
  const read = readings.filter((r): r is number => r !== null);
  return read.length < 2 ? 0 : Math.max(...read) - Math.min(...read);
};

export const meanReading = (readings: Readings): number => {
  const read = readings.filter((r): r is number => r !== null);
  return read.length === 0 ? 0 : read.reduce((a, b) => a + b, 0) / read.length;
};

/**
 * The n-per-turn parts of a run-out, 1 to 6 (fewer when little was read), by least squares over the holes that were read.
 * Once per turn: off centre (radial) or tilted (lateral). Twice and more: bends or uneven tension.
 */
export const harmonics = (readings: Readings): Harmonic[] => {
  const holes = readings.length;
  const points = readings.flatMap((r, i) => (r === null ? [] : [{ angle: (2 * Math.PI * (i + 0.5)) / holes, r }]));
  const most = Math.min(6, Math.floor((points.length - 1) / 2));
  if (most < 1) return [];
  const size = 2 * most + 1;
  const basis = (angle: number) =>
    Array.from({ length: size }, (_, j) =>
      j === 0 ? 1 : j % 2 === 1 ? Math.cos(((j + 1) / 2) * angle) : Math.sin((j / 2) * angle),
    );
  const normal = new Float64Array(size * size);
  const right = new Float64Array(size);
  for (const { angle, r } of points) {
    const b = basis(angle);
    for (let i = 0; i < size; i++) {
      for (let j = 0; j < size; j++) normal[i * size + j] += b[i] * b[j];
      right[i] += b[i] * r;
    }
  }
  for (let i = 0; i < size; i++) normal[i * size + i] += 1e-9;
  const factor = cholesky(normal, size);
  if (!factor) return [];
  const c = choleskySolve(factor, size, right);
  return Array.from({ length: most }, (_, at) => {
    const n = at + 1;
    const cos = c[2 * n - 1];
    const sin = c[2 * n];
    return {
      n,
      amplitude: Math.hypot(cos, sin),
      phaseDeg: ((Math.atan2(sin, cos) / n) * (180 / Math.PI) + 360) % (360 / n),
    };
  });
};
