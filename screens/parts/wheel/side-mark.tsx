import type { Side } from "@/core/wheel/wheel-file";

/** Side A a filled disc, side B an open triangle: never told by colour alone. */
export const SideMark = ({ side, size = 18 }: { side: Side; size?: number }) => (
  <svg width={size} height={size} viewBox="0 0 18 18" aria-hidden="true" className="inline-block shrink-0">
    {side === "A" ? (
      <circle cx="9" cy="9" r="7" fill="var(--color-a)" />
    ) : (
      <path d="M9 2 16 15H2Z" fill="none" stroke="var(--color-b)" strokeWidth="2.5" />
    )}
  </svg>
);
