import { rmSync } from "node:fs";
import { performance } from "node:perf_hooks";
import type { Knex } from "knex";
import { findWords } from "@/core/shop/find-words";
import { FIRST_SETTINGS } from "@/core/shop/settings";
import { chance } from "@/devices/random";
import { listCustomers } from "@/store/customers";
import { database, openDatabase, switchDatabase } from "@/store/database";
import { readDiary } from "@/store/diary";
import { find } from "@/store/find";
import { rowsOf } from "@/store/job-rows";
import { benchRows, practiceRows } from "@/store/jobs";
import { migrate } from "@/store/migrate";
import { readShopFigures } from "@/store/shop-figures";
import { listStock } from "@/store/stock";
import { wheelHistory } from "@/store/wheel-history";
import { startDatabase } from "./database-server";

/**
 * `npm run crowd -- JOBS READINGS`: fills two databases of its own (never the shop's) with invented jobs, one with a
 * hundred, one with the whole crowd, and times what every list and search asks of them, now the one, now the other, so
 * that what else the machine does falls on both; medians of 41, and how they grow.
 */
const [jobs = 10_000, readings = 2_000_000] = process.argv.slice(2).map(Number);
const NAMES = ["Marlow", "Fenn", "Quill", "Sallow", "Brook", "Harrow", "Vale", "Tarn", "Ness", "Combe"];
const MACHINES = ["Heron 350", "Lapwing 250", "Bittern 500", "Curlew 175", "Plover 125", "Godwit 600"];
const BATCH = 500;
/** A job is taken in every eight hours of the year and handed back five days later. */
const APART = 8 * 3_600_000;
const STAYS = 5 * 86_400_000;

/** Times each is asked before it is timed, and then. */
const WARM = 6;
const ASKED = 41;

/** Rising ids: two million at random places of an index would take a quarter of an hour. */
let last = 0;
const nextId = (): string => {
  last++;
  const hex = last.toString(16).padStart(12, "0");
  return `00000000-0000-4000-8000-${hex}`;
};

const fill = async (to: number, perJob: number): Promise<void> => {
  const db = database();
  const luck = chance(1);
  const began = Date.now() - to * APART;
  const pick = <T>(list: readonly T[]): T => list[Math.floor(luck.between(0, list.length))];
  const stages = JSON.stringify(
    ["book-in", "measure", "spokes", "lace", "tension", "true", "hand-back"].map((stage) => ({ stage, state: "done" })),
  );
  for (let at = 0; at < to; at += BATCH) {
    const count = Math.min(BATCH, to - at);
    const rows = [...Array(count).keys()].map((k) => {
      const i = at + k;
      const name = `${pick(["Ada", "Ines", "Piet", "Mira", "Otto"])} ${pick(NAMES)} ${i}`;
      return {
        customer: nextId(),
        wheel: nextId(),
        job: nextId(),
        round: nextId(),
        name,
        mark: `W${i}`,
        machine: pick(MACHINES),
        taken: new Date(began + i * APART),
        // Fifty wheels are on the bench, however long the shop has been going.
        finished: i < to - 100 || i % 2 !== 0,
      };
    });
    await db("customers").insert(rows.map((r) => ({ id: r.customer, name: r.name, telephone: "0555" })));
    await db("wheels").insert(
      rows.map((r) => ({ id: r.wheel, customer_id: r.customer, mark: r.mark, machine: r.machine })),
    );
    await db("jobs").insert(
      rows.map((r, k) => ({
        id: r.job,
        wheel_id: r.wheel,
        kind: "rebuild",
        wanted: "rebuild, stainless spokes",
        promised: r.finished ? null : new Date(Date.now() + (k % 40) * 86_400_000),
        created_at: r.taken,
        finished_at: r.finished ? new Date(Math.min(Date.now(), r.taken.getTime() + STAYS)) : null,
        stages,
        stages_fresh: true,
      })),
    );
    const found = rows.flatMap((r, k) =>
      findWords(`${r.mark} ${r.name} ${r.machine} ${150 + (k % 60)}mm`).map((word) => ({
        word,
        newest: r.taken.getTime(),
        job_id: r.job,
      })),
    );
    await db("words")
      .insert(found.map(({ word }) => ({ word })))
      .onConflict()
      .ignore();
    await db("find_words").insert(found);
    await db("rounds").insert(rows.map((r) => ({ id: r.round, job_id: r.job, number: 1 })));
    for (let done = 0; done < perJob; done += 20) {
      const part = Math.min(20, perJob - done);
      await db("readings").insert(
        rows.flatMap((r) =>
          [...Array(part).keys()].map((k) => ({
            id: nextId(),
            round_id: r.round,
            what: (done + k) % 2 ? "lateral" : "radial",
            spoke: 1 + ((done + k) % 40),
            value: luck.normal(0.3),
            typed: "1",
          })),
        ),
      );
    }
  }
};

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

interface Crowd {
  readonly server: Awaited<ReturnType<typeof startDatabase>>;
  readonly db: Knex;
  readonly wheel: string;
}
const crowdOf = async (size: number, folder: string): Promise<Crowd> => {
  // A folder of its own, new each time: emptying two million rows takes longer than making them.
  rmSync(folder, { recursive: true, force: true });
  const server = await startDatabase(folder);
  const db = openDatabase(server.url);
  switchDatabase(db);
  await migrate(db);
  await fill(size, Math.round(readings / jobs));
  await db.raw("analyze table jobs, wheels, customers, rounds, readings, words, find_words");
  return { server, db, wheel: (await db("wheels").orderBy("mark").first("id")).id };
};

const few = await crowdOf(100, ".test-output/crowd-few");
const many = await crowdOf(jobs, ".test-output/crowd");
try {
  const count = async (table: string) => Number((await many.db(table).count({ n: "*" }).first())?.n);
  console.log(
    `${await count("jobs")} jobs, ${await count("readings")} readings; ms at the server, medians of ${ASKED}`,
  );
  for (const [name, ask] of QUESTIONS) {
    const took = [few, many].map((crowd) => ({ crowd, times: [] as number[] }));
    for (let i = 0; i < WARM + ASKED; i++)
      for (const { crowd, times } of took) {
        switchDatabase(crowd.db);
        const ms = await asked(() => ask(crowd.wheel));
        if (i >= WARM) times.push(ms);
      }
    const [little, all] = took.map(({ times }) => median(times));
    console.log(
      `${name.padEnd(20)} ${little.toFixed(1).padStart(7)} with 100 ${all.toFixed(1).padStart(7)} with all  × ${(all / little).toFixed(2)}`,
    );
  }
  switchDatabase(many.db);
  let lines = 0;
  const whole = await asked(async () => {
    lines = (await listCustomers()).length;
  });
  console.log(`the whole list of customers, ${lines} lines: ${whole.toFixed(0)} ms`);
} finally {
  for (const { db, server } of [few, many]) {
    await db.destroy();
    await server.stop();
  }
}
