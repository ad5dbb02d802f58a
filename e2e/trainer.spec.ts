import { expect, type Page, test } from "@playwright/test";
import { allSent, sit } from "./at-the-bench";

/** Goes round by what the dial on the screen shows, and types it. @returns places read */
const readByTheDial = async (page: Page): Promise<number> => {
  const spoke = page.getByTestId("walk-spoke");
  const bar = page.getByLabel("entry");
  await expect(spoke).toBeVisible();
  let places = 0;
  while (await spoke.isVisible()) {
    const at = await page.getByText(/^\d+ of \d+$/).textContent();
    const dial = page.getByRole("img", { name: /^the dial stands at/ });
    const shown = Number((await dial.getAttribute("aria-label"))?.split(" ").at(-1));
    const what = await bar.getByRole("paragraph").first().textContent();
    await bar.locator("input").fill(String(Math.round(Math.abs(shown) * 100)));
    const [plus, minus] = what === "hop" ? ["high", "low"] : ["to brake side", "to other side"];
    await bar.getByRole("button", { name: shown >= 0 ? plus : minus }).click();
    places++;
    await expect(page.getByText(at ?? "", { exact: true })).toHaveCount(0);
    await page.waitForTimeout(270);
  }
  return places;
};

const score = async (page: Page) => {
  await page.getByRole("tab", { name: "Score" }).click();
  await expect(page.getByTestId("points")).toBeVisible({ timeout: 20_000 });
  const answer = await page.request.get(page.url().replace(/jobs\/([^/]+).*/, "api/jobs/$1/practice/score"));
  const now = await answer.json();
  await expect(page.getByTestId("points")).toHaveText(`${now.points} of 100`);
  await expect(page.getByLabel("score")).toContainText(`${now.lateral.toFixed(2)} mm`);
  return now;
};

test("level 1 is trained on by the dial and by ear, to its score", async ({ page }) => {
  test.setTimeout(300_000);
  await page.goto("/");
  await page.getByRole("button", { name: "Practice", exact: true }).click();
  await page.getByRole("button", { name: "1: one buckle" }).click();
  await page.waitForURL(/\/true$/);
  const id = page.url().match(/jobs\/([^/]+)/)?.[1] ?? "";
  const before = await score(page);
  expect(before.lateral).toBeGreaterThan(0.3);
  await page.getByRole("tab", { name: "The rim" }).click();
  for (let round = 1; round <= 2; round++) {
    await page.getByRole("button", { name: /^(read the wheel|de-stressed: read the next round)$/ }).click();
    await sit(page);
    expect(await readByTheDial(page)).toBeGreaterThanOrEqual(18);
    await expect(page.getByTestId("verdict")).toBeVisible();
    const turn = page.getByRole("button", { name: /^turn \d+ nipples$/ });
    if (!(await turn.isVisible())) break;
    await turn.click();
    await page.getByRole("button", { name: /^all \d+ turned as told$/ }).click();
    await expect(page.getByText("nothing more to turn")).toBeVisible();
    await allSent(page);
    await page.getByRole("button", { name: "leave" }).first().click();
  }
  const after = await score(page);
  expect(after.lateral).toBeLessThan(before.lateral / 2);
  expect(after.points).toBeGreaterThan(before.points);
  expect(after.touches).toBeGreaterThan(0);
  // By ear: what is plucked is this wheel, as it stands now.
  await page.goto(`/jobs/${id}/tension`);
  await page.getByRole("button", { name: "by ear" }).click();
  for (let spoke = 1; spoke <= 4; spoke++) {
    await expect(page.getByTestId("walk-spoke")).toHaveText(String(spoke), { timeout: 15_000 });
    const stored = page.waitForResponse((r) => r.url().includes("/readings") && r.ok(), { timeout: 20_000 });
    await page.keyboard.press("Space");
    expect((await stored).request().postDataJSON()).toMatchObject({ what: "note", spoke });
  }
});
