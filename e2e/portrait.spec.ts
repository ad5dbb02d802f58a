import { expect, type Locator, type Page } from "@playwright/test";
import { readingSent } from "./at-the-bench";
import { test } from "./patient-test";

test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true });

/** With a finger to the first place, and 35 typed there. @returns the entry bar */
const typeAtFirst = async (page: Page): Promise<Locator> => {
  await page.goto("/");
  for (const key of ["True only", "40", "18", "full width"])
    await page.getByRole("button", { name: key, exact: true }).tap();
  await page.waitForURL(/true/);
  const bar = page.getByLabel("entry");
  await bar.getByRole("button", { name: "tyre off, on a stand" }).tap();
  await expect(page.getByTestId("walk-spoke")).toHaveText("1");
  for (const key of ["3", "5"]) await bar.getByRole("button", { name: key, exact: true }).tap();
  return bar;
};

test("on a telephone every key of a walk lies on the screen, and the rim is seen beside its keys", async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  const bar = await typeAtFirst(page);
  await bar.getByRole("button", { name: "to other side" }).tap();
  await expect(page.getByTestId("walk-spoke")).toBeInViewport({ ratio: 1 });
  for (const key of await page.locator("[data-walk]").getByRole("button").all())
    await expect(key).toBeInViewport({ ratio: 0.95 });
  await page.getByRole("button", { name: "leave" }).tap();
  const rim = await page.getByRole("slider", { name: "the rim laid flat" }).boundingBox();
  expect(rim?.height).toBeGreaterThanOrEqual(300);
  await expect(page.getByRole("button", { name: /go on reading|read again/ })).toBeInViewport({ ratio: 1 });
});

test("a wheel is read with one finger on an upright tablet, left and found again", async ({ page }) => {
  const bar = await typeAtFirst(page);
  const stored = readingSent(page, "lateral");
  await bar.getByRole("button", { name: "to other side" }).tap();
  expect(await stored).toMatchObject({ spoke: 1, value: -0.35, typed: "35" });
  await expect(bar.getByText("hop", { exact: true })).toBeVisible();
  await page.reload();
  await page
    .getByRole("button", { name: /go on reading|read/ })
    .first()
    .tap();
  await expect(page.getByTestId("walk-spoke")).toHaveText("1");
  await expect(bar.getByText("hop", { exact: true })).toBeVisible();
  // Nothing stands wider than the screen, and every key is at least 48 px.
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(820);
  for (const box of await Promise.all((await page.getByRole("button").all()).map((b) => b.boundingBox())))
    expect(Math.min(box?.height ?? 99, box?.width ?? 99)).toBeGreaterThanOrEqual(48);
});
