import { type ChildProcess, spawn } from "node:child_process";
import { once } from "node:events";
import { existsSync, mkdirSync, rmSync } from "node:fs";
import { dirname } from "node:path";

/** A serial port that is none: what is written here comes out of it, as if a gauge were plugged in. */
export interface StandInPort {
  readonly write: (text: string) => void;
  /** As when a plug is pulled. */
  readonly pull: () => Promise<void>;
}

/**
 * Makes a pseudo-terminal (by `socat`, one of Debian's packages) and lays a link to it.
 *
 * @param link where it is found; the shop looks into its own folder `gauges`
 */
export const standInPort = async (link: string): Promise<StandInPort> => {
  mkdirSync(dirname(link), { recursive: true });
  rmSync(link, { force: true });
  const line: ChildProcess = spawn("socat", [`pty,raw,echo=0,link=${link}`, "-"], {
    stdio: ["pipe", "ignore", "pipe"],
  });
  let said = "";
  line.stderr?.on("data", (words: Buffer) => {
    said += words.toString();
  });
  const failed = new Promise<never>((_, fail) => {
    line.once("error", () => fail(new Error("socat is needed for a stand-in gauge: apt-get install socat")));
    line.once("exit", () => fail(new Error(`no stand-in port: ${said.trim()}`)));
  });
  // What happens to it later is told by the link that goes.
  failed.catch(() => undefined);
  const laid = async () => {
    while (!existsSync(link)) await new Promise((r) => setTimeout(r, 20));
  };
  await Promise.race([laid(), failed]);
  return {
    write: (text) => void line.stdin?.write(text),
    pull: async () => {
      const gone = line.exitCode === null && line.signalCode === null ? once(line, "exit") : null;
      line.kill("SIGKILL");
      await gone;
      rmSync(link, { force: true });
    },
  };
};
