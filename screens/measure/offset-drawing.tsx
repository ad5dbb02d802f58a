import type { ReactNode } from "react";
import { Dimension, type DrawingProps } from "./dimension";

export const OFFSET_WAYS = [
  { key: "flip", label: "flip gauge" },
  { key: "edge", label: "straight edge" },
  { key: "string", label: "string both sides" },
  { key: "frame", label: "in the frame" },
] as const;
export type OffsetWay = (typeof OFFSET_WAYS)[number]["key"];

/** The figures each way asks. */
export const OF_WAY: Readonly<Record<OffsetWay, readonly string[]>> = {
  flip: ["offset.flipGap"],
  edge: ["offset.edgeSide", "offset.edgeFromFace", "offset.edgeDepth", "hub.width", "rim.width"],
  string: ["offset.stringA", "offset.stringB"],
  frame: ["offset.frameA", "offset.frameB"],
};

/** mm the drawing is made from. */
export interface OffsetSizes {
  readonly hubWidth: number;
  readonly rimWidth: number;
  readonly toCentre: { readonly A: number; readonly B: number };
  /** As found, else as wanted: where the rim is drawn. */
  readonly offset: number;
  readonly wanted: number;
  readonly found: number | null;
  readonly edgeSide: "A" | "B";
  readonly edgeFromFace: number;
}

const GAUGE = { stroke: "var(--color-ink)", strokeWidth: 6, fill: "none" } as const;

/** px on the drawing, from what was measured. */
const cutOf = (s: OffsetSizes) => {
  const k = Math.min(2.6, 330 / Math.max(40, s.hubWidth + 20));
  const cx = 350;
  const axis = 350;
  const x = (z: number) => cx - z * k;
  const rim = { x: x(s.offset), top: 62, bottom: 132, half: (s.rimWidth / 2) * k };
  const face = { A: x(s.hubWidth / 2), B: x(-s.hubWidth / 2) };
  const flange = { A: x(s.toCentre.A), B: x(-s.toCentre.B) };
  const out = s.edgeSide === "A" ? -1 : 1;
  const edge = face[s.edgeSide] - out * s.edgeFromFace * k;
  const nearRim = rim.x + out * rim.half;
  const flip = Math.min(face.A, rim.x - rim.half) - 46;
  return { cx, axis, rim, face, flange, out, edge, nearRim, flip, edgeSide: s.edgeSide };
};
type Cut = ReturnType<typeof cutOf>;

/** Rim over hub, cut through, with the gauge of the chosen way laid to it. */
export const OffsetDrawing = ({
  sizes,
  way,
  found,
  ...drawing
}: DrawingProps & { sizes: OffsetSizes; way: OffsetWay; found: string }) => {
  const cut = cutOf(sizes);
  const Gauge = GAUGES[way];
  return (
    <svg viewBox="0 0 700 430" className="h-full w-full" role="group" aria-label={`offset by ${way}`}>
      <RimOverHub cut={cut} names={drawing.names} found={found} />
      <Gauge cut={cut} drawing={drawing} />
    </svg>
  );
};

interface RimOverHubProps {
  readonly cut: Cut;
  readonly names: DrawingProps["names"];
  readonly found: string;
}

const RimOverHub = ({ cut: { cx, axis, rim, face, flange }, names, found }: RimOverHubProps) => (
  <>
    <line x1="30" y1={axis} x2="670" y2={axis} stroke="var(--color-grid)" strokeWidth="2" strokeDasharray="18 6 3 6" />
    <line x1={cx} y1="30" x2={cx} y2={axis + 40} stroke="var(--color-grid)" strokeDasharray="18 6 3 6" />
    <line x1={rim.x} y1="40" x2={rim.x} y2={rim.bottom + 20} stroke="var(--color-rule)" strokeDasharray="6 4" />
    <path
      d={`M${rim.x - rim.half} ${rim.top}V${rim.bottom}H${rim.x + rim.half}V${rim.top}h-7V${rim.bottom - 8}H${rim.x - rim.half + 7}V${rim.top}Z`}
      fill="var(--color-paper)"
      stroke="var(--color-ink)"
      strokeWidth="2.5"
    />
    {(["A", "B"] as const).map((f) => (
      <g key={f}>
        <path
          d={`M${flange[f]} ${axis}V210`}
          stroke={`var(--color-${f.toLowerCase()})`}
          strokeWidth="8"
          strokeDasharray={f === "B" ? "12 5" : undefined}
        />
        <path
          d={`M${flange[f]} 214L${rim.x} ${rim.bottom}`}
          stroke={`var(--color-${f.toLowerCase()})`}
          strokeWidth="2"
          strokeDasharray={f === "B" ? "9 4" : undefined}
        />
        <path
          d={`M${flange[f]} ${axis - 20}H${face[f]}V${axis + 6}`}
          stroke="var(--color-ink)"
          strokeWidth="2.5"
          fill="none"
        />
      </g>
    ))}
    <path d={`M${flange.A} 268H${flange.B}`} stroke="var(--color-ink)" strokeWidth="2.5" />
    <text x="40" y={axis + 62} fontSize="20" fill="var(--color-ink)">
      {names.A}
    </text>
    <text x="660" y={axis + 62} fontSize="20" textAnchor="end" fill="var(--color-ink)">
      {names.B}
    </text>
    <text x={cx} y={axis + 62} fontSize="20" fontWeight="700" textAnchor="middle" fill="var(--color-ink)">
      {found}
    </text>
  </>
);

/** A gauge laid to the wheel, with what is read off it. */
type GaugeLaid = (props: { readonly cut: Cut; readonly drawing: DrawingProps }) => ReactNode;

const FlipGauge: GaugeLaid = ({ cut: { axis, rim, face, flip }, drawing }) => (
  <>
    <path
      d={`M${flip} ${rim.top + 26}H${rim.x - rim.half}M${flip} ${rim.top + 4}V${axis}M${flip} ${axis - 8}h18`}
      {...GAUGE}
    />
    <Dimension
      {...drawing}
      name="offset.flipGap"
      caption="gap"
      from={[flip + 20, axis - 8]}
      to={[face.A, axis - 8]}
      at={[Math.max(70, flip - 10), 250]}
    />
  </>
);

const StraightEdge: GaugeLaid = ({ cut: { cx, axis, rim, face, out, edge, nearRim, edgeSide }, drawing }) => (
  <>
    <path d={`M${edge} ${rim.top - 20}V300`} {...GAUGE} />
    <Dimension
      {...drawing}
      name="offset.edgeDepth"
      caption="down to the rim"
      from={[edge, rim.top + 30]}
      to={[nearRim, rim.top + 30]}
      at={[edge + out * 90, rim.top + 30]}
    />
    <Dimension
      {...drawing}
      name="offset.edgeFromFace"
      caption="face to edge"
      from={[face[edgeSide], 310]}
      to={[edge, 310]}
      at={[edge + out * 100, 280]}
    />
    <Dimension
      {...drawing}
      name="rim.width"
      caption="rim width"
      from={[rim.x - rim.half, 44]}
      to={[rim.x + rim.half, 44]}
      at={[rim.x - out * 150, 44]}
    />
    <Dimension
      {...drawing}
      name="hub.width"
      caption="spacer width"
      from={[face.A, axis + 20]}
      to={[face.B, axis + 20]}
      at={[cx - out * 190, axis - 10]}
    />
  </>
);

const Strings: GaugeLaid = ({ cut: { cx, rim, flange }, drawing }) =>
  (["A", "B"] as const).map((f) => {
    const o = f === "A" ? -1 : 1;
    const string = rim.x + o * rim.half;
    return (
      <g key={f}>
        <path d={`M${string} 40V300`} stroke="var(--color-ink)" strokeWidth="3" strokeDasharray="7 3" />
        <Dimension
          {...drawing}
          name={`offset.string${f}`}
          caption="to the flange"
          from={[string, 236]}
          to={[flange[f], 236]}
          at={[cx + o * 240, 180]}
        />
      </g>
    );
  });

const Frame: GaugeLaid = ({ cut: { cx, axis, rim, face }, drawing }) =>
  (["A", "B"] as const).map((f) => {
    const o = f === "A" ? -1 : 1;
    const leg = cx + o * 210;
    return (
      <g key={f}>
        <path
          d={`M${leg} 30V${axis}M${leg + o * 26} 30V${axis}M${leg} ${axis}H${face[f]}`}
          stroke="var(--color-ink)"
          strokeWidth="2.5"
          fill="none"
        />
        <Dimension
          {...drawing}
          name={`offset.frame${f}`}
          caption="gap"
          from={[rim.x + o * rim.half, 96]}
          to={[leg, 96]}
          at={[cx + o * 280, 180]}
        />
      </g>
    );
  });

const GAUGES: Readonly<Record<OffsetWay, GaugeLaid>> = {
  flip: FlipGauge,
  edge: StraightEdge,
  string: Strings,
  frame: Frame,
};
