import { placeSpokes } from "@/core/lacing/placement";
import type { EarlierWheel } from "@/core/shop/known";
import type { JobRecord } from "../job-record";
import { stageBase } from "./stage-base";

/** What booking in shows: whose wheel it is, the wheel as it stands, its photos. */
export const bookInStage = (record: JobRecord, earlier: EarlierWheel | null) => {
  const { job, wheel, build, photos } = record;
  const { customer, customerId, telephone, mark, machine, place, wanted, promised, sideA, sideB, waitingFor } = job;
  return {
    ...stageBase(record),
    told: { customer, customerId, telephone, mark, machine, place, wanted, promised, sideA, sideB, waitingFor },
    earlier,
    doubts: build.doubts,
    photos,
    wheel,
    spokes: wheel ? placeSpokes(wheel) : [],
  };
};
