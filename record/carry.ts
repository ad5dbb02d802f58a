import { FIGURES } from "@/core/figures/all-figures";
import { UNIT } from "@/core/figures/check-figure";
import { carriedFrom, isCarried } from "@/core/measurement/carried";
import type { EarlierWheel } from "@/core/shop/known";
import { BadInput, notThere } from "@/core/wheel/bad-input";
import { changeJob, type Job } from "@/store/jobs";
import { type CarriedFigure, carryFigures, earlierWheel } from "@/store/known";
import { type BenchRecord, benchRecord } from "./bench-record";

/** An earlier wheel of this machine whose figures are not here yet; null for none. */
export const offeredEarlier = async ({ job, taken }: BenchRecord): Promise<EarlierWheel | null> => {
  if (Object.keys(taken).filter(isCarried).length > 3) return null;
  return earlierWheel({ jobId: job.id, wheelId: job.wheelId, machine: job.machine, place: job.place }, isCarried);
};

const figuresFrom = ({ taken, job }: BenchRecord): CarriedFigure[] =>
  Object.entries(taken).flatMap(([name, t]) => {
    if (!isCarried(name)) return [];
    const method = carriedFrom(job.mark);
    const put = (place: number, value: number | null) => ({
      ...{ id: crypto.randomUUID(), name, place, method, value },
      typed: value === null ? t.typed : String(Number(value.toFixed(3))),
      unit: value === null ? t.unit : UNIT[FIGURES[name].kind],
    });
    // Taken at several places it is carried place by place; repeats at one place are one figure.
    return t.places.length > 0 ? t.places.map((p) => put(p.place, p.value)) : [put(0, null)];
  });

/**
 * Carries the figures of an earlier wheel of the machine over, with its tolerance and the names of its sides: each marked
 * as carried, none that was taken here already.
 *
 * @throws BadInput when the other is no wheel of this machine
 */
export const carryFrom = async (jobId: string, fromId: string, who: string): Promise<Job> => {
  const [here, from] = await Promise.all([benchRecord(jobId), benchRecord(fromId)]);
  if (!here || !from) throw notThere("job", here ? "from" : "id");
  const sameMachine = here.job.machine !== "" && here.job.machine.toLowerCase() === from.job.machine.toLowerCase();
  if (here.job.wheelId !== from.job.wheelId && !sameMachine)
    throw new BadInput("from", `${from.job.mark} is no wheel of ${here.job.machine || "this machine"}`, {
      code: "stands-against",
      what: "job",
    });
  await carryFigures(jobId, figuresFrom(from), who);
  const { tolerance, sideA, sideB } = from.job;
  return changeJob(jobId, { change: { tolerance, sideA, sideB }, seen: here.job });
};
