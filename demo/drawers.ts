/** The drawers of the invented workshop. mm. */
export const DEMO_STOCK: readonly {
  readonly kind: "spoke" | "nipple" | "washer";
  readonly name: string;
  readonly size: number;
  readonly diameter: number | null;
  readonly place: string;
  readonly reorderAt: number;
  readonly held: number;
  /** Of one piece. */
  readonly price: number;
}[] = [
  {
    kind: "spoke",
    name: "stainless, 95° bend",
    size: 168,
    diameter: 3.25,
    place: "drawer 3",
    reorderAt: 10,
    held: 22,
    price: 1.4,
  },
  {
    kind: "spoke",
    name: "stainless, 95° bend",
    size: 170,
    diameter: 3.66,
    place: "drawer 3",
    reorderAt: 10,
    held: 44,
    price: 1.4,
  },
  {
    kind: "spoke",
    name: "galvanised, 90° bend",
    size: 196,
    diameter: 3.25,
    place: "drawer 4",
    reorderAt: 10,
    held: 8,
    price: 0.95,
  },
  {
    kind: "nipple",
    name: "brass, plated",
    size: 9,
    diameter: null,
    place: "tin by the vice",
    reorderAt: 40,
    held: 130,
    price: 0.45,
  },
  {
    kind: "nipple",
    name: "brass, plated, long",
    size: 12,
    diameter: null,
    place: "tin by the vice",
    reorderAt: 40,
    held: 64,
    price: 0.55,
  },
  { kind: "washer", name: "brass", size: 0.5, diameter: null, place: "jar", reorderAt: 40, held: 200, price: 0.12 },
  { kind: "washer", name: "brass", size: 1, diameter: null, place: "jar", reorderAt: 40, held: 35, price: 0.15 },
];

/** Gauges of the invented workshop: divisions and N. */
export const DEMO_GAUGES = [
  {
    gauge: "long arm, the shop's own",
    spoke: "3.66 plain steel",
    points: [
      { reading: 12, tension: 400 },
      { reading: 18, tension: 900 },
      { reading: 23, tension: 1500 },
      { reading: 27, tension: 2100 },
      { reading: 30, tension: 2700 },
      { reading: 32, tension: 3200 },
    ],
  },
];
