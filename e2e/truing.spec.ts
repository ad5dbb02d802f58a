import { expect, type Page } from "@playwright/test";
import { totalReading } from "@/core/runout/runout";
import type { StandInWheel } from "@/devices/stand-in-wheel";
import { allSent, asks, leaveWalk, onTheStand, put, readingSent, sit, tell, turnTo } from "./at-the-bench";
import { test } from "./patient-test";

const all = [...Array(40).keys()].map((i) => i + 1);
const roundsOf = (page: Page, id: string) =>
  allSent(page)
    .then(() => page.request.get(`/api/jobs/${id}/rounds`))
    .then(async (r) => (await r.json()) as RoundsAnswer);
interface RoundsAnswer {
  readonly rounds: readonly {
    readonly lateral: readonly (number | null)[];
    readonly radial: readonly (number | null)[];
    readonly turns: readonly number[];
  }[];
}

/** What a walk asks now, empty when it is over; in one look: it may be gone before a second question about it is answered. */
const askedNow = (page: Page) =>
  page.evaluate(() =>
    document.querySelector('[data-testid="walk-spoke"]')
      ? ["header span:nth-of-type(2)", '[data-testid="walk-spoke"]', '[aria-label="entry"] p']
          .map((q) => document.querySelector(q)?.textContent)
          .join(" ")
      : "",
  );

/** Reads on from where the walk stands with the stand-in's dials, tapping the keys; counts every tap. */
const tapRound = async (
  page: Page,
  stand: StandInWheel,
  zero = { lateral: 0, radial: 0 },
  stops = 999,
): Promise<number> => {
  let taps = 0;
  const entry = page.getByLabel("entry");
  for (let i = 0; i < stops; i++) {
    await expect(page.getByTestId("walk-spoke").or(page.getByTestId("verdict"))).toBeVisible();
    if (!(await page.getByTestId("walk-spoke").isVisible())) break;
    const spoke = Number((await page.getByTestId("walk-spoke").textContent())?.replace("–", "0"));
    const prompt = (await entry.getByRole("paragraph").first().textContent()) ?? "";
    const place = await askedNow(page);
    const asksOffset = prompt.startsWith("offset");
    const value = asksOffset
      ? stand.readOffset()
      : prompt === "hop"
        ? stand.readRadial(spoke) + zero.radial
        : stand.readLateral(spoke) + zero.lateral;
    const figure = asksOffset ? Math.abs(value).toFixed(1) : String(Math.round(Math.abs(value) * 100));
    for (const key of figure) {
      await entry.getByRole("button", { name: key, exact: true }).click();
      taps++;
    }
    const side = prompt === "hop" ? (value >= 0 ? "high" : "low") : value >= 0 ? "to brake side" : "to other side";
    await entry.getByRole("button", { name: side }).click();
    taps++;
    await expect(async () => expect(await askedNow(page)).not.toBe(place)).toPass();
  }
  return taps;
};

/** Taps the strip where the stand-in's needle stands, until the wheel is read. */
const tapNeedles = async (page: Page, stand: StandInWheel): Promise<number> => {
  let taps = 0;
  const entry = page.getByLabel("entry");
  for (let i = 0; i < 200; i++) {
    await expect(page.getByTestId("walk-spoke").or(page.getByTestId("verdict"))).toBeVisible();
    if (!(await page.getByTestId("walk-spoke").isVisible())) break;
    const spoke = Number((await page.getByTestId("walk-spoke").textContent())?.replace("–", "0"));
    const prompt = (await entry.getByRole("paragraph").first().textContent()) ?? "";
    const place = await askedNow(page);
    if (prompt.startsWith("offset")) {
      await entry.getByRole("button", { name: "0", exact: true }).click();
      await entry.getByRole("button", { name: "to brake side" }).click();
      taps += 2;
    } else {
      const value = prompt === "hop" ? stand.readRadial(spoke) : stand.readLateral(spoke);
      const strip = page.getByTestId("needle-strip");
      const reach = Number(await strip.getAttribute("data-reach"));
      const box = await strip.boundingBox();
      if (!box) throw new Error("no strip to tap");
      if (Math.abs(value) <= reach) {
        // By place within the strip, which waits until it stands still.
        await strip.click({ position: { x: box.width * (0.5 + (value / reach) * (560 / 1200)), y: 30 } });
        taps++;
      } else {
        // Off the strip: the keys.
        for (const key of String(Math.round(Math.abs(value) * 100))) {
          await entry.getByRole("button", { name: key, exact: true }).click();
          taps++;
        }
        const toA = prompt === "hop" ? ["high", "low"] : ["to brake side", "to other side"];
        await entry.getByRole("button", { name: toA[value > 0 ? 0 : 1] }).click();
        taps++;
      }
    }
    await expect(async () => expect(await askedNow(page)).not.toBe(place)).toPass();
  }
  return taps;
};

test("a whole default round of forty spokes, read by needle and turned, takes at most 60 taps", async ({ page }) => {
  test.slow();
  const { id, stand } = await onTheStand(page, 15, "buckled");
  await page.goto(`/jobs/${id}/true`);
  await page.getByRole("button", { name: "read the wheel" }).click();
  await sit(page);
  let taps = 1 + (await tapNeedles(page, stand));
  await expect(page.getByTestId("verdict")).toBeVisible();
  const { rounds: read } = await roundsOf(page, id);
  // What was tapped is what the dial stood at, to the width of a finger's pixel and the noise of a reading.
  const known = read[0].lateral.flatMap((v, i) => (v === null ? [] : [{ v, truth: stand.trueLateral(i + 1) }]));
  expect(known).toHaveLength(10);
  for (const k of known) expect(Math.abs(k.v - k.truth)).toBeLessThan(0.1);
  await page.getByRole("button", { name: /^turn \d+ nipples$/ }).click();
  taps++;
  for (let i = 0; i < 60; i++) {
    await expect(page.getByTestId("walk-spoke").or(page.getByTestId("verdict"))).toBeVisible();
    if (!(await page.getByTestId("walk-spoke").isVisible())) break;
    const place = await askedNow(page);
    await page.getByRole("button", { name: "done", exact: true }).click();
    taps++;
    await expect(async () => expect(await askedNow(page)).not.toBe(place)).toPass();
  }
  const { rounds } = await roundsOf(page, id);
  expect(rounds[0].turns.filter((t) => t !== 0).length).toBeGreaterThan(5);
  expect(taps).toBeLessThanOrEqual(60);
});

test("a default round of forty spokes is read in at most 60 taps of the keys", async ({ page }) => {
  test.slow();
  const { id, stand } = await onTheStand(page, 12, "buckled");
  await page.goto(`/jobs/${id}/true`);
  await page.getByRole("button", { name: "read the wheel" }).click();
  await sit(page);
  const taps = await tapRound(page, stand);
  await expect(page.getByTestId("verdict")).toBeVisible();
  expect(taps).toBeLessThanOrEqual(60);
  expect(taps).toBeGreaterThan(20);
  const { rounds } = await roundsOf(page, id);
  expect(rounds[0].lateral.flatMap((v, i) => (v === null ? [] : [i + 1]))).toEqual([
    1, 5, 9, 13, 17, 21, 25, 29, 33, 37,
  ]);

  // The place that would tell most is offered; it is read alone, into the same round, and the advice made anew.
  const offer = page.getByRole("button", { name: /would tell most/ });
  const place = Number((await offer.textContent())?.match(/\d+/)?.[0]);
  expect([1, 5, 9, 13, 17, 21, 25, 29, 33, 37]).not.toContain(place);
  await offer.click();
  await page.getByRole("button", { name: `read ${place}`, exact: true }).click();
  await tapRound(page, stand);
  await expect(page.getByTestId("verdict")).toBeVisible();
  const after = (await roundsOf(page, id)).rounds;
  expect(after).toHaveLength(1);
  expect(after[0].lateral[place - 1]).not.toBeNull();
  expect(after[0].radial[place - 1]).not.toBeNull();
});

test("three sittings, the dial re-zeroed between them, end as one sitting does", async ({ page }) => {
  test.slow();
  const { id, stand } = await onTheStand(page, 13, "buckled");
  const other = await onTheStand(page, 14, "buckled");
  /** Another wheel is walked in between: this one was left. */
  const callAway = async () => {
    await page.goto(`/jobs/${other.id}/true`);
    await page.getByRole("button", { name: /read the wheel|go on reading/ }).click();
    await sit(page);
    await expect(page.getByTestId("walk-spoke")).toBeVisible();
    await leaveWalk(page);
    await page.goto(`/jobs/${id}/true`);
  };
  await page.goto(`/jobs/${id}/true`);
  await page.getByRole("button", { name: "read the wheel" }).click();
  await sit(page);
  await tapRound(page, stand, { lateral: 0, radial: 0 }, 9);
  await callAway();
  const zeros = [
    { lateral: 0.4, radial: -0.25 },
    { lateral: -0.3, radial: 0.5 },
  ];
  for (const [i, zero] of zeros.entries()) {
    await page.getByRole("button", { name: "go on reading" }).click();
    await expect(page.getByText("once more")).toBeVisible();
    // Two places of each are asked again; then it goes on where it was.
    for (let k = 0; k < 4; k++) {
      await tapRound(page, stand, zero, 1);
      if (!(await page.getByText("once more").isVisible())) break;
    }
    await tapRound(page, stand, zero, i === 0 ? 6 : 999);
    if (i === 0) await callAway();
  }
  await expect(page.getByTestId("verdict")).toBeVisible();
  const { rounds } = await roundsOf(page, id);
  const read = rounds[0];
  for (const what of ["lateral", "radial"] as const) {
    const off = read[what].flatMap((v, i) =>
      v === null ? [] : [v - (what === "lateral" ? stand.trueLateral(i + 1) : stand.trueRadial(i + 1))],
    );
    expect(off.length).toBe(10);
    // As one sitting leaves it: the dial's noise, and the weld where one is read.
    const inside = off.filter((v) => Math.abs(v) < 0.13);
    expect(inside.length, `${what} ${off.map((v) => v.toFixed(2)).join(" ")}`).toBeGreaterThanOrEqual(9);
  }
});

test("the live stand trues the wheel from freshly laced to within 0.3 mm, turns confirmed one by one @long", async ({
  page,
}) => {
  const { id, stand } = await onTheStand(page, 58, "fresh");
  await page.request.post(`/api/jobs/${id}/measurements`, {
    data: { id: crypto.randomUUID(), name: "true.tight", typed: "0.15" },
  });
  await tell(page, id, { tolerance: "show" });
  await page.goto(`/jobs/${id}/true`);
  let after = 9;
  for (let round = 1; round <= 5; round++) {
    await page.getByRole("button", { name: "the stand" }).click();
    if (round === 1) {
      await page.getByLabel("entry").getByRole("button", { name: "tyre off, on a stand" }).click();
    }
    await page.getByRole("button", { name: /turn the practice wheel/ }).click();
    await page.getByRole("button", { name: "take every spoke" }).click();
    await expect(page.getByTestId("verdict")).toBeVisible();
    const turn = page.getByRole("button", { name: /turn \d+ nipples/ });
    const verdict = await page.getByTestId("verdict").textContent();
    if (verdict?.startsWith("Inside") || !(await turn.isVisible())) break;
    await turn.click();
    for (;;) {
      await expect(page.getByTestId("walk-spoke").or(page.getByTestId("verdict"))).toBeVisible();
      if (!(await page.getByTestId("walk-spoke").isVisible())) break;
      const heading = await page.getByTestId("walk-spoke").textContent();
      const saved = page.waitForResponse((r) => r.url().includes("/turns") && r.ok());
      await page.keyboard.press("Space");
      const { spoke, turns } = (await saved).request().postDataJSON();
      expect(Number(heading)).toBe(spoke);
      stand.turn(spoke, turns);
      await expect(page.getByTestId("walk-spoke").filter({ hasText: new RegExp(`^${heading}$`) })).toBeHidden();
    }
    stand.destress();
  }
  // The test's own wheel had the same turns: no noise, no weld, no page in between.
  after = Math.max(
    totalReading(all.map((s) => stand.trueLateral(s))),
    totalReading(all.map((s) => stand.trueRadial(s))),
  );
  expect(after).toBeLessThan(0.3);
  await turnTo(page, "Rounds");
  await expect(page.getByTestId("round-row").nth(1)).toBeVisible();
});

test("a dial knocked half way round is named and mended; a stuck nipple is held; a dragged turn answers; a round is taken back", async ({
  page,
}) => {
  const { id, stand } = await onTheStand(page, 31, "buckled");
  const round = crypto.randomUUID();
  await page.request.post(`/api/jobs/${id}/rounds`, { data: { id: round } });
  const readings = all.flatMap((s) => [
    { what: "lateral", spoke: s, value: stand.trueLateral(s) + (s > 17 ? 0.7 : 0) },
    { what: "radial", spoke: s, value: stand.trueRadial(s) },
    { what: "tension", spoke: s, value: stand.truePull(s) },
  ]);
  const stored = await page.request.post(`/api/rounds/${round}/readings/many`, {
    data: readings.map((r) => ({ id: crypto.randomUUID(), typed: "test", ...r })),
  });
  expect(stored.ok(), await stored.text()).toBe(true);
  await page.request.post(`/api/rounds/${round}/advice`, { data: { jobId: id } });
  await page.goto(`/jobs/${id}/true`);
  const wrong = page.getByRole("region", { name: "looks wrong" });
  await expect(wrong).toContainText(/from spoke 1[78] on everything stands 0\.\d+ mm up.*the dial looks knocked/);
  await wrong.getByRole("button", { name: "take it so" }).click();
  await expect(wrong).toBeHidden();
  const { rounds } = await roundsOf(page, id);
  const off = rounds[0].lateral.map((v, i) => (v ?? 0) - stand.trueLateral(i + 1));
  expect(Math.max(...off) - Math.min(...off)).toBeLessThan(0.3);

  // A nipple dragged upwards tightens, and the dashed line follows.
  const rim = page.getByRole("slider", { name: "the rim laid flat" });
  const box = await rim.boundingBox();
  if (!box) throw new Error("no rim");
  const before = await page.getByTestId("becomes").textContent();
  const x = box.x + 58 + (box.width - 74) * (19.5 / 40);
  await page.mouse.move(x, box.y + box.height * 0.49);
  await page.mouse.down();
  await page.mouse.move(x, box.y + box.height * 0.49 - 84, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByTestId("becomes")).not.toHaveText(before ?? "");
  await page.getByRole("button", { name: "1/16 tighter" }).click();
  await expect(page.getByTestId("picked-turn")).toContainText("tighter");

  // Won't turn: held, said, and the rest worked out again.
  await page.getByRole("button", { name: /turn \d+ nipples/ }).click();
  const stuck = Number(await page.getByTestId("walk-spoke").textContent());
  await page.getByRole("button", { name: "won't turn" }).click();
  await expect(page.getByTestId("walk-spoke")).not.toHaveText(String(stuck));
  for (let i = 0; i < 3; i++) {
    const saved = page.waitForResponse((r) => r.url().includes("/turns") && r.ok());
    await page.keyboard.press("Space");
    await saved;
    await page.waitForTimeout(80);
  }
  // Back shows what was done; its key takes it out, and doing it again is no second turn. A key with the focus is the one
  // that is pressed.
  const turnsNow = async () => (await roundsOf(page, id)).rounds[0].turns;
  const stood = await turnsNow();
  await page.keyboard.press("ArrowLeft");
  const back = Number(await page.getByTestId("walk-spoke").textContent());
  await expect(page.getByText("This turn is in the record")).toBeVisible();
  await page.getByRole("button", { name: "skip" }).focus();
  await page.keyboard.press("Enter");
  await expect(page.getByTestId("walk-spoke")).not.toHaveText(String(back));
  expect(await turnsNow()).toEqual(stood);
  await page.getByRole("button", { name: "back", exact: true }).click();
  await expect(page.getByTestId("walk-spoke")).toHaveText(String(back));
  await page.keyboard.press("Enter");
  await expect(page.locator("body")).toContainText("turn it back as well");
  await expect(async () => expect((await turnsNow())[back - 1]).toBe(0)).toPass();
  await page.getByRole("button", { name: "done", exact: true }).click();
  await expect(async () => expect(await turnsNow()).toEqual(stood)).toPass();
  await page.keyboard.press("Escape");
  await turnTo(page, "Rounds");
  await expect(page.getByTestId("stuck")).toContainText(`Won't turn: ${stuck}`);
  // Walked nipple by nipple the other way, left after one and gone on with: the rest of it, and no other.
  const made = (await roundsOf(page, id)).rounds[0].turns.flatMap((t, i) => (t === 0 ? [] : [{ spoke: i + 1, t }]));
  expect(made.length).toBeGreaterThan(2);
  const turnBack = async ({ spoke, t }: (typeof made)[number]) => {
    await expect(page.getByTestId("walk-spoke")).toHaveText(String(spoke));
    await expect(page.locator("body")).toContainText(t > 0 ? "slacker" : "tighter");
    const saved = page.waitForResponse((r) => r.url().includes("/turns") && r.ok());
    await page.getByRole("button", { name: "done", exact: true }).click();
    expect((await saved).request().postDataJSON()).toMatchObject({ spoke, turns: -t });
  };
  await page.getByRole("button", { name: "turn the whole of round 1 back" }).click();
  await turnBack(made[0]);
  await expect(page.getByTestId("walk-spoke")).toHaveText(String(made[1].spoke));
  await leaveWalk(page);
  await page.reload();
  await turnTo(page, "Rounds");
  await page.getByRole("button", { name: "turn the whole of round 1 back" }).click();
  for (const m of made.slice(1)) await turnBack(m);
  await expect(page.getByText("turn the whole of round 1 back")).toHaveCount(0);
  expect((await roundsOf(page, id)).rounds[0].turns.every((t) => Math.abs(t) < 1e-9)).toBe(true);
});

test("high and low alone are enough to begin; every way of working says what it costs; a bad trace is refused by line", async ({
  page,
}) => {
  const { id } = await onTheStand(page, 41, "buckled");
  await page.goto(`/jobs/${id}/true`);
  await page.getByRole("button", { name: "other ways" }).click();
  await sit(page);
  await page.getByRole("button", { name: "only high and low" }).click();
  await page.getByLabel("entry").getByRole("button", { name: "side to side" }).click();
  for (const typed of ["7", "27", "30thou", "12", "33", "0,6"]) {
    await page.getByLabel("entry").locator("input").fill(typed);
    await page.keyboard.press("Enter");
    await page.waitForTimeout(320);
  }
  await expect(page.getByTestId("verdict")).toBeVisible();
  await expect(page.getByTestId("tir-lateral")).toHaveText("0.76 ±0.06");
  await turnTo(page, "Rounds");
  await expect(page.getByTestId("ahead")).toContainText(/this round included: .*round.*nipples, about \d+/);
  await turnTo(page, "How true");
  await expect(page.getByTestId("front")).toContainText(/the best to be had is/);
  await page.getByRole("button", { name: "pairs only" }).click();
  await expect(page.getByTestId("school")).toContainText(/as much off as on.*(costs nothing|mm more|mm less)/);
  await turnTo(page, "The rim");
  await page.getByRole("button", { name: "the stand" }).click();
  await page.locator('input[type="file"]').setInputFiles({
    name: "t.csv",
    mimeType: "text/csv",
    buffer: Buffer.from("angle_deg,lateral_mm\n0,0.1\n10,abc\n"),
  });
  await expect(page.getByRole("alert").first()).toContainText("line 3: lateral_mm: “abc” is not a number");
  const turn = [...Array(360).keys()].map((a) => `${a},${(0.4 * Math.cos((2 * Math.PI * a) / 180)).toFixed(3)},0`);
  await page.locator('input[type="file"]').setInputFiles({
    name: "t.csv",
    mimeType: "text/csv",
    buffer: Buffer.from(`angle_deg,lateral_mm,radial_mm\n${turn.join("\n")}`),
  });
  await page.getByRole("button", { name: "take every spoke" }).click();
  await expect(page.getByTestId("tir-lateral")).toHaveText(/0\.(7[6-9]|80)/);
});

test("the offset is read by what is to hand: half a flip less what is wanted; two gaps in the frame, the first kept over a break", async ({
  page,
}) => {
  const { id } = await onTheStand(page, 3, "buckled");
  await put(page, id, {
    "offset.found": "1",
    "offset.frameA": "39",
    "offset.frameB": "41",
    "offset.wantedFrom": "figure",
    "offset.wanted": "2",
  });
  await page.goto(`/jobs/${id}/true`);
  await page.getByRole("button", { name: "read the wheel" }).click();
  await sit(page);
  const entry = page.getByLabel("entry");
  const tool = entry.getByRole("button", { name: /^taken with/ });
  await asks(page, "offset, mm");
  for (const next of ["flip gauge", "string", "in the frame"]) {
    await tool.click();
    await expect(tool).toHaveAccessibleName(`taken with ${next}, change`);
  }
  await asks(page, "gap, brake side, mm");
  await entry.locator("input").fill("38.4");
  await entry.getByRole("button", { name: "take", exact: true }).click();
  await asks(page, "gap, other side, mm");
  // A break: the first gap is still there, and by the same way the second is asked for.
  await leaveWalk(page);
  await page.reload();
  await page
    .getByRole("button", { name: /^(read the wheel|read on|go on reading|read it)/ })
    .first()
    .click();
  await asks(page, "gap, other side, mm");
  const stored = readingSent(page, "offset");
  await entry.locator("input").fill("41.6");
  await entry.getByRole("button", { name: "take", exact: true }).click();
  // The frame's middle is the hub's (1 as found, 1 in the frame); 1.6 from it, 2 wanted.
  expect(await stored).toMatchObject({ spoke: 0, value: -0.4 });
  await page.getByRole("button", { name: "back", exact: true }).click();
  await asks(page, "gap, brake side, mm");
  for (let i = 0; i < 2; i++) await tool.click();
  await asks(page, "gap turned over, mm");
  const again = readingSent(page, "offset");
  await entry.locator("input").fill("3");
  await entry.getByRole("button", { name: "at brake side's face" }).click();
  expect(await again).toMatchObject({ value: -0.5 });
});

test("tyre on: hop at the rim's edge, arrows as seen from the hub, no nipple past the thread it has free", async ({
  page,
}) => {
  const { id, stand } = await onTheStand(page, 21, "buckled");
  await page.goto(`/jobs/${id}/true`);
  await page.getByRole("button", { name: "read the wheel" }).click();
  const entry = page.getByLabel("entry");
  await entry.getByRole("button", { name: "tyre on, in the machine" }).click();
  await asks(page, /thread known to be free/);
  await entry.locator("input").fill("1/4");
  await page.keyboard.press("Enter");
  await entry.getByRole("button", { name: "up to tension" }).click();
  await asks(page, "offset, mm");
  await page.getByRole("button", { name: "skip" }).click();
  await asks(page, "side to side");
  await page.getByRole("button", { name: "skip" }).click();
  await asks(page, "hop");
  await expect(entry).toContainText("dial on the rim's edge");
  // Read elsewhere meanwhile: the walk here has nothing in it, and so is no round.
  const round = crypto.randomUUID();
  await page.request.post(`/api/jobs/${id}/rounds`, { data: { id: round } });
  const line = (what: "lateral" | "radial") =>
    all.map((spoke) => ({
      ...{ id: crypto.randomUUID(), what, spoke, typed: "t" },
      value: what === "lateral" ? stand.readLateral(spoke) : stand.readRadial(spoke),
    }));
  const read = await page.request.post(`/api/rounds/${round}/readings/many`, {
    data: [...line("lateral"), ...line("radial")],
  });
  expect(read.ok(), await read.text()).toBe(true);
  const advice = await page.request.post(`/api/rounds/${round}/advice`, { data: { jobId: id } });
  const { turns } = (await advice.json()) as { turns: readonly number[] };
  await page.reload();
  await page.getByRole("button", { name: /^turn \d+ nipples$/ }).click();
  const walk = page.locator("body");
  await expect(walk).toContainText("arrow as seen from the hub");
  await expect(walk).toContainText("can come through the tape into the tube");
  // A nipple tightened turns clockwise to who looks at its slot, so the other way seen from the hub.
  expect(Math.max(...turns)).toBeLessThanOrEqual(0.25);
  expect(Math.max(...turns)).toBeGreaterThan(0);
  const spoke = Number(await page.getByTestId("walk-spoke").textContent());
  const arrow = turns[spoke - 1] > 0 ? "anticlockwise" : "clockwise";
  await expect(page.getByRole("img", { name: arrow, exact: true })).toBeVisible();
});
