import { readFileSync, writeFileSync } from "node:fs";
import { type BrowserContext, expect, type Page } from "@playwright/test";
import { DRUM_WHEEL, lettersLeft, sit } from "./at-the-bench";
import { test } from "./patient-test";
import { ask, firstOwner, keptDevice, openWorkshop, tapPin, type Workshop } from "./workshop.test.rig";

// The shop away, its power cut, the device off and on again: a device that was let in goes on with what it keeps.

test.describe.configure({ mode: "serial" });

/** As the build left it; only here are workers let in. */
const WORKER = ".next/worker.js";

let shop: Workshop;
let tablet: BrowserContext;
let page: Page;
let job: string;

/** mm as they are read: no two neighbours the same, two waves round the rim. */
const sideAt = (spoke: number) => Number((0.3 * Math.sin((spoke / 20) * 2 * Math.PI) + 0.001 * spoke).toFixed(2));
const hopAt = (spoke: number) => Number((0.2 * Math.cos((spoke / 10) * 2 * Math.PI) - 0.001 * spoke).toFixed(2));

test.beforeAll(async ({ browserName: _ }, { parallelIndex }) => {
  shop = await openWorkshop(`offline${parallelIndex}-${process.pid}`);
  tablet = await keptDevice(shop, "tablet");
  page = tablet.pages()[0];
  await page.goto("/sign-in");
  // Kept before anybody is in: it is the same for everybody.
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await firstOwner(page, shop, "Ada Fell", "2580");
  await page.evaluate(() => localStorage.setItem("tall-compass-dial", "1/100"));
  job = crypto.randomUUID();
  const put = async (path: string, data: object) =>
    expect(await ask(page, "POST", path, data)).toMatchObject({ status: 200 });
  await put("/api/jobs", { id: job, kind: "true-only" });
  for (const [name, typed] of Object.entries(DRUM_WHEEL))
    await put(`/api/jobs/${job}/measurements`, { id: crypto.randomUUID(), name, typed });
  // Kept in advance: nobody opened any of them on this device.
  await page.goto("/");
  await keptHere([`/jobs/${job}/true`, `/jobs/${job}/book-in`, "/", "/handbook/true"]);
});
test.afterAll(async () => {
  await tablet?.close();
  await shop?.stop();
});

/** Pages a device keeps, of the build that is named, or of any. */
const keptHere = (paths: readonly string[], device = page, build = "") =>
  expect(async () =>
    expect(
      await device.evaluate(async (of) => {
        const names = (await caches.keys()).filter((name) => name.startsWith(`kept-pages-${of}`));
        const held = await Promise.all(names.map(async (name) => (await caches.open(name)).keys()));
        return held.flat().map(({ url }) => new URL(url).pathname);
      }, build),
    ).toEqual(expect.arrayContaining([...paths])),
  ).toPass();

/** Reads stops of the walk that is open: side to side and hop at each spoke. */
const readSpokes = async (from: number, to: number) => {
  const at = page.getByTestId("walk-spoke");
  const place = page.locator("header").last();
  for (let spoke = from; spoke <= to; spoke++)
    for (const mm of [sideAt(spoke), hopAt(spoke)]) {
      await expect(at).toHaveText(String(spoke));
      const before = await place.textContent();
      await page
        .getByLabel("entry")
        .locator("input")
        .fill(`${mm < 0 ? "-" : "+"}${Math.round(Math.abs(mm) * 100)}`);
      await page.keyboard.press("Enter");
      if (spoke < 40 || mm !== hopAt(40)) await expect(place).not.toHaveText(before ?? "");
    }
};
const goOn = async () => {
  await page.getByRole("button", { name: "go on reading" }).click();
  await sit(page);
};
const allSent = () => expect(async () => expect(await lettersLeft(page)).toEqual([])).toPass();

test("a walk of forty stops, the shop's power cut twice, the page loaded anew and the device off in between: all eighty readings there once and in order, advised and turned meanwhile", async () => {
  await page.goto(`/jobs/${job}/true`);
  for (let tap = 0; tap < 2; tap++) await page.getByRole("button", { name: /^read every/ }).click();
  await page.getByRole("button", { name: "read the wheel" }).click();
  await sit(page);
  await readSpokes(1, 8);

  await shop.kill();
  await readSpokes(9, 14);
  await page.reload();
  await expect(page.getByTestId("kept").first()).toContainText("cannot be reached");
  await goOn();
  await readSpokes(15, 20);

  await shop.again();
  await allSent();
  await readSpokes(21, 24);
  await shop.kill();
  await readSpokes(25, 28);
  await tablet.close();
  tablet = await keptDevice(shop, "tablet");
  page = tablet.pages()[0];
  // As its key on the home screen opens it.
  const opened = Date.now();
  await page.goto("/");
  await page.locator(`a[href^="/jobs/${job}/"]`).first().click();
  await page.getByRole("link", { name: /True/ }).click();
  await expect(page.getByRole("button", { name: "go on reading" })).toBeVisible();
  console.log(`\nfrom a cold start without the shop to the wheel: ${Date.now() - opened} ms`);
  // The handbook says why meanwhile, pictures and all.
  const why = await tablet.newPage();
  await why.goto("/handbook/true#is-it-the-rim");
  await expect(why.getByRole("heading", { name: "Is it the rim" })).toBeInViewport();
  const picture = why.getByRole("img", { name: "How true" });
  await expect(async () =>
    expect(await picture.evaluate((i: HTMLImageElement) => i.naturalWidth)).toBeGreaterThan(500),
  ).toPass();
  await why.close();
  await goOn();
  await readSpokes(29, 40);

  // What to turn is worked out on the device itself.
  const turn = page.getByRole("button", { name: /^turn \d+ nipples$/ });
  await expect(turn).toBeVisible();
  const advised = await turn.textContent();
  await turn.click();
  for (let i = 0; i < 2; i++) {
    await expect(page.getByTestId("walk-spoke")).not.toHaveText("");
    const spoke = await page.getByTestId("walk-spoke").textContent();
    await page.keyboard.press("Enter");
    await expect(page.getByTestId("walk-spoke")).not.toHaveText(spoke ?? "");
  }
  await page.keyboard.press("Escape");
  expect((await lettersLeft(page)).length).toBeGreaterThanOrEqual(27);

  await shop.again();
  await allSent();
  const lines = (await ask(page, "GET", `/api/jobs/${job}/rounds-list`)).body.split("\r\n");
  const read = lines.flatMap((line) => {
    const [, what, spoke, mm] = /^1,(lateral|radial),(\d+),(-?[\d.]+)/.exec(line) ?? [];
    return what ? [[what, Number(spoke), Number(mm)]] : [];
  });
  const wanted = Array.from({ length: 40 }, (_, i) => [
    ["lateral", i + 1, sideAt(i + 1)],
    ["radial", i + 1, hopAt(i + 1)],
  ]).flat();
  expect(read).toEqual(wanted);
  // The record worked the same out from the same readings, and has the turns made by it.
  const { rounds } = JSON.parse((await ask(page, "GET", `/api/jobs/${job}/stages/true`)).body);
  expect(rounds).toHaveLength(1);
  expect(rounds[0].turns).toHaveLength(2);
  expect(`turn ${rounds[0].advice.turns.filter((t: number) => t !== 0).length} nipples`).toBe(advised);
});

test("a newer version waits while a walk is open, and takes over with what was kept when the application is opened anew", async () => {
  let second = await keptDevice(shop, "second");
  let there = second.pages()[0];
  await there.goto("/sign-in");
  const { code } = JSON.parse((await ask(page, "POST", "/api/devices/pairing", {})).body);
  await ask(there, "POST", "/api/sign-in/pair", { code, device: "second" });
  const [ada]: { id: string }[] = JSON.parse((await ask(page, "GET", "/api/people")).body);
  expect((await ask(there, "POST", "/api/sign-in/person", { person: ada.id, pin: "2580" })).status).toBe(200);
  await there.evaluate(() => localStorage.setItem("tall-compass-dial", "1/100"));
  const versions = () =>
    there.evaluate(async () => {
      const { waiting } = await navigator.serviceWorker.ready;
      const kept = (await caches.keys()).filter((name) => name.startsWith("kept-pages-")).map((name) => name.slice(11));
      const pages = await Promise.all(kept.map(async (build) => (await caches.open(`kept-pages-${build}`)).keys()));
      return {
        waits: waiting !== null,
        kept,
        pages: pages.map((held) => held.filter(({ url }) => !url.includes("/api/")).length),
      };
    });
  await there.goto(`/jobs/${job}/true`);
  await there.getByRole("button", { name: /read the next round/ }).click();
  await sit(there);
  await expect(async () => expect((await versions()).kept).toHaveLength(1)).toPass();
  const [build] = (await versions()).kept;
  await keptHere([`/jobs/${job}/true`], there);
  // The same application built anew, as far as a device can tell.
  const worker = readFileSync(WORKER, "utf8");
  writeFileSync(WORKER, worker.replace(`${build}\``, "newer`"));
  try {
    await there.evaluate(async () => (await navigator.serviceWorker.ready).update());
    await expect(async () => expect(await versions()).toMatchObject({ waits: true, kept: [build, "newer"] })).toPass();
    // The walk stands as it did, and what the older version keeps with it.
    await expect(there.getByTestId("walk-spoke")).toBeVisible();
    const { pages } = await versions();
    expect(pages[0]).toBeGreaterThan(0);

    // The application closed and opened again, as it is from a home screen: what the older one had under way is done.
    await second.close();
    second = await keptDevice(shop, "second");
    there = second.pages()[0];
    await there.goto("/");
    await expect(async () => expect(await versions()).toMatchObject({ waits: false, kept: ["newer"] })).toPass();
    await keptHere([`/jobs/${job}/true`], there, "newer");
    await shop.kill();
    await there.goto(`/jobs/${job}/true`);
    await expect(there.getByRole("button", { name: /read the next round/ })).toBeVisible();
    await shop.again();
  } finally {
    writeFileSync(WORKER, worker);
    await second.close();
  }
});

test("pictures another program gives while the shop is away are kept, put with a wheel, and sent when it answers; a wheel file that is opened says what it would change", async () => {
  await page.goto("/");
  await keptHere(["/opened"]);
  await shop.kill();
  const photo = await page.screenshot();
  // As the device's own list of programs hands it over.
  await page.evaluate(
    async (bytes) => {
      const given = new DataTransfer();
      given.items.add(new File([new Uint8Array(bytes)], "from-the-camera.png", { type: "image/png" }));
      const form = document.createElement("form");
      form.method = "post";
      form.enctype = "multipart/form-data";
      form.action = "/opened";
      const input = document.createElement("input");
      input.type = "file";
      input.name = "pictures";
      input.files = given.files;
      form.append(input);
      document.body.append(form);
      form.submit();
    },
    [...photo],
  );
  await expect(page.getByRole("heading", { name: "A picture: of which wheel is it?" })).toBeVisible();
  await expect(page.getByAltText("from-the-camera.png")).toBeVisible();
  await page.getByRole("button", { name: /this one/ }).click();
  await expect(page).toHaveURL(new RegExp(`/jobs/${job}/book-in`));
  expect(await lettersLeft(page)).toHaveLength(1);
  await shop.again();
  await allSent();
  const { photos } = JSON.parse((await ask(page, "GET", `/api/jobs/${job}/stages/book-in`)).body);
  expect(photos.map((p: { caption: string }) => p.caption)).toEqual(["from-the-camera.png"]);

  await page.addInitScript(() => {
    const file = new File([JSON.stringify({ format: "tall-compass/wheel", version: 9 })], "other.json");
    const launchQueue = {
      setConsumer: (take: (l: object) => void) => take({ files: [{ getFile: async () => file }] }),
    };
    Object.defineProperty(window, "launchQueue", { value: launchQueue });
  });
  await page.goto("/opened");
  await expect(page.getByRole("heading", { name: "other.json: for which wheel is it?" })).toBeVisible();
  await expect(page.getByRole("heading", { name: /picture/ })).toHaveCount(0);
  await page.getByRole("button", { name: /this one/ }).click();
  await expect(page.getByText(/other\.json: version/)).toBeVisible();
});

test("shut out while the shop could not be reached, a device keeps what it could not send until it is let in again", async () => {
  const desk = await keptDevice(shop, "desk");
  const owner = desk.pages()[0];
  await owner.goto("/sign-in");
  const { code } = JSON.parse((await ask(page, "POST", "/api/devices/pairing", {})).body);
  await owner.getByLabel("code").fill(code);
  await owner.getByLabel(/what this device/).fill("desk");
  await owner.getByRole("button", { name: "let it in" }).click();
  await tapPin(owner, "Ada Fell", "2580");

  await page.goto(`/jobs/${job}/true`);
  await page.getByRole("button", { name: /read the next round/ }).click();
  await sit(page);
  await tablet.setOffline(true);
  const stop = page.getByLabel("entry").locator("input");
  await stop.fill("+5");
  await page.keyboard.press("Enter");
  await expect(async () => expect((await lettersLeft(page)).length).toBeGreaterThanOrEqual(2)).toPass();

  const devices: { id: string; name: string; here: boolean }[] = JSON.parse(
    (await ask(owner, "GET", "/api/devices")).body,
  );
  const other = devices.find((d) => !["desk", "second"].includes(d.name));
  expect((await ask(owner, "DELETE", `/api/devices/${other?.id}`)).status).toBe(200);
  await tablet.setOffline(false);
  await expect(page.getByRole("heading", { name: "Let this device in" })).toBeVisible();
  expect((await lettersLeft(page)).length).toBeGreaterThanOrEqual(2);
  // Nothing of the shop is left to look at.
  expect(await page.evaluate(async () => (await caches.keys()).filter((n) => n.startsWith("kept-pages-")))).toEqual([]);

  const again = JSON.parse((await ask(owner, "POST", "/api/devices/pairing", {})).body).code;
  await page.getByLabel("code").fill(again);
  await page.getByLabel(/what this device/).fill("tablet");
  await page.getByRole("button", { name: "let it in" }).click();
  await tapPin(page, "Ada Fell", "2580");
  await allSent();
  const { rounds } = JSON.parse((await ask(page, "GET", `/api/jobs/${job}/stages/true`)).body);
  expect(rounds).toHaveLength(2);
  expect(rounds[1].readings).toHaveLength(1);
  await desk.close();
});
