import { SCHOOL_WORDS, SCHOOLS } from "../truing/solving/schools";
import { type Figure, takenIn } from "./figure";

/** Where a wheel is turned for a sitting, with what follows from it. */
const SITTING_PLACES: readonly {
  readonly value: string;
  readonly label: string;
  readonly tyreOn: boolean;
  readonly inMachine: boolean;
}[] = [
  { value: "off", label: "tyre off, on a stand", tyreOn: false, inMachine: false },
  { value: "on", label: "tyre on, on a stand", tyreOn: true, inMachine: false },
  { value: "off-machine", label: "tyre off, in the machine", tyreOn: false, inMachine: true },
  { value: "on-machine", label: "tyre on, in the machine", tyreOn: true, inMachine: true },
];

/** What a choice of `true.tyre` means; on a stand with the tyre off while nobody said. */
export const sittingOf = (told: string | undefined): { readonly tyreOn: boolean; readonly inMachine: boolean } =>
  SITTING_PLACES.find((p) => p.value === told) ?? SITTING_PLACES[0];

/** Asked once a sitting, before the dial is set. */
export const SITTING_FIGURES: readonly Figure[] = takenIn("true", [
  {
    name: "true.tyre",
    label: "tyre, and where the wheel turns",
    how: "Tyre on: hop at the rim's edge, small corrections only. In the machine: secured on its stand, engine off, fingers clear of chain and brake",
    kind: "choice",
    picture: "dial",
    choices: SITTING_PLACES.map(({ value, label }) => ({ value, label })),
  },
  {
    name: "true.free",
    label: "thread known to be free above the nipples, turns",
    how: "how far every nipple may still go before a spoke's end stands out of its slot; half a turn when nobody knows",
    kind: "number",
    picture: "nipple",
    likely: [0, 6],
    onlyIf: { figure: "true.tyre", is: SITTING_PLACES.filter((p) => p.tyreOn).map((p) => p.value) },
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
]);

/** Asked with them while no tension was read: a wheel just laced runs as true as a tight one. */
export const TIGHT_FIGURE: Figure = {
  stage: "true",
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
export const WAY_FIGURES: readonly Figure[] = takenIn("true", [
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
]);

export const TRUING_FIGURES: readonly Figure[] = [...SITTING_FIGURES, ...WAY_FIGURES];
