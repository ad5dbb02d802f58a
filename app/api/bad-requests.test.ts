import { strFromU8, strToU8, unzipSync, zipSync } from "fflate";
import sharp from "sharp";
import { beforeAll, describe, expect, test } from "vitest";
import { trialWheel } from "@/core/truing/trial-builds.test.rig";
import { keepPhoto } from "@/formats/photo";
import { goodRequests, JUNK, goodReading as reading } from "@/run/fuzz/good-requests.test.rig";
import { database } from "@/store/database";
import { ownDatabase } from "@/store/own-database.test.rig";
import { addPhoto } from "@/store/photos";

// Every route that writes, called as Next calls it, with one thing wrong at a time, on a database of its own.

type Method = "GET" | "POST" | "PATCH" | "DELETE";
type Handler = (request: Request, context: { params: Promise<Record<string, string>> }) => Promise<Response>;
const routes = import.meta.glob<Partial<Record<Method, Handler>>>("./**/route.ts", { eager: true });

const uuid = () => crypto.randomUUID();
const [job, round, stock, gauge, order, spare, learning] = [...Array(7)].map(uuid);

const call = async (path: string, method: Method, body?: unknown, params: Record<string, string> = {}, query = "") => {
  const handler = routes[`./${path}/route.ts`]?.[method];
  if (!handler) throw new Error(`no ${method} ${path}`);
  const sent = body === undefined || typeof body === "string" ? (body as string | undefined) : JSON.stringify(body);
  const request = new Request(`http://127.0.0.1/api/${path}${query}`, { method, body: method === "GET" ? null : sent });
  const response = await handler(request, { params: Promise.resolve(params) });
  const text = await response.text();
  const isJson = response.headers.get("content-type")?.includes("json");
  return { status: response.status, answer: isJson ? JSON.parse(text) : text };
};

/** What all tables hold, as one number each. */
const contents = async (): Promise<string> => {
  const [tables] = await database().raw("show tables");
  const names = (tables as Record<string, string>[]).map((t) => `\`${Object.values(t)[0]}\``);
  const [sums] = await database().raw(`checksum table ${names.join(", ")}`);
  return JSON.stringify(sums);
};

const ids = { job, round, stock, order, learning };
const CASES = goodRequests(ids);

ownDatabase(".test-output/bad-requests", async () => {
  await call("jobs", "POST", { id: job, kind: "rebuild" });
  await call("jobs", "POST", { id: spare, kind: "rebuild" });
  await call("jobs", "POST", { id: learning, kind: "practice" });
  for (const id of [job, learning]) await call("jobs/[id]/wheel-file", "POST", trialWheel("steel"), { id });
  await call("jobs/[id]/rounds", "POST", { id: round }, { id: job });
  for (const at of [1, 11, 21, 31])
    for (const what of ["lateral", "radial"])
      await call("rounds/[id]/readings", "POST", { ...reading(), what, spoke: at, value: at / 100 }, { id: round });
  await call("stock", "POST", { ...(CASES.find((c) => c.path === "stock")?.good() as object), id: stock });
  await call("gauges", "POST", { ...(CASES.find((c) => c.path === "gauges")?.good() as object), id: gauge });
  const spokes = await call("jobs/[id]/orders", "POST", { id: order }, { id: job });
  if (spokes.status !== 200) throw new Error(JSON.stringify(spokes));
});

/** A refusal names what is wrong, and nothing is stored. */
const refused = (what: string, got: { status: number; answer: { error?: { path: string; message: string } } }) => {
  expect(got.status, `${what}: ${JSON.stringify(got.answer)}`).toBeGreaterThanOrEqual(400);
  expect(got.status, `${what}: ${JSON.stringify(got.answer)}`).toBeLessThan(500);
  expect(got.answer.error?.message, what).toMatch(/\w{3}/);
};

describe.each(CASES)("$method $path", ({ path, method, params, good }) => {
  test("takes what is right", async () => {
    const got = await call(path, method, good(), params);
    expect(got.status, JSON.stringify(got.answer)).toBe(200);
  });
  test("with one thing wrong it names that thing or takes it, and a refusal stores nothing", async () => {
    for (const field of Object.keys(good()))
      for (const junk of JUNK) {
        const before = await contents();
        const body = good();
        (body as Record<string, unknown>)[field] = junk;
        const got = await call(path, method, body, params);
        const what = `${path} ${field} = ${JSON.stringify(junk)?.slice(0, 40)}`;
        if (got.status === 200) continue;
        refused(what, got);
        expect(got.answer.error.path, what).not.toBe("");
        expect(await contents(), what).toBe(before);
      }
  });
  test("what is no such document, or far too long, is refused", async () => {
    for (const body of ["", "{", "null", "7", '"text"', "[[]]", `{"a":"${"x".repeat(2_000_000)}"}`]) {
      const before = await contents();
      const got = await call(path, method, body, params);
      // An object nobody knows the fields of may be an empty change.
      if (got.status === 200) continue;
      refused(`${path} ${body.slice(0, 20)}`, got);
      expect(await contents()).toBe(before);
    }
  });
  test("of something there is not, it says so", async () => {
    if (!params) return;
    for (const id of [uuid(), "nonsense", "", "%", "../jobs", "x".repeat(300)]) {
      const before = await contents();
      const got = await call(path, method, good(), { id });
      refused(`${path} of ${id.slice(0, 20)}`, got);
      expect(got.answer.error.refusal, path).toEqual({ code: "not-there" });
      expect(await contents()).toBe(before);
    }
  });
});

test("a job's own fields: each taken as it was sent, or refused by name with the job as it was", async () => {
  const fields = {
    customer: "Ines Marlow",
    telephone: "0555",
    machine: "Heron 350",
    mark: "Z-1",
    place: "front",
    wanted: "new spokes",
    promised: "2027-01-04",
    waitingFor: "plating",
    waitingSince: "2026-11-20",
    sideA: "brake side",
    sideB: "drive side",
    tolerance: "shop",
  };
  const { answer: opened } = await call("jobs", "POST", { id: uuid(), kind: "true-only" });
  let held = opened as Record<string, unknown> & { id: string };
  for (const [field, right] of Object.entries(fields))
    for (const value of [right, ...JUNK]) {
      const before = await contents();
      const got = await call(
        "jobs/[id]",
        "PATCH",
        { change: { [field]: value }, seen: { [field]: held[field] } },
        { id: held.id },
      );
      const what = `${field} = ${JSON.stringify(value)?.slice(0, 40)}`;
      if (got.status === 200) {
        held = got.answer.job;
        if (typeof value === "string") expect(String(held[field] ?? "").trim(), what).toBe(value.trim());
        continue;
      }
      expect(value, what).not.toBe(right);
      refused(what, got);
      expect(got.answer.error.path, what).toContain(field);
      expect(await contents(), what).toBe(before);
    }
  const stale = await call(
    "jobs/[id]",
    "PATCH",
    { change: { wanted: "older" }, seen: { wanted: "never so" } },
    { id: held.id },
  );
  expect(stale.status).toBe(409);
  expect(stale.answer.stored.wanted).not.toBe("older");
});

test("a customer's wheel never becomes a practice wheel", async () => {
  const before = await contents();
  const got = await call("jobs/[id]/practice", "POST", { seed: 3, start: "fresh" }, { id: job });
  refused("practice on a customer's wheel", got);
  expect(got.answer.error).toMatchObject({ path: "kind", refusal: { code: "stands-against", what: "kind" } });
  expect(await contents()).toBe(before);
});

test("what is no picture is no photo, and a picture cut short is refused too", async () => {
  const whole = await sharp({ create: { width: 40, height: 30, channels: 3, background: "#884422" } })
    .jpeg()
    .toBuffer();
  const send = (bytes: Uint8Array, id: string = uuid(), at = job) => {
    const handler = routes["./jobs/[id]/photos/route.ts"]?.POST;
    if (!handler) throw new Error("no photos");
    const request = new Request(`http://127.0.0.1/api/jobs/x/photos?id=${id}&caption=rim`, {
      method: "POST",
      body: new Uint8Array(bytes),
    });
    return handler(request, { params: Promise.resolve({ id: at }) });
  };
  for (const [what, bytes] of [
    ["nothing", new Uint8Array()],
    ["a text", new TextEncoder().encode("not a picture at all")],
    ["a picture's first bytes", whole.subarray(0, 30)],
    [
      "a drawing that would fetch from elsewhere",
      new TextEncoder().encode("<svg xmlns='http://www.w3.org/2000/svg'><image href='file:///etc/passwd'/></svg>"),
    ],
  ] as const) {
    const before = await contents();
    const got = await send(bytes);
    expect(got.status, `${what}: ${await got.text()}`).toBe(400);
    expect(await contents(), what).toBe(before);
  }
  expect((await send(whole, "no-id")).status).toBe(400);
  expect((await send(whole, uuid(), uuid())).status).toBe(400);
  const id = uuid();
  expect((await send(whole, id)).status).toBe(200);
  const once = await contents();
  expect((await send(whole, id)).status).toBe(200);
  expect(await contents(), "sent twice, kept once").toBe(once);
});

describe("what is only read", () => {
  const reads = Object.entries(routes).filter(([path, route]) => route.GET && path.includes("[id]"));
  test.each(reads.map(([path]) => path.slice(2, -9)))(
    "%s of something there is not: told, not a failure",
    async (path) => {
      for (const id of [uuid(), "nonsense", "", "'", "x".repeat(300)]) {
        const got = await call(path, "GET", undefined, { id });
        expect(got.status, `${path} of ${id}: ${JSON.stringify(got.answer).slice(0, 200)}`).toBeGreaterThanOrEqual(400);
        expect(got.status, `${path} of ${id}`).toBeLessThan(500);
      }
    },
  );
  test.each(reads.filter(([path]) => path.includes("jobs/[id]")).map(([path]) => path.slice(2, -9)))(
    "%s of a job just opened: an answer or a reason",
    async (path) => {
      const got = await call(path, "GET", undefined, { id: spare });
      expect(got.status, `${path}: ${JSON.stringify(got.answer).slice(0, 200)}`).toBeLessThan(500);
    },
  );
});

describe("lists read in", () => {
  const LISTS = ["stock/list", "lists/customers", "lists/calendar", "archive"];
  const TEXTS = [
    "",
    "\ufeff",
    "a;b;c",
    "kind,name\n1",
    '"',
    "\u0000\u0001",
    "BEGIN:VCALENDAR",
    "PK\u0003\u0004",
    ",".repeat(9999),
  ];
  test.each(LISTS)("%s: what is no such list changes nothing, whether looked at or taken", async (path) => {
    for (const text of TEXTS)
      for (const query of ["", "?take=yes"]) {
        const before = await contents();
        const got = await call(path, "POST", text, {}, query);
        expect(got.status, `${path} ${JSON.stringify(text)}: ${JSON.stringify(got.answer)}`).toBeLessThan(500);
        expect(await contents(), `${path} ${JSON.stringify(text)}${query}`).toBe(before);
      }
  });
  test.each([
    ["jobs/[id]/rounds-list", job],
    ["gauges/[id]/list", gauge],
  ])("%s: what is no such list changes nothing", async (path, id) => {
    for (const text of TEXTS) {
      const before = await contents();
      const got = await call(path, "POST", text, { id }, "?take=yes");
      expect(got.status, `${path} ${JSON.stringify(text)}: ${JSON.stringify(got.answer)}`).toBeLessThan(500);
      if (got.answer.taken && got.answer.lines > 0) continue;
      expect(await contents(), `${path} ${JSON.stringify(text)}`).toBe(before);
    }
  });
  test("a search is answered however odd the words", async () => {
    for (const q of ["%", "_", "\\", "'", "\u0000", "x".repeat(500), "168 mm", "🔧", "a b c d e f g h i j k l"]) {
      const got = await call("find", "GET", undefined, {}, `?q=${encodeURIComponent(q)}`);
      expect(got.status, q).toBe(200);
      expect(Array.isArray(got.answer), q).toBe(true);
    }
  });
});

describe("a job archive somebody has been at", () => {
  type Tables = Record<string, Record<string, unknown>[]>;
  /** The archive of the job, changed, and taken into a shop where that job is no longer. */
  const taken = async (change: (tables: Tables, files: Record<string, Uint8Array>) => void) => {
    const files = unzipSync(archive);
    const document = JSON.parse(strFromU8(files["job.json"])) as { tables: Tables };
    change(document.tables, files);
    files["job.json"] = strToU8(JSON.stringify(document));
    const before = await contents();
    const handler = routes["./archive/route.ts"]?.POST;
    if (!handler) throw new Error("no archive");
    const request = new Request("http://127.0.0.1/api/archive?take=yes", { method: "POST", body: zipSync(files) });
    const response = await handler(request, { params: Promise.resolve({}) });
    return { status: response.status, answer: await response.json(), changed: (await contents()) !== before };
  };
  let archive: Uint8Array;
  beforeAll(async () => {
    const picture = await keepPhoto(
      await sharp({ create: { width: 40, height: 30, channels: 3, background: "#446688" } })
        .jpeg()
        .toBuffer(),
    );
    await addPhoto({ id: uuid(), jobId: job, caption: "rim", ...picture });
    const handler = routes["./jobs/[id]/archive/route.ts"]?.GET;
    if (!handler) throw new Error("no archive");
    const response = await handler(new Request("http://127.0.0.1/"), { params: Promise.resolve({ id: job }) });
    archive = new Uint8Array(await response.arrayBuffer());
    await database()("jobs").where({ id: job }).delete();
  });
  const CHANGES: readonly (readonly [string, (t: Tables, f: Record<string, Uint8Array>) => void])[] = [
    ["a line that is nothing", (t) => t.readings.push(null as unknown as Record<string, unknown>)],
    ["a line that is a word", (t) => t.turns.push("x" as unknown as Record<string, unknown>)],
    ["a day that is none", (t) => Object.assign(t.jobs[0], { created_at: { date: "yesterday" } })],
    ["a number that is a word", (t) => Object.assign(t.readings[0], { value: "tight" })],
    ["a place far too large", (t) => Object.assign(t.readings[0], { spoke: 1e12 })],
    ["a kind nobody knows", (t) => Object.assign(t.jobs[0], { kind: "x".repeat(500) })],
    ["nothing where something must be", (t) => Object.assign(t.rounds[0], { job_id: null })],
    ["a round of some other job here", (t) => Object.assign(t.rounds[0], { job_id: spare })],
    ["readings of a round it has not", (t) => Object.assign(t.readings[0], { round_id: uuid() })],
    ["a wheel it has not", (t) => Object.assign(t.jobs[0], { wheel_id: uuid() })],
    ["an id like a command", (t) => Object.assign(t.stock ?? t.rounds[0], { id: "'; drop table jobs; --" })],
    [
      "a picture that is not there",
      (_, f) => {
        for (const name of Object.keys(f)) if (name.startsWith("photos/")) delete f[name];
      },
    ],
    [
      "pictures that are none",
      (_, f) => {
        for (const name of Object.keys(f))
          if (name.startsWith("photos/")) f[name] = strToU8("<script>alert(1)</script>");
      },
    ],
    [
      "a whole table missing",
      (t) => {
        delete t.rounds;
      },
    ],
    [
      "a day nobody lives to see",
      (t) => Object.assign(t.jobs[0], { finished_at: { date: new Date(1e15).toISOString() } }),
    ],
    ["a time that is a number", (t) => Object.assign(t.jobs[0], { finished_at: 1e12 })],
    ["a tolerance that is none", (t) => Object.assign(t.jobs[0], { tolerance: "perfect" })],
    ["a wheel of -1", (t) => Object.assign(t.builds[0] ?? t.jobs[0], { wheel: -1, tolerance: -1 })],
    ["advice that says nothing", (t) => Object.assign(t.rounds[0], { advice: {} })],
    ["a reading of a metre", (t) => Object.assign(t.readings[0], { what: "lateral", value: 1000 })],
    ["two jobs in one", (t) => t.jobs.push({ ...t.jobs[0], id: uuid() })],
  ];
  test.each(CHANGES)("%s: refused by name, and nothing of it is stored", async (what, change) => {
    const got = await taken(change);
    refused(what, got);
    expect(got.answer.error.path, what).not.toBe("");
    expect(got.changed, what).toBe(false);
  });
  test("columns nobody knows are left out, and as it was it is taken", async () => {
    const got = await taken((t) => Object.assign(t.jobs[0], { constructor: 1, toString: 2, nobody: "x" }));
    expect(got.status, JSON.stringify(got.answer)).toBe(200);
    expect(got.answer.taken).toBe(true);
    const again = await taken(() => undefined);
    expect(again.status).toBe(200);
    expect(again.changed, "taken once more it changes nothing").toBe(false);
  });
});
