import fc from "fast-check";
import { solveQP } from "quadprog";
import { expect, test } from "vitest";
import { chance } from "@/devices/random";
import { solveQuadratic } from "./quadratic";

// Against the registry's quadprog, a port of Goldfarb and Idnani's dual method (Mathematical Programming 27, 1983).
test("finds the same least point as a general solver", () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 1e6 }),
      fc.integer({ min: 2, max: 14 }),
      fc.integer({ min: 1, max: 30 }),
      (seed, n, m) => {
        const luck = chance(seed);
        const root = Array.from({ length: n }, () => Array.from({ length: n }, () => luck.normal(1)));
        const P = new Float64Array(n * n);
        for (let i = 0; i < n; i++)
          for (let j = 0; j < n; j++)
            P[i * n + j] = root.reduce((sum, row) => sum + row[i] * row[j], i === j ? 0.3 : 0);
        const q = Float64Array.from({ length: n }, () => luck.normal(3));
        const G = Float64Array.from({ length: n * m }, () => luck.normal(1));
        const high = Float64Array.from({ length: m }, () => luck.between(0.05, 2));
        const low = Float64Array.from({ length: m }, () =>
          luck.between(0, 1) < 0.3 ? Number.NEGATIVE_INFINITY : -luck.between(0.05, 2),
        );
        const by = Float64Array.from({ length: m }, () => (luck.between(0, 1) < 0.5 ? 0 : luck.between(0, 1.5)));
        const widener = Int32Array.from({ length: m }, () => Math.floor(luck.between(0, n - 1e-9)));
        const bound = 0.8;
        const ours = solveQuadratic({
          variables: n,
          P,
          q,
          bands: { rows: m, G, low, high, by, widener },
          low: new Float64Array(n).fill(-bound),
          high: new Float64Array(n).fill(bound),
        });
        // Its arrays count from 1; its rows say Aᵀx ≥ b.
        const one = <T>(list: T[]): T[] => [list[0], ...list];
        const rows: number[][] = [];
        const limits: number[] = [];
        for (let r = 0; r < m; r++) {
          const widened = (i: number) => (i === widener[r] ? by[r] : 0);
          rows.push([...Array(n).keys()].map((i) => widened(i) - G[r * n + i]));
          limits.push(-high[r]);
          if (low[r] === Number.NEGATIVE_INFINITY) continue;
          rows.push([...Array(n).keys()].map((i) => widened(i) + G[r * n + i]));
          limits.push(low[r]);
        }
        for (let i = 0; i < n; i++)
          for (const sign of [1, -1]) {
            rows.push([...Array(n).keys()].map((j) => (j === i ? sign : 0)));
            limits.push(-bound);
          }
        const theirs = solveQP(
          one([...Array(n).keys()].map((i) => one([...Array(n).keys()].map((j) => P[i * n + j])))),
          one(Array.from(q, (x) => -x)),
          one([...Array(n).keys()].map((i) => one(rows.map((row) => row[i])))),
          one(limits),
        ).solution.slice(1);
        expect(ours).not.toBeNull();
        theirs.forEach((x, i) => {
          expect(ours?.[i]).toBeCloseTo(x, 5);
        });
      },
    ),
    { numRuns: 60 },
  );
});

test("says so when nothing fits", () => {
  const none = solveQuadratic({
    variables: 1,
    P: Float64Array.of(1),
    q: Float64Array.of(0),
    bands: {
      rows: 2,
      G: Float64Array.of(1, -1),
      low: new Float64Array(2).fill(Number.NEGATIVE_INFINITY),
      high: Float64Array.of(-1, -1),
      by: new Float64Array(2),
      widener: new Int32Array(2),
    },
    low: Float64Array.of(-9),
    high: Float64Array.of(9),
  });
  expect(none).toBeNull();
});
