import { useRef } from "react";
import { turnsText } from "@/core/truing/saying/explain";
import type { UnrolledRimProps } from "./unrolled-rim";

/** A string this many times as tight as wanted reaches the edge. */
const FULL_STRING = 1.6;
/** Room for the scale, px. */
export const LEFT = 58;
export const RIGHT = 16;
/** Pixels of dragging for a sixteenth of a turn. */
const DRAG_STEP = 8;
/** Lower than this, px, captions and figures share their room. */
const LOW = 300;
/** px between spokes from which a figure stands clear of its neighbours' strings. */
const FIGURE_GAP = 48;
/** px that captions take at either end. */
const CAPTION = { left: 230, right: 130 };

/** A ring with a pie of the turn and an arrow along its rim; tighten solid, slacken outlined. */
const NippleMark = ({ x, y, turns, r }: { x: number; y: number; turns: number; r: number }) => {
  const part = Math.min(1, Math.abs(turns));
  const end = part * 2 * Math.PI * (turns > 0 ? 1 : -1);
  const px = x + r * Math.sin(end);
  const py = y - r * Math.cos(end);
  const solid = turns > 0;
  const pie =
    part >= 0.999
      ? `M${x} ${y - r}a${r} ${r} 0 1 1 -0.01 0Z`
      : `M${x} ${y}L${x} ${y - r}A${r} ${r} 0 ${part > 0.5 ? 1 : 0} ${turns > 0 ? 1 : 0} ${px} ${py}Z`;
  const dir = solid ? 1 : -1;
  return (
    <g>
      <circle cx={x} cy={y} r={r} fill="var(--color-paper)" stroke="var(--color-ink)" strokeWidth="1.5" />
      <path d={pie} fill={solid ? "var(--color-ink)" : "none"} stroke="var(--color-ink)" strokeWidth="1.5" />
      <path
        d={`M${x - 4 * dir} ${y - r - 5}h${8 * dir}m${-4 * dir} -3.5l${4 * dir} 3.5l${-4 * dir} 3.5`}
        fill="none"
        stroke="var(--color-ink)"
        strokeWidth="1.5"
      />
    </g>
  );
};

/** Where a string's tension stands, and between what it is believed; a square round one far from its like. */
const StringEnd = ({
  x,
  y,
  low,
  high,
  marked,
}: {
  x: number;
  y: number;
  low: number | null;
  high: number | null;
  marked: boolean;
}) => (
  <g stroke="var(--color-ink)">
    {low !== null && high !== null && <line x1={x} x2={x} y1={low} y2={high} strokeWidth="1.2" />}
    <circle cx={x} cy={y} r="4" fill="var(--color-ink)" stroke="none" />
    {marked && <rect x={x - 8} y={y - 8} width="16" height="16" fill="none" strokeWidth="2.5" />}
  </g>
);

interface TraceLines {
  readonly now: readonly (number | null)[];
  readonly before: readonly (number | null)[] | null;
  readonly forecast: readonly (number | null)[] | null;
}
export interface Lines {
  readonly lateral: TraceLines;
  readonly radial: TraceLines;
}

interface RimStripProps extends UnrolledRimProps {
  readonly lines: Lines;
  readonly scale: { readonly lateral: number; readonly radial: number };
  /** Spokes from (0-based) up to but without `to`. */
  readonly from: number;
  readonly to: number;
  readonly perRow: number;
  readonly width: number;
  readonly height: number;
}

/** One row of the rim laid flat. */
export const RimStrip = ({
  spokes,
  now,
  turns,
  masked = [],
  band,
  wantedTension,
  names,
  picked,
  onPick,
  lines,
  scale,
  from,
  to,
  perRow,
  width,
  height,
  strings,
  onTurn,
}: RimStripProps) => {
  const drag = useRef<{ spoke: number; y: number } | null>(null);
  const gap = (width - LEFT - RIGHT) / perRow;
  const x = (i: number) => LEFT + (i - from + 0.5) * gap;
  const here = spokes.slice(from, to);
  const end = LEFT + (to - from) * gap;
  // Shares of the height: trace, strings, trace, numbers.
  const area = strings
    ? {
        lateral: { y: height * 0.1, half: height * 0.055 },
        strings: { y: height * 0.49, half: height * 0.29 },
        radial: { y: height * 0.87, half: height * 0.05 },
      }
    : {
        lateral: { y: height * 0.19, half: height * 0.13 },
        strings: { y: height * 0.49, half: height * 0.105 },
        radial: { y: height * 0.79, half: height * 0.12 },
      };
  const stringY = (side: "A" | "B", level: number) =>
    area.strings.y + (side === "A" ? -1 : 1) * area.strings.half * Math.min(1, level / FULL_STRING);
  const path = (trace: readonly (number | null)[], what: "lateral" | "radial") => {
    let out = "";
    for (let i = from; i < to; i++) {
      const v = trace[i];
      if (v === null || v === undefined) continue;
      out += `${out === "" ? "M" : "L"}${x(i).toFixed(1)} ${(area[what].y - (v / scale[what]) * area[what].half).toFixed(1)}`;
    }
    return out;
  };
  /** Whether a spoke's figure, on the far side of its string, stands clear of the captions. */
  const clear = (side: "A" | "B", at: number): boolean =>
    gap >= FIGURE_GAP &&
    (height >= LOW || (at < end - CAPTION.right && (side === "B" || from > 0 || at > LEFT + gap + CAPTION.left)));
  return (
    <svg
      width={width}
      height={height}
      className="block"
      aria-hidden="true"
      onPointerDown={(e) => {
        const edge = e.currentTarget.getBoundingClientRect();
        const spoke = Math.min(to, Math.max(from + 1, from + Math.floor((e.clientX - edge.left - LEFT) / gap) + 1));
        onPick(spoke);
        if (onTurn && Math.abs(e.clientY - edge.top - area.strings.y) < 28) {
          drag.current = { spoke, y: e.clientY };
          e.currentTarget.setPointerCapture(e.pointerId);
        }
      }}
      onPointerMove={(e) => {
        const held = drag.current;
        if (!held || !onTurn) return;
        // Up tightens; a sixteenth for every eight pixels.
        const steps = Math.trunc((held.y - e.clientY) / DRAG_STEP);
        if (steps === 0) return;
        held.y -= steps * DRAG_STEP;
        onTurn(held.spoke, steps / 16);
      }}
      onPointerUp={() => {
        drag.current = null;
      }}
    >
      <defs>
        <pattern id="seam" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="8" stroke="var(--color-rule)" strokeWidth="2" />
        </pattern>
      </defs>
      {picked > from && picked <= to && (
        <rect
          x={x(picked - 1) - gap / 2}
          y="2"
          width={gap}
          height={height - 4}
          fill="none"
          stroke="var(--color-ink)"
          strokeWidth="1.5"
        />
      )}
      {masked.map(
        (s) =>
          s > from &&
          s <= to && (
            <rect
              key={s}
              x={x(s - 1) - gap / 2}
              y={area.radial.y - area.radial.half}
              width={gap}
              height={area.radial.half * 2}
              fill="url(#seam)"
            />
          ),
      )}
      {(["lateral", "radial"] as const).map((what) => {
        const a = area[what];
        const half = (band[what] / 2 / scale[what]) * a.half;
        const { before, forecast } = lines[what];
        return (
          <g key={what}>
            <rect
              x={LEFT}
              y={a.y - half}
              width={end - LEFT}
              height={half * 2}
              fill="none"
              stroke="var(--color-rule)"
              strokeWidth="1.2"
              strokeDasharray="2 4"
            />
            <line x1={LEFT} x2={end} y1={a.y} y2={a.y} stroke="var(--color-grid)" strokeWidth="1" />
            {from === 0 && (
              <text
                x={LEFT + gap + 4}
                y={Math.max(17, a.y - a.half - 3)}
                fontSize="18"
                fill="var(--color-ink)"
                stroke="var(--color-paper)"
                strokeWidth="4"
                paintOrder="stroke"
              >
                {what === "lateral" ? "side to side" : "hop"}, {scale[what]} mm either way
              </text>
            )}
            {[scale[what], -scale[what]].map((v) => (
              <text
                key={v}
                x={LEFT - 6}
                y={a.y - (v / scale[what]) * a.half + 7}
                fontSize="17"
                textAnchor="end"
                fill="var(--color-ink)"
              >
                {v > 0 ? "+" : "−"}
                {Math.abs(v)}
              </text>
            ))}
            {before && <path d={path(before, what)} fill="none" stroke="var(--color-ink)" strokeWidth="1.5" />}
            {forecast && (
              <path
                d={path(forecast, what)}
                fill="none"
                stroke="var(--color-ink)"
                strokeWidth="2"
                strokeDasharray="7 5"
              />
            )}
            <path d={path(lines[what].now, what)} fill="none" stroke="var(--color-ink)" strokeWidth="3" />
            {here.map((s, k) => {
              const v = lines[what].now[from + k];
              return (
                v !== null &&
                v !== undefined && (
                  <circle
                    key={s.spoke}
                    cx={x(from + k)}
                    cy={a.y - (v / scale[what]) * a.half}
                    r="4"
                    fill="var(--color-ink)"
                  />
                )
              );
            })}
          </g>
        );
      })}
      <line x1={LEFT} x2={end} y1={area.strings.y} y2={area.strings.y} stroke="var(--color-rule)" strokeWidth="1.5" />
      {strings &&
        (["A", "B"] as const).map((side) => (
          <g key={side}>
            <rect
              x={LEFT}
              width={end - LEFT}
              y={Math.min(stringY(side, 1 + strings.band), stringY(side, 1 - strings.band))}
              height={Math.abs(stringY(side, 1 + strings.band) - stringY(side, 1 - strings.band))}
              fill="none"
              stroke="var(--color-rule)"
              strokeWidth="1.2"
              strokeDasharray="2 4"
            />
            <line
              x1={LEFT}
              x2={end}
              y1={stringY(side, 1)}
              y2={stringY(side, 1)}
              stroke="var(--color-grid)"
              strokeWidth="1"
            />
          </g>
        ))}
      {here.map((s, k) => {
        const i = from + k;
        const level = strings ? (strings.level[i] ?? null) : null;
        const t = now.tension[i] ?? null;
        const up = s.flange === "A" ? -1 : 1;
        const turn = turns?.[i] ?? 0;
        return (
          <g key={s.spoke}>
            <line
              x1={x(i)}
              y1={area.strings.y}
              x2={x(i) + s.turn * gap * 0.45 * (strings ? Math.min(1, (level ?? 0.15) / FULL_STRING) : 1)}
              y2={strings ? stringY(s.flange, level ?? 0.15) : area.strings.y + up * area.strings.half}
              stroke={`var(--color-${s.flange.toLowerCase()})`}
              strokeWidth={t === null ? 1.5 : Math.max(1, Math.min(9, 4.5 * (t / wantedTension[s.flange])))}
              strokeDasharray={t === 0 ? "6 7" : undefined}
            />
            {strings && level !== null && (
              <StringEnd
                x={x(i) + s.turn * gap * 0.45 * Math.min(1, level / FULL_STRING)}
                y={stringY(s.flange, level)}
                low={strings.low[i] === null ? null : stringY(s.flange, strings.low[i] ?? 0)}
                high={strings.high[i] === null ? null : stringY(s.flange, strings.high[i] ?? 0)}
                marked={strings.marked.includes(s.spoke)}
              />
            )}
            {turn !== 0 && <NippleMark x={x(i)} y={area.strings.y} turns={turn} r={Math.min(12, gap * 0.42)} />}
            {turn !== 0 && (turns?.[i - 1] ?? 0) === 0 && (turns?.[i + 1] ?? 0) === 0 && clear(s.flange, x(i)) && (
              <text
                x={x(i)}
                y={area.strings.y - up * 30 + 6}
                fontSize="17"
                textAnchor="middle"
                fill="var(--color-ink)"
                stroke="var(--color-paper)"
                strokeWidth="5"
                paintOrder="stroke"
              >
                {turnsText(turn)}
              </text>
            )}
          </g>
        );
      })}
      {(["A", "B"] as const).map((side) => (
        <text
          key={side}
          x={end - 4}
          textAnchor="end"
          y={
            area.strings.y +
            (side === "A" ? -area.strings.half - 6 : area.strings.half + 20) +
            (strings ? (side === "A" ? 20 : -20) : 0)
          }
          fontSize="17"
          fill="var(--color-ink)"
        >
          {names[side]}
          {strings && `, ${strings.caption[side]}`}
        </text>
      ))}
      {here.map(
        (s) =>
          (s.spoke % 5 === 0 || s.spoke === 1 || (turns?.[s.spoke - 1] ?? 0) !== 0) && (
            <text
              key={s.spoke}
              x={x(s.spoke - 1)}
              y={height - 6}
              fontSize={s.spoke % 5 === 0 || s.spoke === 1 ? 20 : 16}
              fontWeight={(turns?.[s.spoke - 1] ?? 0) !== 0 ? 700 : 400}
              textAnchor="middle"
              fill="var(--color-ink)"
            >
              {s.spoke}
            </text>
          ),
      )}
    </svg>
  );
};
