import { type Head, hasSkippedHoles, type Lean, type PlacedSpoke, placeSpokes, type Row } from "../lacing/placement";
import { sectionStiffness } from "../rim/section";
import { sideTensions } from "../tension/balance";
import { mostCrosses } from "../wheel/most-crosses";
import type { Side, Wheel } from "../wheel/wheel-file";
import type { Warning } from "./warning";
import { stretchArea } from "./wire";

/** All spokes that are alike: one line of what must be ordered. mm, N, degrees. */
export interface SpokeKind {
  readonly flange: Side;
  readonly row: Row;
  readonly lean: Lean;
  readonly head: Head;
  readonly count: number;
  /** At ERD with nothing tensioned. */
  readonly length: number;
  /** What to order so that under tension the end reaches the bottom of the slot. */
  readonly lengthAtTension: number;
  /** Whole mm nearest to lengthAtTension. */
  readonly order: number;
  /** Between the spoke and the axis its rim hole was drilled at; 0 for a rim punched at the spoke's angle. */
  readonly entryAngleDeg: number;
  /** The same, split: out of the hole's axis along the rim, and sideways along the axle. */
  readonly entryAlongDeg: number;
  readonly entrySidewaysDeg: number;
  /** Between a straight spoke and its bore; null for bent spokes or an unknown bore. */
  readonly boreAngleDeg: number | null;
  /** Numbers of the spokes of this kind. */
  readonly spokes: readonly number[];
  /** mm between the spoke and the head in the next hole of its flange; negative when they would overlap. */
  readonly headClearance: number;
  /** mm the spoke stretches and the rim shrinks under the side's tension. */
  readonly stretch: number;
  readonly rimShrink: number;
  readonly tension: number;
}

/** A spoke's head measures about twice its wire (common practice). */
const HEAD_PER_WIRE = 2;
/** The most a spoke may stand off its hole's axis, degrees, by how the nipple's head sits (common practice). */
export const ENTRY_LIMIT_DEG = { ball: 7.5, plain: 4 } as const;

const dot = (a: readonly number[], b: readonly number[]): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

interface EntryAngle {
  readonly whole: number;
  readonly along: number;
  readonly sideways: number;
}

const degrees = (rad: number): number => (rad * 180) / Math.PI;

/** Between the spoke and the axis its rim hole was drilled at: whole, along the rim, sideways. */
const entryAngle = (wheel: Wheel, s: PlacedSpoke): EntryAngle => {
  if (wheel.rim.drilling === "laced") return { whole: 0, along: 0, sideways: 0 };
  const to = s.hubPoint.map((h, i) => (h - s.rimPoint[i]) / s.span);
  const angle = (s.rimAngleDeg * Math.PI) / 180;
  const inward = [-Math.cos(angle), Math.sin(angle), 0];
  // Clockwise direction at the rim hole, turned to the way this spoke goes.
  const lean = [-Math.sin(angle) * s.turn, -Math.cos(angle) * s.turn, 0];
  const own = [0, 0, s.flange === "A" ? 1 : -1];
  const { lateralDeg, tangentialDeg } =
    wheel.rim.drilling === "radial" ? { lateralDeg: 0, tangentialDeg: 0 } : wheel.rim.drilling;
  const lateral = Math.tan((lateralDeg * Math.PI) / 180);
  const tangential = Math.tan((tangentialDeg * Math.PI) / 180);
  const axis = inward.map((x, i) => x + lateral * own[i] + tangential * lean[i]);
  const down = dot(to, inward);
  return {
    whole: degrees(Math.acos(Math.min(1, dot(axis, to) / Math.hypot(...axis)))),
    along: degrees(Math.atan2(dot(to, lean), down)) - tangentialDeg,
    sideways: degrees(Math.atan2(dot(to, own), down)) - lateralDeg,
  };
};

/** mm from the spoke's side to the heads in the next holes of its flange, whichever it passes nearer. */
const clearance = (wheel: Wheel, s: PlacedSpoke, flange: readonly PlacedSpoke[]): number => {
  const along = [s.rimPoint[0] - s.hubPoint[0], s.rimPoint[1] - s.hubPoint[1]];
  const run = Math.hypot(along[0], along[1]);
  const away = (other: PlacedSpoke) => {
    const turn = Math.abs(other.hubAngleDeg - s.hubAngleDeg) % 360;
    return Math.min(turn, 360 - turn);
  };
  const next = flange
    .filter((other) => other !== s)
    .sort((p, q) => away(p) - away(q))
    .slice(0, 2);
  return Math.min(
    ...next.map(({ hubPoint }) => {
      const to = [hubPoint[0] - s.hubPoint[0], hubPoint[1] - s.hubPoint[1]];
      const ahead = (to[0] * along[0] + to[1] * along[1]) / run;
      const aside = ahead <= 0 ? Math.hypot(to[0], to[1]) : Math.abs(to[0] * along[1] - to[1] * along[0]) / run;
      return aside - ((1 + HEAD_PER_WIRE) * wheel.spoke.diameter) / 2;
    }),
  );
};

/** What an engineer would stop at before ordering. */
const warningsFor = (wheel: Wheel, kinds: readonly SpokeKind[]): Warning[] => {
  const warnings: Warning[] = [];
  for (const side of ["A", "B"] as const) {
    const { cross } = wheel.lacing[side];
    if (cross === 0)
      warnings.push({
        code: "radial",
        figures: {},
      });
    else if (
      cross >= mostCrosses(wheel.rim.holes, wheel.rim.erd, wheel.hub[side].holeCircle) &&
      cross * (720 / wheel.rim.holes) > 90
    )
      warnings.push({
        code: "cross",
        figures: { cross },
      });
    if (wheel.hub[side].toCentre - wheel.rim.holeOffset + (side === "A" ? -wheel.offset : wheel.offset) <= 0)
      warnings.push({
        code: "no-sideways-hold",
        figures: {},
      });
  }
  const worst = Math.max(...kinds.map((k) => k.entryAngleDeg));
  if (worst > ENTRY_LIMIT_DEG.ball)
    warnings.push({
      code: "entry-angle",
      figures: { angle: worst, limit: ENTRY_LIMIT_DEG.ball, own: false },
    });
  const tight = Math.min(...kinds.map((k) => k.headClearance));
  if (wheel.hub.seat === "bent" && tight < 0)
    warnings.push({
      code: "head-overlap",
      figures: { by: -tight },
    });
  return [...new Map(warnings.map((w) => [w.code, w])).values()];
};

/**
 * The lengths a wheel needs, one line a kind: flange, row, lean, head. Trailing before leading, A before B.
 */
export const spokeKinds = (wheel: Wheel): { kinds: SpokeKind[]; warnings: Warning[] } => {
  const spokes = placeSpokes(wheel);
  const tensions = sideTensions(wheel, spokes);
  const area = stretchArea(wheel.spoke);
  const section = sectionStiffness(wheel.rim);
  const radius = wheel.rim.centroidRadius ?? wheel.rim.erd / 2;
  const hoop =
    spokes.reduce((sum, s) => {
      const inward =
        (s.rimPoint[0] * (s.rimPoint[0] - s.hubPoint[0]) + s.rimPoint[1] * (s.rimPoint[1] - s.hubPoint[1])) /
        (s.span * (wheel.rim.erd / 2));
      return sum + tensions[s.flange] * inward;
    }, 0) /
    (2 * Math.PI);
  const rimShrink = (hoop * radius) / section.EA;
  const onFlange = { A: spokes.filter((s) => s.flange === "A"), B: spokes.filter((s) => s.flange === "B") };
  const groups = new Map<string, PlacedSpoke[]>();
  for (const s of spokes) {
    // With empty hub holes the lengths of one kind differ; each is then a kind of its own.
    const split = hasSkippedHoles(wheel) ? String(Math.round(s.length * 20)).padStart(6, "0") : "";
    const key = `${s.flange}|${s.row ?? "-"}|${s.lean === "trailing" ? 0 : 1}|${split}`;
    groups.set(key, [...(groups.get(key) ?? []), s]);
  }
  const kinds = [...groups.entries()]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([, alike]): SpokeKind => {
      const first = alike[0];
      const entry = entryAngle(wheel, first);
      const length = alike.reduce((sum, s) => sum + s.length, 0) / alike.length;
      const tension = tensions[first.flange];
      const stretch = (tension * first.span) / (wheel.spoke.modulus * area);
      // The rim moves straight in; what the spoke sees of it is the cosine of its angle to the radius.
      const inward =
        (first.rimPoint[0] * (first.rimPoint[0] - first.hubPoint[0]) +
          first.rimPoint[1] * (first.rimPoint[1] - first.hubPoint[1])) /
        (first.span * (wheel.rim.erd / 2));
      const lengthAtTension = length - stretch - rimShrink * inward;
      return {
        flange: first.flange,
        row: first.row,
        lean: first.lean,
        head: first.head,
        count: alike.length,
        length,
        lengthAtTension,
        order: Math.round(lengthAtTension),
        entryAngleDeg: entry.whole,
        entryAlongDeg: entry.along,
        entrySidewaysDeg: entry.sideways,
        boreAngleDeg: first.boreAngleDeg,
        spokes: alike.map((s) => s.spoke),
        headClearance: Math.min(...alike.map((s) => clearance(wheel, s, onFlange[s.flange]))),
        stretch,
        rimShrink: rimShrink * inward,
        tension,
      };
    });
  return { kinds, warnings: warningsFor(wheel, kinds) };
};
