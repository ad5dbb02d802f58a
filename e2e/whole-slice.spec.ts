import { expect, type Page } from "@playwright/test";
import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";
import { totalReading } from "@/core/runout/runout";
import { readWheel } from "@/core/wheel/wheel-file";
import { hiddenWheel } from "@/devices/hidden-wheel";
import { StandInWheel } from "@/devices/stand-in-wheel";
import { choose, countHand, enter, leaveWalk, sit, turnTo } from "./at-the-bench";
import { test } from "./patient-test";

/** Goes round with the stand-in's dial in hand and types what it shows; at the keyboard alone. */
const readRound = async (page: Page, stand: StandInWheel) => {
  await expect(page.getByTestId("walk-spoke")).toBeVisible();
  for (;;) {
    const heading = page.getByTestId("walk-spoke");
    if (!(await heading.isVisible())) break;
    const spoke = Number((await heading.textContent())?.replace("–", "0"));
    const prompt = await page.getByLabel("entry").getByRole("paragraph").first().textContent();
    const offset = prompt?.startsWith("offset");
    const value = offset ? stand.readOffset() : prompt === "hop" ? stand.readRadial(spoke) : stand.readLateral(spoke);
    const figure = offset ? Math.abs(value).toFixed(2) : String(Math.round(Math.abs(value) * 100));
    await page.keyboard.type(value >= 0 ? `+${figure}` : figure);
    const stored = page.waitForResponse((r) => r.url().includes("/readings") && r.ok());
    const stop = page.locator("header span").nth(1);
    const place = await stop.textContent();
    if (value >= 0) await page.keyboard.press("Enter");
    else
      await page
        .getByLabel("entry")
        .getByRole("button", { name: offset || prompt === "side to side" ? "to plain side" : "low" })
        .click();
    await stored;
    await expect.poll(async () => (await heading.isVisible()) && (await stop.textContent())).not.toBe(place);
  }
};

test("a rebuild from the door to the customer's PDF, its taps and keys counted", async ({ page }) => {
  const hand = await countHand(page);
  const told: string[] = [];
  let before = 0;
  /** What a stage took. */
  const took = (stage: string): number => {
    const since = hand() - before;
    before = hand();
    told.push(`${stage} ${since}`);
    return since;
  };
  await page.goto("/");
  await page.getByRole("button", { name: "Rebuild" }).click();
  await page.waitForURL(/book-in/);
  await enter(page, /^customer/, "Nora Testwell");
  await enter(page, /^machine/, "Sandpiper 200");
  await turnTo(page, "Before the key");
  await enter(page, /^(lost if not taken now )?offset as found/, "1,25", "to brake side");
  await choose(page, /first hole after the valve/, "to the brake side");
  await choose(page, /which way that spoke leans/, "trailing");
  await choose(page, /heads of the trailing spokes/, "outside");
  await turnTo(page, "Wheel");
  await enter(page, /name of the other side/, "plain side");

  expect(took("book in")).toBeLessThanOrEqual(60);
  // The check values of the trade: 32 holes, ERD 604, hole circle 60, hole 2.5, 3 cross (common practice).
  await page.getByRole("link", { name: /Measure/ }).click();
  await page.waitForURL(/measure/);
  const takeAll = async (figures: readonly (readonly [string, string])[]) => {
    for (const [label, typed] of figures) await enter(page, new RegExp(`^${label}`), typed);
  };
  await takeAll([
    ["rim holes", "32"],
    ["outside diameter:", "632"],
    ["rim height:", "20"],
    ["bed thickness:", "3"],
    ["washer:", "0.5"],
    ["nipple head to slot:", "2.5"],
    ["holes off the centre line:", "0"],
    ["rim width:", "45"],
  ]);
  await expect(page.getByLabel("Effective rim diameter, outside in")).toContainText("604.00");
  await turnTo(page, "Hub");
  await takeAll([
    ["spacer width:", '8"'],
    ["brake side face to flange:", "55.6"],
    ["plain side face to flange:", "45.1"],
    ["brake side hole circle:", "60"],
    ["plain side hole circle:", "60"],
  ]);
  await turnTo(page, "end, brake side");
  await takeAll([["brake side spoke hole:", "2.5"]]);
  await turnTo(page, "end, plain side");
  await takeAll([["plain side spoke hole:", "2.5"]]);
  await turnTo(page, "Old spokes");
  await takeAll([
    ["crosses, brake side", "3"],
    ["crosses, plain side", "3"],
    ["spoke thickness", "2.6"],
    ["tension wanted", "1400"],
  ]);
  expect(took("measure")).toBeLessThanOrEqual(130);
  await page.getByRole("link", { name: /Spokes/ }).click();
  await page.waitForURL(/\/spokes/);
  const lengths = await page.getByTestId("slack").allTextContents();
  expect(lengths.sort()).toEqual(["294.2", "294.2", "296.0", "296.0"]);
  await page.getByRole("button", { name: "take these lengths" }).click();
  await expect(page.getByRole("status")).toContainText("Taken");

  expect(took("spokes")).toBeLessThanOrEqual(3);
  const download = await (
    await page.request.get(page.url().replace(/jobs\/([^/]+).*/, "api/jobs/$1/wheel-file"))
  ).json();
  const stand = new StandInWheel(readWheel(download), hiddenWheel(3, "buckled"));

  // Lace: walked by the keyboard alone, left and found again.
  await page.getByRole("link", { name: /Lace/ }).click();
  await page.getByRole("button", { name: /lace it, spoke by spoke/ }).click();
  for (let i = 0; i < 5; i++) {
    await page.keyboard.press("Space");
    await expect(page.locator("header")).toContainText(`${i + 2} of 36`);
  }
  await leaveWalk(page);
  await page.reload();
  await page.getByRole("button", { name: "go on at 6 of 36" }).click();
  for (let i = 5; i < 36; i++) {
    const saved = page.waitForResponse((r) => r.url().includes("/acts") && r.ok());
    await page.keyboard.press("Space");
    await saved;
  }
  await expect(page.getByRole("button", { name: "walk it again" })).toBeVisible();

  // One a step, and what was left and found again.
  expect(took("lace")).toBeLessThanOrEqual(36 + 4);
  // True: read, be told, turn, read again.
  await page.getByRole("link", { name: /True/ }).click();
  await page.waitForURL(/true/);
  const all = [...Array(32).keys()].map((i) => i + 1);
  const crooked = totalReading(all.map((s) => stand.trueLateral(s)));
  for (let round = 1; round <= 3; round++) {
    await page.getByRole("button", { name: /read the wheel|read the next round/ }).click();
    await sit(page);
    await readRound(page, stand);
    await expect(page.getByTestId("verdict")).toBeVisible();
    const turn = page.getByRole("button", { name: /turn \d+ nipples/ });
    if (!(await turn.isVisible())) break;
    await turn.click();
    await expect(page.getByTestId("walk-spoke")).toBeVisible();
    for (;;) {
      const heading = page.getByTestId("walk-spoke");
      if (!(await heading.isVisible())) break;
      const place = (await page.getByText(/^\d+ of \d+$/).textContent()) ?? "";
      const text = await page.locator("body").textContent();
      const spoke = Number(await heading.textContent());
      const saved = page.waitForRequest((r) => r.url().includes("/turns"));
      await page.keyboard.press("Space");
      const { turns } = (await saved).postDataJSON();
      expect(text).toContain(turns > 0 ? "tighter" : "slacker");
      stand.turn(spoke, turns);
      // The walk has gone on only when its place has: a slow answer leaves it at the last spoke.
      await expect(page.getByText(place, { exact: true })).toHaveCount(0);
    }
    stand.destress();
  }
  const after = totalReading(all.map((s) => stand.trueLateral(s)));
  expect(after).toBeLessThan(Math.min(0.5, crooked));

  took("true");
  // Hand back: signed, and the PDF read back.
  await page.getByRole("link", { name: /Hand back/ }).click();
  await page.waitForURL(/hand-back/);
  // Looked at line by line: what the record does not show is answered.
  const open = page
    .locator("li[data-testid^=finish-]")
    .filter({ has: page.getByRole("img", { name: /open|against it/ }) });
  while ((await open.count()) > 0) {
    const saved = page.waitForResponse((r) => r.url().includes("/acts") && r.ok());
    await open
      .first()
      .getByRole("button", { name: /^(seen|accepted)$/ })
      .click();
    await saved;
    await page.waitForTimeout(100);
  }
  await page.getByRole("button", { name: "sign and hand back" }).click();
  await page.getByLabel("entry").locator("input").fill("W. Bench");
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("the customer's sheet")).toContainText("W. Bench");
  took("hand back");
  console.log(`rebuild: ${hand()} taps and keys: ${told.join(", ")}`);
  const pdf = await page.request.get(page.url().replace(/jobs\/([^/]+).*/, "api/jobs/$1/sheet"));
  expect(pdf.headers()["content-type"]).toBe("application/pdf");
  const document = await getDocument({ data: new Uint8Array(await pdf.body()) }).promise;
  expect(document.numPages).toBe(2);
  const content = await (await document.getPage(1)).getTextContent();
  const text = content.items.map((i) => ("str" in i ? i.str : "")).join(" ");
  for (const words of [
    "Sandpiper 200",
    "Nora Testwell",
    "1.25 mm to brake side",
    "W. Bench",
    "service manual",
    "After the first rides",
    "32 spokes",
  ])
    expect(text).toContain(words);
});
