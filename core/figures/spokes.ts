import { SAMPLE_FIGURES } from "./book-in";
import { type AskedFigure, type Figure, onBoth, takenIn } from "./figure";

/** How the new spokes are held: thread, nipple, hole. Asked where the order is made. */
export const THREAD_FIGURES: readonly Figure[] = takenIn("spokes", [
  {
    name: "spoke.threadLength",
    label: "thread on the spoke",
    how: "from the end to where the thread stops",
    kind: "length",
    picture: "old-spoke",
    likely: [6, 25],
  },
  {
    name: "nipple.thread",
    label: "thread in the nipple",
    how: "from the bottom of the slot to where the thread begins at the tail",
    kind: "length",
    picture: "nipple",
    likely: [5, 20],
  },
  {
    name: "nipple.slotDepth",
    label: "slot depth",
    how: "from the top of the nipple's head down to the slot's bottom",
    kind: "length",
    picture: "nipple",
    likely: [0, 4],
  },
  {
    name: "nipple.seat",
    label: "nipple's seat",
    how: "a round head turns in its dimple, a plain one does not",
    kind: "choice",
    picture: "nipple",
    choices: [
      { value: "ball", label: "ball" },
      { value: "plain", label: "plain" },
    ],
  },
  {
    name: "nipple.limit",
    label: "most the spoke may stand off its hole",
    how: "degrees; 7 to 8 for a ball seat, less for a plain one",
    kind: "angle",
    picture: "nipple",
    likely: [1, 15],
  },
  {
    name: "rim.drilling",
    label: "rim holes drilled",
    how: "punched at the spoke's angle as on most motorcycle rims, or straight at the axle",
    kind: "choice",
    picture: "hole-offset",
    choices: [
      { value: "laced", label: "at the spoke's angle" },
      { value: "radial", label: "straight at the axle" },
    ],
  },
]);

/** What is ordered, and from what can be had. */
export const ORDER_FIGURES: readonly Figure[] = takenIn("spokes", [
  {
    name: "spoke.material",
    label: "material",
    how: "what the new spokes are drawn from",
    kind: "choice",
    picture: "vernier",
    choices: [
      { value: "stainless", label: "stainless" },
      { value: "galvanised", label: "galvanised" },
      { value: "plated", label: "plated" },
      { value: "aluminium", label: "aluminium" },
    ],
  },
  {
    name: "spoke.butting",
    label: "butting",
    how: "one thickness throughout, thinner in the body, or flattened",
    kind: "choice",
    picture: "vernier",
    choices: [
      { value: "plain", label: "plain" },
      { value: "single", label: "single butted" },
      { value: "double", label: "double butted" },
      { value: "flattened", label: "flattened" },
    ],
  },
  {
    name: "spoke.head",
    label: "bend and head",
    how: "as the samples: angle of the bend, shape of the head",
    kind: "text",
    picture: "old-spoke",
    offered: ["95° bend, button head", "90° bend, button head", "straight, button head", "as sample"],
  },
  {
    name: "order.available",
    label: "lengths that can be had",
    how: "whole millimetres, every second one, or a list of your own",
    kind: "choice",
    picture: "count",
    choices: [
      { value: "1", label: "every mm" },
      { value: "2", label: "every 2 mm" },
      { value: "list", label: "a list" },
    ],
  },
  {
    name: "order.list",
    label: "lengths kept",
    how: "mm, with spaces between",
    kind: "text",
    picture: "count",
    onlyIf: { figure: "order.available", is: ["list"] },
  },
  {
    name: "order.rounding",
    label: "rounded",
    how: "never past the end of the thread, whichever way",
    kind: "choice",
    picture: "count",
    choices: [
      { value: "nearest", label: "to the nearest" },
      { value: "down", label: "down" },
      { value: "up", label: "up" },
    ],
  },
  {
    name: "order.spares",
    label: "spares of each",
    how: "one breaks in the lacing, one rides along",
    kind: "count",
    picture: "count",
    likely: [0, 6],
  },
  {
    name: "order.postDays",
    label: "days in the post",
    how: "from ordering to the bench",
    kind: "count",
    picture: "count",
    likely: [0, 40],
  },
  {
    name: "rim.tapeDiameter",
    label: "across the rim where the tape lies",
    how: "for a drilling strip: the diameter the strip is wrapped round",
    kind: "length",
    picture: "over-rim",
    likely: [300, 720],
  },
]);

const done = (name: string, label: string, how: string): AskedFigure => ({
  name: `prep.${name}`,
  label,
  how,
  kind: "choice",
  picture: "look",
  choices: [
    { value: "done", label: "done" },
    { value: "not-here", label: "not on this wheel" },
  ],
});

/** Before the first spoke goes in. */
export const PREPARE_FIGURES: readonly Figure[] = takenIn("lace", [
  {
    name: "prep.thread",
    label: "thread prepared with",
    how: "grease on steel, paste on alloy nipples: what must still turn in years; others swear by the rest",
    kind: "choice",
    picture: "nipple",
    choices: [
      { value: "grease", label: "grease" },
      { value: "paste", label: "anti-seize paste" },
      { value: "oil", label: "light oil" },
      { value: "linseed", label: "boiled linseed" },
      { value: "compound", label: "spoke compound" },
    ],
  },
  done(
    "piles",
    "spokes in their piles",
    "by side and head, counted; one pile short is found now, not at the last hole",
  ),
  done("washers", "nipple washers", "the right way up, greased where the nipple turns on them"),
  done(
    "label",
    "rim the right way round",
    "its label to be read from the right, the drilling leaning to its own flange",
  ),
  done("key", "a nipple key that fits", "a loose one rounds the flats; try it on three nipples"),
  done(
    "bend",
    "outer spokes ready to be bent to their line",
    "by hand over their length after lacing, never at the elbow",
  ),
  done(
    "run",
    "how far nipples are run at first",
    "all by the same count: until the thread just disappears, or a mark of your own",
  ),
  done("square", "each nipple square in its dimple", "seen before any tension comes on; a cocked one cuts its seat"),
]);

/** How the lacing is gone about. */
export const LACING_FIGURES: readonly Figure[] = takenIn("lace", [
  {
    name: "lacing.order",
    label: "order of work",
    how: "the way of working; only those this hub allows are offered",
    kind: "choice",
    picture: "count",
    choices: [
      { value: "inner-first", label: "inner first" },
      { value: "flange-by-flange", label: "flange by flange" },
      { value: "key-rounds", label: "four rounds" },
      { value: "all-into-hub", label: "all into the hub" },
      { value: "straight", label: "inners, outers" },
      { value: "rim-first", label: "rim first" },
    ],
  },
  {
    name: "hub.slots",
    label: "flanges with holes or slots",
    how: "can a spoke be laid in from the side?",
    kind: "choice",
    picture: "hole-circle",
    choices: [
      { value: "holes", label: "holes" },
      { value: "slots", label: "slots" },
    ],
  },
]);

/** A broken spoke. */
export const BREAK_FIGURES: readonly Figure[] = takenIn("lace", [
  {
    name: "break.spoke",
    label: "which spoke",
    how: "count rim holes clockwise from the valve, seen from the {A}",
    kind: "count",
    picture: "count",
    likely: [1, 48],
  },
  {
    name: "break.where",
    label: "where it broke",
    how: "look at both pieces",
    kind: "choice",
    picture: "old-spoke",
    choices: [
      { value: "elbow", label: "at the elbow" },
      { value: "middle", label: "in the middle" },
      { value: "thread", label: "at the thread" },
    ],
  },
  {
    name: "break.before",
    label: "has one gone before",
    how: "on this wheel",
    kind: "choice",
    picture: "look",
    choices: [
      { value: "no", label: "the first" },
      { value: "yes", label: "yes, one before" },
    ],
  },
  {
    name: "break.pieces",
    label: "both pieces, end to end",
    how: "laid together: inside of the bend to the end",
    kind: "length",
    picture: "old-spoke",
    likely: [60, 320],
  },
]);

/** Which spokes the empty hub holes fall between, by flange; chosen on the drawing. */
export const SKIP_FIGURES: readonly Figure[] = takenIn(
  "spokes",
  onBoth((s) => ({
    name: `lacing.skip.${s}`,
    label: `{${s}} empty hub holes`,
    how: "which of the even ways",
    kind: "count",
    picture: "hole-circle",
  })),
);

/** Old spokes, the lacing, and what the new ones are made of. */
export const SPOKE_FIGURES: readonly Figure[] = takenIn("measure", [
  ...SAMPLE_FIGURES,
  {
    name: "sample.pastSlot",
    label: "where the old spokes ended",
    how: "past the bottom of the nipple's slot, as found; below 0 where they ended short of it",
    kind: "length",
    picture: "nipple",
    likely: [-6, 4],
    takeAs: ["past it", "short of it"],
  },
  {
    name: "lacing.A.cross",
    label: "crosses, {A}",
    how: "how often a spoke crosses others of its flange",
    kind: "count",
    can: { from: 0, to: 8, cannot: "crosses cannot be laced; 1 to 4 will do" },
    picture: "count",
    likely: [1, 4],
  },
  {
    name: "lacing.B.cross",
    label: "crosses, {B}",
    how: "how often a spoke crosses others of its flange",
    kind: "count",
    can: { from: 0, to: 8, cannot: "crosses cannot be laced; 1 to 4 will do" },
    picture: "count",
    likely: [1, 4],
  },
  {
    name: "spoke.diameter",
    label: "spoke thickness",
    how: "vernier on the body; a gauge is read too: 10 swg",
    wire: true,
    kind: "length",
    picture: "vernier",
    likely: [1.6, 5],
    usual: [3.4, 0.5],
  },
  {
    name: "spoke.threadPitch",
    label: "thread pitch",
    how: "mm a turn: 40 to the inch is 0.635, 56 is 0.454",
    kind: "length",
    picture: "vernier",
    likely: [0.4, 0.8],
  },
  {
    stage: "tension",
    name: "tension.target",
    label: "tension wanted, N",
    how: "the maker's figure if there is one; on the tighter side",
    kind: "force",
    picture: "look",
    likely: [600, 4000],
  },
]);
