"use client";
import { useOnStand } from "./use-on-stand";

/** mm once round the dial, in a hundred divisions. */
const TURN = 1;
const MARKS = [...Array(100).keys()];

const at = (division: number, radius: number) => {
  const angle = (2 * Math.PI * division) / 100;
  return { x: radius * Math.sin(angle), y: -radius * Math.cos(angle) };
};

/** What the dial shows of the practice wheel over this spoke: the needle, and once round it how many times. */
export const PracticeDial = ({
  jobId,
  spoke,
  what,
  since,
}: {
  jobId: string;
  /** 0 at the offset, which is one figure of the wheel. */
  spoke: number;
  /** Both edges of a practice rim run alike: it is of one width. */
  what: "lateral" | "far-edge" | "radial" | "offset";
  /** Nipples turned so far, where it is read while they are. */
  since?: number;
}) => {
  const data = useOnStand(jobId, spoke, since);
  if (!data) return null;
  const value = data[what === "far-edge" ? "lateral" : what];
  const needle = at((value / TURN) * 100, 38);
  const rounds = Math.trunc(Math.abs(value) / TURN);
  const way = what === "radial" ? (value >= 0 ? "high" : "low") : value >= 0 ? "plus" : "minus";
  return (
    <svg
      viewBox="-52 -52 104 104"
      className="mx-auto h-full max-h-96 w-full"
      role="img"
      aria-label={`the dial stands at ${value > 0 ? "+" : ""}${value.toFixed(2)}`}
    >
      <circle r="47" fill="none" stroke="var(--color-ink)" strokeWidth="1.5" />
      {MARKS.map((m) => {
        const [inner, outer] = [at(m, m % 10 === 0 ? 38 : m % 5 === 0 ? 40 : 42), at(m, 45)];
        return (
          <line
            key={m}
            x1={inner.x}
            y1={inner.y}
            x2={outer.x}
            y2={outer.y}
            stroke={m % 10 === 0 ? "var(--color-ink)" : "var(--color-rule)"}
            strokeWidth={m % 10 === 0 ? 1 : 0.5}
          />
        );
      })}
      {MARKS.filter((m) => m % 10 === 0).map((m) => {
        const p = at(m, 32);
        return (
          <text key={m} x={p.x} y={p.y + 2.2} fontSize="6" textAnchor="middle" fill="var(--color-ink)">
            {m <= 50 ? m : 100 - m}
          </text>
        );
      })}
      <line x1="0" y1="0" x2={needle.x} y2={needle.y} stroke="var(--color-ink)" strokeWidth="1.8" />
      <circle r="2.4" fill="var(--color-ink)" />
      <text x="0" y="16" fontSize="7" textAnchor="middle" fill="var(--color-ink)">
        {way}
        {rounds > 0 ? `, ${rounds} round` : ""}
      </text>
    </svg>
  );
};
