import { expect, type Page } from "@playwright/test";
import { DRUM_WHEEL, leaveWalk, newJob, put, sit } from "./at-the-bench";
import { badBoxes } from "./boxes";
import { test } from "./patient-test";

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
  { name: "tablet upright", width: 820, height: 1180 },
];
const PHONE: readonly Held[] = [{ name: "phone", width: 390, height: 844 }];
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
  ["upright, at 360 and 820", UPRIGHT],
  // What is too much for it is too much for the small one, mostly.
  ["upright, at 390 @long", PHONE],
  ["across, at 1280 and with letters twice as large", ACROSS],
] as const)
  test(`every screen and walk fits ${how}`, async ({ page }) => {
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
    // A figure in hand, with as much to say of it as there can be.
    const begun = await newJob(page);
    for (const [stage, tabs] of [
      ["measure", ["Rim", "Hub", "Offset", "Old spokes"]],
      ["book-in", ["Counter", "Before the key", "Wheel"]],
    ] as const) {
      await page.setViewportSize(sizes[0]);
      await page.goto(`/jobs/${begun}/${stage}`);
      for (const tab of tabs) {
        const shown = page.getByRole("tab", { name: new RegExp(`^${tab}(,|$)`) });
        await shown.click();
        await shown.blur();
        await page.keyboard.press("Enter");
        await expect(page.getByLabel("entry")).toBeVisible();
        await page.keyboard.type("999\n");
        const usual = sizes.filter((held) => !held.large);
        bad.push(...(await lookAt(page, `${stage} ${tab}, a figure in hand`, usual)));
        await page.keyboard.press("Escape");
      }
    }
    expect(bad).toEqual([]);
  });

for (const [how, sizes] of [
  ["upright", [...UPRIGHT, ...PHONE]],
  ["across", ACROSS],
] as const)
  test(`walks seldom opened, and all of the trainer, fit ${how} @long`, async ({ page }) => {
    const bad: string[] = [];
    const key = (name: string | RegExp) => page.getByRole("button", { name, exact: typeof name === "string" }).first();
    const spoke = page.getByTestId("walk-spoke");
    const look = async (where: string) => {
      bad.push(...(await lookAt(page, where, sizes)));
      await page.setViewportSize(sizes[0]);
      await page.evaluate(() => document.documentElement.style.setProperty("font-size", ""));
    };
    /** Opens a walk by its key, looks at it, and leaves it. */
    const walk = async (name: string | RegExp) => {
      await key(name).click();
      await expect(spoke).toBeVisible();
      await look(`walk: ${name}`);
      await leaveWalk(page);
      await expect(spoke).toHaveCount(0);
    };
    await page.setViewportSize(sizes[0]);
    const learn = await newJob(page, "practice");
    await put(page, learn, DRUM_WHEEL);
    await page.request.post(`/api/jobs/${learn}/practice`, { data: { seed: 17, level: "buckle" } });
    await page.goto(`/jobs/${learn}/tension`);
    for (const way of ["by ear", "in N", "by hand", "torque"]) await walk(way);
    await page.goto(`/jobs/${learn}/true`);
    await key("read the wheel").click();
    await sit(page);
    await expect(spoke).toBeVisible();
    await look("reading the practice wheel");
    await leaveWalk(page);
    await expect(spoke).toHaveCount(0);
    await key("the stand").click();
    await key(/turn the practice wheel/).click();
    await expect(key("take every spoke")).toBeVisible();
    await look("the stand");
    await key("take every spoke").click();
    await key("a hint").click();
    await key("another hint").click();
    await look("own plan");
    await key("my plan: turn nothing").click();
    await page.getByTestId("plan-advice").click();
    await expect(page.getByTestId("plan-advice")).toHaveAttribute("aria-pressed", "true");
    await look("plans side by side");
    await walk(/^turn \d+ nipples$/);
    await page.getByRole("tab", { name: "Score" }).click();
    await expect(page.getByRole("table", { name: "plans so far" })).toBeVisible();
    await look("score");
    const laced = await newJob(page);
    await put(page, laced, DRUM_WHEEL);
    await page.goto(`/jobs/${laced}/lace`);
    await page.getByRole("tab", { name: "Check" }).click();
    await walk("walk past the laced wheel");
    await page.goto(`/jobs/${laced}/measure`);
    await page.getByRole("tab", { name: "Rim on the plate" }).click();
    await walk("read round the rim");
    expect(bad).toEqual([]);
  });
