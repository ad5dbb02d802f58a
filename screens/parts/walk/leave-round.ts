import { post } from "../kept/use-enter";

/** A walk was left: a round with nothing read and nothing turned in it never was; any other stays as it is. */
export const leaveRound = (jobId: string, roundId: string): void => {
  const body = { id: crypto.randomUUID() };
  void post({ what: "other", jobId, url: `/api/rounds/${roundId}/drop`, body, words: "a round with nothing in it" });
};
