import { chromium } from "@playwright/test";
import { execSync } from "node:child_process";
const A = "http://127.0.0.1:3400";
const sh = (c: string) => { try { return execSync(c, { shell: "/bin/bash" }).toString(); } catch { return ""; } };
const b = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox", "--disable-background-networking", "--disable-component-update", "--disable-sync"] });
const c = await b.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
const p = await c.newPage();
p.setDefaultTimeout(120000);
await p.goto(A);
await p.waitForTimeout(2000);
const job = crypto.randomUUID();
for (let i=0;i<50;i++){ const r = await c.request.post(`${A}/api/jobs`, { data: { id: job, kind: "true-only", mark: "PH-1" } }).catch(()=>null); if (r?.ok()) break; await p.waitForTimeout(500);}
for (const [name, typed] of Object.entries({ "rim.holes": "36", "rim.height": "30" }))
  await c.request.post(`${A}/api/jobs/${job}/measurements`, { data: { id: crypto.randomUUID(), name, typed } });
await p.goto(`${A}/jobs/${job}/true`);
await p.getByRole("button", { name: /read the/ }).first().click();
await p.getByLabel("entry").getByRole("button", { name: "tyre off, on a stand", exact: true }).click();
await p.waitForTimeout(2000);
await p.screenshot({ path: "/tmp/phone-many0.png" });
const skip = p.getByRole("button", { name: "skip", exact: true });
if (await skip.count()) await skip.first().click();
let kills = 0;
const blows = [
  () => sh(`kill -9 $(pgrep -f "mariadbd.*manydata/nodes/node1/data" | head -1)`),
  () => sh(`kill -9 $(ss -ltnp | grep next-server | grep -E ":(41479)" | sed 's/.*pid=\\([0-9]*\\).*/\\1/' | head -1)`),
  () => sh("pkill -9 -f '[h]aproxy -db'"),
  () => sh(`kill -9 $(pgrep -f "mariadbd.*manydata/nodes/node3/data" | head -1)`),
  () => sh(`kill -9 $(ss -ltnp | grep next-server | grep -E ":(36781)" | sed 's/.*pid=\\([0-9]*\\).*/\\1/' | head -1)`),
];
const typed: string[] = [];
const t0 = Date.now();
let last = Date.now();
for (let i = 0; i < 72; i++) {
  const spokeWas = await p.getByTestId("walk-spoke").textContent().catch(() => "?");
  const v = String((i % 37) - 18);
  await p.keyboard.type((Number(v) >= 0 ? "+" : "") + v, { delay: 20 });
  await p.keyboard.press("Enter");
  typed.push(v);
  await p.waitForTimeout(150);
  if (Date.now() - last > 6000) { last = Date.now(); blows[kills % blows.length](); kills++; }
}
console.log("typed", typed.length, "in", Date.now() - t0, "ms,", kills, "kills");
await p.screenshot({ path: "/tmp/phone-many.png" });
for (let i = 0; i < 60; i++) {
  const r = await c.request.get(`${A}/api/jobs/${job}/stages/true`).catch(() => null);
  if (r?.ok()) { const d = await r.json(); const n = d.rounds?.flatMap((x: any) => x.readings).length; if (i % 5 === 0) console.log("stored", n); if (n >= 72) { console.log("values", d.rounds.flatMap((x: any) => x.readings.map((y: any) => y.typed)).join(",").slice(0, 400)); break; } }
  await p.waitForTimeout(1000);
}
await p.waitForTimeout(3000);
await p.screenshot({ path: "/tmp/phone-many2.png" });
const d = await (await c.request.get(`${A}/api/jobs/${job}/stages/true`)).json();
const all = d.rounds.flatMap((x: any) => x.readings);
console.log({ rounds: d.rounds.length, readings: all.length, ids: new Set(all.map((r: any) => r.id)).size });
await b.close();
