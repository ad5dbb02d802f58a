import { expect, type Page } from "@playwright/test";
import sharp from "sharp";
import {
  allSent,
  closeOpened,
  DRUM_WHEEL,
  leaveWalk,
  lettersLeft,
  newJob,
  put,
  sit,
  storedRounds,
} from "./at-the-bench";
import { test } from "./patient-test";

// What is entered while the record is away, on two devices at one wheel: nothing lost, nothing twice, in its order.

test.afterEach(({ browser }) => closeOpened(browser));

const bar = (page: Page) => page.getByLabel("entry");
/** Reads the stop the walk stands at: so many hundredths, towards the one side or high. */
const readStop = async (page: Page, typed: string) => {
  const place = page.locator("header").last();
  const before = await place.textContent();
  await bar(page).locator("input").fill(`+${typed}`);
  await page.keyboard.press("Enter");
  await expect(place).not.toHaveText(before ?? "");
};
const beginReading = async (page: Page, id: string) => {
  await page.goto(`/jobs/${id}/true`);
  await page.getByRole("button", { name: "read the wheel" }).click();
  await sit(page);
  await expect(page.getByTestId("walk-spoke")).toBeVisible();
  // The offset comes first.
  await readStop(page, "0");
};
const read = (line: readonly (number | null)[]) => line.filter((v) => v !== null);

test("a reading taken on one device stands on the other by itself, and what is done there comes back", async ({
  browser,
}) => {
  const one = await (await browser.newContext()).newPage();
  await one.addInitScript(() => localStorage.setItem("tall-compass-dial", "1/100"));
  const two = await (await browser.newContext()).newPage();
  const id = await newJob(one);
  await put(one, id, DRUM_WHEEL);
  await beginReading(one, id);
  await two.goto(`/jobs/${id}/true`);
  await readStop(one, "22");
  // Told, not tested: how long depends on what else the machine does.
  const taken = Date.now();
  await expect(two.getByText("side 0.22")).toBeVisible();
  console.log(`\nfrom one device to the other: ${Date.now() - taken} ms`);
  // Hop at the same place, from the other device, as its own walk goes on where the first one is.
  await two.evaluate(() => localStorage.setItem("tall-compass-dial", "1/100"));
  await two.reload();
  await two.getByRole("button", { name: "go on reading" }).click();
  await sit(two);
  await expect(two.getByTestId("walk-spoke")).toHaveText("1");
  await readStop(two, "7");
  await one.keyboard.press("Escape");
  await expect(one.getByText("hop 0.07")).toBeVisible();
});

test("the record away in the middle of a round: it is read on, over a reload too, and all of it arrives once and in order", async ({
  browser,
}) => {
  const context = await browser.newContext();
  const page = await context.newPage();
  await page.addInitScript(() => localStorage.setItem("tall-compass-dial", "1/100"));
  const other = await (await browser.newContext()).newPage();
  const id = await newJob(page);
  await put(page, id, DRUM_WHEEL);
  await beginReading(page, id);
  await other.goto(`/jobs/${id}/true`);
  for (const typed of ["11", "12", "13"]) await readStop(page, typed);

  // The network gone altogether: the page stays, the walk goes on, and says that it waits.
  await context.setOffline(true);
  for (const typed of ["14", "15", "16", "17"]) await readStop(page, typed);
  await expect(page.locator("[data-testid=kept]:visible").first()).toContainText("cannot be reached");
  await page.getByRole("button", { name: "leave" }).click();
  await expect(page.getByRole("slider", { name: "the rim laid flat" })).toBeVisible();
  await expect(page.getByRole("alert").first()).toContainText("kept here");
  expect((await lettersLeft(page)).length).toBeGreaterThanOrEqual(4);
  // A link to another place does not leave the browser's own error page behind.
  await page.getByRole("link", { name: /Hand back/ }).click();
  await expect(page.getByText("this page stays")).toBeVisible();
  await expect(page).toHaveURL(/\/true$/);

  // Pages come again, the record does not: loaded anew, what was entered stands and the walk finds its place.
  await context.route("**/api/**", (route) => route.abort());
  await context.setOffline(false);
  await page.reload();
  await page.getByRole("button", { name: /go on reading/ }).click();
  await sit(page);
  await expect(page.getByTestId("walk-spoke")).toHaveText("13");
  await expect(page.locator("header").last()).toContainText("8 of 20");
  for (const typed of ["18", "19"]) await readStop(page, typed);
  // A round is not opened twice because the record has not heard of it.
  const before = read((await storedRounds(other, id)).rounds[0].lateral).length;
  expect(before).toBeLessThan(5);

  await context.unroute("**/api/**");
  await allSent(page);
  const { rounds } = await storedRounds(other, id);
  expect(rounds).toHaveLength(1);
  expect(read(rounds[0].lateral)).toEqual([0.11, 0.13, 0.15, 0.17, 0.19]);
  expect(read(rounds[0].radial)).toEqual([0.12, 0.14, 0.16, 0.18]);
  const list = await (await other.request.get(`/api/jobs/${id}/rounds-list`)).text();
  const order = list.split("\r\n").flatMap((line) => /^1,(lateral|radial),\d+,([\d.]+)/.exec(line)?.[2] ?? []);
  expect(order).toEqual(["0.11", "0.12", "0.13", "0.14", "0.15", "0.16", "0.17", "0.18", "0.19"]);
  // On the other device it stands by itself.
  await other.getByRole("slider", { name: "the rim laid flat" }).focus();
  for (let i = 1; i < 17; i++) await other.keyboard.press("ArrowRight");
  await expect(other.getByText("side 0.19")).toBeVisible();
});

test("how the wheel sits is asked once in a sitting, also while the record is away", async ({ page, context }) => {
  const id = await newJob(page);
  await put(page, id, DRUM_WHEEL);
  await page.goto(`/jobs/${id}/true`);
  const begin = page.getByRole("button", { name: "read the wheel" });
  await expect(begin).toBeVisible();
  await context.route("**/api/**", (route) => route.abort());
  for (const asked of [true, false]) {
    await begin.click();
    if (asked) await sit(page);
    await expect(page.getByTestId("walk-spoke")).toBeVisible();
    await leaveWalk(page);
    await expect(page.getByTestId("walk-spoke")).toHaveCount(0);
  }
});

test("refused when it is sent late it is told, over a reload too, until whoever entered it has seen it", async ({
  page,
}) => {
  const id = await newJob(page);
  await put(page, id, DRUM_WHEEL);
  await beginReading(page, id);
  await allSent(page);
  await page.route("**/readings", (route) =>
    route.fulfill({ status: 400, json: { error: { path: "value", message: "0.31 cannot be read here" } } }),
  );
  await readStop(page, "31");
  const note = page.locator("[data-testid=refused]:visible").first();
  await expect(note).toContainText("Not taken: “+31” at 1. 0.31 cannot be read here");
  await page.unroute("**/readings");
  await readStop(page, "12");
  await page.reload();
  await expect(note).toContainText("Not taken: “+31” at 1");
  // What was refused is no reading: the walk asks for it again.
  await page.getByRole("button", { name: "read the wheel" }).click();
  await sit(page);
  await expect(page.getByTestId("walk-spoke")).toHaveText("1");
  await page.locator("button:visible", { hasText: "seen, drop it" }).click();
  await expect(page.getByTestId("refused")).toHaveCount(0);
  // What was entered since may still be on its way.
  await allSent(page);
});

test("what is told of a job while the record is away counts, over a reload too; what another hand told meanwhile is not overruled", async ({
  browser,
}) => {
  const context = await browser.newContext();
  const page = await context.newPage();
  const id = await newJob(page);
  await page.goto(`/jobs/${id}/book-in`);
  const tell = async (label: RegExp, text: string) => {
    await page.getByRole("button", { name: label }).first().click();
    await bar(page).locator("input").fill(text);
    await page.keyboard.press("Enter");
  };
  const line = (name: RegExp) => page.getByRole("button", { name }).first();
  const held = async () => (await (await page.request.get(`/api/jobs/${id}/stages/book-in`)).json()).told;
  await tell(/^customer/, "Ada Vale");
  await allSent(page);
  await context.route("**/api/**", (route) => route.abort());
  await tell(/^customer/, "Ada Vale of the mill");
  await tell(/^telephone/, "0123");
  await tell(/^customer/, "Ada Quillan");
  await expect(line(/^customer Ada Quillan/)).toBeVisible();
  await expect(page.locator("[data-testid=kept]:visible").first()).toContainText("3");
  await page.reload();
  await page.getByRole("tab", { name: "Counter" }).click();
  await expect(line(/^customer Ada Quillan/)).toBeVisible();
  await expect(line(/^telephone 0123/)).toBeVisible();
  expect(await held()).toMatchObject({ customer: "Ada Vale", telephone: "" });
  // Meanwhile another hand tells one of the lines.
  const seen = { telephone: "" };
  await page.request.patch(`/api/jobs/${id}`, { data: { change: { telephone: "0999" }, seen } });
  await context.unroute("**/api/**");
  const note = page.locator("[data-testid=refused]:visible").first();
  await expect(note).toContainText("Not taken: “0123”. “0999” was put down elsewhere meanwhile");
  await expect(line(/^customer Ada Quillan/)).toBeVisible();
  await expect(line(/^telephone 0999/)).toBeVisible();
  await expect(async () => expect(await held()).toMatchObject({ customer: "Ada Quillan", telephone: "0999" })).toPass();
  await note.getByRole("button", { name: "seen, drop it" }).click();
  await allSent(page);
});

test("what waits is counted on every page, a photo too, and goes by itself; a browser that keeps nothing says so", async ({
  browser,
}) => {
  const context = await browser.newContext();
  const page = await context.newPage();
  const id = await newJob(page);
  const other = await newJob(page);
  await page.goto(`/jobs/${id}/book-in`);
  await page.getByRole("tab", { name: "Photos" }).click();
  await context.route("**/api/**", (route) => (route.request().method() === "GET" ? route.fallback() : route.abort()));
  const picture = await sharp({ create: { width: 900, height: 600, channels: 3, background: "#8a5210" } })
    .jpeg()
    .toBuffer();
  await page
    .locator("input[type=file]")
    .first()
    .setInputFiles({ name: "rim.jpg", mimeType: "image/jpeg", buffer: picture });
  const kept = page.locator("[data-testid=kept]:visible").first();
  await expect(kept).toContainText("1");
  for (const [path, said] of [
    ["/", "Kept here: 1"],
    ["/stock", "Kept here: 1"],
    [`/jobs/${other}/measure`, "1, 1 of other jobs"],
  ]) {
    await page.goto(path);
    await expect(kept).toContainText(said);
  }
  await context.unroute("**/api/**");
  // Nothing is tapped, and no page of its job is open.
  await expect(page.getByTestId("kept")).toHaveCount(0);
  await allSent(page);
  const photos = async () => (await (await page.request.get(`/api/jobs/${id}/stages/book-in`)).json()).photos;
  expect(await photos()).toHaveLength(1);

  // A browser that keeps nothing, such as one in private: it is said before anything is lost.
  const forgetful = await (await browser.newContext()).newPage();
  await forgetful.addInitScript(() => Object.defineProperty(window, "indexedDB", { value: undefined }));
  await forgetful.goto(`/jobs/${id}/book-in`);
  await forgetful.route("**/api/**", (route) =>
    route.request().method() === "GET" ? route.fallback() : route.abort(),
  );
  await forgetful
    .getByRole("button", { name: /^customer/ })
    .first()
    .click();
  await bar(forgetful).locator("input").fill("Ada Vale");
  await forgetful.keyboard.press("Enter");
  await expect(forgetful.getByText(/keeps nothing over a reload.*Leave it open until it is sent/)).toBeVisible();
  await forgetful.unroute("**/api/**");
  await expect(forgetful.getByText(/keeps nothing over a reload/)).toHaveCount(0);
  const told = (await (await page.request.get(`/api/jobs/${id}/stages/book-in`)).json()).told;
  expect(told.customer).toBe("Ada Vale");
});

test("a figure that waits counts in the sums beside it; where the record makes them it is said that it does not yet", async ({
  page,
}) => {
  const id = await newJob(page);
  await put(page, id, DRUM_WHEEL);
  await page.goto(`/jobs/${id}/measure`);
  const sum = page.getByLabel("Effective rim diameter, outside in");
  await expect(sum).toContainText("440.00");
  await page.route("**/api/**", (route) => (route.request().method() === "GET" ? route.fallback() : route.abort()));
  await page.getByRole("button", { name: /^washer:/ }).click();
  await bar(page).locator("input").fill("1");
  await page.keyboard.press("Enter");
  await expect(sum).toContainText("442.00");
  const kept = page.locator("[data-testid=kept]:visible").first();
  await expect(kept).toContainText("1");
  await expect(kept).not.toContainText("without them");
  await page.goto(`/jobs/${id}/spokes`);
  await expect(kept).toContainText("What is worked out below is still without them");
  await page.unroute("**/api/**");
  await allSent(page);
  expect((await (await page.request.get(`/api/jobs/${id}/stages/measure`)).json()).erd.total).toBe(442);
  // What a wheel is to carry is no part of the wheel: how tight, and under load, count it here; nothing is asked for it.
  await page.goto(`/jobs/${id}/tension`);
  await page.getByRole("tab", { name: "How tight" }).click();
  const floor = async () =>
    Number(/with a mean below (\d+) N/.exec((await page.locator("main").textContent()) ?? "")?.[1]);
  const before = await floor();
  await page.route("**/api/**", (route) => route.abort());
  await page.getByRole("button", { name: /^kilograms on this wheel/ }).click();
  await bar(page).locator("input").fill("320");
  await page.keyboard.press("Enter");
  await expect(async () => expect(await floor()).toBeGreaterThan(before * 1.5)).toPass();
  await expect(kept).toContainText("1");
  await expect(kept).not.toContainText("without them");
  await page.getByRole("tab", { name: "Under load" }).click();
  await expect(page.getByText(/weight: 1\.0 times 320 kg/)).toBeVisible();
  await page.unroute("**/api/**");
  await allSent(page);
});

test("a wheel tapped for again and again while the record takes its time, or is away, is one wheel", async ({
  page,
}) => {
  await page.goto("/");
  const sent: string[] = [];
  let answered = 0;
  await page.route("**/api/jobs", async (route) => {
    sent.push(route.request().postDataJSON().id);
    // It comes in, and its answer is lost; then it takes its time.
    await route.fetch();
    if (sent.length === 1) return route.abort();
    await new Promise((r) => setTimeout(r, 800));
    answered++;
    await route.fallback();
  });
  const rebuild = page.getByRole("button", { name: "Rebuild", exact: true });
  await rebuild.click();
  await expect(page.getByText(/did not answer. Look whether it was done/)).toBeVisible();
  for (let i = 0; i < 3; i++) await rebuild.click();
  await page.waitForURL(/\/jobs\/.*\/book-in/);
  expect([new Set(sent).size, answered]).toEqual([1, 1]);
  expect(page.url()).toContain(sent[0]);
});
