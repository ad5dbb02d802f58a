import type { DoneAct } from "../acts/act";
import type { JobKind } from "../wheel/stages";
import { runOutRounds } from "./counting-rounds";
import type { ReadRounds } from "./read-rounds";
import { lastAt, type Round } from "./round";

/** What says how a wheel came in. */
interface CameIn {
  readonly kind: JobKind;
  readonly acts: readonly DoneAct[];
  readonly read: ReadRounds;
}

/**
 * The round that tells how the wheel was found: the first. A rebuilt wheel was found before it was laced anew,
 * or not at all: what is read on new spokes is how it was built.
 */
export const foundRound = ({ kind, acts, read }: CameIn): Round | null => {
  const counting = runOutRounds(read);
  if (kind !== "rebuild") return counting[0] ?? null;
  const laced = acts.find(({ act }) => act.what === "laced-so-far" && act.steps > 0)?.at;
  const before = laced === undefined ? [] : counting.filter((r) => (lastAt(r) ?? laced) < laced);
  return before[0] ?? null;
};
