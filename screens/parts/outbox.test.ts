import fc from "fast-check";
import { expect, test, vi } from "vitest";

// A connection that fails in every way there is, pages that are left and loaded anew: what was entered arrives.

/** What one request meets: taken and answered, taken but the answer lost, not reached, a record that is down, refused. */
const fate = fc.constantFrom("answered", "answer lost", "not reached", "down", "refused");
const happening = fc.oneof(
  { weight: 4, arbitrary: fc.constant("entry" as const) },
  { weight: 1, arbitrary: fc.constant("page loaded anew" as const) },
  { weight: 1, arbitrary: fc.constant("two entries at once" as const) },
  { weight: 1, arbitrary: fc.constant("left while sending" as const) },
);

class Drawer {
  private readonly held = new Map<string, string>();
  getItem = (key: string) => this.held.get(key) ?? null;
  setItem = (key: string, value: string) => void this.held.set(key, value);
}

test("whatever the connection does, every entry that is not refused arrives", async () => {
  let lost = 0;
  await fc.assert(
    fc.asyncProperty(
      fc.array(happening, { minLength: 1, maxLength: 14 }),
      fc.array(fate, { minLength: 1, maxLength: 40 }),
      async (happenings, fates) => {
        vi.stubGlobal("localStorage", new Drawer());
        /** Ids as the record took them first. */
        const taken: string[] = [];
        const refused = new Set<string>();
        let asked = 0;
        let well = false;
        /** A page that is gone hears no answer any more. */
        let page = 0;
        vi.stubGlobal("fetch", async (_: string, { body }: { body: string }) => {
          const from = page;
          const { id } = JSON.parse(body);
          const met = well ? "answered" : fates[asked++ % fates.length];
          await Promise.resolve();
          if (met === "not reached") throw new TypeError("failed to fetch");
          if (met === "down") return new Response("{}", { status: 503 });
          // Taken once, it is known by its id from then on.
          if (met === "refused" && !taken.includes(id)) {
            refused.add(id);
            return Response.json({ error: { path: "value", message: "no" } }, { status: 400 });
          }
          if (!taken.includes(id)) taken.push(id);
          if (met === "answer lost") throw new TypeError("network changed");
          if (from !== page) return new Promise<Response>(() => undefined);
          return Response.json({ ok: true });
        });
        vi.resetModules();
        let { send, sendWaiting } = await import("./outbox");
        const entered: string[] = [];
        const entry = () => {
          const id = String(entered.length + 1);
          entered.push(id);
          return send("/api/readings", { id });
        };
        for (const what of happenings) {
          if (what === "entry") {
            const { ok } = await entry();
            if (!ok) lost++;
          } else if (what === "two entries at once") await Promise.all([entry(), entry()]);
          else {
            if (what === "left while sending") void entry();
            page++;
            vi.resetModules();
            ({ send, sendWaiting } = await import("./outbox"));
            await sendWaiting();
          }
        }
        well = true;
        page++;
        vi.resetModules();
        ({ sendWaiting } = await import("./outbox"));
        await sendWaiting();
        expect(JSON.parse(localStorage.getItem("tall-compass-outbox") ?? "[]")).toEqual([]);
        expect([...new Set([...taken, ...refused])].sort((a, b) => Number(a) - Number(b))).toEqual(entered);
      },
    ),
    { numRuns: 60 },
  );
  expect(lost).toBeGreaterThan(20);
  vi.unstubAllGlobals();
});
