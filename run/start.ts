import type { ChildProcess } from "node:child_process";
import { createServer } from "node:net";
import { join } from "node:path";
import { environment } from "@/store/environment";
import { listShops } from "@/store/shops";
import { buildIfChanged } from "./build";
import { keepDailyCopies } from "./daily-copy";
import { endAllClaimed, type FolderClaim } from "./folder-claim";
import { keepUp } from "./kept-up";
import { startMany } from "./many/many-servers";
import { openShop } from "./network/open-shop";
import { keepOwnKey, ownHeaders } from "./network/own-key";
import { logTo } from "./rotated-log";
import { answers, endWeb, openRecord, startWeb, webAddress } from "./serve";
import { serveShops } from "./shops/serve-shops";
import { shopAddress } from "./shops/shop-access";
import { buildWebServer } from "./web/build-web-server";

/** `./start`; with `--shops` several shops by name; with `--many` three servers of the record, two web servers and a proxy on this machine; with `--shop` for the workshop's network, everybody signed in; with `--dev` the development server, that shows a change as it is written (`npm run dev`). */
const developing = process.argv.includes("--dev");
const many = process.argv.includes("--many");
const shops = process.argv.includes("--shops");
if (process.argv.includes("--shop")) process.env.TALL_COMPASS_SERVE = "shop";

const portIsFree = (port: number): Promise<boolean> =>
  new Promise((resolve) => {
    const probe = createServer();
    probe.once("error", () => resolve(false));
    probe.listen(port, "127.0.0.1", () => probe.close(() => resolve(true)));
  });

// From the first line on: ended while it sets up, nothing that was started is left running.
let stop = async (code: number): Promise<void> => {
  await endAllClaimed();
  process.exit(code);
};
for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"] as const) process.on(signal, () => void stop(0));

/** What is served, and how it is ended. */
interface Served {
  readonly address: string;
  readonly claim: FolderClaim | null;
  readonly stop: () => Promise<void>;
}

interface Told {
  readonly folder: string;
  readonly port: number;
  /** To be called when the folder is this program's. @returns headers that let this machine in */
  readonly claimed: () => Readonly<Record<string, string>>;
  readonly logs: string;
  readonly log: (what: string) => void;
  readonly say: (what: string) => void;
}

/** One record and one web server, each started again when it ends. */
const serveOne = async ({ folder, port, claimed, logs, log, say }: Told): Promise<Served> => {
  const server = await openRecord(folder);
  const onEnd: (() => void)[] = [];
  let web: ChildProcess | null = null;
  const end = async () => {
    for (const stopped of onEnd) stopped();
    if (web) await endWeb(web);
    await server?.stop();
  };
  stop = async (code) => {
    await end();
    process.exit(code);
  };
  try {
    await freeAndBuilt(port);
    const own = claimed();
    const serve = (): ChildProcess => {
      const begun = startWeb(developing ? "dev" : "start", port, log);
      if (begun.pid) server?.claim.started(begun.pid);
      return begun;
    };
    web = serve();
    // From here on, for the database may end while the pages are not up yet.
    if (server) onEnd.push(keepUp(server.process, { name: "the database", again: server.again, say, log: logs }));
    const address = webAddress(port);
    // The address is said when it answers, not before.
    if (!(await answers(address, web, false, own))) throw new Error(`the pages did not come up; look into ${logs}`);
    const again = async () => {
      web = serve();
      // The record may be away as well: a page that says so is up.
      if (!(await answers(address, web, true, own))) throw new Error("it did not come up");
      return web;
    };
    onEnd.push(keepUp(web, { name: "the web server", again, say, log: logs }));
    return { address, claim: server?.claim ?? null, stop: end };
  } catch (error) {
    await end();
    throw error;
  }
};

const freeAndBuilt = async (port: number): Promise<void> => {
  if (!(await portIsFree(port)))
    throw new Error(`port ${port} is taken by another program; choose one with PORT=4000 ./start`);
  await (developing ? buildWebServer() : buildIfChanged());
};

/** Several shops, each with a server of its own that starts when it is asked. */
const serveSeveral = async (told: Told): Promise<Served> => {
  await freeAndBuilt(told.port);
  told.claimed();
  // Read after, for the key is told by then.
  const { DATABASE_URL: servers, TALL_COMPASS_FRONT: key, ...settings } = environment();
  const served = await serveShops({
    ...told,
    servers,
    host: settings.TALL_COMPASS_LISTEN,
    domain: settings.TALL_COMPASS_SHOPS,
    key: settings.TALL_COMPASS_SERVE === "behind" ? (key ?? null) : null,
    addressOf: shopAddress,
  });
  const all = await listShops(served.keeper);
  console.log(
    all.length === 0
      ? "There is no shop yet; make one with: npm run shop -- add NAME"
      : `Shops: ${all.map(shopAddress).join("  ")}`,
  );
  return served;
};

const serveMany = async (told: Told): Promise<Served> => {
  await freeAndBuilt(told.port);
  return startMany(told);
};

const main = async (): Promise<void> => {
  const settings = environment();
  const { PORT: port, TALL_COMPASS_DATA: folder } = settings;
  const shop = settings.TALL_COMPASS_SERVE === "shop";
  const logs = join(folder, "log");
  // Nothing is written before the folder is this program's.
  let write: ReturnType<typeof logTo> | null = null;
  const log = (what: string) => {
    write ??= logTo(join(logs, "shop.log"));
    write(what);
  };
  const say = (what: string) => {
    console.error(what);
    log(what);
  };
  const signedIn = settings.TALL_COMPASS_SERVE !== "here";
  const claimed = () => {
    if (!signedIn) return {};
    // Behind a proxy it has the same key as the others there; else it is made anew.
    process.env.TALL_COMPASS_FRONT = keepOwnKey(folder, shop ? undefined : settings.TALL_COMPASS_FRONT);
    return ownHeaders(folder);
  };
  const served = await (many ? serveMany : shops ? serveSeveral : serveOne)({ folder, port, claimed, logs, log, say });
  let stopping = false;
  const onEnd: (() => void)[] = [];
  stop = async (code) => {
    if (stopping) return;
    stopping = true;
    for (const end of onEnd) end();
    await served.stop();
    log("stopped");
    process.exit(code);
  };
  let shown = served.address;
  if (shop) {
    const network = await openShop(settings, say).catch(async (error) => {
      say(`the workshop's network could not be served: ${error instanceof Error ? error.message : error}`);
      await stop(1);
      throw error;
    });
    onEnd.push(() => void network.stop());
    shown = network.address;
  }
  served.claim?.served(served.address, shown);
  // Several shops have theirs made by what serves each.
  if (!shops) onEnd.push(keepDailyCopies(served.address, signedIn ? ownHeaders(folder) : {}));
  log(`started at ${shown}`);
  if (!shop)
    console.log(`Tall Compass: ${served.address}${many ? ", on three servers of the record" : ""}  (Ctrl-C stops it)`);
};

main().catch((error) => {
  console.error(`Tall Compass did not start: ${error instanceof Error ? error.message : error}`);
  process.exit(1);
});
