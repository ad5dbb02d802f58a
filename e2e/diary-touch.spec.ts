import { expect } from "@playwright/test";
import { newJob, tell } from "./at-the-bench";
import { test } from "./patient-test";

test.use({ hasTouch: true, viewport: { width: 390, height: 844 } });

test("the diary is re-ordered with a finger on a phone, and what is moved is said by its mark", async ({ page }) => {
  const far = "2031-06-01";
  const [one, two] = [await newJob(page), await newJob(page)];
  for (const id of [one, two]) await tell(page, id, { promised: far, machine: "Touch 125" });
  const markOf = async (id: string) =>
    (await (await page.request.get(`/api/jobs/${id}/stages/book-in`)).json()).told.mark as string;
  const [first, second] = [await markOf(one), await markOf(two)];
  await page.goto("/diary");
  const grip = (mark: string) => page.getByRole("button", { name: `move ${mark}`, exact: true });
  const order = async () => {
    const marks = await page.getByTestId("diary-row").getByRole("link").allTextContents();
    return marks.indexOf(first) - marks.indexOf(second);
  };
  await grip(first).scrollIntoViewIfNeeded();
  const before = await order();
  const [from, to] = before < 0 ? [first, second] : [second, first];
  const [start, end] = [await grip(from).boundingBox(), await grip(to).boundingBox()];
  if (!start || !end) throw new Error("no grip");
  const finger = await page.context().newCDPSession(page);
  const x = start.x + start.width / 2;
  const middle = (box: typeof start) => box.y + box.height / 2;
  const touch = (type: "touchStart" | "touchMove" | "touchEnd", y: number) =>
    finger.send("Input.dispatchTouchEvent", { type, touchPoints: type === "touchEnd" ? [] : [{ x, y }] });
  await touch("touchStart", middle(start));
  for (let k = 1; k <= 12; k++) {
    await touch("touchMove", middle(start) + ((middle(end) + 6 - middle(start)) * k) / 12);
    await page.waitForTimeout(30);
  }
  const spoken = page.locator("[id^=DndLiveRegion]");
  await expect(spoken).toContainText(from);
  const stored = page.waitForResponse((r) => r.url().includes("/api/diary/order") && r.ok());
  await touch("touchEnd", 0);
  await stored;
  await expect(async () => expect(Math.sign(await order())).toBe(-Math.sign(before))).toPass();
  await expect(spoken).toContainText(`${from} put down at place`);
  await page.getByRole("button", { name: "order by promised day" }).click();
});
