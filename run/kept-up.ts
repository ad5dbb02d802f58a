import type { ChildProcess } from "node:child_process";

/** Ends within a minute after which it is no use to start a program again. */
const MOST = 5;
const MINUTE = 60_000;

interface KeptUp {
  /** As it stands in a sentence: the database. */
  readonly name: string;
  /** Starts it again, and waits until it answers. */
  readonly again: () => Promise<ChildProcess>;
  readonly say: (what: string) => void;
  /** It ended too often. */
  readonly gaveUp: (why: string) => void;
}

/**
 * Starts a program again whenever it ends by itself.
 *
 * @returns what to call before it is ended on purpose
 */
export const keepUp = (first: ChildProcess, { name, again, say, gaveUp }: KeptUp): (() => void) => {
  let onPurpose = false;
  let ends: number[] = [];
  const ended = async (how: string): Promise<void> => {
    if (onPurpose) return;
    const now = Date.now();
    ends = [...ends.filter((at) => now - at < MINUTE), now];
    if (ends.length > MOST) return gaveUp(`${name} ended ${ends.length} times within a minute, last: ${how}`);
    say(`${name} ended (${how}); it is started again`);
    // What makes it end at once should not be asked for all the time.
    await new Promise((done) => setTimeout(done, 200 * (ends.length - 1)));
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
