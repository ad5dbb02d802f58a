import { drawnAbout, drawnScale } from "@/core/runout/drawn";

type OverHoles = readonly (number | null)[];

/** Over the holes, mm or N; null where nothing is known. */
export interface RimTrace {
  readonly lateral: OverHoles;
  readonly radial: OverHoles;
  readonly tension: OverHoles;
}

/** How tight each string is drawn, 1 as wanted (or as its kind's middle); the traces then stand low. */
export interface StringLevels {
  readonly level: OverHoles;
  /** The same for the ends of what may be believed. */
  readonly low: OverHoles;
  readonly high: OverHoles;
  /** Lit: far from their like. */
  readonly marked: readonly number[];
  /** What a full string is, “wanted 2260 N, 20 % either way”, and where there is no room for that, “2260 N ±20 %”. */
  readonly caption: Readonly<Record<"A" | "B", { readonly long: string; readonly short: string }>>;
  /** Band about 1, either way. */
  readonly band: number;
}

/** One line as it is, was, and should become; mm about what it is drawn about, with the band about 0. */
export interface TraceLines {
  readonly now: OverHoles;
  readonly before: OverHoles | null;
  readonly forecast: OverHoles | null;
  /** What other plans would make of it. */
  readonly beside: readonly OverHoles[];
}

/** While a nipple is dragged one line of many is another in every frame. */
const KNOWN = new WeakMap<OverHoles, { readonly band: number; readonly about: number }>();
const aboutOf = (trace: OverHoles, band: number): number => {
  const known = KNOWN.get(trace);
  if (known?.band === band) return known.about;
  const about = drawnAbout(trace, band);
  KNOWN.set(trace, { band, about });
  return about;
};

/** What of a line is drawn. @param band mm of total reading allowed */
export const traceLines = (
  what: "lateral" | "radial",
  band: number,
  now: RimTrace,
  before: RimTrace | null | undefined,
  forecast: RimTrace | null | undefined,
  beside: readonly Pick<RimTrace, "lateral" | "radial">[],
): TraceLines => {
  const line = (of: Pick<RimTrace, "lateral" | "radial">): OverHoles => {
    const about = aboutOf(of[what], band);
    return of[what].map((v) => (v === null ? null : v - about));
  };
  return {
    now: line(now),
    before: before ? line(before) : null,
    forecast: forecast ? line(forecast) : null,
    beside: beside.map(line),
  };
};

/** The stated scale that holds every trace: mm either way. */
export const scaleFor = ({ now, before, forecast, beside }: TraceLines, band: number): number => {
  const all = [...now, ...(before ?? []), ...(forecast ?? []), ...beside.flat()];
  return drawnScale(Math.max(band / 2, ...all.map((v) => Math.abs(v ?? 0))));
};
