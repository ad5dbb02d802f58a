import { readFileSync } from "node:fs";
import { chromium } from "@playwright/test";

const U = "https://localhost:3444";
const b = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox"] });
const ctx = await b.newContext({ ignoreHTTPSErrors: true, viewport: { width: 1280, height: 800 } });
const p = await ctx.newPage();
p.on("console", (m) => m.type() === "error" && console.log("console", m.text().slice(0, 200)));
await ctx.addCookies([
  {
    name: "__Host-tall-compass-device",
    value: readFileSync("/tmp/owner.token", "utf8").trim(),
    domain: "localhost",
    path: "/",
    secure: true,
    httpOnly: true,
    sameSite: "Lax",
  },
]);
const id = () => crypto.randomUUID();
for (const [name, role] of [
  ["Bo Marsh", "builder"],
  ["Cy Penn", "apprentice"],
  ["Dee Holt", "counter"],
])
  console.log((await p.request.post(U + "/api/people", { data: { id: id(), name, role, pin: "2581" } })).status());
await p.goto(U + "/");
await p.waitForTimeout(800);
await p.screenshot({ path: "/tmp/shots/jobs.png" });
await p.goto(U + "/settings");
await p.waitForTimeout(500);
await p.screenshot({ path: "/tmp/shots/settings.png" });
await p.getByRole("link", { name: /People and devices/ }).click();
await p.waitForURL(/people/);
await p.waitForTimeout(500);
await p.getByRole("button", { name: "let a device in" }).click();
await p.getByTestId("code").waitFor();
const code = await p.getByTestId("code").textContent();
await p.screenshot({ path: "/tmp/shots/people.png" });
const two = await b.newContext({ ignoreHTTPSErrors: true, viewport: { width: 390, height: 844 } });
const q = await two.newPage();
await q.goto(U + "/jobs/x/true");
await q.waitForTimeout(300);
console.log(q.url());
await q.screenshot({ path: "/tmp/shots/new.png" });
await q.getByLabel("code").fill(code.toLowerCase().replace("-", " "));
await q.getByLabel(/what this device/).fill("phone");
await q.getByRole("button", { name: "let it in" }).click();
await q.getByText("Who is there?").waitFor();
await q.getByRole("button", { name: "Bo Marsh" }).click();
await q.keyboard.type("25");
await q.screenshot({ path: "/tmp/shots/who.png" });
await q.keyboard.type("81");
await q.waitForTimeout(1500);
console.log(q.url());
await q.goto(U + "/");
await q.waitForTimeout(800);
await q.screenshot({ path: "/tmp/shots/phonejobs.png" });
await q.goto(U + "/settings/people");
await q.waitForTimeout(800);
await q.screenshot({ path: "/tmp/shots/phonepeople.png" });
await b.close();
