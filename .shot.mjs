import { chromium } from "@playwright/test";

// usage: OUT PATH w h steps...
const [out, path, w, h, ...steps] = process.argv.slice(2);
const b = await chromium.launch({
  executablePath: "/usr/bin/chromium",
  args: [
    "--no-sandbox",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
    "--use-fake-ui-for-media-stream",
    "--use-fake-device-for-media-stream",
  ],
});
const c = await b.newContext({
  viewport: { width: +w || 1280, height: +h || 800 },
  colorScheme: process.env.DARK ? "dark" : "light",
});
const p = await c.newPage();
p.on("pageerror", (e) => console.log("PAGEERROR", e.message));
p.on("console", (m) => m.type() === "error" && console.log("CONSOLE", m.text().slice(0, 300)));
let url = path;
if (path.includes("@")) {
  const [mark, stage] = path.split("@");
  const jobs = await (await c.request.get("http://127.0.0.1:3210/")).text();
  const m = [...jobs.matchAll(/href="\/jobs\/([0-9a-f-]{36})[^"]*"/g)].map((x) => x[1]);
  for (const id of new Set(m)) {
    const j = await (await c.request.get(`http://127.0.0.1:3210/jobs/${id}/hand-back`)).text();
    if (j.includes(mark)) {
      url = `/jobs/${id}/${stage}`;
      break;
    }
  }
}
await p.goto("http://127.0.0.1:3210" + url);
await p.waitForTimeout(800);
for (const s of steps) {
  const [k, ...r] = s.split(":");
  const v = r.join(":");
  if (k === "tab")
    await p
      .getByRole("tab", { name: new RegExp(v) })
      .first()
      .click();
  else if (k === "btn")
    await p
      .getByRole("button", { name: new RegExp(v) })
      .first()
      .click();
  else if (k === "press") await p.keyboard.press(v);
  else if (k === "type") await p.keyboard.type(v);
  else if (k === "wait") await p.waitForTimeout(+v);
  else if (k === "link")
    await p
      .getByRole("link", { name: new RegExp(v) })
      .first()
      .click();
  else if (k === "eval") console.log(await p.evaluate(v));
  await p.waitForTimeout(350);
}
await p.screenshot({ path: out });
await b.close();
