import type { ThreadParts, ThreadWindow } from "@/core/spoke/thread-room";

/** The spoke's end inside its nipple, to scale: thread, slot, and the window it must finish in. */
export const NippleDrawing = ({
  end,
  parts,
  window,
  title,
}: {
  /** mm from the bottom of the slot, + beyond it. */
  end: number;
  parts: ThreadParts;
  window: ThreadWindow;
  title: string;
}) => {
  const k = Math.min(11, 150 / (parts.nippleThread + parts.slotDepth + 4));
  const cx = 84;
  const slot = 58;
  const y = (mm: number) => slot - mm * k;
  const thick = Math.max(8, (parts.diameter * k) / 2);
  const tail = y(-parts.nippleThread);
  const head = y(parts.slotDepth);
  const at = y(end);
  const body = thick / 2 + 7;
  const threadEnd = y(end - parts.spokeThread);
  return (
    <svg viewBox="40 24 168 226" className="h-full w-full" role="img" aria-label={title}>
      {/* The window: where the end may finish. */}
      <rect
        x="136"
        y={y(window.longest)}
        width="12"
        height={Math.max(2, y(window.shortest) - y(window.longest))}
        fill="none"
        stroke="var(--color-ink)"
        strokeWidth="1.5"
      />
      {[window.longest, window.shortest].map((mm) => (
        <line key={mm} x1={cx} x2="148" y1={y(mm)} y2={y(mm)} stroke="var(--color-grid)" strokeWidth="1.2" />
      ))}
      <path
        d={`M${cx - body - 14} ${slot + 26} V${head + 12} q0 -12 12 -12 h${2 * body + 4} q12 0 12 12 V${slot + 26} h-12 V${tail} h-${2 * body + 4} V${slot + 26} Z`}
        fill="none"
        stroke="var(--color-ink)"
        strokeWidth="2.5"
      />
      <path d={`M${cx - 8} ${head} V${slot} h16 V${head}`} fill="none" stroke="var(--color-ink)" strokeWidth="2" />
      <rect
        x={cx - thick / 2}
        y={at}
        width={thick}
        height={Math.max(4, 246 - at)}
        fill="var(--color-paper)"
        stroke="var(--color-ink)"
        strokeWidth="2"
      />
      {[...Array(60).keys()].map((i) => {
        const at2 = at + 5 + i * parts.pitch * k;
        return at2 < Math.min(threadEnd, 244) ? (
          <line
            key={i}
            x1={cx - thick / 2}
            x2={cx + thick / 2}
            y1={at2 + 3}
            y2={at2}
            stroke="var(--color-ink)"
            strokeWidth="1"
          />
        ) : null;
      })}
      <line x1={cx + 20} x2="204" y1={at} y2={at} stroke="var(--color-ink)" strokeWidth="2" />
      <text x="204" y={at + (end >= 0 ? -7 : 20)} textAnchor="end" fontSize="18" fill="var(--color-ink)">
        {`end ${end >= 0 ? "+" : "−"}${Math.abs(end).toFixed(1)}`}
      </text>
    </svg>
  );
};
