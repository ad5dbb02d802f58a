import { machineAndPlace } from "@/core/shop/machine-words";
import { measuredSums } from "@/core/wheel/measured-sums";
import type { JobRecord } from "../job-record";
import { stageBase } from "./stage-base";

/** What measuring shows; a device works the same out anew for figures that it has not sent yet. */
export const measureStage = (record: JobRecord) => ({
  ...stageBase(record),
  wheelName: machineAndPlace(record.job),
  ...measuredSums(record),
});
