import type { ElasticWheel } from "../../mechanics/elastic-wheel";
import { type WheelGeometry, wheelGeometry } from "../../mechanics/wheel-geometry";
import { sideTensions } from "../../tension/balance";
import type { AdviseInput } from "../advise-input";
import { type Learnt, learn } from "./learn";
import { type WheelState, wheelBetween, wheelState, workingTensions } from "./state";

/** What is known of a wheel from everything read and turned so far. */
export interface Known {
  readonly geometry: WheelGeometry;
  /** N wanted in each spoke when all is done. */
  readonly full: Float64Array;
  /** Stiffness and wind-up, from the rounds so far. */
  readonly learnt: Learnt;
  /** How it answers on the way from here to there. */
  readonly elastic: ElasticWheel;
  /** The rim's line and the tensions. */
  readonly state: WheelState;
}

export const knownOf = (input: AdviseInput): Known => {
  const { wheel, readings, history, nipple } = input;
  const geometry = wheelGeometry(wheel);
  const sides = sideTensions(wheel, geometry.spokes);
  const full = Float64Array.from(geometry.spokes, (s) => sides[s.flange]);
  const learnt = learn(geometry, full, readings, history);
  const working = workingTensions(geometry, full, readings);
  // A nipple that does not turn leaves its spoke about where it is.
  const then = full.map((t, i) => (nipple.left?.[i] === 0 ? working[i] : t));
  const elastic = wheelBetween(geometry, learnt.stiffness, working, then);
  const state = wheelState(geometry, elastic, learnt.grip, full, readings, history, input.tight, input.bare);
  return { geometry, full, learnt, elastic, state };
};
