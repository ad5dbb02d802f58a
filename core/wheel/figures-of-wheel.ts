import type { Figures } from "../figures/newest";
import { PART } from "../spoke/material";
import type { Side, Wheel } from "./wheel-file";

/** Straight across, mm, between two points of a circle so many degrees apart; null past half a turn, where no chord tells. */
const chordOf = (circle: number, degrees: number): number | null =>
  degrees > 0 && degrees <= 180 ? circle * Math.sin((degrees * Math.PI) / 360) : null;

const flangeFigures = (wheel: Wheel, side: Side): Figures => {
  const { holes, holeCircle, toCentre, holeDiameter, thickness, boreDeg, rows } = wheel.hub[side];
  return {
    ...{ [`hub.${side}.holes`]: holes, [`hub.${side}.holeCircle`]: holeCircle, [`hub.${side}.fromCentre`]: toCentre },
    [`hub.${side}.holeDiameter`]: holeDiameter,
    ...(thickness !== undefined && { [`hub.${side}.thickness`]: thickness }),
    ...(boreDeg !== undefined && { [`hub.${side}.bore`]: boreDeg }),
    ...(rows && {
      [`hub.${side}.outerCircle`]: rows.outer.holeCircle ?? holeCircle,
      [`hub.${side}.rowStep`]: (rows.outer.toCentre ?? toCentre) - toCentre,
    }),
  };
};

const clockingFigures = ({ hub }: Wheel): Figures => {
  const arc = hub.clockingDeg === undefined ? null : chordOf(hub.B.holeCircle, hub.clockingDeg);
  if (arc !== null) return { "hub.clocking": "measured", "hub.clockingArc": arc };
  return { "hub.clocking": hub.clockingDeg === 0 ? "in-line" : "midway" };
};

/** Where it is as much of the length as the words for it say. */
const bodyFigures = ({ spoke: { body } }: Wheel): Figures => {
  const butting = body === null ? undefined : (["single", "double"] as const).find((b) => PART[b] === body.part);
  return body && butting ? { "spoke.bodyDiameter": body.diameter, "spoke.butting": butting } : {};
};

/**
 * A wheel as figures somebody might have put down for it: its sums as the one figure each comes to. What no figure says (a
 * section's own stiffnesses, angles of a drilling, the part of a spoke's stiffness that is left) is not among them.
 */
export const figuresOfWheel = (wheel: Wheel): Figures => {
  const { rim, hub, lacing, spoke } = wheel;
  return {
    rotation: wheel.rotation,
    ...{ "rim.holes": rim.holes, "rim.erdGiven": rim.erd, "rim.erdMethod": "given", "rim.firstHole": rim.firstHole },
    "rim.holeOffset": rim.holeOffset,
    ...(rim.width !== undefined && { "rim.width": rim.width }),
    ...(typeof rim.section === "string" && { "rim.section": rim.section }),
    ...(typeof rim.drilling === "string" && { "rim.drilling": rim.drilling }),
    ...{ "hub.seat": hub.seat, "hub.measuredFrom": "centre", "hub.rows": hub.A.rows || hub.B.rows ? "two" : "one" },
    ...flangeFigures(wheel, "A"),
    ...flangeFigures(wheel, "B"),
    ...clockingFigures(wheel),
    ...{ "offset.wantedFrom": "figure", "offset.wanted": wheel.offset },
    ...{ "lacing.A.cross": lacing.A.cross, "lacing.B.cross": lacing.B.cross },
    "lacing.trailingHeads": lacing.trailingHeads,
    ...(lacing.firstLean !== undefined && { "lacing.firstLean": lacing.firstLean }),
    ...(lacing.skip && { "lacing.skip.A": lacing.skip.A, "lacing.skip.B": lacing.skip.B }),
    ...(lacing.interlaced !== undefined && { "lacing.overUnder": lacing.interlaced ? "laced" : "free" }),
    ...{ "spoke.diameter": spoke.diameter, "spoke.threadPitch": spoke.threadPitch },
    ...bodyFigures(wheel),
    "tension.target": wheel.tension.target,
  };
};

/** Figures that tell a spoke as wire: left out likewise, where they say another wire than the file. */
export const OF_WIRE: readonly string[] = ["spoke.bodyDiameter", "spoke.butting", "spoke.material", "spoke.inNipple"];

/** Figures a wheel rests on and need not have: told before a file was taken that says none of them, they are left out. */
export const RESTS_ON: readonly string[] = [
  ...["rim.width", "rim.section", "rim.drilling", "lacing.firstLean", "lacing.skip.A", "lacing.skip.B"],
  "lacing.overUnder",
  ...["A", "B"].flatMap((s) => ["thickness", "bore", "outerCircle", "rowStep"].map((what) => `hub.${s}.${what}`)),
];
