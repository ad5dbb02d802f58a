"use client";
import { useLayoutEffect, useRef, useState } from "react";
import type { PlacedSpoke } from "@/core/lacing/placement";
import { LEFT, type Lines, RIGHT, RimStrip } from "./rim-strip";

/** Over the holes, mm or N; null where nothing is known. */
export interface RimTrace {
  readonly lateral: readonly (number | null)[];
  readonly radial: readonly (number | null)[];
  readonly tension: readonly (number | null)[];
}

export interface UnrolledRimProps {
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
  /** A nipple dragged: so many turns more, + tighter. */
  readonly onTurn?: (spoke: number, by: number) => void;
  /** Strings tall, traces low: where the tension is the matter. */
  readonly strings?: StringLevels;
}

/** How tight each string is drawn, 1 as wanted (or as its kind's middle); the traces then stand low. */
export interface StringLevels {
  readonly level: readonly (number | null)[];
  /** The same for the ends of what may be believed. */
  readonly low: readonly (number | null)[];
  readonly high: readonly (number | null)[];
  /** Lit: far from their like. */
  readonly marked: readonly number[];
  /** What a full string is: “wanted 2260 N”. */
  readonly caption: Readonly<Record<"A" | "B", string>>;
  /** Band about 1, either way. */
  readonly band: number;
}
/** Narrower than this a spoke, the rim is laid in two rows. */
const LEAST_GAP = 28;
const STEP_LEVELS = [0.5, 1, 2, 5];

/** The smallest of the stated scales that holds every trace: mm either way. */
const scaleFor = (traces: readonly (readonly (number | null)[])[], band: number): number => {
  const largest = Math.max(band / 2, ...traces.flat().map((v) => Math.abs(v ?? 0)));
  return STEP_LEVELS.find((s) => s >= largest) ?? 5;
};

/** About its median: a weld that stands up must not push the rest of the line aside. */
const centred = (trace: readonly (number | null)[]): (number | null)[] => {
  const read = trace.filter((v): v is number => v !== null).sort((p, q) => p - q);
  if (read.length === 0) return [...trace];
  const middle = (read[Math.floor((read.length - 1) / 2)] + read[Math.floor(read.length / 2)]) / 2;
  return trace.map((v) => (v === null ? null : v - middle));
};

/**
 * The wheel cut at the valve and laid flat: side to side above, hop below, and between them a string for each spoke,
 * towards the side it pulls to, thicker with tension, leaning as laced, broken when slack. Drawn in real pixels, in two
 * rows where the spokes would stand too close.
 */
export const UnrolledRim = (props: UnrolledRimProps) => {
  const { spokes, now, before, forecast, band, picked, onPick } = props;
  const box = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState({ width: 1200, height: 480 });
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return;
    const observer = new ResizeObserver(() => setSize({ width: element.clientWidth, height: element.clientHeight }));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  const n = spokes.length;
  const rows = (size.width - LEFT - RIGHT) / n < LEAST_GAP ? 2 : 1;
  const perRow = Math.ceil(n / rows);
  const lines: Lines = {
    lateral: {
      now: centred(now.lateral),
      before: before ? centred(before.lateral) : null,
      forecast: forecast ? centred(forecast.lateral) : null,
    },
    radial: {
      now: centred(now.radial),
      before: before ? centred(before.radial) : null,
      forecast: forecast ? centred(forecast.radial) : null,
    },
  };
  const scaleOf = (what: "lateral" | "radial") =>
    scaleFor([lines[what].now, lines[what].before ?? [], lines[what].forecast ?? []], band[what]);
  const scale = { lateral: scaleOf("lateral"), radial: scaleOf("radial") };
  const figure = (v: number | null | undefined) => (v === null || v === undefined ? "not read" : v.toFixed(2));
  return (
    <div
      ref={box}
      className="h-full w-full select-none"
      role="slider"
      tabIndex={0}
      aria-label="the rim laid flat"
      aria-valuemin={1}
      aria-valuemax={n}
      aria-valuenow={picked}
      aria-valuetext={`spoke ${picked}, side to side ${figure(now.lateral[picked - 1])}, hop ${figure(now.radial[picked - 1])}`}
      onKeyDown={(e) => {
        if (e.key === "ArrowRight" || e.key === "ArrowUp") onPick((picked % n) + 1);
        if (e.key === "ArrowLeft" || e.key === "ArrowDown") onPick(((picked + n - 2) % n) + 1);
      }}
    >
      {(size.width > 200 && size.height > 100 ? [...Array(rows).keys()] : []).map((row) => (
        <RimStrip
          key={row}
          {...props}
          lines={lines}
          scale={scale}
          from={row * perRow}
          to={Math.min(n, (row + 1) * perRow)}
          perRow={perRow}
          width={size.width}
          height={Math.floor(size.height / rows)}
        />
      ))}
    </div>
  );
};
