import { resolve } from "node:path";
import { expect } from "@playwright/test";
import type { CableGauge } from "@/core/runout/cable-gauge";
import { StandInBench, type StandInDial } from "@/devices/stand-in-bench";
import { environment } from "@/store/environment";
import { allSent, DRUM_WHEEL, newJob, put, sit, storedRounds } from "./at-the-bench";
import { looksRight } from "./looks-right";
import { test } from "./patient-test";

// Gauges on cables of the machine the shop runs on: set up by their lines, then a round in one turn of the wheel.

// The gauges that the first one sets up are read with in the next.
test.describe.configure({ mode: "serial" });

const HOLES = 40;
let bench: StandInBench;
test.beforeAll(async () => {
  bench = await StandInBench.open(resolve(environment().TALL_COMPASS_DATA, "gauges"), HOLES, 3);
});
test.afterAll(() => bench.close());

test("two gauges set up by their lines, the wheel turned by hand, every spoke read side to side and hop within 0.02 mm; then place by place by Enter, and a pulled plug told", async ({
  page,
}) => {
  const { gauges } = (await (await page.request.get("/api/cables")).json()) as { gauges: { id: string }[] };
  for (const { id } of gauges) await page.request.delete(`/api/cables/${id}`);
  await page.goto("/settings");
  const setUp = async (dial: StandInDial, name: string) => {
    await page.getByRole("button", { name: /a gauge on a cable of the shop/ }).click();
    await page.getByRole("button", { name: `stand-in-${dial}` }).click();
    const line = page.getByTestId("gauge-line");
    await expect(line).toContainText("Press the gauge’s send key now.");
    let sending = true;
    const sends = (async () => {
      while (sending) {
        bench.press(dial);
        await new Promise((r) => setTimeout(r, 60));
      }
    })();
    await expect(line).toContainText("Which part is the figure?");
    if (dial === "side") await looksRight(page, "a gauge set up by its lines");
    await page.waitForTimeout(300);
    await line.getByRole("button").first().click();
    sending = false;
    await sends;
    await page.getByLabel("entry").locator("input").fill(name);
    await page.keyboard.press("Enter");
    await expect(page.getByRole("button", { name: `${name}, sends by itself, mm` })).toBeVisible();
  };
  await setUp("side", "bench side");
  await setUp("hop", "bench hop");
  await expect(page.getByRole("button", { name: /bench side/ }).first()).toContainText("read with here");
  await expect(page.getByRole("button", { name: /bench hop/ }).first()).toContainText("hop, beside it");

  const id = await newJob(page, "true-only");
  await put(page, id, DRUM_WHEEL);
  await page.goto(`/jobs/${id}/true`);
  await page.getByRole("button", { name: "read it in one turn" }).click();
  await sit(page);
  const listen = page.getByRole("button", { name: "side to side and hop: listen while I turn it" });
  await looksRight(page, "before a turn of the wheel");
  await listen.click();
  await expect(page.getByTestId("gauge-shows")).toHaveText("–");
  const turned = bench.turn({ turns: 3.3, secondsATurn: 5, slows: 0.05, perSecond: 30 });
  await expect(page.getByTestId("gauge-shows")).toHaveText(/^[+−]\d\.\d\d$/);
  const take = page.getByRole("button", { name: "take every spoke" });
  await expect(take).toBeVisible();
  await expect(page.getByTestId("spin-told")).toContainText(
    `side to side over ${HOLES} holes, hop over ${HOLES} holes`,
  );
  await looksRight(page, "a turn of the wheel laid round its holes");
  await take.click();
  await expect(page.getByTestId("verdict")).toBeVisible();
  await turned;
  await allSent(page);
  const { rounds } = await storedRounds(page, id);
  for (const [dial, line] of [["side", rounds[0].lateral] as const, ["hop", rounds[0].radial] as const]) {
    const off = line.map((v, i) => ({ spoke: i + 1, by: (v ?? 9) - bench.truth(dial, i + 1) }));
    // The gauge's zero is its own.
    const zero = off.map((o) => o.by).sort((x, y) => x - y)[HOLES / 2];
    for (const { spoke, by } of off)
      expect(Math.abs(by - zero)).toBeLessThan(dial === "hop" && bench.onWeld(spoke) ? 0.05 : 0.02);
  }

  await page.getByRole("button", { name: "place by place" }).click();
  await sit(page);
  const gauge = page.getByRole("region", { name: "gauge on a cable" });
  await expect(gauge).toContainText("sends by itself: Enter takes what it shows");
  await page.waitForTimeout(150);
  bench.press("side", 1);
  const shown = gauge.getByRole("button", { name: /^[+-]\d/ });
  await expect(shown).toBeVisible();
  const place = page.locator("header").last();
  const before = await place.textContent();
  await page.keyboard.press("Enter");
  await expect(place).not.toHaveText(before ?? "");
  await bench.pull("side");
  await expect(gauge.getByRole("alert")).toContainText("cable is off the shop’s machine");
  await expect(shown).toHaveCount(0);
  await bench.plug("side");
  await expect(gauge).toContainText("sends by itself");
});

test("one gauge alone reads side to side, then hop, in the same round; turned the other way than said it is told", async ({
  page,
}) => {
  const { gauges } = (await (await page.request.get("/api/cables")).json()) as { gauges: CableGauge[] };
  const side = gauges.find((g) => g.name === "bench side");
  await page.addInitScript((kept) => {
    localStorage.setItem("tall-compass-gauge", kept);
    localStorage.setItem("tall-compass-dial", "shown mm");
  }, JSON.stringify(side));
  const id = await newJob(page, "true-only");
  await put(page, id, DRUM_WHEEL);
  await page.goto(`/jobs/${id}/true`);
  await page.getByRole("button", { name: "read it in one turn" }).click();
  await sit(page);
  const told = page.getByTestId("spin-told");
  const turnIt = async (what: string) => {
    await page.getByRole("button", { name: `${what}: listen while I turn it` }).click();
    await page.waitForTimeout(500);
    const turned = bench.turn({ turns: 2.4, secondsATurn: 5, slows: 0.05, perSecond: 30 });
    await expect(page.getByRole("button", { name: "take every spoke" })).toBeVisible();
    return turned;
  };
  await turnIt("side to side");
  await page.getByRole("button", { name: "take every spoke" }).click();
  await turnIt("hop");
  await page.getByRole("button", { name: "take every spoke" }).click();
  await expect(page.getByTestId("verdict")).toBeVisible();
  await allSent(page);
  const { rounds } = await storedRounds(page, id);
  expect(rounds).toHaveLength(1);
  for (const line of [rounds[0].lateral, rounds[0].radial]) expect(line.filter((v) => v !== null)).toHaveLength(HOLES);

  await page.getByRole("button", { name: "read again" }).click();
  await page.getByRole("button", { name: "spokes come by 1, 2, 3 …" }).click();
  await turnIt("side to side");
  await expect(told).toContainText("the other way round");
  await page.getByRole("button", { name: "yes: lay it the other way" }).click();
  await expect(told).toContainText("side to side over");
});
