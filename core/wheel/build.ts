import { flangeToCentre } from "../hub/flange";
import type { Ledger } from "../ledger/ledger";
import { erdOutsideIn } from "../rim/effective-rim-diameter";
import { BadInput } from "./bad-input";
import { PRESETS } from "./figures";
import { readWheel, type Wheel, type WheelInput } from "./wheel-file";

/** The newest figure of each name: mm, N or a count, or the word chosen. */
export type Figures = Readonly<Record<string, number | string | undefined>>;

/** A wheel made from what was measured, with how every derived number came about. */
export interface WheelBuild {
  readonly input: WheelInput;
  /** Null when the figures do not make a wheel; `problem` then says why and at which figure. */
  readonly wheel: Wheel | null;
  readonly problem: { readonly name: string; readonly message: string } | null;
  /** Names of figures that were not taken. */
  readonly assumed: readonly string[];
  readonly erd: Ledger;
  readonly toCentre: { readonly A: Ledger; readonly B: Ledger };
}

/** Where a wheel file's path was measured. */
const FIGURE_OF_PATH: readonly (readonly [RegExp, string])[] = [
  [/^rim\.erd/, "rim.outsideDiameter"],
  [/^hub\.[AB]\.holes/, "rim.holes"],
  [/^hub\.A\.toCentre/, "hub.A.fromFace"],
  [/^hub\.B\.toCentre/, "hub.B.fromFace"],
  [/^offset/, "offset.wanted"],
];

/** Puts a wheel together from figures; presets stand in for what was not taken. */
export const buildWheel = (figures: Figures, name: string): WheelBuild => {
  const assumed: string[] = [];
  const raw = (key: string): number | string => {
    const taken = figures[key];
    if (taken !== undefined) return taken;
    assumed.push(key);
    return PRESETS[key];
  };
  const number = (key: string): number => Number(raw(key));
  const isAssumed = (key: string) => figures[key] === undefined;
  const mark = (ledger: Ledger, keys: readonly string[]): Ledger => ({
    ...ledger,
    terms: ledger.terms.map((t, i) => (isAssumed(keys[i]) ? { ...t, assumed: true } : t)),
  });
  const holes = number("rim.holes");
  const rimKeys = ["rim.outsideDiameter", "rim.height", "rim.bedThickness", "rim.washer", "rim.headToSlot"];
  const [outsideDiameter, rimHeight, bedThickness, washer, headToSlot] = rimKeys.map(number);
  const erd = mark(erdOutsideIn({ outsideDiameter, rimHeight, bedThickness, washer, headToSlot }), rimKeys);
  const width = number("hub.width");
  const centre = (side: "A" | "B") =>
    mark(flangeToCentre(width, number(`hub.${side}.fromFace`)), ["hub.width", `hub.${side}.fromFace`]);
  const toCentre = { A: centre("A"), B: centre("B") };
  const flange = (side: "A" | "B") => ({
    holes: holes / 2,
    holeCircle: number(`hub.${side}.holeCircle`),
    toCentre: toCentre[side].total,
    holeDiameter: number(`hub.${side}.holeDiameter`),
  });
  const input: WheelInput = {
    format: "tall-compass/wheel",
    version: 1,
    name,
    rotation: raw("rotation") as "clockwise",
    rim: {
      holes,
      erd: erd.total,
      firstHole: raw("rim.firstHole") as "A",
      holeOffset: number("rim.holeOffset"),
      section: raw("rim.section") as "steel",
      width: number("rim.width"),
    },
    hub: { seat: raw("hub.seat") as "bent", A: flange("A"), B: flange("B") },
    offset: number("offset.wanted"),
    lacing: {
      A: { cross: number("lacing.A.cross") },
      B: { cross: number("lacing.B.cross") },
      trailingHeads: raw("lacing.trailingHeads") as "out",
      firstLean: raw("lacing.firstLean") as "trailing",
    },
    spoke: { diameter: number("spoke.diameter"), threadPitch: number("spoke.threadPitch"), share: null },
    tension: { target: number("tension.target") },
  };
  try {
    return { input, wheel: readWheel(input), problem: null, assumed, erd, toCentre };
  } catch (error) {
    if (!(error instanceof BadInput)) throw error;
    const name = FIGURE_OF_PATH.find(([path]) => path.test(error.path))?.[1] ?? error.path;
    return { input, wheel: null, problem: { name, message: error.message }, assumed, erd, toCentre };
  }
};
