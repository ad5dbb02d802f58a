import { answer } from "@/app/api/answer";
import { paperAnswer } from "@/app/api/file-answer";
import { lacingCard } from "@/formats/paper/lacing-card";
import { jobRecord } from "@/record/job-record";
import { cardOf } from "@/record/lacing";
import { readSettings } from "@/store/settings";

/** The lacing as a card for the wall. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const record = await jobRecord((await params).id);
    if (!record?.wheel) return new Response("These figures do not make a wheel yet", { status: 404 });
    const { shopName } = await readSettings();
    return paperAnswer(`lacing ${record.job.mark}`, await lacingCard(cardOf(record, record.wheel), shopName));
  });
