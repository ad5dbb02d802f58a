import { settleAll } from "@/core/measurement/taken";
import { notThere } from "@/core/wheel/bad-input";
import { findBuild } from "@/store/builds";
import { listMeasurements } from "@/store/measurements";
import { jobOfRound } from "@/store/rounds";

/**
 * How many spokes a job's wheel has, without making the whole of its record: as it was settled, else as it was counted;
 * null while nobody has counted.
 */
export const holesOfJob = async (jobId: string): Promise<number | null> => {
  const settled = await findBuild(jobId);
  if (settled) return settled.wheel.rim.holes;
  return settleAll(await listMeasurements(jobId, "rim.holes"))["rim.holes"]?.value ?? null;
};

/** @throws BadInput when there is no such round */
export const holesOfRound = async (roundId: string): Promise<number | null> => {
  const job = await jobOfRound(roundId);
  if (job === null) throw notThere("round");
  return holesOfJob(job);
};
