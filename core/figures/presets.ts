import { STEEL, wireTold } from "../spoke/material";
import { spokeCeiling, UNEVEN } from "../tension/ceiling";
import type { Figures } from "./newest";

/** Flanges by kind of hub, mm: hole circles and how far in from the spacer faces (common practice, a middling wheel). */
const HUBS: Readonly<
  Record<string, { readonly circle: readonly [number, number]; readonly face: readonly [number, number] }>
> = {
  "full-width": { circle: [150, 150], face: [33, 33] },
  "single-sided": { circle: [180, 90], face: [30, 34] },
  conical: { circle: [190, 100], face: [28, 36] },
};

/** A rim's edges stand about 14 mm outside the size stamped on it, all round (common practice). */
export const OVER_EDGES_MM = 28;

/** N that a middling wheel is brought up to (common practice), and the least that is any tension. */
const TARGET = { usual: 2000, least: 50 };

/** N: thin spokes, or of soft wire, are not brought up to what a middling wheel's stand. */
const usualTarget = (figures: Figures, spoke: { readonly diameter: number; readonly threadPitch: number }): number => {
  const told = { body: null, strength: STEEL.strength, ...wireTold(figures, spoke.diameter), ...spoke };
  const most = spokeCeiling(told).tension / (1 + UNEVEN);
  return Math.max(TARGET.least, Math.min(TARGET.usual, 50 * Math.floor(most / 50)));
};

/**
 * What stands in for figures nobody took: a middling wheel of the holes, rim size and kind of hub that were told.
 * Marked assumed wherever it is used.
 */
export const presets = (figures: Figures): Readonly<Record<string, number | string>> => {
  const hub = HUBS[String(figures["hub.kind"] ?? "full-width")] ?? HUBS["full-width"];
  const inches = Number(figures["rim.size"] ?? 18);
  const spoke = {
    diameter: Number(figures["spoke.diameter"] ?? 3.5),
    threadPitch: Number(figures["spoke.threadPitch"] ?? 0.635),
  };
  const pitch = 720 / Number(figures["rim.holes"] ?? 36);
  // A small flange takes its spokes across more of the others before they leave it straight; never past the next head.
  const cross = (circle: number) => Math.min(circle > 160 ? 1 : circle > 120 ? 2 : 3, Math.floor(66 / pitch));
  return {
    "rim.holes": 36,
    "rim.outsideDiameter": Math.round(inches * 25.4 + OVER_EDGES_MM),
    "rim.height": 30,
    "rim.bedThickness": 3,
    "rim.washer": 0,
    "rim.headToSlot": 2.5,
    "rim.holeOffset": 2,
    "rim.width": 50,
    "rim.section": "steel",
    "hub.width": 130,
    "hub.A.fromFace": hub.face[0],
    "hub.B.fromFace": hub.face[1],
    "hub.A.holeCircle": hub.circle[0],
    "hub.B.holeCircle": hub.circle[1],
    "hub.A.holeDiameter": 4,
    "hub.B.holeDiameter": 4,
    "hub.seat": "bent",
    "offset.wanted": 0,
    "lacing.A.cross": cross(hub.circle[0]),
    "lacing.B.cross": cross(hub.circle[1]),
    "spoke.diameter": spoke.diameter,
    "spoke.threadPitch": spoke.threadPitch,
    "tension.target": usualTarget(figures, spoke),
    "hub.A.holes": Number(figures["rim.holes"] ?? 36) / 2,
    "hub.B.holes": Number(figures["rim.holes"] ?? 36) / 2,
    "rim.firstHole": "A",
    "lacing.firstLean": "trailing",
    "lacing.trailingHeads": "out",
    rotation: "clockwise",
  };
};

/** Thread, nipple and order until they are told; assumed on the order only. mm, degrees, counts. */
export const ORDER_PRESETS: Readonly<Record<string, number | string>> = {
  "spoke.threadLength": 11,
  "nipple.thread": 9,
  "nipple.slotDepth": 1.5,
  "nipple.seat": "ball",
  "spoke.material": "stainless",
  "spoke.butting": "plain",
  "order.available": "1",
  "order.rounding": "nearest",
  "order.spares": 2,
  "order.postDays": 7,
};

/** How a question stands until it is answered, where that decides what else is asked; nothing rests on it. */
export const UNTIL_ASKED: Readonly<Record<string, string>> = {
  "hub.measuredFrom": "faces",
  "hub.rows": "one",
  "hub.clocking": "midway",
  "hub.kind": "full-width",
  "hub.seat": "bent",
  "offset.wantedFrom": "figure",
  "rim.drilling": "laced",
};

/** Presets that follow from another figure: with that one taken they are counted, not assumed. */
export const FOLLOWS: Readonly<Record<string, string>> = { "hub.A.holes": "rim.holes", "hub.B.holes": "rim.holes" };
