"use client";
import { useMemo } from "react";
import type { Figures } from "@/core/figures/newest";
import { RimBuckles } from "@/core/mechanics/buckling";
import type { TargetBand } from "@/core/tension/target";
import { againstTarget, targetWords } from "@/core/tension/target-words";
import { type WantedBand, wantedBand } from "@/core/tension/wanted-band";
import { showForce } from "@/core/units/show-force";
import { withSideNames } from "@/core/wheel/side-names";
import type { Wheel } from "@/core/wheel/wheel-file";
import type { Tap } from "../parts/bench/bench-record";
import { FigureList } from "../parts/bench/figure-list";
import { Doubt } from "../parts/bench/ledger-panel";
import { type TensionShown, useTensionShown } from "../parts/bench/use-tension-shown";

interface TargetViewProps {
  readonly names: { readonly A: string; readonly B: string };
  /** Of this place, to be told here. */
  readonly asked: readonly string[];
  readonly wheel: Wheel;
  /** All the job's. */
  readonly figures: Figures;
  readonly tap: Tap;
}

/** Null, with what it says, where the rim would not stand what it is worked to now. */
const bandOrNot = (wheel: Wheel, figures: Figures): readonly [WantedBand | null, string | null] => {
  try {
    return [wantedBand(wheel, figures), null];
  } catch (error) {
    if (error instanceof RimBuckles) return [null, error.message];
    throw error;
  }
};

/** The wanted tension as a band with its reasons, between going slack and giving way. */
export const TargetView = ({ names, asked, wheel, figures, tap }: TargetViewProps) => {
  const { target } = wheel.tension;
  const [band, message] = useMemo(() => bandOrNot(wheel, figures), [wheel, figures]);
  const shown = useTensionShown();
  const against = band && againstTarget(showForce(target, shown.unit), target, band, shown.say);
  return (
    <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,5fr)_minmax(0,4fr)] portrait:grid-cols-1 portrait:grid-rows-2">
      <div className="flex min-h-0 flex-col border-r border-grid">
        <div className="min-h-0 flex-1 overflow-y-auto p-4">
          {message && <p className="text-lg font-bold">{message}</p>}
          {band && (
            <>
              <Band band={band} target={target} shown={shown} />
              {against && <Doubt>{against}</Doubt>}
              {band.reasons.map((r) =>
                r.code === "narrow" ? (
                  <Doubt key={r.code}>{withSideNames(targetWords(r, shown.say), names)}</Doubt>
                ) : (
                  <p key={r.code} className="pt-3 text-lg leading-snug">
                    {withSideNames(targetWords(r, shown.say), names)}
                  </p>
                ),
              )}
              {band.assumed.length > 0 && (
                <Doubt>
                  {band.assumed.length} figures of the load are assumed: tap them on the right to tell them.
                </Doubt>
              )}
              <p className="pt-3 text-lg">The machine's own service manual comes before any figure here.</p>
            </>
          )}
        </div>
        {band && Math.round(band.aim) !== Math.round(target) && (
          <button
            type="button"
            onClick={() => tap.put("tension.target", String(Math.round(band.aim)))}
            className="h-18 shrink-0 bg-ink text-xl text-paper outline-offset-[-8px]"
          >
            work to {shown.say(band.aim)} instead of {showForce(target, shown.unit)}
          </button>
        )}
      </div>
      <div className="min-h-0 overflow-y-auto">
        <FigureList figures={asked} names={names} tap={tap} />
      </div>
    </div>
  );
};

/** Of the drawing; and of it what "ceiling 1630" takes. */
const WIDE = 700;
const WORDS_LONG = 130;

type Anchor = "start" | "middle" | "end";

/** Which way words go from a place so that they stay on the drawing. */
const anchorAt = (at: number, usual: Anchor): Anchor => {
  if (at < WORDS_LONG) return "start";
  return at > WIDE - WORDS_LONG ? "end" : usual;
};

/** The band as a gauge: slack, floor, aim, ceiling and what lies beyond it. */
const Band = ({ band, target, shown }: { band: TargetBand; target: number; shown: TensionShown }) => {
  const top = Math.max(band.spoke, Math.min(band.buckling, 2 * band.spoke), target, band.floor) * 1.12;
  const x = (n: number) => 20 + (Math.min(n, top) / top) * (WIDE - 40);
  const [floor, ceiling] = [x(band.floor), x(band.ceiling)];
  // Each end's words lie outside the band, so that a narrow one has room for both; where they cannot, one goes lower.
  const [ofFloor, ofCeiling] = floor <= ceiling ? (["end", "start"] as const) : (["start", "end"] as const);
  const crowded = Math.abs(ceiling - floor) < WORDS_LONG && anchorAt(floor, ofFloor) === anchorAt(ceiling, ofCeiling);
  const words = (n: number, label: string, y: number, usual: Anchor) => (
    <text x={x(n)} y={y} fontSize="20" textAnchor={anchorAt(x(n), usual)} fill="var(--color-ink)">
      {label} {shown.figure(n)}
    </text>
  );
  const line = (at: number, from: number, to: number) => (
    <line x1={at} x2={at} y1={from} y2={to} stroke="var(--color-ink)" strokeWidth="2" />
  );
  return (
    <svg
      viewBox={`0 0 ${WIDE} 165`}
      className="w-full"
      role="img"
      aria-label={`wanted tension between floor and ceiling, ${shown.unit}`}
    >
      <line x1="20" x2={WIDE - 20} y1="90" y2="90" stroke="var(--color-rule)" strokeWidth="2" />
      <rect
        x={floor}
        y="70"
        width={Math.max(2, ceiling - floor)}
        height="40"
        fill="none"
        stroke="var(--color-ink)"
        strokeWidth="2.5"
      />
      {line(floor, 70, 112)}
      {words(band.floor, "floor", 134, ofFloor)}
      {line(ceiling, 70, 112)}
      {words(band.ceiling, "ceiling", crowded ? 158 : 134, ofCeiling)}
      {line(x(band.aim), 52, 70)}
      {words(band.aim, "aim", 42, "middle")}
      <path d={`M${x(target)} 84l9 12h-18Z`} fill="var(--color-ink)">
        <title>worked to now: {showForce(target, shown.unit)}</title>
      </path>
    </svg>
  );
};
