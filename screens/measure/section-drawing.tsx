import { withSideNames } from "@/core/truing/explain";
import { FIGURES } from "@/core/wheel/check-figure";

/** The numbers the drawing is made from: mm. */
export interface SectionSizes {
  readonly outsideDiameter: number;
  readonly height: number;
  readonly bed: number;
  readonly rimWidth: number;
  readonly holeOffset: number;
  readonly hubWidth: number;
  readonly fromFace: { readonly A: number; readonly B: number };
  readonly holeCircle: { readonly A: number; readonly B: number };
  readonly offset: number;
}

interface SectionDrawingProps {
  readonly sizes: SectionSizes;
  readonly names: { readonly A: string; readonly B: string };
  readonly active: string | null;
  readonly label: (name: string) => string;
  readonly onTap: (name: string) => void;
}

/** A dimension line with arrows; tapped, it is measured. */
const Dimension = ({
  x1,
  y1,
  x2,
  y2,
  name,
  at,
  props,
}: {
  x1: number;
  y1: number;
  x2: number;
  y2: number;
  name: string;
  at: readonly [number, number];
  props: SectionDrawingProps;
}) => {
  const on = props.active === name;
  const value = props.label(name);
  const open = value.endsWith("assumed") || value === "not yet";
  // Which side the offset lies to shows by the drawing itself.
  const text = open ? value.replace(" assumed", "?") : value.replace(/ to .*/, "");
  const angle = (Math.atan2(y2 - y1, x2 - x1) * 180) / Math.PI;
  const width = Math.max(64, text.length * 14 + 20);
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`${withSideNames(FIGURES[name].label, props.names)}: ${value}`}
      onClick={() => props.onTap(name)}
      onKeyDown={(e) => (e.key === "Enter" ? props.onTap(name) : undefined)}
      style={{ cursor: "pointer", pointerEvents: "bounding-box" as "all" }}
    >
      <line x1={x1} y1={y1} x2={x2} y2={y2} stroke="var(--color-rule)" strokeWidth={on ? 3 : 1.5} />
      {[
        [x1, y1, angle],
        [x2, y2, angle + 180],
      ].map(([x, y, a], i) => (
        <path key={i} d="M0 0 12 -4v8Z" transform={`translate(${x} ${y}) rotate(${a})`} fill="var(--color-rule)" />
      ))}
      <rect
        x={at[0] - width / 2}
        y={at[1] - 25}
        width={width}
        height="50"
        fill={on ? "var(--color-ink)" : "var(--color-paper)"}
        stroke={open ? "var(--color-rule)" : "var(--color-ink)"}
        strokeWidth={on ? 3 : 1.5}
        strokeDasharray={open ? "5 4" : undefined}
      />
      <text
        x={at[0]}
        y={at[1] + 8}
        textAnchor="middle"
        fontSize="23"
        fill={on ? "var(--color-paper)" : "var(--color-ink)"}
      >
        {text}
      </text>
    </g>
  );
};

/** Hub and rim in one section, to scale across the axle; the wheel's height is broken out so that both can be read. */
export const SectionDrawing = (props: SectionDrawingProps) => {
  const { sizes: s, names } = props;
  const k = Math.min(3.4, 640 / Math.max(s.hubWidth, s.rimWidth + 30));
  const cx = 450;
  const rim = { top: 70, x: cx + s.offset * -k };
  const h = s.height * 2.4;
  const bed = Math.max(4, s.bed * 2.4);
  const half = (s.rimWidth / 2) * k;
  const axis = 560;
  const faceA = cx - (s.hubWidth / 2) * k;
  const faceB = cx + (s.hubWidth / 2) * k;
  const flangeA = faceA + s.fromFace.A * k;
  const flangeB = faceB - s.fromFace.B * k;
  const circle = (d: number) => axis - Math.min(170, (d / 2) * 1.05);
  const hole = (side: -1 | 1) => rim.x + side * s.holeOffset * k;
  return (
    <svg viewBox="150 10 710 690" className="h-full w-full" role="group" aria-label="hub and rim in section">
      <line x1={cx} y1="30" x2={cx} y2="660" stroke="var(--color-grid)" strokeDasharray="18 6 3 6" />
      <line x1="60" y1={axis} x2="840" y2={axis} stroke="var(--color-grid)" strokeDasharray="18 6 3 6" />
      <path
        d={`M${rim.x - half} ${rim.top} v${h - bed} q0 ${bed} ${bed} ${bed} h${2 * half - 2 * bed} q${bed} 0 ${bed} ${-bed} v${-(h - bed)} h-10 v${h - 2 * bed} h${-(2 * half - 20)} v${-(h - 2 * bed)} Z`}
        fill="none"
        stroke="var(--color-ink)"
        strokeWidth="2.5"
      />
      {([-1, 1] as const).map((side) => (
        <line
          key={side}
          x1={hole(side)}
          y1={rim.top + h + 4}
          x2={side < 0 ? flangeA : flangeB}
          y2={circle(side < 0 ? s.holeCircle.A : s.holeCircle.B)}
          stroke={side < 0 ? "var(--color-a)" : "var(--color-b)"}
          strokeWidth="2.5"
          strokeDasharray={side > 0 ? "10 5" : undefined}
        />
      ))}
      <path
        d={`M${flangeA} ${circle(s.holeCircle.A) - 12} V${axis - 46} H${flangeB} V${circle(s.holeCircle.B) - 12} h10 V${axis - 30} H${faceB} V${axis} H${faceA} V${axis - 30} H${flangeA - 10} V${circle(s.holeCircle.A) - 12}Z`}
        fill="none"
        stroke="var(--color-ink)"
        strokeWidth="2.5"
      />
      <text x={faceA - 6} y={axis + 128} fontSize="20" textAnchor="start" fill="var(--color-ink)">
        {names.A}
      </text>
      <text x={faceB + 6} y={axis + 128} fontSize="20" textAnchor="end" fill="var(--color-ink)">
        {names.B}
      </text>
      <Dimension
        props={props}
        name="rim.width"
        x1={rim.x - half}
        y1={rim.top - 18}
        x2={rim.x + half}
        y2={rim.top - 18}
        at={[rim.x, rim.top - 40]}
      />
      <Dimension
        props={props}
        name="rim.height"
        x1={rim.x - half - 22}
        y1={rim.top}
        x2={rim.x - half - 22}
        y2={rim.top + h}
        at={[rim.x - half - 76, rim.top + h / 2]}
      />
      <Dimension
        props={props}
        name="rim.bedThickness"
        x1={rim.x + half + 22}
        y1={rim.top + h - bed}
        x2={rim.x + half + 22}
        y2={rim.top + h}
        at={[rim.x + half + 78, rim.top + h - 4]}
      />
      <Dimension props={props} name="rim.outsideDiameter" x1={790} y1={rim.top} x2={790} y2={axis} at={[790, 250]} />
      <Dimension
        props={props}
        name="rim.holeOffset"
        x1={rim.x}
        y1={rim.top + h + 34}
        x2={hole(1)}
        y2={rim.top + h + 34}
        at={[rim.x + 70, rim.top + h + 66]}
      />
      <Dimension
        props={props}
        name="offset.wanted"
        x1={cx}
        y1={rim.top + h + 34}
        x2={rim.x}
        y2={rim.top + h + 34}
        at={[rim.x - 74, rim.top + h + 66]}
      />
      <Dimension
        props={props}
        name="hub.A.holeCircle"
        x1={flangeA - 34}
        y1={circle(s.holeCircle.A)}
        x2={flangeA - 34}
        y2={axis}
        at={[flangeA - 76, axis - 120]}
      />
      <Dimension
        props={props}
        name="hub.B.holeCircle"
        x1={flangeB + 34}
        y1={circle(s.holeCircle.B)}
        x2={flangeB + 34}
        y2={axis}
        at={[flangeB + 76, axis - 120]}
      />
      <Dimension
        props={props}
        name="hub.A.fromFace"
        x1={faceA}
        y1={axis + 30}
        x2={flangeA}
        y2={axis + 30}
        at={[(faceA + flangeA) / 2 - 10, axis + 62]}
      />
      <Dimension
        props={props}
        name="hub.B.fromFace"
        x1={faceB}
        y1={axis + 30}
        x2={flangeB}
        y2={axis + 30}
        at={[(faceB + flangeB) / 2 + 10, axis + 62]}
      />
      <Dimension
        props={props}
        name="hub.width"
        x1={faceA}
        y1={axis + 100}
        x2={faceB}
        y2={axis + 100}
        at={[cx, axis + 104]}
      />
    </svg>
  );
};
