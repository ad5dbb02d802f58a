import { readFileSync, rmSync } from "node:fs";
import { request as httpRequest } from "node:http";
import { resolve } from "node:path";
import sharp from "sharp";
import { chance } from "@/devices/random";
import { diaryIcs } from "@/formats/diary-ics";
import { openRawRecord } from "@/store/raw-record";
import { runAttack } from "../attack";
import { buildIfChanged } from "../build";
import { freePort } from "../database-server";
import { answers, endNext, openRecord, serveNext } from "../serve";
import { goodReading, goodRequests, type Here } from "./good-requests.test.rig";
import { type Asked, requestBy } from "./requests";

/**
 * `npm run fuzz -- 10000 [SEED]`: a shop of its own is asked so many things that are nearly right or not at all. No answer
 * may be a failure of the program, none take five seconds, none that refuses may have written anything; afterwards every
 * page is still shown, and the program has not grown.
 */
const [count = 10_000, seed = Math.floor(Math.random() * 1e6)] = process.argv.slice(2).map(Number);

const FOLDER = resolve(".test-output/fuzz");
const REPORT = ".test-output/fuzz.json";
/** ms, and MB the program may grow by. */
const [SLOW, GROWN] = [5000, 200];
const WARM = 200;
/** Bytes that are not sent in one breath. */
const MUCH = 60_000;
const sizeOf = (body: BodyInit | undefined): number => (typeof body === "string" ? body.length : 0);

interface Told {
  readonly status: number;
  readonly text: string;
  readonly ms: number;
}

/** Node's own client: it sends a path as it is, however odd. */
const send = (port: number, { method, path, body, headers }: Asked): Promise<Told> =>
  new Promise((done) => {
    const began = Date.now();
    const ended = (status: number, text: string) => done({ status, text, ms: Date.now() - began });
    const out = httpRequest({ host: "127.0.0.1", port, method, path, headers, timeout: 30_000 }, (answer) => {
      // What is told as it goes on goes on: its beginning is the answer.
      if (answer.headers["content-type"]?.startsWith("text/event-stream")) {
        answer.destroy();
        return ended(answer.statusCode ?? 0, "");
      }
      const parts: Buffer[] = [];
      answer.on("data", (d) => parts.push(d));
      answer.on("end", () => ended(answer.statusCode ?? 0, Buffer.concat(parts).toString("latin1")));
      answer.on("error", (e) => ended(0, e.message));
    });
    out.on("timeout", () => out.destroy(new Error("no answer")));
    out.on("error", (e) => ended(0, e.message));
    out.end(body === undefined ? undefined : typeof body === "string" ? body : Buffer.from(body as Uint8Array));
  });

/** What no answer may show: how the program is made, or what it asks its database. */
const LEAKS = /node_modules|\bat \w+ \(|select .* from `|insert into `|mysql|\.next\//i;

const memoryOf = (pid: number): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))?.[1] ?? 0) / 1024;
/** The program that answers: the last of those the first one started. */
const serving = (pid: number): number => {
  const [child] = readFileSync(`/proc/${pid}/task/${pid}/children`, "utf8").trim().split(" ").filter(Boolean);
  return child ? serving(Number(child)) : pid;
};

const main = async (): Promise<boolean> => {
  console.log(`fuzz: ${count} requests, seed ${seed}`);
  await buildIfChanged();
  rmSync(FOLDER, { recursive: true, force: true });
  delete process.env.DATABASE_URL;
  process.env.TALL_COMPASS_DATA = FOLDER;
  process.env.TALL_COMPASS_DEMO = "no";
  const server = await openRecord(FOLDER);
  const port = await freePort();
  const web = serveNext("start", port, undefined, true);
  const record = openRawRecord(server?.url ?? "");
  const wrong: string[] = [];
  try {
    await answers(`http://127.0.0.1:${port}`, web);
    const uuid = () => crypto.randomUUID();
    const here: Here = { job: uuid(), round: uuid(), stock: uuid(), order: uuid(), learning: uuid() };
    const json = { "content-type": "application/json" };
    const put = async (path: string, body: unknown) => {
      const told = await send(port, {
        method: "POST",
        path: `/api/${path}`,
        body: JSON.stringify(body),
        headers: json,
      });
      if (told.status !== 200) throw new Error(`${path}: ${told.status} ${told.text}`);
    };
    const good = (path: string) =>
      goodRequests(here)
        .find((r) => r.path === path)
        ?.good() as object;
    await put("jobs", { id: here.job, kind: "rebuild" });
    await put("jobs", { id: here.learning, kind: "practice" });
    for (const id of [here.job, here.learning]) await put(`jobs/${id}/wheel-file`, good("jobs/[id]/wheel-file"));
    await put(`jobs/${here.job}/rounds`, { id: here.round });
    await put(`rounds/${here.round}/readings`, goodReading());
    await put("stock", { ...good("stock"), id: here.stock });
    await put(`jobs/${here.job}/orders`, { id: here.order });
    const archive = await fetch(`http://127.0.0.1:${port}/api/jobs/${here.job}/archive`);
    const files = {
      archive: new Uint8Array(await archive.arrayBuffer()),
      picture: await sharp({ create: { width: 900, height: 700, channels: 3, background: "#8a5210" } })
        .jpeg()
        .toBuffer(),
      stock: await (await fetch(`http://127.0.0.1:${port}/api/stock/list`)).text(),
      calendar: diaryIcs({
        ...{ today: "2026-11-27", timeZone: "Europe/London", slots: [] },
        days: [{ id: "a", on: "2026-12-01", title: "away" }],
      }),
    };
    const luck = chance(seed);
    const [took, statuses] = [[] as number[], new Map<number, number>()];
    let before = await record.sums();
    let warm = 0;
    const pid = serving(web.pid ?? 0);
    for (let i = 0; i < count; i++) {
      const asked = requestBy(luck, here, files);
      const told = await send(port, asked);
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
      if (i === WARM) warm = memoryOf(pid);
      if ((i + 1) % 2000 === 0) console.log(`${i + 1}: ${memoryOf(pid).toFixed(0)} MB, ${wrong.length} wrong`);
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
      const told = await send(port, { method: "GET", path: `/${page}`, headers: {} });
      if (told.status >= 500 || told.status === 0)
        wrong.push(`${told.status} ${told.text.slice(0, 200)} for /${page} afterwards`);
    }
    const grown = memoryOf(pid) - (warm || memoryOf(pid));
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
  } finally {
    await record.close();
    await endNext(web);
    await server?.stop();
  }
  return wrong.length === 0;
};

runAttack(REPORT, seed, main);
