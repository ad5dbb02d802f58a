import { createServer } from "node:net";
import { environment } from "@/store/environment";
import { buildIfChanged } from "./build";
import { keepDailyCopies } from "./daily-copy";
import { endAllClaimed } from "./folder-claim";
import { answers, endNext, openRecord, serveNext } from "./serve";

/** `./start`; with `--dev` the development server, that shows a change as it is written (`npm run dev`). */
const developing = process.argv.includes("--dev");

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
  const { PORT: port, TALL_COMPASS_DATA: folder } = environment();
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
  const web = serveNext(developing ? "dev" : "start", port);
  if (web.pid) server?.claim.started(web.pid);
  let stopping = false;
  let endCopies = () => {};
  stop = async (code) => {
    if (stopping) return;
    stopping = true;
    endNext(web);
    endCopies();
    await server?.stop();
    process.exit(code);
  };
  web.once("exit", (code) => void stop(code ?? 1));
  server?.process.once("exit", () => {
    if (!stopping) console.error("The database has stopped. Start again with ./start: every stored reading is kept.");
    void stop(1);
  });
  // The address is said when it answers, not before.
  const address = `http://127.0.0.1:${port}`;
  if (!(await answers(address, web)) || stopping) return;
  server?.claim.served(address);
  endCopies = keepDailyCopies(address);
  console.log(`Tall Compass: ${address}  (Ctrl-C stops it)`);
};

main().catch((error) => {
  console.error(`Tall Compass did not start: ${error instanceof Error ? error.message : error}`);
  process.exit(1);
});
