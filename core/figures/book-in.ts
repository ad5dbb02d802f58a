import { HUB_MARKS } from "../lacing/hub-mark";
import { LEAST_HOLES, MOST_HOLES } from "../wheel/holes";
import { type AskedFigure, type Figure, onBoth, takenIn } from "./figure";

/** Taken before a key is put to a nipple; what is lost for good comes first. */
export const LOST_FIGURES: readonly Figure[] = takenIn("book-in", [
  {
    name: "offset.found",
    label: "offset as found",
    how: "rim centre from hub centre; flip gauge: half the gap. Other ways: Measure, offset",
    kind: "length",
    picture: "flip",
    likely: [-30, 30],
    usual: [0, 6],
    takeAs: ["to {A}", "to {B}"],
  },
  {
    name: "rim.firstHole",
    label: "first hole after the valve",
    how: "looking from the {A}, clockwise: which flange does its spoke go to?",
    kind: "choice",
    picture: "look",
    choices: [
      { value: "A", label: "to the {A}" },
      { value: "B", label: "to the {B}" },
    ],
  },
  {
    name: "rotation",
    label: "which way the wheel turns",
    how: "going forward, seen from the {A}",
    kind: "choice",
    picture: "look",
    choices: [
      { value: "clockwise", label: "clockwise" },
      { value: "anticlockwise", label: "anticlockwise" },
    ],
  },
  {
    name: "lacing.firstLean",
    label: "which way that spoke leans",
    how: "from hub to rim, against the turning: trailing; with it: leading",
    kind: "choice",
    picture: "look",
    choices: [
      { value: "trailing", label: "trailing" },
      { value: "leading", label: "leading" },
    ],
  },
  {
    name: "lacing.trailingHeads",
    label: "heads of the trailing spokes",
    how: "look at the flange from outside",
    kind: "choice",
    picture: "look",
    choices: [
      { value: "out", label: "outside" },
      { value: "in", label: "inside" },
    ],
  },
  {
    name: "lacing.overUnder",
    label: "over and under",
    how: "at the last crossing before the rim: does a spoke that lay outside pass under the other?",
    kind: "choice",
    picture: "look",
    choices: [
      { value: "laced", label: "over, then under" },
      { value: "free", label: "all one way, not touching" },
    ],
  },
  {
    name: "lacing.hubMark",
    label: "hub mark against the valve",
    how: "brake cam, oiler, maker's mark or a punch dot: where does it stand with the valve on top?",
    kind: "text",
    picture: "look",
    offered: HUB_MARKS,
  },
  {
    name: "hub.spacers",
    label: "spacers and their order",
    how: "from the {A} across to the {B}; the spacer between the bearings goes back in",
    kind: "text",
    picture: "spacers",
  },
  {
    name: "found.lateral",
    label: "side to side as found",
    how: "dial on the rim's side, one turn: highest − lowest",
    kind: "length",
    picture: "dial",
    likely: [0, 10],
  },
  {
    name: "found.radial",
    label: "hop as found",
    how: "dial on the bed, one turn: highest − lowest",
    kind: "length",
    picture: "dial",
    likely: [0, 10],
  },
]);

/** One old spoke of each kind, kept and measured. */
export const SAMPLE_FIGURES: readonly Figure[] = takenIn(
  "book-in",
  onBoth((s) => ({
    name: `sample.${s}.out`,
    label: `old spoke, {${s}}, head outside`,
    how: "inside of the elbow (straight spoke: under the head) to the end",
    kind: "length",
    picture: "old-spoke",
    likely: [60, 320],
  })).flatMap((f) => [f, { ...f, name: f.name.replace("out", "in"), label: f.label.replace("outside", "inside") }]),
);

const condition = (name: string, label: string, how: string): readonly AskedFigure[] => [
  {
    name: `condition.${name}`,
    label,
    how,
    kind: "choice",
    picture: "look",
    choices: [
      { value: "sound", label: "sound" },
      { value: "watch", label: "watch" },
      { value: "replace", label: "replace" },
      { value: "scrap", label: "scrap" },
    ],
  },
  { name: `condition.${name}.note`, label: `${label}: note`, how, kind: "text", picture: "look" },
];

/** Parts that are looked over; each sound, watch, replace or scrap, with a note. */
export const CONDITION_PARTS = ["rim", "nipples", "spokes", "hub", "drum", "bearings"] as const;
export const CONDITION_FIGURES: readonly Figure[] = takenIn("book-in", [
  ...condition("rim", "rim", "seam, rust, flat spots, elongated holes, old packing washers"),
  ...condition("nipples", "nipples", "rounded flats, seized, pulled through"),
  ...condition("spokes", "spokes", "rust pits, bends, worn elbows, stretched threads"),
  ...condition("hub", "hub", "cracks at the spoke holes, loose flange, worn seats"),
  ...condition("drum", "drum", "cracks, roundness, scoring; lining dust may hold asbestos: wet only"),
  ...condition("bearings", "bearings", "rough, loose; the spacer between them there and in its place"),
]);

/** What the wheel is, and what goes out. */
export const KIND_FIGURES: readonly Figure[] = takenIn("book-in", [
  {
    name: "rim.holes",
    label: "rim holes",
    how: "count them; they go round in fours",
    kind: "count",
    can: {
      from: LEAST_HOLES,
      to: MOST_HOLES,
      cannot: `holes cannot be laced; a rim has ${LEAST_HOLES} to ${MOST_HOLES}, mostly 36 or 40`,
    },
    inFours: true,
    picture: "count",
    likely: [28, 48],
  },
  {
    name: "rim.size",
    label: "rim size",
    how: "the inch size stamped on rim or tyre",
    kind: "choice",
    picture: "over-rim",
    choices: ["16", "17", "18", "19", "20", "21"].map((v) => ({ value: v, label: `${v} inch` })),
  },
  {
    name: "hub.kind",
    label: "hub",
    how: "the drum against the flanges",
    kind: "choice",
    picture: "look",
    choices: [
      { value: "full-width", label: "full width" },
      { value: "single-sided", label: "single-sided" },
      { value: "conical", label: "conical" },
    ],
  },
  {
    name: "hub.seat",
    label: "spokes",
    how: "bent at the head or straight",
    kind: "choice",
    picture: "old-spoke",
    choices: [
      { value: "bent", label: "bent" },
      { value: "straight", label: "straight" },
    ],
  },
  {
    name: "finish.sentOut",
    label: "what goes out",
    how: "and to whom; cadmium and chrome are a plater's work",
    kind: "text",
    picture: "look",
    offered: ["nothing", "blasting and paint", "powder coat", "rim plated", "rim plated, hub painted"],
  },
  {
    name: "condition",
    label: "other marks",
    how: "dents, numbers, anything somebody will ask about",
    kind: "text",
    picture: "look",
  },
]);

/** Said once, when somebody is about to strip a wheel whose offset or first hole nobody wrote down. */
export const STRIP_STARTED: Figure = {
  stage: "book-in",
  name: "strip.started",
  label: "stripping",
  how: "the key is on; what was not taken before is lost",
  kind: "choice",
  picture: "look",
  choices: [{ value: "yes", label: "strip it" }],
};
