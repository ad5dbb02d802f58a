/** A ring with a pie of the turn and an arrow along its rim; tighten solid, slacken outlined. */
export const NippleMark = ({ x, y, turns, r }: { x: number; y: number; turns: number; r: number }) => {
  const part = Math.min(1, Math.abs(turns));
  const end = part * 2 * Math.PI * (turns > 0 ? 1 : -1);
  const px = x + r * Math.sin(end);
  const py = y - r * Math.cos(end);
  const solid = turns > 0;
  const pie =
    part >= 0.999
      ? `M${x} ${y - r}a${r} ${r} 0 1 1 -0.01 0Z`
      : `M${x} ${y}L${x} ${y - r}A${r} ${r} 0 ${part > 0.5 ? 1 : 0} ${turns > 0 ? 1 : 0} ${px} ${py}Z`;
  const dir = solid ? 1 : -1;
  return (
    <g>
      <circle cx={x} cy={y} r={r} fill="var(--color-paper)" stroke="var(--color-ink)" strokeWidth="1.5" />
      <path d={pie} fill={solid ? "var(--color-ink)" : "none"} stroke="var(--color-ink)" strokeWidth="1.5" />
      <path
        d={`M${x - 4 * dir} ${y - r - 5}h${8 * dir}m${-4 * dir} -3.5l${4 * dir} 3.5l${-4 * dir} 3.5`}
        fill="none"
        stroke="var(--color-ink)"
        strokeWidth="1.5"
      />
    </g>
  );
};
