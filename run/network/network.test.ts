import { X509Certificate } from "node:crypto";
import { readFileSync, rmSync, statSync } from "node:fs";
import { createServer, type IncomingHttpHeaders, type Server } from "node:http";
import { connect } from "node:http2";
import { request } from "node:https";
import type { AddressInfo } from "node:net";
import { join } from "node:path";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { authorityOf, certificateFor } from "./authority";
import { type SecureFront, secureFront } from "./secure-front";
import { isServed, servedNames } from "./served-names";
import { fingerprintOf, serveTrustPage } from "./trust-page";

const folder = ".test-output/network";
const names = ["tall-compass.local", "localhost", "127.0.0.1"];

beforeAll(() => rmSync(folder, { recursive: true, force: true }));

describe("the shop's own certificates", () => {
  test("one authority for good, read by its owner only; a certificate is kept while it names all, and made anew for another address", async () => {
    const authority = await authorityOf(folder);
    expect(await authorityOf(folder)).toEqual(authority);
    expect(statSync(join(folder, "authority.key")).mode & 0o77).toBe(0);
    const first = await certificateFor(folder, names);
    expect(await certificateFor(folder, names)).toEqual(first);
    expect(await certificateFor(folder, names.slice(0, 2))).toEqual(first);
    const moved = await certificateFor(folder, [...names, "192.0.2.7"]);
    expect(moved.cert).not.toBe(first.cert);
    const [leaf, root] = [new X509Certificate(moved.cert), new X509Certificate(authority.cert)];
    expect([root.ca, leaf.ca]).toEqual([true, false]);
    expect(leaf.verify(root.publicKey)).toBe(true);
    expect(leaf.checkIP("192.0.2.7")).toBe("192.0.2.7");
    expect(leaf.checkHost("tall-compass.local")).toBe("tall-compass.local");
    expect(leaf.checkHost("elsewhere.local")).toBeUndefined();
    // No browser takes one of a server that holds longer than 398 days (CA/Browser Forum, Baseline Requirements 6.3.2).
    const days = (Date.parse(leaf.validTo) - Date.parse(leaf.validFrom)) / 86_400_000;
    expect(days).toBeLessThanOrEqual(398);
    expect(Date.parse(root.validTo) - Date.now()).toBeGreaterThan(9 * 365 * 86_400_000);
    expect(fingerprintOf(authority.cert)).toMatch(/^([0-9A-F]{2}:){31}[0-9A-F]{2}$/);
  });
  test("another authority's certificate left in the folder is not served", async () => {
    const other = `${folder}-other`;
    rmSync(other, { recursive: true, force: true });
    const foreign = await certificateFor(other, names);
    const { writeFileSync } = await import("node:fs");
    writeFileSync(join(folder, "server.crt"), foreign.cert);
    writeFileSync(join(folder, "server.key"), foreign.key);
    const own = await certificateFor(folder, names);
    expect(own.cert).not.toBe(foreign.cert);
  });
});

test("a shop answers to its own names and addresses, and to no other that is made to mean it", () => {
  const shop = servedNames("tall-compass", "https://wheels.example");
  for (const host of ["tall-compass.local:3443", "TALL-COMPASS.local", "localhost:1", "wheels.example", "127.0.0.1"])
    expect([host, isServed(shop, host)]).toEqual([host, true]);
  for (const host of [undefined, "", "evil.example", "tall-compass.local.evil.example", "xlocalhost", "10.255.255.254"])
    expect([host, isServed(shop, host)]).toEqual([host, false]);
});

describe("in front of the pages", () => {
  let pages: Server;
  let front: SecureFront;
  let ca: string;
  const seen: { headers: IncomingHttpHeaders; body: number }[] = [];
  beforeAll(async () => {
    pages = createServer((asked, answer) => {
      let body = 0;
      asked.on("data", (chunk: Buffer) => {
        body += chunk.length;
      });
      asked.on("end", () => {
        seen.push({ headers: asked.headers, body });
        if (asked.url === "/events") {
          answer.writeHead(200, { "content-type": "text/event-stream", connection: "keep-alive" });
          answer.write("data: first\n\n");
          // Goes on only once the first was seen, or the test waits for ever.
          goOn = () => answer.end("data: second\n\n");
        } else answer.writeHead(200, { "x-own": "yes", "keep-alive": "timeout=5" }).end("pages");
      });
    });
    await new Promise<void>((done) => pages.listen(0, "127.0.0.1", done));
    const certificate = await certificateFor(folder, names);
    ca = readFileSync(join(folder, "authority.crt"), "utf8");
    const shop = servedNames("tall-compass", undefined);
    front = await secureFront({
      ...{ certificate, port: 0, to: (pages.address() as AddressInfo).port, key: "k".repeat(30) },
      isServed: (host) => isServed(shop, host),
      addresses: (port) => [`https://${shop.name}:${port}`],
    });
  });
  afterAll(async () => {
    await front.stop();
    pages.close();
    pages.closeAllConnections();
  });
  let goOn: () => void = () => undefined;

  const ask = (
    path: string,
    { host = `localhost:${front.port}`, headers = {}, body }: { host?: string; headers?: object; body?: Buffer } = {},
  ) =>
    new Promise<{ status: number; headers: IncomingHttpHeaders; text: string }>((done, fail) => {
      const asking = request(
        {
          ...{ port: front.port, path, ca, host: "127.0.0.1", servername: "localhost" },
          method: body ? "POST" : "GET",
          headers: { ...headers, host },
        },
        (answer) => {
          let text = "";
          answer.on("data", (chunk) => {
            text += chunk;
          });
          answer.on("end", () => done({ status: answer.statusCode ?? 0, headers: answer.headers, text }));
        },
      );
      asking.on("error", fail);
      asking.end(body);
    });

  test("what only the front may say is taken off whoever says it, and said by the front; the answer stays over HTTPS", async () => {
    seen.length = 0;
    const answer = await ask("/", {
      headers: {
        "x-tall-compass-own": "me",
        "x-tall-compass-at": "%7B%7D",
        "x-forwarded-for": "6.6.6.6",
        cookie: "a=1",
      },
    });
    expect(answer).toMatchObject({ status: 200, text: "pages", headers: { "x-own": "yes" } });
    expect(answer.headers["strict-transport-security"]).toBeUndefined();
    const named = await ask("/", { host: `tall-compass.local:${front.port}` });
    expect(named.headers["strict-transport-security"]).toMatch(/max-age=\d{7,}/);
    const [{ headers }] = seen;
    expect(headers["x-tall-compass-own"]).toBeUndefined();
    expect(headers["x-tall-compass-at"]).toBeUndefined();
    expect(headers["x-tall-compass-front"]).toBe("k".repeat(30));
    expect(headers["x-forwarded-for"]).toMatch(/127\.0\.0\.1$/);
    expect(headers["x-forwarded-proto"]).toBe("https");
    expect(headers.cookie).toBe("a=1");
    expect(headers.host).toBe(`localhost:${front.port}`);
  });

  test("a foreign name is refused before the pages hear of it; too much is not passed on", async () => {
    seen.length = 0;
    expect((await ask("/", { host: "evil.example" })).status).toBe(421);
    expect(
      (await ask("/", { headers: { "content-length": String(200 * 1024 * 1024) } }).catch(() => ({ status: 413 })))
        .status,
    ).toBe(413);
    expect(seen).toEqual([]);
    const body = Buffer.alloc(3 * 1024 * 1024, 7);
    await ask("/api/archive", { body });
    expect(seen[0].body).toBe(body.length);
  });

  test("over HTTP/2 too: events come one by one, crumbs of a cookie as one, and a line that is cut leaves the rest standing", async () => {
    seen.length = 0;
    const line = connect(`https://localhost:${front.port}`, { ca });
    const events = line.request({ ":path": "/events", cookie: ["a=1", "b=2"] as never });
    const got: string[] = [];
    await new Promise<void>((done) =>
      events.on("data", (chunk: Buffer) => {
        got.push(chunk.toString());
        if (got.length === 1) goOn();
        else done();
      }),
    );
    expect(got).toEqual(["data: first\n\n", "data: second\n\n"]);
    expect(seen[0].headers.cookie).toBe("a=1; b=2");
    line.destroy();
    expect((await ask("/")).status).toBe(200);
  });

  test("whoever does not trust the shop gets its certificate in plain, and nothing else", async () => {
    const trust = await serveTrustPage({
      port: 0,
      securePort: front.port,
      authority: ca,
      isServed: (h) => h?.startsWith("127.0.0.1") ?? false,
    });
    try {
      const at = `http://127.0.0.1:${trust.port}`;
      const page = await (await fetch(at)).text();
      expect(page).toContain(fingerprintOf(ca));
      expect(page).toContain(`https://127.0.0.1:${front.port}/`);
      const file = await fetch(`${at}/tall-compass.crt`);
      expect(file.headers.get("content-type")).toBe("application/x-x509-ca-cert");
      expect(new X509Certificate(Buffer.from(await file.arrayBuffer())).fingerprint256).toBe(fingerprintOf(ca));
      for (const path of ["/api/jobs", "/jobs/1", "/authority.key", "/../authority.key"])
        expect((await fetch(`${at}${path}`)).status).toBe(404);
      expect((await fetch(at, { method: "POST", body: "x" })).status).toBe(421);
      // The page asks this from another origin; nothing else may be asked so.
      const probe = await ask("/trusted");
      expect(probe.headers["access-control-allow-origin"]).toBe("*");
      expect((await ask("/")).headers["access-control-allow-origin"]).toBeUndefined();
    } finally {
      await trust.stop();
    }
  });
});
