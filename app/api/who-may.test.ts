import { expect, test } from "vitest";
import { ROLES, type Role } from "@/core/shop/roles";
import { type Duty, dutyOf, may, ROUTES } from "@/core/shop/who-may";

/** Every route there is with what it answers to, from the files themselves. */
const sources = import.meta.glob<string>("../**/route.ts", { query: "?raw", import: "default", eager: true });
const answered = Object.entries(sources).flatMap(([file, source]) => {
  const path = file
    .replace(/^\.\.\//, "/")
    .replace(/^\.\//, "/api/")
    .replace(/\/route\.ts$/, "");
  return [...source.matchAll(/export const (GET|POST|PUT|PATCH|DELETE)\b/g)].map((m) => ({ path, method: m[1] }));
});

test("every route has its rule and every rule its route: what is new is closed until somebody says who may", () => {
  expect(answered.length).toBeGreaterThan(70);
  const ruled = Object.entries(ROUTES).flatMap(([path, rule]) => Object.keys(rule).map((method) => ({ path, method })));
  const told = (list: readonly { path: string; method: string }[]) => list.map((r) => `${r.method} ${r.path}`).sort();
  expect(told(ruled)).toEqual(told(answered));
});

test("an address is found by the rule of its own route, whatever stands in its places", () => {
  for (const { path, method } of answered) {
    const real = path.replace(/\[[^\]]+\]/g, "2f3c8d1e");
    expect([method, real, dutyOf(method, real)]).toEqual([
      method,
      real,
      (ROUTES[path] as Record<string, Duty>)[method],
    ]);
  }
  // A name of its own goes before a place that takes any.
  expect(dutyOf("POST", "/api/devices/pairing")).toBe("charge");
  for (const path of ["/api/nothing", "/api/jobs/1/nothing", "/api/people/1/2"]) expect(dutyOf("GET", path)).toBeNull();
  for (const path of ["/", "/jobs/1/true", "/settings/people", "/wheels/1"]) expect(dutyOf("GET", path)).toBe("read");
  for (const path of ["/", "/jobs/1/true", "/sign-in"]) expect(dutyOf("POST", path)).toBeNull();
});

/** As product and owner see it, told once more by hand: what each may not. */
const MAY_NOT: Readonly<Record<Role, readonly string[]>> = {
  owner: [],
  builder: [
    "PATCH /api/settings",
    "POST /api/people",
    "DELETE /api/devices/[id]",
    "POST /api/shop/restore",
    "GET /api/shop/copies/[name]",
    "DELETE /api/shop/demo",
    "DELETE /api/jobs/[id]/put-away",
    "GET /api/deeds",
  ],
  apprentice: [
    "POST /api/jobs/[id]/sheet/withdraw",
    "POST /api/devices/pairing",
    "POST /api/archive",
    "POST /api/stock/list",
  ],
  counter: [
    "POST /api/rounds/[id]/readings",
    "POST /api/rounds/[id]/turns",
    "POST /api/jobs/[id]/build",
    "POST /api/rounds/[id]/advice",
    "POST /api/devices/pairing",
  ],
};
const MAY: Readonly<Record<Role, readonly string[]>> = {
  owner: ["PATCH /api/settings", "POST /api/shop/restore", "POST /api/rounds/[id]/turns", "POST /api/jobs/[id]/sheet"],
  builder: ["POST /api/jobs/[id]/sheet", "POST /api/devices/pairing", "POST /api/rounds/[id]/readings"],
  apprentice: ["POST /api/rounds/[id]/readings", "POST /api/rounds/[id]/turns", "POST /api/jobs"],
  counter: ["POST /api/jobs", "POST /api/jobs/[id]/sheet", "POST /api/diary/order", "GET /api/jobs/[id]/rounds"],
};

test("each role may what it is for, and not what it is not", () => {
  const dutyIn = (told: string) => {
    const [method, path] = told.split(" ");
    return (ROUTES[path] as Record<string, Exclude<Duty, "anyone">>)[method];
  };
  for (const role of ROLES) {
    for (const told of MAY[role]) expect([role, told, may(role, dutyIn(told))]).toEqual([role, told, true]);
    for (const told of MAY_NOT[role]) expect([role, told, may(role, dutyIn(told))]).toEqual([role, told, false]);
  }
  // Whoever may not look at the shop is nobody's business here: all that are in may read what is of the work.
  for (const { path, method } of answered)
    if (method === "GET" && path.startsWith("/api/jobs/"))
      for (const role of ROLES) expect(may(role, dutyIn(`GET ${path}`))).toBe(true);
});
