import { type Browser, expect, type Page } from "@playwright/test";
import { readWheel } from "@/core/wheel/wheel-file";
import { hiddenWheel } from "@/devices/hidden-wheel";
import { StandInWheel } from "@/devices/stand-in-wheel";

const stored = (page: Page) =>
  page.waitForResponse(
    (r) => /measurements|jobs\//.test(r.url()) && r.request().method() !== "GET" && r.status() < 300,
  );

/** The next reading of this kind that is sent: one still waiting from before a break may go first. */
export const readingSent = (page: Page, what: string): Promise<object> =>
  page
    .waitForRequest((r) => r.url().endsWith("/readings") && r.postDataJSON()?.what === what)
    .then((r) => r.postDataJSON());

/** Opens what belongs together: Rim, Hub, Before the key. */
export const turnTo = (page: Page, ...tabs: readonly (string | RegExp)[]) =>
  tabs.reduce(
    (before, name) => before.then(() => page.getByRole("tab", { name, exact: typeof name === "string" }).click()),
    Promise.resolve(),
  );

/** Finds a figure on drawing or list, opening the rest of the list when it is not among the next three. */
const find = async (page: Page, label: string | RegExp) => {
  const figure = page.getByRole("button", { name: label }).first();
  const more = page.getByRole("button", { name: /more, not yet taken/ });
  // The list may only just be coming up: look again until the figure, or the key to the rest of them, is there.
  await expect(async () => {
    if (await figure.isVisible()) return;
    if (await more.isVisible()) await more.click({ timeout: 1000 });
    expect(await figure.isVisible()).toBe(true);
  }).toPass();
  await figure.click();
};

/** Taps a figure, types it and takes it: the entry bar's own way. */
export const enter = async (
  page: Page,
  label: string | RegExp,
  typed: string,
  take: string | RegExp = /^(take|replace)$/,
) => {
  await find(page, label);
  await page.getByLabel("entry").locator("input").fill(typed);
  const saved = stored(page);
  await page
    .getByLabel("entry")
    .getByRole("button", { name: take, exact: typeof take === "string" })
    .click();
  await saved;
};

export const choose = async (page: Page, label: string | RegExp, choice: string) => {
  await find(page, label);
  const saved = stored(page);
  await page.getByLabel("entry").getByRole("button", { name: choice, exact: true }).click();
  await saved;
};

/** The question the entry bar asks now. */
export const asks = (page: Page, words: string | RegExp) =>
  expect(page.getByLabel("entry").getByRole("paragraph").first()).toHaveText(words);

/** Leaves the walk that is open; it takes itself out of the address before anything else is opened. */
export const leaveWalk = async (page: Page) => {
  await page.keyboard.press("Escape");
  await page.waitForURL((at) => at.hash === "");
};

/** Closes what a test opened beside its own page: it would go on looking at the record under the tests that follow. */
export const closeOpened = async (browser: Browser): Promise<void> => {
  for (const opened of browser.contexts()) await opened.close();
};

/** A job of its own for a test. */
export const newJob = async (page: Page, kind = "rebuild"): Promise<string> => {
  const id = crypto.randomUUID();
  const made = await page.request.post("/api/jobs", { data: { id, kind } });
  expect(made.ok()).toBe(true);
  return id;
};

/** Puts figures down as another tablet would. */
export const put = async (page: Page, id: string, figures: Readonly<Record<string, string>>) => {
  for (const [name, typed] of Object.entries(figures)) {
    const made = await page.request.post(`/api/jobs/${id}/measurements`, {
      data: { id: crypto.randomUUID(), name, typed },
    });
    expect(made.ok(), `${name} ${typed}: ${await made.text()}`).toBe(true);
  }
};

/** The questions of a sitting, where they are asked: tyre off and no play in one, up to tension where nobody read it. */
export const sit = async (page: Page, howTight = "up to tension") => {
  const off = page.getByLabel("entry").getByRole("button", { name: "tyre off, on a stand" });
  await expect(off.or(page.getByTestId("walk-spoke"))).toBeVisible();
  if (!(await off.isVisible())) return;
  await off.click();
  await expect(off).toBeHidden();
  const tight = page.getByLabel("entry").getByRole("button", { name: howTight });
  // Asked next, or the walk begins: whichever comes, however late.
  await expect(tight.or(page.getByTestId("walk-spoke")).or(page.getByTestId("spin-told"))).toBeVisible();
  if (await tight.isVisible()) await tight.click();
};

/** A drum wheel of 40 holes as figures, whole. */
export const DRUM_WHEEL = {
  "rim.holes": "40",
  "rim.outsideDiameter": "492",
  "rim.height": "31",
  "rim.bedThickness": "2.5",
  "rim.washer": "0",
  "rim.headToSlot": "2.5",
  "rim.holeOffset": "3",
  "rim.width": "55",
  "rim.section": "steel",
  "hub.width": "142",
  "hub.A.fromFace": "38",
  "hub.B.fromFace": "41",
  "hub.A.holeCircle": "150",
  "hub.B.holeCircle": "150",
  "hub.A.holeDiameter": "4",
  "hub.B.holeDiameter": "4",
  "lacing.A.cross": "2",
  "lacing.B.cross": "2",
  "spoke.diameter": "3.66",
  "spoke.threadPitch": "0.635",
  "tension.target": "2500",
};

/** A wheel of our own making and a stand-in of it beside the browser: what it would read, without asking the record. */
export const besideAStand = async (page: Page, kind: string, seed: number, start: "fresh" | "buckled") => {
  const id = await newJob(page, kind);
  await put(page, id, DRUM_WHEEL);
  const wheel = readWheel(await (await page.request.get(`/api/jobs/${id}/wheel-file`)).json());
  return { id, stand: new StandInWheel(wheel, hiddenWheel(seed, start)) };
};

/** The same as a practice wheel that the record knows, with its dials and its sound. */
export const onTheStand = async (page: Page, seed: number, start: "fresh" | "buckled") => {
  const made = await besideAStand(page, "practice", seed, start);
  const mounted = await page.request.post(`/api/jobs/${made.id}/practice`, { data: { seed, start } });
  expect(mounted.ok(), await mounted.text()).toBe(true);
  return made;
};

/** Counts every tap and every key from here on, a figure filled in at once by its letters. */
export const countHand = async (page: Page): Promise<() => number> => {
  let count = 0;
  await page.exposeFunction("handDid", (what: number) => {
    count += what;
  });
  await page.addInitScript(() => {
    const did = (what: number) => (window as unknown as { handDid: (n: number) => void }).handDid(what);
    let keyed = false;
    window.addEventListener(
      "keydown",
      () => {
        keyed = true;
        did(1);
      },
      true,
    );
    window.addEventListener(
      "keyup",
      () => {
        keyed = false;
      },
      true,
    );
    // A key that works a button tells a click as well, with no detail.
    window.addEventListener("click", (e) => e.detail > 0 && did(1), true);
    window.addEventListener("input", (e) => !keyed && did((e as InputEvent).data?.length ?? 0), true);
  });
  return () => count;
};

/** What the browser still keeps to be sent, or was refused. */
export const lettersLeft = (page: Page): Promise<unknown[]> =>
  page.evaluate(
    () =>
      new Promise<unknown[]>((done, fail) => {
        const open = indexedDB.open("tall-compass", 1);
        open.onerror = () => fail(open.error);
        open.onsuccess = () => {
          const all = open.result.transaction("letters").objectStore("letters").getAll();
          all.onerror = () => fail(all.error);
          all.onsuccess = () => done(all.result);
        };
      }),
  );

interface StoredRounds {
  readonly rounds: readonly {
    readonly lateral: readonly (number | null)[];
    readonly radial: readonly (number | null)[];
  }[];
}
/** What of a wheel's rounds is in the record. */
export const storedRounds = async (page: Page, id: string): Promise<StoredRounds> =>
  (await page.request.get(`/api/jobs/${id}/rounds`)).json();

/** Tells lines of a job past the screen, as one who sees how they stand. */
export const tell = async (page: Page, id: string, change: Readonly<Record<string, string>>): Promise<void> => {
  const { told } = await (await page.request.get(`/api/jobs/${id}/stages/book-in`)).json();
  const { toleranceName: tolerance } = await (await page.request.get(`/api/jobs/${id}/stages/true`)).json();
  const now: Readonly<Record<string, string | null>> = { ...told, tolerance: tolerance ?? "shop" };
  const seen = Object.fromEntries(Object.keys(change).map((key) => [key, now[key]]));
  const answer = await page.request.patch(`/api/jobs/${id}`, { data: { change, seen } });
  expect(answer.ok(), await answer.text()).toBe(true);
};

/** Waits until the record holds all that was entered on this page: a walk goes on before its letter is there. */
export const allSent = (page: Page): Promise<void> =>
  expect(async () => expect(await lettersLeft(page)).toEqual([])).toPass();

/** A stage of the first wheel on the jobs page that is called so. */
export const openStage = async (page: Page, mark: string, stage: string): Promise<void> => {
  await page.goto("/");
  const href = await page.locator('a[href^="/jobs/"]', { hasText: mark }).first().getAttribute("href");
  await page.goto((href ?? "/").replace(/[^/]+$/, stage));
};
