import type { OldSpoke } from "../cross-checks/old-spokes";
import { placeSpokes } from "../lacing/placement";
import { mostCrosses } from "../wheel/most-crosses";
import type { Side, Wheel } from "../wheel/wheel-file";
import { spokeKinds } from "./kinds";

/** Why a number of crosses will not do: mm, degrees. `againstWords` says it. */
export type Against = { readonly cross: number } & (
  | { readonly code: "no-torque" | "far-side" }
  | { readonly code: "head-overlap"; readonly by: number }
  | { readonly code: "entry-angle" | "bore"; readonly angle: number; readonly limit: number }
  | { readonly code: "past-tangent" | "farther-past-tangent"; readonly angle: number }
  | { readonly code: "valve"; readonly room: number; readonly needed: number }
);

/** What one number of crosses would be on one side of a wheel. mm and degrees. */
export interface PatternChoice {
  readonly cross: number;
  /** Under tension, as it is ordered; the mean of its kinds. */
  readonly length: number;
  /** Between the spoke and the radius at its hub hole: 90 is a tangent. */
  readonly hubAngleDeg: number;
  /** Off the drilled axis of the rim hole; null when the drilling is the lacing's own (nothing to say). */
  readonly entry: { readonly whole: number; readonly along: number; readonly sideways: number } | null;
  readonly headClearance: number;
  /** Between the two spokes beside the valve, a hand's breadth (60 mm) in from the rim. */
  readonly valveRoom: number;
  /** Degrees off a straight spoke's bore; null for bent spokes or an unknown bore. */
  readonly boreAngleDeg: number | null;
  /** Why it will not do, the gravest first; empty when it will. */
  readonly against: readonly Against[];
}

export interface PatternAdvice {
  readonly side: Side;
  readonly choices: readonly PatternChoice[];
  /** What the geometry alone would choose; null when no number of crosses keeps every limit. */
  readonly recommended: number | null;
  /** What the wheel had: the one its old spokes fit; null without samples, or where none or two would fit them. */
  readonly had: number | null;
  /** The one reason against the next. */
  readonly whyNotNext: Against;
}

/** Limits somebody may change. */
export interface PatternLimits {
  /** Degrees a spoke may stand off its rim hole's axis. */
  readonly entryDeg: number;
  /** Degrees a straight spoke may leave its bore. */
  readonly boreDeg: number;
  /** mm of room at the valve a pump's head needs. */
  readonly valveRoom: number;
  /** The wheel is driven or has a drum brake. */
  readonly carriesTorque: boolean;
}

export const USUAL_LIMITS: PatternLimits = { entryDeg: 7.5, boreDeg: 6, valveRoom: 18, carriesTorque: true };

/** mm between the two spokes nearest the valve, 60 mm in from the rim points. */
export const valveRoomOf = (wheel: Wheel): number => {
  const spokes = placeSpokes(wheel);
  const at = (s: (typeof spokes)[number]) => {
    const part = 60 / s.span;
    return [0, 1].map((i) => s.rimPoint[i] + (s.hubPoint[i] - s.rimPoint[i]) * part);
  };
  const [p, q] = [at(spokes[0]), at(spokes[spokes.length - 1])];
  return Math.hypot(p[0] - q[0], p[1] - q[1]);
};

/** mm an old spoke may be off its kind's worked-out length and still be one of them: cut, worn and measured by hand. */
const FITS = 2;

const hadCrosses = (choices: readonly PatternChoice[], side: Side, old: readonly OldSpoke[]): number | null => {
  const own = old.filter((o) => o.flange === side);
  if (own.length === 0) return null;
  const mean = own.reduce((sum, o) => sum + o.length, 0) / own.length;
  const fit = choices.filter((c) => Math.abs(c.length - mean) <= FITS);
  return fit.length === 1 ? fit[0].cross : null;
};

/**
 * Every number of crosses a side could have, compared; the geometry's own choice keeps all limits and leaves nearest the
 * tangent. What the wheel had is another matter, and told apart.
 *
 * @param old spokes that came out of it
 */
export const comparePatterns = (
  wheel: Wheel,
  side: Side,
  limits: PatternLimits = USUAL_LIMITS,
  old: readonly OldSpoke[] = [],
): PatternAdvice => {
  const most = mostCrosses(wheel.rim.holes, wheel.rim.erd, wheel.hub[side].holeCircle);
  const choices = [...Array(most + 1).keys()].map((cross): PatternChoice => {
    const laced = { ...wheel, lacing: { ...wheel.lacing, [side]: { cross }, skip: undefined } };
    const own = spokeKinds(laced).kinds.filter((k) => k.flange === side);
    const spoke = placeSpokes(laced).find((s) => s.flange === side);
    if (!spoke) throw new Error(`no spoke on side ${side}`);
    const [hx, hy] = spoke.hubPoint;
    const [dx, dy] = [spoke.rimPoint[0] - hx, spoke.rimPoint[1] - hy];
    const cosine = (hx * dx + hy * dy) / (Math.hypot(hx, hy) * Math.hypot(dx, dy));
    const hubAngleDeg = (Math.acos(Math.max(-1, Math.min(1, cosine))) * 180) / Math.PI;
    const worst = own.reduce((a, b) => (b.entryAngleDeg > a.entryAngleDeg ? b : a));
    const drilled = wheel.rim.drilling !== "laced";
    const headClearance = Math.min(...own.map((k) => k.headClearance));
    const boreAngles = own.flatMap((k) => (k.boreAngleDeg === null ? [] : [k.boreAngleDeg]));
    const boreAngleDeg = boreAngles.length > 0 ? Math.max(...boreAngles) : null;
    const valveRoom = valveRoomOf(laced);
    const pastTangent =
      cross > 0 && cross * (720 / wheel.rim.holes) > 90 && hubAngleDeg < 90 - 360 / wheel.rim.holes - 1e-9;
    const against: Against[] = [];
    if (cross === 0 && limits.carriesTorque) against.push({ cross, code: "no-torque" });
    if (wheel.hub.seat === "bent" && headClearance < 0)
      against.push({ cross, code: "head-overlap", by: -headClearance });
    if (drilled && worst.entryAngleDeg > limits.entryDeg)
      against.push({ cross, code: "entry-angle", angle: worst.entryAngleDeg, limit: limits.entryDeg });
    if (boreAngleDeg !== null && boreAngleDeg > limits.boreDeg)
      against.push({ cross, code: "bore", angle: boreAngleDeg, limit: limits.boreDeg });
    if (pastTangent) against.push({ cross, code: "past-tangent", angle: hubAngleDeg });
    if (cross > 0 && valveRoom < limits.valveRoom)
      against.push({ cross, code: "valve", room: valveRoom, needed: limits.valveRoom });
    return {
      cross,
      length: own.reduce((sum, k) => sum + k.lengthAtTension * k.count, 0) / own.reduce((sum, k) => sum + k.count, 0),
      hubAngleDeg,
      entry: drilled
        ? { whole: worst.entryAngleDeg, along: worst.entryAlongDeg, sideways: worst.entrySidewaysDeg }
        : null,
      headClearance,
      valveRoom,
      boreAngleDeg,
      against,
    };
  });
  const good = choices.filter((c) => c.against.length === 0);
  // A straight spoke has one right way: along its bore. A bent one leaves best nearest the tangent.
  const nearest = (list: readonly PatternChoice[]) =>
    list.reduce<PatternChoice | null>((best, c) => {
      const off = (x: PatternChoice) => x.boreAngleDeg ?? Math.abs(90 - x.hubAngleDeg);
      return best === null || off(c) < off(best) - 1e-9 ? c : best;
    }, null);
  const recommended = nearest(good)?.cross ?? null;
  const next = recommended === null ? undefined : choices.find((c) => c.cross === recommended + 1);
  const whyNot = (): Against => {
    if (recommended === null) return (choices.find((c) => c.cross === 1) ?? choices[0]).against[0];
    if (!next) return { cross: recommended + 1, code: "far-side" };
    return next.against[0] ?? { cross: next.cross, code: "farther-past-tangent", angle: next.hubAngleDeg };
  };
  return { side, choices, recommended, had: hadCrosses(choices, side, old), whyNotNext: whyNot() };
};
