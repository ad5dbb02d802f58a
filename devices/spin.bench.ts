import { readOverHoles, spinsByMark } from "@/core/spin/spin";
import { chance } from "./random";
import { BY_HAND, turnedGauge } from "./turned-gauge";

// How long a turn of the wheel takes to be laid round its holes, by how many figures were heard; ratios in one run.

/** mm: three waves round the rim. */
const rim = (deg: number) => 0.3 * Math.cos((deg * Math.PI) / 90 - 1) + 0.1 * Math.cos((deg * Math.PI) / 36);

const taken = (perSecond: number, turns: number): { figures: number; ms: number } => {
  const heard = turnedGauge(rim, { ...BY_HAND, perSecond, turns, step: 0.001 }, chance(5));
  const times = Array.from({ length: 7 }, () => {
    const begun = performance.now();
    const spins = spinsByMark(heard);
    if (typeof spins === "string") throw new Error(spins);
    if (readOverHoles(spins[0], 40).length < 39) throw new Error("holes left out");
    return performance.now() - begun;
  });
  return { figures: heard.length, ms: times.sort((a, b) => a - b)[3] };
};

const base = taken(25, 1.4);
for (const [perSecond, turns] of [
  [25, 1.4],
  [25, 2.4],
  [50, 1.4],
  [100, 2.4],
] as const) {
  const { figures, ms } = taken(perSecond, turns);
  console.log(
    `${String(perSecond).padStart(4)} a second, ${turns} turns: ${String(figures).padStart(5)} figures ${ms.toFixed(0).padStart(5)} ms, ${(ms / base.ms).toFixed(2)} of the first`,
  );
}
