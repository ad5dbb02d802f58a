import { chance } from "@/devices/random";
import { runAttack } from "../attack";
import { inFuzzedShop, MUCH, sizeOf } from "./fuzzed-shop";
import { requestBy } from "./requests";

/**
 * `npm run fuzz -- 10000 [SEED]`: a shop of its own is asked so many things that are nearly right or not at all. No answer
 * may be a failure of the program, none take five seconds, none that refuses may have written anything; afterwards every
 * page is still shown, and the program has not grown.
 */
const [count = 10_000, seed = Math.floor(Math.random() * 1e6)] = process.argv.slice(2).map(Number);

const REPORT = ".test-output/fuzz.json";
/** ms, and MB the program may grow by. */
const [SLOW, GROWN] = [5000, 200];
const WARM = 200;
/** What no answer may show: how the program is made, or what it asks its database. */
const LEAKS = /node_modules|\bat \w+ \(|select .* from `|insert into `|mysql|\.next\//i;

const main = async (): Promise<boolean> => {
  console.log(`fuzz: ${count} requests, seed ${seed}`);
  const wrong: string[] = [];
  await inFuzzedShop("fuzz", async ({ here, files, record, send, memory }) => {
    const luck = chance(seed);
    const [took, statuses] = [[] as number[], new Map<number, number>()];
    let before = await record.sums();
    let warm = 0;
    for (let i = 0; i < count; i++) {
      const asked = requestBy(luck, here, files);
      const told = await send(asked);
      took.push(told.ms);
      statuses.set(told.status, (statuses.get(told.status) ?? 0) + 1);
      const what = `${i}: ${asked.method} ${asked.path.slice(0, 120)} ${String(asked.body ?? "").slice(0, 160)}`;
      // Refused before it was all sent, and hung up on; whether it still answers the next one shows.
      const hungUp = told.status === 0 && told.text.includes("ECONNRESET") && sizeOf(asked.body) > MUCH;
      if ((told.status === 0 && !hungUp) || told.status >= 500)
        wrong.push(`${told.status} ${told.text.slice(0, 200)} for ${what}`);
      if (told.ms > SLOW) wrong.push(`${told.ms} ms for ${what}`);
      if (told.status >= 400 && LEAKS.test(told.text))
        wrong.push(`tells too much: ${told.text.slice(0, 300)} for ${what}`);
      const after = await record.sums();
      if (told.status >= 400 && after !== before) wrong.push(`wrote though it refused (${told.status}): ${what}`);
      before = after;
      if (i === WARM) warm = memory();
      if ((i + 1) % 2000 === 0) console.log(`${i + 1}: ${memory().toFixed(0)} MB, ${wrong.length} wrong`);
    }
    // Whatever was taken, everything is still shown.
    const jobs = await record.rows("select id from jobs");
    const pages = [
      "",
      "diary",
      "stock",
      "figures",
      "settings",
      "put-away",
      "diary.ics",
      "api/stock/list",
      "api/find?q=w",
    ];
    const ofJob = ["book-in", "measure", "spokes", "lace", "tension", "true", "hand-back"];
    for (const { id } of [...jobs.slice(0, 15), { id: here.job }, { id: here.learning }])
      for (const stage of ofJob) pages.push(`jobs/${id}/${stage}`, `api/jobs/${id}/stages/${stage}`);
    for (const page of pages) {
      const told = await send({ method: "GET", path: `/${page}`, headers: {} });
      if (told.status >= 500 || told.status === 0)
        wrong.push(`${told.status} ${told.text.slice(0, 200)} for /${page} afterwards`);
    }
    const grown = memory() - (warm || memory());
    if (grown > GROWN) wrong.push(`grew by ${grown.toFixed(0)} MB`);
    const sorted = took.sort((a, b) => a - b);
    console.log(
      `${count} requests: ${[...statuses]
        .sort(([a], [b]) => a - b)
        .map(([s, n]) => `${s} × ${n}`)
        .join(", ")}; ` +
        `median ${sorted[Math.floor(sorted.length / 2)]} ms, slowest ${sorted.at(-1)} ms; grew by ${grown.toFixed(0)} MB; ${wrong.length} wrong`,
    );
    for (const w of wrong.slice(0, 20)) console.log(w);
  });
  return wrong.length === 0;
};

runAttack(REPORT, seed, main);
