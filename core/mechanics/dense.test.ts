import fc from "fast-check";
import { Matrix, solve, inverse as theirInverse } from "ml-matrix";
import { expect, test } from "vitest";
import { chance } from "@/devices/random";
import { cholesky, choleskySolve, inverseDiagonal, invert, lowerInverse, multiply } from "./dense";

const rows = (m: Float64Array, n: number) => [...Array(n).keys()].map((i) => [...m.slice(i * n, i * n + n)]);

// Against the registry's ml-matrix.
test("factor, solve, inverse and product agree with a general linear-algebra package", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: 1, max: 24 }), (seed, n) => {
      const luck = chance(seed);
      const root = Float64Array.from({ length: n * n }, () => luck.normal(1));
      const positive = multiply(root, Float64Array.from(new Matrix(rows(root, n)).transpose().to1DArray()), n, n, n);
      for (let i = 0; i < n; i++) positive[i * n + i] += 0.5;
      const theirs = new Matrix(rows(positive, n));
      const near = (ours: ArrayLike<number>, list: readonly number[]) => {
        const size = Math.max(1, ...list.map(Math.abs));
        list.forEach((v, i) => {
          expect(Math.abs(ours[i] - v) / size).toBeLessThan(1e-9);
        });
      };
      const factor = cholesky(positive, n);
      if (!factor) throw new Error("positive, and not factored");
      const right = Float64Array.from({ length: n }, () => luck.normal(2));
      near(choleskySolve(factor, n, right.slice()), solve(theirs, Matrix.columnVector([...right])).to1DArray());
      const inverse = theirInverse(theirs);
      near(inverseDiagonal(factor, n), inverse.diagonal());
      near(invert(positive, n) ?? [], inverse.to1DArray());
      const lower = lowerInverse(factor, n);
      // (L⁻¹)ᵀ·L⁻¹ is the inverse.
      const l = new Matrix(rows(lower, n));
      near(Float64Array.from(l.transpose().mmul(l).to1DArray()), inverse.to1DArray());
      near(invert(root, n) ?? [], theirInverse(new Matrix(rows(root, n))).to1DArray());
    }),
    { numRuns: 60 },
  );
});

test("what has no factor or no inverse says so", () => {
  expect(cholesky(Float64Array.of(1, 2, 2, 1), 2)).toBeNull();
  expect(invert(Float64Array.of(1, 2, 2, 4), 2)).toBeNull();
});
