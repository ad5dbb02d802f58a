import { CAN_BE } from "../spoke/can-be";
import { STAGINGS } from "../tension/staging";
import { type AskedFigure, doneOrNot, type Figure, takenIn } from "./figure";

/** What the wheel must carry, and what is known of its tension. */
export const DUTY_FIGURES: readonly Figure[] = takenIn("tension", [
  {
    name: "tension.makers",
    label: "maker's tension",
    how: "from the machine's service manual, on the tighter side; leave it when nobody knows",
    kind: "force",
    picture: "look",
    likely: [300, 5000],
  },
  {
    name: "load.mass",
    label: "kilograms on this wheel",
    how: "standing, with rider and load; the heavier wheel carries a little over half",
    kind: "count",
    picture: "look",
    likely: [20, 400],
  },
  {
    name: "load.hit",
    label: "a hard hit, times that weight",
    how: "2 on a good road, 3 and more in the rough",
    kind: "number",
    picture: "look",
    likely: [1, 6],
  },
  {
    name: "load.braking",
    label: "braking, part of that weight",
    how: "0 for a wheel with no brake, 0.8 for a good drum on a dry road",
    kind: "number",
    picture: "drum",
    likely: [0, 1.2],
  },
  {
    name: "tyre.pressure",
    label: "tyre pressure, bar",
    how: "as it will be ridden",
    kind: "number",
    picture: "look",
    likely: [1, 5],
  },
  {
    name: "tyre.width",
    label: "tyre width",
    how: "across the blown-up tyre",
    kind: "length",
    picture: "rim-width",
    likely: [40, 160],
  },
]);

/** For the ear: what swings between bend and nipple. */
export const SOUND_FIGURES: readonly Figure[] = takenIn("tension", [
  {
    name: "spoke.bodyDiameter",
    label: "thickness in the middle",
    how: "of the part that swings; thinner than the ends where it is butted",
    kind: "length",
    picture: "vernier",
    can: { ...CAN_BE.middle, cannot: "mm is no spoke's thickness; 1 to 8 mm will do" },
    likely: [1.4, 5],
  },
  {
    name: "spoke.inNipple",
    label: "spoke inside its nipple",
    how: "from the bottom of the slot to the nipple's tail",
    kind: "length",
    picture: "nipple",
    can: { ...CAN_BE.inNipple, cannot: "mm is in no nipple; 2 to 60 mm will do" },
    likely: [8, 30],
  },
]);

const done = (name: string, label: string, how: string): AskedFigure => doneOrNot(`tension.${name}`, label, how);

/** Before tension comes on, and how it is brought up. */
export const STAGING_FIGURES: readonly Figure[] = takenIn("tension", [
  {
    name: "tension.staging",
    label: "brought up",
    how: "in how many rounds; whole turns counted from the valve",
    kind: "choice",
    picture: "count",
    choices: Object.entries(STAGINGS).map(([value, { label }]) => ({ value, label })),
  },
  done(
    "covered",
    "threads just covered, all round",
    "every nipple to where the thread disappears: the count starts there",
  ),
  done("heads", "heads seated", "a tap with a drift on each head, so that the elbow lies flat on its flange"),
  done("line", "outer spokes bent to their line", "press each at its bend towards the rim before tension does it"),
]);

export const TENSION_FIGURES: readonly Figure[] = [...DUTY_FIGURES, ...SOUND_FIGURES, ...STAGING_FIGURES];
