import "fake-indexeddb/auto";
import { IDBFactory } from "fake-indexeddb";
import fc from "fast-check";
import { afterEach, beforeEach, describe, expect, test, vi } from "vitest";
import type { Reading } from "@/core/rounds/reading";
import type { Entered } from "./entered";

// A connection that fails in every way there is, pages that are left and loaded anew, two pages open at once: what was
// entered arrives, once, in its order, and what is refused is told.

/** What one request meets: taken and answered, taken but the answer lost, not reached, down, too busy, refused. */
const fate = fc.constantFrom("answered", "answer lost", "not reached", "down", "busy", "refused");
type Fate = "answered" | "answer lost" | "not reached" | "down" | "busy" | "refused";
const happening = fc.oneof(
  { weight: 5, arbitrary: fc.record({ what: fc.constant("entry" as const), page: fc.nat(1), job: fc.nat(1) }) },
  { weight: 1, arbitrary: fc.record({ what: fc.constant("loaded anew" as const), page: fc.nat(1), job: fc.nat(1) }) },
  { weight: 2, arbitrary: fc.record({ what: fc.constant("two at once" as const), page: fc.nat(1), job: fc.nat(1) }) },
  { weight: 1, arbitrary: fc.record({ what: fc.constant("left" as const), page: fc.nat(1), job: fc.nat(1) }) },
);

/** Web Locks as two pages of one browser share them. */
const sharedLocks = () => {
  const tails = new Map<string, Promise<unknown>>();
  return {
    request: (name: string, work: () => Promise<unknown>) => {
      const mine = (tails.get(name) ?? Promise.resolve()).then(work, work);
      tails.set(
        name,
        mine.catch(() => undefined),
      );
      return mine;
    },
  };
};

/** A record that takes each id once, in the order it comes, and meets each request as it is told. */
const record = (meets: (asked: number) => Fate) => {
  const taken: string[] = [];
  const refused = new Set<string>();
  /** What each job's last letter met. */
  const last = new Map<string, Fate>();
  let asked = 0;
  const fetched = async (url: string, init?: RequestInit): Promise<Response> => {
    // Asked whether it answers at all, it is as it was a moment ago: down for one is down for all.
    if (!init?.body)
      return ["down", "busy"].includes(last.get(/\d/.exec(url)?.[0] ?? "") ?? "")
        ? new Response("{}", { status: 503 })
        : Response.json({ changes: taken.length });
    const { id } = JSON.parse(String(init.body));
    const met = meets(asked++);
    last.set(/\d/.exec(url)?.[0] ?? "", met);
    await Promise.resolve();
    if (met === "not reached") throw new TypeError("failed to fetch");
    if (met === "down") return new Response("{}", { status: 503 });
    if (met === "busy") return new Response("{}", { status: 429 });
    // Taken once, it is known by its id from then on.
    if (met === "refused" && !taken.includes(id)) {
      refused.add(id);
      return Response.json({ error: { path: "value", message: "no" } }, { status: 400 });
    }
    if (!taken.includes(id)) taken.push(id);
    if (met === "answer lost") throw new TypeError("network changed");
    return Response.json({ ok: true, changes: taken.length, url });
  };
  return { taken, refused, fetched };
};

const reading = (id: string): Reading => ({
  ...{ id, what: "lateral", spoke: 3, value: 0.2, typed: "20", doubtful: false },
});
const entered = (job: number, id: string): Entered => ({
  what: "readings",
  jobId: `job${job}`,
  roundId: `round${job}`,
  readings: [reading(id)],
});

type Office = typeof import("./post-office");
/** A page of its own: its modules are loaded anew, its storage is the browser's. */
const page = async (): Promise<Office> => {
  vi.resetModules();
  return import("./post-office");
};
const arrive = async (office: Office, what: Entered, inHand = false) =>
  office.sendKept(await office.keep(what), () => inHand);

beforeEach(() => {
  vi.resetModules();
  vi.useFakeTimers({ toFake: ["setTimeout", "clearTimeout"] });
  vi.stubGlobal("indexedDB", new IDBFactory());
  vi.stubGlobal("navigator", { locks: sharedLocks() });
  vi.stubGlobal("BroadcastChannel", undefined);
  vi.stubGlobal("localStorage", { getItem: () => null, setItem: () => undefined });
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

test("whatever the connection does, every entry arrives once, in the order it was entered, or stays as refused", async () => {
  let [kept, refusals] = [0, 0];
  await fc.assert(
    fc.asyncProperty(
      fc.array(happening, { minLength: 1, maxLength: 12 }),
      fc.array(fate, { minLength: 1, maxLength: 30 }),
      async (happenings, fates) => {
        vi.stubGlobal("indexedDB", new IDBFactory());
        vi.stubGlobal("navigator", { locks: sharedLocks() });
        let well = false;
        const { taken, refused, fetched } = record((n) => (well ? "answered" : fates[n % fates.length]));
        vi.stubGlobal("fetch", fetched);
        const pages = [await page(), await page()];
        /** Where each stands in the order in which this browser kept them: two pages at once are in that order too. */
        const order: Record<number, [at: number, id: string][]> = { 0: [], 1: [] };
        let ids = 0;
        const keep = async (office: Office, job: number) => {
          const id = `${++ids}`;
          const posted = await office.keep(entered(job, id));
          order[job].push([posted.at, id]);
          return posted;
        };
        const entry = async (at: number, job: number) => {
          const office = pages[at];
          return office.sendKept(await keep(office, job), () => false);
        };
        for (const { what, page: at, job } of happenings) {
          if (what === "entry") {
            const { state } = await entry(at, job);
            if (state === "kept") kept++;
          } else if (what === "two at once") await Promise.all([entry(at, job), entry(1 - at, job)]);
          else {
            // Kept before it is sent: a page that is left in between has only not sent it yet.
            if (what === "left") await keep(pages[at], job);
            pages[at] = await page();
            await pages[at].sendAll();
          }
        }
        well = true;
        expect(await pages[0].sendAll()).toBe(true);
        const { allLetters } = await import("./letters");
        const left = await allLetters();
        refusals += left.length;
        for (const job of [0, 1]) {
          const mine = order[job].sort(([p], [q]) => p - q).map(([, id]) => id);
          const byTaking = taken.filter((id) => mine.includes(id));
          const byRefusal = left.flatMap(({ entered: e }) => (e.what === "readings" ? e.readings[0].id : []));
          const stay = byRefusal.filter((id) => mine.includes(id));
          // Nothing lost, nothing twice, and what was taken came in the order it was entered.
          expect([...byTaking, ...stay].sort()).toEqual([...mine].sort());
          expect(byTaking).toEqual(mine.filter((id) => byTaking.includes(id)));
          for (const id of stay) expect(refused.has(id)).toBe(true);
        }
      },
    ),
    { numRuns: 60 },
  );
  expect([kept > 20, refusals > 20]).toEqual([true, true]);
});

describe("what became of it", () => {
  test("taken, kept, refused are three cases; busy and not signed in are no refusals", async () => {
    const meets: Fate[] = ["answered", "not reached", "busy"];
    const { fetched } = record((n) => meets[n] ?? "answered");
    vi.stubGlobal("fetch", fetched);
    const office = await page();
    expect((await arrive(office, entered(0, "1"))).state).toBe("taken");
    expect((await arrive(office, entered(0, "2"))).state).toBe("kept");
    // The one before it goes first, and meets a busy server: this one waits behind it.
    expect((await arrive(office, entered(0, "3"))).state).toBe("kept");
    expect(office.postNow()).toMatchObject({ away: true, letters: [{ refusal: null }, { refusal: null }] });
    expect(await office.sendAll()).toBe(true);
    expect(office.postNow()).toMatchObject({ away: false, letters: [] });
  });
  test("refused in the hand it is the hand's again; refused later it stays until it is dropped, over a reload too", async () => {
    const { fetched } = record(() => "refused");
    vi.stubGlobal("fetch", fetched);
    const office = await page();
    expect(await arrive(office, entered(0, "1"), true)).toEqual({
      ...{ state: "refused", field: "value", message: "no", stored: undefined },
    });
    expect(office.postNow().letters).toEqual([]);
    await arrive(office, entered(0, "2"));
    const later = await page();
    await later.sendAll();
    const [letter] = later.postNow().letters;
    expect(letter).toMatchObject({ refusal: { field: "value", message: "no" } });
    await later.drop(letter.at);
    expect((await page()).postNow().letters).toEqual([]);
  });
  test("one that alone fails while the record answers all else is refused, and those behind it go", async () => {
    const { fetched, taken } = record(() => "answered");
    vi.stubGlobal("fetch", async (url: string, init?: RequestInit) =>
      init?.body && JSON.parse(String(init.body)).id === "1" ? new Response("{}", { status: 500 }) : fetched(url, init),
    );
    const office = await page();
    await arrive(office, entered(0, "1"));
    await arrive(office, entered(0, "2"));
    for (let i = 0; i < 6; i++) await office.sendAll();
    expect(taken).toEqual(["2"]);
    expect(office.postNow().letters).toMatchObject([{ refusal: { field: null } }]);
  });
  test("after long away the record answers, takes one and is busy for the next: what is left goes in seconds, not in a minute", async () => {
    let away = true;
    let busyAt = -1;
    const { taken, fetched } = record((asked) => (away ? "not reached" : asked === busyAt ? "busy" : "answered"));
    let asked = 0;
    vi.stubGlobal("fetch", (url: string, init?: RequestInit) => {
      if (init?.body) asked++;
      return fetched(url, init);
    });
    const office = await page();
    for (const id of ["a", "b", "c"]) await office.keep(entered(1, id));
    await office.sendAll();
    // Each time it waits twice as long, up to a minute.
    for (let tried = 0; tried < 8; tried++) {
      const before = asked;
      vi.advanceTimersByTime(60_000);
      await vi.waitFor(() => expect(asked).toBeGreaterThan(before));
      await office.sendAll();
    }
    away = false;
    busyAt = asked + 1;
    await office.sendAll();
    expect(taken).toEqual(["a"]);
    vi.advanceTimersByTime(1500);
    vi.useRealTimers();
    await vi.waitFor(() => expect(taken).toEqual(["a", "b", "c"]));
  });

  test("shut out again and again, then met by a record that is busy a few times, it still waits and goes", async () => {
    const { fetched, taken } = record(() => "answered");
    const shutOut = Array<number>(8).fill(401);
    const answers = [...shutOut, 503, 503, 429, 503];
    vi.stubGlobal("location", { pathname: "/sign-in" });
    vi.stubGlobal("fetch", async (url: string, init?: RequestInit) => {
      const status = init?.body ? answers.shift() : undefined;
      return status === undefined ? fetched(url, init) : new Response("{}", { status });
    });
    const office = await page();
    await arrive(office, entered(0, "1"));
    for (let i = 0; i < 11; i++) {
      await office.sendAll();
      expect(office.postNow().letters).toMatchObject([{ refusal: null }]);
    }
    await office.sendAll();
    expect(taken).toEqual(["1"]);
  });
  test("what somebody else entered waits until one who may is at the device; one's own that one may not is refused", async () => {
    const { fetched, taken } = record(() => "answered");
    const shown = { documentElement: { dataset: { at: "Bo Marsh" } } };
    vi.stubGlobal("document", shown);
    vi.stubGlobal("fetch", (url: string, init?: RequestInit) =>
      shown.documentElement.dataset.at === "Bo Marsh" || !init?.body
        ? fetched(url, init)
        : Promise.resolve(Response.json({ error: { message: "a builder's" } }, { status: 403 })),
    );
    const office = await page();
    // Kept while the record was away, the counter there when it came back.
    await office.keep(entered(0, "1"));
    shown.documentElement.dataset.at = "Dee Holt";
    await office.sendAll();
    expect(office.postNow().letters).toMatchObject([{ refusal: null, by: "Bo Marsh", tries: 0 }]);
    await arrive(office, entered(1, "2"));
    expect(office.postNow().letters.map((l) => l.refusal?.message ?? null)).toEqual([null, "a builder's"]);
    shown.documentElement.dataset.at = "Bo Marsh";
    await office.sendAll();
    expect(taken).toEqual(["1"]);
  });
  test("what the record answered is told to whoever entered it, whatever on its page sent it", async () => {
    vi.stubGlobal("fetch", record((n) => (n === 0 ? "answered" : "refused")).fetched);
    const office = await page();
    const [one, two] = [await office.keep(entered(0, "1")), await office.keep(entered(1, "2"))];
    await office.sendAll();
    expect(await office.sendKept(one, () => true)).toMatchObject({ state: "taken", value: { changes: 1 } });
    expect(await office.sendKept(two, () => true)).toMatchObject({ state: "refused", message: "no" });
    expect(office.postNow().letters).toEqual([]);
  });
  test("delivered it stands until the record was read with it, and no longer", async () => {
    const { fetched } = record(() => "answered");
    vi.stubGlobal("fetch", fetched);
    const office = await page();
    await arrive(office, entered(0, "1"));
    await arrive(office, entered(0, "2"));
    expect(office.postNow().delivered).toHaveLength(2);
    office.recordShows("job0", 1);
    expect(office.postNow().delivered).toMatchObject([{ changes: 2 }]);
    office.recordShows("job1", 9);
    expect(office.postNow().delivered).toHaveLength(1);
    office.recordShows("job0", 2);
    expect(office.postNow().delivered).toEqual([]);
  });
  test("letters of the version before, all in one line of text, go with the others", async () => {
    const { fetched, taken } = record(() => "answered");
    vi.stubGlobal("fetch", fetched);
    let text = JSON.stringify([
      { url: "/api/rounds/r/readings", body: { id: "a" } },
      { url: "/api/jobs/j/measurements", body: { id: "b", name: "finish.answer", typed: "sides|seen" }, key: "k" },
    ]);
    const setItem = (_: string, to: string) => {
      text = to;
    };
    vi.stubGlobal("localStorage", { getItem: () => text, setItem });
    const { takeOldLetters } = await import("./old-letters");
    await takeOldLetters();
    const { allLetters } = await import("./letters");
    expect((await allLetters()).map((l) => l.entered.what)).toEqual(["other", "act"]);
    expect(await (await page()).sendAll()).toBe(true);
    expect([taken.sort(), text]).toEqual([["a", "b"], "[]"]);
  });
});
