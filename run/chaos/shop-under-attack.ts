import { type ChildProcess, spawn } from "node:child_process";
import { once } from "node:events";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { freePort } from "../free-port";

/** What can be killed: with -9, but for the last, which asks. */
export const VICTIMS = ["database", "web server", "start", "everything", "start, asked to end"] as const;
export type Victim = (typeof VICTIMS)[number];

/** ms `./start` has to be served after a blow. */
const PATIENCE = 90_000;

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** Numbers of all that runs under a program, itself first. */
const under = (pid: number): number[] => {
  const children = (() => {
    try {
      return readFileSync(`/proc/${pid}/task/${pid}/children`, "utf8").trim().split(" ").filter(Boolean).map(Number);
    } catch {
      return [];
    }
  })();
  return [pid, ...children.flatMap(under)];
};
const commandOf = (pid: number): string => {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, "utf8").replaceAll("\0", " ");
  } catch {
    return "";
  }
};

/** A shop started by the same command again and again, however it was ended. */
export class ShopUnderAttack {
  private program: ChildProcess | null = null;
  private said = "";
  /** ms from each blow to the next answer. */
  readonly away: number[] = [];

  private constructor(
    readonly folder: string,
    readonly port: number,
  ) {}

  static async open(folder: string): Promise<ShopUnderAttack> {
    const shop = new ShopUnderAttack(folder, await freePort());
    await shop.start();
    return shop;
  }

  get address(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  /** @throws when it does not come up by the command alone */
  private async start(): Promise<void> {
    this.said = "";
    // The same as ./start runs, in a folder of its own and with no invented workshop.
    const program = spawn(process.execPath, ["--import", "tsx", "run/start.ts"], {
      env: {
        ...process.env,
        PORT: String(this.port),
        TALL_COMPASS_DATA: this.folder,
        TALL_COMPASS_DEMO: "no",
        DATABASE_URL: "",
      },
      stdio: ["ignore", "pipe", "pipe"],
      detached: true,
    });
    for (const stream of [program.stdout, program.stderr])
      stream?.on("data", (d) => {
        this.said = (this.said + d).slice(-4000);
      });
    this.program = program;
    for (const until = Date.now() + PATIENCE; !this.said.includes("Tall Compass: http"); await pause(50)) {
      if (program.exitCode !== null || program.signalCode !== null || Date.now() > until)
        throw new Error(`./start did not come up:\n${this.said}`);
    }
  }

  /** ms until it answers with its record. */
  private async answers(since: number): Promise<void> {
    for (const until = Date.now() + PATIENCE; ; await pause(50)) {
      const ok = await fetch(`${this.address}/api/settings`, { signal: AbortSignal.timeout(9000) }).then(
        async (r) => (await r.text()) !== "" && r.ok,
        () => false,
      );
      if (ok) break;
      if (Date.now() > until) throw new Error(`the shop answers no more:\n${this.said}`);
    }
    this.away.push(Date.now() - since);
  }

  private running(): number[] {
    return this.program?.pid ? under(this.program.pid) : [];
  }

  async strike(victim: Victim): Promise<void> {
    const since = Date.now();
    const all = this.running();
    const kill = (pid: number, signal: NodeJS.Signals = "SIGKILL") => {
      try {
        process.kill(pid, signal);
      } catch {
        // Gone meanwhile.
      }
    };
    const which = (words: string) => all.filter((pid) => commandOf(pid).includes(words));
    if (victim === "database") for (const pid of which(`--datadir=${this.folder}`)) kill(pid);
    else if (victim === "web server") for (const pid of which("web server")) kill(pid);
    else {
      const program = this.program;
      const ended = program ? once(program, "exit") : null;
      if (victim === "everything") for (const pid of all) kill(pid);
      else if (program?.pid) kill(program.pid, victim === "start" ? "SIGKILL" : "SIGTERM");
      await ended;
      await this.start();
    }
    await this.answers(since);
  }

  /** Asked to end, it ends, and leaves nothing running. @returns what is left running of it */
  async end(): Promise<string[]> {
    const all = this.running();
    const ended = this.program ? once(this.program, "exit") : null;
    this.program?.kill("SIGTERM");
    await ended;
    return all.map(commandOf).filter((c) => c !== "");
  }

  /** What its own log says of what happened. */
  log(): string {
    return readFileSync(join(this.folder, "log", "shop.log"), "utf8");
  }
}
