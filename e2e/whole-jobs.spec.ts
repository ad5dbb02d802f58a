import { expect, type Locator, type Page } from "@playwright/test";
import { allSent } from "./at-the-bench";
import { test } from "./patient-test";

// Whole jobs as a hand works them, from the list of jobs to the signed sheet; every tap and every key is counted.

/** A hand that counts what it does. */
const handOf = (page: Page) => {
  let count = 0;
  const bar = page.getByLabel("entry");
  return {
    bar,
    count: () => count,
    tap: async (what: Locator | string): Promise<void> => {
      await (typeof what === "string" ? page.getByRole("button", { name: what, exact: true }) : what).click();
      count++;
    },
    /** Keys, one by one: `12`, then Enter or the letter of a side. */
    keys: async (typed: string, then?: "Enter" | "b" | "o"): Promise<void> => {
      for (const key of [...typed, ...(then ? [then] : [])]) {
        await page.keyboard.press(key);
        count++;
      }
    },
  };
};
/** Two presses within a quarter of a second are taken for one. */
const calm = (page: Page) => page.waitForTimeout(270);

const signed = async (page: Page, hand: ReturnType<typeof handOf>): Promise<string> => {
  await page.waitForURL(/hand-back/);
  await hand.tap(page.getByRole("button", { name: /^looked at, all in order/ }));
  await allSent(page);
  await hand.tap("sign and hand back");
  await hand.tap(hand.bar.getByRole("button", { name: "sign" }));
  await expect(page.getByRole("button", { name: "sign again" })).toBeVisible();
  const sheet = page.getByLabel("the customer's sheet");
  await expect(sheet).toContainText("W. Bench");
  return (await sheet.textContent()) ?? "";
};

test.use({
  storageState: async ({ baseURL }, use) =>
    use({
      cookies: [],
      origins: [
        {
          origin: baseURL ?? "",
          localStorage: [
            { name: "tall-compass-dial", value: "1/100" },
            // Whoever works at this tablet said so once.
            { name: "tall-compass-who", value: "W. Bench" },
          ],
        },
      ],
    }),
});

test("true only, inside when it came: nine places read side to side and hop, signed, in at most 45 taps and keys", async ({
  page,
}) => {
  const hand = handOf(page);
  await page.goto("/");
  for (const key of ["True only", "36", "18", "full width"]) await hand.tap(key);
  await page.waitForURL(/true/);
  await hand.tap(hand.bar.getByRole("button", { name: "tyre off, on a stand" }));
  const spoke = page.getByTestId("walk-spoke");
  await expect(spoke).toBeVisible();
  // What is entered here shows here: the whole record is not asked for anew with every reading.
  let looks = 0;
  page.on("request", (r) => {
    if (r.url().endsWith("/stages/true")) looks++;
  });
  let places = 0;
  while (await spoke.isVisible()) {
    const at = await spoke.textContent();
    for (const what of ["side to side", "hop"]) {
      await expect(hand.bar.getByRole("paragraph").first()).toHaveText(what);
      // A few hundredths either way, and the key that carries the side.
      await hand.keys(String((places % 4) + 3));
      await hand.tap(hand.bar.getByRole("button", { name: what === "hop" ? "high" : "to brake side" }));
      await calm(page);
    }
    places++;
    await expect(spoke.filter({ hasText: new RegExp(`^${at}$`) })).toBeHidden();
  }
  expect(places).toBe(9);
  await expect(page.getByTestId("verdict")).toContainText("Inside");
  expect(looks).toBeLessThan(places);
  await hand.tap(page.getByRole("link", { name: "finished: hand back" }));
  const sheet = await signed(page, hand);
  expect(sheet).toContain("0.03 ±0.06 mm");
  // Nobody said which wheel it is, and nothing was found before it was read.
  expect(sheet).not.toContain("front wheel");
  console.log(`true only: ${hand.count()} taps and keys`);
  expect(hand.count()).toBeLessThanOrEqual(45);
});

test("a broken spoke: the new one in, brought up, high and low read, signed, in at most 40 taps and keys", async ({
  page,
}) => {
  const hand = handOf(page);
  await page.goto("/");
  for (const key of ["Broken spoke", "36", "18", "full width"]) await hand.tap(key);
  await page.waitForURL(/lace/);
  await hand.tap(page.getByRole("button", { name: /^which spoke/ }));
  await hand.keys("7", "Enter");
  await hand.tap(page.getByRole("button", { name: /^both pieces/ }));
  await hand.keys("181", "Enter");
  await hand.tap(page.getByRole("button", { name: /^new spoke of 181/ }));
  await hand.tap(page.getByRole("button", { name: /^how tight it is now/ }));
  await hand.tap(hand.bar.getByRole("button", { name: "up to its likes" }));
  await hand.tap(page.getByRole("link", { name: /^True/ }));
  await page.waitForURL(/true/);
  await hand.tap("other ways");
  await hand.tap(hand.bar.getByRole("button", { name: "tyre off, on a stand" }));
  await hand.tap(hand.bar.getByRole("button", { name: "only high and low" }));
  await hand.tap(hand.bar.getByRole("button", { name: "side to side" }));
  for (const line of ["side to side", "hop"]) {
    for (const [ask, typed] of [
      ["highest at spoke", "7"],
      ["lowest at spoke", "4"],
      ["from low to high", ".3"],
    ]) {
      await expect(hand.bar.getByRole("paragraph").first()).toContainText(`${line}: ${ask}`);
      await hand.keys(typed, "Enter");
      await calm(page);
    }
  }
  await expect(page.getByTestId("verdict")).toContainText("Inside");
  await hand.tap(page.getByRole("link", { name: "finished: hand back" }));
  await page.waitForURL(/hand-back/);
  await expect(page.getByTestId("finish-thread")).toContainText("7, the new one, is 181.0 mm");
  const sheet = await signed(page, hand);
  expect(sheet).toContain("New: spoke 7 (181.0 mm)");
  console.log(`broken spoke: ${hand.count()} taps and keys`);
  expect(hand.count()).toBeLessThanOrEqual(40);
});

test("a broken spoke put in just tight: it alone is turned, its likes are named, and its neighbours only after that", async ({
  page,
}) => {
  await page.goto("/");
  for (const key of ["Broken spoke", "36", "18", "full width"])
    await page.getByRole("button", { name: key, exact: true }).click();
  await page.waitForURL(/lace/);
  const id = page.url().match(/jobs\/([^/]+)/)?.[1] ?? "";
  const put = (name: string, typed: string) =>
    page.request.post(`/api/jobs/${id}/measurements`, { data: { id: crypto.randomUUID(), name, typed } });
  for (const [name, typed] of [
    ["break.spoke", "7"],
    ["break.pieces", "181"],
    ["break.new", "181"],
    ["true.tyre", "off"],
    ["true.play", "none"],
  ])
    expect((await put(name, typed)).ok()).toBe(true);
  const read = async (size: number) => {
    const round = crypto.randomUUID();
    await page.request.post(`/api/jobs/${id}/rounds`, { data: { id: round, kind: "true", plan: null } });
    for (let spoke = 1; spoke <= 36; spoke += 2)
      for (const what of ["lateral", "radial"]) {
        const value = Number((size * Math.cos((2 * Math.PI * (spoke - 7)) / 36)).toFixed(2));
        const data = { id: crypto.randomUUID(), what, spoke, value, typed: String(value), doubtful: false };
        expect((await page.request.post(`/api/rounds/${round}/readings`, { data })).ok()).toBe(true);
      }
    return (await page.request.post(`/api/rounds/${round}/advice`, { data: { jobId: id } })).json();
  };
  await read(0.6);
  await page.goto(`/jobs/${id}/true`);
  await expect(page.locator("main")).toContainText("7 is new, so nothing else is turned yet");
  await expect(page.locator("main")).toContainText("like 3 and 11");
  await page.getByRole("button", { name: "turn 1 nipples" }).click();
  await expect(page.getByTestId("walk-spoke")).toHaveText("7");
  await page.keyboard.press("Space");
  // The last one turned leads back to the rim, and on.
  await expect(page.getByRole("button", { name: "de-stressed: read the next round" })).toBeVisible();
  await allSent(page);
  const next = await read(0.6);
  expect(next.reasons.some((r: { code: string }) => r.code === "fresh")).toBe(false);
  expect(next.turns.filter((t: number) => t !== 0).length).toBeGreaterThan(1);
});
