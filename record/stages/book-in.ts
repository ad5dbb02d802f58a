import { placeSpokes } from "@/core/lacing/placement";
import type { JobRecord } from "../job-record";
import { stageBase } from "./stage-base";

/** What booking in shows: whose wheel it is, the wheel as it stands, its photos. */
export const bookInStage = (record: JobRecord) => {
  const { job, wheel, build, photos } = record;
  const { customer, telephone, mark, machine, place, wanted, promised, sideA, sideB, waitingFor } = job;
  return {
    ...stageBase(record),
    told: { customer, telephone, mark, machine, place, wanted, promised, sideA, sideB, waitingFor },
    doubts: build.doubts,
    photos,
    wheel,
    spokes: wheel ? placeSpokes(wheel) : [],
  };
};
