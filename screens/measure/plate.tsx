"use client";
import type { FlatPlate } from "@/core/rim/flat-plate";
import { drawnScale } from "@/core/runout/drawn";
import { withSideNames } from "@/core/wheel/side-names";

/** The bare rim unrolled: the gap at each hole as points, the bend that is its own as a line. */
export const Plate = ({
  gaps,
  plate,
  names,
  onWalk,
  onTap,
}: {
  gaps: readonly (number | null)[];
  plate: FlatPlate | null;
  names: { readonly A: string; readonly B: string };
  onWalk: () => void;
  onTap: (hole: number) => void;
}) => {
  const n = gaps.length;
  const read = gaps.filter((g) => g !== null).length;
  const largest = Math.max(0.4, ...(plate?.bend.map(Math.abs) ?? []), ...gaps.map((g) => (g === null ? 0 : g / 2)));
  const scale = drawnScale(largest);
  const x = (i: number) => 30 + ((i + 0.5) / n) * 840;
  const y = (mm: number) => 170 - (mm / scale) * 130;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <button
        type="button"
        className="min-h-0 flex-1"
        aria-label="bare rim on the plate, unrolled: read at a hole"
        onClick={(e) => {
          const svg = e.currentTarget.querySelector("svg");
          const matrix = svg?.getScreenCTM();
          // From the keyboard there is no place under a finger: go on where the walk stands.
          if (!matrix || e.detail === 0) return onWalk();
          const { x: at } = new DOMPoint(e.clientX, e.clientY).matrixTransform(matrix.inverse());
          onTap(Math.min(n, Math.max(1, Math.round(((at - 30) / 840) * n + 0.5))));
        }}
      >
        <svg viewBox="0 0 900 330" className="h-full w-full" aria-hidden="true">
          <line x1="30" x2="870" y1="170" y2="170" stroke="var(--color-grid)" strokeWidth="1.5" />
          {[-0.4, 0.4].map((mm) => (
            <line key={mm} x1="30" x2="870" y1={y(mm)} y2={y(mm)} stroke="var(--color-rule)" strokeDasharray="6 5" />
          ))}
          <text x="30" y="26" fontSize="18" fill="var(--color-ink)">
            {`towards the ${names.A}, ${scale} mm either way`}
          </text>
          <text x="30" y="322" fontSize="18" fill="var(--color-ink)">
            {`towards the ${names.B}`}
          </text>
          {plate && (
            <polyline
              points={plate.bend.map((b, i) => `${x(i)},${y(b)}`).join(" ")}
              fill="none"
              stroke="var(--color-ink)"
              strokeWidth="3"
            />
          )}
          {gaps.map((g, i) => (
            <g key={i}>
              {plate && g !== null && <circle cx={x(i)} cy={y(plate.bend[i])} r="5" fill="var(--color-ink)" />}
              {!plate && g !== null && <circle cx={x(i)} cy={y(g - scale / 2)} r="5" fill="var(--color-ink)" />}
              {(i + 1) % 5 === 0 || i === 0 ? (
                <text x={x(i)} y="298" fontSize="20" textAnchor="middle" fill="var(--color-ink)">
                  {i + 1}
                </text>
              ) : (
                <circle cx={x(i)} cy="290" r="2.5" fill="var(--color-rule)" />
              )}
            </g>
          ))}
        </svg>
      </button>
      <div className="flex flex-wrap items-center gap-4 border-t border-grid px-4 py-2">
        <p className="min-w-64 flex-1 text-lg" data-testid="plate-verdict">
          {plate
            ? withSideNames(plate.text, names)
            : `Bare rim on a flat plate: the gap under its edge at each hole, ${read} of ${n} read; from 8 on it is worked out.`}
        </p>
        <button type="button" onClick={onWalk} className="min-h-14 bg-ink px-6 text-xl text-paper">
          {read > 0 ? "go on round the rim" : "read round the rim"}
        </button>
      </div>
    </div>
  );
};
