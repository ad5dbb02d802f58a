import fc from "fast-check";
import { expect, test } from "vitest";
import { chance } from "@/devices/random";
import { rimLine } from "./line";

// The lines are made here, with parts that fall off as a stiff hoop's do; nothing is taken from the code under test.
const N = 40;
const gentle = (luck: ReturnType<typeof chance>, size = 0.4): number[] => {
  const waves = [1, 2, 3, 4, 5].map((k) => ({ k, size: luck.between(0, size) / k ** 2, at: luck.between(0, 6.3) }));
  return Array.from({ length: N }, (_, i) =>
    waves.reduce((sum, w) => sum + w.size * Math.cos((w.k * 2 * Math.PI * i) / N - w.at), 0),
  );
};
const seeds = fc.integer({ min: 1, max: 1e6 });
const worstOf = (off: readonly number[]) => Math.max(...off.map(Math.abs));

test("a bend of six spokes is the rim's line, the weld beside it is not", () => {
  let inside = 0;
  let torn = 0;
  let wheels = 0;
  fc.assert(
    fc.property(seeds, fc.boolean(), (seed, out) => {
      const luck = chance(seed);
      const from = Math.floor(luck.between(0, N));
      const size = (out ? 1 : -1) * luck.between(0.6, 1.2);
      const truth = gentle(luck).map((v, i) => {
        const along = (i - from + N) % N;
        return v + (along <= 6 ? size * Math.sin((Math.PI * along) / 6) ** 2 : 0);
      });
      // Anywhere but on the bend itself.
      const weld = (from + 10 + Math.floor(luck.between(0, 26))) % N;
      const read = truth.map((v, i) => v + (i === weld ? 0.35 : 0) + luck.normal(0.02));
      const line = rimLine(read);
      const bend = [...Array(7).keys()].map((k) => (from + k) % N);
      if (bend.filter((i) => line.masked.includes(i)).length > 1) torn++;
      expect(line.masked).toContain(weld);
      const off = worstOf(truth.map((v, i) => line.at[i] - v));
      wheels++;
      if (off < 0.08) inside++;
    }),
    { numRuns: 200 },
  );
  expect(inside / wheels).toBeGreaterThan(0.95);
  expect(torn / wheels).toBeLessThan(0.03);
});

test("no more than two spokes in a row are ever put aside, whatever is read", () => {
  fc.assert(
    fc.property(seeds, fc.integer({ min: 1, max: 7 }), (seed, wide) => {
      const luck = chance(seed);
      const from = Math.floor(luck.between(0, N));
      const step = luck.between(-2, 2);
      const read = gentle(luck).map((v, i) => v + ((i - from + N) % N < wide ? step : 0) + luck.normal(0.02));
      const { masked } = rimLine(read);
      for (const i of masked)
        expect(masked.includes((i + 1) % N) && masked.includes((i + 2) % N), `${masked}`).toBe(false);
      expect(masked.length).toBeLessThanOrEqual(N / 8);
    }),
    { numRuns: 200 },
  );
});

test("between places read it lies within the range it tells, and what is known to bend the rim is taken along", () => {
  let places = 0;
  let held = 0;
  fc.assert(
    fc.property(seeds, fc.integer({ min: 2, max: 5 }), (seed, every) => {
      const luck = chance(seed);
      const own = gentle(luck, 0.25);
      // Forces make a crooked line that no smooth one would guess; told, it costs nothing.
      const forced = own.map(() => luck.normal(0.3));
      const read = own.map((v, i) => (i % every === 0 ? v + forced[i] + luck.normal(0.02) : null));
      const line = rimLine(read, 0.02, forced);
      own.forEach((v, i) => {
        if (read[i] !== null) return;
        places++;
        if (Math.abs(line.at[i] - v - forced[i]) <= 2 * line.sigma[i]) held++;
      });
    }),
    { numRuns: 150 },
  );
  expect(held / places).toBeGreaterThan(0.93);
});

test("a reading that is sure counts for more than one that is not; two are a level and no more", () => {
  const read = Array.from({ length: N }, (_, i) => (i === 7 ? 0.5 : 0));
  const told = (sigma: number) =>
    rimLine(
      read,
      read.map((_, i) => (i === 7 ? sigma : 0.02)),
    ).at[7];
  expect(Math.abs(told(0.5))).toBeLessThan(0.05);
  const two = rimLine(read.map((_, i) => (i === 3 ? 0.2 : i === 23 ? -0.2 : null)));
  expect(two.sigma.every((s) => s > 0)).toBe(true);
  const none = rimLine(read.map((_, i) => (i === 3 ? 0.7 : null)));
  expect([...none.at].every((v) => Math.abs(v - 0.7) < 1e-9)).toBe(true);
});
