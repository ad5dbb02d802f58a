import type { Knex } from "knex";
import { findWords } from "@/core/shop/find-words";
import { chance } from "@/devices/random";
import { database, openDatabase, switchDatabase } from "./database";
import { migrate } from "./migrate";

/** Invented jobs by the thousand, to time what lists and searches ask of them; in a database of its own, never the shop's. */
const NAMES = ["Marlow", "Fenn", "Quill", "Sallow", "Brook", "Harrow", "Vale", "Tarn", "Ness", "Combe"];
const MACHINES = ["Heron 350", "Lapwing 250", "Bittern 500", "Curlew 175", "Plover 125", "Godwit 600"];
const BATCH = 500;
/** A job is taken in every eight hours of the year and handed back five days later. */
const APART = 8 * 3_600_000;
const STAYS = 5 * 86_400_000;

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
        stale: false,
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

/** A record full of invented jobs. */
export interface Crowd {
  /** Asks this one from here on. */
  readonly use: () => void;
  /** One of its wheels. */
  readonly wheel: string;
  readonly count: (table: "jobs" | "readings") => Promise<number>;
  readonly close: () => Promise<void>;
}

/** Fills an empty database with so many jobs. */
export const makeCrowd = async (url: string, jobs: number, readingsEach: number): Promise<Crowd> => {
  const db: Knex = openDatabase(url);
  switchDatabase(db);
  await migrate(db);
  await fill(jobs, readingsEach);
  await db.raw("analyze table jobs, wheels, customers, rounds, readings, words, find_words");
  return {
    use: () => switchDatabase(db),
    wheel: (await db("wheels").orderBy("mark").first("id"))?.id ?? "",
    count: async (table) => Number((await db(table).count({ n: "*" }).first())?.n),
    close: () => db.destroy(),
  };
};
