import { once } from "node:events";
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import { type Browser, expect, type Page } from "@playwright/test";
import { ROLES, type Role } from "@/core/shop/roles";
import { type Duty, may, ROUTES } from "@/core/shop/who-may";
import { looksRight } from "./looks-right";
import { test } from "./patient-test";
import { openWorkshop, type Workshop, workshopBrowser } from "./workshop.test.rig";

// The shop on its own network: over HTTPS with its own authority trusted, everybody signed in.

test.describe.configure({ mode: "serial" });

let shop: Workshop;
let trusting: Browser;
let owner: Page;

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

/** Asks as the page itself would; a page of the shop must be open. @returns 0 where it is sent elsewhere */
const ask = (page: Page, method: string, path: string, data?: unknown): Promise<{ status: number; body: string }> =>
  page.evaluate(
    async ([method, path, body]) => {
      const headers: Record<string, string> = body === null ? {} : { "content-type": "application/json" };
      const answer = await fetch(path, { method, body, headers, redirect: "manual" });
      return { status: answer.status, body: await answer.text() };
    },
    [method, path, data === undefined ? null : JSON.stringify(data)] as const,
  );
const anId = (path: string) => path.replace(/\[[^\]]+\]/g, crypto.randomUUID());

const tapPin = async (page: Page, name: string, pin: string) => {
  await page.getByRole("button", { name, exact: true }).click();
  for (const figure of pin) await page.getByRole("button", { name: figure, exact: true }).click();
};

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
  await tapPin(phone, "Bo Marsh", "0000");
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

  // Locked by a key it asks who is there; the next one's name stands from then on.
  await phone.getByRole("button", { name: "Bo Marsh is at this device; lock it" }).click();
  await expect(phone.getByRole("heading", { name: "bench phone" })).toBeVisible();
  expect((await ask(phone, "GET", "/api/settings")).status).toBe(401);
  await tapPin(phone, "Dee Holt", "6402");
  await expect(phone).toHaveURL(/\/diary$/);

  // Shut out it is out at once, on the page that stands open too.
  await owner.reload();
  await owner.getByRole("button", { name: "shut bench phone out" }).click();
  await owner.getByRole("button", { name: "yes, shut it out" }).click();
  await expect(owner.getByRole("button", { name: "shut bench phone out" })).toHaveCount(0);
  expect((await ask(phone, "GET", "/api/settings")).status).toBe(401);
  await phone.goto("/stock");
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
