import { answer } from "@/app/api/answer";
import { labelPdf } from "@/formats/label-pdf";
import { jobRecord } from "@/record/job-record";
import { jobLabel } from "@/record/label";

export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const record = await jobRecord((await params).id);
    if (!record) return new Response("There is no such job", { status: 404 });
    return new Response(Buffer.from(await labelPdf(jobLabel(record))), {
      headers: {
        "content-type": "application/pdf",
        "content-disposition": `inline; filename="label-${record.job.mark.replace(/[^\w-]/g, "_")}.pdf"`,
      },
    });
  });
