"use client";
import { useLayoutEffect, useRef, useState } from "react";

interface NeedleStripProps {
  /** What the two ends are called: towards which side, or low and high. */
  readonly ends: readonly [string, string];
  /** mm either way. */
  readonly reach: number;
  /** mm of one division. */
  readonly division: number;
  /** mm; what was taken here before, null for nothing. */
  readonly taken: number | null;
  /** Whole divisions from the zero, + to the right. */
  readonly onTake: (divisions: number) => void;
}

/** px kept free at either end, between figures, and between lines. */
const EDGE = 40;
const FIGURE_ROOM = 38;
const LINE_ROOM = 8;

/** The dial laid flat: one tap where its needle stands is the reading. */
export const NeedleStrip = ({ ends, reach, division, taken, onTake }: NeedleStripProps) => {
  const box = useRef<SVGSVGElement>(null);
  const [width, setWidth] = useState(1000);
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return;
    const observer = new ResizeObserver(() => setWidth(element.clientWidth || 1000));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  const half = width / 2 - EDGE;
  const x = (mm: number) => width / 2 + (mm / reach) * half;
  const most = Math.round(reach / division);
  // On a narrow screen fewer figures and fewer lines, each as large as ever.
  const every = [1, 2, 5, 10, 20, 50].find((s) => half / (most / s) >= FIGURE_ROOM) ?? 100;
  const fine = [1, 2, 5, 10].find((s) => half / (most / s) >= LINE_ROOM) ?? 20;
  const take = (clientX: number) => {
    const at = box.current?.getBoundingClientRect();
    if (!at) return;
    const mm = ((clientX - at.left - width / 2) / half) * reach;
    onTake(Math.max(-most, Math.min(most, Math.round(mm / division))));
  };
  const marks = [...Array(2 * most + 1).keys()].map((i) => i - most);
  return (
    <button
      type="button"
      aria-label={`tap where the needle stands, ${ends[0]} to ${ends[1]}`}
      data-testid="needle-strip"
      data-reach={reach}
      className="block h-24 w-full shrink-0 border-t border-rule"
      onClick={(e) => {
        // Enter on the strip has no place to point at.
        if (e.detail > 0) take(e.clientX);
      }}
    >
      <svg ref={box} className="h-full w-full" aria-hidden>
        {marks.map((d) =>
          d % fine === 0 ? (
            <line
              key={d}
              x1={x(d * division)}
              x2={x(d * division)}
              y1="0"
              y2={d % every === 0 ? 40 : 22}
              stroke="var(--color-ink)"
              strokeWidth={d === 0 ? 4 : 1.5}
            />
          ) : null,
        )}
        {marks.map((d) =>
          d % every === 0 ? (
            <text key={d} x={x(d * division)} y="68" fontSize="24" textAnchor="middle" fill="var(--color-ink)">
              {Math.abs(d)}
            </text>
          ) : null,
        )}
        <text x="6" y="90" fontSize="20" fill="var(--color-ink)">
          {ends[0]}
        </text>
        <text x={width - 6} y="90" fontSize="20" textAnchor="end" fill="var(--color-ink)">
          {ends[1]}
        </text>
        {taken !== null && (
          <path d={`M${x(taken)} 6l-9 -6h18Z`} fill="var(--color-ink)" stroke="var(--color-ink)" strokeWidth="6" />
        )}
      </svg>
    </button>
  );
};

/** A wheel not known yet may stand anywhere within a millimetre. */
const KNOWN_FROM = 6;

/** mm the strip reaches either way: the least that holds what was read so far, with room; past it there are the keys. */
export const stripReach = (read: readonly (number | null)[]): number => {
  const known = read.filter((v) => v !== null);
  const most = Math.max(known.length < KNOWN_FROM ? 0.7 : 0, ...known.map(Math.abs));
  return [0.25, 0.5, 1, 2, 4].find((r) => r >= 1.4 * most) ?? 8;
};
