import type { PlacedSpoke } from "../lacing/placement";
import type { Side } from "../wheel/wheel-file";

/** Mean tension of a side's spokes, N. @param tension N, in spoke order */
export const sideMean = (spokes: readonly PlacedSpoke[], tension: ArrayLike<number>, side: Side): number => {
  let sum = 0;
  let count = 0;
  spokes.forEach((s, i) => {
    if (s.flange !== side) return;
    sum += tension[i];
    count++;
  });
  return sum / count;
};

/** How far the farthest spoke is from its own side's mean, as a fraction of it. @param tension N, in spoke order */
export const spreadOf = (spokes: readonly PlacedSpoke[], tension: ArrayLike<number>): number => {
  const means = { A: sideMean(spokes, tension, "A"), B: sideMean(spokes, tension, "B") };
  return spokes.reduce((worst, s, i) => Math.max(worst, Math.abs(tension[i] / Math.max(means[s.flange], 1) - 1)), 0);
};
