import { execFile } from "node:child_process";
import { rmSync } from "node:fs";
import { promisify } from "node:util";
import { expect } from "@playwright/test";
import { closeOpened, newJob } from "./at-the-bench";
import { test } from "./patient-test";

const run = promisify(execFile);

test.afterEach(({ browser }) => closeOpened(browser));

test("a copy of the shop is looked into, shown beside what is here, left, then put in place; other pages are drawn anew", async ({
  page,
  browser,
}) => {
  await newJob(page);
  await page.goto("/settings");
  const copied = page.waitForResponse((r) => r.url().endsWith("/api/shop/copies") && r.request().method() === "POST");
  await page.getByRole("button", { name: "copy the whole shop now, pictures and all" }).click();
  await copied;
  const row = page.locator("div", { hasText: /^\d{4}-\d{2}-\d{2}, [\d.]+ MB ?save/ }).first();
  await expect(row.getByRole("button", { name: "put back" })).toBeVisible();
  await expect(page.getByRole("button", { name: "copy the whole shop now" })).toBeEnabled();
  // One more than the copy has.
  const later = await newJob(page);
  const elsewhere = await (await browser.newContext()).newPage();
  await elsewhere.goto("/");
  await expect(elsewhere.locator(`a[href^="/jobs/${later}"]`).first()).toBeVisible();

  const jobs = page.getByRole("row", { name: /^jobs/ }).getByRole("cell");
  const numbers = async () => (await jobs.allTextContents()).map(Number);
  await row.getByRole("button", { name: "put back" }).click();
  await expect(page.getByText(/put in the shop's place\?/)).toBeVisible();
  const [there, here] = await numbers();
  expect(here).toBe(there + 1);
  await page.getByRole("button", { name: "leave the shop as it is" }).click();
  await expect(jobs).toHaveCount(0);
  expect((await page.request.get(`/api/jobs/${later}/stages/book-in`)).ok()).toBe(true);

  await row.getByRole("button", { name: "put back" }).click();
  await page.getByRole("button", { name: "put it in place" }).click();
  await expect(page.getByText(/^The shop is as it was in tall-compass-/)).toBeVisible();
  await expect(page.getByText("the shop as it was, before another copy was put in its place").first()).toBeVisible();
  expect((await page.request.get(`/api/jobs/${later}/stages/book-in`)).ok()).toBe(false);
  // Nobody goes on with a shop that is no more.
  await expect(elsewhere.locator(`a[href^="/jobs/${later}"]`)).toHaveCount(0);
  await page.getByRole("button", { name: "seen", exact: true }).click();
  await expect(page.getByText(/^The shop is as it was in/)).toHaveCount(0);
});

test("the command puts a file back through the running shop, which holds its writing meanwhile", async ({ page }) => {
  const file = `.test-output/brought-${crypto.randomUUID()}.sql.gz`;
  const command = (name: string, ...more: string[]) =>
    run("node_modules/.bin/tsx", ["run/whole-shop.ts", name, file, ...more]);
  await command("backup");
  const later = await newJob(page);
  await expect(command("restore")).rejects.toThrow(/say --yes to put it in the shop's place; nothing was changed/);
  expect((await page.request.get(`/api/jobs/${later}/stages/book-in`)).ok()).toBe(true);
  const { stdout } = await command("restore", "--yes");
  expect(stdout).toMatch(/jobs +\d+ +\d+/);
  expect(stdout).toMatch(/The shop is as it was in .*As it was before: .*before-putting-back-/);
  expect((await page.request.get(`/api/jobs/${later}/stages/book-in`)).ok()).toBe(false);
  rmSync(file);
});
