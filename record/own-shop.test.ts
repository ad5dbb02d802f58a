import { readdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { expect, test, vi } from "vitest";
import { PATCH as settingsRoute } from "@/app/api/settings/route";
import { GET as copyOut } from "@/app/api/shop/copies/[name]/route";
import { DELETE as removeDemoRoute } from "@/app/api/shop/demo/route";
import { loadDemoOnce } from "@/demo/load";
import { startDatabase } from "@/run/database-server";
import { copyIfDue, makeCopy, shopCopies } from "@/store/copies";
import { database, openDatabase } from "@/store/database";
import { hasDemo } from "@/store/demo-shop";
import { loadBackup } from "@/store/dump";
import { benchRows } from "@/store/jobs";
import { openJob } from "@/store/open-job";
import { ownDatabase } from "@/store/own-database.test.rig";
import { scratchFolder } from "@/store/scratch.test.rig";
import { listStock, moveStock } from "@/store/stock";
import { learnTimes } from "./bench-minutes";
import { readShopFigures } from "./shop-figures";

// The shop's own from its first day: the invented one counts in none of its figures, goes whole, and copies are kept.

const scratch = scratchFolder();
ownDatabase(".test-output/own-shop", loadDemoOnce);

const count = async (table: string) => Number((await database()(table).count({ n: "*" }).first())?.n);
const patch = (change: object) =>
  settingsRoute(new Request("http://127.0.0.1/", { method: "PATCH", body: JSON.stringify(change) }));
const today = () => new Date().toISOString().slice(0, 10);

test("with the first wheel of the shop's own the invented ones count nowhere; removed they go whole, and what is its own stays", async () => {
  const shown = await readShopFigures(today());
  expect(shown.left.length).toBeGreaterThan(3);
  const own = await openJob({ id: crypto.randomUUID(), kind: "rebuild", mark: "OWN-1", customer: "Own Testwell" });
  const [drawer] = (await listStock()).filter((s) => s.kind === "spoke");
  await moveStock({ id: crypto.randomUUID(), stockId: drawer.id, jobId: own.id, change: -1, note: "" });
  const figures = await readShopFigures(today());
  expect(figures.left).toEqual([]);
  expect(figures.months.reduce((n, m) => n + m.takenIn, 0)).toBe(1);
  expect(figures.months.reduce((n, m) => n + m.handedBack, 0)).toBe(0);
  // Nor does the diary learn from wheels nobody built.
  expect(Object.values(await learnTimes()).every((t) => t.from === 0)).toBe(true);
  expect(await hasDemo()).toBe(true);
  for (let twice = 0; twice < 2; twice++) expect((await removeDemoRoute()).status).toBe(200);
  expect(await hasDemo()).toBe(false);
  expect((await benchRows()).map((r) => r.mark)).toEqual(["OWN-1"]);
  for (const [table, left] of [
    ["jobs", 1],
    ["wheels", 1],
    ["customers", 1],
    ["rounds", 0],
    ["readings", 0],
    ["sheets", 0],
    ["gauge_tables", 0],
    ["practice_wheels", 0],
  ] as const)
    expect([table, await count(table)]).toEqual([table, left]);
  // A drawer this shop took from is its own.
  expect((await listStock()).map((s) => s.id)).toEqual([drawer.id]);
});

test("a copy of the shop lies in the folder that was named, once a day by itself; put back elsewhere it is the shop", async () => {
  const folder = join(scratch.at, "copies");
  const refused = await patch({ copiesFolder: "/proc/nowhere" });
  expect([refused.status, (await refused.json()).error]).toMatchObject([400, { path: "copiesFolder" }]);
  expect((await patch({ copiesFolder: folder })).status).toBe(200);
  for (const day of ["2026-01-05", "2026-01-06"]) writeFileSync(join(folder, `tall-compass-${day}.sql.gz`), "old");
  expect(await copyIfDue("2026-11-26")).toBe(true);
  expect(await copyIfDue("2026-11-26")).toBe(false);
  await makeCopy("2026-11-27");
  const { copies, underWay, failed } = await shopCopies();
  expect(copies.map((c) => c.day)).toEqual(["2026-11-27", "2026-11-26", "2026-01-06", "2026-01-05"]);
  expect([underWay, failed]).toEqual([null, null]);
  expect(readdirSync(folder).some((f) => f.endsWith(".part"))).toBe(false);
  const out = await copyOut(new Request("http://127.0.0.1/"), { params: Promise.resolve({ name: copies[0].name }) });
  const file = join(folder, "out.sql.gz");
  writeFileSync(file, Buffer.from(await out.arrayBuffer()));
  const none = await copyOut(new Request("http://127.0.0.1/"), { params: Promise.resolve({ name: "../settings" }) });
  expect(none.status).toBe(404);
  const other = await startDatabase(join(folder, "..", "data"));
  try {
    const db = openDatabase(other.url);
    await vi.waitFor(() => db.raw("select 1"), { timeout: 30_000, interval: 300 });
    await loadBackup(other.url, file);
    expect(await db("wheels").pluck("mark")).toEqual(["OWN-1"]);
    await db.destroy();
  } finally {
    await other.stop();
  }
});
