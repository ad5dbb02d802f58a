import type { PracticeLevel } from "@/core/shop/practice-levels";
import { BadInput } from "@/core/wheel/bad-input";
import { type HiddenWheel, hiddenWheel } from "@/devices/hidden-wheel";
import { practiceStand } from "@/devices/practice-levels";
import { type StandInState, StandInWheel } from "@/devices/stand-in-wheel";
import {
  findPracticeWheel,
  type StoredPracticeWheel,
  savePracticeState,
  savePracticeWheel,
} from "@/store/practice-wheels";
import { benchRecord } from "./bench-record";
import { measured } from "./measured";

/** Settling one takes a tenth of a second; the last one used is kept while its stored copy is the same. */
let kept: { readonly jobId: string; readonly version: number; readonly stand: StandInWheel } | null = null;

const standInOf = async (jobId: string, stored: StoredPracticeWheel): Promise<StandInWheel> => {
  if (kept?.jobId === jobId && kept.version === stored.version) return kept.stand;
  const { wheel } = measured(await benchRecord(jobId));
  const held = (stored.state as StandInState).natural.length;
  if (held !== wheel.rim.holes)
    throw new BadInput(
      "practice",
      `the practice wheel on the stand has ${held} spokes, this wheel ${wheel.rim.holes}; put a new one on`,
      { code: "stands-against", what: "rim.holes" },
    );
  return new StandInWheel(wheel, stored.hidden as HiddenWheel, stored.state as StandInState);
};

/** The practice wheel on a job's stand. @throws BadInput when there is none */
export const practiceWheel = async (jobId: string): Promise<StandInWheel> => {
  const stored = await findPracticeWheel(jobId);
  if (!stored)
    throw new BadInput("practice", "no practice wheel is on the stand; put one on first", { code: "not-there" });
  const stand = await standInOf(jobId, stored);
  kept = { jobId, version: stored.version, stand };
  return stand;
};

/** Puts a new practice wheel on a job's stand, made like the job's own wheel. @throws BadInput */
export const mountPracticeWheel = async (
  jobId: string,
  seed: number,
  how: { readonly level: PracticeLevel } | { readonly start: "fresh" | "buckled" },
  who = "",
): Promise<void> => {
  const { record, wheel } = measured(await benchRecord(jobId));
  // What is read and turned on a stand-in must never stand in a customer's record.
  if (record.job.kind !== "practice")
    throw new BadInput("kind", "this is a customer's wheel; a practice wheel is begun among the jobs", {
      code: "stands-against",
      what: "kind",
    });
  const stand =
    "level" in how ? practiceStand(wheel, seed, how.level) : new StandInWheel(wheel, hiddenWheel(seed, how.start));
  await savePracticeWheel(jobId, stand.hidden, stand.state, { level: "level" in how ? how.level : null, who });
};

/** Does to the practice wheel what was done at the bench; a job without one is left alone. */
export const onPracticeWheel = async (jobId: string, work: (stand: StandInWheel) => void): Promise<void> => {
  // Another hand may turn a nipple meanwhile: then it is done anew, to the wheel as that hand left it.
  for (;;) {
    const stored = await findPracticeWheel(jobId);
    if (!stored) return;
    const stand = await standInOf(jobId, stored);
    // Nobody else may turn this one at the same time.
    kept = null;
    work(stand);
    if (await savePracticeState(jobId, stand.state, stored.version)) {
      kept = { jobId, version: stored.version + 1, stand };
      return;
    }
  }
};
