import { expect, type Page } from "@playwright/test";
import { asks } from "./at-the-bench";
import { test } from "./patient-test";

/** What each question of a rebuild is answered with; choices by their number, sides by their key. */
const ANSWERS: Readonly<Record<string, string>> = {
  customer: "Keya Board",
  telephone: "0555 0142",
  "what is wanted": "rebuild",
  "promised for": "",
  "offset as found": "+1.5",
  "first hole after the valve": "#1",
  "which way that spoke leans": "#1",
  "heads of the trailing spokes": "#1",
  "over and under": "#1",
  "hub mark against the valve": "at the valve",
  "spacers and their order": "12, 8",
  "which way the wheel turns": "#1",
  "side to side as found": "2.1",
  "hop as found": "1,4",
  "rim holes": "36",
  "rim size": "18",
  rim: "#1",
  "rim width": "52",
  "outside diameter": "485",
  "rim height": "29",
  "bed thickness": "2.8",
  washer: "0",
  "nipple head to slot": "2.5",
  "holes off the centre line": "2",
  hub: "#1",
  spokes: "#1",
  "spacer width": '5 1/8"',
  "brake side face to flange": "32",
  "other side face to flange": "33",
  "brake side hole circle": "150",
  "other side hole circle": "150",
  "brake side spoke hole": "4",
  "other side spoke hole": "4",
  "offset wanted, from": "#1",
  "where the old spokes ended": "0",
  "crosses, brake side": "2",
  "crosses, other side": "2",
  "spoke thickness": "3.5",
  "thread pitch": "0.635",
  "tension wanted": "2200",
};
const answerTo = (question: string): string => ANSWERS[question] ?? (/^old spoke/.test(question) ? "169" : "later");

/** Answers whatever is asked until nothing more is. */
const answerAll = async (page: Page, answer: (question: string, text: string) => Promise<void>): Promise<number> => {
  const bar = page.getByLabel("entry");
  const words = async () => ((await bar.count()) === 0 ? [] : await bar.locator("p").allTextContents());
  let asked = 0;
  for (let now = await words(); now.length > 0 && asked < 60; asked++) {
    const [question, how] = now;
    // Places after the first are passed over.
    await answer(question, /^place [2-9]/.test(how) ? "later" : answerTo(question));
    await expect(async () => expect(await words()).not.toEqual(now)).toPass();
    now = await words();
    expect(now.join(" "), question).not.toMatch(/Kept|cannot|Which is right/);
  }
  return asked;
};

const isMeasured = async (page: Page) => {
  const id = page.url().match(/jobs\/([^/]+)/)?.[1];
  const wheel = await (await page.request.get(`/api/jobs/${id}/wheel-file`)).json();
  expect(wheel.rim.erd).toBeCloseTo(485 - 58 + 5.6 + 5, 6);
  expect(wheel.hub.A.toCentre).toBeCloseTo((5.125 * 25.4) / 2 - 32, 6);
  expect(wheel.offset).toBe(1.5);
  await page.goto(`/jobs/${id}/spokes`);
  for (const stage of ["Book in", "Measure"])
    await expect(page.getByRole("link", { name: new RegExp(`${stage}.*done`) })).toBeVisible();
};

test("booked in and fully measured from the keyboard alone", async ({ page }) => {
  await page.goto("/");
  const reach = async (name: RegExp, key = "Tab") => {
    for (let i = 0; i < 60; i++) {
      await page.keyboard.press(key);
      const focused = await page.evaluate(() => document.activeElement?.textContent ?? "");
      if (name.test(focused)) return;
    }
    throw new Error(`no way to ${name} by ${key}`);
  };
  await reach(/^Rebuild$/, "Shift+Tab");
  await page.keyboard.press("Enter");
  await page.waitForURL(/book-in/);
  const answer = async (question: string, text: string) => {
    await page.waitForTimeout(260);
    if (text.startsWith("#")) return page.keyboard.press(text.slice(1));
    if (text === "later" || text === "") {
      if (question === "promised for" || text === "later")
        return page.keyboard.press(question === "promised for" ? "Escape" : "Enter");
    }
    await page.keyboard.type(text);
    await page.keyboard.press("Enter");
  };
  const goThrough = async (pages: number) => {
    let asked = 0;
    for (let i = 0; i < pages; i++) {
      if (i > 0) await page.keyboard.press("PageDown");
      await page.waitForTimeout(300);
      await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
      await page.keyboard.press("Enter");
      asked += await answerAll(page, answer);
    }
    return asked;
  };
  await expect(page.getByRole("tab", { name: "Counter" })).toBeVisible();
  expect(await goThrough(2)).toBeGreaterThan(12);
  await reach(/^Measure/);
  await page.keyboard.press("Enter");
  await page.waitForURL(/measure/);
  await expect(page.getByRole("tab", { name: "Rim", exact: true })).toBeVisible();
  expect(await goThrough(4)).toBeGreaterThan(20);
  await isMeasured(page);
});

test.describe("upright", () => {
  test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true });
  test("booked in and fully measured with one finger @long", async ({ page }) => {
    await page.goto("/");
    await page.getByRole("button", { name: "Rebuild" }).tap();
    await page.waitForURL(/book-in/);
    const bar = page.getByLabel("entry");
    const answer = async (question: string, text: string) => {
      await page.waitForTimeout(260);
      if (text === "later" || text === "") return bar.getByRole("button", { name: "later" }).tap();
      if (text.startsWith("#")) {
        const choices = bar.locator("div.flex-wrap").last().getByRole("button");
        return choices.nth(Number(text.slice(1)) - 1).tap();
      }
      if (question === "rim size") return bar.getByRole("button", { name: `${text} inch` }).tap();
      const offered = bar.getByRole("button", { name: text, exact: true });
      if ((await bar.locator("input").getAttribute("inputmode")) !== "none") {
        if ((await offered.count()) > 0) return offered.tap();
        // Words are written with the tablet's own keys.
        await bar.locator("input").fill(text);
      } else
        for (const key of text.replace("+", "").replace(",", ".").replace(/ /g, "-"))
          await bar.getByRole("button", { name: key, exact: true }).tap();
      const take =
        question === "offset as found"
          ? "to brake side"
          : question === "where the old spokes ended"
            ? "past it"
            : "take";
      await bar.getByRole("button", { name: take, exact: true }).tap();
    };
    const begin = (name: RegExp) => page.getByRole("button", { name }).first().tap();
    await begin(/^customer/);
    await answerAll(page, answer);
    await page.getByRole("tab", { name: "Before the key" }).tap();
    await begin(/offset as found/);
    await asks(page, "offset as found");
    await answerAll(page, answer);
    await page.getByRole("link", { name: /Measure/ }).tap();
    await page.waitForURL(/measure/);
    for (const [tab, first] of [
      ["Rim", /^rim holes/],
      ["Hub", /^hub (not yet|full)/],
      ["Offset", /^offset wanted, from/],
      ["Old spokes", /^where the old spokes ended/],
    ] as const) {
      await page.getByRole("tab", { name: tab, exact: true }).tap();
      await begin(first);
      await answerAll(page, answer);
    }
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(820);
    for (const box of await Promise.all((await page.getByRole("button").all()).map((b) => b.boundingBox())))
      if (box) expect(Math.min(box.height, box.width)).toBeGreaterThanOrEqual(40);
    await isMeasured(page);
  });
});
