import { placeSpokes } from "@/core/lacing/placement";
import { turnsMade } from "@/core/rounds/turn";
import { totalReading } from "@/core/runout/runout";
import { type PracticeScore, practicePoints } from "@/core/shop/practice-score";
import { sideTensions } from "@/core/tension/balance";
import { spreadOf } from "@/core/tension/spread";
import { StandInWheel } from "@/devices/stand-in-wheel";
import { benchRecord } from "./bench-record";
import { bestPossible } from "./best-possible";
import { measured } from "./measured";
import { practiceWheel } from "./practice-wheel";

/** Spread allowed to the best this wheel could be. */
const ALLOWED = 0.2;

/** How the practice wheel of a job really stands, and what was done to it. @throws BadInput when there is none */
export const practiceScore = async (jobId: string): Promise<PracticeScore> => {
  const { record, wheel } = measured(await benchRecord(jobId));
  const stand = await practiceWheel(jobId);
  const { holes } = wheel.rim;
  const all = [...Array(holes).keys()].map((i) => i + 1);
  const spokes = placeSpokes(wheel);
  const wanted = sideTensions(wheel, spokes);
  const pulls = all.map((s) => stand.truePull(s));
  const { lateralScale, radialScale, share } = stand.hidden;
  // Worked on as far as it goes, apart from the one on the stand.
  const apart = new StandInWheel(wheel, stand.hidden, stand.state);
  const best = bestPossible(apart, { lateralScale, radialScale, share }, ALLOWED).any;
  const turned = record.allRounds.flatMap((r) => turnsMade(r, holes).filter((t) => t !== 0));
  const score = {
    lateral: totalReading(all.map((s) => stand.trueLateral(s))),
    radial: totalReading(all.map((s) => stand.trueRadial(s))),
    spread: spreadOf(spokes, pulls),
    tight: pulls.reduce((sum, t, i) => sum + t / wanted[spokes[i].flange], 0) / holes,
    touches: turned.length,
    best,
  };
  return {
    ...score,
    turns: turned.reduce((sum, t) => sum + Math.abs(t), 0),
    rounds: record.rounds.length,
    points: practicePoints(score, holes),
  };
};
