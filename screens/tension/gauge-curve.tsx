import type { GaugePoint } from "@/core/tension/gauge-table";

/** The table drawn: reading across, tension up. */
export const GaugeCurve = ({ points }: { points: readonly GaugePoint[] }) => {
  const xs = points.map((p) => p.reading);
  const top = Math.max(...points.map((p) => p.tension), 1);
  const low = Math.min(...xs);
  const span = Math.max(...xs) - low || 1;
  const at = (p: GaugePoint) => [30 + (340 * (p.reading - low)) / span, 150 - (130 * p.tension) / top] as const;
  return (
    <svg viewBox="0 0 400 172" className="w-full max-w-lg" role="img" aria-label="tension by reading">
      <g fill="var(--color-ink)" fontSize="12">
        <text x="36" y="16">
          {Math.round(top)} N
        </text>
        <text x="30" y="167">
          shows {low}
        </text>
        <text x="370" y="167" textAnchor="middle">
          {low + span}
        </text>
      </g>
      <path d="M30 10V150H390" fill="none" stroke="var(--color-rule)" strokeWidth="1.5" />
      <path
        d={`M${points.map((p) => at(p).join(" ")).join("L")}`}
        fill="none"
        stroke="var(--color-ink)"
        strokeWidth="2.5"
      />
      {points.map((p) => (
        <circle key={p.reading} cx={at(p)[0]} cy={at(p)[1]} r="4" fill="var(--color-ink)" />
      ))}
    </svg>
  );
};
