"use client";
import { useRef } from "react";
import type { PlacedSpoke } from "@/core/lacing/placement";
import { turnsText } from "@/core/truing/explain";

/** Over the holes, mm or N; null where nothing is known. */
export interface RimTrace {
  readonly lateral: readonly (number | null)[];
  readonly radial: readonly (number | null)[];
  readonly tension: readonly (number | null)[];
}

interface UnrolledRimProps {
  readonly spokes: readonly PlacedSpoke[];
  readonly now: RimTrace;
  readonly before?: RimTrace | null;
  readonly forecast?: RimTrace | null;
  readonly turns?: readonly number[];
  readonly masked?: readonly number[];
  /** mm total reading. */
  readonly band: { readonly lateral: number; readonly radial: number };
  readonly wantedTension: { readonly A: number; readonly B: number };
  readonly names: { readonly A: string; readonly B: string };
  readonly picked: number;
  readonly onPick: (spoke: number) => void;
}

const W = 1200;
const LEFT = 70;
const STEP_LEVELS = [0.5, 1, 2, 5];

/** The smallest of the stated scales that holds every trace: mm either way. */
const scaleFor = (traces: readonly (readonly (number | null)[])[], band: number): number => {
  const largest = Math.max(band / 2, ...traces.flat().map((v) => Math.abs(v ?? 0)));
  return STEP_LEVELS.find((s) => s >= largest) ?? 5;
};

const centred = (trace: readonly (number | null)[]): (number | null)[] => {
  const read = trace.filter((v): v is number => v !== null);
  if (read.length === 0) return [...trace];
  const middle = (Math.max(...read) + Math.min(...read)) / 2;
  return trace.map((v) => (v === null ? null : v - middle));
};

/** A ring with a pie of the turn and an arrow along its rim; tighten solid, slacken outlined. */
const NippleMark = ({ x, y, turns, r }: { x: number; y: number; turns: number; r: number }) => {
  const part = Math.min(1, Math.abs(turns));
  const end = part * 2 * Math.PI * (turns > 0 ? 1 : -1);
  const px = x + r * Math.sin(end);
  const py = y - r * Math.cos(end);
  const solid = turns > 0;
  const pie = part >= 0.999 ? `M${x} ${y - r}a${r} ${r} 0 1 1 -0.01 0Z` : `M${x} ${y}L${x} ${y - r}A${r} ${r} 0 ${part > 0.5 ? 1 : 0} ${turns > 0 ? 1 : 0} ${px} ${py}Z`;
  const dir = solid ? 1 : -1;
  return (
    <g>
      <circle cx={x} cy={y} r={r} fill="var(--color-paper)" stroke="var(--color-ink)" strokeWidth="1.5" />
      <path d={pie} fill={solid ? "var(--color-ink)" : "none"} stroke="var(--color-ink)" strokeWidth="1.5" />
      <path d={`M${x - 4 * dir} ${y - r - 5}h${8 * dir}m${-4 * dir} -3.5l${4 * dir} 3.5l${-4 * dir} 3.5`} fill="none" stroke="var(--color-ink)" strokeWidth="1.5" />
    </g>
  );
};

/**
 * The wheel cut at the valve and laid flat: side to side above, hop below, and between them a string for each spoke,
 * towards the side it pulls to, thicker with tension, leaning as laced, broken when slack.
 */
export const UnrolledRim = (props: UnrolledRimProps) => {
  const { spokes, now, before, forecast, turns, masked = [], band, wantedTension, names, picked, onPick } = props;
  const svg = useRef<SVGSVGElement>(null);
  const n = spokes.length;
  const gap = (W - LEFT - 20) / n;
  const x = (i: number) => LEFT + (i + 0.5) * gap;
  const lines = {
    lateral: { now: centred(now.lateral), before: before && centred(before.lateral), forecast: forecast && centred(forecast.lateral) },
    radial: { now: centred(now.radial), before: before && centred(before.radial), forecast: forecast && centred(forecast.radial) },
  };
  const H = 560;
  const area = { lateral: { y: 100, half: 80 }, strings: { y: 270, half: 72 }, radial: { y: 450, half: 80 } };
  const scale = {
    lateral: scaleFor([lines.lateral.now, lines.lateral.before ?? [], lines.lateral.forecast ?? []], band.lateral),
    radial: scaleFor([lines.radial.now, lines.radial.before ?? [], lines.radial.forecast ?? []], band.radial),
  };
  const path = (trace: readonly (number | null)[], what: "lateral" | "radial") => {
    let out = "";
    trace.forEach((v, i) => {
      if (v === null) return;
      const y = area[what].y - (v / scale[what]) * area[what].half;
      out += `${out === "" ? "M" : "L"}${x(i).toFixed(1)} ${y.toFixed(1)}`;
    });
    return out;
  };
  const pick = (clientX: number) => {
    const box = svg.current?.getBoundingClientRect();
    if (!box) return;
    const at = ((clientX - box.left) / box.width) * W;
    onPick(Math.min(n, Math.max(1, Math.floor((at - LEFT) / gap) + 1)));
  };
  const figure = (v: number | null | undefined, digits: number) => (v === null || v === undefined ? "–" : v.toFixed(digits));
  return (
    <svg
      ref={svg}
      viewBox={`0 0 ${W} ${H}`}
      className="h-full w-full select-none"
      role="slider"
      tabIndex={0}
      aria-label="the rim laid flat"
      aria-valuemin={1}
      aria-valuemax={n}
      aria-valuenow={picked}
      aria-valuetext={`spoke ${picked}, side to side ${figure(now.lateral[picked - 1], 2)}, hop ${figure(now.radial[picked - 1], 2)}`}
      onPointerDown={(e) => pick(e.clientX)}
      onKeyDown={(e) => {
        if (e.key === "ArrowRight" || e.key === "ArrowUp") onPick((picked % n) + 1);
        if (e.key === "ArrowLeft" || e.key === "ArrowDown") onPick(((picked + n - 2) % n) + 1);
      }}
    >
      <defs>
        <pattern id="seam" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="8" stroke="var(--color-rule)" strokeWidth="2" />
        </pattern>
      </defs>
      <rect x={x(picked - 1) - gap / 2} y="6" width={gap} height={H - 12} fill="none" stroke="var(--color-ink)" strokeWidth="1.5" />
      {masked.map((s) => (
        <rect key={s} x={x(s - 1) - gap / 2} y={area.radial.y - area.radial.half} width={gap} height={area.radial.half * 2} fill="url(#seam)" />
      ))}
      {(["lateral", "radial"] as const).map((what) => {
        const a = area[what];
        const half = (band[what] / 2 / scale[what]) * a.half;
        return (
          <g key={what}>
            <rect x={LEFT} y={a.y - half} width={W - LEFT - 20} height={half * 2} fill="none" stroke="var(--color-rule)" strokeWidth="1.2" strokeDasharray="2 4" />
            <line x1={LEFT} x2={W - 20} y1={a.y} y2={a.y} stroke="var(--color-grid)" strokeWidth="1" />
            <text x="8" y={a.y - a.half + 6} fontSize="20" fill="var(--color-ink)">{what === "lateral" ? "side to side" : "hop"}, {scale[what]} mm either way</text>
            {[scale[what], -scale[what]].map((v) => (
              <text key={v} x={LEFT - 8} y={a.y - (v / scale[what]) * a.half + (v > 0 ? 30 : -2)} fontSize="17" fontFamily="B612 Mono" textAnchor="end" fill="var(--color-ink)">{v > 0 ? "+" : "−"}{Math.abs(v)}</text>
            ))}
            {lines[what].before && <path d={path(lines[what].before ?? [], what)} fill="none" stroke="var(--color-ink)" strokeWidth="1.5" />}
            {lines[what].forecast && <path d={path(lines[what].forecast ?? [], what)} fill="none" stroke="var(--color-ink)" strokeWidth="2" strokeDasharray="7 5" />}
            <path d={path(lines[what].now, what)} fill="none" stroke="var(--color-ink)" strokeWidth="3" />
            {lines[what].now.map((v, i) => v !== null && <circle key={i} cx={x(i)} cy={a.y - (v / scale[what]) * a.half} r="4" fill="var(--color-ink)" />)}
          </g>
        );
      })}
      <text x="8" y={area.strings.y - area.strings.half + 14} fontSize="17" fill="var(--color-ink)">{names.A}</text>
      <text x="8" y={area.strings.y + area.strings.half - 2} fontSize="17" fill="var(--color-ink)">{names.B}</text>
      <line x1={LEFT} x2={W - 20} y1={area.strings.y} y2={area.strings.y} stroke="var(--color-rule)" strokeWidth="1.5" />
      {spokes.map((s, i) => {
        const t = now.tension[i];
        const up = s.flange === "A" ? -1 : 1;
        const lean = s.turn * gap * 0.45;
        const width = t === null ? 1.2 : Math.max(1, Math.min(9, 4.5 * (t / wantedTension[s.flange])));
        const turn = turns?.[i] ?? 0;
        const endY = area.strings.y + up * area.strings.half;
        return (
          <g key={s.spoke}>
            <line x1={x(i)} y1={area.strings.y} x2={x(i) + lean} y2={endY} stroke={`var(--color-${s.flange.toLowerCase()})`} strokeWidth={width} strokeDasharray={t === 0 ? "6 7" : undefined} />
            {turn !== 0 && <NippleMark x={x(i)} y={area.strings.y} turns={turn} r={Math.min(12, gap * 0.42)} />}
            {turn !== 0 && gap > 24 && (turns?.[i - 1] ?? 0) === 0 && (turns?.[i + 1] ?? 0) === 0 && (
              <text x={x(i)} y={area.strings.y + (up < 0 ? 34 : -22)} fontSize="17" textAnchor="middle" fill="var(--color-ink)">{turnsText(turn)}</text>
            )}
          </g>
        );
      })}
      {spokes.map((s, i) => (s.spoke % 5 === 0 || s.spoke === 1) && <text key={s.spoke} x={x(i)} y={H - 8} fontSize="20" fontFamily="B612 Mono" textAnchor="middle" fill="var(--color-ink)">{s.spoke}</text>)}
    </svg>
  );
};
