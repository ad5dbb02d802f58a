import { expect, type Page } from "@playwright/test";
import { chance } from "@/devices/random";
import { allSent, DRUM_WHEEL, newJob, put, sit, storedRounds } from "./at-the-bench";
import { test } from "./patient-test";

const beginReading = async (page: Page): Promise<string> => {
  await page.addInitScript(() => localStorage.setItem("tall-compass-dial", "1/100"));
  const id = await newJob(page);
  await put(page, id, DRUM_WHEEL);
  await page.goto(`/jobs/${id}/true`);
  await page.getByRole("button", { name: "read the wheel" }).click();
  await sit(page);
  await expect(page.getByLabel("entry").locator("input")).toBeFocused();
  return id;
};

test("a side is always named: Enter asks for it, its letter, a sign or its key gives it", async ({ page }) => {
  const id = await beginReading(page);
  const entry = page.getByLabel("entry");
  const at = page.getByTestId("walk-spoke");
  await page.keyboard.type("0");
  await page.keyboard.press("Enter");
  await expect(at).toHaveText("1");
  await page.keyboard.type("12");
  await page.keyboard.press("Enter");
  await expect(entry.getByRole("alert")).toContainText("To which side: to brake side (b) or to other side (o)?");
  await expect(entry.getByRole("button", { name: "to brake side" })).toBeFocused();
  await page.keyboard.press("Tab");
  // Told from another tablet meanwhile, so that all is drawn anew: the key the hand went on to keeps the focus.
  const drawn = page.waitForResponse((r) => r.url().includes(`/api/jobs/${id}/stages/`) && r.ok());
  await put(page, id, { "hub.width": "141" });
  await drawn;
  await expect(entry.getByRole("button", { name: "to other side" })).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(entry.getByText("hop", { exact: true })).toBeVisible();
  await page.keyboard.type("7l");
  await expect(at).not.toHaveText("1");
  // A tap beside the field takes its focus; what is typed then is the figure all the same.
  await page.getByTestId("walk-spoke").click();
  await expect(entry.locator("input")).not.toBeFocused();
  await page.keyboard.type("+5");
  await page.keyboard.press("Enter");
  await expect(entry.getByText("hop", { exact: true })).toBeVisible();
  await allSent(page);
  const [round] = (await storedRounds(page, id)).rounds;
  expect([round.lateral[0], round.radial[0]]).toEqual([-0.12, -0.07]);
  expect(round.lateral.filter((v) => v !== null)).toEqual([-0.12, 0.05]);
});

test("at 5 to 40 keys a second, the record answering at once or after two seconds, every key goes where it was typed for", async ({
  page,
}) => {
  for (const [seed, rate] of [
    [1, 5],
    [2, 12],
    [3, 25],
    [4, 40],
  ] as const) {
    const luck = chance(seed);
    const id = await beginReading(page);
    await page.route("**/api/rounds/**", async (route) => {
      await new Promise((done) => setTimeout(done, luck.between(0, 2000)));
      await route.continue().catch(() => undefined);
    });
    const wanted = { lateral: [] as number[], radial: [] as number[] };
    let keys = "0b";
    for (let place = 0; place < 10; place++)
      for (const [what, plus, minus] of [
        ["lateral", "b", "o"],
        ["radial", "h", "l"],
      ] as const) {
        const size = Math.floor(luck.between(1, 60));
        const sign = luck.between(0, 1) < 0.5 ? 1 : -1;
        wanted[what].push((sign * size) / 100);
        keys += `${size}${sign > 0 ? plus : minus}`;
      }
    await page.keyboard.type(keys, { delay: 1000 / rate });
    await expect(page.getByTestId("walk-spoke")).toBeHidden();
    await page.unroute("**/api/rounds/**");
    await allSent(page);
    const [round] = (await storedRounds(page, id)).rounds;
    const read = (line: readonly (number | null)[]) => line.filter((v) => v !== null);
    expect(read(round.lateral), `${rate} a second`).toEqual(wanted.lateral);
    expect(read(round.radial), `${rate} a second`).toEqual(wanted.radial);
  }
});

test("figures and lines of the job typed ahead of a record that takes its time go each to its own; a key that strikes twice passes over nothing", async ({
  page,
}) => {
  for (const [seed, rate, longest] of [
    [5, 5, 1400],
    [6, 40, 2500],
  ] as const) {
    const luck = chance(seed);
    const id = await newJob(page);
    await page.route(/\/(measurements|jobs\/[^/]+)$/, async (route) => {
      if (route.request().method() === "GET") return route.fallback();
      await new Promise((done) => setTimeout(done, luck.between(0, longest)));
      await route.continue().catch(() => undefined);
    });
    const type = (keys: string) => page.keyboard.type(keys, { delay: 1000 / rate });
    await page.goto(`/jobs/${id}/measure`);
    await page.getByRole("tab", { name: "Rim", exact: true }).click();
    await page
      .getByRole("button", { name: /^rim height:/ })
      .first()
      .click();
    await expect(page.getByLabel("entry").locator("input")).toBeFocused();
    await type("31");
    await page.evaluate(async () => {
      const struck = [1, 2].map(() => new KeyboardEvent("keydown", { key: "Enter", bubbles: true, cancelable: true }));
      for (const key of struck) {
        document.activeElement?.dispatchEvent(key);
        await new Promise((done) => setTimeout(done));
      }
    });
    await type("2.6\n0.5\n2.4\n");
    await page.keyboard.press("Escape");

    const customer = `Customer ${id.slice(0, 6)}`;
    await page.goto(`/jobs/${id}/book-in`);
    await page.getByRole("tab", { name: "Counter", exact: true }).click();
    await page
      .getByRole("button", { name: /^customer/ })
      .first()
      .click();
    await expect(page.getByLabel("entry").locator("input")).toBeFocused();
    await type(`${customer}\n0123 45\nCurlew 175\n`);
    await expect(page.getByLabel("entry")).toContainText("which wheel");
    await page.unroute(/\/(measurements|jobs\/[^/]+)$/);
    await allSent(page);
    const measured = await (await page.request.get(`/api/jobs/${id}/stages/measure`)).json();
    const figures = Object.fromEntries(
      measured.measurements.map((m: { name: string; typed: string }) => [m.name, m.typed]),
    );
    expect(figures, `${rate} a second`).toMatchObject({
      "rim.height": "31",
      "rim.bedThickness": "2.6",
      "rim.washer": "0.5",
      "rim.headToSlot": "2.4",
    });
    expect(measured.measurements, `${rate} a second`).toHaveLength(4);
    const { told } = await (await page.request.get(`/api/jobs/${id}/stages/book-in`)).json();
    expect(told, `${rate} a second`).toMatchObject({
      customer,
      telephone: "0123 45",
      machine: "Curlew 175",
    });
  }
});
