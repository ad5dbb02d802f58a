import { readFileSync } from "node:fs";
import { expect } from "@playwright/test";
import { allSent, leaveWalk, onTheStand, turnTo } from "./at-the-bench";
import { test } from "./patient-test";

test("forty spokes by ear on the practice wheel; calibrated, the map is within 5 % of the truth", async ({ page }) => {
  test.slow();
  const { id, stand } = await onTheStand(page, 3, "buckled");
  await page.goto(`/jobs/${id}/tension`);
  await page.getByRole("button", { name: "by ear" }).click();
  for (let spoke = 1; spoke <= 40; spoke++) {
    await expect(page.getByTestId("walk-spoke")).toHaveText(String(spoke));
    const stored = page.waitForResponse((r) => r.url().includes("/readings") && r.ok());
    await page.keyboard.press("Space");
    // A slack one is told as dead and kept by a second press.
    const keep = page.getByRole("button", { name: "slack: keep it" });
    await Promise.race([stored, keep.waitFor()]);
    if (await keep.isVisible()) await page.keyboard.press("Space");
    const reading = await stored;
    // Left in the middle and found again: the walk knows its place.
    if (spoke === 17) {
      await expect(page.getByTestId("walk-spoke")).toHaveText("18");
      await leaveWalk(page);
      await page.reload();
      await page.getByRole("button", { name: "by ear" }).click();
    }
    const sent = reading.request().postDataJSON();
    expect(sent.what).toBe("note");
    expect(sent.spoke).toBe(spoke);
  }
  await expect(page.getByTestId("walk-spoke")).toBeHidden();
  // Nothing is known in newtons yet: only cents.
  await expect(page.getByTestId("picked")).toContainText("cents");
  await expect(page.getByTestId("picked")).toContainText("somewhere");
  const pick = async (spoke: number) => {
    const rim = page.getByRole("slider", { name: "the rim laid flat" });
    while (Number(await rim.getAttribute("aria-valuenow")) !== spoke) await rim.press("ArrowRight");
  };
  // Two spokes of each kind are known by a gauge: one taken through the page, the rest as another tablet would.
  await pick(1);
  await page.getByRole("button", { name: /its tension/ }).click();
  await page.getByLabel("entry").locator("input").fill(stand.truePull(1).toFixed(0));
  await page.getByLabel("entry").getByRole("button", { name: "take", exact: true }).click();
  await expect(page.getByTestId("picked")).toContainText(/\d N/);
  await allSent(page);
  const answer = await (await page.request.get(`/api/jobs/${id}/tensions`)).json();
  const round = answer.round as string;
  for (const spoke of [2, 3, 4, 9, 10, 11, 12, 21, 22, 23, 24])
    await page.request.post(`/api/rounds/${round}/readings`, {
      data: { id: crypto.randomUUID(), what: "known", spoke, value: stand.truePull(spoke), typed: "gauge" },
    });
  const known = [1, 2, 3, 4, 9, 10, 11, 12, 21, 22, 23, 24];
  const { tensions } = await (await page.request.get(`/api/jobs/${id}/tensions`)).json();
  let compared = 0;
  let inside = 0;
  for (let spoke = 1; spoke <= 40; spoke++) {
    if (known.includes(spoke)) continue;
    const t = tensions[spoke - 1];
    expect(t.tension, `spoke ${spoke}`).not.toBeNull();
    const truth = stand.truePull(spoke);
    if (t.low <= truth && truth <= t.high) inside++;
    if (t.doubt !== null) continue;
    compared++;
    expect(Math.abs(t.tension / truth - 1), `spoke ${spoke}: ${t.tension} for ${truth}`).toBeLessThan(0.05);
  }
  expect(compared).toBeGreaterThan(12);
  expect(inside).toBeGreaterThanOrEqual(26);
});

test("a WAV of its own is heard, one that is no sound is said, the walk stays", async ({ page }) => {
  const { id } = await onTheStand(page, 3, "buckled");
  const wav = await (await page.request.get(`/api/jobs/${id}/practice/pluck?spoke=1`)).body();
  expect(wav.subarray(0, 4).toString()).toBe("RIFF");
  const wrong = await page.request.get(`/api/jobs/${id}/practice/pluck?spoke=77`);
  expect(wrong.status()).toBe(400);
  expect(await wrong.text()).toContain("77 is no spoke of this wheel; give 1 to 40");
  await page.goto(`/jobs/${id}/tension`);
  await page.getByRole("button", { name: "by ear" }).click();
  const file = page.locator('input[type="file"]');
  await file.setInputFiles({ name: "x.wav", mimeType: "audio/wav", buffer: Buffer.from("no sound at all") });
  await expect(page.getByText("this is no sound a browser can read")).toBeVisible();
  // Speech is refused in words and nothing is stored.
  await file.setInputFiles({
    name: "speech.wav",
    mimeType: "audio/wav",
    buffer: readFileSync("core/tension/ear/speech.test.wav"),
  });
  await expect(page.getByText(/not taken:/)).toBeVisible();
  await expect(page.getByTestId("walk-spoke")).toHaveText("1");
  await file.setInputFiles({ name: "1.wav", mimeType: "audio/wav", buffer: wav });
  await expect(page.getByTestId("walk-spoke")).toHaveText("2");
});

test("a gauge's table: entered, hung with a weight, read from files that are wrong in every way, and used", async ({
  page,
}) => {
  const { id, stand } = await onTheStand(page, 4, "buckled");
  await page.goto(`/jobs/${id}/tension`);
  await turnTo(page, "Gauges");
  const name = `arm ${id.slice(0, 8)}`;
  const answer = async (typed: string) => {
    await page.getByLabel("entry").locator("input").fill(typed);
    await page.keyboard.press("Enter");
    await page.waitForTimeout(300);
  };
  await page.getByRole("button", { name: "another gauge or spoke" }).click();
  await answer(name);
  await answer("3.66 plain");
  await page.getByRole("button", { name: new RegExp(name) }).click();
  await page.getByRole("button", { name: "hang a weight" }).click();
  await answer("10");
  await answer("50");
  await expect(page.getByRole("cell", { name: "490", exact: true })).toBeVisible();
  await answer("30");
  await answer("300");
  await expect(page.getByRole("cell", { name: "2942", exact: true })).toBeVisible();
  // A line against the rest is refused with both figures, and what was typed stays on the bar.
  await answer("35");
  await answer("100");
  await expect(page.getByRole("alert").first()).toContainText("from 30 to 35 the tension goes 2942");
  await page.getByRole("button", { name: "put away" }).click();
  const file = page.locator('input[type="file"]');
  const csv = async (text: string, words: RegExp) => {
    await file.setInputFiles({ name: "g.csv", mimeType: "text/csv", buffer: Buffer.from(text) });
    await expect(page.getByRole("alert").first()).toContainText(words);
    await expect(page.getByRole("cell", { name: "2942", exact: true })).toBeVisible();
  };
  await csv("", /line 1: the file is empty/);
  await csv("reading,force\n1,2\n", /line 1: missing: tension_n or .* \(found: reading, force\)/);
  await csv("reading:tension_n\n1:2\n", /line 1: missing: reading, tension_n or/);
  await csv("reading,tension_n\n10,500\n20,1200\n30,1100\n", /line 4: from 20 to 30 the tension goes 1200 to 1100/);
  await csv("reading,tension_n\n10,500\n20,abc\n30,\n", /line 3: tension_n: “abc” is not a number/);
  await csv(
    `reading,tension_n\n${[...Array(10_000).keys()].map((i) => `${i},${i * 10}`).join("\n")}`,
    /line 2002: more than 2000 lines; a gauge's table has fewer/,
  );
  // Semicolons and kgf will do.
  await file.setInputFiles({
    name: "g.csv",
    mimeType: "text/csv",
    buffer: Buffer.from("reading;tension_kgf\n10;50\n20;160,5\n30;400\n"),
  });
  await expect(page.getByText("3 lines taken")).toBeVisible();
  await expect(page.getByRole("cell", { name: "1574", exact: true })).toBeVisible();
  await turnTo(page, "Read");
  await page.getByRole("button", { name: "by gauge" }).click();
  await expect(page.getByLabel("entry").locator("input")).toBeFocused();
  await page.keyboard.type("20");
  const saved = page.waitForResponse((r) => r.url().includes("/readings") && r.ok());
  await page.keyboard.press("Enter");
  await saved;
  await expect(page.getByTestId("walk-spoke")).toHaveText("2");
  // Beyond the table it says so and keeps it only when told again, without newtons.
  await page.keyboard.type("31");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("alert").first()).toContainText("31 is beyond the table, which ends at 30 (3923 N)");
  await page.waitForTimeout(300);
  await page.keyboard.press("Enter");
  await expect(page.getByTestId("walk-spoke")).toHaveText("3");
  await allSent(page);
  const { tensions } = await (await page.request.get(`/api/jobs/${id}/tensions`)).json();
  expect(tensions[0].tension).toBeCloseTo(160.5 * 9.80665, 3);
  expect(tensions[1]).toMatchObject({ tension: null });
  expect(tensions[1].doubt).toContain("beyond the table");
  expect(stand.truePull(1)).toBeGreaterThan(0);
});

test("by hand alone, by keyboard alone: the slack spoke comes out loosest", async ({ page }) => {
  const { id, stand } = await onTheStand(page, 6, "buckled");
  stand.turn(9, -2);
  await page.goto(`/jobs/${id}/tension`);
  await page.getByRole("button", { name: "by hand" }).click();
  for (let i = 0; i < 55; i++) {
    const spoke = Number(await page.getByTestId("walk-spoke").textContent());
    const against = Number(/than (\d+)/.exec((await page.getByLabel("entry").textContent()) ?? "")?.[1]);
    if (stand.wheel.rim.firstHole === "A" && spoke % 2 === 0) break;
    const part = stand.truePull(spoke) / Math.max(1, stand.truePull(against)) - 1;
    const saved = page.waitForResponse((r) => r.url().includes("/readings") && r.ok());
    await page.keyboard.press(part > 0.1 ? "1" : part < -0.1 ? "3" : "2");
    await saved;
    await page.waitForTimeout(60);
  }
  await page.keyboard.press("Escape");
  await turnTo(page, "How even");
  await expect(page.getByTestId("felt")).toContainText(/loosest first: 9 \(slack\)/);
});

test("rounds from threads just covered: turned on the practice wheel, de-stressed, before and after shown", async ({
  page,
}) => {
  test.slow();
  const { id } = await onTheStand(page, 7, "fresh");
  await page.goto(`/jobs/${id}/tension`);
  await turnTo(page, "Rounds");
  // What is not known is not nought: it is asked.
  await expect(page.getByTestId("standing")).toContainText("nobody has read yet");
  await expect(page.getByTestId("staged")).toHaveCount(0);
  await page.getByRole("button", { name: "threads just covered, nothing tight yet" }).click();
  await expect(page.getByTestId("standing")).toContainText("0 N (threads just covered)");
  await expect(page.getByTestId("staged")).toHaveCount(4);
  await expect(page.getByTestId("staged").first()).toContainText(/tighter.*tighter/);
  await expect(page.getByTestId("wind-up")).toContainText(/twist (no more than|1\/\d+ to) 1\/\d+ of a turn/);
  const before = await (await page.request.get(`/api/jobs/${id}/practice/pluck?spoke=5`)).body();
  await page.getByRole("button", { name: "round to 50 %, from the valve" }).click();
  for (let spoke = 1; spoke <= 40; spoke++) {
    await expect(page.getByTestId("walk-spoke")).toHaveText(String(spoke));
    const saved = page.waitForResponse((r) => r.url().includes("/turns") && r.ok());
    await page.keyboard.press("Space");
    await saved;
    if (spoke === 11) {
      await leaveWalk(page);
      await page.reload();
      await turnTo(page, "Rounds");
      await page.getByRole("button", { name: "go on at 12 of 40" }).click();
    }
  }
  await page.getByRole("button", { name: "de-stressed" }).click();
  await expect(page.getByText("De-stressed: read again")).toBeVisible();
  await allSent(page);
  const after = await (await page.request.get(`/api/jobs/${id}/practice/pluck?spoke=5`)).body();
  expect(Buffer.compare(before, after)).not.toBe(0);
  await turnTo(page, "How tight");
  await expect(page.getByRole("img", { name: /between floor and ceiling/ })).toBeVisible();
  await expect(page.getByText(/takes \d+ N off the worst placed spoke/)).toBeVisible();
  await turnTo(page, "Under load");
  await expect(page.getByTestId("load")).toContainText("Nearest to slack");
  const slider = page.getByRole("slider", { name: /tension/ });
  await slider.focus();
  await page.keyboard.press("Home");
  await expect(page.getByTestId("load")).toContainText("Slack:");
});

test("a tablet set to kgf says and takes every tension in it; the record keeps newtons, and a figure says itself what it is in", async ({
  page,
}) => {
  await page.addInitScript(() => localStorage.setItem("tall-compass-force", "kgf"));
  const { id, stand } = await onTheStand(page, 4, "buckled");
  const told = async (): Promise<number> => {
    const { measurements } = await (await page.request.get(`/api/jobs/${id}/stages/tension`)).json();
    return measurements.findLast((m: { name: string }) => m.name === "tension.target").value;
  };
  const kgf = (newton: number) => Math.round(newton / 9.80665);
  await page.goto(`/jobs/${id}/tension`);
  await turnTo(page, "How tight");
  const target = page.getByRole("button", { name: /^tension wanted/ });
  const tell = async (typed: string) => {
    await target.click();
    await page.getByLabel("entry").locator("input").fill(typed);
    await page.keyboard.press("Enter");
    await allSent(page);
  };
  await tell("204");
  await expect(target).toContainText("204 kgf");
  expect(await told()).toBeCloseTo(204 * 9.80665, 6);
  await tell("2100 N");
  await expect(target).toContainText("214.1 kgf");
  expect(await told()).toBe(2100);
  // The key under the band puts down newtons, as the band is worked out in them.
  const aim = page.getByRole("button", { name: /^work to \d+ kgf instead of 214/ });
  const said = Number(/work to (\d+)/.exec((await aim.textContent()) ?? "")?.[1]);
  await aim.click();
  await allSent(page);
  expect(kgf(await told())).toBe(said);
  // By hand in the walk, and on the stand while the wheel is read: the same gauge, the same figure.
  await turnTo(page, "Read");
  await page.getByRole("button", { name: "in kgf" }).click();
  const typed = stand.truePull(1) / 9.80665;
  const entry = page.getByLabel("entry").locator("input");
  for (const [wrong, why] of [
    ["9999999", /cannot be read here/],
    ["80 mm", /is no tension/],
  ] as const) {
    await entry.fill(wrong);
    await page.keyboard.press("Enter");
    await expect(page.getByRole("alert").filter({ hasText: why })).toBeVisible();
    await expect(page.getByTestId("walk-spoke")).toHaveText("1");
  }
  await entry.fill(typed.toFixed(1));
  await page.keyboard.press("Enter");
  await expect(page.getByTestId("walk-spoke")).toHaveText("2");
  await leaveWalk(page);
  await allSent(page);
  await expect(page.getByTestId("picked")).toContainText(`${kgf(stand.truePull(1))} kgf`);
  await page.goto(`/jobs/${id}/true`);
  await expect(page.locator("main")).toContainText(`${kgf(stand.truePull(1))} kgf`);
});
