import { FIGURES } from "../figures/all-figures";
import { mostPlaces } from "../figures/figure";
import { presets } from "../figures/presets";
import type { Ledger } from "../ledger/ledger";
import { figuresOf } from "../measurement/taken";
import type { MeasuredWheel } from "./measured-wheel";

/** mm by which what a sum rests on differs from place to place; null where it was taken at one place only. */
const outOfRound = (sum: Ledger, taken: MeasuredWheel["taken"]): number | null => {
  const figure = sum.terms.flatMap((t) => (t.figure && mostPlaces(FIGURES[t.figure] ?? {}) > 0 ? [t.figure] : []))[0];
  return (figure && taken[figure]?.outOfRound) || null;
};

/** Every sum as it stands, and the sizes that rim and hub are drawn from. */
export const measuredSums = ({ build, taken, carried }: MeasuredWheel) => {
  const { input, erd, toCentre, holeCircle } = build;
  const figures = figuresOf(taken);
  const standIn = presets(figures);
  const figure = (name: string) => Number(figures[name] ?? standIn[name] ?? 0);
  const both = (make: (side: "A" | "B") => number) => ({ A: make("A"), B: make("B") });
  const holes = input.rim.holes;
  return {
    figures,
    presets: standIn,
    problem: build.problem,
    doubts: build.doubts,
    carried,
    erd: { total: erd.total, method: build.erdMethod, assumed: erd.terms.some((t) => t.assumed) },
    erdWays: build.erdSums.map(({ method, ledger }) => ({
      method,
      total: ledger.total,
      ledger,
      outOfRound: outOfRound(ledger, taken),
    })),
    hubLedgers: [toCentre.A, toCentre.B, holeCircle.A, holeCircle.B],
    /** By which way the offset was found; null while it was not. */
    offsetWay: build.offsetSums[0]?.way ?? null,
    offsetLedgers: [...build.offsetSums, build.offsetWanted],
    rim: {
      height: figure("rim.height"),
      bed: figure("rim.bedThickness"),
      washer: figure("rim.washer"),
      head: figure("rim.headToSlot"),
      width: figure("rim.width"),
      holeOffset: figure("rim.holeOffset"),
    },
    hub: {
      width: figure("hub.width"),
      toCentre: both((s) => toCentre[s].total),
      holeCircle: both((s) => holeCircle[s].total),
      holeDiameter: both((s) => figure(`hub.${s}.holeDiameter`)),
      thickness: both((s) => Number(figures[`hub.${s}.thickness`] ?? 5)),
      holes: Math.max(2, Math.round(holes / 2)),
      fromCentre: figures["hub.measuredFrom"] === "centre",
      chordSpan: both((s) => Number(figures[`hub.${s}.chordSpan`] ?? 4)),
    },
    offset: {
      hubWidth: figure("hub.width"),
      rimWidth: figure("rim.width"),
      toCentre: both((s) => toCentre[s].total),
      offset: build.offsetFound?.total ?? build.offsetWanted.total,
      wanted: build.offsetWanted.total,
      found: build.offsetFound?.total ?? null,
      edgeSide: figures["offset.edgeSide"] === "B" ? ("B" as const) : ("A" as const),
      edgeFromFace: Number(figures["offset.edgeFromFace"] ?? 12),
    },
    oldSpokes: build.oldSpokes,
    straight: input.hub.seat === "straight",
    gaps: [...Array(Math.max(4, holes)).keys()].map(
      (i) => taken["rim.plate"]?.places.find((p) => p.place === i + 1)?.value ?? null,
    ),
    plate: build.plate,
  };
};
