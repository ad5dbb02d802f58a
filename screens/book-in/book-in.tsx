"use client";
import type { PlacedSpoke } from "@/core/lacing/placement";
import { CAUTIONS } from "@/core/sheet/sheet";
import { withSideNames } from "@/core/truing/explain";
import { FIGURES } from "@/core/wheel/check-figure";
import { BOOK_IN_FIGURES } from "@/core/wheel/figures";
import type { Wheel } from "@/core/wheel/wheel-file";
import { FiguresBench, FigureTag, type ParticularAsked, type TakenFigure } from "../parts/figures-bench";
import { WheelPlan } from "../parts/wheel-plan";

interface BookInProps {
  readonly jobId: string;
  readonly version: number;
  readonly names: { readonly A: string; readonly B: string };
  readonly particulars: readonly ParticularAsked[];
  readonly taken: Readonly<Record<string, TakenFigure>>;
  readonly earlier: Readonly<Record<string, readonly TakenFigure[]>>;
  readonly wheel: Wheel | null;
  readonly spokes: readonly PlacedSpoke[];
}

const LOST = ["offset.found", "rim.firstHole", "lacing.firstLean", "lacing.trailingHeads", "rotation"];

/** The wheel as it stands, and all that will be lost once a key is put to it. */
export const BookIn = (props: BookInProps) => {
  const { wheel, spokes, names, particulars } = props;
  const names_ = BOOK_IN_FIGURES.map((f) => f.name);
  return (
    <FiguresBench
      {...props}
      figures={names_}
      ledgers={[]}
      problem={null}
      presets={{}}
      cautions={[CAUTIONS.linings, CAUTIONS.scrap, CAUTIONS.eyes]}
      notes={[
        "Replace the bearings while the hub is apart; the spacer between them goes back in.",
        "Offset and run-out as found cannot be measured again once the wheel is stripped.",
      ]}
      drawing={({ active, label, onTap }) => (
        <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,5fr)_minmax(0,6fr)] portrait:grid-cols-1 portrait:grid-rows-[2fr_3fr]">
          <div className="min-h-0 p-2">
            {wheel && (
              <WheelPlan wheel={wheel} spokes={spokes} inHand={1} title={`the wheel seen from the ${names.A}`} />
            )}
          </div>
          <div className="min-h-0 overflow-y-auto border-l border-grid">
            <h2 className="px-3 pt-2 text-xl font-bold">Before a key goes on</h2>
            {names_.map((name) => (
              <FigureTag
                key={name}
                label={`${LOST.includes(name) && label(name) === "not yet" ? "◆ " : ""}${withSideNames(FIGURES[name].label, names)}`}
                value={label(name)}
                open={label(name) === "not yet"}
                active={active === name}
                onTap={() => onTap(name)}
              />
            ))}
            <h2 className="px-3 pt-4 text-xl font-bold">The tag</h2>
            {particulars.map((p) => (
              <FigureTag
                key={p.key}
                label={p.label}
                value={p.choices?.find((c) => c.value === p.value)?.label ?? (p.value || "not yet")}
                open={!p.value}
                active={active === p.key}
                onTap={() => onTap(p.key)}
              />
            ))}
          </div>
        </div>
      )}
    />
  );
};
