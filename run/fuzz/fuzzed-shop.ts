import { readFileSync, rmSync } from "node:fs";
import { request as httpRequest } from "node:http";
import { resolve } from "node:path";
import sharp from "sharp";
import { diaryIcs } from "@/formats/diary-ics";
import { openRawRecord, type RawRecord } from "@/store/raw-record";
import { buildIfChanged } from "../build";
import { freePort } from "../free-port";
import { answers, endWeb, openRecord, startWeb } from "../serve";
import { goodReading, goodRequests, type Here } from "./good-requests.test.rig";
import type { Asked, GoodFiles } from "./requests";

/** Bytes that are not sent in one breath. */
export const MUCH = 60_000;
export const sizeOf = (body: BodyInit | undefined): number => (typeof body === "string" ? body.length : 0);

export interface Told {
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

const memoryOf = (pid: number): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, "utf8"))?.[1] ?? 0) / 1024;
/** The program that answers: the last of those the first one started. */
const serving = (pid: number): number => {
  const [child] = readFileSync(`/proc/${pid}/task/${pid}/children`, "utf8").trim().split(" ").filter(Boolean);
  return child ? serving(Number(child)) : pid;
};

/** A shop of its own with one of everything in it, and good files of every kind that is taken in. */
export interface FuzzedShop {
  readonly here: Here;
  readonly files: GoodFiles;
  readonly record: RawRecord;
  readonly send: (asked: Asked) => Promise<Told>;
  /** MB of the program that answers. */
  readonly memory: () => number;
}

/** Starts the shop in a folder of its own, does the work, and ends it. */
export const inFuzzedShop = async (name: string, work: (shop: FuzzedShop) => Promise<void>): Promise<void> => {
  const folder = resolve(`.test-output/${name}`);
  await buildIfChanged();
  rmSync(folder, { recursive: true, force: true });
  delete process.env.DATABASE_URL;
  process.env.TALL_COMPASS_DATA = folder;
  process.env.TALL_COMPASS_DEMO = "no";
  const server = await openRecord(folder);
  const port = await freePort();
  const web = startWeb("start", port, undefined, true);
  const record = openRawRecord(server?.url ?? "");
  try {
    await answers(`http://127.0.0.1:${port}`, web);
    const uuid = () => crypto.randomUUID();
    const here: Here = { job: uuid(), round: uuid(), stock: uuid(), order: uuid(), learning: uuid(), gauge: uuid() };
    const json = { "content-type": "application/json" };
    const put = async (path: string, body: unknown) => {
      const told = await send(port, {
        ...{ method: "POST", path: `/api/${path}`, body: JSON.stringify(body), headers: json },
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
    await put("gauges", { ...good("gauges"), id: here.gauge });
    await put(`jobs/${here.job}/orders`, { id: here.order });
    await put(`jobs/${here.learning}/practice`, { seed: 3, level: "several" });
    const get = async (path: string) => fetch(`http://127.0.0.1:${port}/api/${path}`);
    const files: GoodFiles = {
      archive: new Uint8Array(await (await get(`jobs/${here.learning}/archive`)).arrayBuffer()),
      picture: await sharp({ create: { width: 900, height: 700, channels: 3, background: "#8a5210" } })
        .jpeg()
        .toBuffer(),
      stock: await (await get("stock/list")).text(),
      customers: 'customer;telephone;mark;machine\r\nA. Rook;0555;F-1;Dunlin\r\n"B; Löwe";;F-2;Heron\r\n',
      gauge: await (await get(`gauges/${here.gauge}/list`)).text(),
      rounds: await (await get(`jobs/${here.job}/rounds-list`)).text(),
      wheel: await (await get(`jobs/${here.job}/wheel-file`)).text(),
      calendar: diaryIcs({
        ...{ today: "2026-11-27", timeZone: "Europe/London" },
        slots: [{ id: "s", day: 1, from: 540, to: 600, title: "True" }],
        days: [{ id: "a", on: "2026-12-01", title: "away" }],
      }).replaceAll("@tall-compass", "@elsewhere"),
    };
    const pid = serving(web.pid ?? 0);
    await work({ here, files, record, send: (asked) => send(port, asked), memory: () => memoryOf(pid) });
  } finally {
    await record.close();
    await endWeb(web);
    await server?.stop();
  }
};
