import { z } from "zod";
import { answer, idSchema, readBody } from "@/app/api/answer";
import { BadInput } from "@/core/wheel/bad-input";
import { sheetPdf } from "@/formats/sheet-pdf";
import { jobRecord } from "@/store/job-record";
import { jobSheet } from "@/store/job-sheet";
import { finishJob } from "@/store/jobs";
import { addSheet } from "@/store/sheets";

const today = () => new Date().toISOString().slice(0, 10);
const schema = z.object({ id: idSchema, signedBy: z.string().trim().min(1, { error: "a name is needed" }).max(200) });

export const GET = async (_: Request, { params }: { params: Promise<{ id: string }> }) => {
  const record = await jobRecord((await params).id);
  if (!record) return new Response("There is no such job", { status: 404 });
  const pdf = await sheetPdf(jobSheet(record, today()));
  return new Response(Buffer.from(pdf), {
    headers: {
      "content-type": "application/pdf",
      "content-disposition": `inline; filename="wheel-${record.job.mark.replace(/[^\w-]/g, "_")}.pdf"`,
    },
  });
};

/** Signs the sheet as it stands now; what was handed over is kept as it was. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const { id: sheetId, signedBy } = await readBody(request, schema);
    const { id } = await params;
    const record = await jobRecord(id);
    if (!record) throw new BadInput("id", "there is no such job");
    await addSheet({ id: sheetId, jobId: id, contents: { ...jobSheet(record, today()), signedBy }, signedBy });
    await finishJob(id);
  });
