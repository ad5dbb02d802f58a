import { randomBytes } from "node:crypto";
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
const SPOKES = 40;

/** Rising ids: two million at random places of an index would take a quarter of an hour. */
let last = 0;
const nextId = (): string => {
  last++;
  const hex = last.toString(16).padStart(12, "0");
  return `00000000-0000-4000-8000-${hex}`;
};

/** One wheel's run-out at a spoke, mm: a rim thrown aside once and twice a turn, and what a hand reads differently. */
const shapeOf = (luck: ReturnType<typeof chance>): ((what: "lateral" | "radial", spoke: number) => number) => {
  const wave = (most: number) => ({ high: luck.between(0, most), from: luck.between(0, SPOKES) });
  const waves = { lateral: [wave(0.8), wave(0.4)], radial: [wave(0.5), wave(0.2)] };
  return (what, spoke) => {
    const bend = waves[what].reduce(
      (sum, { high, from }, i) => sum + high * Math.cos((2 * Math.PI * (i + 1) * (spoke - from)) / SPOKES),
      0,
    );
    return Math.round((bend + luck.normal(0.02)) * 100) / 100;
  };
};

/** How full a shop is. */
export interface CrowdSize {
  readonly jobs: number;
  readonly readings: number;
  readonly photos: number;
  /** KB each of them has. */
  readonly pictureKb: number;
  /** Of all drawers together. */
  readonly moves: number;
}

/** Wheels on the bench, however long the shop has been going. */
const ON_BENCH = 100;
const DRAWERS = 200;
/** Every so many wheels one has been here so often. */
const [OFTEN_EVERY, OFTEN] = [1000, 30];

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
        finished: i < to - ON_BENCH,
        shape: shapeOf(luck),
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
          [...Array(part).keys()].map((k) => {
            const what = (done + k) % 2 ? "lateral" : "radial";
            const spoke = 1 + ((done + k) % SPOKES);
            return { id: nextId(), round_id: r.round, what, spoke, value: r.shape(what, spoke), typed: "1" };
          }),
        ),
      );
    }
  }
};

/** Rows of a table, many at a time. */
const put = async (table: string, count: number, row: (i: number) => object, batch = BATCH): Promise<void> => {
  for (let at = 0; at < count; at += batch)
    await database()(table).insert([...Array(Math.min(batch, count - at)).keys()].map((k) => row(at + k)));
};

/** What lies beside the readings: pictures, drawers, wheels that come every year. */
const fillBeside = async ({ jobs, photos, pictureKb, moves }: CrowdSize): Promise<void> => {
  const db = database();
  const ids: string[] = await db("jobs").orderBy("created_at").pluck("id");
  const wheels: string[] = await db("jobs").orderBy("created_at").pluck("wheel_id");
  // As little to be made smaller as a picture.
  const picture = randomBytes(pictureKb * 1024);
  const photo = (i: number) => ({
    ...{ id: nextId(), job_id: ids[i % ids.length], caption: "", width: 1600, height: 1200 },
    ...{ large: picture, small: picture.subarray(0, picture.length / 6) },
  });
  await put("photos", photos, photo, Math.max(1, Math.min(BATCH, Math.floor(4096 / pictureKb))));
  const drawers = [...Array(DRAWERS)].map(nextId);
  await put("stock", DRAWERS, (i) => ({
    ...{ id: drawers[i], kind: "spoke", name: "plain", size: 120 + i, diameter: 3.66, pitch: 0.635 },
    held: Math.ceil((moves - i) / DRAWERS),
  }));
  await put("stock_moves", moves, (i) => ({ id: nextId(), stock_id: drawers[i % DRAWERS], change: 1, note: "" }));
  const often = Math.max(1, Math.floor(jobs / OFTEN_EVERY));
  await put("jobs", often * (OFTEN - 1), (i) => {
    const taken = new Date(Date.now() - (i + 1) * APART);
    return {
      ...{ id: nextId(), wheel_id: wheels[Math.floor(i / (OFTEN - 1))], kind: "check-only", wanted: "looked at" },
      ...{ created_at: taken, finished_at: taken, stages: "[]", stale: false, visit: 2 + (i % (OFTEN - 1)) },
    };
  });
};

/** A record full of invented jobs. */
export interface Crowd {
  /** Asks this one from here on. */
  readonly use: () => void;
  /** One of its wheels, that was here often; one on the bench. */
  readonly wheel: string;
  readonly job: string;
  /** A third of what is on the bench was changed since anybody looked. */
  readonly touch: () => Promise<void>;
  readonly count: (table: "jobs" | "readings") => Promise<number>;
  readonly close: () => Promise<void>;
}

/** Fills an empty database with so many jobs. */
export const makeCrowd = async (url: string, size: CrowdSize): Promise<Crowd> => {
  const db: Knex = openDatabase(url);
  switchDatabase(db);
  await migrate(db);
  if (!(await db("jobs").first("id"))) {
    await fill(size.jobs, Math.round(size.readings / size.jobs));
    await fillBeside(size);
  }
  await db.raw(
    "analyze table jobs, wheels, customers, rounds, readings, words, find_words, photos, stock, stock_moves",
  );
  return {
    use: () => switchDatabase(db),
    wheel: (await db("jobs").where({ visit: OFTEN }).first("wheel_id"))?.wheel_id ?? "",
    job: (await db("jobs").whereNull("finished_at").first("id"))?.id ?? "",
    touch: async () => {
      await db.raw("update jobs set stale = 1 where finished_at is null and mod(crc32(id), 3) = 0");
    },
    count: async (table) => Number((await db(table).count({ n: "*" }).first())?.n),
    close: () => db.destroy(),
  };
};
