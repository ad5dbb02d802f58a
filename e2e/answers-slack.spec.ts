import { expect } from "@playwright/test";
import { hiddenWheel } from "@/devices/hidden-wheel";
import { StandInWheel } from "@/devices/stand-in-wheel";
import { allSent, besideAStand, sit } from "./at-the-bench";
import { test } from "./patient-test";

test("a customer's wheel taken as tight that answers as a slack one: it is said, asked once, and what is answered counts", async ({
  page,
}) => {
  const made = await besideAStand(page, "true-only", 1, "fresh");
  const { id } = made;
  const stand = new StandInWheel(made.stand.wheel, hiddenWheel(10, "fresh", { waves: { lateral: 0.8, radial: 0.8 } }));
  const all = [...Array(40).keys()].map((i) => i + 1);
  const reasonsOf = async (round: string) => {
    const data = all.flatMap((s) => [
      { id: crypto.randomUUID(), typed: "test", what: "lateral", spoke: s, value: stand.readLateral(s) },
      { id: crypto.randomUUID(), typed: "test", what: "radial", spoke: s, value: stand.readRadial(s) },
    ]);
    for (const [path, body] of [
      [`/api/jobs/${id}/rounds`, { id: round }],
      [`/api/rounds/${round}/readings/many`, data],
    ] as const)
      expect((await page.request.post(path, { data: body })).ok()).toBe(true);
    const advice = await (await page.request.post(`/api/rounds/${round}/advice`, { data: { jobId: id } })).json();
    return advice as { turns: readonly number[]; reasons: readonly { code: string }[] };
  };
  const first = crypto.randomUUID();
  const { turns, reasons } = await reasonsOf(first);
  expect(reasons.map((r) => r.code)).toContain("tension-assumed");
  expect(reasons.map((r) => r.code)).not.toContain("answers-slack");
  for (const [i, by] of turns.entries()) {
    const turn = { id: crypto.randomUUID(), spoke: i + 1, turns: by };
    expect((await page.request.post(`/api/rounds/${first}/turns`, { data: turn })).ok()).toBe(true);
    stand.turn(i + 1, by);
  }
  stand.destress();
  const second = crypto.randomUUID();
  expect((await reasonsOf(second)).reasons[0].code).toBe("answers-slack");

  await page.goto(`/jobs/${id}/true`);
  await expect(page.getByText("did not move the rim as it moves on tight spokes")).toBeVisible();
  const again = page.getByRole("button", { name: /^read (again|the wheel|on)/ }).first();
  await again.click();
  await sit(page, "just laced");
  await expect(page.getByTestId("walk-spoke")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.getByTestId("walk-spoke")).toHaveCount(0);
  // Asked once; and the advice now brings it up instead of truing it slack.
  await again.click();
  await expect(page.getByTestId("walk-spoke")).toBeVisible();
  await allSent(page);
  const told = await (await page.request.post(`/api/rounds/${second}/advice`, { data: { jobId: id } })).json();
  expect(told.reasons.map((r: { code: string }) => r.code)).not.toContain("answers-slack");
  expect(told.turns.reduce((sum: number, t: number) => sum + t, 0)).toBeGreaterThan(10);
});
