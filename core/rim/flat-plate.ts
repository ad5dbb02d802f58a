/** A bare rim laid on a flat plate. */
export interface FlatPlate {
  /** mm, each hole: the rim's own bend sideways, once round and tilt taken out (they belong to how it lies). */
  readonly bend: readonly number[];
  /** Highest − lowest of it. */
  readonly total: number;
  readonly worstHole: number;
  readonly holesRead: number;
  readonly verdict: "true" | "straighten" | "scrap";
  readonly text: string;
}

/** mm of total bend: under the first the spokes pull it in; over the second a press does not bring it back (common practice). */
const STRAIGHTEN = 0.8;
const SCRAP = 5;

/** The three numbers that fit best, by the normal equations and Cramer's rule. */
const leastSquares = (rows: readonly (readonly number[])[], wanted: readonly number[]): readonly number[] => {
  const m = [0, 1, 2].map((p) => [0, 1, 2].map((q) => rows.reduce((sum, r) => sum + r[p] * r[q], 0)));
  const v = [0, 1, 2].map((p) => rows.reduce((sum, r, i) => sum + r[p] * wanted[i], 0));
  const det = (a: readonly (readonly number[])[]) =>
    a[0][0] * (a[1][1] * a[2][2] - a[1][2] * a[2][1]) -
    a[0][1] * (a[1][0] * a[2][2] - a[1][2] * a[2][0]) +
    a[0][2] * (a[1][0] * a[2][1] - a[1][1] * a[2][0]);
  const whole = det(m);
  return [0, 1, 2].map((c) => det(m.map((row, p) => row.map((x, q) => (q === c ? v[p] : x)))) / whole);
};

/**
 * The gap under a rim's edge at each hole, with side A up. A rim on a plate touches at three places, so its tilt is taken
 * out: mean, and once per turn. Holes not read are filled from their neighbours, straight between.
 *
 * @param gaps mm per hole, null where not read; a gap is +
 * @returns null with fewer than 8 read: a bend between fewer places is a guess
 */
export const flatPlate = (gaps: readonly (number | null)[]): FlatPlate | null => {
  const n = gaps.length;
  const read = gaps.flatMap((g, i) => (g === null ? [] : [{ i, g }]));
  if (read.length < 8) return null;
  // Side A up: a gap below means this place stands higher, towards A.
  const angle = (i: number) => (2 * Math.PI * (i + 0.5)) / n;
  const [mean, cos, sin] = leastSquares(
    read.map((r) => [1, Math.cos(angle(r.i)), Math.sin(angle(r.i))]),
    read.map((r) => r.g),
  );
  const own = read.map((r) => ({ i: r.i, b: r.g - mean - cos * Math.cos(angle(r.i)) - sin * Math.sin(angle(r.i)) }));
  const first = own[0];
  const final = own[own.length - 1];
  const bend = gaps.map((_, i) => {
    const back = own.findLast((r) => r.i <= i) ?? { i: final.i - n, b: final.b };
    const next = own.find((r) => r.i >= i) ?? { i: first.i + n, b: first.b };
    return next.i === back.i ? back.b : back.b + ((next.b - back.b) * (i - back.i)) / (next.i - back.i);
  });
  const total = Math.max(...bend) - Math.min(...bend);
  const worst = bend.reduce((a, b, i) => (Math.abs(b) > Math.abs(bend[a]) ? i : a), 0);
  const verdict = total > SCRAP ? "scrap" : total > STRAIGHTEN ? "straighten" : "true";
  const to = bend[worst] > 0 ? "{A}" : "{B}";
  const text = {
    true: `The bare rim bends ${total.toFixed(2)} mm in all; the spokes can take that in.`,
    straighten: `The bare rim bends ${total.toFixed(2)} mm in all, most at hole ${worst + 1}, ${Math.abs(bend[worst]).toFixed(2)} towards the ${to}. Straighten it there first: spokes that pull it in end slack beside tight ones.`,
    scrap: `The bare rim bends ${total.toFixed(2)} mm in all, most at hole ${worst + 1}. Over ${SCRAP} mm it does not come back for good: another rim.`,
  }[verdict];
  return { bend, total, worstHole: worst + 1, holesRead: read.length, verdict, text };
};
