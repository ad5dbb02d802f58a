import type { ChildProcess } from "node:child_process";
import { createServer } from "node:net";
import { join } from "node:path";
import { environment } from "@/store/environment";
import { buildIfChanged } from "./build";
import { keepDailyCopies } from "./daily-copy";
import { endAllClaimed } from "./folder-claim";
import { keepUp } from "./kept-up";
import { openShop } from "./network/open-shop";
import { newOwnKey, ownHeaders } from "./network/own-key";
import { logTo } from "./rotated-log";
import { answers, endNext, openRecord, serveNext } from "./serve";

/** `./start`; with `--shop` for the workshop's network, everybody signed in; with `--dev` the development server, that shows a change as it is written (`npm run dev`). */
const developing = process.argv.includes("--dev");
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

const main = async (): Promise<void> => {
  const settings = environment();
  const { PORT: port, TALL_COMPASS_DATA: folder } = settings;
  const shop = settings.TALL_COMPASS_SERVE === "shop";
  const server = await openRecord(folder);
  if (!(await portIsFree(port))) {
    await server?.stop();
    throw new Error(`port ${port} is taken by another program; choose one with PORT=4000 ./start`);
  }
  try {
    if (!developing) await buildIfChanged();
  } catch (error) {
    await server?.stop();
    throw error;
  }
  if (shop) process.env.TALL_COMPASS_FRONT = newOwnKey(folder);
  const own = shop ? ownHeaders(folder) : {};
  const address = `http://127.0.0.1:${port}`;
  const logs = join(folder, "log");
  const log = logTo(join(logs, "shop.log"));
  const say = (what: string) => {
    console.error(what);
    log(what);
  };
  const serve = (): ChildProcess => {
    const begun = serveNext(developing ? "dev" : "start", port, log);
    if (begun.pid) server?.claim.started(begun.pid);
    return begun;
  };
  let web = serve();
  let stopping = false;
  const onEnd: (() => void)[] = [];
  stop = async (code) => {
    if (stopping) return;
    stopping = true;
    for (const end of onEnd) end();
    await endNext(web);
    await server?.stop();
    log("stopped");
    process.exit(code);
  };
  // From here on, for the database may end while the pages are not up yet.
  if (server) onEnd.push(keepUp(server.process, { name: "the database", again: server.again, say, log: logs }));
  // The address is said when it answers, not before.
  const up = await answers(address, web, false, own);
  if (stopping) return;
  if (!up) {
    say(`the pages did not come up; look into ${logs}`);
    return void stop(1);
  }
  let shown = address;
  if (shop) {
    const network = await openShop(settings, say).catch(async (error) => {
      say(`the workshop's network could not be served: ${error instanceof Error ? error.message : error}`);
      await stop(1);
      throw error;
    });
    onEnd.push(() => void network.stop());
    shown = network.address;
  }
  server?.claim.served(address, shown);
  const again = async () => {
    web = serve();
    // The record may be away as well: a page that says so is up.
    if (!(await answers(address, web, true, own))) throw new Error("it did not come up");
    return web;
  };
  onEnd.push(keepUp(web, { name: "the web server", again, say, log: logs }), keepDailyCopies(address, own));
  log(`started at ${shown}`);
  if (!shop) console.log(`Tall Compass: ${address}  (Ctrl-C stops it)`);
};

main().catch((error) => {
  console.error(`Tall Compass did not start: ${error instanceof Error ? error.message : error}`);
  process.exit(1);
});
