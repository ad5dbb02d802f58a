import { crossingsOf } from "@/core/lacing/crossings";
import type { PlacedSpoke } from "@/core/lacing/placement";
import type { Wheel } from "@/core/wheel/wheel-file";

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
  const R = wheel.rim.erd / 2;
  // Seen from side A angles run clockwise from the top; turned over they run the other way.
  const flip = seenFrom === "A" ? 1 : -1;
  const [c, q] = [Math.cos((turned * Math.PI) / 180), Math.sin((turned * Math.PI) / 180)];
  const at = (p: readonly number[]): readonly [number, number] => {
    const [x, y] = [-p[1] * flip, -p[0]];
    return [x * c - y * q, x * q + y * c];
  };
  const hubR = Math.max(wheel.hub.A.holeCircle, wheel.hub.B.holeCircle) / 2;
  const held = spokes.find((s) => s.spoke === inHand);
  const view =
    closeUp && held
      ? { x: at(held.hubPoint)[0] - R * 0.27, y: at(held.hubPoint)[1] - R * 0.27, size: R * 0.54 }
      : { x: (-R * 1.16) / zoom, y: (-R * 1.16) / zoom, size: (R * 2.32) / zoom };
  // A close-up is shown small: its lines must not thin out with it.
  const unit = (view.size / 100) * (closeUp ? 2 : 1);
  const text = unit * 3.4;
  const visible = spokes.filter((s) => !shown || shown.has(s.spoke) || s.spoke === inHand);
  const depth = (s: PlacedSpoke) =>
    (s.flange === seenFrom ? 2 : 0) + (s.head === "in" ? 1 : 0) * (s.flange === seenFrom ? 1 : -1);
  return (
    <svg
      viewBox={`${view.x} ${view.y} ${view.size} ${view.size}`}
      className="h-full w-full"
      role="img"
      aria-label={title}
    >
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
        .map((s) => {
          const [x1, y1] = at(s.hubPoint);
          const [x2, y2] = at(s.rimPoint);
          const now = s.spoke === inHand;
          const bright = now || lit.includes(s.spoke);
          const colour = now ? "var(--color-ink)" : `var(--color-${s.flange.toLowerCase()})`;
          return (
            <g key={s.spoke}>
              <line
                x1={x1}
                y1={y1}
                x2={x2}
                y2={y2}
                stroke="var(--color-paper)"
                strokeWidth={unit * (now ? 2.4 : 1.2)}
              />
              <line
                x1={x1}
                y1={y1}
                x2={x2}
                y2={y2}
                stroke={colour}
                strokeWidth={unit * (bright ? 1.3 : 0.5)}
                strokeDasharray={s.flange === "B" && !now ? `${unit * 2.4} ${unit * 0.8}` : undefined}
              />
              <circle
                cx={x1}
                cy={y1}
                r={unit * (now ? 1.5 : 1)}
                fill={s.head === "out" ? colour : "var(--color-paper)"}
                stroke={colour}
                strokeWidth={unit * 0.4}
              />
            </g>
          );
        })}
      {spokes
        .filter((s) => dropped.includes(s.spoke))
        .map((s) => {
          const [x, y] = at(s.hubPoint);
          const colour = `var(--color-${s.flange.toLowerCase()})`;
          return (
            <circle
              key={s.spoke}
              cx={x}
              cy={y}
              r={unit * (lit.includes(s.spoke) ? 1.7 : 1)}
              fill={s.head === "out" ? colour : "var(--color-paper)"}
              stroke={colour}
              strokeWidth={unit * 0.5}
            />
          );
        })}
      {/* Where an outer spoke goes under at the last crossing, the inner one is drawn over it again. */}
      {crossingsOf(wheel, visible, seenFrom)
        .filter((x) => !x.over)
        .map((x) => {
          const inner = spokes.find((s) => s.spoke === x.inner);
          if (!inner) return null;
          const [mx, my] = at(x.at);
          const [hx, hy] = at(inner.hubPoint);
          const [rx, ry] = at(inner.rimPoint);
          const long = Math.hypot(rx - hx, ry - hy);
          const [dx, dy] = [((rx - hx) / long) * unit * 2.2, ((ry - hy) / long) * unit * 2.2];
          const line = `M${mx - dx} ${my - dy}L${mx + dx} ${my + dy}`;
          const held = inner.spoke === inHand;
          const wide = held || lit.includes(inner.spoke) ? 1.3 : 0.5;
          return (
            <g key={`${x.outer}/${x.inner}`}>
              <path d={line} stroke="var(--color-paper)" strokeWidth={unit * (wide + 0.9)} />
              <path
                d={line}
                stroke={held ? "var(--color-ink)" : `var(--color-${seenFrom.toLowerCase()})`}
                strokeWidth={unit * wide}
              />
            </g>
          );
        })}
      {spokes.map((s) => {
        const [x, y] = at(s.rimPoint);
        const k = 1 + (R * 0.085) / R;
        const label =
          s.spoke === inHand ||
          (lit.includes(s.spoke) && !dropped.includes(s.spoke)) ||
          s.spoke % 5 === 0 ||
          s.spoke === 1;
        return label ? (
          <text
            key={s.spoke}
            x={x * k}
            y={y * k + text * 0.35}
            fontSize={s.spoke === inHand ? text * 1.4 : text}
            fontWeight={s.spoke === inHand ? 700 : 400}
            textAnchor="middle"
            fill="var(--color-ink)"
          >
            {s.spoke}
          </text>
        ) : (
          <circle key={s.spoke} cx={x * 1.02} cy={y * 1.02} r={unit * 0.35} fill="var(--color-ink)" />
        );
      })}
    </svg>
  );
};
