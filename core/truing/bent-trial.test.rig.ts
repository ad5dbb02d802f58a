import { readWheel } from "@/core/wheel/wheel-file";
import { hiddenWheel, StandInWheel } from "@/devices/stand-in-wheel";
import { advise } from "./advise";
import type { PastRound } from "./state";
import { type TrialBuild, trialWheel } from "./trial.test.rig";

const BUILDS: readonly TrialBuild[] = ["steel", "alloy", "single-sided"];

/** Four rounds on a wheel; was it ever called the rim? */
const calledTheRim = (k: number, bent: boolean): boolean => {
  const wheel = readWheel(trialWheel(BUILDS[k % 3]));
  const start = k % 2 ? "fresh" : "buckled";
  const hidden = bent
    ? hiddenWheel(700 + k, start, {
        bend: { lateral: k % 4 < 2 ? 0.8 : 0, radial: k % 4 < 2 ? 0 : 0.8, from: 5 + (k % 20), spokes: 6 },
        bareLateral: 0.15,
        bareRadial: 0.15,
      })
    : hiddenWheel(1700 + k, start, { bareLateral: 0.3, bareRadial: 0.3 });
  const stand = new StandInWheel(wheel, hidden);
  const all = [...Array(wheel.rim.holes).keys()].map((i) => i + 1);
  const history: PastRound[] = [];
  for (let round = 0; round < 4; round++) {
    const readings = {
      lateral: all.map((s) => stand.readLateral(s)),
      radial: all.map((s) => stand.readRadial(s)),
      tension: all.map((s) => stand.readTension(s)),
      offset: stand.readOffset(),
    };
    const { turns, verdict } = advise({
      wheel,
      readings,
      tolerance: { lateral: 0.3, radial: 0.3, offset: 0.3, tensionSpread: 0.2 },
      stage: 1,
      nipple: { step: 1 / 16, most: 1 },
      history,
    });
    if (verdict === "rim") return true;
    turns.forEach((t, i) => {
      if (t !== 0) stand.turn(i + 1, t);
    });
    stand.destress();
    history.push({ readings, turns: [...turns], destressed: true });
  }
  return false;
};

/** Rims bent by 0.8 mm over six holes, and rims whose own shape is within 0.3 mm: how many of each are called the rim. */
export const bentTrials = (bent: number, sound: number): { readonly bent: number; readonly sound: number } => ({
  bent: [...Array(bent).keys()].filter((k) => calledTheRim(k, true)).length,
  sound: [...Array(sound).keys()].filter((k) => calledTheRim(k, false)).length,
});
