import { placeSpokes } from "@/core/lacing/placement";
import { placeWords } from "@/core/shop/machine-words";
import { wheelsTogether } from "@/store/jobs";
import { offeredEarlier } from "../carry";
import { visitBefore } from "../history";
import type { JobRecord } from "../job-record";
import { stageBase } from "./stage-base";

/** What booking in shows: whose wheel it is and what is known of it, the wheel as it stands, its photos. */
export const bookInStage = async (record: JobRecord) => {
  const { job, wheel, build, photos } = record;
  const [earlier, before, together] = await Promise.all([
    offeredEarlier(record),
    visitBefore(job.id, job.wheelId),
    wheelsTogether(job),
  ]);
  const { customer, customerId, telephone, mark, machine, place, wanted, promised, sideA, sideB, waitingFor } = job;
  return {
    ...stageBase(record),
    told: { customer, customerId, telephone, mark, machine, place, wanted, promised, sideA, sideB, waitingFor },
    wheelId: job.wheelId,
    earlier,
    /** How it left when it was last here; null for a wheel that is here for the first time. */
    before: before && {
      kind: before.kind,
      opened: before.opened,
      finished: before.finished,
      signedBy: before.signedBy,
      found: before.found.tir,
      left: before.left.tir,
    },
    together: together.map((j) => ({ jobId: j.id, mark: j.mark, place: placeWords(j.place) })),
    doubts: build.doubts,
    photos,
    wheel,
    spokes: wheel ? placeSpokes(wheel) : [],
  };
};
