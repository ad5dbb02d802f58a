import type { PlacedSpoke } from "@/core/lacing/placement";
import type { Wheel } from "@/core/wheel/wheel-file";
import { planLayout } from "./plan-layout";
import { CrossedOver, DroppedSpoke, RimHoles, SpokeInPlan } from "./plan-spokes";

interface WheelPlanProps {
  readonly wheel: Wheel;
  readonly spokes: readonly PlacedSpoke[];
  /** Spokes drawn so far; all when left out. */
  readonly shown?: ReadonlySet<number>;
  readonly inHand?: number;
  readonly seenFrom?: "A" | "B";
  /** Draw the hub's neighbourhood four times as large, round the spoke in hand. */
  readonly closeUp?: boolean;
  readonly title: string;
  /** Degrees the wheel is turned clockwise on the page. */
  readonly turned?: number;
  /** 1 shows the whole wheel; more draws nearer to the hub. */
  readonly zoom?: number;
  /** Spokes shown beside the one in hand: the like ones. */
  readonly lit?: readonly number[];
  /** Spokes that hang in the hub, not yet tied to the rim. */
  readonly dropped?: readonly number[];
  /** Degrees from the valve at which the hub's mark stands; null when it has none. */
  readonly hubMark?: number | null;
}

/** The wheel in plan, to scale: heads as discs (outside) or rings (inside), side A solid, side B broken. */
export const WheelPlan = ({
  wheel,
  spokes,
  shown,
  inHand,
  seenFrom = "A",
  closeUp = false,
  title,
  turned = 0,
  zoom = 1,
  lit = [],
  dropped = [],
  hubMark = null,
}: WheelPlanProps) => {
  const layout = planLayout(
    wheel,
    { seenFrom, closeUp, turned, zoom },
    spokes.find((s) => s.spoke === inHand),
  );
  const { R, hubR, at, unit, text } = layout;
  const visible = spokes.filter((s) => !shown || shown.has(s.spoke) || s.spoke === inHand);
  const depth = (s: PlacedSpoke) =>
    (s.flange === seenFrom ? 2 : 0) + (s.head === "in" ? 1 : 0) * (s.flange === seenFrom ? 1 : -1);
  return (
    <svg viewBox={layout.viewBox} className="h-full w-full" role="img" aria-label={title}>
      <circle r={R + 9} fill="none" stroke="var(--color-ink)" strokeWidth={unit * 0.5} />
      <circle r={R - 4} fill="none" stroke="var(--color-ink)" strokeWidth={unit * 0.35} />
      {(["A", "B"] as const).map((side) => (
        <circle
          key={side}
          r={wheel.hub[side].holeCircle / 2 + 6}
          fill="none"
          stroke={`var(--color-${side.toLowerCase()})`}
          strokeWidth={unit * 0.3}
          strokeDasharray={side === "B" ? `${unit} ${unit * 0.7}` : undefined}
        />
      ))}
      <circle r={hubR * 0.18} fill="none" stroke="var(--color-ink)" strokeWidth={unit * 0.3} />
      <g>
        <path
          d={`M0 ${-R - 4} V ${-R + R * 0.13}`}
          transform={`rotate(${turned})`}
          stroke="var(--color-ink)"
          strokeWidth={unit * 1.1}
        />
        {hubMark !== null && (
          <path
            d={`M0 ${-hubR * 0.62} l${hubR * 0.09} ${hubR * 0.16} h${-hubR * 0.18} Z`}
            transform={`rotate(${turned + hubMark})`}
            fill="var(--color-ink)"
          />
        )}
        <text
          x={at([R * 0.83 - text * 0.4, 0])[0]}
          y={at([R * 0.83 - text * 0.4, 0])[1]}
          fontSize={text}
          textAnchor="middle"
          fill="var(--color-ink)"
        >
          valve
        </text>
      </g>
      {[...visible]
        .sort((a, b) => depth(a) - depth(b))
        .map((s) => (
          <SpokeInPlan
            key={s.spoke}
            spoke={s}
            layout={layout}
            inHand={s.spoke === inHand}
            lit={lit.includes(s.spoke)}
          />
        ))}
      {spokes
        .filter((s) => dropped.includes(s.spoke))
        .map((s) => (
          <DroppedSpoke key={s.spoke} spoke={s} layout={layout} lit={lit.includes(s.spoke)} />
        ))}
      <CrossedOver wheel={wheel} visible={visible} layout={layout} inHand={inHand} lit={lit} />
      <RimHoles
        spokes={spokes}
        layout={layout}
        inHand={inHand}
        numbered={lit.filter((spoke) => !dropped.includes(spoke))}
      />
    </svg>
  );
};
