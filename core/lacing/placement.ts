import type { Side, Wheel } from "../wheel/wheel-file";
import { placeSkipped, type SkippedPlacement, skipStarts } from "./skipped-holes";

export type Lean = "trailing" | "leading";
export type Head = "out" | "in";
export type Row = "inner" | "outer" | null;
/** x, y, z in mm: (ρ·cos θ, −ρ·sin θ, z), θ clockwise from the valve seen from side A, z towards A. */
export type Point = readonly [number, number, number];

/** One spoke in its place, nothing tensioned. */
export interface PlacedSpoke {
  /** 1…n: the number of its rim hole. */
  readonly spoke: number;
  readonly rimAngleDeg: number;
  readonly flange: Side;
  readonly row: Row;
  /** 1…m on its flange, clockwise seen from A. */
  readonly hubHole: number;
  /** [0, 360). */
  readonly hubAngleDeg: number;
  readonly lean: Lean;
  readonly head: Head;
  readonly cross: number;
  /** + when the hub hole lies clockwise of the rim hole: +1 or −1. */
  readonly turn: 1 | -1;
  readonly rimPoint: Point;
  readonly hubPoint: Point;
  /** |P − H| mm. */
  readonly span: number;
  /** mm, what is ordered: inside of the elbow (or under the head of a straight spoke) to the end. */
  readonly length: number;
  /** Degrees between a straight spoke and its bore, seen along the axle; null for bent spokes or an unknown bore. */
  readonly boreAngleDeg: number | null;
}

export const pointAt = (radius: number, angleDeg: number, z: number): Point => {
  const angle = (angleDeg * Math.PI) / 180;
  return [radius * Math.cos(angle), -radius * Math.sin(angle), z];
};

export const distance = (p: Point, q: Point): number => Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);

/**
 * Bent spoke, inside of the elbow to the end; straight spoke, under the head to the end.
 *
 * @param span mm from rim point to hub seat
 * @param holeDiameter mm; the elbow's inside lies half a hole nearer to the rim than the hole's centre
 */
export const spokeLength = (span: number, holeDiameter: number, seat: "bent" | "straight"): number =>
  seat === "bent" ? span - holeDiameter / 2 : span;

/** The flange's hole data for a row. */
const rowOf = (wheel: Wheel, flange: Side, row: Row) => {
  const base = wheel.hub[flange];
  return row === null ? base : { ...base, ...base.rows?.[row] };
};

/**
 * How far each flange's holes stand from where even lacing would like them, degrees clockwise. A hub drilled with its
 * flanges half a pitch apart needs no turning; any other clocking is shared between the flanges for the least spread.
 */
const flangeTurn = (wheel: Wheel, lengthsAt: (turnA: number, turnB: number) => number): readonly [number, number] => {
  const pitch = 360 / wheel.rim.holes;
  if (wheel.hub.clockingDeg === undefined) return [0, 0];
  const wanted = wheel.rim.firstHole === "A" ? pitch : -pitch;
  const period = 2 * pitch;
  const raw = wheel.hub.clockingDeg - wanted;
  const excess = raw - period * Math.round(raw / period);
  if (Math.abs(excess) < 1e-9) return [0, 0];
  // The spread is smooth and has one valley between "A takes it all" and "B takes it all".
  const lowEnd = Math.min(0, -excess);
  const highEnd = Math.max(0, -excess);
  let best = 0;
  let bestSpread = Number.POSITIVE_INFINITY;
  for (let i = 0; i <= 200; i++) {
    const turnA = lowEnd + ((highEnd - lowEnd) * i) / 200;
    const spread = lengthsAt(turnA, turnA + excess);
    if (spread < bestSpread - 1e-12) {
      bestSpread = spread;
      best = turnA;
    }
  }
  return [best, best + excess];
};

/**
 * How far along the axle a bent spoke's body lies from the middle of its flange: half the flange and half the spoke, to
 * the inside with the head outside. 0 where the flange's thickness was not measured.
 */
const bodyBesideFlange = (wheel: Wheel, flange: Side, head: Head): number => {
  const { thickness } = wheel.hub[flange];
  if (wheel.hub.seat !== "bent" || thickness === undefined) return 0;
  return ((thickness + wheel.spoke.diameter) / 2) * (head === "out" ? -1 : 1);
};

/** Degrees between the bore's direction and the way the spoke really goes, in the plane of the wheel. */
const boreAngle = (hub: Point, rim: Point, boreDeg: number): number => {
  const [dx, dy] = [rim[0] - hub[0], rim[1] - hub[1]];
  const cosine = (hub[0] * dx + hub[1] * dy) / (Math.hypot(hub[0], hub[1]) * Math.hypot(dx, dy));
  return Math.abs((Math.acos(Math.max(-1, Math.min(1, cosine))) * 180) / Math.PI - boreDeg);
};

const place = (wheel: Wheel, turnA: number, turnB: number, real?: SkippedPlacement): PlacedSpoke[] => {
  const { rim, lacing, hub } = wheel;
  const n = rim.holes;
  const pitch = 360 / n;
  const trailingTurn = wheel.rotation === "clockwise" ? 1 : -1;
  const firstTurn = lacing.firstLean === undefined ? 1 : lacing.firstLean === "trailing" ? trailingTurn : -trailingTurn;
  const spokes: PlacedSpoke[] = [];
  for (let i = 1; i <= n; i++) {
    const flange: Side = (i % 2 === 1) === (rim.firstHole === "A") ? "A" : "B";
    const turn = ((i - 1) % 4 < 2 ? firstTurn : -firstTurn) as 1 | -1;
    const lean: Lean = turn === trailingTurn ? "trailing" : "leading";
    const head: Head = (lean === "trailing") === (lacing.trailingHeads === "out") ? "out" : "in";
    const row: Row = hub[flange].rows ? (head === "out" ? "inner" : "outer") : null;
    const { cross } = lacing[flange];
    const hole = rowOf(wheel, flange, row);
    const rimAngleDeg = (i - 0.5) * pitch;
    const flangeShift = flange === "A" ? turnA : turnB;
    const even = (((rimAngleDeg + turn * cross * 2 * pitch + flangeShift) % 360) + 360) % 360;
    const hubAngleDeg = real?.hubAngleDeg.get(i) ?? even;
    const sign = flange === "A" ? 1 : -1;
    const rimPoint = pointAt(rim.erd / 2, rimAngleDeg, wheel.offset + sign * rim.holeOffset);
    const along = hole.toCentre + bodyBesideFlange(wheel, flange, head);
    const hubPoint = pointAt(hole.holeCircle / 2, hubAngleDeg, sign * along);
    const { boreDeg } = hub[flange];
    const span = distance(rimPoint, hubPoint);
    spokes.push({
      spoke: i,
      rimAngleDeg,
      flange,
      row,
      hubHole: 0,
      hubAngleDeg,
      lean,
      head,
      cross,
      turn,
      rimPoint,
      hubPoint,
      span,
      length: spokeLength(span, hole.holeDiameter, hub.seat),
      boreAngleDeg: hub.seat === "straight" && boreDeg !== undefined ? boreAngle(hubPoint, rimPoint, boreDeg) : null,
    });
  }
  return spokes;
};

/** Sum over the flanges of the squared differences between their longest and shortest spokes, row by row. */
const spread = (spokes: readonly PlacedSpoke[]): number => {
  const rows = new Map<string, number[]>();
  for (const s of spokes) {
    const key = `${s.flange}${s.row ?? ""}`;
    rows.set(key, [...(rows.get(key) ?? []), s.length]);
  }
  return [...rows.values()].reduce((sum, lengths) => sum + (Math.max(...lengths) - Math.min(...lengths)) ** 2, 0);
};

/**
 * Every spoke of a wheel in its place, in the order of the rim holes.
 *
 * Trailing: from hub to rim the spoke points against the rotation. Spokes 1 and 2 lean one way, 3 and 4 the other, so
 * that the two beside the valve lean away from each other and leave the widest gap.
 */
export const placeSpokes = (wheel: Wheel): PlacedSpoke[] => {
  if (hasSkippedHoles(wheel)) return placeInRealHoles(wheel, wheel.lacing.skip ?? bestSkip(wheel));
  const [turnA, turnB] = flangeTurn(wheel, (a, b) => spread(place(wheel, a, b)));
  const spokes = place(wheel, turnA, turnB);
  const order: Record<Side, number[]> = { A: [], B: [] };
  for (const s of spokes) order[s.flange].push(s.hubAngleDeg);
  order.A.sort((a, b) => a - b);
  order.B.sort((a, b) => a - b);
  return spokes.map((s) => ({ ...s, hubHole: order[s.flange].indexOf(s.hubAngleDeg) + 1 }));
};

/** Has the hub more holes than the rim? */
export const hasSkippedHoles = (wheel: Wheel): boolean =>
  (["A", "B"] as const).some((side) => wheel.hub[side].holes > wheel.rim.holes / 2);

/** The same with the empty hub holes where the given starts put them. */
export const placeInRealHoles = (wheel: Wheel, start: Readonly<Record<Side, number>>): PlacedSpoke[] => {
  const real = placeSkipped(wheel, place(wheel, 0, 0), start);
  return place(wheel, 0, 0, real).map((s) => ({
    ...s,
    hubHole: real.holes[s.flange].findIndex((h) => Math.abs(h - s.hubAngleDeg) < 1e-6) + 1,
  }));
};

/** The starts whose lengths differ least; among alike ones the first. */
const bestSkip = (wheel: Wheel): Record<Side, number> => {
  let best = { A: 0, B: 0 };
  let least = Number.POSITIVE_INFINITY;
  for (const A of skipStarts(wheel.rim.holes / 2, wheel.hub.A.holes))
    for (const B of skipStarts(wheel.rim.holes / 2, wheel.hub.B.holes)) {
      const now = spread(placeInRealHoles(wheel, { A, B }));
      if (now < least - 1e-9) {
        least = now;
        best = { A, B };
      }
    }
  return best;
};
