import { once } from "node:events";
import { createServer, request } from "node:http";
import type { AddressInfo } from "node:net";
import { expect } from "@playwright/test";
import { newJob } from "./at-the-bench";
import { test } from "./patient-test";

// A page of another origin, open in the same browser, can neither change nor read anything; nor can one that got its own
// name to stand for this machine.

/** The server's answer to a request under any name. */
const under = (address: string, host: string, path: string): Promise<number> =>
  new Promise((done, fail) => {
    const { hostname, port } = new URL(address);
    request({ hostname, port, path, headers: { host } }, (r) => {
      r.resume();
      done(r.statusCode ?? 0);
    })
      .on("error", fail)
      .end();
  });

test("another page in the same browser writes nothing, reads nothing, frames nothing", async ({ page, baseURL }) => {
  const here = baseURL ?? "";
  const id = await newJob(page);
  const before = await (await page.request.get(`/api/jobs/${id}/changes`)).json();
  const made = [crypto.randomUUID(), crypto.randomUUID(), crypto.randomUUID()];
  const foreign = createServer((_, response) => {
    response.setHeader("content-type", "text/html");
    response.end(`<title>elsewhere</title>
      <form id="form" method="post" enctype="text/plain" action="${here}/api/jobs" target="sink">
        <input name='{"id":"${made[0]}","kind":"rebuild","x":"' value='"}'></form><iframe name="sink"></iframe>
      <img id="img" src="${here}/api/jobs/${id}/label"><iframe id="frame" src="${here}/jobs/${id}/true"></iframe>`);
  });
  foreign.listen(0, "127.0.0.1");
  await once(foreign, "listening");
  try {
    // This machine under its other name is an origin of its own, like any page of the net.
    await page.goto(`http://localhost:${(foreign.address() as AddressInfo).port}/`);
    const tried = await page.evaluate(
      async ([address, job, one, two]) => {
        const type = { "content-type": "text/plain" };
        const post = (id: string, mode: RequestMode) =>
          fetch(`${address}/api/jobs`, {
            ...{ method: "POST", mode, headers: type, body: JSON.stringify({ id, kind: "rebuild" }) },
          }).then(
            (r) => r.type,
            () => "refused",
          );
        const read = fetch(`${address}/api/jobs/${job}/changes`).then(
          (r) => r.text(),
          () => "refused",
        );
        (document.getElementById("form") as HTMLFormElement).submit();
        return { posts: [await post(one, "no-cors"), await post(two, "cors")], read: await read };
      },
      [here, id, made[1], made[2]],
    );
    expect(tried.read).toBe("refused");
    expect(tried.posts[1]).toBe("refused");
    await page.waitForTimeout(500);
    const frame = page.frames().find((f) => f.url().includes(`/jobs/${id}`));
    expect((await frame?.locator("main").count()) ?? 0).toBe(0);
    expect(await page.locator("#img").evaluate((e) => (e as HTMLImageElement).naturalWidth)).toBe(0);
  } finally {
    foreign.close();
  }
  for (const job of made) expect((await page.request.get(`/api/jobs/${job}/changes`)).ok()).toBe(false);
  expect(await (await page.request.get(`/api/jobs/${id}/changes`)).json()).toEqual(before);
  // A name of somebody else's that was made to mean this machine.
  for (const host of ["shop.example", "127.0.0.1.example:80"])
    for (const path of ["/", `/api/jobs/${id}/changes`]) expect([400, 403]).toContain(await under(here, host, path));
  // A link to a page here may stand anywhere; the page itself loads nothing from elsewhere and no script it did not write.
  const answer = await page.request.get(`/jobs/${id}/true`);
  expect(answer.headers()).toMatchObject({
    "content-security-policy": expect.stringMatching(/script-src 'self' 'nonce-[^']+';.*frame-ancestors 'none'/),
    "x-content-type-options": "nosniff",
    "referrer-policy": "same-origin",
  });
  const said: string[] = [];
  page.on("console", (m) => m.type() === "error" && said.push(m.text()));
  for (const path of ["/", `/jobs/${id}/book-in`, `/jobs/${id}/measure`, "/figures", "/diary", "/nowhere"]) {
    await page.goto(path);
    await page.waitForLoadState("networkidle");
  }
  expect(said.filter((s) => /Content Security Policy|Refused to/.test(s))).toEqual([]);
});
