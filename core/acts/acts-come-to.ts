import type { FinishAnswer } from "../finish/finish";
import type { SeenSpoke } from "../lacing/check";
import type { ToldLine } from "../shop/quote";
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

/** Lines of the quote told by hand, the newest of each. */
export const quoteTold = (acts: readonly DoneAct[]): ToldLine[] => {
  const lines = new Map<string, ToldLine>();
  for (const { act } of acts)
    if (act.what === "quote-line") {
      const { key, label, count, each } = act;
      lines.set(key, { key, label, count, each });
    }
  return [...lines.values()];
};

/** What was agreed with the customer, line by line; null where nothing is. */
export const quoteAccepted = (acts: readonly DoneAct[]): readonly ToldLine[] | null => {
  const last = acts.findLast(({ act }) => act.what === "quote-accepted")?.act;
  return last?.what === "quote-accepted" && last.lines.length > 0 ? last.lines : null;
};

/** Lines of the agreed work that are done. */
export const workDone = (acts: readonly DoneAct[]): ReadonlySet<string> => {
  const done = new Set<string>();
  for (const { act } of acts)
    if (act.what === "work-done") {
      if (act.done) done.add(act.key);
      else done.delete(act.key);
    }
  return done;
};
