import fc from "fast-check";
import { inverse, Matrix } from "ml-matrix";
import { expect, test } from "vitest";
import { chance } from "@/devices/random";
import { FOUR, repeatingAnswer, spread, springsOnRepeating } from "./repeating";

const asRows = (flat: Float64Array, n: number): number[][] =>
  Array.from({ length: n }, (_, i) => [...flat.subarray(i * n, (i + 1) * n)]);

/** Columns of a matrix that repeats: diagonal heavy, so that springs on it have an answer. */
const columnsOf = (luck: ReturnType<typeof chance>, n: number, own: number): Float64Array =>
  Float64Array.from(
    { length: n * FOUR },
    (_, at) => luck.normal(1) + (Math.floor(at / FOUR) === at % FOUR ? own * n : 0),
  );

// Against a general linear-algebra package that knows nothing of fours.
test("solved in blocks of four, a repeating wheel comes out as solved whole", () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 1e6 }), fc.integer({ min: 1, max: 18 }), (seed, fours) => {
      const luck = chance(seed);
      const n = fours * FOUR;
      const [compliance, lateral, radial] = [columnsOf(luck, n, 2), columnsOf(luck, n, 0), columnsOf(luck, n, 0)];
      const axial = Float64Array.from({ length: FOUR }, () => luck.between(0.3, 3));
      const ours = springsOnRepeating(compliance, lateral, radial, axial);
      const whole = (columns: Float64Array) => new Matrix(asRows(spread(columns, n), n));
      const springs = Matrix.diag(Array.from({ length: n }, (_, i) => 1 / axial[i % FOUR]));
      const pull = inverse(Matrix.add(whole(compliance), springs));
      const near = (a: Float64Array | undefined, b: Matrix) => {
        const theirs = b.to1DArray();
        const far = Math.max(...theirs.map(Math.abs), 1e-6);
        expect(a?.length).toBe(theirs.length);
        expect(Math.max(...theirs.map((v, i) => Math.abs((a?.[i] ?? 0) - v)))).toBeLessThan(1e-9 * far);
      };
      near(ours?.pull, pull);
      near(ours?.lateral, whole(lateral).mmul(pull));
      near(ours?.radial, whole(radial).mmul(pull));
      const turned = Float64Array.from({ length: n }, () => luck.normal(1));
      const answer = repeatingAnswer(compliance, lateral, radial, axial, turned);
      const column = Matrix.columnVector([...turned]);
      near(answer?.tension, pull.mmul(column));
      near(answer?.lateral, whole(lateral).mmul(pull).mmul(column));
      near(answer?.radial, whole(radial).mmul(pull).mmul(column));
    }),
    { numRuns: 60 },
  );
});

test("a block with no answer is said, not divided by", () => {
  const nil = new Float64Array(8 * FOUR);
  const minus = nil.slice();
  for (let i = 0; i < FOUR; i++) minus[i * FOUR + i] = -1;
  const axial = new Float64Array(FOUR).fill(1);
  expect(springsOnRepeating(minus, nil, nil, axial)).toBeNull();
  expect(repeatingAnswer(minus, nil, nil, axial, new Float64Array(8))).toBeNull();
});
