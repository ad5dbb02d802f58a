import type { ToleranceName } from "@/core/runout/tolerance";
import type { JobKind } from "@/core/wheel/stages";
import type { Past } from "@/store/backdate";

/** One wheel of the invented workshop. */
export interface DemoJob {
  readonly kind: JobKind;
  readonly customer: string;
  readonly telephone: string;
  readonly machine: string;
  readonly mark: string;
  readonly place: "front" | "rear";
  readonly wanted: string;
  readonly sideA: string;
  readonly sideB: string;
  readonly tolerance: ToleranceName;
  readonly promisedIn: number;
  readonly waitingFor?: string;
  readonly waitingSinceIn?: number;
  readonly figures: Readonly<Record<string, number | string>>;
  /** Steps of the lacing walk that are behind. */
  readonly laced?: number;
  readonly settled?: boolean;
  /** Spokes ordered as measured. */
  readonly ordered?: boolean;
  /** What was measured again after that. */
  readonly later?: Readonly<Record<string, number>>;
  readonly rounds?: {
    readonly seed: number;
    readonly count: number;
    readonly leaveTurns: boolean;
    /** How bent its bare rim is; 1 is 1.1 mm side to side and 0.8 mm of hop. */
    readonly bend?: number;
    /** Up to tension and bent by a fall, instead of freshly laced. */
    readonly fallen?: boolean;
  };
  readonly signedBy?: string;
  /** Handed back so many days ago after so many here, with the bench minutes of each stage. */
  readonly past?: Past;
  /** The same wheel was here before; its mark, customer and machine stand. */
  readonly again?: boolean;
}

/** Looked over at the counter. */
const lookedOver = {
  "condition.rim": "sound",
  "condition.nipples": "replace",
  "condition.spokes": "replace",
  "condition.spokes.note": "rust pits under the heads",
  "condition.hub": "sound",
  "condition.drum": "watch",
  "condition.drum.note": "light scoring",
  "condition.bearings": "replace",
  "lacing.overUnder": "laced",
  "lacing.hubMark": "oiler opposite the valve",
  "hub.spacers": "12 stepped, 8, then the speedo drive",
};

const asFound = {
  "offset.found": 1.2,
  "rim.firstHole": "A",
  "lacing.firstLean": "trailing",
  "lacing.trailingHeads": "out",
  rotation: "clockwise",
  "found.lateral": 2.4,
  "found.radial": 1.7,
};

const fullWidth40 = {
  "rim.holes": 40,
  "rim.outsideDiameter": 492,
  "rim.height": 31,
  "rim.bedThickness": 2.5,
  "rim.washer": 0,
  "rim.headToSlot": 2.5,
  "rim.holeOffset": 3,
  "rim.width": 55,
  "rim.section": "steel",
  "hub.width": 142,
  "hub.A.fromFace": 38,
  "hub.B.fromFace": 41,
  "hub.A.holeCircle": 150,
  "hub.B.holeCircle": 150,
  "hub.A.holeDiameter": 4,
  "hub.B.holeDiameter": 4,
  "hub.seat": "bent",
  "offset.wanted": 0,
  "lacing.A.cross": 2,
  "lacing.B.cross": 2,
  "spoke.diameter": 3.66,
  "spoke.threadPitch": 0.635,
  "tension.target": 2500,
};
const singleSided36 = {
  "rim.holes": 36,
  "rim.outsideDiameter": 516,
  "rim.height": 29,
  "rim.bedThickness": 3.2,
  "rim.washer": 0.5,
  "rim.headToSlot": 2.5,
  "rim.holeOffset": 2,
  "rim.width": 50,
  "rim.section": "alloy",
  "hub.width": 120,
  "hub.A.fromFace": 26,
  "hub.B.fromFace": 31,
  "hub.A.holeCircle": 176,
  "hub.B.holeCircle": 92,
  "hub.A.holeDiameter": 3.8,
  "hub.B.holeDiameter": 3.8,
  "hub.seat": "bent",
  "offset.wanted": 2,
  "lacing.A.cross": 1,
  "lacing.B.cross": 3,
  "spoke.diameter": 3.25,
  "spoke.threadPitch": 0.635,
  "tension.target": 2000,
};

/** Invented: workshop, customers, machines and parts. */
export const DEMO_JOBS: readonly DemoJob[] = [
  {
    kind: "rebuild",
    customer: "Ines Marlow",
    telephone: "0555 0101",
    machine: "Heron 350 twin",
    mark: "H-014",
    place: "rear",
    wanted: "rebuild with new spokes, steel rim kept",
    sideA: "drum side",
    sideB: "sprocket side",
    tolerance: "race",
    promisedIn: 2,
    figures: { ...asFound, ...lookedOver, ...fullWidth40, "rim.size": "18", "hub.kind": "full-width" },
    laced: 44,
    settled: true,
    rounds: { seed: 5, count: 3, leaveTurns: true },
  },
  {
    kind: "rebuild",
    customer: "Tobias Fenn",
    telephone: "0555 0102",
    machine: "Lapwing 250",
    mark: "L-007",
    place: "front",
    wanted: "new alloy rim, hub blasted and painted",
    sideA: "brake side",
    sideB: "plain side",
    tolerance: "show",
    promisedIn: 5,
    figures: {
      ...asFound,
      ...lookedOver,
      ...singleSided36,
      "rim.size": "19",
      "hub.kind": "single-sided",
      "rim.insideDiameter": 458,
      "rim.reach": 6.2,
    },
    laced: 14,
    settled: true,
    ordered: true,
  },
  {
    kind: "rebuild",
    customer: "Ada Quill",
    telephone: "0555 0103",
    machine: "Bittern 500 single",
    mark: "B-021",
    place: "front",
    wanted: "rim plated, everything else as it was",
    sideA: "drum side",
    sideB: "plain side",
    tolerance: "shop",
    promisedIn: 12,
    waitingFor: "plating",
    waitingSinceIn: -6,
    // The washers were written down with the wrong sign; the second way to the rim's diameter shows it.
    figures: {
      ...asFound,
      ...lookedOver,
      ...fullWidth40,
      "rim.holes": 36,
      "rim.size": "18",
      "hub.kind": "full-width",
      "rim.washer": -0.5,
      "rim.insideDiameter": 430,
      "rim.reach": 5.4,
      "offset.flipGap": 2.6,
      "sample.A.out": 170.4,
      "sample.A.in": 169.8,
      "sample.B.out": 169.7,
      "sample.B.in": 170.2,
      "rim.section": "steel",
    },
  },
  {
    kind: "rebuild",
    customer: "Ruben Sallow",
    telephone: "0555 0104",
    machine: "Curlew 175",
    mark: "C-003",
    place: "rear",
    wanted: "strip, blast and rebuild",
    sideA: "drum side",
    sideB: "sprocket side",
    tolerance: "service",
    promisedIn: 16,
    figures: { "offset.found": -0.6, "rim.firstHole": "B" },
  },
  {
    kind: "true-only",
    customer: "Mira Okonjo-Vale",
    telephone: "0555 0105",
    machine: "Plover 125",
    mark: "P-030",
    place: "front",
    wanted: "wobbles after a pothole, waits for it",
    sideA: "brake side",
    sideB: "other side",
    tolerance: "service",
    promisedIn: 0,
    figures: {},
  },
  {
    kind: "broken-spoke",
    customer: "Piet Harrow",
    telephone: "0555 0106",
    machine: "Heron 350 twin",
    mark: "H-009",
    place: "rear",
    wanted: "one spoke gone at the elbow",
    sideA: "drum side",
    sideB: "sprocket side",
    tolerance: "shop",
    promisedIn: 1,
    figures: { ...asFound, "rim.holes": 40 },
  },
  {
    kind: "rebuild",
    customer: "Lena Brook",
    telephone: "0555 0107",
    machine: "Godwit 600",
    mark: "G-002",
    place: "rear",
    wanted: "rebuild, stainless spokes",
    sideA: "drum side",
    sideB: "sprocket side",
    tolerance: "shop",
    promisedIn: -4,
    figures: { ...asFound, ...fullWidth40, "rim.outsideDiameter": 490 },
    laced: 44,
    settled: true,
    rounds: { seed: 11, count: 4, leaveTurns: true },
    signedBy: "T. Compass",
  },
];

const stageMinutes = (measure: number, lace: number, tension: number, trueing: number) => ({
  "book-in": Math.round(measure / 3),
  measure,
  spokes: Math.round(lace / 3),
  lace,
  tension,
  true: trueing,
  "hand-back": Math.round(tension / 4),
});

const rebuilt = (
  customer: string,
  machine: string,
  mark: string,
  place: "front" | "rear",
  seed: number,
  bend: number,
  past: DemoJob["past"],
): DemoJob => ({
  kind: "rebuild",
  customer,
  telephone: "0555 0120",
  machine,
  mark,
  place,
  wanted: "rebuild, plated spokes",
  sideA: "drum side",
  sideB: "sprocket side",
  tolerance: "shop",
  promisedIn: -(past?.daysAgo ?? 0),
  figures: { ...asFound, ...fullWidth40 },
  laced: 44,
  settled: true,
  rounds: { seed, count: 3, leaveTurns: true, bend },
  signedBy: "T. Compass",
  past,
});

/** What went through the invented workshop in the year before, oldest first; one wheel came back. */
export const DEMO_PAST: readonly DemoJob[] = [
  rebuilt("Piet Tarn", "Curlew 175", "D-031", "front", 41, 0.4, {
    daysAgo: 322,
    stayed: 11,
    minutes: stageMinutes(31, 52, 34, 74),
  }),
  rebuilt("Ada Combe", "Plover 125", "K-017", "rear", 42, 0.5, {
    daysAgo: 251,
    stayed: 16,
    minutes: stageMinutes(27, 49, 30, 66),
  }),
  rebuilt("Otto Vale", "Heron 350", "D-034", "rear", 43, 0.3, {
    daysAgo: 196,
    stayed: 9,
    minutes: stageMinutes(24, 41, 33, 58),
  }),
  {
    ...rebuilt("Ada Combe", "Plover 125", "K-017", "rear", 42, 0.5, {
      daysAgo: 158,
      stayed: 2,
      minutes: { "book-in": 7, true: 38, "hand-back": 6 },
    }),
    kind: "true-only",
    wanted: "wobbles since a fall",
    figures: { ...asFound, ...fullWidth40, "found.lateral": 0.8, "found.radial": 0.3 },
    laced: 44,
    // The same rim, weld and all.
    rounds: { seed: 42, count: 3, leaveTurns: true, bend: 0.5, fallen: true },
    again: true,
  },
  rebuilt("Mira Ness", "Lapwing 250", "D-040", "front", 45, 0.45, {
    daysAgo: 97,
    stayed: 13,
    minutes: stageMinutes(22, 44, 26, 51),
  }),
  rebuilt("Ines Sallow", "Bittern 500", "D-042", "rear", 46, 0.35, {
    daysAgo: 41,
    stayed: 10,
    minutes: stageMinutes(25, 40, 29, 55),
  }),
];

/** The drawers of the invented workshop. mm. */
export const DEMO_STOCK: readonly {
  readonly kind: "spoke" | "nipple" | "washer";
  readonly name: string;
  readonly size: number;
  readonly diameter: number | null;
  readonly place: string;
  readonly reorderAt: number;
  readonly held: number;
}[] = [
  { kind: "spoke", name: "stainless, 95° bend", size: 168, diameter: 3.25, place: "drawer 3", reorderAt: 10, held: 22 },
  { kind: "spoke", name: "stainless, 95° bend", size: 170, diameter: 3.66, place: "drawer 3", reorderAt: 10, held: 44 },
  { kind: "spoke", name: "galvanised, 90° bend", size: 196, diameter: 3.25, place: "drawer 4", reorderAt: 10, held: 8 },
  {
    kind: "nipple",
    name: "brass, plated",
    size: 9,
    diameter: null,
    place: "tin by the vice",
    reorderAt: 40,
    held: 130,
  },
  {
    kind: "nipple",
    name: "brass, plated, long",
    size: 12,
    diameter: null,
    place: "tin by the vice",
    reorderAt: 40,
    held: 64,
  },
  { kind: "washer", name: "brass", size: 0.5, diameter: null, place: "jar", reorderAt: 40, held: 200 },
  { kind: "washer", name: "brass", size: 1, diameter: null, place: "jar", reorderAt: 40, held: 35 },
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
