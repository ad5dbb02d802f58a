import AxeBuilder from "@axe-core/playwright";
import { expect, test } from "@playwright/test";
import { DRUM_WHEEL, newJob, onTheStand, put } from "./at-the-bench";

test("axe finds nothing serious on any screen, on paper and at night", async ({ page }) => {
  test.slow();
  const { id } = await onTheStand(page, 5, "buckled");
  const round = crypto.randomUUID();
  await page.request.post(`/api/jobs/${id}/rounds`, { data: { id: round } });
  await page.request.post(`/api/rounds/${round}/readings/many`, {
    data: [...Array(40).keys()].flatMap((i) =>
      ["lateral", "radial"].map((what) => ({
        id: crypto.randomUUID(),
        what,
        spoke: i + 1,
        value: Math.sin(i / 3),
        typed: "t",
      })),
    ),
  });
  await page.request.post(`/api/rounds/${round}/advice`, { data: { jobId: id } });
  const wheel = (await (await page.request.get(`/api/jobs/${id}/record-links`)).json()) as {
    wheelId: string;
    customerId: string;
  };
  const places = [
    "/",
    "/diary",
    "/stock",
    "/settings",
    `/wheels/${wheel.wheelId}`,
    `/customers/${wheel.customerId}`,
    ...["book-in", "measure", "spokes", "lace", "tension", "true", "hand-back"].map((s) => `/jobs/${id}/${s}`),
  ];
  for (const scheme of ["light", "dark"] as const) {
    await page.emulateMedia({ colorScheme: scheme });
    for (const place of places) {
      await page.goto(place);
      await page.waitForLoadState("networkidle");
      const { violations } = await new AxeBuilder({ page }).analyze();
      const serious = violations.filter((v) => v.impact === "serious" || v.impact === "critical");
      expect(serious.map((v) => `${scheme} ${place}: ${v.id} ${v.nodes[0]?.html.slice(0, 160)}`)).toEqual([]);
    }
  }
});

test("finish: the record answers what it can, eyes the rest; slack stops the signature, what was not done prints", async ({
  page,
}) => {
  const { id } = await onTheStand(page, 8, "buckled");
  const round = crypto.randomUUID();
  await page.request.post(`/api/jobs/${id}/rounds`, { data: { id: round } });
  const read = (what: string, value: (i: number) => number) =>
    page.request.post(`/api/rounds/${round}/readings/many`, {
      data: [...Array(40).keys()].map((i) => ({
        id: crypto.randomUUID(),
        what,
        spoke: i + 1,
        value: value(i),
        typed: "t",
      })),
    });
  await read("lateral", (i) => 0.1 * Math.sin(i));
  await read("radial", (i) => 0.1 * Math.cos(i));
  await read("tension", (i) => (i === 6 ? 0 : 2200));
  await page.goto(`/jobs/${id}/hand-back`);
  await expect(page.getByTestId("finish-true").getByRole("img")).toHaveAccessibleName("in order");
  await expect(page.getByTestId("finish-slack")).toContainText("slack: 7");
  await page.getByRole("button", { name: "sign and hand back" }).click();
  await expect(page.getByRole("alert").first()).toContainText("Not signed over: no spoke slack");
  const refused = await page.request.post(`/api/jobs/${id}/sheet`, {
    data: { id: crypto.randomUUID(), signedBy: "X" },
  });
  expect(refused.status()).toBe(400);
  await read("tension", () => 2200);
  await page.reload();
  await page
    .getByTestId("finish-eyes.tape")
    .getByRole("button", { name: /not done/ })
    .click();
  await page.getByLabel("entry").getByRole("button", { name: "customer fits the tyre" }).click();
  await page.getByTestId("finish-drum").getByRole("button", { name: "not part of it" }).click();
  for (const open of await page.getByRole("img", { name: /^open$/ }).all()) void open;
  const seen = page.getByRole("button", { name: "seen", exact: true, pressed: false });
  const rows = page.locator("li[data-testid^=finish-]").filter({ has: page.getByRole("img", { name: "open" }) });
  while ((await rows.count()) > 0) {
    const saved = page.waitForResponse((r) => r.url().includes("/measurements") && r.ok());
    await rows.first().getByRole("button", { name: "seen", exact: true }).click();
    await saved;
    await page.waitForTimeout(100);
  }
  expect(await seen.count()).toBeLessThan(3);
  await page.getByRole("button", { name: "sign and hand back" }).click();
  await page.getByLabel("entry").locator("input").fill("F. Inish");
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("the customer's sheet")).toContainText(
    "Tape or band fitted: not done, because customer fits the tyre.",
  );
  await expect(page.getByLabel("the customer's sheet")).toContainText(
    "Drum round after tensioning: not part of this job.",
  );
  // It comes back: the same wheel, a new visit, what moved since it left.
  await page.getByRole("link", { name: "this wheel's history" }).click();
  await page.getByRole("button", { name: "check", exact: true }).click();
  await page.waitForURL(/true/);
  const back = /jobs\/([^/]+)/.exec(page.url())?.[1];
  const again = crypto.randomUUID();
  await put(page, back ?? "", DRUM_WHEEL);
  await page.request.post(`/api/jobs/${back}/rounds`, { data: { id: again } });
  await page.request.post(`/api/rounds/${again}/readings/many`, {
    data: [...Array(40).keys()].flatMap((i) => [
      {
        id: crypto.randomUUID(),
        what: "lateral",
        spoke: i + 1,
        value: 0.1 * Math.sin(i) + (i === 20 ? 0.5 : 0),
        typed: "t",
      },
      { id: crypto.randomUUID(), what: "radial", spoke: i + 1, value: 0.1 * Math.cos(i), typed: "t" },
      { id: crypto.randomUUID(), what: "tension", spoke: i + 1, value: 1800, typed: "t" },
    ]),
  });
  const { wheelId } = await (await page.request.get(`/api/jobs/${id}/record-links`)).json();
  await page.goto(`/wheels/${wheelId}`);
  await expect(page.getByTestId("visit")).toHaveCount(2);
  await expect(page.getByTestId("moved")).toContainText(
    /side to side moved up to 0\.50 mm \(at 21\).*tension −18 %.*came back loose/,
  );
});

test("found by mark, by customer and by a spoke's length; the diary is dragged by keyboard; settings hold", async ({
  page,
}) => {
  const id = await newJob(page);
  const name = `Zed${id.slice(0, 6)}`;
  await page.request.patch(`/api/jobs/${id}`, {
    data: { version: 1, change: { customer: `${name} Quill`, machine: "Dotterel 400", promised: "2031-01-01" } },
  });
  await put(page, id, DRUM_WHEEL);
  await page.goto("/");
  await page.keyboard.press("Control+k");
  await page.getByPlaceholder(/customer, machine/).fill(name);
  await expect(page.getByRole("option", { name: new RegExp(name) })).toBeVisible();
  await page.getByPlaceholder(/customer, machine/).fill("diary");
  await page.keyboard.press("Enter");
  await page.waitForURL(/diary/);
  const rows = page.getByTestId("diary-row");
  const last = (await rows.count()) - 1;
  expect(last).toBeGreaterThan(1);
  const moved = await rows.nth(last).getByRole("link").textContent();
  await rows.nth(last).getByRole("button", { name: /^move/ }).focus();
  await page.keyboard.press("Space");
  await page.waitForTimeout(200);
  await page.keyboard.press("ArrowUp");
  await page.waitForTimeout(200);
  const saved = page.waitForResponse((r) => r.url().includes("/api/diary/order") && r.ok());
  await page.keyboard.press("Space");
  await saved;
  await page.reload();
  await expect(rows.nth(last - 1).getByRole("link")).toHaveText(moved ?? "");
  await page.getByRole("button", { name: "order by promised day" }).click();
  await expect(rows.nth(last).getByRole("link")).toHaveText(moved ?? "");
  const ics = await page.request.get("/diary.ics");
  expect(ics.headers()["content-type"]).toContain("text/calendar");
  expect(await ics.text()).toContain("BEGIN:VEVENT");
  await page.goto("/settings");
  await page.getByRole("button", { name: /bench hours, Sat/ }).click();
  await page.getByLabel("entry").locator("input").fill("4:30");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: /bench hours, Sat/ })).toContainText("4:30");
  await page.getByRole("button", { name: /time zone/ }).click();
  await page.getByLabel("entry").locator("input").fill("Nowhere/At-all");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert").first()).toContainText(
    '"Nowhere/At-all" is no time zone; such as Europe/Berlin',
  );
  await page.keyboard.press("Escape");
  await page.request.patch("/api/settings", { data: { benchMinutes: [360, 360, 360, 360, 360, 0, 0] } });
});
