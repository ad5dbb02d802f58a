import { Dimension, type DrawingProps } from "./dimension";

/** The numbers the hub is drawn from: mm. */
export interface HubSizes {
  readonly width: number;
  readonly toCentre: { readonly A: number; readonly B: number };
  readonly holeCircle: { readonly A: number; readonly B: number };
  readonly holeDiameter: { readonly A: number; readonly B: number };
  readonly thickness: { readonly A: number; readonly B: number };
  /** Holes of one flange. */
  readonly holes: number;
  readonly fromCentre: boolean;
  readonly chordSpan: { readonly A: number; readonly B: number };
}

const SIDED = ["fromFace", "fromCentre", "holeCircle", "holeEdges", "chord", "chordSpan", "holeDiameter", "thickness"];
/** The dimensions taken on this drawing. */
export const ON_HUB_DRAWING = [
  "hub.width",
  "hub.flangeToFlange",
  ...SIDED.flatMap((f) => [`hub.A.${f}`, `hub.B.${f}`]),
];

/** What the hub is looked at as. */
export type HubView = "section" | "A" | "B";

/** The view a figure is taken on. */
export const hubViewOf = (name: string | null): HubView | null => {
  const end = /^hub\.([AB])\.(holeEdges|chord|chordSpan|holeDiameter)$/.exec(name ?? "");
  if (end) return end[1] as "A" | "B";
  return name && ON_HUB_DRAWING.includes(name) ? "section" : null;
};

/** The hub cut through along the axle, to scale. */
export const HubSection = ({ sizes: s, ...drawing }: DrawingProps & { sizes: HubSizes }) => {
  const { names } = drawing;
  const largest = Math.max(s.holeCircle.A, s.holeCircle.B) / 2;
  const k = Math.min(2.6, 360 / Math.max(30, s.width), 190 / Math.max(20, largest));
  const cx = 350;
  const axis = 372;
  const x = (z: number) => cx - z * k;
  const faceA = x(s.width / 2);
  const faceB = x(-s.width / 2);
  const flangeX = { A: x(s.toCentre.A), B: x(-s.toCentre.B) };
  const top = { A: axis - (s.holeCircle.A / 2) * k, B: axis - (s.holeCircle.B / 2) * k };
  const thick = { A: Math.max(5, s.thickness.A * k), B: Math.max(5, s.thickness.B * k) };
  const barrel = axis - Math.max(16, Math.min(s.holeCircle.A, s.holeCircle.B) * 0.32 * k);
  return (
    <svg viewBox="0 0 700 500" className="h-full w-full" role="group" aria-label="hub in section">
      <line
        x1="20"
        y1={axis}
        x2="680"
        y2={axis}
        stroke="var(--color-grid)"
        strokeWidth="2"
        strokeDasharray="18 6 3 6"
      />
      <line x1={cx} y1="70" x2={cx} y2={axis + 40} stroke="var(--color-grid)" strokeDasharray="18 6 3 6" />
      <path
        d={`M${flangeX.A} ${barrel}H${flangeX.B}V${axis}M${flangeX.A} ${barrel}V${axis}M${flangeX.A} ${axis - 14}H${faceA}V${axis}M${flangeX.B} ${axis - 14}H${faceB}V${axis}`}
        fill="none"
        stroke="var(--color-ink)"
        strokeWidth="2.5"
      />
      {(["A", "B"] as const).map((f) => (
        <g key={f}>
          <rect
            x={flangeX[f] - thick[f] / 2}
            y={top[f] - 12}
            width={thick[f]}
            height={axis - top[f] + 12}
            fill="var(--color-paper)"
            stroke={`var(--color-${f.toLowerCase()})`}
            strokeWidth="2.5"
            strokeDasharray={f === "B" ? "9 4" : undefined}
          />
          <line
            x1={flangeX[f] - thick[f] / 2}
            y1={top[f]}
            x2={flangeX[f] + thick[f] / 2}
            y2={top[f]}
            stroke="var(--color-ink)"
            strokeWidth={Math.max(3, s.holeDiameter[f] * k * 0.6)}
          />
        </g>
      ))}
      <text x="20" y="490" fontSize="20" fill="var(--color-ink)">
        {names.A}
      </text>
      <text x="680" y="490" fontSize="20" textAnchor="end" fill="var(--color-ink)">
        {names.B}
      </text>
      <Dimension
        {...drawing}
        name="hub.flangeToFlange"
        caption="flange to flange"
        from={[flangeX.A, 84]}
        to={[flangeX.B, 84]}
        at={[cx, 42]}
      />
      {(["A", "B"] as const).map((f) => {
        const out = f === "A" ? -1 : 1;
        const label = f === "A" ? 80 : 620;
        return (
          <g key={f}>
            <Dimension
              {...drawing}
              name={`hub.${f}.thickness`}
              caption="thick"
              from={[flangeX[f] - thick[f] / 2, top[f] - 22]}
              to={[flangeX[f] + thick[f] / 2, top[f] - 22]}
              at={[label, 100]}
            />
            <Dimension
              {...drawing}
              name={`hub.${f}.holeCircle`}
              caption="circle"
              from={[flangeX[f] + out * 26, top[f]]}
              to={[flangeX[f] + out * 26, axis]}
              at={[label, 200]}
            />
            <Dimension
              {...drawing}
              name={`hub.${f}.${s.fromCentre ? "fromCentre" : "fromFace"}`}
              caption={s.fromCentre ? "to centre" : "face to flange"}
              from={[s.fromCentre ? cx : f === "A" ? faceA : faceB, axis + 22]}
              to={[flangeX[f], axis + 22]}
              at={[label, 300]}
            />
          </g>
        );
      })}
      <Dimension
        {...drawing}
        name="hub.width"
        caption="spacer width"
        from={[faceA, axis + 58]}
        to={[faceB, axis + 58]}
        at={[cx, axis + 84]}
      />
    </svg>
  );
};

/** One flange seen from the end, its holes to scale. */
export const HubEnd = ({ sizes: s, side, ...drawing }: DrawingProps & { sizes: HubSizes; side: "A" | "B" }) => {
  const ex = 340;
  const ey = 240;
  const R = Math.max(90, Math.min(190, (s.holeCircle[side] / 2) * 2.1));
  const hole = Math.max(5, (s.holeDiameter[side] / 2) * (R / (s.holeCircle[side] / 2)));
  const at = (i: number): [number, number] => {
    const a = (2 * Math.PI * (i + 0.5)) / s.holes;
    return [ex + R * Math.sin(a), ey - R * Math.cos(a)];
  };
  const low = at(Math.floor(s.holes * 0.62));
  const name = (f: string) => `hub.${side}.${f}`;
  return (
    <svg viewBox="0 0 700 500" className="h-full w-full" role="group" aria-label="hub in end view">
      <circle cx={ex} cy={ey} r={R} fill="none" stroke="var(--color-grid)" strokeWidth="1.5" />
      <circle
        cx={ex}
        cy={ey}
        r={R + hole + 10}
        fill="none"
        stroke={`var(--color-${side.toLowerCase()})`}
        strokeWidth="2.5"
        strokeDasharray={side === "B" ? "9 4" : undefined}
      />
      <circle cx={ex} cy={ey} r="16" fill="none" stroke="var(--color-ink)" strokeWidth="2.5" />
      {[...Array(s.holes).keys()].map((i) => (
        <circle
          key={i}
          cx={at(i)[0]}
          cy={at(i)[1]}
          r={hole}
          fill="var(--color-paper)"
          stroke="var(--color-ink)"
          strokeWidth="2"
        />
      ))}
      <Dimension
        {...drawing}
        name={name("holeEdges")}
        caption="near edges"
        from={[ex - R + hole, ey]}
        to={[ex + R - hole, ey]}
        at={[ex, ey + 60]}
      />
      <Dimension
        {...drawing}
        name={name("chord")}
        caption="chord"
        from={at(0)}
        to={at(s.chordSpan[side])}
        at={[625, 80]}
      />
      <Dimension
        {...drawing}
        name={name("chordSpan")}
        caption="holes on"
        from={at(s.chordSpan[side])}
        to={at(s.chordSpan[side])}
        at={[625, 170]}
      />
      <Dimension
        {...drawing}
        name={name("holeDiameter")}
        caption="hole"
        from={[low[0] - hole, low[1]]}
        to={[low[0] + hole, low[1]]}
        at={[80, 430]}
      />
      <Dimension
        {...drawing}
        name={name("holeCircle")}
        caption="circle"
        from={at(0)}
        to={at(Math.floor(s.holes / 2))}
        at={[80, 80]}
      />
    </svg>
  );
};
