import { Dimension, type DrawingProps } from "./dimension";

/** The numbers the rim is drawn from: mm. */
export interface RimSizes {
  readonly height: number;
  readonly bed: number;
  readonly washer: number;
  readonly head: number;
  readonly width: number;
  readonly holeOffset: number;
}

/** The dimensions taken on this drawing. */
export const ON_RIM_DRAWING = [
  "rim.outsideDiameter",
  "rim.height",
  "rim.bedThickness",
  "rim.washer",
  "rim.headToSlot",
  "rim.insideDiameter",
  "rim.reach",
  "rim.rod",
  "rim.rodGap",
  "rim.holeOffset",
  "rim.width",
];

/** px on the drawing, from the rim's own sizes: it is drawn to scale, as large as there is room. */
const sectionOf = (s: RimSizes) => {
  const k = Math.min(4.4, 250 / Math.max(20, s.width), 150 / Math.max(8, s.height));
  const cx = 330;
  const top = 78;
  const half = (s.width / 2) * k;
  const under = top + s.height * k;
  const bed = Math.max(4, s.bed * k);
  const bedTop = under - bed;
  const nx = cx - s.holeOffset * k;
  const washer = Math.max(0, s.washer * k);
  const slot = bedTop - washer - Math.max(4, s.head * k);
  const axle = 486;
  const right = cx + half + 92;
  const wall = Math.max(3, bed * 0.7);
  return { cx, top, half, under, bedTop, nx, washer, slot, axle, right, wall };
};
type Section = ReturnType<typeof sectionOf>;

/** The rim in section with a nipple in its hole, to scale; the wheel is broken off between rim and axle. */
export const RimDrawing = ({ sizes, erd, ...drawing }: DrawingProps & { sizes: RimSizes; erd: string }) => {
  const section = sectionOf(sizes);
  return (
    <svg viewBox="0 0 720 520" className="h-full w-full" role="group" aria-label="rim in section">
      <RimAndNipple section={section} />
      <Effective section={section} erd={erd} />
      {dimensionsOf(section).map((d) => (
        <Dimension key={d.name} {...drawing} {...d} />
      ))}
    </svg>
  );
};

type Point = [number, number];

/** What is measured where on it. */
const dimensionsOf = ({
  cx,
  top,
  half,
  under,
  bedTop,
  nx,
  washer,
  slot,
  axle,
  right,
}: Section): { name: string; caption: string; from: Point; to: Point; at: Point }[] => [
  { name: "rim.width", caption: "width", from: [cx - half, 58], to: [cx + half, 58], at: [cx, 30] },
  { name: "rim.outsideDiameter", caption: "outside", from: [46, top], to: [46, axle], at: [58, 330] },
  {
    name: "rim.height",
    caption: "height",
    from: [cx - half - 26, top],
    to: [cx - half - 26, under],
    at: [cx - half - 74, (top + under) / 2],
  },
  {
    name: "rim.headToSlot",
    caption: "head to slot",
    from: [nx + 26, slot],
    to: [nx + 26, bedTop - washer],
    at: [right, 96],
  },
  { name: "rim.washer", caption: "washer", from: [nx + 40, bedTop - washer], to: [nx + 40, bedTop], at: [right, 156] },
  {
    name: "rim.bedThickness",
    caption: "bed",
    from: [cx + half + 18, bedTop],
    to: [cx + half + 18, under],
    at: [right, 216],
  },
  { name: "rim.reach", caption: "reach", from: [nx - 30, slot], to: [nx - 30, under], at: [nx - 110, under + 48] },
  {
    name: "rim.holeOffset",
    caption: "off centre",
    from: [nx, under + 30],
    to: [cx, under + 30],
    at: [cx + 82, under + 48],
  },
  { name: "rim.insideDiameter", caption: "inside", from: [664, under], to: [664, axle], at: [656, 340] },
  { name: "rim.rod", caption: "rod", from: [nx + 16, slot], to: [nx + 16, axle - 60], at: [nx + 76, axle - 120] },
  { name: "rim.rodGap", caption: "gap", from: [nx, axle - 60], to: [nx, axle + 26], at: [nx + 76, axle - 20] },
];

const RimAndNipple = ({ section }: { section: Section }) => {
  const { cx, top, half, under, bedTop, nx, washer, slot, axle, wall } = section;
  return (
    <>
      <line
        x1="20"
        y1={axle}
        x2="700"
        y2={axle}
        stroke="var(--color-grid)"
        strokeWidth="2"
        strokeDasharray="18 6 3 6"
      />
      <text x="210" y={axle + 24} fontSize="18" fill="var(--color-ink)">
        axle
      </text>
      <line x1={cx} y1="50" x2={cx} y2={under + 20} stroke="var(--color-grid)" strokeDasharray="18 6 3 6" />
      {/* Walls with their beads, bed between them, a hole in the bed for the nipple. */}
      <path
        d={`M${cx - half} ${top} V${under - 8} Q${cx - half} ${under} ${cx - half + 8} ${under} H${nx - 9} V${bedTop} H${cx - half + wall + 8} Q${cx - half + wall} ${bedTop} ${cx - half + wall} ${bedTop - 8} V${top + 8} h-4 V${top} Z`}
        fill="var(--color-paper)"
        stroke="var(--color-ink)"
        strokeWidth="2.5"
      />
      <path
        d={`M${cx + half} ${top} V${under - 8} Q${cx + half} ${under} ${cx + half - 8} ${under} H${nx + 9} V${bedTop} H${cx + half - wall - 8} Q${cx + half - wall} ${bedTop} ${cx + half - wall} ${bedTop - 8} V${top + 8} h4 V${top} Z`}
        fill="var(--color-paper)"
        stroke="var(--color-ink)"
        strokeWidth="2.5"
      />
      {washer > 0 && (
        <rect
          x={nx - 20}
          y={bedTop - washer}
          width="40"
          height={Math.max(2, washer)}
          fill="var(--color-rule)"
          stroke="var(--color-ink)"
        />
      )}
      {/* The nipple: head in the well, body towards the hub, slot at its top. */}
      <path
        d={`M${nx - 15} ${bedTop - washer} V${slot - 7} H${nx - 3} V${slot} H${nx + 3} V${slot - 7} H${nx + 15} V${bedTop - washer} H${nx + 8} V${under + 46} H${nx - 8} V${bedTop - washer} Z`}
        fill="var(--color-paper)"
        stroke="var(--color-ink)"
        strokeWidth="2.5"
      />
      <path
        d={`M${nx - 3} ${slot} V${axle - 60} M${nx + 3} ${slot} V${axle - 60}`}
        stroke="var(--color-ink)"
        strokeWidth="1.5"
      />
      <path
        d={`M${nx - 16} ${axle - 60} h32 M${nx - 16} ${axle + 26} h32`}
        stroke="var(--color-ink)"
        strokeWidth="1.5"
      />
      <line x1={nx - 60} y1={slot} x2="590" y2={slot} stroke="var(--color-grid)" strokeWidth="1.5" />
    </>
  );
};

/** The effective diameter, from slot to slot over the axle. */
const Effective = ({ section: { slot, axle }, erd }: { section: Section; erd: string }) => (
  <g>
    <line x1="540" y1={slot} x2="540" y2={axle} stroke="var(--color-ink)" strokeWidth="2" />
    <path d={`M540 ${slot} l-5 12h10Z M540 ${axle} l-5 -12h10Z`} fill="var(--color-ink)" />
    <rect x="478" y={axle - 116} width="124" height="52" fill="var(--color-paper)" />
    <text x="540" y={axle - 96} fontSize="16" textAnchor="middle" fill="var(--color-ink)">
      effective
    </text>
    <text x="540" y={axle - 70} fontSize="24" fontWeight="700" textAnchor="middle" fill="var(--color-ink)">
      {erd}
    </text>
  </g>
);
