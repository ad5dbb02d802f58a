import { placeSpokes } from "@/core/lacing/placement";
import { turnsMade } from "@/core/rounds/turn";
import { totalReading } from "@/core/runout/runout";
import { type PracticeScore, practicePoints, type TrainedScore } from "@/core/shop/practice-score";
import { sideTensions } from "@/core/tension/balance";
import { spreadOf } from "@/core/tension/spread";
import { StandInWheel } from "@/devices/stand-in-wheel";
import { listPlans } from "@/store/practice-plans";
import { findPracticeWheel, keepScore, trainedWheels } from "@/store/practice-wheels";
import { benchRecord } from "./bench-record";
import { bestPossible } from "./best-possible";
import { measured } from "./measured";
import { practiceWheel } from "./practice-wheel";

/** Spread allowed to the best this wheel could be. */
const ALLOWED = 0.2;

/** How the practice wheel of a job really stands, and what was done to it. @throws BadInput when there is none */
export const practiceScore = async (jobId: string): Promise<PracticeScore> => {
  const [{ record, wheel }, stored, plans] = await Promise.all([
    benchRecord(jobId).then(measured),
    findPracticeWheel(jobId),
    listPlans(jobId),
  ]);
  const scoreOf = `${stored?.version} ${record.job.changes}`;
  if (stored?.scoreOf === scoreOf) return stored.score as PracticeScore;
  const stand = await practiceWheel(jobId);
  const { holes } = wheel.rim;
  const all = [...Array(holes).keys()].map((i) => i + 1);
  const spokes = placeSpokes(wheel);
  const wanted = sideTensions(wheel, spokes);
  const pulls = all.map((s) => stand.truePull(s));
  const { lateralScale, radialScale, share } = stand.hidden;
  // Worked on as far as it goes, apart from the one on the stand.
  const apart = new StandInWheel(wheel, stand.hidden, stand.state);
  const best = bestPossible(apart, { lateralScale, radialScale, share }, ALLOWED).free;
  const turned = record.allRounds.flatMap((r) => turnsMade(r, holes).filter((t) => t !== 0));
  const score = {
    lateral: totalReading(all.map((s) => stand.trueLateral(s))),
    radial: totalReading(all.map((s) => stand.trueRadial(s))),
    spread: spreadOf(spokes, pulls),
    tight: pulls.reduce((sum, t, i) => sum + t / wanted[spokes[i].flange], 0) / holes,
    touches: turned.length,
    hints: plans.reduce((sum, p) => sum + p.hints, 0),
    best,
  };
  const whole = {
    ...score,
    turns: turned.reduce((sum, t) => sum + Math.abs(t), 0),
    rounds: record.rounds.length,
    points: practicePoints(score, holes),
  };
  await keepScore(jobId, whole, scoreOf);
  return whole;
};

/** Wheels looked back on. */
const MOST_TRAINED = 24;

/** The wheels last trained on, by whoever, newest first, as they stand now. */
export const trainedScores = async (): Promise<TrainedScore[]> => {
  const out: TrainedScore[] = [];
  for (const { level, ...wheel } of await trainedWheels(MOST_TRAINED))
    if (level !== null) out.push({ ...wheel, level, score: await practiceScore(wheel.jobId) });
  return out;
};
