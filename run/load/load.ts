import { execFileSync } from "node:child_process";
import { mkdirSync, rmSync } from "node:fs";
import { Agent, request } from "node:http";
import { join } from "node:path";
import { performance } from "node:perf_hooks";
import { buildIfChanged } from "../build";
import { endAllWhenEnded } from "../folder-claim";
import { freePort } from "../free-port";
import { type ManyServers, startMany } from "../many/many-servers";
import { logTo } from "../rotated-log";
import { answers, endWeb, openRecord, startWeb } from "../serve";
import { serveBare } from "./bare-route";

/**
 * `npm run load -- SECONDS`: how many readings and jobs pages a second one web server and two of them give, against a bare
 * route and a bare page of the framework on this machine in this run, and how long a hundred tablets wait (`--tablets=N`: so
 * many). With `--soak` the tablets go on for the whole of it, and the memory of the web server is told every minute.
 */
const SECONDS = Number(process.argv[2] ?? 8);
const SOAK = process.argv.includes("--soak");
const AT_ONCE = 16;
const TABLETS = Number(process.argv.find((told) => told.startsWith("--tablets="))?.slice(10) ?? 100);
const FOLDER = ".test-output/load";

endAllWhenEnded();

const agent = new Agent({ keepAlive: true, maxSockets: 256 });
const uuid = () => crypto.randomUUID();

interface Said {
  readonly status: number;
  readonly ms: number;
  /** What was said where it was refused. */
  readonly words: string;
  readonly cookie: string | undefined;
}

/** A line that was idle may be hung up in the moment it is used again: then it is asked once more, as a browser does. */
const ask = (address: string, path: string, body?: unknown, cookie?: string): Promise<Said> =>
  askOnce(address, path, body, cookie).catch(() => askOnce(address, path, body, cookie));

/** Asked with as little ado as there is: what asks runs on the same machine. */
const askOnce = (address: string, path: string, body?: unknown, cookie?: string): Promise<Said> =>
  new Promise((done, fail) => {
    const began = performance.now();
    const text = body === undefined ? undefined : JSON.stringify(body);
    const asked = request(
      `${address}${path}`,
      {
        agent,
        method: text === undefined ? "GET" : "POST",
        headers: {
          ...(text !== undefined && { "content-type": "application/json", "content-length": Buffer.byteLength(text) }),
          ...(cookie && { cookie }),
        },
      },
      (answer) => {
        let words = "";
        if ((answer.statusCode ?? 0) < 400) answer.resume();
        else
          answer.setEncoding("utf8").on("data", (more: string) => {
            words += more;
          });
        answer.on("end", () =>
          done({
            words,
            status: answer.statusCode ?? 0,
            ms: performance.now() - began,
            cookie: answer.headers["set-cookie"]?.[0]?.split(";")[0],
          }),
        );
      },
    );
    asked.on("error", fail);
    asked.end(text);
  });

/** So many at a time without a pause. @returns a second */
const flatOut = async (one: (at: number) => Promise<Said>): Promise<number> => {
  let done = 0;
  const round = async (seconds: number) => {
    done = 0;
    const until = performance.now() + seconds * 1000;
    await Promise.all(
      [...Array(AT_ONCE).keys()].map(async (at) => {
        while (performance.now() < until) {
          const { status, words } = await one(at);
          if (status >= 400) throw new Error(`answered ${status}: ${words}`);
          done++;
        }
      }),
    );
    return done / seconds;
  };
  // Not what is slow the first time.
  await round(2);
  return round(SECONDS);
};

interface Tablet {
  readonly round: string;
  readonly cookie: string | undefined;
}
const tablets = async (address: string, count: number): Promise<Tablet[]> => {
  const all: Tablet[] = [];
  for (let i = 0; i < count; i++) {
    const [job, round] = [uuid(), uuid()];
    const { cookie } = await ask(address, "/api/jobs", { id: job, kind: "true-only" });
    await ask(address, `/api/jobs/${job}/rounds`, { id: round }, cookie);
    all.push({ round, cookie });
  }
  return all;
};
const read = (address: string, { round, cookie }: Tablet) =>
  ask(
    address,
    `/api/rounds/${round}/readings`,
    { id: uuid(), what: "lateral", spoke: 1, value: 0.2, typed: "20" },
    cookie,
  );

/** Each reads once a second, as a quick hand at a wheel does. @returns ms, of all readings in order */
const paced = async (address: string, all: readonly Tablet[], seconds: number): Promise<number[]> => {
  const waits: number[] = [];
  const until = performance.now() + seconds * 1000;
  await Promise.all(
    all.map(async (tablet, i) => {
      await new Promise((r) => setTimeout(r, (i * 1000) / all.length));
      while (performance.now() < until) {
        const { ms, status, words } = await read(address, tablet);
        if (status >= 400) throw new Error(`a reading was answered ${status}: ${words}`);
        waits.push(ms);
        await new Promise((r) => setTimeout(r, Math.max(0, 1000 - ms)));
      }
    }),
  );
  return waits.sort((a, b) => a - b);
};

/** MB a process and what it started hold. */
const memoryOf = (pid: number | undefined): number =>
  Math.round(
    execFileSync("ps", ["-o", "rss=", "-g", String(pid)])
      .toString()
      .split("\n")
      .reduce((sum, line) => sum + Number(line), 0) / 1024,
  );

const figure = (n: number) => n.toFixed(n < 10 ? 2 : 0).padStart(6);

const measure = async (name: string, address: string, bare: { readonly route: number; readonly page: number }) => {
  const few = await tablets(address, AT_ONCE);
  const readings = await flatOut((at) => read(address, few[at]));
  const pages = await flatOut((at) => ask(address, "/", undefined, few[at].cookie));
  const all = await tablets(address, TABLETS);
  // As with the others, not what is slow the first time.
  await paced(address, all, 3);
  const waits = await paced(address, all, Math.max(SECONDS, 20));
  const at = (share: number) => waits[Math.floor((waits.length - 1) * share)];
  console.log(
    `${name}: ${figure(readings)} readings a second (${(readings / bare.route).toFixed(2)} of the bare route), ` +
      `${figure(pages)} jobs pages a second (${(pages / bare.page).toFixed(2)} of the bare page); ` +
      `${TABLETS} tablets wait ${at(0.5).toFixed(0)} ms, ${at(0.99).toFixed(0)} ms at most of 99 in 100`,
  );
};

const main = async (): Promise<void> => {
  await buildIfChanged();
  rmSync(FOLDER, { recursive: true, force: true });
  mkdirSync(FOLDER, { recursive: true });
  process.env.TALL_COMPASS_DATA = join(FOLDER, "one");
  delete process.env.DATABASE_URL;
  const server = await openRecord(join(FOLDER, "one"));
  const port = await freePort();
  const one = startWeb("start", port);
  const address = `http://127.0.0.1:${port}`;
  await answers(address, one);
  try {
    if (SOAK) {
      const all = await tablets(address, TABLETS);
      for (let minute = 0; minute * 60 < SECONDS; minute++) {
        const waits = await paced(address, all, 60);
        console.log(
          `minute ${minute + 1}: ${waits.length} readings, ${waits[Math.floor(waits.length * 0.99)].toFixed(0)} ms at most of 99 in 100; the web server holds ${memoryOf(one.pid)} MB`,
        );
      }
      return;
    }
    const bare = await serveBare(join(FOLDER, "bare"));
    const route = await flatOut(() => ask(bare.address, "/bare", { id: uuid(), typed: "20" }));
    const page = await flatOut(() => ask(bare.address, "/"));
    await endWeb(bare.web);
    console.log(`the framework by itself: ${figure(route)} routes a second, ${figure(page)} pages a second`);
    await measure("one web server ", address, { route, page });
    await endWeb(one);
    await server?.stop();
    const log = logTo(join(FOLDER, "many.log"));
    const many: ManyServers = await startMany({
      ...{ folder: join(FOLDER, "many"), port: await freePort(), log, say: log, logs: FOLDER, quiet: true },
    });
    try {
      await measure("two, three nodes", many.address, { route, page });
    } finally {
      await many.stop();
    }
  } finally {
    await endWeb(one);
    await server?.stop();
  }
};

main().then(
  () => process.exit(0),
  (error) => {
    console.error(error instanceof Error ? error.message : error);
    process.exit(1);
  },
);
