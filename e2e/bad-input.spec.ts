import { expect } from "@playwright/test";
import { allSent, turnTo } from "./at-the-bench";
import { test } from "./patient-test";

const newJob = async (request: import("@playwright/test").APIRequestContext) => {
  const id = crypto.randomUUID();
  expect((await request.post("/api/jobs", { data: { id, kind: "rebuild" } })).ok()).toBe(true);
  return id;
};

test("what cannot be is refused at the field, what is unlikely is kept with a doubt", async ({ page, request }) => {
  const id = await newJob(request);
  await page.goto(`/jobs/${id}/measure`);
  const bar = page.getByLabel("entry");
  const attempt = async (label: RegExp, typed: string, expected: RegExp) => {
    await page.getByRole("button", { name: label }).first().click();
    // A second press within a quarter second is a bounce and is ignored.
    await page.waitForTimeout(300);
    await bar.locator("input").fill(typed);
    await page.keyboard.press("Enter");
    await expect(bar.getByRole("alert")).toContainText(expected);
  };
  await attempt(/^rim holes/, "thirty", /thirty.*cannot be read/);
  await attempt(/^rim holes/, "0", /0 holes cannot be laced/);
  await attempt(/^rim holes/, "34", /34 holes do not divide by four/);
  await attempt(/^outside diameter/, "190", /Kept.*unusual/);
  await turnTo(page, "Old spokes");
  await page.getByRole("button", { name: /more, not yet taken/ }).click();
  await attempt(/^crosses, brake side/, "9", /9 crosses cannot be laced/);
  await attempt(/^spoke thickness/, "6.5", /Kept.*unusual/);
  await page.reload();
  // A rim smaller than its hub: kept as measured, said beside the sum, and no lengths come of it.
  await expect(page.getByRole("status").first()).toContainText("smaller than its hub");
  await turnTo(page, /^Rim(?! on)/);
  await expect(page.getByRole("button", { name: /^outside diameter: 190/ })).toBeVisible();
  await page.goto(`/jobs/${id}/spokes`);
  await expect(page.getByRole("button", { name: "take these lengths" })).toBeDisabled();
  await page.locator("input[type=file]").setInputFiles({
    name: "holiday.json",
    mimeType: "application/json",
    buffer: Buffer.from('{"format":"something/else"}'),
  });
  await expect(page.getByText(/file of another kind/)).toBeVisible();
});

test("a huge body, a repeated request and an old copy lose nothing", async ({ request }) => {
  const id = await newJob(request);
  const huge = await request
    .post(`/api/jobs/${id}/measurements`, {
      data: `{"typed":"${"9".repeat(80 * 1024 * 1024)}"}`,
      headers: { "content-type": "application/json" },
    })
    .catch((e: Error) => e);
  if (!(huge instanceof Error)) expect(huge.status()).toBe(400);
  const figure = { id: crypto.randomUUID(), name: "rim.height", typed: '1 1/4"', unit: "mm" };
  for (let i = 0; i < 3; i++)
    expect((await request.post(`/api/jobs/${id}/measurements`, { data: figure })).ok()).toBe(true);
  const wheel = await (await request.get(`/api/jobs/${id}/wheel-file`)).json();
  expect(wheel.rim.erd).toBeCloseTo(485 - 2 * 31.75 + 6 + 5, 6);
  const first = await request.patch(`/api/jobs/${id}`, {
    data: { change: { customer: "One" }, seen: { customer: "" } },
  });
  expect(first.ok()).toBe(true);
  const second = await request.patch(`/api/jobs/${id}`, {
    data: { change: { customer: "Two" }, seen: { customer: "" } },
  });
  expect(second.status()).toBe(409);
  const clash = await second.json();
  expect([clash.stored.customer, clash.given.customer]).toEqual(["One", "Two"]);
});

test("a page loaded anew while an entry is under way, or while the record is away, loses nothing", async ({
  page,
  request,
}) => {
  const id = await newJob(request);
  await page.goto(`/jobs/${id}/measure`);
  const type = async (label: RegExp, typed: string) => {
    await page.getByRole("button", { name: label }).first().click();
    await page.waitForTimeout(300);
    await page.getByLabel("entry").locator("input").fill(typed);
    await page.keyboard.press("Enter");
  };
  // Held on its way until the page is gone.
  const url = new RegExp(`jobs/${id}/measurements$`);
  await page.route(url, () => undefined);
  await type(/^rim holes/, "36");
  await page.waitForTimeout(400);
  await page.unroute(url);
  await page.reload();
  await expect(page.getByRole("button", { name: /^rim holes:? 36/ }).first()).toBeVisible();
  // Not reached at all: kept, said so, and sent by the next page that loads.
  await page.route(url, (route) => route.abort());
  await type(/^outside diameter/, "610");
  await expect(page.getByTestId("kept")).toContainText("kept here");
  await page.unroute(url);
  await page.goto("/");
  await page.waitForTimeout(500);
  await page.goto(`/jobs/${id}/measure`);
  await expect(page.getByRole("button", { name: /^outside diameter:? 610/ }).first()).toBeVisible();
  await allSent(page);
});

test("a tap on a page that is drawn but not yet awake is done when it wakes; entries kept hold the page until sent", async ({
  page,
  request,
}) => {
  const id = await newJob(request);
  await page.route(/_next\/static\/.*\.js/, async (route) => {
    await new Promise((done) => setTimeout(done, 1200));
    await route.continue();
  });
  await page.goto(`/jobs/${id}/measure`, { waitUntil: "commit" });
  await page
    .getByRole("button", { name: /^rim holes/ })
    .first()
    .click();
  expect(await page.getByLabel("entry").locator("input").count(), "tapped before it was awake").toBe(0);
  await page.getByLabel("entry").locator("input").fill("36");
  await page.keyboard.press("Enter");
  const holes = page.getByRole("button", { name: /^rim holes:? 36/ }).first();
  await expect(holes).toBeVisible();

  // A letter left by a page that is gone: said on the page, which takes no tap until the record has it.
  await page.evaluate(([url, body]) => localStorage.setItem("tall-compass-outbox", JSON.stringify([{ url, body }])), [
    `/api/jobs/${id}/measurements`,
    { id: crypto.randomUUID(), name: "rim.outsideDiameter", typed: "611" },
  ] as const);
  await page.reload({ waitUntil: "commit" });
  await expect(page.locator("html[data-late]")).toBeAttached();
  await page
    .getByRole("button", { name: /^outside diameter:? 611/ })
    .first()
    .click();
  await expect(page.getByLabel("entry")).toBeVisible();
  await expect(page.locator("html[data-late]")).not.toBeAttached();

  // A part of the program whose sending broke off: the page would never wake, and is opened anew by itself.
  let broken = 0;
  await page.route(/_next\/static\/.*\.js/, (route) => (broken++ < 3 ? route.abort() : route.fallback()));
  await page.goto(`/jobs/${id}/measure`, { waitUntil: "commit" });
  await expect(async () => {
    await page
      .getByRole("button", { name: /^rim height/ })
      .first()
      .click({ timeout: 2000 });
    await expect(page.getByLabel("entry")).toBeVisible({ timeout: 2000 });
  }).toPass();
  expect(broken).toBeGreaterThan(3);

  // Enter on a key that is not awake presses it all the same.
  await page.goto("/", { waitUntil: "commit" });
  await page.getByRole("button", { name: "Rebuild", exact: true }).focus();
  await page.keyboard.press("Enter");
  await page.waitForURL(/book-in/);
});
