import type { StandInWheel } from "./stand-in-wheel";

/** One pass round a stand-in: every place by dial, every spoke by gauge, the offset. mm, N. */
export const wholeRound = (stand: StandInWheel) => {
  const all = [...Array(stand.wheel.rim.holes).keys()].map((i) => i + 1);
  return {
    lateral: all.map((s) => stand.readLateral(s)),
    radial: all.map((s) => stand.readRadial(s)),
    tension: all.map((s) => stand.readTension(s)),
    offset: stand.readOffset(),
  };
};
