import { expect, type Page } from "@playwright/test";
import { allSent, readingSent, sit } from "./at-the-bench";
import { test } from "./patient-test";

/** Goes round by what the dial on the screen shows, and types it. @returns the spoke of every figure, in order */
const readByTheDial = async (page: Page): Promise<number[]> => {
  const spoke = page.getByTestId("walk-spoke");
  const bar = page.getByLabel("entry");
  await expect(spoke).toBeVisible();
  const places: number[] = [];
  while (await spoke.isVisible()) {
    const at = await page.getByText(/^\d+ of \d+$/).textContent();
    const dial = page.getByRole("img", { name: /^the dial stands at/ });
    const shown = Number((await dial.getAttribute("aria-label"))?.split(" ").at(-1));
    const what = await bar.getByRole("paragraph").first().textContent();
    // The rim's middle is told with a rule: it stands where it should.
    const isDial = !what?.endsWith(", mm");
    await bar.locator("input").fill(isDial ? String(Math.round(Math.abs(shown) * 100)) : "0");
    if (isDial) places.push(Number(await spoke.textContent()));
    const [plus, minus] = what === "hop" ? ["high", "low"] : ["to brake side", "to other side"];
    await bar.getByRole("button", { name: shown >= 0 ? plus : minus }).click();
    await expect(page.getByText(at ?? "", { exact: true })).toHaveCount(0);
    await page.waitForTimeout(270);
  }
  return places;
};

/** Puts 1/8 tighter on the other side's spokes about the farthest place, after a hint: a plan of one's own. */
const planOneself = async (page: Page): Promise<number[]> => {
  await expect(page.getByTestId("verdict")).toHaveCount(0);
  await page.getByRole("button", { name: "a hint" }).click();
  const where = await page.getByText(/^Look at \d+:/).textContent();
  const worst = Number(where?.match(/Look at (\d+)/)?.[1]);
  const rim = page.getByRole("slider", { name: "the rim laid flat" });
  await rim.focus();
  for (;;) {
    const at = Number(await rim.getAttribute("aria-valuenow"));
    if (at === worst) break;
    await page.keyboard.press(at < worst ? "ArrowRight" : "ArrowLeft");
  }
  await page.getByRole("button", { name: "1/16 tighter" }).click();
  await page.getByRole("button", { name: "1/16 tighter" }).click();
  await expect(page.getByTestId("picked-turn")).toHaveText("1/8 tighter");
  await page.getByRole("button", { name: "next spoke" }).click();
  await page.getByRole("button", { name: "1/16 slacker" }).click();
  return [worst, (worst % 40) + 1];
};

const score = async (page: Page) => {
  await page.getByRole("tab", { name: "Score" }).click();
  await expect(page.getByTestId("points")).toBeVisible();
  const answer = await page.request.get(page.url().replace(/jobs\/([^/]+).*/, "api/jobs/$1/practice/score"));
  const now = await answer.json();
  await expect(page.getByTestId("points")).toHaveText(`${now.points} of 100`);
  await expect(page.getByLabel("score")).toContainText(`${now.lateral.toFixed(2)} mm`);
  return now;
};

test("level 1 is trained on by the dial and by ear, to its score", async ({ page }) => {
  await page.goto("/");
  await page.getByRole("button", { name: "Practice", exact: true }).click();
  await page.getByRole("textbox", { name: "for" }).fill("Nell");
  await page.getByRole("button", { name: "1: one buckle" }).click();
  await page.waitForURL(/\/true$/);
  const id = page.url().match(/jobs\/([^/]+)/)?.[1] ?? "";
  const before = await score(page);
  expect(before.lateral).toBeGreaterThan(0.3);
  await page.getByRole("tab", { name: "The rim" }).click();
  const readBefore: number[] = [];
  for (let round = 1; round <= 2; round++) {
    await page.getByRole("button", { name: /^(read the wheel|de-stressed: read the next round)$/ }).click();
    await sit(page);
    const read = await readByTheDial(page);
    expect(read.length).toBeGreaterThanOrEqual(18);
    // As many again, none where it was read before: what one round leaves open the next one sees.
    expect(read.filter((spoke) => readBefore.includes(spoke))).toEqual([]);
    readBefore.push(...read);
    if (round === 1) {
      const planned = await planOneself(page);
      // Kept on the tablet while it grows, and the same after a reload.
      await page.reload();
      const stands = page.waitForResponse((r) => r.url().endsWith("/practice/plans") && r.ok());
      await page.getByRole("button", { name: "my plan stands: 2 nipples" }).click();
      const { plans, hints } = await (await stands).json();
      expect(hints).toBe(1);
      expect(plans.own.turns.flatMap((t: number, i: number) => (t === 0 ? [] : [i + 1])).sort()).toEqual(
        planned.sort(),
      );
      // Each plan in the same picture, with what it comes to on this wheel; the own one is turned unless another is chosen.
      for (const name of ["own", "advice", "hand"]) {
        const range = Math.max(...plans[name].lateral) - Math.min(...plans[name].lateral);
        await expect(page.getByTestId(`plan-${name}`)).toContainText(`comes to ${range.toFixed(2)}`);
      }
      await expect(page.getByRole("button", { name: "turn 2 nipples" })).toBeVisible();
      await page.getByTestId("plan-advice").click();
      await expect(page.getByTestId("plan-advice")).toHaveAttribute("aria-pressed", "true");
    } else await page.getByRole("button", { name: "no plan: show the advice" }).click();
    await expect(page.getByTestId("verdict")).toBeVisible();
    const turn = page.getByRole("button", { name: /^turn \d+ nipples$/ });
    const finished = page.getByRole("button", { name: "finished: score" });
    await expect(turn.or(finished)).toBeVisible();
    if (await finished.isVisible()) break;
    await turn.click();
    // The dials stay on while it is turned.
    await expect(page.getByRole("img", { name: /^the dial stands at/ })).toHaveCount(2);
    await page.getByRole("button", { name: /^all \d+ turned as told$/ }).click();
    await expect(page.getByText("nothing more to turn")).toBeVisible();
    await allSent(page);
    await page.getByRole("button", { name: "leave" }).first().click();
  }
  const after = await score(page);
  expect(after.lateral).toBeLessThan(before.lateral / 2);
  expect(after.points).toBeGreaterThan(before.points);
  expect(after.touches).toBeGreaterThan(0);
  expect(after.hints).toBe(1);
  // What was planned, and what whoever this is trained on before.
  await expect(page.getByRole("table", { name: "plans so far" })).toContainText("as advised, turned");
  await expect(page.getByRole("heading", { name: "Nell’s wheels so far" })).toBeVisible();
  await expect(page.getByRole("table", { name: "trained so far" })).toContainText(String(after.points));
  // By ear: what is plucked is this wheel, as it stands now.
  await page.goto(`/jobs/${id}/tension`);
  await page.getByRole("button", { name: "by ear" }).click();
  for (let spoke = 1; spoke <= 4; spoke++) {
    await expect(page.getByTestId("walk-spoke")).toHaveText(String(spoke));
    const stored = readingSent(page, "note");
    await page.keyboard.press("Space");
    // One that rings with another, or hangs slack, is told and kept by a second press.
    const keep = page.getByRole("button", { name: /keep it$/ });
    await Promise.race([stored, keep.waitFor()]);
    if (await keep.isVisible()) await page.keyboard.press("Space");
    expect(await stored).toMatchObject({ spoke });
  }
});
