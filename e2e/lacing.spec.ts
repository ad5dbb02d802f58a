import { expect } from "@playwright/test";
import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";
import { allSent, choose, enter, leaveWalk, newJob, put, turnTo } from "./at-the-bench";
import { test } from "./patient-test";

const FIGURES = {
  "rim.holes": "36",
  "hub.kind": "full-width",
  "hub.A.holeCircle": "150",
  "hub.B.holeCircle": "150",
  "lacing.hubMark": "at the valve",
};

test("from the bare hub to the last spoke by keyboard alone, left and resumed; the card for the wall fits one page", async ({
  page,
}) => {
  const id = await newJob(page);
  await put(page, id, FIGURES);
  await page.goto(`/jobs/${id}/lace`);
  // A full-width drum lets nothing be swung in later: all into the hub first, and no other order is offered.
  await expect(page.getByRole("button", { name: "all into the hub" })).toHaveAttribute("aria-pressed", "true");
  await expect(page.getByRole("button", { name: "flange by flange" })).toHaveCount(0);
  for (let i = 0; i < 60; i++) {
    await page.keyboard.press("Tab");
    if (await page.evaluate(() => document.activeElement?.textContent === "lace it, spoke by spoke")) break;
  }
  await page.keyboard.press("Enter");
  const step = (n: number) => expect(page.locator("header")).toContainText(`${n} of 40`);
  await step(1);
  await expect(page.getByTestId("walk-spoke")).toHaveText("–");
  const holes = new Set<string>();
  for (let n = 1; n <= 40; n++) {
    await step(n);
    const body = (await page.locator("body").textContent()) ?? "";
    const hole = /(brake|other) side.*?hub hole (\d+), head/.exec(body);
    if (n > 4) holes.add(`${(await page.getByTestId("walk-spoke").textContent()) ?? ""}`);
    if (n > 4) expect(hole).not.toBeNull();
    if (n === 17) {
      await leaveWalk(page);
      await page.reload();
      await expect(page.getByRole("button", { name: "go on at 17 of 40" })).toBeVisible();
      await page.getByRole("button", { name: "go on at 17 of 40" }).focus();
      await page.keyboard.press("Enter");
      await step(17);
    }
    const saved = page.waitForResponse((r) => r.url().includes("/acts") && r.ok());
    await page.keyboard.press("Space");
    await saved;
  }
  expect(holes.size).toBe(36);
  await expect(page.getByRole("button", { name: "walk it again" })).toBeVisible();
  await expect(page.getByRole("link", { name: /Lace.*done/ })).toBeVisible();

  const card = await page.request.get(`/api/jobs/${id}/lacing-card`);
  const pdf = await getDocument({ data: new Uint8Array(await card.body()) }).promise;
  expect(pdf.numPages).toBe(1);
  const first = await pdf.getPage(1);
  const [, , width, height] = first.view;
  const words = (await first.getTextContent()).items.flatMap((i) => ("str" in i && i.str ? [i] : []));
  // Nothing off the page, and rim holes large enough for a wall.
  for (const w of words) {
    expect(w.transform[4]).toBeGreaterThan(20);
    expect(w.transform[4] + w.width).toBeLessThan(width - 15);
    expect(w.transform[5]).toBeGreaterThan(15);
    expect(w.transform[5]).toBeLessThan(height - 15);
  }
  const numbers = words.filter((w) => /^\d+$/.test(w.str) && w.height >= 14).map((w) => Number(w.str));
  expect(new Set(numbers).size).toBeGreaterThanOrEqual(36);
});

test("the check: walked past, two spokes changed over and one missed under are named, with the fewest to move", async ({
  page,
}) => {
  const id = await newJob(page);
  await put(page, id, FIGURES);
  await page.goto(`/jobs/${id}/lace`);
  await turnTo(page, "Check");
  await page.getByRole("button", { name: "walk past the laced wheel" }).click();
  const differs = async (...what: readonly string[]) => {
    for (const w of what) {
      await page.getByRole("button", { name: "it differs" }).click();
      await page.getByLabel("entry").getByRole("button", { name: w }).click();
      // The same key within a quarter of a second is the same press; no hand says two things as fast.
      await page.waitForTimeout(270);
    }
  };
  for (let spoke = 1; spoke <= 36; spoke++) {
    await expect(page.getByTestId("walk-spoke")).toHaveText(String(spoke));
    // 14 and 18 are each in the other's hub hole: two holes on, two holes back.
    if (spoke === 14) await differs("one hub hole on", "one hub hole on");
    if (spoke === 18) await differs("one hub hole back", "one hub hole back");
    if (spoke === 23) await differs("over for under");
    const saved = page.waitForResponse((r) => r.url().includes("/acts") && r.ok());
    await page.keyboard.press("Space");
    await saved;
    if (spoke === 9) {
      await leaveWalk(page);
      await page.reload();
      await turnTo(page, "Check");
      await page.getByRole("button", { name: "go on walking past" }).click();
    }
  }
  const found = page.getByLabel("what the check found");
  await expect(found).toContainText("Move 3 spokes: 14, 18, 23");
  await expect(found).toContainText(/14 is 2 holes out at the hub: in \d+, it belongs in \d+/);
  await expect(found).toContainText(/23 (misses its under|goes under)/);
  await page.reload();
  await turnTo(page, "Check");
  await expect(found).toContainText("Move 3 spokes: 14, 18, 23");
});

test("a broken spoke: three taps from the counter, the two to copy, its length, where one lies, what the break says", async ({
  page,
}) => {
  const drawer = {
    id: crypto.randomUUID(),
    kind: "spoke",
    name: "plain wire",
    size: 170,
    diameter: 3.5,
    pitch: null,
    place: "drawer 77",
  };
  expect((await page.request.post("/api/stock", { data: drawer })).ok()).toBe(true);
  await page.request.post(`/api/stock/${drawer.id}/moves`, { data: { id: crypto.randomUUID(), change: 9 } });
  await page.goto("/");
  for (const key of ["Broken spoke", "36", "18", "full width"])
    await page.getByRole("button", { name: key, exact: true }).click();
  await page.waitForURL(/lace/);
  await expect(page.getByRole("tab", { name: "Broken spoke" })).toHaveAttribute("aria-selected", "true");
  await enter(page, /^which spoke/, "7");
  const main = page.locator("main");
  await expect(main).toContainText("copy 3 or 11: same flange, same lean, same head");
  await expect(main).toContainText("lengths are assumed: measure both pieces end to end");
  await choose(page, /^where it broke/, "at the elbow");
  await choose(page, /^has one gone before/, "yes, one before");
  await enter(page, /^both pieces, end to end/, "170");
  await expect(main).toContainText("Length 170 from the pieces");
  await expect(main).toContainText("170 plain wire: 9 in drawer 77");
  await expect(main).toContainText("Test them all by squeezing pairs, or replace the whole set");
  await expect(main).toContainText("Broken at the elbow");
  await expect(main).toContainText("note or feel of its like neighbours");
  // A key puts down what it says, whatever lengths are in at this tablet.
  await page.evaluate(() => localStorage.setItem("tall-compass-unit", "inch"));
  await page.reload();
  await page.getByRole("button", { name: "new spoke of 6.6929 inch is in, taken out of drawer 77" }).click();
  await allSent(page);
  const id = page.url().split("/").at(-2);
  const { measurements } = await (await page.request.get(`/api/jobs/${id}/stages/lace`)).json();
  expect(measurements.find((m: { name: string }) => m.name === "break.new").value).toBe(170);
});
