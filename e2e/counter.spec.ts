import { expect } from "@playwright/test";
import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";
import { allSent, newJob, put, tell } from "./at-the-bench";
import { test } from "./patient-test";

// What happens at the counter: who is known, both wheels, the day, what it would cost, and a job made by mistake.

const pdfText = async (bytes: Buffer): Promise<string> => {
  const pdf = await getDocument({ data: new Uint8Array(bytes) }).promise;
  const pages = await Promise.all([...Array(pdf.numPages).keys()].map((i) => pdf.getPage(i + 1)));
  const texts = await Promise.all(pages.map((p) => p.getTextContent()));
  return texts
    .flatMap((t) => t.items.map((i) => ("str" in i ? i.str : "")))
    .join(" ")
    .replace(/\s+/g, " ");
};

test("who was here before is offered while typed; the other wheel comes along; the day is the diary's or from the month", async ({
  page,
}) => {
  const name = `Zora ${crypto.randomUUID().slice(0, 6)}`;
  const first = await newJob(page);
  await tell(page, first, { customer: name, telephone: "0555 0188", machine: "Whimbrel 90" });
  const id = await newJob(page);
  await page.goto(`/jobs/${id}/book-in`);
  const bar = page.getByLabel("entry");
  await page.getByRole("button", { name: /^customer/ }).click();
  await bar.locator("input").fill(name.slice(0, 8));
  await page
    .getByRole("group", { name: "known here" })
    .getByRole("button", { name: new RegExp(name) })
    .click();
  await expect(page.getByRole("button", { name: new RegExp(`^customer ${name}`) })).toBeVisible();
  await expect(page.getByRole("button", { name: /^telephone 0555 0188/ })).toBeVisible();
  await page.getByRole("button", { name: /^machine/ }).click();
  await bar.locator("input").fill("curl");
  await page.getByRole("group", { name: "known here" }).getByRole("button", { name: "Curlew 175" }).click();
  await page.getByRole("button", { name: /^which wheel/ }).click();
  await bar.getByRole("button", { name: "rear wheel" }).click();
  await page.getByRole("button", { name: /^promised for/ }).click();
  await expect(bar.getByRole("button", { name: /soonest, by the diary/ })).toBeVisible();
  await bar.locator("input").fill("soonish");
  await page.keyboard.press("Enter");
  await expect(bar).toContainText("is no day");
  await bar.getByRole("grid").getByRole("button").last().click();
  await allSent(page);
  await expect(
    page.getByRole("button", { name: /^promised for (Mon|Tue|Wed|Thu|Fri|Sat|Sun) \d+ [A-Z][a-z]{2}/ }),
  ).toBeVisible();
  await page.getByRole("button", { name: /other wheel came too/ }).click();
  await expect(page.getByRole("link", { name: /^came with .*rear wheel/ })).toBeVisible();
  await expect(page.getByRole("button", { name: /^which wheel front wheel/ })).toBeVisible();
  await expect(page.getByRole("button", { name: new RegExp(`^customer ${name}`) })).toBeVisible();
});

test("a quote from the diary's time and the stock's prices, changed by hand; agreed it is the list of work, on screen and on paper the same", async ({
  page,
}) => {
  await page.request.patch("/api/settings", { data: { hourlyRate: 48, taxPercent: 20, currency: "EUR" } });
  const id = await newJob(page, "true-only");
  await put(page, id, { "condition.bearings": "replace" });
  await page.goto(`/jobs/${id}/book-in`);
  await page.getByRole("link", { name: "quote" }).click();
  await page.waitForURL(/quote/);
  const quote = page.getByLabel("quote", { exact: true });
  await expect(quote).toContainText("Not in it, for nobody said its price: bearings");
  const bearings = quote.getByRole("row", { name: /^bearings/ });
  await bearings.getByRole("button", { name: "price?" }).click();
  await page.getByLabel("entry").locator("input").fill("12.50");
  await page.keyboard.press("Enter");
  await expect(bearings).toContainText("12.50");
  await page.getByRole("button", { name: "a line of your own" }).click();
  await page.getByLabel("entry").locator("input").fill("rim tape");
  await page.keyboard.press("Enter");
  await page.getByLabel("entry").locator("input").fill("3,25");
  await page.keyboard.press("Enter");
  await expect(quote).toContainText("rim tape");
  const amounts = await quote
    .getByRole("row")
    .evaluateAll((rows) =>
      rows.flatMap((r) => (r.querySelectorAll("button").length === 2 ? [Number(r.lastElementChild?.textContent)] : [])),
    );
  const net = amounts.reduce((a, b) => a + b, 0);
  const total = (Math.round(net * 100) + Math.round(net * 20)) / 100;
  await expect(page.getByTestId("quote-total")).toHaveText(`${total.toFixed(2)} EUR`);
  const paper = await pdfText(await (await page.request.get(`/api/jobs/${id}/quote`)).body());
  for (const words of [`${total.toFixed(2)} EUR`, "rim tape", "bearings", "tax, 20 %"]) expect(paper).toContain(words);
  await page.getByRole("button", { name: /^agreed at/ }).click();
  const work = page.getByRole("region", { name: "list of work" });
  await work.getByRole("checkbox", { name: /^rim tape/ }).click();
  await expect(work.getByRole("checkbox", { name: /^rim tape/ })).toBeChecked();
  await allSent(page);
  // What was agreed and is not done is asked before the wheel goes.
  await page.goto(`/jobs/${id}/hand-back`);
  await expect(page.getByRole("list", { name: "finish" })).toContainText("bearings: agreed, done");
  await expect(page.getByRole("list", { name: "finish" })).not.toContainText("rim tape: agreed");
  await page.request.patch("/api/settings", { data: { hourlyRate: 0, taxPercent: 0, currency: "" } });
});

test("a job made by mistake is put away and brought back with one key each; erased only after a plain question", async ({
  page,
}) => {
  const id = await newJob(page);
  await put(page, id, { "rim.holes": "40" });
  await page.goto(`/jobs/${id}/book-in`);
  const mark = (await (await page.request.get(`/api/jobs/${id}/stages/book-in`)).json()).told.mark;
  const away = async () => {
    await page.getByRole("button", { name: "other stages, and this job" }).click();
    await page.getByRole("menuitem", { name: "put this job away" }).click();
    await page.waitForURL(/away=/);
  };
  await away();
  await expect(page.getByRole("status").filter({ hasText: `${mark} is put away` })).toBeVisible();
  await page.getByRole("button", { name: "bring it back" }).click();
  await expect(page.getByText(`${mark} is put away`)).toHaveCount(0);
  await page.goto(`/jobs/${id}/book-in`);
  await away();
  await page.getByRole("link", { name: /\d+ put away/ }).click();
  const row = page.getByRole("listitem").filter({ hasText: mark });
  await expect(row).toContainText("1 figure");
  await row.getByRole("button", { name: "erase …" }).click();
  await expect(row).toContainText(`Erase ${mark} with 1 figure? It cannot be had again.`);
  await row.getByRole("button", { name: "erase it" }).click();
  await expect(row).toHaveCount(0);
  expect((await page.request.get(`/api/jobs/${id}/stages/book-in`)).ok()).toBe(false);
});

test("a round begins with its first reading: read again and left at once makes none", async ({ page }) => {
  const id = await newJob(page, "true-only");
  await put(page, id, { "rim.holes": "36", "true.tyre": "off", "true.play": "none" });
  await page.goto(`/jobs/${id}/true`);
  await page.getByRole("button", { name: "read the wheel" }).click();
  await expect(page.getByTestId("walk-spoke")).toBeVisible();
  await page.getByRole("button", { name: "leave" }).click();
  await allSent(page);
  const rounds = async () => (await (await page.request.get(`/api/jobs/${id}/rounds`)).json()).rounds.length;
  await expect(async () => expect(await rounds()).toBe(0)).toPass();
  // A walk begun is no round before something is entered in it, whatever the page goes through meanwhile.
  await page.getByRole("button", { name: "read the wheel" }).click();
  await expect(page.getByTestId("walk-spoke")).toBeVisible();
  expect(await rounds()).toBe(0);
  await page.reload();
  await expect(page.getByRole("button", { name: "read the wheel" })).toBeVisible();
  await page.getByRole("button", { name: "read the wheel" }).click();
  await page.keyboard.type("+5");
  await page.keyboard.press("Enter");
  await page.keyboard.type("+6");
  await page.keyboard.press("Enter");
  await allSent(page);
  expect(await rounds()).toBe(1);
  const [{ readings }] = (await (await page.request.get(`/api/jobs/${id}/stages/true`)).json()).rounds;
  expect(readings.map((r: { value: number }) => r.value)).toEqual([0.05, 0.06]);
});
