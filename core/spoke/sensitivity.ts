import type { Side, Wheel } from "../wheel/wheel-file";
import { spokeKinds } from "./kinds";

/** A dimension a length rests on. */
export interface Dimension {
  readonly figure: string;
  readonly label: string;
  /** mm, one standard deviation when it was taken once with care (common practice). */
  readonly sd: number;
  readonly with: (wheel: Wheel, by: number) => Wheel;
}

const flange = (wheel: Wheel, side: Side, change: Partial<Wheel["hub"]["A"]>): Wheel => ({
  ...wheel,
  hub: { ...wheel.hub, [side]: { ...wheel.hub[side], ...change } },
});

/** The dimensions that move lengths; ERD is one however it was measured. */
export const DIMENSIONS: readonly Dimension[] = [
  {
    figure: "erd",
    label: "effective rim diameter",
    sd: 0.4,
    with: (w, by) => ({ ...w, rim: { ...w.rim, erd: w.rim.erd + by } }),
  },
  { figure: "offset", label: "offset", sd: 0.5, with: (w, by) => ({ ...w, offset: w.offset + by }) },
  ...(["A", "B"] as const).flatMap((side): Dimension[] => [
    {
      figure: `toCentre.${side}`,
      label: `{${side}} flange to centre`,
      sd: 0.4,
      with: (w, by) => flange(w, side, { toCentre: w.hub[side].toCentre + by }),
    },
    {
      figure: `holeCircle.${side}`,
      label: `{${side}} hole circle`,
      sd: 0.3,
      with: (w, by) => flange(w, side, { holeCircle: Math.max(12, w.hub[side].holeCircle + by) }),
    },
    {
      figure: `holeDiameter.${side}`,
      label: `{${side}} spoke hole`,
      sd: 0.1,
      with: (w, by) => flange(w, side, { holeDiameter: w.hub[side].holeDiameter + by }),
    },
  ]),
  {
    figure: "holeOffset",
    label: "rim holes off the centre line",
    sd: 0.5,
    with: (w, by) => ({ ...w, rim: { ...w.rim, holeOffset: w.rim.holeOffset + by } }),
  },
];

/** How a side's spoke answers a dimension. */
export interface Sensitivity {
  readonly figure: string;
  readonly label: string;
  /** mm of spoke for 1 mm of it. */
  readonly A: number;
  readonly B: number;
}

const meanLengths = (wheel: Wheel): Record<Side, number> => {
  const { kinds } = spokeKinds(wheel);
  const mean = (side: Side) => {
    const own = kinds.filter((k) => k.flange === side);
    return own.reduce((s, k) => s + k.lengthAtTension * k.count, 0) / own.reduce((s, k) => s + k.count, 0);
  };
  return { A: mean("A"), B: mean("B") };
};

/** By central differences of half a millimetre; the lengths are smooth, so they hold over the few mm anybody measures wrong. */
export const sensitivities = (wheel: Wheel): Sensitivity[] =>
  DIMENSIONS.map((d) => {
    const more = meanLengths(d.with(wheel, 0.25));
    const less = meanLengths(d.with(wheel, -0.25));
    return { figure: d.figure, label: d.label, A: (more.A - less.A) / 0.5, B: (more.B - less.B) / 0.5 };
  });

/** How sure a length is, from how sure its dimensions are. */
export interface ToleranceStack {
  /** mm, one standard deviation of a side's length. */
  readonly A: number;
  readonly B: number;
  /** mm each dimension brings to the worse side, the largest first. */
  readonly parts: readonly { readonly label: string; readonly mm: number }[];
}

/**
 * Dimensions err apart from each other, so their shares add as squares.
 *
 * @param sds mm by dimension, where repeats or several ways say better than what is usual
 */
export const toleranceStack = (wheel: Wheel, sds: Readonly<Record<string, number>> = {}): ToleranceStack => {
  const each = sensitivities(wheel).map((s) => {
    const sd = sds[s.figure] ?? DIMENSIONS.find((d) => d.figure === s.figure)?.sd ?? 0;
    return { label: s.label, A: s.A * sd, B: s.B * sd };
  });
  return {
    A: Math.hypot(...each.map((e) => e.A)),
    B: Math.hypot(...each.map((e) => e.B)),
    parts: each
      .map((e) => ({ label: e.label, mm: Math.max(Math.abs(e.A), Math.abs(e.B)) }))
      .filter((e) => e.mm > 0.005)
      .sort((a, b) => b.mm - a.mm),
  };
};
