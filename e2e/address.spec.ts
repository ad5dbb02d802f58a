import { expect } from "@playwright/test";
import { DRUM_WHEEL, newJob, put, tell } from "./at-the-bench";
import { test } from "./patient-test";

test("titles tell wheel and stage, tabs stand in the address, Back closes a walk and the page stays", async ({
  page,
}) => {
  const id = await newJob(page);
  await put(page, id, { ...DRUM_WHEEL, "true.tyre": "off", "true.play": "none", "true.tight": "1" });
  await tell(page, id, { machine: "Sandpiper 200" });
  await page.goto(`/jobs/${id}/tension`);
  await expect(page).toHaveTitle(/Sandpiper 200: Tension – Tall Compass/);
  await expect(page.getByRole("heading", { level: 1 })).toHaveText(/Sandpiper 200: Tension/);
  await page.getByRole("tab", { name: "Rounds" }).click();
  await expect(page).toHaveURL(/tab=rounds/);
  await page.reload();
  await expect(page.getByRole("tab", { name: "Rounds" })).toHaveAttribute("aria-selected", "true");
  await page.goto(`/jobs/${id}/true`);
  await expect(page).toHaveTitle(/: True – /);
  for (let twice = 0; twice < 2; twice++) {
    await page.getByRole("button", { name: /read the wheel|go on reading/ }).click();
    await expect(page.getByTestId("walk-spoke")).toBeVisible();
    await expect(page).toHaveURL(/#walk$/);
    await page.goBack();
    await expect(page.getByTestId("walk-spoke")).toBeHidden();
    await expect(page).toHaveURL(/\/true$/);
  }
  // Left by its key the walk takes itself out of the address again, and Back is where one came from.
  await page.getByRole("button", { name: /read the wheel|go on reading/ }).click();
  await page.getByRole("button", { name: "leave" }).click();
  await expect(page.getByTestId("walk-spoke")).toBeHidden();
  await expect(page).toHaveURL(/\/true$/);
  await page.goto("/diary");
  await expect(page).toHaveTitle("Diary – Tall Compass");
});

test("printed, a page is printed whole: nothing of it stays behind a scroll bar", async ({ page }) => {
  await page.goto("/settings");
  await page.emulateMedia({ media: "print" });
  const hidden = await page.evaluate(
    () =>
      [...document.querySelectorAll("main, main *")].filter((e) => {
        const s = getComputedStyle(e);
        return e.scrollHeight > e.clientHeight + 2 && /auto|scroll|hidden/.test(s.overflowY) && !e.closest("svg");
      }).length,
  );
  expect(hidden).toBe(0);
  const schemes = await page.evaluate(() => getComputedStyle(document.documentElement).colorScheme);
  expect(schemes).toBe("light");
});
