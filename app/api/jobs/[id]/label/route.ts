import { answer } from "@/app/api/answer";
import { paperAnswer } from "@/app/api/file-answer";
import { labelPdf } from "@/formats/paper/label";
import { jobRecord } from "@/record/job-record";
import { jobLabel } from "@/record/label";
import { readSettings } from "@/store/settings";

/** The label to tie on. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const record = await jobRecord((await params).id);
    if (!record) return new Response("There is no such job", { status: 404 });
    return paperAnswer(`label ${record.job.mark}`, await labelPdf(jobLabel(record), (await readSettings()).shopName));
  });
