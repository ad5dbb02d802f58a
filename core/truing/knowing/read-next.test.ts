import fc from "fast-check";
import { expect, test } from "vitest";
import { isWholeTurn } from "@/core/rounds/inside-tolerance";
import { rimLine, weldedLine } from "@/core/runout/line";
import { chance } from "@/devices/random";
import { readNext } from "./read-next";

const lineOf = (n: number, seed: number) => {
  const luck = chance(seed);
  const waves = [2, 3, 4, 5, 6].map((k) => ({ k, size: luck.between(0, 0.4) / k, at: luck.between(0, 6.3) }));
  return Array.from({ length: n }, (_, i) =>
    waves.reduce((sum, w) => sum + w.size * Math.cos((w.k * 2 * Math.PI * i) / n - w.at), 0),
  );
};

test("where to read next: as many, all different, round the whole wheel, between those read before until all were read", () => {
  fc.assert(
    fc.property(
      fc.constantFrom(28, 32, 36, 40, 48),
      fc.integer({ min: 8, max: 12 }),
      fc.integer({ min: 1, max: 1e6 }),
      (n, count, seed) => {
        const truth = lineOf(n, seed);
        let places = Array.from({ length: count }, (_, k) => Math.round((k * n) / count));
        const ever = new Set<number>();
        const fresh: number[] = [];
        for (let round = 0; round < 4; round++) {
          fresh.push(places.filter((hole) => !ever.has(hole + 1)).length);
          for (const hole of places) ever.add(hole + 1);
          const read = truth.map((v, i) => (ever.has(i + 1) ? v : null));
          const next = readNext({ lateral: rimLine(read), radial: weldedLine(read) }, ever, count);
          expect(new Set(next).size).toBe(count);
          expect(next.every((hole) => Number.isInteger(hole) && hole >= 1 && hole <= n)).toBe(true);
          expect(isWholeTurn(truth.map((v, i) => (next.includes(i + 1) ? v : null)))).toBe(true);
          places = next.map((hole) => hole - 1);
        }
        // The second round sees nothing but new places, where there are as many.
        if (2 * count <= n) expect(fresh[1]).toBeGreaterThanOrEqual(count - 1);
      },
    ),
    { numRuns: 40 },
  );
});

test("read so, four rounds of eight places miss a third at most of what the same eight leave unseen", () => {
  const [n, count] = [40, 8];
  const missed = (chosen: boolean) => {
    const all: number[] = [];
    for (let seed = 1; seed <= 24; seed++) {
      const truth = lineOf(n, seed * 97);
      const luck = chance(seed);
      const ever = new Map<number, number>();
      let places = Array.from({ length: count }, (_, k) => k * 5);
      for (let round = 0; round < 4; round++) {
        for (const hole of places) ever.set(hole, truth[hole] + luck.normal(0.02));
        const read = truth.map((_, i) => ever.get(i) ?? null);
        if (!chosen) continue;
        const known = new Set([...ever.keys()].map((hole) => hole + 1));
        places = readNext({ lateral: rimLine(read), radial: weldedLine(read) }, known, count).map((hole) => hole - 1);
      }
      const { at } = rimLine(truth.map((_, i) => ever.get(i) ?? null));
      const off = truth.map((v, i) => at[i] - v);
      all.push(Math.max(...off) - Math.min(...off));
    }
    return all.sort((a, b) => a - b)[12];
  };
  expect(missed(true)).toBeLessThan(missed(false) / 3);
});

test("all read, all are read again", () => {
  const line = rimLine(lineOf(36, 5));
  expect(readNext({ lateral: line, radial: line }, new Set(), 36)).toHaveLength(36);
});
