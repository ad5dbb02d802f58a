import { type Page, test } from "@playwright/test";
import sharp from "sharp";
import { openStage } from "./at-the-bench";

// The handbook's own pictures, from the demo: beside the screenshots, kept small, for every device keeps them.

const WIDTH = 1100;
const keep = async (page: Page, name: string) => {
  await page.waitForTimeout(700);
  await sharp(await page.screenshot())
    .resize(WIDTH)
    .webp({ quality: 68 })
    .toFile(`public/handbook/${name}.webp`);
};
test("the handbook's pictures", async ({ page }) => {
  for (const [mark, stage] of [
    ["H-014", "book-in"],
    ["B-021", "measure"],
    ["L-007", "spokes"],
    ["L-007", "lace"],
    ["H-014", "tension"],
    ["H-014", "true"],
    ["G-002", "hand-back"],
  ] as const) {
    await openStage(page, mark, stage);
    await keep(page, stage);
  }
  await openStage(page, "H-014", "true");
  await page.getByRole("tab", { name: "How true" }).click();
  await page.waitForTimeout(1500);
  await keep(page, "how-true");
  await page.goto("/diary");
  await keep(page, "diary");
  const training = page.locator('a[href^="/jobs/"]', { hasText: "Practice wheel" }).first();
  await page.goto("/");
  if ((await training.count()) > 0) {
    await page.goto(((await training.getAttribute("href")) ?? "/").replace(/[^/]+$/, "true"));
    await keep(page, "practice");
  }
});
