import { createConnection } from "mysql2/promise";

/** ms a server of the record has to say how it is. */
const PATIENCE = 1000;

/**
 * How one of several servers of a record is. `giving` another what it missed, or `slow` to put down what the others have, it
 * answers, but what is asked of it may wait until that is done.
 */
export type ServerState = "ready" | "giving" | "slow" | "behind" | "away";

/** Whether it answers, soon or not. */
export const doesAnswer = (state: ServerState): boolean => state === "ready" || state === "giving" || state === "slow";

/** Changes of the others that one has still to put down, from which on it is slow: its disk, or what else it does. */
const SLOW = 30;

/** A line of what a server says of itself. */
interface Said {
  readonly Variable_name: string;
  readonly Value: string;
}

/**
 * Whether a server may be asked: it answers, and where it is one of several that replicate, it is with most of them and has
 * what they have. One that is cut off answers too, but what it says may be old.
 */
export const stateOf = async (url: string): Promise<ServerState> => {
  let connection: Awaited<ReturnType<typeof createConnection>> | null = null;
  const late = new Promise<"away">((tell) => {
    setTimeout(() => tell("away"), PATIENCE).unref();
  });
  const look = async (): Promise<ServerState> => {
    connection = await createConnection({ uri: url, connectTimeout: PATIENCE });
    const asked = connection;
    const said = async (how: string): Promise<ReadonlyMap<string, string>> => {
      const [rows] = await asked.query(how);
      return new Map((rows as Said[]).map((row) => [row.Variable_name, row.Value]));
    };
    // A server by itself knows the word too, and would say it is not ready.
    if ((await said("show variables like 'wsrep_on'")).get("wsrep_on") !== "ON") return "ready";
    const now = await said(
      "show status where variable_name in ('wsrep_ready', 'wsrep_local_state_comment', 'wsrep_local_recv_queue')",
    );
    if (now.get("wsrep_ready") !== "ON") return "behind";
    if (now.get("wsrep_local_state_comment") !== "Synced") return "giving";
    return Number(now.get("wsrep_local_recv_queue")) > SLOW ? "slow" : "ready";
  };
  try {
    return await Promise.race([look(), late]);
  } catch {
    return "away";
  } finally {
    // Also one that comes up too late.
    const open = connection as { destroy: () => void } | null;
    open?.destroy();
  }
};

/** ms between two looks at the server that is asked, and how many go by until a nearer one is looked at. */
const LOOK_EVERY = 400;
const NEARER_EVERY = 12;
/** ms after which what was seen says nothing any more. */
const OLD = 2000;

/**
 * Which server of a record is asked: the nearest that is ready, until it is not any more. One at a time, so that whoever wrote
 * something reads it next.
 */
export class AskedServer {
  private at: string;
  private looks = 0;
  private lookedAt = 0;
  private heardAt = 0;
  private last: ServerState = "ready";
  private timer: NodeJS.Timeout | null = null;
  private ended = false;
  /** Told whenever another one is asked from now on. */
  onMove: (to: string) => void = () => undefined;

  /** @param servers nearest first */
  constructor(private readonly servers: readonly string[]) {
    this.at = servers[0];
  }

  get now(): string {
    return this.at;
  }
  /** How the one that is asked was a moment ago. */
  async seen(): Promise<ServerState> {
    this.watch();
    if (Date.now() - this.lookedAt > OLD) await this.look();
    return this.last;
  }

  /** A server answered whoever asked it: one that has much to do is late at a look, and not away. */
  heard(server: string): void {
    if (server === this.at) this.heardAt = Date.now();
  }

  /** Looks from now on, while anything is to be asked. */
  watch(): void {
    if (this.timer || this.servers.length < 2) return;
    const again = () => {
      this.timer = setTimeout(async () => {
        await this.look();
        if (!this.ended) again();
      }, LOOK_EVERY);
      this.timer.unref();
    };
    again();
  }

  end(): void {
    this.ended = true;
    if (this.timer) clearTimeout(this.timer);
  }

  /** Looks now: a question failed as one does where the server is away. */
  async look(): Promise<void> {
    const since = Date.now();
    const state = await stateOf(this.at);
    this.last = state === "away" && this.heardAt > since ? "ready" : state;
    this.lookedAt = Date.now();
    if (this.last !== "ready") return this.moveTo(await this.firstReady(this.servers.filter((s) => s !== this.at)));
    this.looks++;
    if (this.looks % NEARER_EVERY !== 0) return;
    const nearer = this.servers.slice(0, this.servers.indexOf(this.at));
    this.moveTo(await this.firstReady(nearer));
  }

  /** All are asked at once: those that hang would each take their time. */
  private async firstReady(servers: readonly string[]): Promise<string | null> {
    const states = await Promise.all(servers.map(stateOf));
    return servers[states.indexOf("ready")] ?? null;
  }

  private moveTo(server: string | null): void {
    if (server === null || server === this.at) return;
    this.at = server;
    this.last = "ready";
    this.onMove(server);
  }
}
