import type { DemoJob } from "./demo-job";
import { asFound, fullWidth40 } from "./wheels";

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
