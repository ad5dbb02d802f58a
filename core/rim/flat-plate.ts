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
  const filled = gaps.map((g, i) => {
    if (g !== null) return g;
    const next = read.find((r) => r.i > i) ?? { i: read[0].i + n, g: read[0].g };
    const back = [...read].reverse().find((r) => r.i < i) ?? {
      i: (read.at(-1)?.i ?? 0) - n,
      g: read.at(-1)?.g ?? 0,
    };
    return back.g + ((next.g - back.g) * (i - back.i)) / (next.i - back.i);
  });
  // Side A up: a gap below means this place stands higher, towards A.
  const angle = (i: number) => (2 * Math.PI * (i + 0.5)) / n;
  const mean = filled.reduce((a, b) => a + b, 0) / n;
  const cos = (filled.reduce((a, g, i) => a + g * Math.cos(angle(i)), 0) * 2) / n;
  const sin = (filled.reduce((a, g, i) => a + g * Math.sin(angle(i)), 0) * 2) / n;
  const bend = filled.map((g, i) => g - mean - cos * Math.cos(angle(i)) - sin * Math.sin(angle(i)));
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
