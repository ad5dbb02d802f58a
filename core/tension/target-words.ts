import { showTension } from "../units/show-force";
import type { TargetBand, TargetFigures, TargetReason } from "./target";

type Code = keyof TargetFigures;
/** Says a tension, N, with its unit. */
type Say = (newton: number) => string;
type Words = { readonly [C in Code]: (figures: TargetFigures[C], say: Say) => string };

const WORDS: Words = {
  makers: ({ aim, under, over }, say) =>
    [
      `The maker's figure, ${say(aim)}, comes first.`,
      ...(under === null ? [] : [`It lies under the floor of ${say(under)} for the load as given: is the load right?`]),
      ...(over === null
        ? []
        : [
            `It lies over the ${say(over)} that these spokes and this rim are known to stand: is it for this very wheel?`,
          ]),
    ].join(" "),
  floor: ({ hit, mass, braked, loss, tyre, floor }, say) =>
    `A hit of ${hit} times ${mass} kg${braked ? " with the brake on" : ""} takes ${say(loss)} off the worst placed spoke, the tyre some ${say(tyre)} off all: with a mean below ${say(floor)} on the tighter side, a spoke that is 20 % low would go slack.`,
  spoke: ({ most, at, diameter }, say) =>
    `Over ${say(most)} ${
      at === "thread" ? `the core of a thread on ${diameter} mm wire` : `a middle of ${Number(diameter.toFixed(2))} mm`
    } carries more than its working stress in a spoke 20 % high.`,
  buckling: ({ gives, most }, say) =>
    `The rim would give way sideways at about ${say(gives)}; half of that, ${say(most)}, is as far as to go. A rim's stiffness is known within a factor of two at best.`,
  balance: ({ A, B }, say) => `With this offset the sides' means are {A} ${say(A)} and {B} ${say(B)}.`,
  narrow: () =>
    "Tight enough for this load is tighter than these spokes or this rim can stand: they are too light for it, or the load is not right.",
};

/** Why the band lies where it does; sides stand as {A} and {B} until they get their names. */
export const targetWords = <C extends Code>(
  reason: Extract<TargetReason, { code: C }>,
  say: Say = showTension,
): string => (WORDS[reason.code as C] as Words[C])(reason.figures as TargetFigures[C], say);

/** What stands against the tension that is worked to, as it was told; null inside the band, to the ten newtons it is known to. */
export const againstTarget = (
  told: string,
  target: number,
  { floor, ceiling }: TargetBand,
  say: Say = showTension,
): string | null => {
  if (target > ceiling + 10)
    return `${told}, as it is worked to now, is more than these spokes or this rim stand: ${say(ceiling)}.`;
  if (target < Math.min(floor, ceiling) - 10)
    return `With ${told}, as it is worked to now, a spoke may go slack under this load.`;
  return null;
};
