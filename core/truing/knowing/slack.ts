import type { PlacedSpoke } from "../../lacing/placement";
import type { Readings } from "../../runout/runout";

/** What a slack spoke seems to lack, N below 0 and 1 σ of it. */
export interface Lack {
  readonly tension: number;
  readonly sigma: number;
}

/** Density and share of the standard normal below x (Abramowitz and Stegun, 26.2.17: to 1e-7). */
const normal = (x: number): { readonly density: number; readonly below: number } => {
  const density = Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI);
  const t = 1 / (1 + 0.2316419 * Math.abs(x));
  const tail =
    density * t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return { density, below: x > 0 ? 1 - tail : tail };
};

const PASSES = 12;

/**
 * A slack spoke reads nought however much it lacks. Its side was laced by one hand: what the tight ones pull, and how many
 * pull nothing, tell the mean and the scatter of the side, and so what those cut off at nought lack in the mean (a censored
 * normal by expectation and maximisation; Dempster, Laird and Rubin 1977).
 *
 * @param read N, 0 slack, null unread
 * @returns per side, null where none of it is slack or none is tight
 */
export const lackOfSlack = (
  spokes: readonly PlacedSpoke[],
  read: Readings,
): { readonly A: Lack | null; readonly B: Lack | null } => {
  const side = (flange: "A" | "B"): Lack | null => {
    const own = spokes.flatMap((s, i) => (s.flange === flange && read[i] !== null ? [read[i] as number] : []));
    const tight = own.filter((t) => t > 0);
    const slack = own.length - tight.length;
    if (slack === 0 || tight.length < 2) return null;
    let mean = tight.reduce((a, b) => a + b, 0) / own.length;
    let sigma = Math.max(1, Math.sqrt(own.reduce((sum, t) => sum + (t - mean) ** 2, 0) / own.length));
    let lack: Lack = { tension: 0, sigma };
    for (let pass = 0; pass < PASSES; pass++) {
      const { density, below } = normal(-mean / sigma);
      const hazard = density / Math.max(1e-12, below);
      const expected = mean - sigma * hazard;
      const spread = sigma ** 2 * Math.max(0.01, 1 + (mean / sigma) * hazard - hazard ** 2);
      lack = { tension: Math.min(0, expected), sigma: Math.sqrt(spread) };
      mean = (tight.reduce((a, b) => a + b, 0) + slack * expected) / own.length;
      const square = tight.reduce((sum, t) => sum + (t - mean) ** 2, 0) + slack * (spread + (expected - mean) ** 2);
      sigma = Math.max(1, Math.sqrt(square / own.length));
    }
    return lack;
  };
  return { A: side("A"), B: side("B") };
};
