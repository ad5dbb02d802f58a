/** How loud it is, so that one sees it listens. @param level 0…1 */
export const Loudness = ({ level }: { level: number }) => {
  const part = Math.min(1, Math.max(0, (20 * Math.log10(level + 1e-5) + 70) / 60));
  return (
    <svg viewBox="0 0 300 40" className="w-full" role="img" aria-label="loudness">
      <rect x="1" y="8" width="298" height="24" fill="none" stroke="var(--color-rule)" strokeWidth="2" />
      <rect x="1" y="8" width={298 * part} height="24" fill="var(--color-ink)" />
    </svg>
  );
};
