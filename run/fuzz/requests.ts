import { readdirSync } from "node:fs";
import { join, sep } from "node:path";
import type { Chance } from "@/devices/random";
import { goodRequests, type Here } from "./good-requests.test.rig";
import { oddText, spoiltBytes, spoiltText } from "./spoilt";

/** One request as it goes out. */
export interface Asked {
  readonly method: string;
  readonly path: string;
  readonly body?: BodyInit;
  readonly headers: Readonly<Record<string, string>>;
}

/** Files of every kind that is taken in, each of them good. */
export interface GoodFiles {
  readonly archive: Uint8Array;
  readonly picture: Uint8Array;
  readonly stock: string;
  readonly customers: string;
  readonly gauge: string;
  readonly rounds: string;
  readonly wheel: string;
  readonly calendar: string;
}

const pick = <T>(luck: Chance, list: readonly T[]): T => list[Math.floor(luck.between(0, list.length))];
const oneIn = (luck: Chance, n: number): boolean => luck.between(0, n) < 1;
/** Half a sign, which no address can hold, becomes the sign for it. */
const escaped = (text: string): string => encodeURIComponent(Buffer.from(text).toString("utf8"));
const JSON_TYPE = { "content-type": "application/json" };

/** The routes there are, as their folders are called. */
const ROUTES = readdirSync("app", { recursive: true, encoding: "utf8" })
  .filter((file) => /(^|\/)(route|page)\.tsx?$/.test(file))
  .map((file) => file.split(sep).slice(0, -1).join("/"));
/** What must not be asked while others look: it takes the shop itself away. */
const NOT_HERE = ["api/shop/restore", "api/shop/copies", "api/shop/demo"];

/** Something for a part of a path that is told: mostly what is there, else odd. */
const part = (luck: Chance, good: readonly string[]): string =>
  oneIn(luck, 3)
    ? pick(luck, [oddText(luck), escaped(oddText(luck)), "x".repeat(3000), "-1", "null"])
    : pick(luck, good);

const pathOf = (luck: Chance, route: string, here: Here): string => {
  const { job, round, stock, order, learning } = here;
  const good = route.includes("rounds/[id]")
    ? [round]
    : route.includes("stock/")
      ? [stock]
      : route.includes("orders/")
        ? [order]
        : [job, learning];
  const path = route.replaceAll(/\[\w+\]/g, () => part(luck, good));
  const query = oneIn(luck, 3)
    ? `?${pick(luck, ["q", "as", "take", "size", "read", "away", "id"])}=${oddText(luck)}`
    : "";
  // As it is typed, a sign that ends an address or a line is none of it.
  return [...`/${path}${query}`].map((c) => (/^[!-~]$/.test(c) && c !== "#" ? c : escaped(c))).join("");
};

/** Requests of every kind, most of them nearly right. */
export const requestBy = (luck: Chance, here: Here, files: GoodFiles): Asked => {
  const good = pick(luck, goodRequests(here));
  const filled = (path: string, params: Readonly<Record<string, string>> = {}) =>
    `/api/${Object.entries(params).reduce((p, [key, value]) => p.replace(`[${key}]`, value), path)}`;
  return pick(luck, [
    // A document that is spoilt, mostly where it belongs.
    ...Array(5).fill(() => ({
      method: good.method,
      path: oneIn(luck, 8) ? pathOf(luck, join("api", good.path), here) : filled(good.path, good.params),
      body: spoiltText(luck, good.good()),
      headers: oneIn(luck, 10) ? { "content-type": pick(luck, ["text/plain", "", "application/xml"]) } : JSON_TYPE,
    })),
    // Something read, from anywhere.
    ...Array(3).fill(() => ({
      method: pick(luck, ["GET", "GET", "GET", "HEAD", "OPTIONS", "PUT"]),
      path: pathOf(luck, pick(luck, ROUTES), here),
      headers: oneIn(luck, 8) ? { range: "bytes=5-1", accept: "x/y", "if-none-match": "*" } : {},
    })),
    // What belongs elsewhere.
    () => ({
      method: pick(luck, ["POST", "PATCH", "DELETE"]),
      path: pathOf(
        luck,
        pick(
          luck,
          ROUTES.filter((r) => r.startsWith("api/") && !NOT_HERE.some((n) => r.startsWith(n))),
        ),
        {
          ...here,
          // What is there is not taken away while others ask of it.
          job: crypto.randomUUID(),
          learning: crypto.randomUUID(),
        },
      ),
      body: spoiltText(luck, good.good()),
      headers: JSON_TYPE,
    }),
    () => ({
      method: "POST",
      path: `/api/archive${oneIn(luck, 2) ? "?take=yes" : ""}`,
      body: new Uint8Array(spoiltBytes(luck, files.archive)),
      headers: { "content-type": "application/zip" },
    }),
    () => ({
      method: "POST",
      path: `/api/jobs/${here.job}/photos?id=${crypto.randomUUID()}&caption=${escaped(oddText(luck))}`,
      body: new Uint8Array(spoiltBytes(luck, files.picture)),
      headers: { "content-type": "image/jpeg" },
    }),
    () => {
      const [path, text] = pick(luck, [
        ["stock/list", files.stock],
        ["lists/customers", files.customers],
        ["lists/calendar", files.calendar],
      ] as const);
      const bytes = spoiltBytes(luck, new TextEncoder().encode(text));
      return {
        method: "POST",
        path: `/api/${path}${oneIn(luck, 2) ? "?take=yes" : ""}`,
        body: new Uint8Array(bytes),
        headers: { "content-type": "text/plain" },
      };
    },
  ])();
};
