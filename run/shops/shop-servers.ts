import { type ChildProcess, spawn } from "node:child_process";
import { join } from "node:path";
import { setTimeout as pause } from "node:timers/promises";
import type { ShopCopies } from "@/core/shop/copies";
import { OWN_HEADERS } from "@/core/shop/own-headers";
import type { Restore } from "@/core/shop/restore";
import { databaseAnswers } from "@/store/answers";
import { listShops, tellRights } from "@/store/shops";
import { keepDailyCopies } from "../daily-copy";
import { claimFolder, type FolderClaim } from "../folder-claim";
import { freePort } from "../free-port";
import { keepOwnKey } from "../network/own-key";
import { logTo } from "../rotated-log";
import { answers, endWeb, webEnvironment } from "../serve";
import { SHOP_SERVER } from "../web/build-web-server";
import { accessTo, type ShopAccess } from "./shop-access";

/** Why a shop cannot be asked now; the same will do in a while. */
export class ShopAway extends Error {}

interface Options {
  /** How the record's servers are asked by who keeps all shops. */
  readonly keeper: string;
  /** Of all shops on this machine. */
  readonly folder: string;
  /** Shops that are served at once at most: each takes its memory. */
  readonly most: number;
  /** ms without a request after which a shop's server ends; the next request starts it again. */
  readonly idle: number;
  /** Where the shop of a name is reached by devices. */
  readonly addressOf: (shop: string) => string;
  readonly say: (what: string) => void;
}

/** The server of one shop while it runs. */
interface Served {
  readonly port: number;
  /** What it must be shown with every request. */
  readonly key: string;
  readonly process: ChildProcess;
  readonly claim: FolderClaim;
  readonly stopCopies: () => void;
  /** Requests that are being answered. */
  busy: number;
  /** When the last one ended. */
  last: number;
  /** Whether anything was written since its last copy. */
  written: boolean;
  /** Whether it is being ended, or copied before that. */
  leaving: boolean;
}

/** Where a shop is asked, and what says that the request is over. */
export interface ShopAsked {
  readonly port: number;
  readonly key: string;
  readonly done: () => void;
}

/** ms for which it is not tried again to start one that did not start, and for which the list of shops holds. */
const NOT_AGAIN = 1000;
const HOLDS = 1500;
/** ms in which a shop's server must be there: its record may have to be brought up first. */
const PATIENCE = 60_000;
/** ms between two looks whether a copy is made. */
const COPY_LOOK = 200;

/** Of a server that was just started. */
const unasked = () => ({ busy: 0, last: Date.now(), written: false, leaving: false });

const words = (error: unknown): string => (error instanceof Error ? error.message : String(error));

/**
 * The servers of several shops on this machine: each a program of its own that knows nothing but its own shop, started by the
 * first request and ended when nobody asks any more. What a fault of ours could show one shop of another is in no program's
 * reach.
 */
export class ShopServers {
  private readonly running = new Map<string, Promise<Served>>();
  private readonly ending = new Map<string, Promise<void>>();
  private readonly failed = new Map<string, number>();
  private known: { readonly at: number; readonly names: Promise<ReadonlySet<string>> } | null = null;
  private readonly sweep: NodeJS.Timeout;
  private stopping = false;

  constructor(private readonly options: Options) {
    this.sweep = setInterval(() => void this.endIdle(), Math.max(100, Math.min(15_000, options.idle / 4)));
  }

  /** Shops whose servers run now. */
  get served(): readonly string[] {
    return [...this.running.keys()];
  }

  /**
   * Begins a request to a shop, starting its server where it does not run.
   *
   * @returns null where there is no such shop
   * @throws ShopAway
   */
  async ask(name: string, writes: boolean): Promise<ShopAsked | null> {
    await this.ending.get(name);
    const served = await (this.running.get(name) ?? this.unlessUnknown(name));
    if (!served) return null;
    served.busy++;
    if (writes) served.written = true;
    let over = false;
    const done = () => {
      if (over) return;
      over = true;
      served.busy--;
      served.last = Date.now();
    };
    return { port: served.port, key: served.key, done };
  }

  private async unlessUnknown(name: string): Promise<Served | null> {
    if (this.stopping || (this.failed.get(name) ?? 0) > Date.now()) throw new ShopAway(`the shop ${name} is away`);
    const there = await this.isShop(name).catch((error) => {
      throw new ShopAway(words(error));
    });
    // Begun by another request meanwhile.
    return there ? (this.running.get(name) ?? this.begin(name)) : null;
  }

  /** Asked anew at most every while, however many names that are none are tried. */
  private async isShop(name: string): Promise<boolean> {
    if (!this.known || Date.now() - this.known.at > HOLDS) {
      const names = listShops(this.options.keeper).then((list) => new Set(list));
      this.known = { at: Date.now(), names };
      names.catch(() => {
        this.known = null;
      });
    }
    return (await this.known.names).has(name);
  }

  private begin(name: string): Promise<Served> {
    const { keeper, folder, say } = this.options;
    const starting = (async () => {
      try {
        await this.makeRoom(name);
        return await this.start(accessTo(keeper, folder, name));
      } catch (error) {
        this.running.delete(name);
        this.failed.set(name, Date.now() + NOT_AGAIN);
        say(`the shop ${name} did not start: ${words(error)}`);
        throw new ShopAway(words(error));
      }
    })();
    this.running.set(name, starting);
    void starting.then(
      (served) =>
        served.process.once("exit", () => {
          served.stopCopies();
          served.claim.release();
          if (this.running.get(name) !== starting) return;
          // Not ended by us: the next request starts it again.
          this.running.delete(name);
          if (!this.stopping) say(`the server of the shop ${name} ended by itself`);
        }),
      () => undefined,
    );
    return starting;
  }

  /** Ends the one nobody has asked for longest where there are as many as may be. @throws ShopAway where all are busy */
  private async makeRoom(but: string): Promise<void> {
    const others = [...this.running].filter(([name]) => name !== but);
    if (others.length < this.options.most) return;
    const up = await Promise.all(others.map(async ([name, one]) => ({ name, one: await one.catch(() => null) })));
    const idle = up
      .flatMap(({ name, one }) => (one && one.busy === 0 ? [{ name, one }] : []))
      .sort((a, b) => a.one.last - b.one.last);
    for (const { name, one } of idle) if (await this.endUnlessAsked(name, one)) return;
    throw new ShopAway("as many shops as this machine takes are at work");
  }

  private async start(shop: ShopAccess): Promise<Served> {
    const claim = await claimFolder(shop.folder);
    let web: ChildProcess | null = null;
    try {
      await this.letIn(shop);
      const [key, port] = [keepOwnKey(shop.folder), await freePort()];
      const log = logTo(join(shop.folder, "log", "shop.log"));
      const begun = launch(shop, key, port);
      web = begun;
      if (begun.pid) claim.started(begun.pid);
      begun.stderr?.on("data", (said: Buffer) => log(said.toString()));
      const address = `http://127.0.0.1:${port}`;
      const own = { [`${OWN_HEADERS}own`]: key };
      // Ended where it never comes up, so that nobody waits for ever.
      const late = setTimeout(() => void endWeb(begun), PATIENCE);
      const up = await answers(`${address}/api/health`, begun, true, own);
      clearTimeout(late);
      if (!up) throw new Error(`its pages did not come up; look into ${join(shop.folder, "log")}`);
      claim.served(address, this.options.addressOf(shop.name));
      const stopCopies = keepDailyCopies(address, own);
      return { port, key, process: begun, claim, stopCopies, ...unasked() };
    } catch (error) {
      if (web) await endWeb(web);
      claim.release();
      throw error;
    }
  }

  /** Its user is there with the password it has now; said only where it is not, for it is said to all servers at once. */
  private async letIn(shop: ShopAccess): Promise<void> {
    await databaseAnswers(shop.url).catch(async (error: { readonly code?: string }) => {
      if (!/ACCESS_DENIED/.test(error.code ?? "")) throw error;
      await tellRights(this.options.keeper, shop.name, shop.password);
      await databaseAnswers(shop.url);
    });
  }

  private async endIdle(): Promise<void> {
    const before = Date.now() - this.options.idle;
    for (const [name, one] of [...this.running]) {
      const served = await one.catch(() => null);
      if (served && served.busy === 0 && served.last < before) void this.endUnlessAsked(name, served);
    }
  }

  /**
   * Ends a shop's server. What was written since its last copy is copied first, for nobody may come for weeks; it goes on
   * meanwhile, and stays where it is asked for.
   *
   * @returns whether it ended
   */
  private async endUnlessAsked(name: string, served: Served): Promise<boolean> {
    if (served.leaving) return false;
    served.leaving = true;
    try {
      if (await isAtWork(served)) {
        served.last = Date.now();
        return false;
      }
      if (served.written) {
        served.written = false;
        await this.copied(name, served);
      }
      if (served.busy > 0 || served.written) return false;
      const ending = endWeb(served.process).finally(() => this.ending.delete(name));
      this.ending.set(name, ending);
      this.running.delete(name);
      await ending;
      served.claim.release();
      return true;
    } finally {
      served.leaving = false;
    }
  }

  private async copied(name: string, served: Served): Promise<void> {
    try {
      await askItself(served, "/api/shop/copies", {});
      let now = await askItself<ShopCopies>(served, "/api/shop/copies");
      for (; now.underWay; now = await askItself<ShopCopies>(served, "/api/shop/copies")) await pause(COPY_LOOK);
      if (now.failed) throw new Error(now.failed);
    } catch (error) {
      this.options.say(`no copy was made of the shop ${name}: ${words(error)}`);
    }
  }

  async stop(): Promise<void> {
    this.stopping = true;
    clearInterval(this.sweep);
    await Promise.all(
      [...this.running.values()].map(async (one) => {
        const served = await one.catch(() => null);
        if (!served) return;
        await endWeb(served.process);
        served.claim.release();
      }),
    );
  }
}

/** Asked past the front, as the machine. */
const askItself = async <T>({ port, key }: Served, path: string, body?: object): Promise<T> => {
  const said = await fetch(`http://127.0.0.1:${port}${path}`, {
    headers: { [`${OWN_HEADERS}own`]: key, "content-type": "application/json" },
    ...(body && { method: "POST", body: JSON.stringify(body) }),
  });
  if (!said.ok) throw new Error(await said.text());
  return said.json();
};

/** Whether it does something nobody asks for any more: a copy is made, looked into or put back, by a command perhaps. */
const isAtWork = async (served: Served): Promise<boolean> => {
  try {
    const { step } = await askItself<Restore>(served, "/api/shop/restore");
    return step !== null || (await askItself<ShopCopies>(served, "/api/shop/copies")).underWay !== null;
  } catch {
    return false;
  }
};

/** Told its own shop and nothing else: not what whoever keeps all of them was told. */
const launch = (shop: ShopAccess, key: string, port: number): ChildProcess => {
  const { PATH = "", HOME = "", LANG = "" } = process.env;
  return spawn(process.execPath, [SHOP_SERVER, "127.0.0.1", String(port)], {
    stdio: ["ignore", "ignore", "pipe"],
    detached: true,
    env: {
      ...{ PATH, HOME, LANG },
      ...webEnvironment("start", shop.folder),
      TALL_COMPASS_SERVE: "behind",
      TALL_COMPASS_FRONT: key,
      TALL_COMPASS_SHOP: shop.name,
      TALL_COMPASS_DATA: shop.folder,
      DATABASE_URL: shop.url,
    },
  });
};
