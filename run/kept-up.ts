import type { ChildProcess } from "node:child_process";

/** ms before it is started again when it ended once within a minute; twice as many for each time more, up to the most. */
const PAUSE = { first: 200, most: 15_000 };
const MINUTE = 60_000;
/** Times within a minute from which on somebody should look why. */
const OFTEN = 4;

interface KeptUp {
  /** As it stands in a sentence: the database. */
  readonly name: string;
  /** Starts it again, and waits until it answers. */
  readonly again: () => Promise<ChildProcess>;
  readonly say: (what: string) => void;
  /** Where to look when it ends again and again. */
  readonly log: string;
}

/**
 * Starts a program again whenever it ends by itself, however often: a shop that gave up would stand there until somebody
 * came by.
 *
 * @returns what to call before it is ended on purpose
 */
export const keepUp = (first: ChildProcess, { name, again, say, log }: KeptUp): (() => void) => {
  let onPurpose = false;
  let ends: number[] = [];
  const ended = async (how: string): Promise<void> => {
    if (onPurpose) return;
    const now = Date.now();
    ends = [...ends.filter((at) => now - at < MINUTE), now];
    const look = ends.length >= OFTEN ? `, ${ends.length} times within a minute: look into ${log}` : "";
    say(`${name} ended (${how})${look}; it is started again`);
    // What makes it end at once should not be asked for all the time.
    if (ends.length > 1)
      await new Promise((done) => setTimeout(done, Math.min(PAUSE.most, PAUSE.first * 2 ** (ends.length - 2))));
    if (onPurpose) return;
    try {
      const next = await again();
      if (onPurpose) return;
      say(`${name} runs again, after ${((Date.now() - now) / 1000).toFixed(1)} s`);
      watch(next);
    } catch (error) {
      await ended(error instanceof Error ? error.message : String(error));
    }
  };
  const watch = (program: ChildProcess): void => {
    const how = () => (program.signalCode ? `by ${program.signalCode}` : `with ${program.exitCode}`);
    // It may have ended between its answer and this moment.
    if (program.exitCode !== null || program.signalCode !== null) void ended(how());
    else program.once("exit", () => void ended(how()));
  };
  watch(first);
  return () => {
    onPurpose = true;
  };
};
