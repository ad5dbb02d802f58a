import type { PlacedSpoke } from "@/core/lacing/placement";
import { lanesHeight, type PlanLane, PlanLanes } from "./plan-lanes";
import type { StringLevels, TraceLines } from "./rim-traces";
import { SpokeString, StringBands } from "./spoke-strings";
import { LEFT, NARROW, type StripRoom, stripLayout } from "./strip-layout";
import { TraceLane } from "./trace-lane";
import { useStripTouch } from "./use-strip-touch";

type BothLines<T> = Readonly<Record<"lateral" | "radial", T>>;
type BothSides<T> = Readonly<Record<"A" | "B", T>>;

export interface RimStripProps {
  readonly room: StripRoom;
  readonly spokes: readonly PlacedSpoke[];
  readonly lines: BothLines<TraceLines>;
  /** mm either way. */
  readonly scale: BothLines<number>;
  /** mm total reading. */
  readonly band: BothLines<number>;
  readonly tension: readonly (number | null)[];
  readonly wantedTension: BothSides<number>;
  readonly names: BothSides<string>;
  readonly turns?: readonly number[];
  /** Spokes at which a weld or rust stands up. */
  readonly masked?: readonly number[];
  readonly strings?: StringLevels;
  /** Several plans for the same round, one lane each under the hop. */
  readonly plans?: readonly PlanLane[];
  readonly picked: number;
  readonly onPick: (spoke: number) => void;
  /** A nipple dragged: so many turns more, + tighter. */
  readonly onTurn?: (spoke: number, by: number) => void;
}

/** One row of the rim laid flat. */
export const RimStrip = (props: RimStripProps) => {
  const { room, spokes, lines, scale, band, names, masked = [], strings, plans = [], picked } = props;
  const layout = stripLayout({ ...room, height: room.height - lanesHeight(plans.length) }, strings);
  const touch = useStripTouch(layout, props.onPick, props.onTurn);
  const { from, to, gap, end, lane, x } = layout;
  const here = spokes.slice(from, to);
  /** On a telephone the first row says what a full string is, the others whose side it is. */
  const sideWords = (side: "A" | "B"): string => {
    if (!strings) return names[side];
    const { long, short } = strings.caption[side];
    if (layout.width >= NARROW) return `${names[side]}, ${long}`;
    return from === 0 ? short : names[side];
  };
  const shows = (spoke: number) => spoke > from && spoke <= to;
  const turnAt = (i: number) => props.turns?.[i] ?? 0;
  return (
    <svg width={room.width} height={room.height} className="block" aria-hidden="true" {...touch}>
      <defs>
        <pattern id="seam" width="8" height="8" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="8" stroke="var(--color-rule)" strokeWidth="2" />
        </pattern>
      </defs>
      {shows(picked) && (
        <rect
          x={x(picked - 1) - gap / 2}
          y="2"
          width={gap}
          height={room.height - 4}
          fill="none"
          stroke="var(--color-ink)"
          strokeWidth="1.5"
        />
      )}
      {masked.filter(shows).map((spoke) => (
        <rect
          key={spoke}
          x={x(spoke - 1) - gap / 2}
          y={lane.radial.y - lane.radial.half}
          width={gap}
          height={lane.radial.half * 2}
          fill="url(#seam)"
        />
      ))}
      {(["lateral", "radial"] as const).map((what) => (
        <TraceLane key={what} what={what} lines={lines[what]} layout={layout} scale={scale[what]} band={band[what]} />
      ))}
      {plans.length > 0 && <PlanLanes plans={plans} layout={layout} />}
      <line x1={LEFT} x2={end} y1={lane.strings.y} y2={lane.strings.y} stroke="var(--color-rule)" strokeWidth="1.5" />
      {strings && <StringBands layout={layout} band={strings.band} />}
      {here.map((s) => (
        <SpokeString
          key={s.spoke}
          spoke={s}
          layout={layout}
          tension={props.tension[s.spoke - 1] ?? null}
          wanted={props.wantedTension[s.flange]}
          strings={strings}
          turn={turnAt(s.spoke - 1)}
          alone={turnAt(s.spoke - 2) === 0 && turnAt(s.spoke) === 0}
        />
      ))}
      {(["A", "B"] as const).map((side) => {
        const below = side === "B";
        const outside = below ? lane.strings.half + 20 : -lane.strings.half - 6;
        const inwards = strings ? (below ? -20 : 20) : 0;
        return (
          <text
            key={side}
            x={end - 4}
            textAnchor="end"
            y={lane.strings.y + outside + inwards}
            fontSize="17"
            fill="var(--color-ink)"
          >
            {sideWords(side)}
          </text>
        );
      })}
      {here.map((s) => {
        const fifth = s.spoke % 5 === 0 || s.spoke === 1;
        const turned = turnAt(s.spoke - 1) !== 0;
        return (
          (fifth || turned) && (
            <text
              key={s.spoke}
              x={x(s.spoke - 1)}
              y={room.height - 6}
              fontSize={fifth ? 20 : 16}
              fontWeight={turned ? 700 : 400}
              textAnchor="middle"
              fill="var(--color-ink)"
            >
              {s.spoke}
            </text>
          )
        );
      })}
    </svg>
  );
};
