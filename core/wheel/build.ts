import type { Doubt } from "../cross-checks/doubt";
import { doubts } from "../cross-checks/doubts";
import { compareOldSpokes, erdFromOldSpokes, type OldSpoke, type SpokeComparison } from "../cross-checks/old-spokes";
import type { Figures } from "../figures/newest";
import { type FigureReader, readFigures } from "../figures/reader";
import { clockingDeg } from "../hub/clocking";
import { flangeToCentre } from "../hub/flange";
import { holeCircle } from "../hub/hole-circle";
import { type Ledger, ledger } from "../ledger/ledger";
import { figuresOf, type Taken } from "../measurement/taken";
import { foundOffset, type OffsetSum, offsetFromFrame, offsetSums, wantedOffset } from "../offset/offset-methods";
import { type OffsetWay, offsetWaysNow } from "../offset/offset-now";
import { countingErd, type ErdSum, erdOutsideIn, erdSums } from "../rim/effective-rim-diameter";
import type { ErdMethod } from "../rim/erd-methods";
import { type FlatPlate, flatPlate } from "../rim/flat-plate";
import { wireTold } from "../spoke/material";
import { BadInput } from "./bad-input";
import { readWheel, type Side, type Wheel, type WheelInput } from "./wheel-file";

/** A wheel made from what was measured, with how every derived number came about. */
export interface WheelBuild {
  readonly input: WheelInput;
  /** Null when the figures do not make a wheel; `problem` then says why and at which figure. */
  readonly wheel: Wheel | null;
  readonly problem: { readonly name: string; readonly message: string } | null;
  /** Names of figures that were not taken. */
  readonly assumed: readonly string[];
  readonly erd: Ledger;
  readonly erdMethod: ErdMethod;
  /** Every way the ERD was measured, the surest first. */
  readonly erdSums: readonly ErdSum[];
  readonly toCentre: { readonly A: Ledger; readonly B: Ledger };
  readonly holeCircle: { readonly A: Ledger; readonly B: Ledger };
  readonly offsetSums: readonly OffsetSum[];
  readonly offsetFound: Ledger | null;
  readonly offsetWanted: Ledger;
  /** How it can be told at the stand where the rim stands now. */
  readonly offsetWays: readonly OffsetWay[];
  readonly oldSpokes: readonly SpokeComparison[];
  readonly plate: FlatPlate | null;
  readonly doubts: readonly Doubt[];
}

/** Where a wheel file's path was measured. */
const FIGURE_OF_PATH: readonly (readonly [RegExp, string])[] = [
  [/^rim\.erd/, "rim.outsideDiameter"],
  [/^hub\.A\.holes/, "hub.A.holes"],
  [/^hub\.B\.holes/, "hub.B.holes"],
  [/^hub\.A\.toCentre/, "hub.A.fromFace"],
  [/^hub\.B\.toCentre/, "hub.B.fromFace"],
  [/^offset/, "offset.wanted"],
];

const flangeOf = (read: FigureReader, side: Side, toCentre: number, circle: number) => {
  const flange = {
    holes: read.number(`hub.${side}.holes`),
    holeCircle: circle,
    toCentre,
    holeDiameter: read.number(`hub.${side}.holeDiameter`),
    ...(read.has(`hub.${side}.thickness`) ? { thickness: read.number(`hub.${side}.thickness`) } : {}),
    ...(read.has(`hub.${side}.bore`) ? { boreDeg: read.number(`hub.${side}.bore`) } : {}),
  };
  if (read.word("hub.rows") !== "two") return flange;
  const own = (name: string, standIn: number) => (read.has(name) ? read.number(name) : standIn);
  return {
    ...flange,
    rows: {
      inner: { holeCircle: circle, toCentre },
      outer: {
        holeCircle: own(`hub.${side}.outerCircle`, circle),
        toCentre: toCentre + own(`hub.${side}.rowStep`, 0),
      },
    },
  };
};

/** Old spokes as long as they would be if they had ended at the bottom of the slot. */
const samplesOf = (read: FigureReader): OldSpoke[] =>
  (["A", "B"] as const).flatMap((flange) =>
    (["out", "in"] as const).flatMap((head) => {
      const name = `sample.${flange}.${head}`;
      const past = read.has("sample.pastSlot") ? read.number("sample.pastSlot") : 0;
      return read.has(name) ? [{ flange, head, length: read.number(name) - past }] : [];
    }),
  );

/** The gap at each hole as taken on the plate. */
const plateOf = (taken: Taken | undefined, holes: number): FlatPlate | null =>
  taken
    ? flatPlate([...Array(holes).keys()].map((i) => taken.places.find((p) => p.place === i + 1)?.value ?? null))
    : null;

const tryWheel = (input: WheelInput): Wheel | BadInput => {
  try {
    return readWheel(input);
  } catch (error) {
    if (error instanceof BadInput) return error;
    throw error;
  }
};

/** What a build comes to with another wheel file made of it. */
const comesTo = (input: WheelInput): Pick<WheelBuild, "input" | "wheel" | "problem"> => {
  const made = tryWheel(input);
  if (!(made instanceof BadInput)) return { input, wheel: made, problem: null };
  const name = FIGURE_OF_PATH.find(([path]) => path.test(made.path))?.[1] ?? made.path;
  return { input, wheel: null, problem: { name, message: made.message } };
};

/** The same sums, and another wheel made of them. */
export const rebuilt = (build: WheelBuild, input: WheelInput): WheelBuild => ({ ...build, ...comesTo(input) });

/** Puts a wheel together from what was taken; presets stand in for what was not. */
export const buildWheel = (taken: Readonly<Record<string, Taken>>, name: string): WheelBuild =>
  buildFromFigures(figuresOf(taken), name, taken);

export const buildFromFigures = (
  figures: Figures,
  name: string,
  taken: Readonly<Record<string, Taken>> = {},
): WheelBuild => {
  const read = readFigures(figures, taken);
  // Ways that are only compared must not count their presets among what the wheel rests on.
  const aside = readFigures(figures, taken);
  const holes = read.number("rim.holes");
  const toCentre = { A: flangeToCentre(read, "A"), B: flangeToCentre(read, "B") };
  const circle = {
    A: holeCircle(read, "A", read.number("hub.A.holes")),
    B: holeCircle(read, "B", read.number("hub.B.holes")),
  };
  const ways = offsetSums(aside, toCentre);
  const found = foundOffset(aside, ways);
  const wanted = wantedOffset(read, found, toCentre);
  const inputWith = (erd: number, offset: number): WheelInput => ({
    format: "tall-compass/wheel",
    version: 1,
    name,
    rotation: read.word("rotation") as "clockwise",
    rim: {
      holes,
      erd,
      firstHole: read.word("rim.firstHole") as "A",
      holeOffset: read.number("rim.holeOffset"),
      drilling: read.word("rim.drilling") as "laced",
      section: read.word("rim.section") as "steel",
      width: read.number("rim.width"),
    },
    hub: {
      seat: read.word("hub.seat") as "bent",
      A: flangeOf(read, "A", toCentre.A.total, circle.A.total),
      B: flangeOf(read, "B", toCentre.B.total, circle.B.total),
      clockingDeg: clockingDeg(read, circle.B.total),
    },
    offset,
    lacing: {
      A: { cross: read.number("lacing.A.cross") },
      B: { cross: read.number("lacing.B.cross") },
      trailingHeads: read.word("lacing.trailingHeads") as "out",
      firstLean: read.word("lacing.firstLean") as "trailing",
      ...(read.hasAll(["lacing.skip.A", "lacing.skip.B"])
        ? { skip: { A: read.number("lacing.skip.A"), B: read.number("lacing.skip.B") } }
        : {}),
      ...(read.has("lacing.overUnder") ? { interlaced: read.word("lacing.overUnder") === "laced" } : {}),
    },
    spoke: {
      diameter: read.number("spoke.diameter"),
      threadPitch: read.number("spoke.threadPitch"),
      share: null,
      ...wireTold(figures, read.number("spoke.diameter")),
    },
    tension: { target: read.number("tension.target") },
  });
  const samples = samplesOf(aside);
  const fromOld = oldSpokesSum(read, samples, (erd) => tryWheel(inputWith(erd, found?.total ?? wanted.total)));
  const sums = erdSums(aside, fromOld);
  const counting = countingErd(aside, sums);
  const presetTerms = counting.ledger.terms.flatMap((t) => (t.assumed && t.figure ? [t.figure] : []));
  const input = inputWith(counting.ledger.total, wanted.total);
  const made = comesTo(input);
  const { wheel } = made;
  const asFound = wheel && found ? tryWheel({ ...input, offset: found.total }) : wheel;
  const old = asFound instanceof BadInput ? null : asFound;
  return {
    ...made,
    assumed: [...presetTerms, ...read.assumed],
    erd: counting.ledger,
    erdMethod: counting.method,
    erdSums: sums,
    toCentre,
    holeCircle: circle,
    offsetSums: [...ways, ...[offsetFromFrame(aside)].flatMap((l) => (l ? [{ ...l, way: "frame" as const }] : []))],
    offsetFound: found,
    offsetWanted: wanted,
    offsetWays: offsetWaysNow(aside, toCentre, found, wanted),
    oldSpokes: old ? compareOldSpokes(old, samples) : [],
    plate: plateOf(taken["rim.plate"], holes),
    doubts: doubts({
      read: aside,
      taken,
      erdSums: sums,
      erd: counting.ledger,
      toCentre,
      offsetSums: ways,
      found,
      asFound: old,
      samples,
    }),
  };
};

/** How much of what the lengths rest on was measured: rim holes, ERD, flanges and hole circles. */
export const measuredSoFar = (build: WheelBuild): "all" | "some" | "none" => {
  const sums = [build.erd, build.toCentre.A, build.toCentre.B, build.holeCircle.A, build.holeCircle.B];
  const needed = [
    build.assumed.includes("rim.holes"),
    ...sums.flatMap((s) => s.terms.filter((t) => t.figure !== "rim.washer").map((t) => t.assumed ?? false)),
  ];
  if (!needed.includes(true)) return "all";
  // Holes alone are told at the counter; measuring begins with the first length.
  return needed.slice(1).includes(false) ? "some" : "none";
};

/** ERD back from old spokes, as a sum of its own; null without samples. */
const oldSpokesSum = (
  read: FigureReader,
  samples: readonly OldSpoke[],
  wheelAt: (erd: number) => Wheel | BadInput,
): ErdSum | null => {
  if (samples.length === 0) return null;
  // Its own sum needs an ERD only to start from; the stamped size or the outside-in presets are near enough.
  const start = wheelAt(erdOutsideIn(readFigures(read.figures)).ledger.total);
  const erd = start instanceof BadInput ? null : erdFromOldSpokes(start, samples);
  if (erd === null) return null;
  return {
    method: "old-spokes",
    ledger: ledger(
      ["Effective rim diameter", "back from old spokes"],
      [{ label: `from ${samples.length} old spoke${samples.length > 1 ? "s" : ""}`, times: 1, value: erd }],
    ),
    sd: 0.8,
  };
};
