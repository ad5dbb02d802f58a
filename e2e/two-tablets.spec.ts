import { expect } from "@playwright/test";
import { allSent, newJob, put } from "./at-the-bench";
import { test } from "./patient-test";

test("two tablets: different lines both succeed, the same line shows both and asks; a lost server loses nothing", async ({
  browser,
  request,
}) => {
  const id = crypto.randomUUID();
  await request.post("/api/jobs", { data: { id, kind: "rebuild" } });
  const [one, two] = await Promise.all([browser.newPage(), browser.newPage()]);
  await Promise.all([one.goto(`/jobs/${id}/book-in`), two.goto(`/jobs/${id}/book-in`)]);
  const takeUp = async (page: typeof one, label: RegExp, text: string) => {
    await page.getByRole("button", { name: label }).first().click();
    await page.getByLabel("entry").locator("input").fill(text);
  };
  const type = async (page: typeof one, label: RegExp, text: string) => {
    await takeUp(page, label, text);
    await page.keyboard.press("Enter");
  };
  // Taken up on both before either is done: what one puts down then stands on the other within a second, unseen by its hand.
  await takeUp(two, /^customer/, "From the second");
  await type(one, /^customer/, "From the first");
  await expect(one.getByRole("button", { name: /^customer From the first/ })).toBeVisible();
  // It stands there, and what is being typed over it is not swept away.
  await expect(two.getByRole("button", { name: /^customer From the first/ })).toBeVisible();
  await expect(two.getByLabel("entry").locator("input")).toHaveValue("From the second");
  await two.keyboard.press("Enter");
  await expect(two.getByRole("alert").first()).toBeVisible();
  await expect(two.getByRole("button", { name: "there: From the first" })).toBeVisible();
  await two.getByRole("button", { name: "here: From the second" }).click();
  await expect(two.getByRole("button", { name: /^customer From the second/ })).toBeVisible();

  // One dimension taken on both: both values are shown on both, and one is chosen.
  await Promise.all([one.goto(`/jobs/${id}/measure`), two.goto(`/jobs/${id}/measure`)]);
  await takeUp(two, /^rim height:/, "29");
  await type(one, /^rim height:/, "31");
  await expect(one.getByRole("button", { name: "rim height: 31" })).toBeVisible();
  await two.keyboard.press("Enter");
  await expect(two.getByRole("alert").first()).toContainText("Which is right?");
  await one.reload();
  await expect(one.getByText(/taken twice at once: 31 and 29/)).toBeVisible();
  await two.getByRole("button", { name: "there: 31" }).click();
  await expect(two.getByRole("button", { name: "rim height: 31" })).toBeVisible();
  // A record that takes its time: the hand goes on to the next, and is asked all the same, as soon as it is known.
  await two.route(/measurements$/, async (route) => {
    await new Promise((done) => setTimeout(done, 2500));
    await route.continue();
  });
  await takeUp(two, /^outside diameter/, "610");
  await type(one, /^outside diameter/, "612");
  await expect(two.getByRole("button", { name: /^outside diameter:? 612/ })).toBeVisible();
  await two.keyboard.press("Enter");
  await expect(two.getByLabel("entry")).toContainText("place 2 of 3");
  await expect(two.getByText(/outside diameter.*: changed elsewhere meanwhile/)).toBeVisible();
  await expect(two.getByText("cannot be reached")).toHaveCount(0);
  await two.unroute(/measurements$/);
  await two.getByRole("button", { name: "there: 612" }).click();
  await expect(two.getByText("changed elsewhere")).toHaveCount(0);
  await expect(one.getByRole("button", { name: /^outside diameter:? 612/ })).toBeVisible();

  // Different dimensions at the same moment both succeed, and nobody is asked.
  await Promise.all([type(one, /^bed thickness:/, "2.6"), type(two, /^nipple head to slot:/, "2.4")]);
  await expect(one.getByRole("button", { name: "bed thickness: 2.6" })).toBeVisible();
  await expect(two.getByRole("button", { name: "nipple head to slot: 2.4" })).toBeVisible();
  await two.reload();
  for (const name of ["bed thickness: 2.6", "nipple head to slot: 2.4", "rim height: 31"])
    await expect(two.getByRole("button", { name })).toBeVisible();
  await expect(two.getByText(/taken twice at once/)).toHaveCount(0);
  await Promise.all([one.goto(`/jobs/${id}/book-in`), two.goto(`/jobs/${id}/book-in`)]);
  await one.getByRole("tab", { name: "Before the key" }).click();
  await one.getByRole("button", { name: /more, not yet taken/ }).click();

  // Figures are append-only: both are kept, the newest counts.
  await type(one, /spacers and their order/, "12, then 8");
  await two.getByRole("tab", { name: "Wheel" }).click();
  await two.getByRole("button", { name: /more, not yet taken/ }).click();
  await type(two, /other marks/, "rust at the weld");
  await one.reload();
  await one.getByRole("tab", { name: "Before the key" }).click();
  await expect(one.getByRole("button", { name: /spacers.*12, then 8/ })).toBeVisible();
  await expect(two.getByRole("button", { name: /other marks.*rust at the weld/ })).toBeVisible();
  await one.getByRole("button", { name: /more, not yet taken/ }).click();

  // The server away: the figure is kept in the browser and sent when it answers again.
  await one.route("**/api/**", (route) => route.abort());
  await type(one, /side to side as found/, "2.5");
  await expect(one.getByRole("alert").first()).toContainText("cannot be reached");
  await one.unroute("**/api/**");
  await type(one, /hop as found/, "1.5");
  await allSent(one);
  // Said as long as it is so.
  await expect(one.getByText("cannot be reached")).toHaveCount(0);
  await expect(one.getByRole("button", { name: /hop as found.*1.5/ })).toBeVisible();
  await two.reload();
  await two.getByRole("tab", { name: "Before the key" }).click();
  await expect(two.getByRole("button", { name: /side to side as found.*2.5/ })).toBeVisible();
  await expect(two.getByRole("button", { name: /hop as found.*1.5/ })).toBeVisible();
});

test("a reading from the other tablet between the look and the name: the sheet is shown anew, and asked again", async ({
  page,
}) => {
  const id = await newJob(page, "check-only");
  await put(page, id, { "rim.holes": "40", "true.tyre": "off", "true.play": "none" });
  const read = async (total: number) => {
    const round = crypto.randomUUID();
    await page.request.post(`/api/jobs/${id}/rounds`, { data: { id: round } });
    const data = [...Array(20).keys()].flatMap((i) =>
      ["lateral", "radial"].map((what) => ({
        ...{ id: crypto.randomUUID(), what, spoke: 2 * i + 1, typed: "t" },
        value: (total / 2) * Math.cos((Math.PI * i) / 10),
      })),
    );
    expect((await page.request.post(`/api/rounds/${round}/readings/many`, { data })).ok()).toBe(true);
  };
  await read(0.2);
  await page.goto(`/jobs/${id}/hand-back`);
  await page.getByRole("button", { name: /^looked at, all in order/ }).click();
  await expect(page.getByRole("img", { name: "open" })).toHaveCount(0);
  await page.getByRole("button", { name: "sign and hand back" }).click();
  const entry = page.getByLabel("entry");
  await entry.locator("input").fill("W. Bench");
  const sheet = page.getByLabel("the customer's sheet");
  await expect(sheet).toContainText("0.20 ±0.06 mm");
  await allSent(page);
  // The page is at its answers; then the other tablet reads.
  await page.waitForTimeout(1200);
  await read(0.4);
  await entry.getByRole("button", { name: "sign" }).click();
  await expect(entry.getByRole("alert")).toContainText("The record went on meanwhile");
  await expect(sheet).toContainText("0.40 ±0.06 mm");
  await expect(page.getByRole("button", { name: "sign again" })).toHaveCount(0);
  await page.waitForTimeout(300);
  await entry.getByRole("button", { name: "sign" }).click();
  await expect(page.getByRole("button", { name: "sign again" })).toBeVisible();
  await expect(sheet).toContainText("W. Bench");
});
