import { type AskedFigure, doneOrNot, type Figure, onBoth, takenIn } from "./figure";

const done = (name: string, label: string, how: string): AskedFigure => doneOrNot(`prep.${name}`, label, how);

/** Before the first spoke goes in. */
export const PREPARE_FIGURES: readonly Figure[] = takenIn("lace", [
  {
    name: "prep.thread",
    label: "thread prepared with",
    how: "grease on steel, paste on alloy nipples, so that they still turn in years; other hands use the others",
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
  {
    name: "break.new",
    label: "new spoke, as put in",
    how: "inside of the bend to the end, measured before it goes in",
    kind: "length",
    picture: "old-spoke",
    likely: [60, 320],
  },
  {
    name: "break.up",
    label: "how tight it is now",
    how: "pluck it against its likes, four holes back and four on",
    kind: "choice",
    picture: "look",
    choices: [
      { value: "just", label: "just tight" },
      { value: "up", label: "up to its likes" },
    ],
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
