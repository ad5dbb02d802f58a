"use client";
import { useLayoutEffect, useRef, useState } from "react";
import { lanesHeight } from "./plan-lanes";
import { RimStrip, type RimStripProps } from "./rim-strip";
import { type RimTrace, scaleFor, traceLines } from "./rim-traces";
import { LEFT, RIGHT } from "./strip-layout";

export interface UnrolledRimProps extends Omit<RimStripProps, "room" | "lines" | "scale" | "tension"> {
  readonly now: RimTrace;
  readonly before?: RimTrace | null;
  readonly forecast?: RimTrace | null;
}

/** Narrower than this a spoke, px, the rim is laid in rows: two, and on a phone as many as it takes. */
const LEAST_GAP = 28;
/** px across under which two rows will not do; the most rows, and how high each must be then, px. */
const PHONE = { across: 600, rows: 4, height: 210 };

const rowsFor = (width: number, n: number): number => {
  const needed = Math.ceil((LEAST_GAP * n) / Math.max(1, width - LEFT - RIGHT));
  return width < PHONE.across ? Math.min(PHONE.rows, Math.max(1, needed)) : Math.min(2, needed);
};

/**
 * The wheel cut at the valve and laid flat: side to side above, hop below, and between them a string for each spoke,
 * towards the side it pulls to, thicker with tension, leaning as laced, broken when slack. Drawn in real pixels, in two
 * rows where the spokes would stand too close.
 */
export const UnrolledRim = (props: UnrolledRimProps) => {
  const { now, before, forecast, spokes, band, wantedTension, names, picked, onPick } = props;
  const { turns, masked, strings, plans = [], onTurn } = props;
  const beside = plans.filter((p) => !p.chosen);
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
  const rows = rowsFor(size.width, n);
  const perRow = Math.ceil(n / rows);
  const lines = {
    lateral: traceLines("lateral", band.lateral, now, before, forecast, beside),
    radial: traceLines("radial", band.radial, now, before, forecast, beside),
  };
  const scale = {
    lateral: scaleFor(lines.lateral, band.lateral),
    radial: scaleFor(lines.radial, band.radial),
  };
  const figure = (v: number | null | undefined) => (v === null || v === undefined ? "not read" : v.toFixed(2));
  return (
    <div className="h-full w-full overflow-y-auto">
      <div
        ref={box}
        className="h-full w-full select-none"
        // More rows than a screen holds: what is around it scrolls.
        style={rows > 2 ? { minHeight: rows * (PHONE.height + lanesHeight(plans.length)) } : undefined}
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
            {...{ spokes, band, wantedTension, names, picked, onPick }}
            {...{ turns, masked, strings, plans, onTurn }}
            tension={now.tension}
            lines={lines}
            scale={scale}
            room={{
              ...{ from: row * perRow, to: Math.min(n, (row + 1) * perRow), perRow },
              ...{ width: size.width, height: Math.floor(size.height / rows) },
            }}
          />
        ))}
      </div>
    </div>
  );
};
