import { expect, type Page, test } from "@playwright/test";
import { newJob, put } from "./at-the-bench";
import { badBoxes } from "./boxes";

// Every screen on a phone, a tablet upright and across, and with letters twice as large: nothing beyond the edge, cut off,
// over another or too small.

const jobOf = async (page: Page, mark: string): Promise<{ jobId: string; wheelId: string }> =>
  (await (await page.request.get(`/api/find?q=${mark}`)).json())[0];

const STAGES = ["book-in", "measure", "spokes", "lace", "tension", "true", "hand-back", "quote"];

/** How a page is held, in px, and whether its letters are twice as large. */
interface Held {
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly large?: true;
}
// Held the other way round a page folds other things away: it is opened anew for that, not for each size.
const UPRIGHT: readonly Held[] = [
  { name: "small phone", width: 360, height: 740 },
  { name: "phone", width: 390, height: 844 },
  { name: "tablet upright", width: 820, height: 1180 },
];
const ACROSS: readonly Held[] = [
  { name: "tablet across", width: 1280, height: 800 },
  { name: "large letters", width: 1280, height: 800, large: true },
];

/** Looks at what is open, held every way. @returns what is wrong */
const lookAt = async (page: Page, where: string, sizes: readonly Held[]): Promise<string[]> => {
  const bad: string[] = [];
  for (const { name, width, height, large } of sizes) {
    await page.setViewportSize({ width, height });
    await page.evaluate((size) => document.documentElement.style.setProperty("font-size", size), large ? "36px" : "");
    // A drawing fits itself once it knows its room.
    await page.waitForTimeout(80);
    for (const b of await page.evaluate(badBoxes)) bad.push(`${where}, ${name}: ${b}`);
  }
  return bad;
};

for (const [how, sizes] of [
  ["upright, at 360, 390 and 820", UPRIGHT],
  ["across, at 1280 and with letters twice as large", ACROSS],
] as const)
  test(`every screen and walk fits ${how}`, async ({ page }) => {
    test.setTimeout(300_000);
    await page.setViewportSize(sizes[0]);
    const rebuild = await jobOf(page, "H-014");
    const broken = await jobOf(page, "H-009");
    const past = await jobOf(page, "D-031");
    const bad: string[] = [];
    for (const path of [
      ...["/", "/diary", "/stock", "/figures", "/settings", "/put-away"],
      `/wheels/${past.wheelId}`,
      ...STAGES.map((s) => `/jobs/${rebuild.jobId}/${s}`),
      `/jobs/${broken.jobId}/lace`,
    ]) {
      await page.setViewportSize(sizes[0]);
      await page.goto(path, { waitUntil: "domcontentloaded" });
      await expect(page.locator("main")).toBeVisible();
      const place = path.replace(/[0-9a-f-]{36}/, "…");
      const tabs = page.getByRole("tab");
      for (let t = 0; t < (await tabs.count()); t++) {
        await tabs.nth(t).click();
        bad.push(...(await lookAt(page, `${place} ${await tabs.nth(t).textContent()}`, sizes)));
      }
      if ((await tabs.count()) === 0) bad.push(...(await lookAt(page, place, sizes)));
    }
    // Walks take the whole screen.
    for (const [stage, key] of [
      ["true", /turn \d+ nipples/],
      ["true", /read again/],
      ["lace", /walk it again|lace it, spoke by spoke|go on at/],
    ] as const) {
      await page.setViewportSize(sizes[0]);
      await page.goto(`/jobs/${rebuild.jobId}/${stage}`);
      await page.getByRole("button", { name: key }).first().click();
      const sitting = page.getByLabel("entry").getByRole("button", { name: "tyre off, on a stand" });
      await expect(page.getByTestId("walk-spoke").or(sitting)).toBeVisible();
      if (await sitting.isVisible()) await sitting.click();
      await expect(page.getByTestId("walk-spoke")).toBeVisible();
      bad.push(...(await lookAt(page, `walk: ${key.source}`, sizes)));
      await page.setViewportSize(sizes[0]);
      await page.keyboard.press("Escape");
      await expect(page).not.toHaveURL(/#walk/);
    }
    // What is asked before the first reading of a wheel that just came in.
    const waiting = await newJob(page, "true-only");
    await put(page, waiting, { "rim.holes": "40", "rim.size": "18", "hub.kind": "full-width" });
    await page.goto(`/jobs/${waiting}/true`);
    await page.getByRole("button", { name: "read the wheel" }).click();
    await expect(page.getByLabel("entry").getByRole("button", { name: "tyre off, on a stand" })).toBeVisible();
    bad.push(...(await lookAt(page, "before reading", sizes)));
    expect(bad).toEqual([]);
  });
