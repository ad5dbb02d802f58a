/** The spoke's end inside its nipple, to scale (10 to 1): where it finishes when the ordered length is laced. */
export const NippleDrawing = ({
  order,
  wanted,
  diameter,
  title,
}: {
  order: number;
  wanted: number;
  diameter: number;
  title: string;
}) => {
  const k = 10;
  const cx = 78;
  const slot = 64;
  const end = slot - (order - wanted) * k;
  const thick = (diameter * k) / 2;
  return (
    <svg viewBox="0 0 250 230" className="h-full w-full" role="img" aria-label={title}>
      <path
        d={`M${cx - 34} 40 q0 -14 14 -14 h40 q14 0 14 14 v34 h-12 v130 h-${2 * 22} v-130 h-12 Z`}
        fill="none"
        stroke="var(--color-ink)"
        strokeWidth="2.5"
      />
      <path
        d={`M${cx - 7} 26 v${slot - 26} h14 v-${slot - 26}`}
        fill="none"
        stroke="var(--color-ink)"
        strokeWidth="2"
      />
      <rect
        x={cx - thick / 2}
        y={end}
        width={thick}
        height={225 - end}
        fill="none"
        stroke="var(--color-ink)"
        strokeWidth="2"
      />
      {[...Array(14).keys()].map(
        (i) =>
          end + 8 + i * 9 < 210 && (
            <line
              key={i}
              x1={cx - thick / 2}
              x2={cx + thick / 2}
              y1={end + 8 + i * 9}
              y2={end + 4 + i * 9}
              stroke="var(--color-ink)"
              strokeWidth="1.2"
            />
          ),
      )}
      <line x1={cx + 40} x2="240" y1={slot} y2={slot} stroke="var(--color-rule)" strokeDasharray="4 3" />
      <line x1={cx + 40} x2="240" y1={end} y2={end} stroke="var(--color-ink)" strokeWidth="1.5" />
      <text x="240" y={slot + (end < slot ? 22 : -8)} textAnchor="end" fontSize="16" fill="var(--color-ink)">
        slot
      </text>
      <text
        x="240"
        y={end + (end < slot ? -8 : 22)}
        textAnchor="end"
        fontSize="16"
        fill="var(--color-ink)"
      >{`end ${order - wanted >= 0 ? "+" : "−"}${Math.abs(order - wanted).toFixed(1)}`}</text>
    </svg>
  );
};
