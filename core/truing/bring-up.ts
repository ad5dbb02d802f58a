import type { PlacedSpoke } from "../lacing/placement";
import type { AdviseInput } from "./advise-input";
import { knownOf } from "./knowing/known";
import type { Advice } from "./saying/advice";
import { asForecast } from "./saying/forecast";
import { outcome } from "./solving/aim";
import { makeAim } from "./solving/make-aim";

/** Turns in one go for a spoke nobody has felt yet. */
const MOST = 2;
/**
 * Part of the reckoned turns that is told: stand-in wheels answer one spoke up to 1.4 times as the model does, and past
 * its likes a spoke must come back; the ear does the rest.
 */
const SHY = 0.7;

/** Spokes laced like this one: same side, same lean, same head; the nearest first. */
const likesOf = (spokes: readonly PlacedSpoke[], at: number): number[] => {
  const own = spokes[at];
  const n = spokes.length;
  const apart = (i: number) => Math.min(Math.abs(i - at), n - Math.abs(i - at));
  return spokes
    .flatMap((s, i) => (i !== at && s.flange === own.flange && s.lean === own.lean && s.head === own.head ? [i] : []))
    .sort((a, b) => apart(a) - apart(b));
};

/**
 * A new spoke among others that hold: it is brought to the tension of its likes before anything else is turned, for the
 * run-out it leaves is its own and no neighbour's. From just tight, or from what was read of it.
 *
 * @param fresh spokes, 1…n, not yet brought up
 */
export const bringUp = (input: AdviseInput, fresh: readonly number[]): Advice => {
  const { geometry, full, learnt, elastic, state } = knownOf(input);
  const n = full.length;
  const { step, fixed } = input.nipple;
  const read = input.readings.tension ?? [];
  const turns = new Float64Array(n);
  const reasons = fresh.map((spoke): Advice["reasons"][number] => {
    const at = spoke - 1;
    const likes = likesOf(geometry.spokes, at);
    const heard = likes.flatMap((i) => (typeof read[i] === "number" && read[i] > 0 ? [read[i]] : []));
    const wanted = heard.length > 0 ? heard.reduce((a, b) => a + b, 0) / heard.length : state.tension[at] || full[at];
    const holds = read[at] ?? 0;
    const perTurn = elastic.influences.tension[at * n + at] * input.wheel.spoke.threadPitch * learnt.grip;
    const exact = Math.min(MOST, Math.max(0, (SHY * (wanted - holds)) / perTurn));
    turns[at] = fixed?.[at] ?? Math.max(step, Math.floor(exact / step) * step);
    return {
      code: "fresh",
      spokes: [spoke],
      figures: {
        turns: turns[at],
        likes: likes.slice(0, 2).map((i) => i + 1),
        read: typeof read[at] === "number" && read[at] > 0,
      },
    };
  });
  fixed?.forEach((t, i) => {
    if (t !== null) turns[i] = t;
  });
  // What the rim would do if the spoke took up all of it; from just tight nobody knows how much of a turn is slack.
  const aim = makeAim(input, geometry, elastic.influences, state, learnt, full, input.stage);
  return {
    turns: [...turns],
    forecast: asForecast(geometry, outcome(aim, turns)),
    verdict: "turn",
    rim: { lateral: null, radial: null, action: "none", bend: null },
    school: null,
    reasons,
    learnt,
  };
};
