import type { TargetBand, TargetFigures, TargetReason } from "./target";

type Code = keyof TargetFigures;
type Words = { readonly [C in Code]: (figures: TargetFigures[C]) => string };

/** N to tens: nothing here is known more closely. */
const tens = (newton: number): string => String(Math.round(newton / 10) * 10);

const WORDS: Words = {
  makers: ({ aim, under, over }) =>
    [
      `The maker's figure, ${tens(aim)} N, comes first.`,
      ...(under === null
        ? []
        : [`It lies under the floor of ${tens(under)} N for the load as given: is the load right?`]),
      ...(over === null
        ? []
        : [
            `It lies over the ${tens(over)} N that these spokes and this rim are known to stand: is it for this very wheel?`,
          ]),
    ].join(" "),
  floor: ({ hit, mass, braked, loss, tyre, floor }) =>
    `A hit of ${hit} times ${mass} kg${braked ? " with the brake on" : ""} takes ${tens(loss)} N off the worst placed spoke, the tyre some ${tens(tyre)} N off all: with a mean below ${tens(floor)} N on the tighter side, a spoke that is 20 % low would go slack.`,
  spoke: ({ most, at, diameter }) =>
    `Over ${tens(most)} N ${
      at === "thread" ? `the core of a thread on ${diameter} mm wire` : `a middle of ${Number(diameter.toFixed(2))} mm`
    } carries more than its working stress in a spoke 20 % high.`,
  buckling: ({ gives, most }) =>
    `The rim would give way sideways at about ${tens(gives)} N; half of that, ${tens(most)} N, is as far as to go. A rim's stiffness is known within a factor of two at best.`,
  balance: ({ A, B }) => `With this offset the sides' means are {A} ${tens(A)} and {B} ${tens(B)} N.`,
  narrow: () =>
    "Tight enough for this load is tighter than these spokes or this rim can stand: they are too light for it, or the load is not right.",
};

/** Why the band lies where it does; sides stand as {A} and {B} until they get their names. */
export const targetWords = <C extends Code>(reason: Extract<TargetReason, { code: C }>): string =>
  (WORDS[reason.code as C] as Words[C])(reason.figures as TargetFigures[C]);

/** What stands against the tension that is worked to; null inside the band, to the ten newtons it is known to. */
export const againstTarget = (target: number, { floor, ceiling }: TargetBand): string | null => {
  if (target > ceiling + 10)
    return `${tens(target)} N, as it is worked to now, is more than these spokes or this rim stand: ${tens(ceiling)} N.`;
  if (target < Math.min(floor, ceiling) - 10)
    return `With ${tens(target)} N, as it is worked to now, a spoke may go slack under this load.`;
  return null;
};
