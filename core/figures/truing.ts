import { SCHOOL_WORDS, SCHOOLS } from "../truing/schools";
import type { Figure } from "./figure";

/** Asked once a sitting, before the dial is set. */
export const SITTING_FIGURES: readonly Figure[] = [
  {
    name: "true.tyre",
    label: "tyre, and where the wheel turns",
    how: "on: hop at the rim's edge, small corrections only. In the machine: secured on its stand, engine off, fingers clear of chain and brake",
    kind: "choice",
    picture: "dial",
    choices: [
      { value: "off", label: "tyre off, on a stand" },
      { value: "on", label: "tyre on, on a stand" },
      { value: "off-machine", label: "tyre off, in the machine" },
      { value: "on-machine", label: "tyre on, in the machine" },
    ],
  },
  {
    name: "true.free",
    label: "thread known to be free above the nipples, turns",
    how: "how far every nipple may still go before a spoke's end stands out of its slot; half a turn when nobody knows",
    kind: "number",
    picture: "nipple",
    likely: [0, 6],
    onlyIf: { figure: "true.tyre", is: ["on", "on-machine"] },
  },
  {
    name: "true.play",
    label: "axle clamped, three turns of the wheel alike",
    how: "rock the rim: play over 0.05 mm in the bearings makes every reading worthless",
    kind: "choice",
    picture: "dial",
    choices: [
      { value: "none", label: "no play felt" },
      { value: "felt", label: "play felt" },
    ],
  },
];

/** Asked with them while no tension was read: a wheel just laced runs as true as a tight one. */
export const TIGHT_FIGURE: Figure = {
  name: "true.tight",
  label: "how tight it is to begin with",
  how: "only while no tension is read: as a hand feels it",
  kind: "choice",
  picture: "look",
  choices: [
    { value: "0.15", label: "just laced" },
    { value: "0.5", label: "half" },
    { value: "0.8", label: "nearly" },
    { value: "1", label: "up to tension" },
  ],
};

/** How the bench works at this wheel. */
export const WAY_FIGURES: readonly Figure[] = [
  {
    name: "true.school",
    label: "way of working",
    how: "what is put first; each says what it costs",
    kind: "choice",
    picture: "look",
    choices: SCHOOLS.map((s) => ({ value: s, label: SCHOOL_WORDS[s].label })),
  },
  {
    name: "true.own",
    label: "own tolerance, side to side and hop",
    how: "total reading",
    kind: "length",
    picture: "dial",
    likely: [0.05, 3],
  },
  TIGHT_FIGURE,
];

/** A nipple that does not turn, or whose spoke slipped back: kept by spoke. */
export const STUCK_FIGURE: Figure = {
  name: "nipple.stuck",
  label: "does not turn",
  how: "penetrating oil over night, warmth, or a new spoke and nipple",
  kind: "choice",
  picture: "nipple",
  places: 72,
  choices: [
    { value: "stuck", label: "won't turn" },
    { value: "slipped", label: "slipped back" },
    { value: "free", label: "turns again" },
  ],
};

/** A line of the finish answered: `key|seen`, `key|not-part`, `key|not-done|because`; one place a line. */
export const FINISH_FIGURE: Figure = {
  name: "finish.answer",
  label: "looked at before handing back",
  how: "seen, not part of this job, or not done and why",
  kind: "text",
  picture: "look",
  places: 40,
};

/** The first of two lengths that tell the offset together, kept until the second is taken. */
export const OFFSET_PART_FIGURE: Figure = {
  name: "true.offsetPart",
  label: "first of two lengths to the offset",
  how: "kept until the second is taken",
  kind: "text",
  picture: "straight-edge",
};

export const TRUING_FIGURES: readonly Figure[] = [
  ...SITTING_FIGURES,
  ...WAY_FIGURES,
  STUCK_FIGURE,
  OFFSET_PART_FIGURE,
  FINISH_FIGURE,
];
