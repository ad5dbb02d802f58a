import type { Warning, WarningCode, WarningFigures } from "./warning";

type Words = { readonly [C in WarningCode]: (figures: WarningFigures[C]) => string };

const tenths = (x: number): string => x.toFixed(1);

const WORDS: Words = {
  radial: () => "Radial spokes cannot carry brake or drive: a driven or drum-braked wheel is never laced radially.",
  cross: ({ cross }) => `${cross} cross passes the tangent; one cross less leaves the hub straighter.`,
  "no-sideways-hold": () =>
    "The rim holes stand outside this flange: its spokes would pull the wrong way. Check offset and flange distances.",
  "entry-angle": ({ angle, limit, own }) =>
    `The spoke stands ${tenths(angle)}° off the nipple hole, limit ${Number(tenths(limit))}: it will bend at the nipple.${
      own ? " Fewer crosses, or a nipple that swings further, cure it." : ""
    }`,
  "head-overlap": ({ by }) => `A spoke runs ${tenths(by)} mm into its neighbour's head; use fewer crosses.`,
  "thread-short": ({ thread, needed }) =>
    `The spoke's thread is ${tenths(thread)} mm; ${tenths(needed)} must hold in the nipple. Spokes with a longer thread cure it.`,
  "no-window": () =>
    "Nipple and thread leave no room: an end that holds enough already stands proud. A nipple with more thread cures it.",
  "wrong-side": ({ side, holes, flange }) =>
    `{${side}}: the rim holes stand ${tenths(holes)} off the middle, outside a flange ${tenths(flange)} from it. Is the first hole on the wrong flange, or the flange measured from the wrong face?`,
  upright: ({ side, across }) =>
    `{${side}}: the spokes lean only ${tenths(across)} mm sideways; they hardly hold the rim there. Less offset, or holes nearer the middle, cures it.`,
  stubby: ({ length }) =>
    `A spoke of ${length.toFixed(0)} mm is nearly all thread and head; it cannot be swung in or bent to its line. Fewer crosses or another hub cure it.`,
};

/** A warning in the words of the trade; sides stand as {A} and {B} until they get their names. */
export const warningWords = <C extends WarningCode>(warning: Extract<Warning, { code: C }>): string =>
  (WORDS[warning.code as C] as Words[C])(warning.figures as WarningFigures[C]);
