import { RimBuckles } from "../mechanics/buckling";
import { benchPace, minutesAhead, type WayAhead } from "../planning/bench-pace";
import { placesRead } from "../rounds/round-readings";
import { BadInput } from "../wheel/bad-input";
import { advise } from "./advise";
import type { AdviseInput } from "./advise-input";
import { misreadings } from "./knowing/misreadings";
import { roundsAhead } from "./rounds-ahead";
import type { Advice } from "./saying/advice";
import { frontOf } from "./solving/front";
import { adviseInputOf, type WheelOnStand } from "./wheel-on-stand";

const saidWell = <T>(work: () => T): T => {
  try {
    return work();
  } catch (error) {
    if (error instanceof RimBuckles)
      throw new BadInput("tension.target", error.message, { code: "stands-against", what: "rim" });
    throw error;
  }
};

/** The first round's steps: what a sixteenth would better is lost in what nobody knows of this rim yet. */
const COARSE = 1 / 8;

/** No sixteenths in a wheel's first round, unless nothing coarser is worth turning. */
const inCoarseSteps = (input: AdviseInput): Advice => {
  const begun = input.nipple.fixed?.some((t) => t !== null && (t / COARSE) % 1 !== 0) ?? false;
  if (input.history.length > 0 || begun) return advise(input);
  const coarse = advise({ ...input, nipple: { ...input.nipple, step: COARSE } });
  return coarse.verdict === "turn" && coarse.turns.some((t) => t !== 0) ? coarse : advise(input);
};

/** Advice on a round. @throws BadInput when there is too little to go on, or the rim would buckle */
export const adviceOn = (onStand: WheelOnStand, roundId: string): Advice => {
  const input = adviseInputOf(onStand, roundId);
  return saidWell(() => ({ ...inCoarseSteps(input), misread: misreadings(input) }));
};

/** How true this wheel could be for how uneven. @throws BadInput as `adviceOn` */
export const frontOn = (onStand: WheelOnStand, roundId: string): ReturnType<typeof frontOf> => {
  const input = adviseInputOf(onStand, roundId);
  return saidWell(() => frontOf(input));
};

/** Rounds, nipples and minutes to the end of truing, from one round's readings. @throws BadInput as `adviceOn` */
export const wayAheadOn = (onStand: WheelOnStand, roundId: string): WayAhead => {
  const input = adviseInputOf(onStand, roundId);
  const { rounds } = onStand.read;
  return saidWell(() => {
    const ahead = roundsAhead(input, rounds.find((r) => r.id === roundId)?.advice ?? inCoarseSteps(input));
    const pace = benchPace(rounds);
    const readings = placesRead(input.readings.lateral) + placesRead(input.readings.radial);
    const minutes = (end: 0 | 1) => minutesAhead(pace, ahead.rounds[end], ahead.touches[end], readings);
    return { ...ahead, minutes: [minutes(0), minutes(1)], ownPace: pace.own };
  });
};
