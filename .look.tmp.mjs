import { readFileSync } from "node:fs";
import { chromium } from "@playwright/test";

const U = "https://localhost:3444";
const b = await chromium.launch({ executablePath: "/usr/bin/chromium", args: ["--no-sandbox"] });
const cookie = {
  name: "__Host-tall-compass-device",
  value: readFileSync("/tmp/owner.token", "utf8").trim(),
  domain: "localhost",
  path: "/",
  secure: true,
  httpOnly: true,
  sameSite: "Lax",
};
for (const [n, w, h] of [
  ["wide", 1280, 800],
  ["phone", 390, 844],
  ["up", 820, 1180],
]) {
  const ctx = await b.newContext({ ignoreHTTPSErrors: true, viewport: { width: w, height: h } });
  await ctx.addCookies([cookie]);
  const p = await ctx.newPage();
  await p.goto(U + "/");
  await p.getByText("H-014").first().click();
  await p.waitForURL(/true/);
  await p.waitForTimeout(1500);
  await p.screenshot({ path: `/tmp/shots/true-${n}.png` });
  await p.goto(U + "/settings/people");
  await p.waitForTimeout(800);
  await p.getByRole("button", { name: "somebody else works here" }).click();
  await p.screenshot({ path: `/tmp/shots/people-${n}.png`, fullPage: true });
  await ctx.close();
}
const q = await (await b.newContext({ ignoreHTTPSErrors: true, viewport: { width: 390, height: 844 } })).newPage();
await q.goto(U + "/sign-in");
await q.waitForTimeout(500);
await q.screenshot({ path: "/tmp/shots/new.png" });
await q.goto("http://localhost:3281/");
await q.waitForTimeout(500);
await q.screenshot({ path: "/tmp/shots/trust.png", fullPage: true });
await b.close();
