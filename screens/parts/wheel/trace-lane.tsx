import type { TraceLines } from "./rim-traces";
import { LEFT, NARROW, type StripLayout } from "./strip-layout";

interface TraceLaneProps {
  readonly what: "lateral" | "radial";
  readonly lines: TraceLines;
  readonly layout: StripLayout;
  /** mm either way. */
  readonly scale: number;
  /** mm total reading. */
  readonly band: number;
}

/** One run-out over the spokes of a row: its band and scale, as it was, should become, and is. */
export const TraceLane = ({ what, lines, layout, scale, band }: TraceLaneProps) => {
  const { from, to, gap, end, x } = layout;
  const lane = layout.lane[what];
  const y = (v: number) => lane.y - (v / scale) * lane.half;
  const half = (band / 2 / scale) * lane.half;
  const points = (trace: readonly (number | null)[]) =>
    trace.slice(from, to).flatMap((v, k) => (v === null ? [] : [{ spoke: from + k + 1, x: x(from + k), y: y(v) }]));
  const path = (trace: readonly (number | null)[]) =>
    points(trace)
      .map((p, k) => `${k === 0 ? "M" : "L"}${p.x.toFixed(1)} ${p.y.toFixed(1)}`)
      .join("");
  const line = { fill: "none", stroke: "var(--color-ink)" };
  return (
    <g>
      <rect
        x={LEFT}
        y={lane.y - half}
        width={end - LEFT}
        height={half * 2}
        fill="none"
        stroke="var(--color-rule)"
        strokeWidth="1.2"
        strokeDasharray="2 4"
      />
      <line x1={LEFT} x2={end} y1={lane.y} y2={lane.y} stroke="var(--color-grid)" strokeWidth="1" />
      {from === 0 && (
        <text
          x={LEFT + gap + 4}
          y={Math.max(17, lane.y - lane.half - 3)}
          fontSize="18"
          fill="var(--color-ink)"
          stroke="var(--color-paper)"
          strokeWidth="4"
          paintOrder="stroke"
        >
          {what === "lateral" ? "side to side" : "hop"}
          {layout.width < NARROW ? ` ±${scale}` : `, ${scale} mm either way`}
        </text>
      )}
      {[scale, -scale].map((v) => (
        <text key={v} x={LEFT - 6} y={y(v) + 7} fontSize="17" textAnchor="end" fill="var(--color-ink)">
          {v > 0 ? "+" : "−"}
          {Math.abs(v)}
        </text>
      ))}
      {lines.beside.map((trace, i) => (
        <path key={i} d={path(trace)} {...line} strokeWidth="1.5" strokeDasharray="1.5 4" />
      ))}
      {lines.before && <path d={path(lines.before)} {...line} strokeWidth="1.5" />}
      {lines.forecast && <path d={path(lines.forecast)} {...line} strokeWidth="2" strokeDasharray="7 5" />}
      <path d={path(lines.now)} {...line} strokeWidth="3" />
      {points(lines.now).map((p) => (
        <circle key={p.spoke} cx={p.x} cy={p.y} r="4" fill="var(--color-ink)" />
      ))}
    </g>
  );
};
