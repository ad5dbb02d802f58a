import { expect, type Page, test } from "@playwright/test";
import { badBoxes } from "./boxes";

// Every screen on a phone, a tablet upright and across, and with letters twice as large: nothing beyond the edge, cut off,
// over another or too small.

const jobOf = async (page: Page, mark: string): Promise<{ jobId: string; wheelId: string }> =>
  (await (await page.request.get(`/api/find?q=${mark}`)).json())[0];

const STAGES = ["book-in", "measure", "spokes", "lace", "tension", "true", "hand-back", "quote"];

/** @returns what is wrong, by place and tab */
const lookAt = async (page: Page, path: string, large: boolean): Promise<string[]> => {
  const bad: string[] = [];
  await page.goto(path);
  if (large) await page.addStyleTag({ content: "html { font-size: 36px !important }" });
  const look = async (where: string) => {
    // A drawing fits itself once it knows its room.
    await page.waitForTimeout(120);
    for (const b of await page.evaluate(badBoxes)) bad.push(`${where}: ${b}`);
  };
  const place = path.replace(/[0-9a-f-]{36}/, "…");
  const tabs = page.getByRole("tab");
  await expect(page.locator("main")).toBeVisible();
  for (let t = 0; t < (await tabs.count()); t++) {
    await tabs.nth(t).click();
    await look(`${place} ${await tabs.nth(t).textContent()}`);
  }
  if ((await tabs.count()) === 0) await look(place);
  return bad;
};

for (const [name, width, height, large] of [
  ["a small phone", 360, 740, false],
  ["a phone", 390, 844, false],
  ["a tablet upright", 820, 1180, false],
  ["a tablet across", 1280, 800, false],
  ["letters twice as large", 1280, 800, true],
] as const)
  test(`every screen fits ${name}, ${width} by ${height}`, async ({ page }) => {
    test.setTimeout(300_000);
    await page.setViewportSize({ width, height });
    const rebuild = await jobOf(page, "H-014");
    const broken = await jobOf(page, "H-009");
    const past = await jobOf(page, "D-031");
    const places = [
      ...["/", "/diary", "/stock", "/figures", "/settings", "/put-away"],
      `/wheels/${past.wheelId}`,
      ...STAGES.map((s) => `/jobs/${rebuild.jobId}/${s}`),
      `/jobs/${broken.jobId}/lace`,
    ];
    const bad: string[] = [];
    for (const path of places) bad.push(...(await lookAt(page, path, large)));
    expect(bad).toEqual([]);
    // Walks take the whole screen.
    await page.goto(`/jobs/${rebuild.jobId}/true`);
    await page.getByRole("button", { name: /turn \d+ nipples/ }).click();
    await expect(page.getByTestId("walk-spoke")).toBeVisible();
    if (large) await page.addStyleTag({ content: "html { font-size: 36px !important }" });
    await page.waitForTimeout(200);
    expect((await page.evaluate(badBoxes)).map((b) => `turning: ${b}`)).toEqual([]);
  });
