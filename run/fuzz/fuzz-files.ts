import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import { type Chance, chance } from "@/devices/random";
import { runAttack } from "../attack";
import { type FuzzedShop, inFuzzedShop } from "./fuzzed-shop";
import { spoilt, spoiltBytes, spoiltText } from "./spoilt";
import { spoiltList } from "./spoilt-lists";

/**
 * `npm run fuzz:files -- 5000 [SEED]`: so many files that are nearly right or not at all, to everything that takes one in.
 * None may fail the program; what is refused names its line or path and has changed nothing; what is taken is taken whole.
 */
const [count = 5000, seed = Math.floor(Math.random() * 1e6)] = process.argv.slice(2).map(Number);
const REPORT = ".test-output/fuzz-files.json";
/** ms. */
const SLOW = 5000;

interface Sent {
  readonly path: string;
  readonly bytes: Uint8Array;
  readonly type: string;
}
const JSON_TYPE = "application/json";

const spoiltArchive = (luck: Chance, good: Uint8Array): Uint8Array => {
  if (luck.between(0, 1) < 0.3) return spoiltBytes(luck, good);
  const { "job.json": job, ...files } = unzipSync(good);
  const told = JSON.parse(strFromU8(job));
  const tables = Object.keys(told.tables);
  const name = tables[Math.floor(luck.between(0, tables.length))];
  const changed = { ...told, tables: { ...told.tables, [name]: spoilt(luck, told.tables[name]) } };
  return zipSync({
    "job.json": strToU8(JSON.stringify(luck.between(0, 1) < 0.8 ? changed : spoilt(luck, told))),
    ...files,
  });
};

const fileBy = (luck: Chance, { here, files }: FuzzedShop): Sent => {
  const take = luck.between(0, 1) < 0.6 ? "?take=yes" : "";
  const list =
    (path: string, text: string): (() => Sent) =>
    () => ({
      ...{ path: `/api/${path}${take}`, bytes: spoiltList(luck, text), type: "text/csv" },
    });
  const ways: readonly (() => Sent)[] = [
    list("stock/list", files.stock),
    list("lists/customers", files.customers),
    list(`gauges/${here.gauge}/list`, files.gauge),
    list(`jobs/${here.job}/rounds-list`, files.rounds),
    list("lists/calendar", files.calendar),
    () => ({ path: `/api/archive${take}`, bytes: spoiltArchive(luck, files.archive), type: "application/zip" }),
    () => ({
      path: `/api/jobs/${here.job}/wheel-file`,
      bytes: Buffer.from(spoiltText(luck, JSON.parse(files.wheel))),
      type: JSON_TYPE,
    }),
    () => ({
      path: `/api/jobs/${here.job}/photos?id=${crypto.randomUUID()}`,
      bytes: spoiltBytes(luck, files.picture),
      type: "image/jpeg",
    }),
  ];
  return ways[Math.floor(luck.between(0, ways.length))]();
};

interface Answer {
  readonly taken?: boolean;
  readonly errors?: readonly { readonly line: number; readonly message: string }[];
  readonly error?: { readonly path: string; readonly message: string };
}

/** What is wrong with an answer, in words; null where nothing is. */
const faultOf = (status: number, answer: Answer, wrote: boolean): string | null => {
  if (status >= 500 || status === 0) return `failed: ${status}`;
  if (status >= 400) {
    if (wrote) return "wrote though it refused";
    // A document that is none at all has no path of its own.
    return answer.error && (answer.error.path !== "" || /JSON|nests|document|object|list/.test(answer.error.message))
      ? null
      : "refused without a path";
  }
  const { errors = [], taken } = answer;
  if (taken === false && wrote) return "wrote though it only looked";
  if (errors.length > 0 && (taken || wrote)) return "took part of what is wrong";
  return errors.every((e) => e.line >= 1 && e.message !== "") ? null : "an error without its line";
};

const main = async (): Promise<boolean> => {
  console.log(`files: ${count}, seed ${seed}`);
  const wrong: string[] = [];
  const counts = { taken: 0, refused: 0, looked: 0 };
  let slowest = 0;
  await inFuzzedShop("fuzz-files", async (shop) => {
    const luck = chance(seed);
    let before = await shop.record.sums();
    for (let i = 0; i < count; i++) {
      const { path, bytes, type } = fileBy(luck, shop);
      const told = await shop.send({
        method: "POST",
        path,
        body: Buffer.from(bytes),
        headers: { "content-type": type },
      });
      const after = await shop.record.sums();
      let answer: Answer = {};
      try {
        answer = JSON.parse(Buffer.from(told.text, "latin1").toString("utf8"));
      } catch {
        wrong.push(`no JSON: ${told.status} ${told.text.slice(0, 200)} for ${path}`);
      }
      const fault = faultOf(told.status, answer, after !== before);
      if (fault)
        wrong.push(
          `${i}: ${fault}: ${path} ${told.text.slice(0, 200)} ${Buffer.from(bytes).toString("latin1").slice(0, 200)}`,
        );
      if (told.ms > SLOW) wrong.push(`${told.ms} ms for ${path}`);
      slowest = Math.max(slowest, told.ms);
      counts[
        told.status >= 400 || (answer.errors?.length ?? 0) > 0 ? "refused" : after === before ? "looked" : "taken"
      ]++;
      before = after;
      if ((i + 1) % 1000 === 0) console.log(`${i + 1}: ${wrong.length} wrong`);
    }
    // Whatever was taken, everything is still shown.
    const jobs = await shop.record.rows("select id from jobs limit 40");
    const pages = jobs.flatMap(({ id }) =>
      ["book-in", "measure", "spokes", "lace", "tension", "true"].map((s) => `jobs/${id}/${s}`),
    );
    for (const page of ["", "stock", "diary", "figures", "settings", "diary.ics", ...pages]) {
      const { status } = await shop.send({ method: "GET", path: `/${page}`, headers: {} });
      if (status >= 500 || status === 0) wrong.push(`${status} for /${page} afterwards`);
    }
  });
  console.log(
    `${count} files: ${counts.taken} taken, ${counts.looked} only looked at, ${counts.refused} refused; slowest ${slowest} ms; ${wrong.length} wrong`,
  );
  for (const w of wrong.slice(0, 20)) console.log(w);
  return wrong.length === 0 && counts.taken > 0 && counts.refused > 0;
};

runAttack(REPORT, seed, main);
