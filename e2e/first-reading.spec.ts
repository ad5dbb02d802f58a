import { expect } from "@playwright/test";
import { asks, readingSent, sit } from "./at-the-bench";
import { test } from "./patient-test";

test("true only: from the jobs to the first reading in at most five taps, the presets marked assumed", async ({
  page,
}) => {
  await page.goto("/");
  let taps = 0;
  const tap = async (name: string) => {
    await page.getByRole("button", { name, exact: true }).click();
    taps++;
  };
  await tap("True only");
  await tap("36");
  await tap("19");
  await tap("single-sided");
  // Play in the bearings and a tyre on it make a reading worth nothing: asked before the first, in one tap.
  await page.getByLabel("entry").getByRole("button", { name: "tyre off, on a stand" }).click();
  taps++;
  await expect(page.getByTestId("walk-spoke")).toBeVisible();
  await expect(page.getByLabel("entry").locator("input")).toBeFocused();
  expect(taps).toBeLessThanOrEqual(5);
  await page.keyboard.type("0");
  const stored = page.waitForResponse((r) => r.url().includes("/readings") && r.ok());
  await page.keyboard.press("Enter");
  await stored;
  await expect(page.getByTestId("walk-spoke")).toHaveText("1");
  // A tablet that never read a rim is asked once what its dial reads in; 40 thou are 1.016 mm.
  await page.evaluate(() => localStorage.removeItem("tall-compass-dial"));
  await page.reload();
  await page.getByRole("button", { name: /^(read the wheel|go on reading)/ }).click();
  await sit(page);
  await asks(page, "what the rim is read with");
  await page.getByLabel("entry").getByRole("button", { name: "dial, thou" }).click();
  await asks(page, "hop");
  const read = readingSent(page, "radial");
  await page.getByLabel("entry").locator("input").fill("40");
  await page.getByLabel("entry").getByRole("button", { name: "high" }).click();
  expect(await read).toMatchObject({ spoke: 1, value: 1.016 });
  await asks(page, "side to side");
  // Coming back to the address goes on with this round, and says what is assumed.
  await page.reload();
  await expect(page.getByTestId("assumed")).toContainText(/\d+ figures assumed/);
  const id = page.url().match(/jobs\/([^/]+)/)?.[1];
  const wheel = await (await page.request.get(`/api/jobs/${id}/wheel-file`)).json();
  // 19 inch and 28 mm of edges, less walls, plus bed and nipple; a single-sided hub has one large flange.
  expect(wheel.rim.holes).toBe(36);
  expect(wheel.rim.erd).toBeCloseTo(19 * 25.4 + 28 - 60 + 11, 0);
  expect(wheel.hub.A.holeCircle).toBeGreaterThan(wheel.hub.B.holeCircle);
  // The line shows what this kind of job needs; the rest is one key away.
  await expect(page.getByRole("link", { name: /^Measure/ })).toHaveCount(0);
  await page.getByRole("button", { name: "other stages, and this job" }).click();
  await page.getByRole("menuitem", { name: "Measure" }).click();
  await page.waitForURL(/measure/);
  await expect(page.getByRole("button", { name: /^outside diameter: 511 assumed/ })).toBeVisible();
  await expect(page.getByRole("button", { name: /^rim holes 36$/ })).toBeVisible();
});
