/** One sample of a turning wheel's dial: degrees clockwise from the valve, mm. */
export interface Sample {
  readonly angleDeg: number;
  readonly value: number;
}

/**
 * A turn's trace read over each hole: the middle of the samples within a fifth of a gap of it, so that grain does not
 * count and a weld between two holes does not reach them; null where the trace has nothing.
 */
export const atHoles = (samples: readonly Sample[], holes: number): (number | null)[] => {
  const near: number[][] = Array.from({ length: holes }, () => []);
  for (const s of samples) {
    const at = ((((s.angleDeg % 360) + 360) % 360) / 360) * holes - 0.5;
    const hole = Math.round(at);
    if (Math.abs(at - hole) <= 0.2) near[((hole % holes) + holes) % holes].push(s.value);
  }
  return near.map((list) => {
    if (list.length === 0) return null;
    const sorted = [...list].sort((a, b) => a - b);
    return (sorted[Math.floor((sorted.length - 1) / 2)] + sorted[Math.floor(sorted.length / 2)]) / 2;
  });
};
