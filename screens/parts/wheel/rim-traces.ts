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
  /** What a full string is: “wanted 2260 N”. */
  readonly caption: Readonly<Record<"A" | "B", string>>;
  /** Band about 1, either way. */
  readonly band: number;
}

/** One line as it is, was, and should become; mm about its median. */
export interface TraceLines {
  readonly now: OverHoles;
  readonly before: OverHoles | null;
  readonly forecast: OverHoles | null;
  /** What other plans would make of it. */
  readonly beside: readonly OverHoles[];
}

/** About its median: a weld that stands up must not push the rest of the line aside. */
const centred = (trace: OverHoles): OverHoles => {
  const read = trace.filter((v): v is number => v !== null).sort((p, q) => p - q);
  if (read.length === 0) return [...trace];
  const middle = (read[Math.floor((read.length - 1) / 2)] + read[Math.floor(read.length / 2)]) / 2;
  return trace.map((v) => (v === null ? null : v - middle));
};

/** What of a line is drawn. */
export const traceLines = (
  what: "lateral" | "radial",
  now: RimTrace,
  before: RimTrace | null | undefined,
  forecast: RimTrace | null | undefined,
  beside: readonly Pick<RimTrace, "lateral" | "radial">[],
): TraceLines => ({
  now: centred(now[what]),
  before: before ? centred(before[what]) : null,
  forecast: forecast ? centred(forecast[what]) : null,
  beside: beside.map((b) => centred(b[what])),
});

const STEP_LEVELS = [0.5, 1, 2, 5];
/** The smallest of the stated scales that holds every trace: mm either way. */
export const scaleFor = ({ now, before, forecast, beside }: TraceLines, band: number): number => {
  const all = [...now, ...(before ?? []), ...(forecast ?? []), ...beside.flat()];
  const largest = Math.max(band / 2, ...all.map((v) => Math.abs(v ?? 0)));
  return STEP_LEVELS.find((s) => s >= largest) ?? 5;
};
