import { placeSpokes } from "../lacing/placement";
import { type SpokeKind, spokeKinds } from "../spoke/kinds";
import { DIMENSIONS } from "../spoke/sensitivity";
import { mostCrosses } from "../wheel/most-crosses";
import type { Side, Wheel } from "../wheel/wheel-file";

/** An old spoke of one kind, mm, as long as it would have to be to end at the bottom of the slot. */
export interface OldSpoke {
  readonly flange: Side;
  readonly head: "out" | "in";
  readonly length: number;
}

/** Worked-out length of each old spoke's kind. */
export interface SpokeComparison extends OldSpoke {
  /** mm, under tension, as it would be ordered. */
  readonly worked: number;
}

const kindOf = (kinds: readonly SpokeKind[], old: OldSpoke): SpokeKind | undefined =>
  kinds.find((k) => k.flange === old.flange && k.head === old.head);

export const compareOldSpokes = (wheel: Wheel, old: readonly OldSpoke[]): SpokeComparison[] => {
  const { kinds } = spokeKinds(wheel);
  return old.flatMap((o) => {
    const kind = kindOf(kinds, o);
    return kind ? [{ ...o, worked: kind.lengthAtTension }] : [];
  });
};

/**
 * ERD worked back from old spokes. With L the length from hub seat to rim point, slack, w the step along the axle and θ
 * the angle round it: L² = R² + r² + w² − 2Rr·cos θ, so R = r·cos θ + √(L² − w² − r²·sin² θ).
 *
 * @param wheel as it was laced; its own ERD matters only for how far the rim shrinks under tension
 * @returns mm, the mean over the samples; null when no sample reaches the rim at all
 */
export const erdFromOldSpokes = (wheel: Wheel, old: readonly OldSpoke[]): number | null => {
  const spokes = placeSpokes(wheel);
  const { kinds } = spokeKinds(wheel);
  const each = old.flatMap((o) => {
    const spoke = spokes.find((s) => s.flange === o.flange && s.head === o.head);
    const kind = kindOf(kinds, o);
    if (!spoke || !kind) return [];
    const r = Math.hypot(spoke.hubPoint[0], spoke.hubPoint[1]);
    const w = spoke.hubPoint[2] - spoke.rimPoint[2];
    const angle = ((spoke.hubAngleDeg - spoke.rimAngleDeg) * Math.PI) / 180;
    const span = o.length + (kind.length - kind.lengthAtTension) + (spoke.span - spoke.length);
    const square = span ** 2 - w ** 2 - (r * Math.sin(angle)) ** 2;
    return square > 0 ? [2 * (r * Math.cos(angle) + Math.sqrt(square))] : [];
  });
  return each.length > 0 ? each.reduce((a, b) => a + b, 0) / each.length : null;
};

/** What, if it were wrong, would explain the samples: a dimension `by` mm, other crosses, or the sides changed over. */
type Suspect =
  | { readonly code: "dimension"; readonly label: string; readonly by: number }
  | { readonly code: "cross"; readonly side: Side; readonly cross: number; readonly planned: number }
  | { readonly code: "sides" };

/** One thing that, if it were wrong, would bring every sample's length to what is worked out. */
export type Explanation = Suspect & {
  /** The figure to take again. */
  readonly figure: string;
  /** mm, what is left between samples and lengths. */
  readonly left: number;
};

/** mm: samples nearer than this to their lengths say nothing against the measurements (a spoke is cut to ±0.5). */
const FITS = 0.8;

const rms = (list: readonly number[]): number => Math.sqrt(list.reduce((a, b) => a + b * b, 0) / list.length);

/** Dimensions that may be the wrong one: the figure to take again, and the most anybody measures it wrong by, mm. */
const SUSPECTS: Readonly<Record<string, { readonly figure: string; readonly most: number }>> = {
  erd: { figure: "rim.outsideDiameter", most: 60 },
  offset: { figure: "offset.found", most: 25 },
  "holeCircle.A": { figure: "hub.A.holeCircle", most: 60 },
  "holeCircle.B": { figure: "hub.B.holeCircle", most: 60 },
  "toCentre.A": { figure: "hub.A.fromFace", most: 30 },
  "toCentre.B": { figure: "hub.B.fromFace", most: 30 },
};

/**
 * When old spokes and worked-out lengths disagree: which one dimension (or the crosses, or the two sides) would, if it
 * were wrong, explain them all. The best first, others that do as well beside it; empty when the samples fit.
 */
export const explainOldSpokes = (wheel: Wheel, old: readonly OldSpoke[]): Explanation[] => {
  const compare = (w: Wheel, samples = old): number[] | null => {
    const list = compareOldSpokes(w, samples);
    return list.length === old.length ? list.map((c) => c.length - c.worked) : null;
  };
  const now = compare(wheel);
  if (!now || now.length < 2 || Math.max(...now.map(Math.abs)) <= FITS) return [];
  const found: Explanation[] = [];
  const offer = (figure: string, suspect: Suspect, left: readonly number[] | null) => {
    if (left && Math.max(...left.map(Math.abs)) <= FITS) found.push({ ...suspect, figure, left: rms(left) });
  };
  for (const dimension of DIMENSIONS) {
    const suspect = SUSPECTS[dimension.figure];
    if (!suspect) continue;
    const d = { ...dimension, ...suspect };
    // The lengths bend as a dimension changes: three steps of Newton's method on the least squares.
    let by = 0;
    let residual: number[] | null = now;
    for (let step = 0; step < 4 && residual && Math.abs(by) <= d.most; step++) {
      const further = compare(d.with(wheel, by + 0.5));
      if (!further) break;
      const slope = further.map((r, i) => ((residual as number[])[i] - r) / 0.5);
      const size = slope.reduce((a, s) => a + s * s, 0);
      if (size < 1e-6) break;
      by += slope.reduce((a, s, i) => a + s * (residual as number[])[i], 0) / size;
      residual = Math.abs(by) <= d.most ? compare(d.with(wheel, by)) : null;
    }
    if (residual) offer(d.figure, { code: "dimension", label: d.label, by }, residual);
  }
  for (const side of ["A", "B"] as const)
    for (const by of [-1, 1]) {
      const cross = wheel.lacing[side].cross + by;
      if (cross < 0 || cross > mostCrosses(wheel.rim.holes, wheel.rim.erd, wheel.hub[side].holeCircle)) continue;
      offer(
        `lacing.${side}.cross`,
        { code: "cross", side, cross, planned: wheel.lacing[side].cross },
        compare({ ...wheel, lacing: { ...wheel.lacing, [side]: { cross } } }),
      );
    }
  offer(
    "sample.A.out",
    { code: "sides" },
    compare(
      wheel,
      old.map((o) => ({ ...o, flange: o.flange === "A" ? "B" : "A" })),
    ),
  );
  found.sort((a, b) => a.left - b.left);
  return found.filter((f) => f.left <= found[0].left + 0.25).slice(0, 3);
};
