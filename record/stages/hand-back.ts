import { firstSignature } from "@/core/finish/first-signature";
import { todayIn } from "@/core/planning/today";
import type { Settings } from "@/core/shop/settings";
import { jobFinish } from "../finish";
import type { JobRecord } from "../job-record";
import { sheetMark, sheetOfJob } from "../signed-sheet";
import { stageBase } from "./stage-base";

/** What handing back shows: the finish line by line, and the customer's sheet itself. */
export const handBackStage = (record: JobRecord, settings: Settings) => {
  const { sheet, now, changed } = sheetOfJob(record, todayIn(settings.timeZone), settings);
  const first = firstSignature(record.acts);
  return {
    ...stageBase(record),
    wheelId: record.job.wheelId,
    sheet,
    now,
    mark: sheetMark(now),
    changed,
    first: first && { ...first, current: first.mark === sheetMark(now) },
    lines: jobFinish(record).lines,
  };
};
