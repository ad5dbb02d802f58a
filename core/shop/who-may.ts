import { OWN_PARTS } from "./own-parts";
import type { Role } from "./roles";

/** What a request is for, and so who may make it. */
export type Duty = "anyone" | "read" | "desk" | "bench" | "sign" | "countersign" | "charge" | "owner";

/** `anyone` needs nobody signed in; all others do. */
const MAY: Readonly<Record<Exclude<Duty, "anyone">, readonly Role[]>> = {
  read: ["owner", "builder", "apprentice", "counter"],
  desk: ["owner", "builder", "apprentice", "counter"],
  bench: ["owner", "builder", "apprentice"],
  sign: ["owner", "builder", "counter"],
  countersign: ["owner", "builder"],
  charge: ["owner", "builder"],
  owner: ["owner"],
};

type Method = "GET" | "POST" | "PUT" | "PATCH" | "DELETE";
type Rule = Readonly<Partial<Record<Method, Duty>>>;

/** Every address that does something, as its folder is called. What is not here nobody may. */
export const ROUTES: Readonly<Record<string, Rule>> = {
  "/api/archive": { POST: "charge" },
  "/api/beside/[channel]": { GET: "bench", POST: "bench" },
  "/api/cables": { GET: "read", POST: "bench" },
  "/api/cables/[id]": { DELETE: "bench" },
  "/api/cables/lines": { GET: "bench" },
  "/api/customers/[id]/same-as": { POST: "desk" },
  "/api/devices": { GET: "charge" },
  "/api/devices/pairing": { POST: "charge" },
  "/api/devices/[id]": { PATCH: "owner", DELETE: "owner" },
  "/api/deeds": { GET: "owner" },
  "/api/diary/away": { DELETE: "desk" },
  "/api/diary/order": { POST: "desk" },
  "/api/events": { GET: "read" },
  "/api/find": { GET: "read" },
  "/api/gauges": { GET: "read", POST: "bench" },
  "/api/gauges/[id]/list": { GET: "read", POST: "bench" },
  "/api/health": { GET: "anyone" },
  "/api/jobs": { POST: "desk" },
  "/api/jobs/[id]": { PATCH: "desk" },
  "/api/jobs/[id]/acts": { POST: "desk" },
  "/api/jobs/[id]/archive": { GET: "read" },
  "/api/jobs/[id]/build": { POST: "bench" },
  "/api/jobs/[id]/carry": { POST: "desk" },
  "/api/jobs/[id]/changes": { GET: "read" },
  "/api/jobs/[id]/drilling": { GET: "read" },
  "/api/jobs/[id]/label": { GET: "read" },
  "/api/jobs/[id]/lacing-card": { GET: "read" },
  "/api/jobs/[id]/measurements": { POST: "desk" },
  "/api/jobs/[id]/order-sheet": { GET: "read" },
  "/api/jobs/[id]/orders": { POST: "bench" },
  "/api/jobs/[id]/photos": { POST: "desk" },
  "/api/jobs/[id]/practice": { POST: "bench", DELETE: "bench" },
  "/api/jobs/[id]/practice/dial": { GET: "read" },
  "/api/jobs/[id]/practice/plans": { POST: "bench", PATCH: "bench" },
  "/api/jobs/[id]/practice/pluck": { GET: "read" },
  "/api/jobs/[id]/practice/score": { GET: "read" },
  "/api/jobs/[id]/practice/turning": { GET: "read" },
  "/api/jobs/[id]/proposed-day": { GET: "read" },
  "/api/jobs/[id]/put-away": { POST: "desk", DELETE: "owner" },
  "/api/jobs/[id]/quote": { GET: "read" },
  "/api/jobs/[id]/record-links": { GET: "read" },
  "/api/jobs/[id]/rounds": { GET: "read", POST: "bench" },
  "/api/jobs/[id]/rounds-list": { GET: "read", POST: "bench" },
  // What who is learning signs waits for a builder: the route tells them apart.
  "/api/jobs/[id]/sheet": { GET: "read", POST: "desk" },
  "/api/jobs/[id]/sheet/withdraw": { POST: "sign" },
  "/api/jobs/[id]/stages/[stage]": { GET: "read" },
  "/api/jobs/[id]/tension-target": { GET: "read" },
  "/api/jobs/[id]/tensions": { GET: "read" },
  "/api/jobs/[id]/wheel-file": { GET: "read", POST: "bench" },
  "/api/known": { GET: "read" },
  "/api/lists/calendar": { POST: "desk" },
  "/api/lists/customers": { GET: "read", POST: "charge" },
  "/api/orders/[id]/goods": { POST: "desk" },
  "/api/people": { GET: "owner", POST: "owner" },
  "/api/people/[id]": { PATCH: "owner" },
  "/api/photos/[id]": { GET: "read" },
  "/api/practice/trained": { GET: "read" },
  "/api/rounds/[id]/advice": { POST: "bench" },
  "/api/rounds/[id]/ahead": { GET: "read" },
  "/api/rounds/[id]/destress": { POST: "bench" },
  "/api/rounds/[id]/drop": { POST: "bench" },
  "/api/rounds/[id]/front": { GET: "read" },
  "/api/rounds/[id]/readings": { POST: "bench" },
  "/api/rounds/[id]/readings/many": { POST: "bench" },
  "/api/rounds/[id]/turns": { POST: "bench" },
  "/api/settings": { GET: "read", PATCH: "owner" },
  "/api/shop/copies": { GET: "owner", POST: "owner" },
  "/api/shop/copies/[name]": { GET: "owner" },
  "/api/shop/demo": { DELETE: "owner" },
  "/api/shop/restore": { GET: "owner", POST: "owner", DELETE: "owner" },
  "/api/sign-in/first": { POST: "anyone" },
  "/api/sign-in/lock": { POST: "anyone" },
  "/api/sign-in/pair": { POST: "anyone" },
  "/api/sign-in/password": { POST: "anyone" },
  "/api/sign-in/person": { POST: "anyone" },
  "/api/standing": { GET: "read" },
  "/api/stock": { POST: "desk" },
  "/api/stock/[id]/moves": { POST: "desk" },
  "/api/stock/[id]/price": { POST: "desk" },
  "/api/stock/list": { GET: "read", POST: "charge" },
  "/api/wheels/[id]/link": { GET: "read", POST: "desk", DELETE: "desk" },
  "/diary.ics": { GET: "read" },
  "/w/[token]/sheet/[job]": { GET: "anyone" },
  "/worker.js": { GET: "anyone" },
};

/** What is drawn before anybody is signed in: the way in, and what every browser asks for by itself. */
const OPEN: ReadonlySet<string> = new Set([
  ...["/sign-in", "/favicon.ico", "/manifest.webmanifest", "/icon.svg", "/apple-icon.png"],
  ...OWN_PARTS,
]);

const TABLE = Object.entries(ROUTES).map(([path, rule]) => ({
  fits: new RegExp(`^${path.replaceAll(".", "\\.").replace(/\[[^\]]+\]/g, "[^/]+")}$`),
  rule,
  named: !path.includes("["),
}));
// What is called by its own name comes before what fits any.
TABLE.sort((a, b) => Number(b.named) - Number(a.named));

/** @param path without the part behind `?` @returns null for what nobody may */
export const dutyOf = (method: string, path: string): Duty | null => {
  const asked = method === "HEAD" ? "GET" : method;
  if (OPEN.has(path)) return asked === "GET" ? "anyone" : null;
  const known = TABLE.find(({ fits }) => fits.test(path));
  if (known) return known.rule[asked as Method] ?? null;
  // What opens it is in the address itself.
  if (/^\/w\/[^/]+$/.test(path)) return asked === "GET" ? "anyone" : null;
  // Made of the invented workshop, kept by every browser before anybody is in.
  if (/^\/handbook\/[a-z-]+\.webp$/.test(path)) return asked === "GET" ? "anyone" : null;
  // A page: all of them only show; what is none is told as such to those who may look.
  return asked === "GET" && !path.startsWith("/api/") ? "read" : null;
};

export const may = (role: Role, duty: Exclude<Duty, "anyone">): boolean => MAY[duty].includes(role);

/** Said to somebody who may not. */
export const REFUSED_DUTY: Readonly<Record<Exclude<Duty, "anyone">, string>> = {
  read: "sign in first",
  desk: "sign in first",
  bench: "work at the bench is a builder's or an apprentice's",
  sign: "a builder signs: ask one to switch to this device",
  countersign: "a builder signs: ask one to switch to this device",
  charge: "a builder or the owner does this",
  owner: "only the owner does this",
};
