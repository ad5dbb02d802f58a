import { expect } from "@playwright/test";
import { test } from "./patient-test";

test("a practice wheel: three taps to the stand, told to be just laced, its round advised; diary, bench and figures know nothing of it", async ({
  page,
}) => {
  await page.goto("/figures");
  const takenIn = await page.getByTestId("taken-in").textContent();
  await page.goto("/");
  const bench = await page.getByTestId("on-the-bench").textContent();
  await page.getByRole("button", { name: "Practice", exact: true }).click();
  await page.getByRole("button", { name: "3: freshly laced" }).click();
  await page.waitForURL(/\/true$/);
  await page.getByRole("button", { name: "the stand" }).click();
  const entry = page.getByLabel("entry");
  for (const answer of ["tyre off, on a stand", "just laced"])
    await entry.getByRole("button", { name: answer, exact: true }).click();
  await page.getByRole("button", { name: /turn the practice wheel/ }).click();
  await page.getByRole("button", { name: "take every spoke" }).click();
  // Whoever learns plans first; a wheel just laced wants tension, and a hint says so.
  await expect(page.getByTestId("verdict")).toHaveCount(0);
  await page.getByRole("button", { name: "a hint" }).click();
  await expect(page.getByText("it wants tension")).toBeVisible();
  await page.getByRole("button", { name: "no plan: show the advice" }).click();
  // However true it runs: a wheel just laced is to be tightened.
  await expect(page.getByTestId("verdict")).toHaveText("Turn");
  await expect(page.getByRole("button", { name: /turn \d+ nipples/ })).toBeVisible();

  await page.goto("/");
  await expect(page.getByTestId("on-the-bench")).toHaveText(bench ?? "");
  await expect(page.getByRole("heading", { name: "To learn on" })).toBeVisible();
  const mark = await page.locator("a", { hasText: "Practice wheel" }).locator("span").first().textContent();
  await page.goto("/diary");
  await expect(page.getByTestId("now")).toBeVisible();
  await expect(page.getByText(mark ?? "", { exact: true })).toHaveCount(0);
  await page.goto("/figures");
  await expect(page.getByTestId("taken-in")).toHaveText(takenIn ?? "");
});
