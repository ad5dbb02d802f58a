import { LEFT, type StripLayout } from "./strip-layout";

/** One plan for a round: turns of each nipple, + tighter, and what it would make of the rim, mm over each hole. */
export interface PlanLane {
  readonly label: string;
  readonly turns: readonly number[];
  readonly lateral: readonly number[];
  readonly radial: readonly number[];
  /** The one whose turns are made. */
  readonly chosen: boolean;
}

/** px of a lane, and how far a bar reaches either way. */
const LANE = 34;
const REACH = 14;
/** px that the spokes' numbers take at the bottom of a row, and that the hop's scale needs above the first lane. */
const NUMBERS = 26;
const CLEAR = 14;

export const lanesHeight = (plans: number): number => (plans === 0 ? 0 : CLEAR + plans * LANE);

/** Plans under each other on the rim's own scale: a bar up for tighter, solid; down for slacker, outlined. */
export const PlanLanes = ({ plans, layout }: { plans: readonly PlanLane[]; layout: StripLayout }) => {
  const { from, to, gap, end, height, x } = layout;
  const most = Math.max(1 / 4, ...plans.flatMap((p) => p.turns.map(Math.abs)));
  const width = Math.min(12, gap * 0.45);
  return plans.map((plan, k) => {
    const y = height - NUMBERS + CLEAR + (k + 0.5) * LANE;
    return (
      <g key={plan.label}>
        <line x1={LEFT} x2={end} y1={y} y2={y} stroke="var(--color-rule)" strokeWidth={plan.chosen ? 2 : 1} />
        <text
          x={LEFT - 6}
          y={y + 5}
          fontSize="16"
          textAnchor="end"
          fontWeight={plan.chosen ? 700 : 400}
          fill="var(--color-ink)"
        >
          {plan.label}
        </text>
        {plan.turns.slice(from, to).map((t, i) => {
          const reach = Math.max(3, (Math.abs(t) / most) * REACH);
          return (
            t !== 0 && (
              <rect
                key={from + i}
                x={x(from + i) - width / 2}
                y={t > 0 ? y - reach : y}
                width={width}
                height={reach}
                fill={t > 0 ? "var(--color-ink)" : "var(--color-paper)"}
                stroke="var(--color-ink)"
                strokeWidth="1.5"
              />
            )
          );
        })}
      </g>
    );
  });
};
