/** One thing that is asked of a wheel, by measuring, counting or looking. */
export interface Figure {
  readonly name: string;
  /** As the trade says it; {A} and {B} become the sides' names. */
  readonly label: string;
  /** Where the gauge goes, or what to look for. */
  readonly how: string;
  readonly kind: "length" | "count" | "force" | "choice" | "text";
  /** Outside these a figure is doubtful, never refused. mm, N or a count. */
  readonly likely?: readonly [number, number];
  readonly choices?: readonly { readonly value: string; readonly label: string }[];
}

const sides = <T>(make: (side: "A" | "B") => T): readonly [T, T] => [make("A"), make("B")];

/** Asked before a key is put to a nipple; what is lost for good comes first. */
export const BOOK_IN_FIGURES: readonly Figure[] = [
  {
    name: "offset.found",
    label: "offset as found",
    how: "rim centre from hub centre, + towards the {A}; flip gauge: half the gap",
    kind: "length",
    likely: [-30, 30],
  },
  {
    name: "rim.firstHole",
    label: "first hole after the valve",
    how: "looking from the {A}, clockwise: which flange does its spoke go to?",
    kind: "choice",
    choices: [
      { value: "A", label: "to the {A}" },
      { value: "B", label: "to the {B}" },
    ],
  },
  {
    name: "lacing.firstLean",
    label: "which way that spoke leans",
    how: "from hub to rim, against the turning: trailing; with it: leading",
    kind: "choice",
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
    choices: [
      { value: "out", label: "outside" },
      { value: "in", label: "inside" },
    ],
  },
  {
    name: "rotation",
    label: "which way the wheel turns",
    how: "going forward, seen from the {A}",
    kind: "choice",
    choices: [
      { value: "clockwise", label: "clockwise" },
      { value: "anticlockwise", label: "anticlockwise" },
    ],
  },
  {
    name: "found.lateral",
    label: "side to side as found",
    how: "dial on the rim's side, one turn: highest − lowest",
    kind: "length",
    likely: [0, 10],
  },
  {
    name: "found.radial",
    label: "hop as found",
    how: "dial on the bed, one turn: highest − lowest",
    kind: "length",
    likely: [0, 10],
  },
  {
    name: "hub.spacers",
    label: "spacers and their order",
    how: "from the {A} across to the {B}; the spacer between the bearings goes back in",
    kind: "text",
  },
  {
    name: "condition",
    label: "condition and marks",
    how: "cracks, pulled holes, flat spots, rust, hub mark against the valve",
    kind: "text",
  },
];

/** Measured with the wheel apart (or assumed, and then said so). */
export const MEASURE_FIGURES: readonly Figure[] = [
  { name: "rim.holes", label: "rim holes", how: "count them; they go round in fours", kind: "count", likely: [28, 40] },
  {
    name: "rim.outsideDiameter",
    label: "outside diameter",
    how: "over the rim's edges, straight across",
    kind: "length",
    likely: [300, 720],
  },
  {
    name: "rim.height",
    label: "rim height",
    how: "outer edge down to the underside of the bed",
    kind: "length",
    likely: [5, 60],
  },
  {
    name: "rim.bedThickness",
    label: "bed thickness",
    how: "vernier through a nipple hole",
    kind: "length",
    likely: [0.8, 6],
  },
  { name: "rim.washer", label: "washer", how: "under the nipple head; 0 for none", kind: "length", likely: [0, 2.5] },
  {
    name: "rim.headToSlot",
    label: "nipple head to slot",
    how: "from the nipple's seat to the bottom of its slot",
    kind: "length",
    likely: [0, 8],
  },
  {
    name: "rim.holeOffset",
    label: "holes off the centre line",
    how: "hole centre from the rim's middle, + towards its own flange",
    kind: "length",
    likely: [0, 10],
  },
  {
    name: "rim.width",
    label: "rim width",
    how: "over the rim's edges, side to side",
    kind: "length",
    likely: [18, 90],
  },
  {
    name: "rim.section",
    label: "rim",
    how: "a magnet tells",
    kind: "choice",
    choices: [
      { value: "steel", label: "steel" },
      { value: "alloy", label: "alloy" },
    ],
  },
  {
    name: "hub.width",
    label: "spacer width",
    how: "between the two spacer (or locknut) faces",
    kind: "length",
    likely: [60, 260],
  },
  ...sides(
    (s): Figure => ({
      name: `hub.${s}.fromFace`,
      label: `{${s}} face to flange`,
      how: "depth from the spacer face in to the middle of the flange",
      kind: "length",
      likely: [-10, 100],
    }),
  ),
  ...sides(
    (s): Figure => ({
      name: `hub.${s}.holeCircle`,
      label: `{${s}} hole circle`,
      how: "centre to centre across the flange: edge to edge plus one hole",
      kind: "length",
      likely: [30, 320],
    }),
  ),
  ...sides(
    (s): Figure => ({
      name: `hub.${s}.holeDiameter`,
      label: `{${s}} spoke hole`,
      how: "drill shank or vernier jaws",
      kind: "length",
      likely: [2, 6],
    }),
  ),
  {
    name: "hub.seat",
    label: "spokes",
    how: "bent at the head or straight",
    kind: "choice",
    choices: [
      { value: "bent", label: "bent" },
      { value: "straight", label: "straight" },
    ],
  },
  {
    name: "offset.wanted",
    label: "offset wanted",
    how: "rim centre from hub centre, + towards the {A}",
    kind: "length",
    likely: [-30, 30],
  },
  {
    name: "lacing.A.cross",
    label: "crosses, {A}",
    how: "how often a spoke crosses others of its flange",
    kind: "count",
    likely: [1, 4],
  },
  {
    name: "lacing.B.cross",
    label: "crosses, {B}",
    how: "how often a spoke crosses others of its flange",
    kind: "count",
    likely: [1, 4],
  },
  { name: "spoke.diameter", label: "spoke thickness", how: "vernier on the body", kind: "length", likely: [1.6, 5] },
  {
    name: "spoke.threadPitch",
    label: "thread pitch",
    how: "mm a turn: 40 to the inch is 0.635, 56 is 0.454",
    kind: "length",
    likely: [0.4, 0.8],
  },
  {
    name: "tension.target",
    label: "tension wanted, N",
    how: "the maker's figure if there is one; on the tighter side",
    kind: "force",
    likely: [600, 4000],
  },
];

/** How many steps of the lacing walk are behind; kept so that it finds its place again. */
export const LACED_SO_FAR: Figure = {
  name: "lace.last",
  label: "spokes laced",
  how: "counted by the walk",
  kind: "count",
};

/** What stands in for a figure nobody took; marked assumed wherever it is used. */
export const PRESETS: Readonly<Record<string, number | string>> = {
  "rim.holes": 36,
  "rim.outsideDiameter": 485,
  "rim.height": 30,
  "rim.bedThickness": 3,
  "rim.washer": 0,
  "rim.headToSlot": 2.5,
  "rim.holeOffset": 2,
  "rim.width": 50,
  "rim.section": "steel",
  "hub.width": 130,
  "hub.A.fromFace": 33,
  "hub.B.fromFace": 33,
  "hub.A.holeCircle": 150,
  "hub.B.holeCircle": 150,
  "hub.A.holeDiameter": 4,
  "hub.B.holeDiameter": 4,
  "hub.seat": "bent",
  "offset.wanted": 0,
  "lacing.A.cross": 2,
  "lacing.B.cross": 2,
  "spoke.diameter": 3.5,
  "spoke.threadPitch": 0.635,
  "tension.target": 2000,
  "rim.firstHole": "A",
  "lacing.firstLean": "trailing",
  "lacing.trailingHeads": "out",
  rotation: "clockwise",
};
