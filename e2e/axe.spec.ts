import { expect, type Page } from "@playwright/test";
import { besideAStand, DRUM_WHEEL, leaveWalk, newJob, onTheStand, put, turnTo } from "./at-the-bench";
import { byTurns, looksRight } from "./looks-right";
import { test } from "./patient-test";

const key = (page: Page, name: string | RegExp) =>
  page.getByRole("button", { name, exact: typeof name === "string" }).first();
const answer = (page: Page, name: string) => page.getByLabel("entry").getByRole("button", { name, exact: true });
const leave = async (page: Page) => {
  await leaveWalk(page);
  await expect(page.getByTestId("walk-spoke")).toHaveCount(0);
};

const readAndAdvised = async (page: Page, id: string, at: (i: number) => number) => {
  const round = crypto.randomUUID();
  await page.request.post(`/api/jobs/${id}/rounds`, { data: { id: round } });
  const data = [...Array(40).keys()].flatMap((i) =>
    ["lateral", "radial"].map((what) => ({ id: crypto.randomUUID(), what, spoke: i + 1, value: at(i), typed: "t" })),
  );
  expect((await page.request.post(`/api/rounds/${round}/readings/many`, { data })).ok()).toBe(true);
  expect((await page.request.post(`/api/rounds/${round}/advice`, { data: { jobId: id } })).ok()).toBe(true);
};

for (const [how, schemes] of [
  ["on paper or at night by turns", byTurns],
  ["on paper and at night @long", () => undefined],
] as const)
  test(`axe finds nothing serious on any screen, ${how}`, async ({ page }) => {
    test.slow();
    const { id } = await besideAStand(page, "rebuild", 5, "buckled");
    await readAndAdvised(page, id, (i) => Math.sin(i / 3));
    const wheel = (await (await page.request.get(`/api/jobs/${id}/record-links`)).json()) as {
      wheelId: string;
      customerId: string;
    };
    const places = [
      ...["/", "/diary", "/stock", "/figures", "/settings", "/put-away"],
      `/wheels/${wheel.wheelId}`,
      `/customers/${wheel.customerId}`,
      ...["/handbook", "/handbook/schools"],
      ...["book-in", "measure", "spokes", "lace", "tension", "true", "hand-back", "quote"].map(
        (s) => `/jobs/${id}/${s}`,
      ),
    ];
    for (const [n, place] of places.entries()) {
      await page.goto(place);
      await page.waitForLoadState("networkidle");
      await looksRight(page, place, schemes(n));
    }
  });

test("axe finds nothing serious in any state a walk can be in, on paper and at night @long", async ({ page }) => {
  test.slow();
  const { id } = await onTheStand(page, 5, "buckled");
  const spoke = page.getByTestId("walk-spoke");
  await page.goto(`/jobs/${id}/true`);
  await key(page, "read the wheel").click();
  await looksRight(page, "before reading");
  await answer(page, "tyre off, on a stand").click();
  await answer(page, "up to tension").click();
  await expect(spoke).toBeVisible();
  await looksRight(page, "reading: the offset");
  await key(page, "skip").click();
  await expect(page.getByLabel("entry").getByRole("paragraph").first()).toHaveText("side to side");
  await looksRight(page, "reading: side to side, the practice dial");
  await page.keyboard.type("+10");
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("entry").getByRole("paragraph").first()).toHaveText("hop");
  await page.keyboard.type("+900");
  await page.keyboard.press("Enter");
  await looksRight(page, "reading: a doubtful one");
  await leave(page);
  await key(page, "other ways").click();
  await looksRight(page, "other ways");
  await page.getByRole("button", { name: "only high and low" }).click();
  await looksRight(page, "high and low");
  await page.keyboard.press("Escape");
  await key(page, "the stand").click();
  await key(page, /turn the practice wheel/).click();
  await expect(key(page, "take every spoke")).toBeVisible();
  await looksRight(page, "the stand");
  await key(page, "take every spoke").click();
  await expect(key(page, /^turn \d+ nipples$/)).toBeVisible();
  await looksRight(page, "advised");
  await key(page, /^turn \d+ nipples$/).click();
  await expect(spoke).toBeVisible();
  await looksRight(page, "turning, the practice dials on");
  await page.keyboard.press("Space");
  await expect(page.getByText(/^2 of \d+$/)).toBeVisible();
  await key(page, "back").click();
  await expect(key(page, "undone")).toBeVisible();
  await looksRight(page, "turned already");
  await key(page, "skip").click();
  await key(page, /^all \d+ turned as told$/).click();
  await expect(page.getByText("nothing more to turn")).toBeVisible();
  await looksRight(page, "nothing more to turn");
  await leave(page);
  await turnTo(page, "Rounds");
  await key(page, /^turn the whole of round/).click();
  await expect(spoke).toBeVisible();
  await looksRight(page, "turning a round back");
  await leave(page);
  await turnTo(page, "Score");
  await expect(page.getByTestId("points")).toBeVisible();
  await looksRight(page, "score");

  await page.goto(`/jobs/${id}/tension`);
  for (const [way, what] of [
    ["by ear", "by ear"],
    ["in N", "in newtons"],
    ["by hand", "pairs squeezed"],
    ["torque", "nipple torque"],
  ]) {
    await key(page, way).click();
    await expect(spoke).toBeVisible();
    await looksRight(page, what);
    await leave(page);
  }
  await turnTo(page, "Rounds");
  await looksRight(page, "rounds of tension");

  const rebuild = await newJob(page);
  await put(page, rebuild, DRUM_WHEEL);
  await page.goto(`/jobs/${rebuild}/lace`);
  await key(page, /^lace it, spoke by spoke/).click();
  await expect(spoke).toBeVisible();
  await looksRight(page, "lacing");
  await leave(page);
  await turnTo(page, "Check");
  await key(page, "walk past the laced wheel").click();
  await expect(spoke).toBeVisible();
  await looksRight(page, "the check");
  await key(page, "it differs").click();
  await looksRight(page, "the check, where it differs");
  await page.keyboard.press("Escape");
  await leaveWalk(page);
  await page.goto(`/jobs/${rebuild}/measure`);
  await turnTo(page, "Rim on the plate");
  await key(page, "read round the rim").click();
  await expect(spoke).toBeVisible();
  await looksRight(page, "round the rim on the plate");
});

test("axe finds nothing serious where one trains: the own plan, the plans side by side, what was trained on", async ({
  page,
}) => {
  const id = await newJob(page, "practice");
  await put(page, id, DRUM_WHEEL);
  const mounted = await page.request.post(`/api/jobs/${id}/practice`, { data: { seed: 17, level: "buckle" } });
  expect(mounted.ok()).toBe(true);
  await readAndAdvised(page, id, (i) => (i < 8 ? 0.8 : 0.02 * (i % 3)));
  await page.goto(`/jobs/${id}/true`);
  await key(page, "a hint").click();
  await looksRight(page, "own plan");
  await key(page, "my plan: turn nothing").click();
  await expect(page.getByTestId("plan-own")).toBeVisible();
  await looksRight(page, "plans side by side");
  await turnTo(page, "Score");
  await expect(page.getByRole("table", { name: "trained so far" })).toBeVisible();
  await looksRight(page, "trained so far");
});
