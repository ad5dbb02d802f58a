import { post } from "../kept/use-enter";

/** Rounds left empty here: the record may not have dropped them yet, and nothing more is read into them. */
const left = new Set<string>();

/** Was this round left empty, and so is none to go on with? */
export const wasLeft = (roundId: string): boolean => left.has(roundId);

/** A walk was left: a round with nothing read and nothing turned in it never was; any other stays as it is. */
export const leaveRound = (jobId: string, roundId: string): void => {
  left.add(roundId);
  const body = { id: crypto.randomUUID() };
  void post({ what: "other", jobId, url: `/api/rounds/${roundId}/drop`, body, words: "a round with nothing in it" });
};
