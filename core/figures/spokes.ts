import { SAMPLE_FIGURES } from "./book-in";
import { type Figure, takenIn } from "./figure";

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
    how: "vernier on the wire near the bend; a gauge is read too: 10 swg",
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
    label: "tension wanted",
    how: "the maker's figure if there is one; on the tighter side",
    kind: "force",
    picture: "look",
    likely: [600, 4000],
  },
]);
