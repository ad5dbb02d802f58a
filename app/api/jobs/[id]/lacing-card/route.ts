import { answer } from "@/app/api/answer";
import { lacingCard } from "@/formats/lacing-card";
import { jobRecord } from "@/record/job-record";
import { cardOf } from "@/record/lacing";

/** The lacing as a card for the wall. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const record = await jobRecord((await params).id);
    if (!record?.wheel) return new Response("These figures do not make a wheel yet", { status: 404 });
    const { title, order, lines } = cardOf(record, record.wheel);
    return new Response(Buffer.from(await lacingCard(title, order, lines)), {
      headers: {
        "content-type": "application/pdf",
        "content-disposition": `inline; filename="lacing-${record.job.mark.replace(/[^\w-]/g, "_")}.pdf"`,
      },
    });
  });
