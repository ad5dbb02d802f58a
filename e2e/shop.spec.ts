import { expect } from "@playwright/test";
import { besideAStand, DRUM_WHEEL, newJob, put, tell } from "./at-the-bench";
import { test } from "./patient-test";

test("finish: the record answers what it can, eyes the rest; slack stops the signature, what was not done prints", async ({
  page,
}) => {
  const { id } = await besideAStand(page, "rebuild", 8, "buckled");
  await put(page, id, {
    "condition.bearings": "replace",
    "condition.nipples": "replace",
    "condition.nipples.note": "rounded flats",
    "condition.hub": "watch",
  });
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
  // What was marked at booking in is asked for, with the note made there.
  await expect(page.getByTestId("finish-replaced.nipples")).toContainText("rounded flats");
  await page.getByTestId("finish-replaced.nipples").getByRole("button", { name: "not part of it" }).click();
  const seen = page.getByRole("button", { name: "seen", exact: true, pressed: false });
  const rows = page.locator("li[data-testid^=finish-]").filter({ has: page.getByRole("img", { name: "open" }) });
  while ((await rows.count()) > 0) {
    const saved = page.waitForResponse((r) => r.url().includes("/acts") && r.ok());
    await rows.first().getByRole("button", { name: "seen", exact: true }).click();
    await saved;
    await page.waitForTimeout(100);
  }
  // What eyes found stops it too, until it is told otherwise.
  const cracks = page.getByTestId("finish-eyes.cracks");
  await cracks.getByRole("button", { name: "cracked or pulled" }).click();
  await expect(cracks.getByRole("img")).toHaveAccessibleName("stops");
  await page.getByRole("button", { name: "sign and hand back" }).click();
  await expect(page.getByRole("alert").first()).toContainText("Not signed over: no cracks");
  await cracks.getByRole("button", { name: "seen", exact: true }).click();
  await expect(cracks.getByRole("img")).toHaveAccessibleName("in order");
  // Tape, drum and nipples were answered otherwise.
  await expect(seen).toHaveCount(3);
  await page.getByRole("button", { name: "sign and hand back" }).click();
  await page.getByLabel("entry").locator("input").fill("F. Inish");
  await page.keyboard.press("Enter");
  // The sheet stood there before it was signed; a page loaded anew now would have taken the signature with it.
  await expect(page.getByText("Handed back, signed by F. Inish.")).toBeVisible();
  await expect(page.getByLabel("the customer's sheet")).toContainText(
    "Tape or band fitted: not done, because customer fits the tyre.",
  );
  await expect(page.getByLabel("the customer's sheet")).toContainText(
    "Drum round after tensioning: not part of this job.",
  );
  for (const words of [
    "New: bearings.",
    "Nipples replaced: not part of this job.",
    "Watch the hub.",
    "to be looked at from",
  ])
    await expect(page.getByLabel("the customer's sheet")).toContainText(words);
  // Read once more after it was signed: the sheet stays what was handed over, and says that the record went on.
  const sheet = page.getByLabel("the customer's sheet");
  await expect(sheet).toContainText("0.20 ±0.06 mm");
  await read("lateral", (i) => 0.3 * Math.sin(i));
  await page.reload();
  await expect(page.getByTestId("changed")).toContainText("The record has changed since");
  await expect(sheet).toContainText("0.20 ±0.06 mm");
  await read("lateral", (i) => 0.1 * Math.sin(i));
  await page.reload();
  await expect(page.getByTestId("changed")).toHaveCount(0);
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
  await tell(page, id, { customer: `${name} Quill`, machine: "Dotterel 400", promised: "2031-01-01" });
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
  await page.getByRole("button", { name: /name on the sheet/ }).click();
  await page.getByLabel("entry").locator("input").fill("42");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: /name on the sheet/ })).toContainText("42");
  await page.reload();
  await expect(page.getByRole("button", { name: /name on the sheet/ })).toContainText("42");
  await page.request.patch("/api/settings", {
    data: { benchMinutes: [360, 360, 360, 360, 360, 0, 0], shopName: "Tall Compass workshop record" },
  });
});

test("lists in and out: what they would change is told, errors by line, nothing half taken", async ({ page }) => {
  const { id, stand } = await besideAStand(page, "rebuild", 21, "buckled");
  const tag = id.slice(0, 6);
  await page.goto("/settings");
  const choose = (csv: string) =>
    page
      .getByLabel("customers and their wheels from a list (CSV)")
      .setInputFiles({ name: "list.csv", mimeType: "text/csv", buffer: Buffer.from(csv) });
  const head = "customer,telephone,mark,machine\n";
  await choose(`${head}Vale ${tag},01,V-${tag},Curlew 250\n,02,W-${tag},Curlew 250\n`);
  await expect(page.getByText(/line 3: customer: is empty/)).toBeVisible();
  await choose(`${head}Vale ${tag},01,V-${tag},Curlew 250\nVale ${tag},01,W-${tag},Curlew 350\n`);
  await expect(page.getByText(`V-${tag}: new wheel of Vale ${tag}`)).toBeVisible();
  const all = async () => (await page.request.get("/api/lists/customers")).text();
  expect(await all()).not.toContain(`V-${tag}`);
  await page.getByRole("button", { name: "take the list" }).click();
  await expect(page.getByText("2 lines taken.")).toBeVisible();
  expect(await all()).toContain(`Vale ${tag},01,W-${tag},Curlew 350,0`);
  await choose(`${head}Vale ${tag},01,V-${tag},Curlew 500\n`);
  await expect(page.getByText(`machine “Curlew 250” becomes “Curlew 500”`)).toBeVisible();

  // A round read, listed, and read in again as a round of its own: the same figures.
  const round = crypto.randomUUID();
  await page.request.post(`/api/jobs/${id}/rounds`, { data: { id: round } });
  await page.request.post(`/api/rounds/${round}/readings/many`, {
    data: [...Array(40).keys()].map((i) => ({
      id: crypto.randomUUID(),
      what: "lateral",
      spoke: i + 1,
      value: stand.readLateral(i + 1),
      typed: "t",
    })),
  });
  await page.request.post(`/api/rounds/${round}/turns`, { data: { id: crypto.randomUUID(), spoke: 3, turns: 0.25 } });
  const list = await (await page.request.get(`/api/jobs/${id}/rounds-list`)).text();
  expect(list.trim().split(/\r?\n/)).toHaveLength(42);
  await page.goto(`/jobs/${id}/true`);
  await page.getByRole("tab", { name: "Rounds" }).click();
  await page
    .getByLabel("rounds from a list:")
    .setInputFiles({ name: "rounds.csv", mimeType: "text/csv", buffer: Buffer.from(list) });
  await expect(page.getByText("a new round 2: 40 readings, 1 turns")).toBeVisible();
  await page.getByRole("button", { name: "take the list" }).click();
  await expect(async () => {
    const lines = (await (await page.request.get(`/api/jobs/${id}/rounds-list`)).text()).trim().split(/\r?\n/);
    const of = (n: number) => lines.filter((l) => l.startsWith(`${n},`)).map((l) => l.split(",").slice(1, 4).join(","));
    expect(of(2)).toEqual(of(1));
  }).toPass();
});

test("figures of the shop count what was handed back; a pedal is learnt and does what Space does", async ({ page }) => {
  const { id } = await besideAStand(page, "rebuild", 22, "buckled");
  await page.goto("/figures");
  await expect(page.getByTestId("this-month")).toContainText(/\d+ taken in, \d+ handed back/);
  await expect(page.getByRole("img", { name: /month by month/ }).locator("svg")).toBeVisible();
  await page.goto("/settings");
  await page.getByRole("button", { name: /foot pedal/ }).click();
  await page.keyboard.press("7");
  await expect(page.getByRole("alert").first()).toContainText("7 has its own meaning");
  await page.getByRole("button", { name: /foot pedal/ }).click();
  await page.keyboard.press("F8");
  await expect(page.getByRole("button", { name: /foot pedal/ })).toContainText("F8");
  const round = crypto.randomUUID();
  await page.request.post(`/api/jobs/${id}/rounds`, { data: { id: round } });
  await page.request.post(`/api/rounds/${round}/readings/many`, {
    data: [...Array(40).keys()].flatMap((i) =>
      ["lateral", "radial"].map((what) => ({
        id: crypto.randomUUID(),
        what,
        spoke: i + 1,
        value: 0.6 * Math.sin(i / 3.2),
        typed: "t",
      })),
    ),
  });
  await page.request.post(`/api/rounds/${round}/advice`, { data: { jobId: id } });
  await page.goto(`/jobs/${id}/true`);
  await page.getByRole("button", { name: /^turn \d+ nipples$/ }).click();
  const first = await page.getByTestId("walk-spoke").textContent();
  const stored = page.waitForResponse((r) => r.url().includes("/turns") && r.ok());
  await page.keyboard.press("F8");
  await stored;
  await expect(page.getByTestId("walk-spoke")).not.toHaveText(first ?? "");
});

test("a wheel file says what it would change before it is taken; one that is none is refused by its field", async ({
  page,
}) => {
  const { id } = await besideAStand(page, "rebuild", 23, "buckled");
  const held = await (await page.request.get(`/api/jobs/${id}/wheel-file`)).json();
  await page.goto(`/jobs/${id}/spokes`);
  const offer = (wheel: unknown) =>
    page.getByLabel("take a wheel file").setInputFiles({
      name: "other.wheel.json",
      mimeType: "application/json",
      buffer: Buffer.from(JSON.stringify(wheel)),
    });
  await offer({ ...held, rim: { ...held.rim, holes: 39 } });
  await expect(page.getByText(/other\.wheel\.json: rim\.holes/)).toBeVisible();
  await offer(held);
  await expect(page.getByText("other.wheel.json is this wheel as it is.")).toBeVisible();
  await offer({ ...held, rim: { ...held.rim, erd: held.rim.erd + 1.5 } });
  const told = page.getByLabel("what the wheel file would change");
  await expect(told).toContainText(`rim.erd: ${held.rim.erd} becomes ${held.rim.erd + 1.5}`);
  await page.getByRole("button", { name: "take it as this wheel" }).click();
  await expect(page.getByText("other.wheel.json is taken as this wheel.")).toBeVisible();
  const now = await (await page.request.get(`/api/jobs/${id}/wheel-file`)).json();
  expect(now.rim.erd).toBe(held.rim.erd + 1.5);
});

test("a calendar read in keeps the bench free of what is planned elsewhere; the way of working is set for the shop", async ({
  page,
}) => {
  await newJob(page);
  await page.goto("/diary");
  const plan = async () => {
    const text = await (await page.request.get("/diary.ics")).text();
    return [...text.matchAll(/DTSTART:(\d{8})T/g)].map((m) => m[1]);
  };
  // The first day anything is worked on is closed by the calendar; the work moves on.
  const day = (await plan())[0];
  const next = new Date(Date.UTC(+day.slice(0, 4), +day.slice(4, 6) - 1, +day.slice(6) + 1))
    .toISOString()
    .slice(0, 10)
    .replaceAll("-", "");
  const uid = crypto.randomUUID();
  const file = (event: string) =>
    `BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//test//EN\r\nBEGIN:VEVENT\r\nUID:${uid}\r\nDTSTAMP:20260101T000000Z\r\n${event}\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n`;
  const choose = (text: string) =>
    page
      .getByLabel("read a calendar in")
      .setInputFiles({ name: "mine.ics", mimeType: "text/calendar", buffer: Buffer.from(text) });
  await choose(file("SUMMARY:no beginning"));
  await expect(page.getByText("line 4: DTSTART: is missing; an event needs a beginning")).toBeVisible();
  await choose(file(`SUMMARY:fair\r\nDTSTART;VALUE=DATE:${day}\r\nDTEND;VALUE=DATE:${next}`));
  await expect(page.getByText(/away .*: all day, fair/)).toBeVisible();
  expect((await plan())[0]).toBe(day);
  await page.getByRole("button", { name: "take the list" }).click();
  await expect(page.getByText("1 lines taken.")).toBeVisible();
  expect(await plan()).not.toContain(day);
  await page.getByRole("button", { name: /at the bench on .* after all: fair/ }).click();
  await expect(page.getByRole("button", { name: /after all: fair/ })).toHaveCount(0);
  expect((await plan())[0]).toBe(day);

  await page.goto("/settings");
  const way = page.getByRole("button", { name: /how nipples are worked/ });
  await way.click();
  await page.getByRole("button", { name: "pairs only", exact: true }).click();
  await expect(way).toContainText("pairs only");
  const { id } = await besideAStand(page, "rebuild", 22, "buckled");
  await page.goto(`/jobs/${id}/true`);
  await page.getByRole("tab", { name: "How true" }).click();
  await expect(page.locator("button[aria-pressed=true]", { hasText: "pairs only" })).toBeVisible();
  await page.request.patch("/api/settings", { data: { school: "at-once" } });
});
