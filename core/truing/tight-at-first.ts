import type { Round } from "../rounds/round";
import { isTakenBack } from "../rounds/turn";
import type { JobKind } from "../wheel/stages";

/** Part of the wanted tension in a wheel as it leaves the lacer's hands (common practice: snug, no thread showing). */
const JUST_LACED = 0.15;

/**
 * What the record knows of how tight a wheel was before it was first read for run-out: laced here it is hardly tight, and
 * each round that brought it up says how far it was meant to go. Null where it came as it is.
 *
 * @param before the rounds before that reading, oldest first
 */
export const tightAtFirst = (kind: JobKind, before: readonly Round[]): number | null => {
  const brought = before.findLast((r) => r.plan !== null && r.turns.length > 0 && !isTakenBack(r));
  return brought?.plan?.part ?? (kind === "rebuild" ? JUST_LACED : null);
};
