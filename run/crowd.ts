import type { ChildProcess } from "node:child_process";
import { rmSync, statSync } from "node:fs";
import { performance } from "node:perf_hooks";
import { FIRST_SETTINGS } from "@/core/shop/settings";
import { readDiary } from "@/record/diary";
import { wheelHistory } from "@/record/history";
import { rowsOf } from "@/record/job-rows";
import { readShopFigures } from "@/record/shop-figures";
import { type Crowd, type CrowdSize, makeCrowd } from "@/store/crowd";
import { dumpShop } from "@/store/dump";
import { find } from "@/store/find";
import { benchRows, practiceRows } from "@/store/jobs";
import { lookInto } from "@/store/restore";
import { listStock } from "@/store/stock";
import { buildIfChanged } from "./build";
import { type DatabaseServer, startDatabase } from "./database-server";
import { freePort } from "./free-port";
import { answers, endWeb, startWeb } from "./serve";

/**
 * `npm run crowd -- JOBS READINGS PHOTOS MOVES`: fills two databases of its own (never the shop's) with invented jobs, one
 * with a hundred or so, one with the whole crowd, and times what every list and search asks of them, and every page over
 * HTTP, now the one, now the other, so that what else the machine does falls on both; medians, and how they grow. With
 * `--again` those of the last time are asked; with `--copies` the whole crowd is copied and put beside itself once as well,
 * its pictures of so many KB each (`--pictures=300`).
 */
const told = process.argv.slice(2);
const AGAIN = told.includes("--again");
const [jobs = 10_000, readings = 50 * jobs, photos = jobs / 2, moves = 4 * jobs] = told
  .filter((t) => !t.startsWith("--"))
  .map(Number);
const COPIES = told.includes("--copies");
const PICTURE_KB = Number(told.find((t) => t.startsWith("--pictures="))?.slice(11) ?? 3);
const FEW = 120;
/** Times each is asked before it is timed, and then. */
const WARM = 6;
const ASKED = 41;

type Ask = (crowd: Crowd, address: string) => Promise<unknown>;

const QUESTIONS: readonly (readonly [string, Ask])[] = [
  ["jobs", async () => rowsOf([...(await benchRows()), ...(await practiceRows())])],
  [
    "jobs, a third changed",
    async (crowd) => {
      await crowd.touch();
      return rowsOf([...(await benchRows()), ...(await practiceRows())]);
    },
  ],
  ["diary", () => readDiary(FIRST_SETTINGS, new Date().toISOString().slice(0, 10))],
  ["figures of the shop", () => readShopFigures(new Date().toISOString().slice(0, 10))],
  ["stock", () => listStock()],
  ["find a mark", () => find("W77")],
  ["find a name", () => find("marlow ines")],
  ["find a length", () => find("168mm")],
  ["a wheel here 30 times", (crowd) => wheelHistory(crowd.wheel)],
];

const page =
  (path: (crowd: Crowd) => string): Ask =>
  async (crowd, address) => {
    const answer = await fetch(`${address}${path(crowd)}`);
    if (!answer.ok) throw new Error(`${path(crowd)}: ${answer.status}`);
    return (await answer.text()).length;
  };
const PAGES: readonly (readonly [string, Ask])[] = [
  ["/", page(() => "/")],
  ["/diary", page(() => "/diary")],
  ["/stock", page(() => "/stock")],
  ["/figures", page(() => "/figures")],
  ["/settings", page(() => "/settings")],
  ["/put-away", page(() => "/put-away")],
  ["/wheels/…", page((c) => `/wheels/${c.wheel}`)],
  ["/jobs/…/book-in", page((c) => `/jobs/${c.job}/book-in`)],
  ["/jobs/…/true", page((c) => `/jobs/${c.job}/true`)],
  ["/api/find", page(() => "/api/find?q=marlow")],
  ["/api/known", page(() => "/api/known?customer=mar")],
];

const median = (list: number[]): number => list.sort((a, b) => a - b)[Math.floor(list.length / 2)];

interface Shop {
  readonly crowd: Crowd;
  readonly server: DatabaseServer;
  readonly web: ChildProcess;
  readonly address: string;
}

const shopOf = async (size: CrowdSize, folder: string): Promise<Shop> => {
  // A folder of its own, new each time: emptying two million rows takes longer than making them.
  if (!AGAIN) rmSync(folder, { recursive: true, force: true });
  const server = await startDatabase(folder);
  const crowd = await makeCrowd(server.url, size);
  const port = await freePort();
  const web = startWeb("start", port, undefined, false, { DATABASE_URL: server.url });
  const address = `http://127.0.0.1:${port}`;
  await answers(`${address}/api/health`, web);
  return { crowd, server, web, address };
};

const time = async (questions: readonly (readonly [string, Ask])[], shops: readonly Shop[]): Promise<void> => {
  for (const [name, ask] of questions) {
    const took = shops.map((shop) => ({ shop, times: [] as number[], size: 0 }));
    for (let i = 0; i < WARM + ASKED; i++)
      for (const one of took) {
        one.shop.crowd.use();
        const began = performance.now();
        const came = await ask(one.shop.crowd, one.shop.address);
        if (i >= WARM) one.times.push(performance.now() - began);
        if (typeof came === "number") one.size = came;
      }
    const [little, all] = took.map(({ times }) => median(times));
    const bytes = took[1].size > 0 ? `  ${(took[1].size / 1024).toFixed(0)} KB` : "";
    console.log(
      `${name.padEnd(22)} ${little.toFixed(1).padStart(7)} with ${FEW} ${all.toFixed(1).padStart(7)} with all  × ${(all / little).toFixed(2)}${bytes}`,
    );
  }
};

/** How long the whole shop takes into one file, and from there into a database beside, looked through as before it is put back. */
const timeCopies = async (url: string): Promise<void> => {
  const file = ".test-output/crowd.sql.gz";
  const took = async (name: string, work: () => Promise<unknown>) => {
    const began = performance.now();
    await work();
    console.log(`${name}: ${((performance.now() - began) / 1000).toFixed(0)} s`);
  };
  try {
    await took("a copy of all", () => dumpShop(url, file));
    console.log(`it has ${(statSync(file).size / 1048576).toFixed(0)} MB`);
    await took("put beside and looked through", () => lookInto(url, file, "beside"));
  } finally {
    rmSync(file, { force: true });
  }
};

await buildIfChanged();
const share = (n: number) => Math.max(1, Math.round((n / jobs) * FEW));
const few = await shopOf(
  { jobs: FEW, readings: share(readings), photos: share(photos), pictureKb: PICTURE_KB, moves: share(moves) },
  ".test-output/crowd-few",
);
const many = await shopOf({ jobs, readings, photos, pictureKb: PICTURE_KB, moves }, ".test-output/crowd");
try {
  console.log(
    `${await many.crowd.count("jobs")} jobs, ${await many.crowd.count("readings")} readings; ms, medians of ${ASKED}`,
  );
  await time(QUESTIONS, [few, many]);
  await time(PAGES, [few, many]);
  for (const path of ["/api/lists/customers", "/api/stock/list"]) {
    const began = performance.now();
    const answer = await fetch(`${many.address}${path}`);
    const reader = answer.body?.getReader();
    let [first, bytes] = [0, 0];
    for (;;) {
      const part = await reader?.read();
      first ||= performance.now() - began;
      if (!part || part.done) break;
      bytes += part.value.length;
    }
    console.log(
      `${path}: first bytes after ${first.toFixed(0)} ms, ${(bytes / 1048576).toFixed(1)} MB after ${(performance.now() - began).toFixed(0)} ms`,
    );
  }
  if (COPIES) await timeCopies(many.server.url);
} finally {
  for (const { crowd, server, web } of [few, many]) {
    await crowd.close();
    await endWeb(web);
    await server.stop();
  }
}
