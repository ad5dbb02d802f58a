import { settleAll } from "@/core/measurement/taken";
import { notThere } from "@/core/wheel/bad-input";
import { findBuild } from "@/store/builds";
import { listMeasurements } from "@/store/measurements";
import { wheelOfRound } from "@/store/rounds";

/** How many holes somebody counted; null while nobody has. */
const counted = async (jobId: string): Promise<number | null> =>
  settleAll(await listMeasurements(jobId, "rim.holes"))["rim.holes"]?.value ?? null;

/** How many spokes a job's wheel has, without making the whole of its record: as it was settled, else as it was counted. */
export const holesOfJob = async (jobId: string): Promise<number | null> =>
  (await findBuild(jobId))?.wheel.rim.holes ?? counted(jobId);

/** The job of a round and how many spokes its wheel has. @throws BadInput when there is no such round */
export const wheelRead = async (
  roundId: string,
): Promise<{ readonly jobId: string; readonly holes: number | null }> => {
  const round = await wheelOfRound(roundId);
  if (!round) throw notThere("round");
  const { jobId, settled } = round;
  return { jobId, holes: settled?.rim.holes ?? (await counted(jobId)) };
};
