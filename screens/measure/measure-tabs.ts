import { KIND_FIGURES, LOST_FIGURES, SAMPLE_FIGURES } from "@/core/figures/book-in";
import type { Figure } from "@/core/figures/figure";
import { HUB_FIGURES } from "@/core/figures/hub";
import { OFFSET_FIGURES } from "@/core/figures/offset";
import { RIM_FIGURES } from "@/core/figures/rim";
import { SPOKE_FIGURES } from "@/core/figures/spokes";
import { CAUTIONS } from "@/core/sheet/sheet";
import { ON_HUB_DRAWING } from "./hub-drawing";
import { OF_WAY } from "./offset-drawing";
import { ON_RIM_DRAWING } from "./rim-drawing";

/** What measuring is divided into. */
export const TABS = [
  { key: "rim", label: "Rim" },
  { key: "hub", label: "Hub" },
  { key: "offset", label: "Offset" },
  { key: "spokes", label: "Old spokes" },
  { key: "plate", label: "Rim on the plate" },
] as const;
export type Tab = (typeof TABS)[number]["key"];

const kind = (name: string): Figure => KIND_FIGURES.find((f) => f.name === name) as Figure;
/** The figures of each. */
export const OF_TAB: Readonly<Record<Tab, readonly Figure[]>> = {
  rim: [kind("rim.holes"), kind("rim.size"), ...RIM_FIGURES],
  hub: [kind("hub.kind"), kind("hub.seat"), ...HUB_FIGURES],
  offset: [...LOST_FIGURES.filter((f) => f.name === "offset.found"), ...OFFSET_FIGURES],
  spokes: SPOKE_FIGURES,
  plate: [],
};
/** What is asked without being tapped, going from one figure to the next: the shortest way to a measured wheel. */
export const IN_TURN: Readonly<Record<Tab, readonly string[]>> = {
  rim: [
    "rim.holes",
    "rim.size",
    "rim.section",
    "rim.width",
    "rim.outsideDiameter",
    "rim.height",
    "rim.bedThickness",
    "rim.washer",
    "rim.headToSlot",
    "rim.holeOffset",
  ],
  hub: [
    "hub.kind",
    "hub.seat",
    "hub.width",
    "hub.A.fromFace",
    "hub.B.fromFace",
    "hub.A.holeCircle",
    "hub.B.holeCircle",
    "hub.A.holeDiameter",
    "hub.B.holeDiameter",
  ],
  offset: ["offset.found", "offset.wantedFrom", "offset.wanted"],
  spokes: SPOKE_FIGURES.map((f) => f.name),
  plate: [],
};
/** Tapped on the drawing: not listed beside it. */
export const DRAWN: Readonly<Record<Tab, readonly string[]>> = {
  rim: [...ON_RIM_DRAWING, "rim.erdMethod", "rim.erdGiven"],
  hub: ON_HUB_DRAWING,
  offset: Object.values(OF_WAY).flat(),
  spokes: SAMPLE_FIGURES.map((f) => f.name),
  plate: [],
};
export const NOTES: Readonly<Record<Tab, readonly string[]>> = {
  rim: ["Everything that lifts the slot outward is added, at both ends: bed, washer, nipple head."],
  hub: ["Axle clamped, no play in the bearings: over 0.05 mm of play a reading is worth nothing."],
  offset: ["Axle clamped, no play; four places round the rim take out its run-out."],
  spokes: ["One of each kind, straightened by hand; the lengths beside them are worked out for the offset as found."],
  plate: ["The plate flat, the rim clean where it touches; the same side up all the way round."],
};
export const CAUTIONS_OF: Readonly<Record<Tab, readonly string[]>> = {
  rim: [CAUTIONS.scrap],
  hub: [CAUTIONS.scrap, CAUTIONS.drum],
  offset: [],
  spokes: [],
  plate: [],
};

/** Where a figure is taken. */
export const TAB_OF = new Map(
  (Object.entries(OF_TAB) as [Tab, readonly Figure[]][]).flatMap(([g, list]) => list.map((f) => [f.name, g])),
);
