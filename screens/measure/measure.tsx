"use client";
import type { Ledger } from "@/core/ledger/ledger";
import { withSideNames } from "@/core/truing/explain";
import { FIGURES } from "@/core/wheel/check-figure";
import { MEASURE_FIGURES, PRESETS } from "@/core/wheel/figures";
import { FiguresBench, FigureTag, type TakenFigure } from "../parts/figures-bench";
import { SectionDrawing, type SectionSizes } from "./section-drawing";

interface MeasureProps {
  readonly jobId: string;
  readonly version: number;
  readonly names: { readonly A: string; readonly B: string };
  readonly taken: Readonly<Record<string, TakenFigure>>;
  readonly earlier: Readonly<Record<string, readonly TakenFigure[]>>;
  readonly ledgers: readonly Ledger[];
  readonly problem: { readonly name: string; readonly message: string } | null;
  readonly sizes: SectionSizes;
}

const ON_DRAWING = [
  "rim.width",
  "rim.height",
  "rim.bedThickness",
  "rim.outsideDiameter",
  "rim.holeOffset",
  "offset.wanted",
  "hub.A.holeCircle",
  "hub.B.holeCircle",
  "hub.A.fromFace",
  "hub.B.fromFace",
  "hub.width",
];

/** Hub and rim in section, drawn from the numbers so far; what is no length on the drawing is listed under it. */
export const Measure = (props: MeasureProps) => {
  const figures = MEASURE_FIGURES.map((f) => f.name);
  return (
    <FiguresBench
      {...props}
      figures={figures}
      presets={PRESETS}
      cautions={[]}
      notes={["Axle clamped, no play in the bearings: over 0.05 mm of play a reading is worth nothing."]}
      drawing={({ active, label, onTap }) => (
        <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_300px] portrait:grid-cols-1 portrait:grid-rows-[3fr_2fr]">
          <div className="min-h-0">
            <SectionDrawing sizes={props.sizes} names={props.names} active={active} label={label} onTap={onTap} />
          </div>
          <div className="min-h-0 overflow-y-auto border-l border-grid">
            {figures
              .filter((f) => !ON_DRAWING.includes(f))
              .map((name) => (
                <FigureTag
                  key={name}
                  label={withSideNames(FIGURES[name].label, props.names)}
                  value={label(name).replace(" assumed", "?")}
                  open={label(name).endsWith("assumed")}
                  active={active === name}
                  onTap={() => onTap(name)}
                />
              ))}
          </div>
        </div>
      )}
    />
  );
};
