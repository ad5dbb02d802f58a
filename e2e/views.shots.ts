import { type Page, test } from "@playwright/test";
import { DRUM_WHEEL, newJob, openStage, put, sit } from "./at-the-bench";

const open = async (page: Page, mark: string, stage: string) => {
  await openStage(page, mark, stage);
  await page.waitForTimeout(600);
};
const keep = (page: Page, name: string) => page.screenshot({ path: `docs/screenshots/${name}.png` });

test("every main view", async ({ page }) => {
  await page.goto("/");
  await page.waitForTimeout(400);
  await keep(page, "jobs");
  for (const [mark, stage] of [
    ["H-014", "book-in"],
    ["L-007", "spokes"],
    ["L-007", "lace"],
    ["H-014", "tension"],
    ["H-014", "true"],
    ["G-002", "hand-back"],
  ] as const) {
    await open(page, mark, stage);
    await keep(page, stage);
  }
  await open(page, "B-021", "measure");
  await page.getByRole("button", { name: /^washer/ }).click();
  await keep(page, "measure");
  await page.keyboard.press("Escape");
  await open(page, "L-007", "spokes");
  for (const [tab, name] of [["What if", "spokes-what-if"]] as const) {
    await page.getByRole("tab", { name: new RegExp(`^${tab}`) }).click();
    await page.waitForTimeout(300);
    await keep(page, name);
  }
  await page.goto("/stock");
  await page.waitForTimeout(300);
  await keep(page, "stock");
  await open(page, "H-009", "lace");
  await page.getByRole("tab", { name: "Broken spoke" }).click();
  await page.getByRole("button", { name: /^which spoke/ }).click();
  await page.getByLabel("entry").locator("input").fill("7");
  await page.keyboard.press("Enter");
  await page.waitForTimeout(500);
  await page.keyboard.press("Escape");
  await page.waitForTimeout(300);
  await keep(page, "lace-broken");
  await open(page, "H-014", "true");
  await page.getByRole("tab", { name: "How true" }).click();
  await page.waitForTimeout(1500);
  await keep(page, "true-how-true");
  await page.goto("/diary");
  await page.waitForTimeout(400);
  await keep(page, "diary");
  await page.goto("/figures");
  await page.waitForTimeout(600);
  await keep(page, "figures");
  await open(page, "H-014", "hand-back");
  await keep(page, "finish");
  // The walk with the dial: left before anything is taken, so that the demo stays as it was.
  await open(page, "B-021", "true");
  await page.getByRole("button", { name: "read the wheel" }).click();
  await sit(page);
  await page.getByRole("button", { name: "skip" }).click();
  await page.waitForTimeout(400);
  await keep(page, "reading-walk");
  await open(page, "H-014", "true");
  await page.getByRole("button", { name: /turn \d+ nipples/ }).click();
  await keep(page, "turning-walk");
  // A level trained on: the own plan beside the advice and the hand's way.
  const training = await newJob(page, "practice");
  await put(page, training, DRUM_WHEEL);
  await page.request.post(`/api/jobs/${training}/practice`, { data: { seed: 17, level: "buckle" } });
  await page.goto(`/jobs/${training}/true`);
  await page.getByRole("button", { name: "the stand" }).click();
  await sit(page);
  await page.getByRole("button", { name: /turn the practice wheel/ }).click();
  await page.getByRole("button", { name: "take every spoke" }).click();
  await page.getByRole("button", { name: "a hint" }).click();
  const worst = Number((await page.getByText(/^Look at \d+:/).textContent())?.match(/\d+/)?.[0]);
  await page.getByRole("slider", { name: "the rim laid flat" }).focus();
  for (let spoke = 1; spoke < worst; spoke++) await page.keyboard.press("ArrowRight");
  for (let i = 0; i < 4; i++) await page.getByRole("button", { name: "1/16 tighter" }).click();
  await page.getByRole("button", { name: "next spoke" }).click();
  for (let i = 0; i < 4; i++) await page.getByRole("button", { name: "1/16 slacker" }).click();
  await page.getByRole("button", { name: /^my plan stands/ }).click();
  await page.getByTestId("plan-own").waitFor();
  await page.waitForTimeout(500);
  await keep(page, "trainer");
  await page.setViewportSize({ width: 820, height: 1180 });
  await open(page, "H-014", "true");
  await keep(page, "true-upright");
});
