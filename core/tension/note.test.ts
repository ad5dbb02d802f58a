import { EigenvalueDecomposition, inverse, Matrix } from "ml-matrix";
import { describe, expect, test } from "vitest";
import {
  morseFrequency,
  noteFrequency,
  noteTension,
  type SoundingSpoke,
  stringFrequency,
  stringTension,
} from "@/core/tension/note";

const spoke = (freeLength: number, diameter: number, ends: "clamped" | "pinned" = "clamped"): SoundingSpoke => ({
  freeLength,
  diameter,
  modulus: 200000,
  density: 7850,
  ends,
});

/**
 * The same spoke cut into slender beam elements, its lowest note from a general eigenvalue solver: Przemieniecki's
 * stiffness, geometric stiffness and consistent mass; both ends held.
 */
const byElements = (s: SoundingSpoke, tension: number, elements = 14): number => {
  const l = s.freeLength / elements;
  const area = (Math.PI * s.diameter ** 2) / 4;
  const EI = (s.modulus * Math.PI * s.diameter ** 4) / 64;
  const mass = area * s.density * 1e-12;
  const size = 2 * (elements + 1);
  const K = Matrix.zeros(size, size);
  const M = Matrix.zeros(size, size);
  const bend = [
    [12, 6 * l, -12, 6 * l],
    [6 * l, 4 * l * l, -6 * l, 2 * l * l],
    [-12, -6 * l, 12, -6 * l],
    [6 * l, 2 * l * l, -6 * l, 4 * l * l],
  ];
  const pull = [
    [36, 3 * l, -36, 3 * l],
    [3 * l, 4 * l * l, -3 * l, -l * l],
    [-36, -3 * l, 36, -3 * l],
    [3 * l, -l * l, -3 * l, 4 * l * l],
  ];
  const inertia = [
    [156, 22 * l, 54, -13 * l],
    [22 * l, 4 * l * l, 13 * l, -3 * l * l],
    [54, 13 * l, 156, -22 * l],
    [-13 * l, -3 * l * l, -22 * l, 4 * l * l],
  ];
  for (let e = 0; e < elements; e++)
    for (let i = 0; i < 4; i++)
      for (let j = 0; j < 4; j++) {
        const [r, c] = [2 * e + i, 2 * e + j];
        K.set(r, c, K.get(r, c) + (EI / l ** 3) * bend[i][j] + (tension / (30 * l)) * pull[i][j]);
        M.set(r, c, M.get(r, c) + ((mass * l) / 420) * inertia[i][j]);
      }
  const held = s.ends === "clamped" ? [0, 1, size - 2, size - 1] : [0, size - 2];
  const free = [...Array(size).keys()].filter((i) => !held.includes(i));
  const values = new EigenvalueDecomposition(inverse(M.selection(free, free)).mmul(K.selection(free, free)))
    .realEigenvalues;
  return Math.sqrt(Math.min(...values.filter((v) => v > 0))) / (2 * Math.PI);
};

describe("the note of a spoke", () => {
  const cases = [120, 168, 220, 320].flatMap((L) =>
    [1.8, 2.6, 3.66, 5].flatMap((d) => [300, 1200, 3000].map((T) => [L, d, T] as const)),
  );
  test.each(cases)(
    "free length %d, ⌀ %d, %d N: within 0.5 %% of a beam cut into elements, either end condition",
    (L, d, T) => {
      for (const ends of ["clamped", "pinned"] as const) {
        const s = spoke(L, d, ends);
        expect(noteFrequency(s, T) / byElements(s, T)).toBeCloseTo(1, 2);
        expect(noteTension(s, noteFrequency(s, T))).toBeCloseTo(T, 3);
      }
    },
  );

  // Morse, Vibration and Sound: his series holds while √(EI/T)/L is small.
  test("within 3 % of Morse's series while √(EI/T)/L < 0.3, and above it beyond", () => {
    for (const [L, d, T] of cases) {
      const s = spoke(L, d);
      const stiffness = Math.sqrt((200000 * Math.PI * d ** 4) / 64 / T) / L;
      if (stiffness < 0.3) expect(Math.abs(noteFrequency(s, T) / morseFrequency(s, T) - 1)).toBeLessThan(0.03);
    }
  });

  test("a spoke of 168 × 3.66 at 2500 N: 518 Hz as a string, 817 clamped; pinned the same note is 5600 N", () => {
    expect(stringFrequency(spoke(168, 3.66), 2500)).toBeCloseTo(518, 0);
    expect(noteFrequency(spoke(168, 3.66), 2500)).toBeCloseTo(817, 0);
    expect(Math.round(noteTension(spoke(168, 3.66, "pinned"), 817) / 100)).toBe(56);
    expect(stringTension(spoke(168, 3.66), stringFrequency(spoke(168, 3.66), 2500))).toBeCloseTo(2500, 6);
  });

  test("a note no higher than a slack spoke's is slack", () => {
    const s = spoke(168, 3.66);
    expect(noteTension(s, noteFrequency(s, 0) * 0.99)).toBe(0);
    // Clamped bar with no tension: βL = 4.7300 (Rao, Mechanical Vibrations, table of beam modes).
    const area = (Math.PI * 3.66 ** 2) / 4;
    const EI = (200000 * Math.PI * 3.66 ** 4) / 64;
    expect(noteFrequency(s, 0)).toBeCloseTo(
      (4.73 ** 2 / (2 * Math.PI * 168 ** 2)) * Math.sqrt(EI / (area * 7850e-12)),
      0,
    );
  });
});
