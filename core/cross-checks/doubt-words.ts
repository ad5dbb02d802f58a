import { FIGURES } from "../figures/all-figures";
import { showForce } from "../units/show-force";
import { towards } from "../wheel/side-names";
import type { Doubt, DoubtCode, DoubtFigures, Quantity } from "./doubt";
import type { Explanation } from "./old-spokes";
import { slipWords } from "./slip-words";

type Words = {
  readonly [C in DoubtCode]: (figures: DoubtFigures[C], label: string) => string;
};

const sentence = (text: string): string => text.slice(0, 1).toUpperCase() + text.slice(1);
const by = (who: string): string => (who ? ` (${who})` : "");
const tenths = (mm: number): string => mm.toFixed(1);

const QUANTITY: Readonly<Record<Quantity["of"], string>> = {
  erd: "Effective rim diameter",
  "flange-to-flange": "Flange to flange",
  "offset-found": "Offset as found",
  "hole-circle": "hole circle",
};
const named = (quantity: Quantity): string =>
  quantity.of === "hole-circle" ? `{${quantity.side}} ${QUANTITY[quantity.of]}` : QUANTITY[quantity.of];

const fromMiddle = (mm: number): string =>
  Math.abs(mm) < 0.05 ? "0.0 from the hub's middle" : `${tenths(Math.abs(mm))} to ${towards(mm)}`;

const explained = (e: Explanation): string => {
  if (e.code === "sides") return "the two sides mixed up: these are the other side's spokes";
  if (e.code === "cross") return `{${e.side}}: ${e.cross} cross instead of ${e.planned}`;
  return `${e.label}${e.figure === "offset.found" ? " to {A}" : ""} ${tenths(Math.abs(e.by))} mm ${e.by > 0 ? "more" : "less"}`;
};

const WORDS: Words = {
  differ: ({ quantity, between: [one, other], by, slip, another }) => {
    if (slip && another) return `Or: ${slipWords(slip)}.`;
    const differ = `${named(quantity)}: ${one.way} makes ${tenths(one.total)}, ${other.way} ${tenths(other.total)}; they differ by ${tenths(by)} mm.`;
    return slip ? `${differ} ${sentence(slipWords(slip))}.` : `${differ} No one slip explains it: take both again.`;
  },
  "flanges-cross": ({ terms, apart }) =>
    `The two flanges would cross: ${terms.map(tenths).join(" − ")} leaves ${tenths(apart)} between them.`,
  "chord-miscounted": ({ side, chord, other, counted, agrees }) =>
    `{${side}} hole circle: the chord makes ${tenths(chord)}, the other way ${tenths(other)}. Counted over ${agrees} holes instead of ${counted} they agree.`,
  "holes-crowded": ({ side, holes, hole, circle, pitch }) =>
    `{${side}}: ${holes} holes of ${tenths(hole)} on a circle of ${tenths(circle)} stand ${tenths(pitch)} apart, which leaves hardly any room. Is the circle wrong, or the count?`,
  "circles-changed-over": ({ A, B, hub }) =>
    `The hole circle is larger on the {B} (${B.toFixed(0)}) than on the {A} (${A.toFixed(0)}); a ${hub} hub has the drum's flange the larger. Left and right mixed up?`,
  "not-midway": ({ midway, found, mirrored }) =>
    `Old spokes of one length on both sides put the rim midway between the flanges, ${fromMiddle(midway)}; the offset as found says ${fromMiddle(found)}.${mirrored ? " Left and right mixed up?" : ""}`,
  bore: ({ side, cross, asked, bore }) =>
    `{${side}}: ${cross} cross leaves the hub ${asked.toFixed(0)}° off the radius, the bores stand at ${bore.toFixed(0)}°. Another number of crosses, or measure the angle again?`,
  "taken-twice": ({ there, here }, label) =>
    `${label} was taken twice at once: ${there.typed}${by(there.who)} and ${here.typed}${by(here.who)}. The later one counts until somebody says which is right.`,
  odd: ({ typed, others }, label) =>
    `${label}: ${typed} stands apart from the other ${others}. Leave it out, or take it again.`,
  repeats: ({ spread }, label) => `${label}: the repeats lie ${tenths(spread)} mm apart; take it once more.`,
  "out-of-round": ({ by, places }, label) =>
    `${label}: ${tenths(by)} mm out of round over ${places} places. A misread place, or a rim that is not round.`,
  unlikely: ({ value, from, to, tension }, label) =>
    `${label}: ${tension ? showForce(value, "N") : Number(value.toFixed(2))} is unusual; mostly ${from} to ${to}.`,
  "rim-size": ({ erd, inches, from, to }) =>
    `An effective rim diameter of ${tenths(erd)} does not go with a ${inches} inch rim, where ${Math.round(from)} to ${Math.round(to)} is usual.`,
  "old-spokes": ({ explanation, another }) =>
    another
      ? `Or: ${explained(explanation)}.`
      : `The old spokes do not fit what was measured. One thing would explain them all: ${explained(explanation)}.`,
  "carried-differs": ({ from, carried, measured }, label) =>
    `${label}: ${tenths(measured)} measured here, ${tenths(carried)} carried from ${from}. They are not made alike: measure the others too.`,
  "drum-pulled": ({ before, after }) =>
    `The drum was ${before.toFixed(2)} out of round and is ${after.toFixed(2)} with the spokes tight: the spokes pull it. Even the tension before anybody machines it.`,
  "drum-out-of-round": ({ by, limit }) =>
    `The drum is ${by.toFixed(2)} out of round; over ${limit} is felt at the lever. Machining goes to those equipped for it, within the size cast in the drum.`,
};

/** A doubt in the words of the trade; sides stand as {A} and {B} until they get their names. */
export const doubtWords = <C extends DoubtCode>(doubt: Extract<Doubt, { code: C }>): string =>
  (WORDS[doubt.code as C] as Words[C])(
    doubt.figures as DoubtFigures[C],
    sentence(FIGURES[doubt.figure]?.label ?? doubt.figure),
  );
