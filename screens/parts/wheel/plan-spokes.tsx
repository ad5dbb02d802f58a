import { crossingsOf } from "@/core/lacing/crossings";
import type { PlacedSpoke } from "@/core/lacing/placement";
import type { Wheel } from "@/core/wheel/wheel-file";
import type { PlanLayout } from "./plan-layout";

const sideColour = (side: "A" | "B") => `var(--color-${side.toLowerCase()})`;

interface SpokeInPlanProps {
  readonly spoke: PlacedSpoke;
  readonly layout: PlanLayout;
  readonly inHand: boolean;
  readonly lit: boolean;
}

/** A spoke from hub to rim, its head a disc (outside) or a ring (inside); side A solid, side B broken. */
export const SpokeInPlan = ({ spoke: s, layout, inHand, lit }: SpokeInPlanProps) => {
  const { unit, at } = layout;
  const [x1, y1] = at(s.hubPoint);
  const [x2, y2] = at(s.rimPoint);
  const line = { x1, y1, x2, y2 };
  const colour = inHand ? "var(--color-ink)" : sideColour(s.flange);
  return (
    <g>
      <line {...line} stroke="var(--color-paper)" strokeWidth={unit * (inHand ? 2.4 : 1.2)} />
      <line
        {...line}
        stroke={colour}
        strokeWidth={unit * (inHand || lit ? 1.3 : 0.5)}
        strokeDasharray={s.flange === "B" && !inHand ? `${unit * 2.4} ${unit * 0.8}` : undefined}
      />
      <circle
        cx={x1}
        cy={y1}
        r={unit * (inHand ? 1.5 : 1)}
        fill={s.head === "out" ? colour : "var(--color-paper)"}
        stroke={colour}
        strokeWidth={unit * 0.4}
      />
    </g>
  );
};

/** A spoke that hangs in the hub, not yet tied to the rim. */
export const DroppedSpoke = ({ spoke: s, layout, lit }: Omit<SpokeInPlanProps, "inHand">) => {
  const [x, y] = layout.at(s.hubPoint);
  const colour = sideColour(s.flange);
  return (
    <circle
      cx={x}
      cy={y}
      r={layout.unit * (lit ? 1.7 : 1)}
      fill={s.head === "out" ? colour : "var(--color-paper)"}
      stroke={colour}
      strokeWidth={layout.unit * 0.5}
    />
  );
};

interface CrossedOverProps {
  readonly wheel: Wheel;
  readonly visible: readonly PlacedSpoke[];
  readonly layout: PlanLayout;
  readonly inHand: number | undefined;
  readonly lit: readonly number[];
}

/** Where an outer spoke goes under at the last crossing, the inner one is drawn over it again. */
export const CrossedOver = ({ wheel, visible, layout, inHand, lit }: CrossedOverProps) => {
  const { at, unit, seenFrom } = layout;
  return crossingsOf(wheel, visible, seenFrom)
    .filter((x) => !x.over)
    .map((x) => {
      const inner = visible.find((s) => s.spoke === x.inner);
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
          <path d={line} stroke={held ? "var(--color-ink)" : sideColour(seenFrom)} strokeWidth={unit * wide} />
        </g>
      );
    });
};

interface RimHolesProps {
  readonly spokes: readonly PlacedSpoke[];
  readonly layout: PlanLayout;
  readonly inHand: number | undefined;
  /** Spokes whose number stands beside every fifth. */
  readonly numbered: readonly number[];
}

/** The rim's holes: every fifth and those at hand by number, the rest a dot. */
export const RimHoles = ({ spokes, layout, inHand, numbered }: RimHolesProps) => {
  const { at, text, unit } = layout;
  const out = 1.085;
  return spokes.map((s) => {
    const [x, y] = at(s.rimPoint);
    const held = s.spoke === inHand;
    return held || numbered.includes(s.spoke) || s.spoke % 5 === 0 || s.spoke === 1 ? (
      <text
        key={s.spoke}
        x={x * out}
        y={y * out + text * 0.35}
        fontSize={held ? text * 1.4 : text}
        fontWeight={held ? 700 : 400}
        textAnchor="middle"
        fill="var(--color-ink)"
      >
        {s.spoke}
      </text>
    ) : (
      <circle key={s.spoke} cx={x * 1.02} cy={y * 1.02} r={unit * 0.35} fill="var(--color-ink)" />
    );
  });
};
