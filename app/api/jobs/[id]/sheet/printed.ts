import { paperAnswer } from "@/app/api/file-answer";
import { todayIn } from "@/core/planning/today";
import { sheetPdf } from "@/formats/paper/sheet";
import type { JobRecord } from "@/record/job-record";
import { addressesTold } from "@/record/let-in";
import { sheetOfJob } from "@/record/signed-sheet";
import { readSettings } from "@/store/settings";

/** The sheet of a job, as it was handed over or as it stands. */
export const sheetOf = async (record: JobRecord) => {
  const settings = await readSettings();
  return sheetOfJob(record, todayIn(settings.timeZone), settings);
};

/** The customer's sheet on paper. */
export const printedSheet = async (record: JobRecord, request: Request): Promise<Response> => {
  // Where the shop is served to its network the code opens it there; else on this machine and nowhere else.
  const [origin = new URL(request.url).origin] = addressesTold(request.headers);
  const pdf = await sheetPdf((await sheetOf(record)).sheet, origin);
  return paperAnswer(`wheel ${record.job.mark}`, pdf);
};
