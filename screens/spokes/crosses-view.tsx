"use client";
import type { SkipChoice } from "@/core/lacing/skip-choices";
import { againstWords, crossesWords } from "@/core/spoke/pattern-words";
import type { PatternAdvice, PatternChoice } from "@/core/spoke/patterns";
import type { Wheel } from "@/core/wheel/wheel-file";
import type { Tap } from "../parts/bench/bench-record";
import { DoubtFlag } from "../parts/bench/ledger-panel";
import { SideMark } from "../parts/wheel/side-mark";

/** One spoke from hub to rim at this many crosses, to scale: what the angle at the hub means. */
const Path = ({ wheel, side, choice }: { wheel: Wheel; side: "A" | "B"; choice: PatternChoice }) => {
  const R = 46;
  const k = R / (wheel.rim.erd / 2);
  const r = (wheel.hub[side].holeCircle / 2) * k;
  const turn = ((choice.cross * 720) / wheel.rim.holes) * (Math.PI / 180);
  const spokes = [1, -1].map((way) => (
    <line
      key={way}
      x1={r * Math.sin(way * turn)}
      y1={-r * Math.cos(way * turn)}
      x2="0"
      y2={-R}
      stroke={`var(--color-${side.toLowerCase()})`}
      strokeWidth="1.6"
    />
  ));
  return (
    <svg viewBox="-50 -50 100 100" className="h-18 w-18 shrink-0" aria-hidden="true">
      <circle r={R} fill="none" stroke="var(--color-ink)" strokeWidth="1.5" />
      <circle r={r} fill="none" stroke="var(--color-rule)" />
      {spokes}
    </svg>
  );
};

const degrees = (x: number): string => `${x.toFixed(1)}°`;

/** All crosses side by side: what the wheel had, what the geometry would choose; a tap chooses. */
export const CrossesView = ({
  wheel,
  patterns,
  skips,
  names,
  tap,
}: {
  wheel: Wheel;
  patterns: readonly PatternAdvice[];
  skips: readonly SkipChoice[];
  names: { readonly A: string; readonly B: string };
  tap: Tap;
}) => (
  <div className="min-h-0 flex-1 overflow-y-auto">
    {patterns.map((p) => (
      <section key={p.side} aria-label={`crosses, ${names[p.side]}`} className="border-b border-ink">
        <h2 className="flex items-center gap-2 px-3 pt-2 text-xl font-bold">
          <SideMark side={p.side} /> {names[p.side]}
          <span className="text-base font-normal">{crossesWords(p)}</span>
        </h2>
        <div className="grid auto-cols-fr grid-flow-col portrait:grid-flow-row">
          {p.choices.map((c) => {
            const chosen = wheel.lacing[p.side].cross === c.cross;
            const radial = c.against.some((a) => a.code === "no-torque");
            return (
              <button
                key={c.cross}
                type="button"
                aria-pressed={chosen}
                disabled={radial}
                onClick={() => tap.put(`lacing.${p.side}.cross`, String(c.cross))}
                className={`flex flex-col items-start gap-1 border-r border-grid p-2 text-left text-base last:border-r-0 ${chosen ? "border-t-4 border-t-ink" : "border-t-4 border-t-transparent"}`}
              >
                <span className="flex w-full items-center gap-2">
                  <Path wheel={wheel} side={p.side} choice={c} />
                  <span>
                    <b className="block text-lg whitespace-nowrap">{c.cross === 0 ? "radial" : `${c.cross} cross`}</b>
                    <b className="font-mono text-xl">{c.length.toFixed(1)}</b>
                  </span>
                </span>
                {c.cross === p.had && <b>it had this</b>}
                {c.cross === p.recommended && <b>the geometry's choice</b>}
                <span>at the hub {degrees(c.hubAngleDeg)}</span>
                {c.entry && (
                  <span>
                    at the nipple {degrees(c.entry.whole)}: along {degrees(c.entry.along)}, sideways{" "}
                    {degrees(c.entry.sideways)}
                  </span>
                )}
                {c.boreAngleDeg !== null && <span>off the bore {degrees(c.boreAngleDeg)}</span>}
                <span>next head {c.headClearance.toFixed(1)}</span>
                <span>at the valve {c.valveRoom.toFixed(0)}</span>
                {c.against.map((a) => (
                  <span key={a.code} className="flex gap-1">
                    <DoubtFlag /> {againstWords(a)}
                  </span>
                ))}
              </button>
            );
          })}
        </div>
      </section>
    ))}
    {skips.length > 0 && (
      <section aria-label="empty hub holes">
        <h2 className="px-3 pt-2 text-xl font-bold">The hub has more holes than the rim: which stay empty</h2>
        <div className="grid grid-cols-3 portrait:grid-cols-2">
          {skips.map((c, i) => {
            const chosen = wheel.lacing.skip
              ? wheel.lacing.skip.A === c.start.A && wheel.lacing.skip.B === c.start.B
              : i === 0;
            return (
              <button
                key={`${c.start.A}/${c.start.B}`}
                type="button"
                aria-pressed={chosen}
                onClick={() => {
                  tap.put("lacing.skip.A", String(c.start.A));
                  tap.put("lacing.skip.B", String(c.start.B));
                }}
                className={`border-r border-b border-grid p-2 text-left text-base ${chosen ? "border-t-4 border-t-ink" : "border-t-4 border-t-transparent"}`}
              >
                <b className="block text-lg">
                  {c.lengths} {c.lengths === 1 ? "length" : "lengths"}
                </b>
                {(["A", "B"] as const).map((s) => (
                  <span key={s} className="flex items-center gap-2">
                    <SideMark side={s} /> empty {c.empty[s].join(", ") || "none"}
                  </span>
                ))}
                <span className="block">
                  between{" "}
                  {c.between === "touching"
                    ? "spokes that cross"
                    : c.between === "parting"
                      ? "spokes that part"
                      : "some of each"}
                  , lengths within {c.spread.toFixed(1)}
                </span>
              </button>
            );
          })}
        </div>
      </section>
    )}
  </div>
);
