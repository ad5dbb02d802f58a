import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { POST as sameAs } from "@/app/api/customers/[id]/same-as/route";
import { POST as carry } from "@/app/api/jobs/[id]/carry/route";
import { PATCH as tell } from "@/app/api/jobs/[id]/route";
import { GET as known } from "@/app/api/known/route";
import { carriedNotes } from "@/core/measurement/carried-words";
import { customerWheels } from "@/store/customers";
import { database } from "@/store/database";
import { findJob } from "@/store/jobs";
import { alikeCustomers } from "@/store/known";
import { addMeasurement } from "@/store/measurements";
import { openJob } from "@/store/open-job";
import { ownDatabase } from "@/store/own-database.test.rig";
import { benchRecord } from "./bench-record";
import { offeredEarlier } from "./carry";

// Who and what was here before is known: offered while it is typed, and nobody stands in the record twice.

ownDatabase(".test-output/known");

const uid = () => crypto.randomUUID();
type Handler = (r: Request, p: { params: Promise<{ id: string }> }) => Promise<Response>;
const ask = (handler: Handler, id: string, body: unknown, method = "POST") =>
  handler(new Request("http://127.0.0.1/", { method, body: JSON.stringify(body) }), {
    params: Promise.resolve({ id }),
  });
const offered = async (what: string, typed: string) =>
  (await known(new Request(`http://127.0.0.1/api/known?what=${what}&typed=${encodeURIComponent(typed)}`))).json();
const told = async (id: string, key: string, value: string, again = false) => {
  const now = (await findJob(id)) as unknown as Record<string, string>;
  return ask(tell, id, { change: { [key]: value }, seen: { [key]: now[key] }, again }, "PATCH");
};
const record = async (id: string) => {
  const found = await benchRecord(id);
  if (!found) throw new Error("the job is gone");
  return found;
};
const take = (jobId: string, name: string, value: number | string, place = 0) =>
  addMeasurement({
    ...{ jobId, id: uid(), name, place, role: "new", typed: String(value), method: "", who: "" },
    ...(typeof value === "number" ? { unit: "mm", value } : { unit: "choice", value: null }),
  });

describe("customers", () => {
  test("offered while typed by name or telephone; chosen, the wheel is theirs and nobody stands there twice", async () => {
    await openJob({ id: uid(), kind: "rebuild", mark: "KN-1", customer: "Kaja Testwell", telephone: "0555 0142" });
    const fresh = await openJob({ id: uid(), kind: "true-only" });
    for (const typed of ["kaj", "TESTW", "0142"])
      expect((await offered("customer", typed)).customers).toMatchObject([{ name: "Kaja Testwell", wheels: 1 }]);
    expect((await offered("customer", "%")).customers).toEqual([]);
    const [{ id }] = (await offered("customer", "Kaja")).customers;
    expect((await told(fresh.id, "customerId", id)).status).toBe(200);
    expect(await findJob(fresh.id)).toMatchObject({
      customer: "Kaja Testwell",
      telephone: "0555 0142",
      customerId: id,
    });
    expect(await database()("customers").where({ id: fresh.customerId })).toEqual([]);
    expect((await customerWheels(id))?.wheels).toHaveLength(2);
  });
  test("a name typed that is known is asked once; the same again makes the wheel theirs, another name is another person", async () => {
    const first = await openJob({ id: uid(), kind: "rebuild", mark: "KN-2", customer: "Pim Testwell" });
    const second = await openJob({ id: uid(), kind: "rebuild" });
    const refused = await told(second.id, "customer", "pim testwell");
    expect([refused.status, (await refused.json()).error]).toMatchObject([
      400,
      { path: "customer", message: expect.stringMatching(/is known here, with 1 wheel/) },
    ]);
    expect((await told(second.id, "customer", "Pim Testwell of the mill")).status).toBe(200);
    expect((await findJob(second.id))?.customerId).toBe(second.customerId);
    await told(second.id, "customer", "Pim Testwell", true);
    expect((await findJob(second.id))?.customerId).toBe(first.customerId);
  });
  test("two that are one are found alike and put together, with all their wheels; twice is once", async () => {
    const a = await openJob({ id: uid(), kind: "rebuild", mark: "KN-3", customer: "R. Halm", telephone: "0555 0177" });
    const b = await openJob({
      id: uid(),
      kind: "rebuild",
      mark: "KN-4",
      customer: "Runa Halm",
      telephone: "0555-0177",
    });
    expect((await alikeCustomers(a.customerId)).map((c) => c.name)).toEqual(["Runa Halm"]);
    for (let twice = 0; twice < 2; twice++)
      expect((await ask(sameAs, a.customerId, { into: b.customerId })).status).toBe(200);
    expect((await customerWheels(b.customerId))?.wheels.map((w) => w.mark).sort()).toEqual(["KN-3", "KN-4"]);
    expect(await customerWheels(a.customerId)).toBeNull();
    expect((await ask(sameAs, b.customerId, { into: uid() })).status).toBe(400);
    expect((await customerWheels(b.customerId))?.wheels).toHaveLength(2);
  });
});

describe("a machine's figures", () => {
  const FIGURES = {
    "rim.holes": 40,
    "rim.height": 31,
    "hub.width": 142,
    "hub.A.holeCircle": 150,
    "hub.kind": "full-width",
  };
  const two = async (mark: string, machine: string) => {
    const was = await openJob({
      id: uid(),
      kind: "rebuild",
      mark,
      machine,
      place: "rear",
      tolerance: "show",
      sideA: "drum side",
    });
    for (const [name, value] of Object.entries(FIGURES)) await take(was.id, name, value);
    for (const place of [1, 2, 3]) await take(was.id, "rim.outsideDiameter", 492 + place / 10, place);
    await take(was.id, "offset.found", 1.2);
    await take(was.id, "condition.rim", "scrap");
    const now = await openJob({ id: uid(), kind: "rebuild", machine, place: "rear" });
    return { was, now };
  };
  test("are offered for the same machine and place alone, carried marked, and none over what was taken here", async () => {
    const { was, now } = await two("KN-10", "Gannet 400");
    const front = await openJob({ id: uid(), kind: "rebuild", machine: "Gannet 400", place: "front" });
    expect(await offeredEarlier(await record(front.id))).toBeNull();
    expect(await offeredEarlier(await record(now.id))).toMatchObject({
      jobId: was.id,
      mark: "KN-10",
      figures: 6,
      same: false,
    });
    expect((await offered("machine", "gann")).machines).toEqual(["Gannet 400"]);
    await take(now.id, "rim.holes", 36);
    expect((await ask(carry, now.id, { from: was.id })).status).toBe(200);
    const { taken, job, carried } = await record(now.id);
    expect(taken["rim.holes"].value).toBe(36);
    expect(taken["rim.outsideDiameter"].places.map((p) => p.value)).toEqual([492.1, 492.2, 492.3]);
    expect(taken["hub.kind"].typed).toBe("full-width");
    expect(taken["offset.found"]).toBeUndefined();
    expect(taken["condition.rim"]).toBeUndefined();
    expect([job.tolerance, job.sideA]).toEqual(["show", "drum side"]);
    expect(carried.from).toBe("KN-10");
    // Sent again, or asked for once more, nothing is doubled.
    await ask(carry, now.id, { from: was.id });
    expect((await record(now.id)).measurements).toHaveLength(8);
    const stranger = await openJob({ id: uid(), kind: "rebuild", machine: "Dunlin 300" });
    expect((await ask(carry, stranger.id, { from: was.id })).status).toBe(400);
  });
  test("count as assumed until one length was measured here and agrees; one that differs is asked about", async () => {
    const { was, now } = await two("KN-11", "Gannet 500");
    await ask(carry, now.id, { from: was.id });
    const before = await record(now.id);
    expect(before.build.assumed).toEqual(expect.arrayContaining(["hub.width", "rim.height"]));
    expect(carriedNotes(before.carried)[0]).toMatch(/carried from KN-11. Measure one length here/);
    await take(now.id, "rim.height", 31.4);
    const agrees = await record(now.id);
    expect(agrees.build.assumed).not.toContain("hub.width");
    expect(carriedNotes(agrees.carried)[0]).toMatch(/rim height measured here agrees/);
    await take(now.id, "hub.width", 139.8);
    const differs = await record(now.id);
    expect(differs.build.assumed).toContain("hub.A.holeCircle");
    expect(differs.build.doubts).toContainEqual(
      expect.objectContaining({
        code: "carried-differs",
        figure: "hub.width",
        figures: { from: "KN-11", carried: 142, measured: 139.8 },
      }),
    );
  });
  test("whatever differs by more than two wheels of a machine do is asked about, and nothing that does not", async () => {
    const { was, now } = await two("KN-12", "Gannet 600");
    await ask(carry, now.id, { from: was.id });
    await fc.assert(
      fc.asyncProperty(fc.double({ min: -4, max: 4, noNaN: true }), async (by) => {
        await take(now.id, "rim.height", 31 + by);
        const { carried } = await record(now.id);
        expect(carried.tested).toBe(Math.abs(by) <= 0.7);
        expect(carried.differs.length > 0).toBe(Math.abs(by) > 0.7);
      }),
      { numRuns: 15 },
    );
  });
});
