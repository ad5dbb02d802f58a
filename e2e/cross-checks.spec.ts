import { expect } from "@playwright/test";
import { asks, choose, enter, newJob, put, turnTo } from "./at-the-bench";
import { test } from "./patient-test";

test("the trade's sums stand on the screen; −1 for +1 is named when a second way is measured; washers put right agree", async ({
  page,
}) => {
  const id = await newJob(page);
  await page.goto(`/jobs/${id}/measure`);
  await put(page, id, {
    "rim.outsideDiameter": "632",
    "rim.height": "20",
    "rim.bedThickness": "3",
    "rim.headToSlot": "2.5",
  });
  await page.reload();
  await enter(page, /^washer:/, "-0.5");
  const outsideIn = page.getByLabel("Effective rim diameter, outside in");
  await expect(outsideIn).toContainText("602.00");
  await enter(page, /^inside diameter:/, "592");
  await enter(page, /^nipple reach to slot:/, "6");
  await expect(page.getByLabel("Effective rim diameter, inside out")).toContainText("604.00");
  // The doubt stands beside the line it concerns.
  await expect(outsideIn.getByRole("status").last()).toContainText(
    "Washer taken off instead of on would explain 2.0 of it",
  );
  await enter(page, /^washer:/, "0.5");
  await expect(outsideIn).toContainText("604.00");
  await expect(outsideIn.getByRole("status")).toHaveCount(0);
  for (const line of ["+632.00", "−40.00", "+6.00", "+1.00", "+5.00"]) await expect(outsideIn).toContainText(line);

  // Either unit, anywhere, and what was typed stays typed.
  await page.getByRole("button", { name: /^washer:/ }).click();
  await page.getByLabel("entry").locator("input").fill("20");
  await page.getByRole("button", { name: "unit mm, change" }).click();
  await page.getByRole("button", { name: "unit inch, change" }).click();
  await expect(page.getByLabel("entry").locator("input")).toHaveValue("20");
  await page.getByLabel("entry").getByRole("button", { name: "replace" }).click();
  await expect(page.getByRole("button", { name: "washer: 20 thou" })).toBeVisible();
  await page.getByRole("button", { name: /^washer:/ }).click();
  await expect(page.getByLabel("washer: taken")).toContainText("-0.5");
  await page.getByRole("button", { name: "unit thou, change" }).click();
  await expect(page.getByRole("button", { name: "washer: 0.508" })).toBeVisible();

  // Hub: 197 wide is 98.5 to the middle; 100 with 15 and 13 is 35 and 37 (common practice).
  await turnTo(page, "Hub");
  await enter(page, /^spacer width:/, "197");
  await enter(page, /^brake side face to flange:/, "0");
  await expect(page.getByLabel("brake side, flange to centre")).toContainText("98.50");
  await enter(page, /^spacer width:/, "100");
  await enter(page, /^brake side face to flange:/, "15");
  await enter(page, /^other side face to flange:/, "13");
  await expect(page.getByLabel("brake side, flange to centre")).toContainText("35.00");
  await expect(page.getByLabel("other side, flange to centre")).toContainText("37.00");
  await enter(page, /^flange to flange:/, "27");
  await expect(page.getByText(/“27” put down for 72/)).toBeVisible();
  await enter(page, /^flange to flange:/, "72");
  await expect(page.getByText(/put down for 72/)).toHaveCount(0);

  // Offset: a flip of 4 is 2, a 1 inch drop is 25.4 (common practice).
  await turnTo(page, "Offset");
  await enter(page, /^flip gauge: gap/, "4", "at brake side's face");
  await expect(page.getByLabel("Offset, flip gauge")).toContainText("2.00");
  await turnTo(page, "straight edge");
  await choose(page, /^straight edge on the drum/, "brake side");
  await enter(page, /^straight edge down to the rim:/, '1"');
  await enter(page, /^spacer face in to the drum/, "-3.4");
  await enter(page, /^rim width:/, "52");
  await expect(page.getByLabel("Offset, straight edge")).toContainText("−25.40");
  await expect(page.getByLabel("Offset, straight edge")).toContainText("makes2.00");
  await choose(page, /^offset wanted, from/, "as found");
  await expect(page.getByLabel("Offset wanted, as found")).toContainText("2.00");
});

test("repeats: mean, spread and the odd one, left out at a tap; an unlikely figure is kept with its doubt", async ({
  page,
}) => {
  const id = await newJob(page);
  await page.goto(`/jobs/${id}/measure`);
  await enter(page, /^rim height:/, "30.1");
  for (const again of ["30.2", "33.1"]) await enter(page, /^rim height:/, again, "once more");
  // The hand is at the next at once; looked at again while it is still on its way to the record it counts already.
  await page.route("**/measurements", (route) => setTimeout(() => void route.continue(), 700), { times: 1 });
  const sent = page.waitForRequest("**/measurements");
  const last = enter(page, /^rim height:/, "30", "once more");
  await sent;
  await asks(page, "bed thickness");
  await page.getByRole("button", { name: /^rim height:/ }).click();
  await expect(page.getByLabel("rim height: taken")).toContainText("mean 30.85, repeats within 3.1");
  await last;
  await asks(page, "rim height");
  const history = page.getByLabel("rim height: taken");
  await expect(history).toContainText("mean 30.85, repeats within 3.1");
  await expect(history.getByRole("listitem").filter({ hasText: "odd" })).toContainText("33.1");
  await history.getByRole("listitem").filter({ hasText: "odd" }).getByRole("button", { name: "leave out" }).click();
  await expect(history).toContainText("mean 30.1, repeats within 0.2");
  await expect(history).toContainText("33.1");

  await page.getByRole("button", { name: /^bed thickness:/ }).click();
  const bar = page.getByLabel("entry");
  await bar.locator("input").fill("22");
  await page.keyboard.press("Enter");
  await expect(bar.getByRole("alert")).toContainText("Kept. 22 is unusual here");
  await page.waitForTimeout(300);
  await page.keyboard.press("Enter");
  await asks(page, /washer/);
  await expect(page.getByRole("button", { name: "bed thickness: 22, in doubt" })).toBeVisible();
  await bar.locator("input").fill("two");
  await page.waitForTimeout(300);
  await page.keyboard.press("Enter");
  await expect(bar.getByRole("alert")).toContainText("“two” cannot be read as a number");
});

test("old spokes speak against a wrong dimension; the bare rim on the plate says whether to straighten", async ({
  page,
}) => {
  const id = await newJob(page);
  await put(page, id, {
    "rim.holes": "36",
    "rim.insideDiameter": "430",
    "rim.reach": "5",
    "hub.width": "130",
    "hub.A.fromFace": "33",
    "hub.B.fromFace": "33",
    "hub.A.holeCircle": "150",
    "hub.B.holeCircle": "150",
    "offset.found": "0",
  });
  await page.goto(`/jobs/${id}/measure`);
  const wheel = await (await page.request.get(`/api/jobs/${id}/wheel-file`)).json();
  expect(wheel.rim.erd).toBe(440);
  await turnTo(page, "Old spokes");
  for (const [side, head] of [
    ["brake side", "outside"],
    ["brake side", "inside"],
    ["other side", "outside"],
    ["other side", "inside"],
  ])
    await enter(page, new RegExp(`^old spoke, ${side}, head ${head}`), "171");
  await expect(page.getByText(/One thing would explain them all: effective rim diameter 2\.\d mm more/)).toBeVisible();

  await turnTo(page, "Rim on the plate");
  await page.getByRole("button", { name: "read round the rim" }).click();
  for (let hole = 1; hole <= 36; hole++) {
    await expect(page.getByTestId("walk-spoke")).toHaveText(String(hole));
    const stored = page.waitForResponse((r) => r.url().includes("measurements") && r.ok());
    // A kink of 2 mm over six holes at 12.
    await page.keyboard.type(Math.max(0, 2 - Math.abs(hole - 12) * 0.6).toFixed(1));
    await page.keyboard.press("Enter");
    await stored;
    if (hole === 20) {
      // The walk has gone on before it is left.
      await expect(page.getByTestId("walk-spoke")).toHaveText("21");
      await page.keyboard.press("Escape");
      await page.getByRole("button", { name: "go on round the rim" }).click();
    }
  }
  await expect(page.getByTestId("plate-verdict")).toContainText(/most at hole 1[123].*Straighten it there first/);
});

test("the other half of a sum is asked next, whichever way was begun by a tap; with it the sum stands", async ({
  page,
}) => {
  const id = await newJob(page);
  await page.goto(`/jobs/${id}/measure`);
  await page.getByRole("button", { name: /^two rods/ }).click();
  await asks(page, "measured rod");
  await page.keyboard.type("200");
  await page.keyboard.press("Enter");
  await asks(page, /gap between the rods/);
  await page.keyboard.type("41.5");
  await page.keyboard.press("Enter");
  await expect(page.getByLabel("Effective rim diameter, two rods")).toContainText("441.50");
});
