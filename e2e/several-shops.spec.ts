import { execFile } from "node:child_process";
import { readdirSync, readFileSync, rmSync } from "node:fs";
import { type IncomingHttpHeaders, request } from "node:http";
import { join, resolve } from "node:path";
import { promisify } from "node:util";
import { expect, type Page } from "@playwright/test";
import { ROUTES } from "@/core/shop/who-may";
import { freePort } from "@/run/free-port";
import { type ServedShops, serveShops } from "@/run/shops/serve-shops";
import { test } from "./patient-test";

// Several shops by name from one set of servers: what is one shop's none of the others sees.

test.describe.configure({ mode: "serial" });

/** ms without a request after which a shop's server ends: while other things are tried, and while that is. */
const IDLE = { long: 600_000, short: 3000 };
/** How many run at once. */
const MOST = 2;
/** In the name of one shop's customer and nowhere else. */
const SECRET = "Quillan of Harbour";

let folder: string;
let port: number;
let served: ServedShops;
const said: string[] = [];
const addressOf = (shop: string) => `http://${shop}.localhost:${port}`;

const serve = async (idle: number): Promise<void> => {
  served = await serveShops({
    ...{ folder, port, logs: folder, key: null, host: "127.0.0.1", domain: "localhost", addressOf },
    ...{ idle, most: MOST, log: () => undefined, say: (what) => said.push(what) },
  });
};

test.beforeAll(async () => {
  folder = resolve(`.test-output/several-shops-${process.pid}`);
  rmSync(folder, { recursive: true, force: true });
  port = await freePort();
  await serve(IDLE.long);
});
test.afterAll(async () => {
  await served.stop();
  rmSync(folder, { recursive: true, force: true });
});

/** A command as it is typed on the machine. */
const command = async (...told: readonly string[]): Promise<string> => {
  const env: NodeJS.ProcessEnv = { ...process.env, TALL_COMPASS_DATA: folder, PORT: String(port) };
  delete env.DATABASE_URL;
  const { stdout } = await promisify(execFile)("node_modules/.bin/tsx", told, { env });
  return stdout;
};

interface Said {
  readonly status: number;
  readonly text: string;
  readonly headers: IncomingHttpHeaders;
}

/** Asked as a program would: under whatever name, with whatever path. */
const ask = (
  shop: string,
  path: string,
  { method = "GET", body, cookie, host = `${shop}.localhost:${port}` }: Asking = {},
): Promise<Said> =>
  new Promise((done, fail) => {
    const text = body === undefined ? undefined : JSON.stringify(body);
    const headers = { host, ...(cookie && { cookie }), ...(text && { "content-type": "application/json" }) };
    const asked = request({ host: "127.0.0.1", port, method, path, headers }, (answer) => {
      let heard = "";
      answer.setEncoding("utf8").on("data", (words: string) => {
        heard += words;
        // What tells of changes goes on for ever.
        if (answer.headers["content-type"]?.startsWith("text/event-stream")) asked.destroy();
      });
      answer.on("close", () => done({ status: answer.statusCode ?? 0, text: heard, headers: answer.headers }));
    });
    asked.on("error", fail);
    asked.end(text);
  });
interface Asking {
  readonly method?: string;
  readonly body?: unknown;
  readonly cookie?: string;
  readonly host?: string;
}

/** An owner's device, let in by the code the machine told. @returns what it keeps */
const ownerOf = async (shop: string, code: string, name: string): Promise<string> => {
  const body = { code, device: "a program", name, pin: "2580", password: "three odd words" };
  const { status, headers, text } = await ask(shop, "/api/sign-in/first", { method: "POST", body });
  expect([shop, status, text]).toEqual([shop, 200, '{"ok":true}']);
  return headers["set-cookie"]?.[0]?.split(";")[0] ?? "";
};

const bookIn = async (shop: string, cookie: string, customer: string, id: string = crypto.randomUUID()) => {
  for (const [method, path, body] of [
    ["POST", "/api/jobs", { id, kind: "true-only" }],
    ["PATCH", `/api/jobs/${id}`, { change: { customer }, seen: { customer: "" } }],
  ] as const) {
    const { status, text } = await ask(shop, path, { method, body, cookie });
    expect([shop, path, status, text]).toEqual([shop, path, 200, expect.anything()]);
  }
};

const codeIn = (words: string): string => /code=([A-Z0-9-]{9})/.exec(words)?.[1] ?? "";

let harbour: string;
let mill: string;
let page: Page;
const job = crypto.randomUUID();

/** Of the program that serves a shop. */
const pidOf = (shop: string): number | undefined =>
  readdirSync("/proc")
    .filter((id) => /^\d+$/.test(id))
    .map(Number)
    .find((id) => {
      try {
        return readFileSync(`/proc/${id}/environ`, "utf8").includes(
          `TALL_COMPASS_DATA=${join(folder, "shops", shop)}\0`,
        );
      } catch {
        return false;
      }
    });

test("two shops are made, each owner signs in at its own address, by a browser and by a program", async ({
  browser,
}) => {
  const codes = [];
  for (const shop of ["harbour", "mill-lane"]) codes.push(codeIn(await command("run/shops/shop.ts", "add", shop)));
  await expect(command("run/shops/shop.ts", "add", "harbour")).rejects.toThrow(
    /there is a shop called harbour already/,
  );
  await expect(command("run/shops/shop.ts", "add", "no_name")).rejects.toThrow(/will not do; give small letters/);
  expect(await command("run/shops/shop.ts", "list")).toMatch(/harbour +\d+ MB +nobody there.*\nmill-lane/);
  page = await (await browser.newContext()).newPage();
  await page.goto(`${addressOf("harbour")}/sign-in?code=${codes[0]}`);
  await page.getByLabel("your name").fill("Ada Fell");
  await page.getByLabel("PIN, four figures").fill("2580");
  await page.getByLabel(/^password/).fill("three odd words");
  await page.getByRole("button", { name: "let me in" }).click();
  await expect(page.getByRole("heading", { name: "Tall Compass" })).toBeVisible();
  const kept = (await page.context().cookies()).find((c) => c.name === "__Host-tall-compass-device");
  harbour = `${kept?.name}=${kept?.value}`;
  mill = await ownerOf("mill-lane", codes[1], "Bo Marsh");
  expect([...served.shops.served].sort()).toEqual(["harbour", "mill-lane"]);
  await bookIn("harbour", harbour, SECRET, job);
  await page.goto(addressOf("harbour"));
  await expect(page.getByText(SECRET).first()).toBeVisible();
});

test("what is one shop's no other sees: by no address, no number, no cookie, no name", async () => {
  // Who is in here is a stranger there.
  expect((await ask("mill-lane", "/api/settings", { cookie: harbour })).status).toBe(401);
  expect((await ask("harbour", "/api/settings", { cookie: mill })).status).toBe(401);
  const wheel = /"wheelId":"([^"]+)"/.exec(
    (await ask("harbour", `/api/jobs/${job}/stages/book-in`, { cookie: harbour })).text,
  );
  const ids = [job, wheel?.[1] ?? "", "1", "book-in"];
  let seen = 0;
  for (const [path, rule] of Object.entries(ROUTES)) {
    if (!("GET" in rule)) continue;
    for (const id of ids) {
      const at = path.replace(/\[(stage|step)\]/g, "book-in").replace(/\[[^\]]+\]/g, id);
      const found = `${at}${path === "/api/find" ? "?q=Quillan" : path === "/api/known" ? "?what=customer&typed=Qui" : ""}`;
      const { status, text } = await ask("mill-lane", found, { cookie: mill });
      expect([found, status < 500, /Quillan|Ada Fell/.test(text)]).toEqual([found, true, false]);
      seen++;
    }
  }
  expect(seen).toBeGreaterThan(100);
  for (const at of [
    "/",
    "/stock",
    "/customers",
    "/diary",
    "/figures",
    "/settings",
    "/settings/people",
    `/jobs/${job}/book-in`,
  ])
    expect([at, /Quillan|Ada Fell/.test((await ask("mill-lane", at, { cookie: mill })).text)]).toEqual([at, false]);
  // The same asked in its own shop finds it: the words looked for are there to be found.
  expect((await ask("harbour", "/", { cookie: harbour })).text).toContain("Quillan");
  // Nor is anything written there: the wheel is unknown, and stays as it was.
  const told = { change: { customer: "Somebody else" }, seen: { customer: SECRET } };
  const changed = await ask("mill-lane", `/api/jobs/${job}`, { method: "PATCH", body: told, cookie: mill });
  expect(changed.status).toBe(400);
  expect((await ask("harbour", "/", { cookie: harbour })).text).not.toContain("Somebody else");
  // Names that are none, or nearly one, are all answered alike.
  for (const host of [
    "quay.localhost",
    "harbour_beside.localhost",
    "x.harbour.localhost",
    "localhost",
    "harbour.localhost.evil",
    "shop_harbour.localhost",
  ])
    expect([host, await ask("", "/api/settings", { host, cookie: harbour })]).toMatchObject([
      host,
      { status: 404, text: "no shop is served under this name\n" },
    ]);
  // Another's name in the address itself, or in what only the front may say, opens nothing.
  expect((await ask("mill-lane", `${addressOf("harbour")}/api/settings`, { cookie: harbour })).status).toBe(400);
  expect((await ask("mill-lane", "/sign-in/../api/settings", { cookie: harbour })).status).toBe(401);
});

test("the program that serves one shop knows nothing of the others, and may choose no folder of the machine", async () => {
  const environ = readFileSync(`/proc/${pidOf("mill-lane")}/environ`, "utf8");
  expect(environ).toContain("/shop_mill-lane");
  expect(environ).not.toContain("shop_harbour");
  expect(environ).not.toContain(readFileSync(join(folder, "database-password"), "utf8").trim());
  const change = { copiesFolder: join(folder, "shops", "harbour", "copies") };
  const refused = await ask("mill-lane", "/api/settings", { method: "PATCH", body: change, cookie: mill });
  expect([refused.status, refused.text]).toEqual([400, expect.stringContaining("one of several on its machine")]);
  expect(JSON.parse((await ask("mill-lane", "/api/cables", { cookie: mill })).text).ports).toEqual([]);
});

test("one killed takes none with it, is there again when it is asked, and ends by itself with a copy of what was written", async () => {
  process.kill(pidOf("harbour") ?? 0, "SIGKILL");
  expect((await ask("mill-lane", "/api/settings", { cookie: mill })).status).toBe(200);
  await expect.poll(async () => (await ask("harbour", "/", { cookie: harbour })).text).toContain("Quillan");
  await page.goto("about:blank");
  await served.stop();
  await serve(IDLE.short);
  await bookIn("harbour", harbour, "Cy Penn");
  await expect.poll(() => served.shops.served, { timeout: 120_000 }).toEqual([]);
  const copies = readdirSync(join(folder, "shops", "harbour", "copies"));
  expect(copies.length).toBeGreaterThan(0);
  await served.stop();
  await serve(IDLE.long);
  // Two run at once; for a third the one that was asked longest ago makes room.
  await command("run/shops/shop.ts", "add", "quay");
  for (const shop of ["harbour", "mill-lane", "quay"]) expect((await ask(shop, "/sign-in")).status).toBe(200);
  expect([served.shops.served.includes("quay"), served.shops.served.includes("harbour")]).toEqual([true, false]);
});

test("each is copied alone and put back alone, while the others go on", async () => {
  const file = join(folder, "harbour.sql.gz");
  await command("run/whole-shop.ts", "backup", file, "--shop", "harbour");
  await bookIn("harbour", harbour, "Dee Holt");
  await bookIn("mill-lane", mill, "Dee Holt");
  await command("run/whole-shop.ts", "restore", file, "--shop", "harbour", "--yes");
  const now = (await ask("harbour", "/", { cookie: harbour })).text;
  expect([now.includes("Quillan"), now.includes("Dee Holt")]).toEqual([true, false]);
  expect((await ask("mill-lane", "/", { cookie: mill })).text).toContain("Dee Holt");
  // Erased, with a copy of how it was; its name is nobody's then.
  await expect(command("run/shops/shop.ts", "remove", "quay")).rejects.toThrow(/say --yes/);
  await expect.poll(() => served.shops.served.includes("quay"), { timeout: 120_000 }).toBe(false);
  expect(await command("run/shops/shop.ts", "remove", "quay", "--yes")).toContain("is erased. As it was:");
  await expect.poll(async () => (await ask("quay", "/sign-in")).status).toBe(404);
  expect(said.filter((words) => !/ended by itself/.test(words))).toEqual([]);
});
