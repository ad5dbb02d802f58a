"use client";
import type { DrillingPlan } from "@/core/rim/drilling-plan";
import { fromMm } from "@/core/units/lengths";
import type { Tap } from "../parts/bench/bench-record";
import { FigureTag } from "../parts/bench/figure-list";
import { SideMark } from "../parts/wheel/side-mark";

/** Where to drill an undrilled rim: the strip as it wraps round, every hole in a table, the strip to take away. */
export const DrillingView = ({
  jobId,
  plan,
  names,
  tap,
}: {
  jobId: string;
  plan: DrillingPlan;
  names: { readonly A: string; readonly B: string };
  tap: Tap;
}) => {
  const width = plan.circumference;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <svg viewBox={`-20 -32 ${width + 40} 64`} className="h-24 w-full shrink-0" role="img" aria-label="drilling strip">
        <rect x="0" y="-20" width={width} height="40" fill="none" stroke="var(--color-ink)" strokeWidth="2" />
        <path d={`M0 0H${width}`} stroke="var(--color-rule)" strokeDasharray="14 6" />
        <path d={`M0 -28V28M${width} -28V28`} stroke="var(--color-ink)" strokeWidth="5" />
        {plan.holes.map((h) =>
          h.side === "A" ? (
            <circle key={h.hole} cx={h.tape} cy={-h.aside} r="6" fill="var(--color-a)" />
          ) : (
            <path
              key={h.hole}
              d={`M${h.tape} ${-h.aside - 7}l7 12h-14Z`}
              fill="none"
              stroke="var(--color-b)"
              strokeWidth="3"
            />
          ),
        )}
      </svg>
      <FigureTag
        label={`once round the tape ${width.toFixed(1)} mm; across the rim where it lies`}
        value={(width / Math.PI).toFixed(1)}
        open={tap.shown("rim.tapeDiameter").state === "open"}
        active={tap.active === "rim.tapeDiameter"}
        onTap={() => tap.onTap("rim.tapeDiameter")}
      />
      <div className="min-h-0 flex-1 overflow-y-auto px-3">
        <table className="w-full text-right text-base">
          <thead>
            <tr>
              {["hole", "mm from the valve", "inch", "", "off the middle", "towards its flange", "along the rim"].map(
                (h) => (
                  <th key={h} className="font-normal">
                    {h}
                  </th>
                ),
              )}
            </tr>
          </thead>
          <tbody className="font-mono">
            {plan.holes.map((h) => (
              <tr key={h.hole} className="border-t border-grid">
                <td className="font-bold">{h.hole}</td>
                <td>{h.tape.toFixed(1)}</td>
                <td>{fromMm(h.tape, "inch").toFixed(3)}</td>
                <td className="font-sans">
                  <SideMark side={h.side} size={14} /> {names[h.side]}
                </td>
                <td>{Math.abs(h.aside).toFixed(1)}</td>
                <td>{h.lateralDeg.toFixed(1)}°</td>
                <td>
                  {Math.abs(h.tangentialDeg).toFixed(1)}° {h.tangentialDeg >= 0 ? "on" : "back"}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="flex min-h-18 shrink-0 items-stretch border-t-2 border-ink text-xl">
        {[
          ["pdf", "strip on paper"],
          ["svg", "strip, SVG"],
          ["dxf", "strip, DXF"],
          ["csv", "table"],
        ].map(([as, label]) => (
          <a
            key={as}
            href={`/api/jobs/${jobId}/drilling?as=${as}`}
            className="flex flex-1 items-center justify-center border-r border-rule last:border-r-0"
          >
            {label}
          </a>
        ))}
      </div>
    </div>
  );
};
