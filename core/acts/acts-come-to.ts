import type { FinishAnswer } from "../finish/finish";
import type { SeenSpoke } from "../lacing/check";
import type { DoneAct, NippleState } from "./act";

/** The newest answer to each line of the finish. */
export const finishAnswers = (acts: readonly DoneAct[]): Readonly<Record<string, FinishAnswer>> => {
  const answers: Record<string, FinishAnswer> = {};
  for (const { act } of acts) {
    if (act.what !== "finish-answered") continue;
    const { line, answer, because } = act;
    if (answer === "open") delete answers[line];
    else answers[line] = { answer, because };
  }
  return answers;
};

/** Each spoke as it was last seen in the laced wheel, by rim hole; null where nobody looked yet. */
export const seenSpokes = (acts: readonly DoneAct[], holes: number): (SeenSpoke | null)[] => {
  const out = new Array<SeenSpoke | null>(holes).fill(null);
  for (const { act } of acts) if (act.what === "spoke-seen" && act.spoke <= holes) out[act.spoke - 1] = act.seen;
  return out;
};

/** Rounds whose readings were left out and not put back in. */
export const roundsLeftOut = (acts: readonly DoneAct[]): ReadonlySet<string> => {
  const out = new Set<string>();
  for (const { act } of acts)
    if (act.what === "round-left-out") {
      if (act.out) out.add(act.round);
      else out.delete(act.round);
    }
  return out;
};

/** How many steps of the lacing walk are behind. */
export const lacedSoFar = (acts: readonly DoneAct[]): number =>
  acts.reduce((steps, { act }) => (act.what === "laced-so-far" ? act.steps : steps), 0);

/** How each nipple was last found; free where nobody said otherwise. */
export const nippleStates = (acts: readonly DoneAct[], holes: number): NippleState[] => {
  const out = new Array<NippleState>(holes).fill("free");
  for (const { act } of acts) if (act.what === "nipple-found" && act.spoke <= holes) out[act.spoke - 1] = act.found;
  return out;
};
