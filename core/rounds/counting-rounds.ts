import type { SpokeTension } from "../tension/told";
import type { ReadRounds } from "./read-rounds";
import type { Round } from "./round";
import { placesRead, type RoundReadings } from "./round-readings";
import { isTurned } from "./turn";

/** Whether side to side or hop was read in a round: what is found and what is left is told by such rounds alone. */
export const isReadForRunOut = ({ lateral, radial }: RoundReadings): boolean =>
  placesRead(lateral) > 0 || placesRead(radial) > 0;

/** The rounds in which the run-out was read, oldest first. */
export const runOutRounds = (read: ReadRounds): Round[] =>
  read.rounds.filter((round) => isReadForRunOut(read.readings(round)));

/**
 * The last round that counts: the newest in which the run-out was read. A later one in which only tensions or the offset
 * were read, or nothing yet, takes nothing back.
 */
export const lastRound = (read: ReadRounds): Round | null => runOutRounds(read).at(-1) ?? null;

/** The newest tensions read, whatever else was read since; null where none was. */
export const lastTensions = (read: ReadRounds): readonly SpokeTension[] | null => {
  const round = read.rounds.findLast((r) => read.tensions(r).some((t) => t.tension !== null));
  return round ? read.tensions(round) : null;
};

/** The first tensions read; null where none was. */
export const firstTensions = (read: ReadRounds): readonly SpokeTension[] | null => {
  const round = read.rounds.find((r) => read.tensions(r).some((t) => t.tension !== null));
  return round ? read.tensions(round) : null;
};

/** Whether nipples were turned since the run-out was last read: what it read no longer tells how the wheel stands. */
export const turnedSinceRead = (read: ReadRounds): boolean => {
  const last = lastRound(read);
  return last !== null && read.rounds.slice(read.rounds.indexOf(last)).some(isTurned);
};

/**
 * How the wheel stands by its record: run-out of the last round that counts, with an offset read in it or since; null
 * while no run-out was read, or where nipples were turned since.
 */
export const readingsNow = (read: ReadRounds): RoundReadings | null => {
  const last = lastRound(read);
  if (!last || turnedSinceRead(read)) return null;
  const since = read.rounds.slice(read.rounds.indexOf(last)).map((r) => read.readings(r).offset ?? null);
  return { ...read.readings(last), offset: since.findLast((offset) => offset !== null) ?? null };
};
