import { placeSpokes } from "@/core/lacing/placement";
import { sideTensions } from "@/core/tension/balance";
import { StandInWheel } from "./stand-in-wheel";

/** What a hand turns at a time when it trues by eye. */
const QUARTER = 0.25;
/** Under this part of the wanted tension a wheel is brought up before it is trued, by so much a round, every nipple alike. */
const UP = { under: 0.7, by: 0.5 };

type Turn = (spoke: number, by: number) => void;

const middle = (x: readonly number[]) => x.reduce((a, b) => a + b, 0) / x.length;
const farthest = (x: readonly number[], from: number) =>
  x.reduce((best, v, i) => (Math.abs(v - from) > Math.abs(x[best] - from) ? i : best), 0);

/**
 * The hand method of the bench, once: the worst spot by eye, a quarter turn on the nearest spoke of the side it must go to
 * and a quarter off its neighbour, or both on where it hops. Two nipples are touched. Common practice.
 */
export const turnWorst = (stand: StandInWheel, turn: Turn): void => {
  const spokes = placeSpokes(stand.wheel);
  const n = spokes.length;
  const lateral = spokes.map((s) => stand.readLateral(s.spoke));
  const radial = spokes.map((s) => stand.readRadial(s.spoke));
  const [ml, mr] = [middle(lateral), middle(radial)];
  const [worstL, worstR] = [farthest(lateral, ml), farthest(radial, mr)];
  if (Math.abs(lateral[worstL] - ml) >= Math.abs(radial[worstR] - mr)) {
    const to = lateral[worstL] > ml ? "B" : "A";
    const pull = [worstL, (worstL + 1) % n, (worstL + n - 1) % n].find((i) => spokes[i].flange === to) ?? worstL;
    turn(pull + 1, QUARTER);
    turn(((pull + 1) % n) + 1, -QUARTER);
  } else {
    const by = radial[worstR] > mr ? QUARTER : -QUARTER;
    turn(worstR + 1, by);
    turn(((worstR + 1) % n) + 1, by);
  }
};

/** What a hand would turn of each nipple in a round with about so many touches; the wheel itself is left as it is. */
export const handRound = (stand: StandInWheel, touches: number): number[] => {
  const apart = new StandInWheel(stand.wheel, stand.hidden, stand.state);
  const spokes = placeSpokes(stand.wheel);
  const wanted = sideTensions(stand.wheel, spokes);
  const tight = middle(spokes.map((s) => apart.truePull(s.spoke) / wanted[s.flange]));
  if (tight < UP.under) return spokes.map(() => UP.by);
  const made = spokes.map(() => 0);
  for (let used = 0; used < touches; used += 2)
    turnWorst(apart, (spoke, by) => {
      apart.turn(spoke, by);
      made[spoke - 1] += by;
    });
  return made;
};
