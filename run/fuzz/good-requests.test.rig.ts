import { trialWheel } from "@/core/truing/trial-builds.test.rig";

const uuid = () => crypto.randomUUID();

/** A request that a route takes, and where. */
export interface GoodRequest {
  /** As the folder of the route is called. */
  readonly path: string;
  readonly method: "POST" | "PATCH";
  readonly params?: Record<string, string>;
  /** A request that is taken; made anew each time where it carries an id of its own. */
  readonly good: () => Record<string, unknown> | unknown[];
}

export const goodReading = () => ({ id: uuid(), what: "lateral", spoke: 3, value: 0.2, typed: "20", doubtful: false });

/** What stands in the record already. */
export interface Here {
  readonly job: string;
  readonly round: string;
  readonly stock: string;
  readonly order: string;
  /** A practice wheel's job. */
  readonly learning: string;
  /** A tension gauge's table. */
  readonly gauge: string;
}

/** One of every kind of request that writes; each of them is taken. */
export const goodRequests = ({ job, round, stock, order, learning }: Omit<Here, "gauge">): readonly GoodRequest[] => [
  { path: "jobs", method: "POST", good: () => ({ id: uuid(), kind: "rebuild" }) },
  {
    path: "jobs/[id]/measurements",
    method: "POST",
    params: { id: job },
    good: () => ({
      id: uuid(),
      name: "rim.height",
      typed: "20",
      unit: "mm",
      place: 0,
      role: "new",
      method: "",
      who: "M",
    }),
  },
  {
    path: "jobs/[id]/rounds",
    method: "POST",
    params: { id: job },
    good: () => ({ id: uuid(), kind: "true", plan: null }),
  },
  { path: "jobs/[id]/practice", method: "POST", params: { id: learning }, good: () => ({ seed: 3, start: "fresh" }) },
  { path: "jobs/[id]/wheel-file", method: "POST", params: { id: job }, good: () => ({ ...trialWheel("steel") }) },
  { path: "jobs/[id]/orders", method: "POST", params: { id: job }, good: () => ({ id: uuid() }) },
  { path: "rounds/[id]/readings", method: "POST", params: { id: round }, good: goodReading },
  {
    path: "rounds/[id]/readings/many",
    method: "POST",
    params: { id: round },
    good: () => [goodReading(), goodReading()],
  },
  {
    path: "rounds/[id]/turns",
    method: "POST",
    params: { id: round },
    good: () => ({ id: uuid(), spoke: 4, turns: 0.25 }),
  },
  { path: "rounds/[id]/advice", method: "POST", params: { id: round }, good: () => ({ jobId: job }) },
  {
    path: "stock",
    method: "POST",
    good: () => ({
      id: uuid(),
      kind: "spoke",
      name: "plain",
      size: 168,
      diameter: 3.66,
      pitch: 0.635,
      place: "A",
      reorderAt: 20,
    }),
  },
  {
    path: "stock/[id]/moves",
    method: "POST",
    params: { id: stock },
    good: () => ({ id: uuid(), change: 5, jobId: job, note: "" }),
  },
  {
    path: "gauges",
    method: "POST",
    good: () => ({
      id: uuid(),
      gauge: "bench gauge",
      spoke: "3.66 steel",
      points: [
        { reading: 1, tension: 500 },
        { reading: 2, tension: 900 },
      ],
      version: 0,
    }),
  },
  {
    path: "cables",
    method: "POST",
    good: () => ({
      ...{ id: uuid(), name: "bench gauge", port: "/dev/ttyUSB0", way: "9600 8N1", dial: "shown mm" },
      line: { shape: "A#2", figure: 0, streams: true },
    }),
  },
  {
    path: "orders/[id]/goods",
    method: "POST",
    params: { id: order },
    good: () => ({ id: uuid(), length: 168, what: "count", typed: "20", unit: "mm" }),
  },
  { path: "settings", method: "PATCH", good: () => ({ shopName: "The Wheel Room", recheckDays: 14 }) },
  { path: "diary/order", method: "POST", good: () => ({ ids: [job], seen: 0 }) },
];

/** What nobody means. */
export const JUNK: readonly unknown[] = [
  null,
  "",
  " ",
  "x".repeat(5000),
  "'; drop table jobs; --",
  "\u0000",
  "\ud83d\udd27".repeat(40),
  -1e12,
  1e12,
  0.5,
  [],
  {},
  [{}],
  true,
  "2026-02-31",
];
