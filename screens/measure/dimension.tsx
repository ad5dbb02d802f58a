import { FIGURES } from "@/core/figures/all-figures";
import { withSideNames } from "@/core/wheel/side-names";
import type { Tap } from "../parts/bench/bench-record";
import { isOpen, listWords, spokenWords } from "../parts/bench/figure-shown";

/** What every drawing of measuring is given. */
export interface DrawingProps {
  readonly tap: Tap;
  readonly names: { readonly A: string; readonly B: string };
}

interface DimensionProps extends DrawingProps {
  readonly name: string;
  /** A word for it in the drawing; the whole name is asked on the entry bar. */
  readonly caption: string;
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
  /** Middle of the box the figure stands in; joined to the line by a thin one where it stands away from it. */
  readonly at: readonly [number, number];
}

/** A dimension line with arrows; tapped, it is measured. Dashed until it was. */
export const Dimension = ({ tap, names, name, caption, from, to, at }: DimensionProps) => {
  const [x1, y1] = from;
  const [x2, y2] = to;
  const on = tap.active === name;
  const shown = tap.shown(name);
  const open = isOpen(shown);
  // Which side an offset lies to shows by the drawing itself.
  const text = shown.state === "open" ? "–" : shown.state === "taken" ? shown.size : listWords(shown);
  const doubted = tap.doubted(name);
  const angle = (Math.atan2(y2 - y1, x2 - x1) * 180) / Math.PI;
  const width = Math.max(72, text.length * 14 + 18, caption.length * 10.2 + 14);
  const middle = [(x1 + x2) / 2, (y1 + y2) / 2];
  const away = Math.hypot(at[0] - middle[0], at[1] - middle[1]) > 34;
  const pointed = x1 !== x2 || y1 !== y2;
  const short = Math.hypot(x2 - x1, y2 - y1) < 26;
  return (
    <>
      {away && <path d={`M${at[0]} ${at[1]}L${middle[0]} ${middle[1]}`} stroke="var(--color-grid)" strokeWidth="1.5" />}
      <line x1={x1} y1={y1} x2={x2} y2={y2} stroke="var(--color-rule)" strokeWidth={on ? 3.5 : 1.8} />
      {pointed &&
        [
          [x1, y1, short ? angle + 180 : angle],
          [x2, y2, short ? angle : angle + 180],
        ].map(([x, y, a], i) => (
          <path key={i} d="M0 0 11 -4v8Z" transform={`translate(${x} ${y}) rotate(${a})`} fill="var(--color-rule)" />
        ))}
      {/* Only the box is the key: lines of neighbouring dimensions cross, and a finger must hit the one it means. */}
      <g
        role="button"
        tabIndex={0}
        aria-label={`${withSideNames(FIGURES[name].label, names)}: ${spokenWords(shown)}${doubted ? ", in doubt" : ""}`}
        onClick={() => tap.onTap(name)}
        onKeyDown={(e) => {
          if (e.key === "Enter") tap.onTap(name);
        }}
        style={{ cursor: "pointer" }}
      >
        <rect
          x={at[0] - width / 2}
          y={at[1] - 29}
          width={width}
          height="58"
          fill={on ? "var(--color-ink)" : "var(--color-paper)"}
          stroke={open ? "var(--color-rule)" : "var(--color-ink)"}
          strokeWidth={on ? 3 : 1.5}
          strokeDasharray={open ? "5 4" : undefined}
        />
        <text
          x={at[0]}
          y={at[1] - 8}
          textAnchor="middle"
          fontSize="19"
          fill={on ? "var(--color-paper)" : "var(--color-ink)"}
        >
          {caption}
        </text>
        <text
          x={at[0]}
          y={at[1] + 19}
          textAnchor="middle"
          fontSize="25"
          fontWeight={open ? 400 : 700}
          fill={on ? "var(--color-paper)" : "var(--color-ink)"}
        >
          {text}
        </text>
        {doubted && (
          <path
            d={`M${at[0] + width / 2 - 6} ${at[1] - 38}h16v13h-11l-5 6Z`}
            fill="var(--color-doubt)"
            stroke="var(--color-ink)"
            strokeWidth="1.5"
          />
        )}
      </g>
    </>
  );
};
