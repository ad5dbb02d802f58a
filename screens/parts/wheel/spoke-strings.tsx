import type { PlacedSpoke } from "@/core/lacing/placement";
import { turnsText } from "@/core/truing/saying/turn-words";
import { NippleMark } from "./nipple-mark";
import type { StringLevels } from "./rim-traces";
import { FULL_STRING, LEFT, type StripLayout } from "./strip-layout";

/** How tall a string stands whose tension is not known. */
const UNKNOWN = 0.15;

/** The band about what is wanted, on either side. */
export const StringBands = ({ layout, band }: { layout: StripLayout; band: number }) =>
  (["A", "B"] as const).map((side) => {
    const [high, low, wanted] = [1 + band, 1 - band, 1].map((level) => layout.stringY(side, level));
    return (
      <g key={side}>
        <rect
          x={LEFT}
          width={layout.end - LEFT}
          y={Math.min(high, low)}
          height={Math.abs(high - low)}
          fill="none"
          stroke="var(--color-rule)"
          strokeWidth="1.2"
          strokeDasharray="2 4"
        />
        <line x1={LEFT} x2={layout.end} y1={wanted} y2={wanted} stroke="var(--color-grid)" strokeWidth="1" />
      </g>
    );
  });

interface StringEndProps {
  readonly x: number;
  readonly y: number;
  readonly low: number | null;
  readonly high: number | null;
  readonly marked: boolean;
}

/** Where a string's tension stands, and between what it is believed; a square round one far from its like. */
const StringEnd = ({ x, y, low, high, marked }: StringEndProps) => (
  <g stroke="var(--color-ink)">
    {low !== null && high !== null && <line x1={x} x2={x} y1={low} y2={high} strokeWidth="1.2" />}
    <circle cx={x} cy={y} r="4" fill="var(--color-ink)" stroke="none" />
    {marked && <rect x={x - 8} y={y - 8} width="16" height="16" fill="none" strokeWidth="2.5" />}
  </g>
);

interface SpokeStringProps {
  readonly spoke: PlacedSpoke;
  readonly layout: StripLayout;
  /** N; null where it was not read, 0 slack. */
  readonly tension: number | null;
  readonly wanted: number;
  readonly strings: StringLevels | undefined;
  readonly turn: number;
  /** No turn stands beside it, so its figure has room. */
  readonly alone: boolean;
}

/** A spoke as a string towards the side it pulls to, and its nipple's turn. */
export const SpokeString = ({ spoke: s, layout, tension, wanted, strings, turn, alone }: SpokeStringProps) => {
  const { gap, lane } = layout;
  const i = s.spoke - 1;
  const x = layout.x(i);
  const level = strings ? (strings.level[i] ?? null) : null;
  const up = s.flange === "A" ? -1 : 1;
  const leans = s.turn * gap * 0.45 * (strings ? Math.min(1, (level ?? UNKNOWN) / FULL_STRING) : 1);
  const stringY = (at: number | null) => (at === null ? null : layout.stringY(s.flange, at));
  return (
    <g>
      <line
        x1={x}
        y1={lane.strings.y}
        x2={x + leans}
        y2={strings ? layout.stringY(s.flange, level ?? UNKNOWN) : lane.strings.y + up * lane.strings.half}
        stroke={`var(--color-${s.flange.toLowerCase()})`}
        strokeWidth={tension === null ? 1.5 : Math.max(1, Math.min(9, 4.5 * (tension / wanted)))}
        strokeDasharray={tension === 0 ? "6 7" : undefined}
      />
      {strings && level !== null && (
        <StringEnd
          x={x + leans}
          y={layout.stringY(s.flange, level)}
          low={stringY(strings.low[i] ?? null)}
          high={stringY(strings.high[i] ?? null)}
          marked={strings.marked.includes(s.spoke)}
        />
      )}
      {turn !== 0 && <NippleMark x={x} y={lane.strings.y} turns={turn} r={Math.min(12, gap * 0.42)} />}
      {turn !== 0 && alone && layout.clear(s.flange, x) && (
        <text
          x={x}
          y={lane.strings.y - up * 30 + 6}
          fontSize="17"
          textAnchor="middle"
          fill="var(--color-ink)"
          stroke="var(--color-paper)"
          strokeWidth="5"
          paintOrder="stroke"
        >
          {turnsText(turn)}
        </text>
      )}
    </g>
  );
};
