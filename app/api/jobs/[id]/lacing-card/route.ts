import { answer } from "@/app/api/answer";
import { paperAnswer } from "@/app/api/file-answer";
import { lacingCard } from "@/formats/lacing-card";
import { jobRecord } from "@/record/job-record";
import { cardOf } from "@/record/lacing";

/** The lacing as a card for the wall. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const record = await jobRecord((await params).id);
    if (!record?.wheel) return new Response("These figures do not make a wheel yet", { status: 404 });
    const { title, order, lines } = cardOf(record, record.wheel);
    return paperAnswer(`lacing ${record.job.mark}`, await lacingCard(title, order, lines));
  });
