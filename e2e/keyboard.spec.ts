import { expect, type Page } from "@playwright/test";
import { test } from "./patient-test";

/** Tab on until what is in hand carries this name; a key already pressed does not count. */
const reach = async (page: Page, name: RegExp): Promise<void> => {
  for (let tabs = 0; tabs < 200; tabs++) {
    const here = await page.evaluate(() => {
      const e = document.activeElement;
      if (!e || e === document.body || e.getAttribute("aria-pressed") === "true") return "";
      return (e.getAttribute("aria-label") ?? e.textContent ?? "").replace(/\s+/g, " ").trim();
    });
    if (name.test(here)) return;
    await page.keyboard.press("Tab");
  }
  throw new Error(`${name} cannot be reached by keyboard`);
};
const use = async (page: Page, name: RegExp): Promise<void> => {
  await reach(page, name);
  await page.keyboard.press("Enter");
};
/** Repeats within a quarter of a second are taken for one press. */
const calm = (page: Page) => page.waitForTimeout(270);

test("a customer waits: booked in, read, turned, looked over and signed, and no hand on screen or mouse", async ({
  page,
}) => {
  await page.goto("/");
  for (const key of [/^True only$/, /^36$/, /^18$/, /^full width$/]) await use(page, key);
  await page.waitForURL(/\/true/);
  const id = page.url().match(/jobs\/([^/]+)/)?.[1] ?? "";

  // Offset, then side to side and hop place by place: a figure with its sign, and Enter.
  const spoke = page.getByTestId("walk-spoke");
  // How it turns and that no play was felt: one answer, by its number.
  await expect(page.getByLabel("entry").getByRole("button", { name: "tyre off, on a stand" })).toBeVisible();
  await page.keyboard.press("1");
  await expect(spoke).toBeVisible();
  await page.keyboard.type("0");
  await page.keyboard.press("Enter");
  await expect(spoke).toHaveText("1");
  const verdict = page.getByTestId("verdict");
  for (let i = 0; i < 40; i++) {
    await expect(spoke.or(verdict)).toBeVisible();
    if (await verdict.isVisible()) break;
    const place = Number(await spoke.textContent());
    const side = await page.getByLabel("entry").getByText("side to side").isVisible();
    const at = (2 * Math.PI * place) / 36;
    const figure = side ? Math.round(45 * Math.cos(2 * at)) : Math.round(12 * Math.cos(3 * at));
    const saved = page.waitForResponse((r) => /\/readings/.test(r.url()) && r.request().method() === "POST");
    await page.keyboard.type(figure > 0 ? `+${figure}` : String(figure));
    await page.keyboard.press("Enter");
    await saved;
    await calm(page);
  }
  await expect(verdict).toHaveText("Turn");

  // The rim itself is walked with the arrows; what is picked there is picked everywhere.
  await reach(page, /^the rim laid flat$/);
  for (let i = 0; i < 3; i++) await page.keyboard.press("ArrowRight");
  await expect(page.getByRole("slider", { name: "the rim laid flat" })).toHaveAttribute("aria-valuenow", "4");

  await use(page, /^turn \d+ nipples$/);
  for (let i = 0; i < 40; i++) {
    await expect(spoke.or(verdict)).toBeVisible();
    if (!(await spoke.isVisible())) break;
    const now = await spoke.textContent();
    await calm(page);
    const saved = page.waitForResponse((r) => r.url().includes("/turns") && r.ok());
    await page.keyboard.press(i % 2 ? "Enter" : "Space");
    await saved;
    await expect(page.getByTestId("walk-spoke").filter({ hasText: new RegExp(`^${now}$`) })).toBeHidden();
  }
  const list = await (await page.request.get(`/api/jobs/${id}/rounds-list`)).text();
  // Nine places of thirty-six, side to side and hop, and what was turned after them.
  expect(list.trim().split(/\r?\n/).length).toBeGreaterThan(18);

  // Every line of the finish, then the signature.
  await use(page, /Hand back/);
  await page.waitForURL(/hand-back$/);
  const open = page
    .locator("li[data-testid^=finish-]")
    .filter({ has: page.getByRole("img", { name: /open|against it/ }) });
  await expect(open.first()).toBeVisible();
  for (let left = await open.count(); left > 0; left = await open.count()) {
    await use(page, /^(seen|accepted)$/);
    await expect(async () => expect(await open.count()).toBeLessThan(left)).toPass();
    await calm(page);
  }
  await use(page, /^sign and hand back$/);
  await page.keyboard.type("N. O. Mouse");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: "sign again" })).toBeVisible();
});

test("a gauge that types what it shows: a figure with its sign and Enter is a reading, its plus turned round by one key; mm under a dial of hundredths are asked about", async ({
  page,
}) => {
  await page.goto("/");
  for (const key of ["True only", "36", "18", "full width"])
    await page.getByRole("button", { name: key, exact: true }).click();
  await page.waitForURL(/\/true/);
  const id = page.url().match(/jobs\/([^/]+)/)?.[1] ?? "";
  await page.getByLabel("entry").getByRole("button", { name: "tyre off, on a stand" }).click();
  const spoke = page.getByTestId("walk-spoke");
  const bar = page.getByLabel("entry");
  /** All at once, as a gauge sends it. */
  const sends = async (figure: string) => {
    const saved = page.waitForResponse((r) => /\/readings/.test(r.url()) && r.request().method() === "POST");
    await page.keyboard.insertText(figure);
    await page.keyboard.press("Enter");
    await saved;
    await calm(page);
  };
  await expect(spoke).toHaveText("1");

  // Still told to be a dial of hundredths: kept out until it is said twice, with what to do about it.
  await page.keyboard.insertText("+0.12");
  await page.keyboard.press("Enter");
  await expect(bar.getByRole("alert")).toContainText("0.0012 mm: for a gauge with figures tap 1/100");
  await expect(spoke).toHaveText("1");
  for (const [before, after] of [
    ["1/100", "2/100"],
    ["2/100", "thou"],
    ["thou", "½ thou"],
    ["½ thou", "± mm"],
  ]) {
    await bar.getByRole("button", { name: `unit ${before}, change`, exact: true }).click();
    await expect(bar.getByRole("button", { name: `unit ${after}, change`, exact: true })).toBeVisible();
  }
  await expect(bar.getByRole("button", { name: /^taken with \+ to brake side, change$/ })).toBeVisible();
  await bar.locator("input").fill("");
  await sends("+0.12");
  // Hop at the same place, its own plus: the plunger goes in where the rim is low.
  await bar.getByRole("button", { name: /^taken with \+ high, change$/ }).click();
  await expect(bar.getByRole("button", { name: /^taken with \+ low, change$/ })).toBeVisible();
  await sends("0.05");
  await sends("-0.07");
  await sends("-.02");
  const { rounds } = await (await page.request.get(`/api/jobs/${id}/rounds`)).json();
  const read = (line: readonly (number | null)[]) => line.filter((v) => v !== null);
  expect([read(rounds[0].lateral), read(rounds[0].radial)]).toEqual([
    [0.12, -0.07],
    [-0.05, 0.02],
  ]);
});
