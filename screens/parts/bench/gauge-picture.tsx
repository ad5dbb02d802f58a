import type { ReactNode } from "react";
import type { GaugePicture as Picture } from "@/core/figures/figure";

const ink = { fill: "none", stroke: "var(--color-ink)", strokeWidth: 2.5 } as const;
const thin = { fill: "none", stroke: "var(--color-rule)", strokeWidth: 1.5 } as const;
const gauge = { fill: "none", stroke: "var(--color-ink)", strokeWidth: 4 } as const;

/** Two jaws closing on what is measured, across. */
const Across = ({ x1, x2, y }: { x1: number; x2: number; y: number }) => (
  <g {...gauge}>
    <path d={`M${x1} ${y - 12}V${y + 12}M${x2} ${y - 12}V${y + 12}`} />
    <path d={`M${x1} ${y}H${x2}`} strokeWidth={1.5} strokeDasharray="4 3" />
  </g>
);
const UpDown = ({ y1, y2, x }: { y1: number; y2: number; x: number }) => (
  <g {...gauge}>
    <path d={`M${x - 12} ${y1}H${x + 12}M${x - 12} ${y2}H${x + 12}`} />
    <path d={`M${x} ${y1}V${y2}`} strokeWidth={1.5} strokeDasharray="4 3" />
  </g>
);
/** A rim cut through: walls, bed, the hub below. */
const Section = () => <path d="M34 10V40q0 8 8 8H78q8 0 8-8V10" {...ink} />;
const Hub = () => <path d="M30 44V18h8V44H82V12h8V44M10 44H110M30 52H10M90 52H110" {...ink} />;
const Circle = () => (
  <>
    <circle cx="60" cy="36" r="26" {...thin} />
    {[0, 60, 120, 180, 240, 300].map((a) => (
      <circle
        key={a}
        cx={60 + 26 * Math.cos((a * Math.PI) / 180)}
        cy={36 + 26 * Math.sin((a * Math.PI) / 180)}
        r="4"
        {...ink}
      />
    ))}
  </>
);

const PICTURES: Readonly<Record<Picture, ReactNode>> = {
  "over-rim": (
    <>
      <circle cx="60" cy="36" r="27" {...ink} />
      <circle cx="60" cy="36" r="21" {...thin} />
      <Across x1={33} x2={87} y={36} />
    </>
  ),
  "rim-height": (
    <>
      <Section />
      <UpDown y1={10} y2={48} x={18} />
    </>
  ),
  bed: (
    <>
      <path d="M20 26H52M68 26H100M20 44H52M68 44H100M52 26V44M68 26V44" {...ink} />
      <UpDown y1={26} y2={44} x={60} />
    </>
  ),
  washer: (
    <>
      <path d="M20 50H52M68 50H100M52 50V62M68 50V62" {...ink} />
      <path d="M44 42H76V50H44Z" {...gauge} />
      <path d="M50 42V26H70V42" {...ink} />
    </>
  ),
  nipple: (
    <>
      <path d="M44 22H76V42H68V66H52V42H44Z" {...ink} />
      <path d="M57 22V30H63V22" {...ink} />
      <UpDown y1={30} y2={42} x={90} />
    </>
  ),
  "inside-rim": (
    <>
      <circle cx="60" cy="36" r="27" {...thin} />
      <circle cx="60" cy="36" r="21" {...ink} />
      <Across x1={39} x2={81} y={36} />
    </>
  ),
  "hung-nipple": (
    <>
      <path d="M16 40H50M70 40H104" {...ink} />
      <path d="M46 28H74V38H66V64H54V38H46Z" {...ink} />
      <path d="M57 28V33H63V28" {...ink} />
      <UpDown y1={33} y2={40} x={92} />
    </>
  ),
  rods: (
    <>
      <circle cx="60" cy="36" r="30" {...thin} />
      <path d="M31 36H54M66 36H89" {...gauge} />
      <path d="M54 24V48M66 24V48" {...thin} />
    </>
  ),
  "rim-width": (
    <>
      <Section />
      <Across x1={34} x2={86} y={16} />
    </>
  ),
  "hole-offset": (
    <>
      <path d="M16 20H104M16 56H104" {...ink} />
      <path d="M16 38H104" {...thin} strokeDasharray="8 4" />
      <circle cx="40" cy="30" r="5" {...ink} />
      <circle cx="80" cy="46" r="5" {...ink} />
      <UpDown y1={30} y2={38} x={60} />
    </>
  ),
  spacers: (
    <>
      <Hub />
      <Across x1={10} x2={110} y={58} />
    </>
  ),
  "face-to-flange": (
    <>
      <Hub />
      <Across x1={10} x2={34} y={58} />
    </>
  ),
  "flange-to-flange": (
    <>
      <Hub />
      <Across x1={34} x2={86} y={28} />
    </>
  ),
  "hole-circle": (
    <>
      <Circle />
      <Across x1={34} x2={86} y={36} />
    </>
  ),
  chord: (
    <>
      <Circle />
      <path d="M86 36 47 14" {...gauge} />
    </>
  ),
  "spoke-hole": (
    <>
      <circle cx="60" cy="36" r="18" {...ink} />
      <Across x1={42} x2={78} y={36} />
    </>
  ),
  "flange-thickness": (
    <>
      <path d="M50 10V62M70 10V62" {...ink} />
      <Across x1={50} x2={70} y={30} />
    </>
  ),
  clocking: (
    <>
      <path d="M34 12V60M86 12V60" {...ink} />
      <path d="M14 36H106" {...gauge} />
      <circle cx="86" cy="24" r="4" {...ink} />
      <circle cx="86" cy="48" r="4" {...ink} />
      <circle cx="34" cy="36" r="4" {...ink} />
    </>
  ),
  bore: (
    <>
      <circle cx="60" cy="52" r="24" {...thin} />
      <path d="M60 28V6" {...thin} strokeDasharray="5 3" />
      <path d="M60 28 92 12" {...gauge} />
    </>
  ),
  drum: (
    <>
      <circle cx="60" cy="36" r="28" {...ink} />
      <circle cx="60" cy="36" r="22" {...ink} />
      <path d="M60 36 78 27" {...gauge} />
      <circle cx="56" cy="38" r="8" {...gauge} />
    </>
  ),
  "straight-edge": (
    <>
      <path d="M14 20H106" {...gauge} />
      <path d="M40 24V50H80V24" {...ink} />
      <path d="M14 34H26V58H14M106 34H94V58H106" {...ink} />
      <path d="M20 20V34" {...thin} />
    </>
  ),
  string: (
    <>
      <path d="M18 14V58H30V14M102 14V58H90V14" {...ink} />
      <path d="M10 14H110M10 58H110" {...thin} strokeDasharray="6 3" />
      <path d="M48 24H72V48H48Z" {...ink} />
      <path d="M60 14V24M60 48V58" {...gauge} />
    </>
  ),
  flip: (
    <>
      <path d="M16 14H104M22 14V30M98 14V30" {...gauge} />
      <path d="M60 14V26" {...gauge} />
      <path d="M14 34H30V58H14M106 34H90V58H106" {...ink} />
      <path d="M46 34H74V58H46Z" {...ink} />
    </>
  ),
  frame: (
    <>
      <path d="M20 8V64M100 8V64" {...ink} />
      <path d="M44 14H70V58H44Z" {...ink} />
      <Across x1={20} x2={44} y={36} />
      <Across x1={70} x2={100} y={36} />
    </>
  ),
  plate: (
    <>
      <path d="M8 58H112" {...gauge} />
      <path d="M14 56Q40 56 60 46T108 54V44Q84 38 60 36T14 46Z" {...ink} />
      <path d="M60 46V58" {...gauge} />
    </>
  ),
  "old-spoke": (
    <>
      <path d="M14 28V40H106" {...ink} />
      <path d="M88 35V45M94 35V45M100 35V45" {...thin} />
      <Across x1={17} x2={106} y={56} />
    </>
  ),
  vernier: (
    <>
      <path d="M8 30H112M8 42H112" {...ink} />
      <UpDown y1={30} y2={42} x={60} />
    </>
  ),
  count: (
    <>
      <path d="M10 48Q60 20 110 48" {...ink} />
      {[22, 41, 60, 79, 98].map((x) => (
        <circle key={x} cx={x} cy={43 - (38 - Math.abs(60 - x)) * 0.22} r="4" {...ink} />
      ))}
    </>
  ),
  dial: (
    <>
      <circle cx="60" cy="30" r="22" {...ink} />
      <path d="M60 30 72 18" {...gauge} />
      <path d="M60 52V66" {...gauge} />
    </>
  ),
  look: (
    <>
      <path d="M16 36Q60 2 104 36Q60 70 16 36Z" {...ink} />
      <circle cx="60" cy="36" r="11" {...gauge} />
    </>
  ),
};

/** Where the gauge goes, small: the part thin, the gauge heavy. */
export const GaugePicture = ({ picture }: { picture: Picture }) => (
  <svg viewBox="0 0 120 72" width="120" height="72" aria-hidden="true" className="shrink-0">
    {PICTURES[picture]}
  </svg>
);
