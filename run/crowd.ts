import { rmSync } from "node:fs";
import { performance } from "node:perf_hooks";
import { FIRST_SETTINGS } from "@/core/shop/settings";
import { readDiary } from "@/record/diary";
import { wheelHistory } from "@/record/history";
import { rowsOf } from "@/record/job-rows";
import { readShopFigures } from "@/record/shop-figures";
import { makeCrowd } from "@/store/crowd";
import { listCustomers } from "@/store/customers";
import { find } from "@/store/find";
import { benchRows, practiceRows } from "@/store/jobs";
import { listStock } from "@/store/stock";
import { startDatabase } from "./database-server";

/**
 * `npm run crowd -- JOBS READINGS`: fills two databases of its own (never the shop's) with invented jobs, one with a
 * hundred, one with the whole crowd, and times what every list and search asks of them, now the one, now the other, so
 * that what else the machine does falls on both; medians of 41, and how they grow.
 */
const [jobs = 10_000, readings = 2_000_000] = process.argv.slice(2).map(Number);
/** Times each is asked before it is timed, and then. */
const WARM = 6;
const ASKED = 41;

const QUESTIONS: readonly (readonly [string, (wheel: string) => Promise<unknown>])[] = [
  ["jobs", async () => rowsOf([...(await benchRows()), ...(await practiceRows())])],
  ["diary", () => readDiary(FIRST_SETTINGS, new Date().toISOString().slice(0, 10))],
  ["figures of the shop", () => readShopFigures(new Date().toISOString().slice(0, 10))],
  ["stock", () => listStock()],
  ["find a mark", () => find("W77")],
  ["find a name", () => find("marlow ines")],
  ["find a length", () => find("168mm")],
  ["a wheel's history", (wheel) => wheelHistory(wheel)],
];

const asked = async (ask: () => Promise<unknown>): Promise<number> => {
  const began = performance.now();
  await ask();
  return performance.now() - began;
};
const median = (list: number[]): number => list.sort((a, b) => a - b)[Math.floor(list.length / 2)];

const crowdOf = async (size: number, folder: string) => {
  // A folder of its own, new each time: emptying two million rows takes longer than making them.
  rmSync(folder, { recursive: true, force: true });
  const server = await startDatabase(folder);
  return { server, crowd: await makeCrowd(server.url, size, Math.round(readings / jobs)) };
};

const few = await crowdOf(100, ".test-output/crowd-few");
const many = await crowdOf(jobs, ".test-output/crowd");
try {
  console.log(
    `${await many.crowd.count("jobs")} jobs, ${await many.crowd.count("readings")} readings; ms at the server, medians of ${ASKED}`,
  );
  for (const [name, ask] of QUESTIONS) {
    const took = [few, many].map(({ crowd }) => ({ crowd, times: [] as number[] }));
    for (let i = 0; i < WARM + ASKED; i++)
      for (const { crowd, times } of took) {
        crowd.use();
        const ms = await asked(() => ask(crowd.wheel));
        if (i >= WARM) times.push(ms);
      }
    const [little, all] = took.map(({ times }) => median(times));
    console.log(
      `${name.padEnd(20)} ${little.toFixed(1).padStart(7)} with 100 ${all.toFixed(1).padStart(7)} with all  × ${(all / little).toFixed(2)}`,
    );
  }
  many.crowd.use();
  let lines = 0;
  const whole = await asked(async () => {
    lines = (await listCustomers()).length;
  });
  console.log(`the whole list of customers, ${lines} lines: ${whole.toFixed(0)} ms`);
} finally {
  for (const { crowd, server } of [few, many]) {
    await crowd.close();
    await server.stop();
  }
}
