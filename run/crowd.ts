import { rmSync } from "node:fs";
import { performance } from "node:perf_hooks";
import { findWords } from "@/core/shop/find-words";
import { FIRST_SETTINGS } from "@/core/shop/settings";
import { chance } from "@/devices/random";
import { listCustomers } from "@/store/customers";
import { database } from "@/store/database";
import { readDiary } from "@/store/diary";
import { find } from "@/store/find";
import { rowsOf } from "@/store/job-rows";
import { benchRows } from "@/store/jobs";
import { migrate } from "@/store/migrate";
import { readShopFigures } from "@/store/shop-figures";
import { listStock } from "@/store/stock";
import { wheelHistory } from "@/store/wheel-history";
import { startDatabase } from "./database-server";

/**
 * `npm run crowd -- JOBS READINGS`: fills a database of its own (never the shop's) with invented jobs, first a hundred,
 * then the whole crowd, and times what every list and search asks of it; medians of 41, and how they grow.
 */
const [jobs = 10_000, readings = 2_000_000] = process.argv.slice(2).map(Number);
const NAMES = ["Marlow", "Fenn", "Quill", "Sallow", "Brook", "Harrow", "Vale", "Tarn", "Ness", "Combe"];
const MACHINES = ["Heron 350", "Lapwing 250", "Bittern 500", "Curlew 175", "Plover 125", "Godwit 600"];
const BATCH = 500;

/** Rising ids: two million at random places of an index would take a quarter of an hour. */
let last = 0;
const nextId = (): string => {
  last++;
  const hex = last.toString(16).padStart(12, "0");
  return `00000000-0000-4000-8000-${hex}`;
};

const fill = async (from: number, to: number, perJob: number): Promise<void> => {
  const db = database();
  const luck = chance(from + 1);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(luck.between(0, list.length))];
  const stages = JSON.stringify(
    ["book-in", "measure", "spokes", "lace", "tension", "true", "hand-back"].map((stage) => ({ stage, state: "done" })),
  );
  for (let at = from; at < to; at += BATCH) {
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
        // Fifty wheels are on the bench, however long the shop has been going.
        finished: i >= 100 || i % 2 !== 0,
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
        finished_at: r.finished ? new Date(Date.now() - (at + k) * 3_600_000) : null,
        stages,
        stages_fresh: true,
      })),
    );
    const found = rows.flatMap((r, k) =>
      findWords(`${r.mark} ${r.name} ${r.machine} ${150 + (k % 60)}mm`).map((word) => ({
        word,
        newest: at + k,
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
  ["jobs", async () => rowsOf(await benchRows())],
  ["diary", () => readDiary(FIRST_SETTINGS, new Date().toISOString().slice(0, 10))],
  ["figures of the shop", () => readShopFigures(new Date().toISOString().slice(0, 10))],
  ["stock", () => listStock()],
  ["find a mark", () => find("W77")],
  ["find a name", () => find("marlow ines")],
  ["find a length", () => find("168mm")],
  ["a wheel's history", (wheel) => wheelHistory(wheel)],
];

const time = async (): Promise<Map<string, number>> => {
  const out = new Map<string, number>();
  const { id } = await database()("wheels").orderBy("mark").first("id");
  for (const [name, ask] of QUESTIONS) {
    const took: number[] = [];
    await ask(id);
    for (let i = 0; i < 41; i++) {
      const began = performance.now();
      await ask(id);
      took.push(performance.now() - began);
    }
    took.sort((a, b) => a - b);
    out.set(name, took[20]);
  }
  return out;
};

// A folder of its own, new each time: emptying two million rows takes longer than making them.
rmSync(".test-output/crowd", { recursive: true, force: true });
const server = await startDatabase(".test-output/crowd");
process.env.DATABASE_URL = server.url;
try {
  const db = database();
  await migrate(db);
  await fill(0, 100, Math.round(readings / jobs));
  const few = await time();
  await fill(100, jobs, Math.round(readings / jobs));
  await db.raw("analyze table jobs, wheels, customers, rounds, readings, words, find_words");
  const many = await time();
  const count = async (table: string) => Number((await db(table).count({ n: "*" }).first())?.n);
  console.log(`${await count("jobs")} jobs, ${await count("readings")} readings; ms at the server, medians of 41`);
  for (const [name] of QUESTIONS)
    console.log(
      `${name.padEnd(20)} ${(few.get(name) ?? 0).toFixed(1).padStart(7)} with 100 ${(many.get(name) ?? 0).toFixed(1).padStart(7)} with all  × ${((many.get(name) ?? 0) / Math.max(few.get(name) ?? 1, 0.01)).toFixed(2)}`,
    );
  const began = performance.now();
  const list = await listCustomers();
  console.log(`the whole list of customers, ${list.length} lines: ${(performance.now() - began).toFixed(0)} ms`);
  await db.destroy();
} finally {
  await server.stop();
}
