import { once } from "node:events";
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { type Browser, expect, type Page } from "@playwright/test";
import { ROLES, type Role } from "@/core/shop/roles";
import { type Duty, may, ROUTES } from "@/core/shop/who-may";
import { trialWheel } from "@/core/truing/trial-builds.test.rig";
import { readWheel } from "@/core/wheel/wheel-file";
import { hiddenWheel } from "@/devices/hidden-wheel";
import { pluckSound } from "@/devices/pluck";
import { StandInWheel } from "@/devices/stand-in-wheel";
import { wavOf } from "@/formats/wav";
import { DRUM_WHEEL } from "./at-the-bench";
import { looksRight } from "./looks-right";
import { test } from "./patient-test";
import { ask, openWorkshop, tapFigures, tapPin, type Workshop, workshopBrowser } from "./workshop.test.rig";

// The shop on its own network: over HTTPS with its own authority trusted, everybody signed in.

test.describe.configure({ mode: "serial" });

let shop: Workshop;
let trusting: Browser;
let owner: Page;
/** A job that was signed and handed back. */
let handedBack: string;

test.beforeAll(async ({ browserName: _ }, { parallelIndex }) => {
  shop = await openWorkshop(`workshop${parallelIndex}-${process.pid}`);
  trusting = await workshopBrowser(shop, true);
});
test.afterAll(async () => {
  await trusting.close();
  await shop.stop();
});

/** A device of its own: what it keeps no other has. */
const device = async (size = { width: 1280, height: 800 }): Promise<Page> =>
  (await trusting.newContext({ viewport: size, baseURL: shop.address })).newPage();

const anId = (path: string) => path.replace(/\[[^\]]+\]/g, crypto.randomUUID());

test("a device that does not trust the shop is served its certificate and nothing else; one that does is told so", async () => {
  const stranger = await workshopBrowser(shop, false);
  try {
    await expect((await stranger.newPage()).goto(shop.address)).rejects.toThrow(/ERR_CERT_AUTHORITY_INVALID/);
    const page = await stranger.newPage();
    await page.goto(shop.trust);
    await expect(page.getByRole("status")).toContainText("Not trusted yet");
    await expect(page.getByRole("link", { name: /Take the certificate/ })).toBeVisible();
  } finally {
    await stranger.close();
  }
  const page = await device();
  await page.goto(shop.trust);
  await expect(page.getByRole("status")).toContainText("This device trusts the workshop");
  await page.getByRole("link", { name: "Open the workshop" }).click();
  await expect(page.getByRole("heading", { name: "Let this device in" })).toBeVisible();
  await page.context().close();
});

test("nothing but the way in answers a device that was not let in, by address neither", async ({ request }) => {
  const page = await device();
  await page.goto("/sign-in");
  for (const [path, rule] of Object.entries(ROUTES))
    for (const [method, duty] of Object.entries(rule)) {
      if (duty === "anyone") continue;
      const { status } = await ask(page, method, anId(path), method === "GET" ? undefined : {});
      expect([method, path, status]).toEqual([method, path, 401]);
    }
  for (const path of ["/jobs/1/true", "/settings/people", "/wheels/1"]) {
    expect([path, (await ask(page, "GET", path)).status]).toEqual([path, 0]);
    await page.goto(path);
    await expect(page).toHaveURL(`${shop.address}/sign-in?to=${encodeURIComponent(path)}`);
  }
  // What puts it on a home screen is the same for everybody.
  const manifest = JSON.parse((await ask(page, "GET", "/manifest.webmanifest")).body);
  for (const { src } of manifest.icons) expect([src, (await ask(page, "GET", src)).status]).toEqual([src, 200]);
  // Nor do the pages' own server and what says it is the front.
  expect((await request.get(`${shop.inner}/`)).status()).toBe(403);
  const forged = { "x-tall-compass-front": "x".repeat(43), "x-tall-compass-at": "%7B%22role%22%3A%22owner%22%7D" };
  expect((await request.get(`${shop.inner}/api/settings`, { headers: forged })).status()).toBe(403);
  await page.context().close();
});

test("from the first start to a second device: the owner by the machine's code, a builder by a code on the owner's screen, each with their PIN", async () => {
  owner = await device();
  await owner.goto(`/sign-in?code=${shop.code}`);
  await owner.getByLabel("your name").fill("Ada Fell");
  await owner.getByLabel("PIN, four figures").fill("1111");
  await owner.getByLabel(/^password/).fill("three odd words");
  await owner.getByRole("button", { name: "let me in" }).click();
  await expect(owner.locator("main [role=alert]")).toContainText("too plain");
  await owner.getByLabel("PIN, four figures").fill("2580");
  await owner.getByRole("button", { name: "let me in" }).click();
  await expect(owner.getByRole("heading", { name: "Tall Compass" })).toBeVisible();
  await owner.goto("/settings/people");
  for (const [name, role, pin] of [
    ["Bo Marsh", "builder", "4711"],
    ["Cy Penn", "apprentice", "9317"],
    ["Dee Holt", "counter", "6402"],
  ]) {
    await owner.getByRole("button", { name: "somebody else works here" }).click();
    await owner.getByLabel("name", { exact: true }).fill(name);
    await owner.getByRole("button", { name: new RegExp(`^${role}:`) }).click();
    await owner.getByLabel(/^PIN/).fill(pin);
    await owner.getByRole("button", { name: "works here", exact: true }).click();
    await expect(owner.getByRole("button", { name: `${name} ${role}` })).toBeVisible();
  }
  await looksRight(owner, "people and devices");
  await owner.getByRole("button", { name: "let a device in" }).click();
  const code = (await owner.getByTestId("code").textContent()) ?? "";

  const phone = await device({ width: 390, height: 844 });
  await phone.goto("/diary");
  await phone.getByLabel("code").fill(code.toLowerCase().replace("-", ""));
  await phone.getByLabel(/what this device/).fill("bench phone");
  await phone.getByRole("button", { name: "let it in" }).click();
  await expect(phone.getByText("Who is there?")).toBeVisible();
  await looksRight(phone, "who is there");
  await tapFigures(phone, "Bo Marsh", "0000");
  await expect(phone.locator("main [role=alert]")).toContainText("not Bo Marsh's PIN");
  await tapPin(phone, "Bo Marsh", "4711");
  // Where it wanted to go in the first place.
  await expect(phone).toHaveURL(/\/diary$/);

  // The code was for one.
  const third = await device();
  await third.goto(`/sign-in?code=${code}`);
  await expect(third.locator("main [role=alert]")).toContainText("was used");
  await third.context().close();

  // What is entered stands under who is there, whatever name the page might tell.
  const [job, round] = [crypto.randomUUID(), crypto.randomUUID()];
  const reading = { id: crypto.randomUUID(), what: "lateral", spoke: 1, value: 0.2, typed: "20", who: "Somebody Else" };
  for (const [path, data] of [
    ["/api/jobs", { id: job, kind: "true-only" }],
    [`/api/jobs/${job}/rounds`, { id: round }],
    [`/api/rounds/${round}/readings`, reading],
  ] as const)
    expect(await ask(phone, "POST", path, data)).toMatchObject({ status: 200 });
  const { body: stood } = await ask(phone, "GET", `/api/jobs/${job}/stages/true`);
  expect(stood).toContain('"who":"Bo Marsh"');
  expect(stood).not.toContain("Somebody Else");

  // On another device it stands by itself, in the list and in the wheel.
  const bench = await owner.context().newPage();
  await bench.goto("/");
  const row = bench.locator(`a[href^="/jobs/${job}/"]`);
  await expect(row).toBeVisible();
  const told = async (method: string, path: string, data: object, seen: () => Promise<void>) => {
    const at = Date.now();
    expect(await ask(phone, method, path, data)).toMatchObject({ status: 200 });
    await seen();
    return Date.now() - at;
  };
  const other = crypto.randomUUID();
  const listed = await told("POST", "/api/jobs", { id: other, kind: "rebuild" }, () =>
    expect(bench.locator(`a[href^="/jobs/${other}/"]`)).toBeVisible(),
  );
  await bench.goto(`/jobs/${other}/measure`);
  // The line that tells it may only just be laid.
  await bench.waitForTimeout(2000);
  const change = { change: { machine: "Rook 250" }, seen: { machine: "" } };
  const told2 = await told("PATCH", `/api/jobs/${other}`, change, () =>
    expect(bench.getByRole("heading", { name: /Rook 250/ })).toBeAttached(),
  );
  console.log(`\nfrom one device to the other, asked and told: list ${listed} ms, wheel ${told2} ms`);
  await bench.close();

  // Locked by a key of one's own it asks who is there; the next one's name stands from then on.
  await phone.goto("/settings");
  const lockKey = phone.getByRole("button", { name: /locks this tablet/ });
  await expect(lockKey).toContainText("Pause");
  await lockKey.click();
  for (const key of ["b", "F9"]) {
    await lockKey.click();
    await phone.keyboard.press(key);
  }
  await expect(lockKey).toContainText("F9");
  await phone.goto("/diary");
  await expect(phone.getByRole("button", { name: "Bo Marsh is at this device; lock it" })).toBeVisible();
  await phone.keyboard.press("F9");
  await expect(phone.getByRole("heading", { name: "bench phone" })).toBeVisible();
  expect((await ask(phone, "GET", "/api/settings")).status).toBe(401);
  await tapPin(phone, "Dee Holt", "6402");
  await expect(phone).toHaveURL(/\/diary$/);
  await phone.goto(`/jobs/${job}/book-in`);
  await expect(phone.getByRole("link", { name: /Book in/ })).toBeVisible();

  // Shut out it is out at once, on the page that stands open too.
  await owner.reload();
  await owner.getByRole("button", { name: "shut bench phone out" }).click();
  const shutOut = owner.waitForResponse((r) => r.request().method() === "DELETE");
  await owner.getByRole("button", { name: "yes, shut it out" }).click();
  expect((await shutOut).status()).toBe(200);
  expect((await ask(phone, "GET", "/api/settings")).status).toBe(401);
  // The page that stood open shows nothing more of the shop.
  await expect(phone.getByRole("heading", { name: "Let this device in" })).toBeVisible();
  await owner.reload();
  await expect(owner.getByRole("listitem").filter({ hasText: "shut a device out: bench phone" })).toBeVisible();
  await phone.context().close();
});

test("each role is let do what is its own and refused the rest, by address too", async () => {
  const people: { id: string; name: string; role: Role }[] = JSON.parse((await ask(owner, "GET", "/api/people")).body);
  const pins: Record<Role, string> = { owner: "2580", builder: "4711", apprentice: "9317", counter: "6402" };
  for (const { id, role } of people) {
    const { code } = JSON.parse((await ask(owner, "POST", "/api/devices/pairing", {})).body);
    const page = await device();
    await page.goto("/sign-in");
    await ask(page, "POST", "/api/sign-in/pair", { code, device: `${role}'s` });
    expect((await ask(page, "POST", "/api/sign-in/person", { person: id, pin: pins[role] })).status).toBe(200);
    for (const [path, rule] of Object.entries(ROUTES))
      for (const [method, duty] of Object.entries(rule) as [string, Duty][]) {
        if (duty === "anyone") continue;
        // What is allowed is asked with nothing in it: refused for that, or there is no such thing.
        const { status } = await ask(page, method, anId(path), method === "GET" ? undefined : {});
        const told = [role, method, path];
        if (may(role, duty)) expect([...told, status]).not.toEqual([...told, 403]);
        else expect([...told, status]).toEqual([...told, 403]);
      }
    await page.context().close();
  }
  expect(people.map((p) => p.role).sort()).toEqual([...ROLES].sort());
});

test("what an apprentice signs waits for a builder, who signs the same sheet; whoever only hands back does not", async () => {
  const page = await device();
  await page.goto("/sign-in");
  const { code } = JSON.parse((await ask(owner, "POST", "/api/devices/pairing", {})).body);
  await ask(page, "POST", "/api/sign-in/pair", { code, device: "the stand's" });
  const people: { id: string; name: string }[] = JSON.parse((await ask(owner, "GET", "/api/people")).body);
  const isHere = async (name: string, pin: string) => {
    const person = people.find((p) => p.name === name)?.id;
    expect((await ask(page, "POST", "/api/sign-in/person", { person, pin })).status).toBe(200);
  };
  await isHere("Cy Penn", "9317");
  const id = crypto.randomUUID();
  await ask(page, "POST", "/api/jobs", { id, kind: "check-only" });
  await page.goto(`/jobs/${id}/hand-back`);
  const finish: { key: string }[] = JSON.parse((await ask(page, "GET", `/api/jobs/${id}/stages/hand-back`)).body).lines;
  for (const { key: line } of finish)
    await ask(page, "POST", `/api/jobs/${id}/acts`, {
      id: crypto.randomUUID(),
      act: { what: "finish-answered", line, answer: "seen", because: "" },
    });
  await page.reload();
  await page.getByRole("button", { name: "sign, for a builder to look over" }).click();
  await expect(page.getByLabel("entry").locator("input")).toHaveValue("Cy Penn");
  await page.getByLabel("entry").getByRole("button", { name: "sign", exact: true }).click();
  await expect(page.getByTestId("signed-first")).toContainText("You signed this sheet");
  await looksRight(page, "signed by an apprentice");
  await page.goto("/");
  await expect(page.locator(`a[href^="/jobs/${id}/"]`)).toContainText("waits: a builder to sign");

  await isHere("Dee Holt", "6402");
  const { mark: seen } = JSON.parse((await ask(page, "GET", `/api/jobs/${id}/stages/hand-back`)).body);
  const sign = { id: crypto.randomUUID(), signedBy: "Dee Holt", seen };
  expect(await ask(page, "POST", `/api/jobs/${id}/sheet`, sign)).toMatchObject({ status: 400 });
  const forged = { id: crypto.randomUUID(), act: { what: "sheet-signed-first", mark: null } };
  expect((await ask(page, "POST", `/api/jobs/${id}/acts`, forged)).status).toBe(400);

  await isHere("Bo Marsh", "4711");
  await page.goto(`/jobs/${id}/hand-back`);
  await expect(page.getByTestId("signed-first")).toContainText("Cy Penn signed this sheet");
  await page.getByRole("button", { name: "sign and hand back" }).click();
  await page.getByLabel("entry").getByRole("button", { name: "sign", exact: true }).click();
  await expect(page.getByText("signed by Cy Penn, looked over by Bo Marsh.")).toBeVisible();
  handedBack = id;
  await page.context().close();
});

test("a phone that is in is the ear of a tablet's walk: it hears and photographs, the tablet shows and stores; what it heard a spoke ago is not taken", async () => {
  const id = crypto.randomUUID();
  await ask(owner, "POST", "/api/jobs", { id, kind: "rebuild" });
  for (const [name, typed] of Object.entries(DRUM_WHEEL))
    await ask(owner, "POST", `/api/jobs/${id}/measurements`, { id: crypto.randomUUID(), name, typed });
  await owner.goto(`/jobs/${id}/tension`);
  await owner.getByRole("button", { name: "by ear" }).click();
  await owner.getByRole("button", { name: "another device listens" }).click();
  const code = owner.getByText(/\/beside\//);
  await looksRight(owner, "a code for the device that listens");
  const address = (await code.textContent()) ?? "";

  const phone = await device({ width: 390, height: 844 });
  await phone.goto("/sign-in");
  const pairing = JSON.parse((await ask(owner, "POST", "/api/devices/pairing", {})).body);
  await ask(phone, "POST", "/api/sign-in/pair", { code: pairing.code, device: "ear" });
  const people: { id: string; name: string }[] = JSON.parse((await ask(owner, "GET", "/api/people")).body);
  const cy = people.find((p) => p.name === "Cy Penn")?.id;
  await ask(phone, "POST", "/api/sign-in/person", { person: cy, pin: "9317" });
  await phone.goto(address);
  const at = phone.getByTestId("beside-spoke");
  await expect(at).toHaveText("1");
  await expect(owner.getByText("another device listens")).toBeVisible();
  await looksRight(phone, "a device that listens");

  const stand = new StandInWheel(readWheel(trialWheel("steel")), hiddenWheel(3, "buckled"));
  const pluck = async (spoke: number) => {
    const sound = pluckSound(stand.plucked(spoke), {
      seed: spoke,
      rate: 44_100,
      seconds: 1.2,
      neighbours: [],
      lead: 0.05,
    });
    await phone.locator('input[accept^="audio"]').setInputFiles({
      ...{ name: `${spoke}.wav`, mimeType: "audio/wav" },
      buffer: Buffer.from(wavOf(sound, 44_100)),
    });
  };
  for (const spoke of [1, 2]) {
    await pluck(spoke);
    await expect(owner.getByTestId("walk-spoke")).toHaveText(String(spoke + 1));
    await expect(at).toHaveText(String(spoke + 1));
  }
  // What is on its way while the walk goes on belongs to the spoke it was heard at.
  const channel = address.split("/").at(-1);
  const told = { kind: "final", heard: { what: "note", frequency: 555, sure: 4, ring: 1, beside: null } };
  await ask(phone, "POST", `/api/beside/${channel}`, { from: "ear", spoke: 1, told });
  await phone.locator('input[aria-label="photo from the camera"]').setInputFiles({
    ...{ name: "spoke.png", mimeType: "image/png" },
    buffer: await phone.screenshot(),
  });
  await expect(phone.getByRole("button", { name: "photograph (1 with the job)" })).toBeVisible();
  await expect(owner.getByTestId("walk-spoke")).toHaveText("3");
  await expect(async () => {
    const { rounds } = JSON.parse((await ask(owner, "GET", `/api/jobs/${id}/stages/tension`)).body);
    expect(rounds.at(-1).readings.map((r: { spoke: number; instrument: string }) => [r.spoke, r.instrument])).toEqual([
      [1, "ear"],
      [2, "ear"],
    ]);
  }).toPass();
  // Whoever only hands back listens to nothing.
  const dee = people.find((p) => p.name === "Dee Holt")?.id;
  await ask(phone, "POST", "/api/sign-in/person", { person: dee, pin: "6402" });
  expect((await ask(phone, "POST", `/api/beside/${channel}`, { from: "ear", spoke: 3, told })).status).toBe(403);
  await phone.context().close();
});

test("a customer's address shows their own wheel as it was handed back, and opens nothing once it is taken back", async () => {
  const job = handedBack;
  const { wheelId } = JSON.parse((await ask(owner, "GET", `/api/jobs/${job}/record-links`)).body);
  await owner.goto(`/wheels/${wheelId}`);
  await owner.getByRole("button", { name: "give an address" }).click();
  const address = (await owner.getByTestId("customer-address").textContent()) ?? "";
  await looksRight(owner, "an address for the customer");

  const outside = await device({ width: 390, height: 844 });
  await outside.goto(address);
  await expect(outside.getByRole("heading", { name: /Handed back/ })).toBeVisible();
  await looksRight(outside, "a customer's wheel");
  const sheet = (await outside.getByRole("link", { name: /to print/ }).getAttribute("href")) ?? "";
  expect((await ask(outside, "GET", sheet)).body.slice(0, 5)).toBe("%PDF-");
  // Nothing else of the shop.
  for (const path of [`/wheels/${wheelId}`, `/jobs/${job}/hand-back`, "/"])
    expect([path, (await ask(outside, "GET", path)).status]).toEqual([path, 0]);
  expect((await ask(outside, "GET", `/api/jobs/${job}/sheet`)).status).toBe(401);
  expect((await ask(outside, "GET", sheet.replace(job, crypto.randomUUID()))).status).toBe(404);
  expect((await ask(outside, "GET", `${new URL(address).pathname.slice(0, -1)}-`)).status).toBe(404);

  await owner.getByRole("button", { name: "take it back" }).click();
  await expect(owner.getByText("opens nothing any more")).toBeVisible();
  await outside.reload();
  await expect(outside.getByRole("heading", { name: "This address opens nothing" })).toBeVisible();
  expect((await ask(outside, "GET", sheet)).status).toBe(404);
  await outside.context().close();
});

test("another page in the same browser, signed in or not, writes nothing and reads nothing", async () => {
  const id = crypto.randomUUID();
  const foreign = createServer((_, response) => {
    response.setHeader("content-type", "text/html");
    response.end(`<title>elsewhere</title><form id="form" method="post" enctype="text/plain" action="${shop.address}/api/jobs">
      <input name='{"id":"${id}","kind":"rebuild","x":"' value='"}'></form>`);
  });
  foreign.listen(0, "127.0.0.1");
  await once(foreign, "listening");
  try {
    const page = await owner.context().newPage();
    await page.goto(`http://127.0.0.1:${(foreign.address() as AddressInfo).port}/`);
    const read = await page.evaluate(
      async (address) =>
        Promise.all(
          ["/api/settings", "/"].map((path) =>
            fetch(address + path, { credentials: "include" }).then(
              () => "read",
              () => "refused",
            ),
          ),
        ),
      shop.address,
    );
    expect(read).toEqual(["refused", "refused"]);
    await page.locator("#form").evaluate((form: HTMLFormElement) => form.submit());
    await page.waitForLoadState();
    expect((await ask(owner, "GET", `/api/jobs/${id}/changes`)).body).toContain("there is no such job");
    await page.close();
  } finally {
    foreign.close();
    foreign.closeAllConnections();
  }
});
