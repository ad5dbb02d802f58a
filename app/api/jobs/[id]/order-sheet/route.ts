import { answer } from "@/app/api/answer";
import { listAnswer, paperAnswer } from "@/app/api/file-answer";
import { orderCsv, orderPdf } from "@/formats/order-sheet";
import { jobRecord } from "@/record/job-record";
import { orderSheet } from "@/record/order";
import { readSettings } from "@/store/settings";

/** The order as PDF, or as CSV with `?as=csv`. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const { id } = await params;
    const record = await jobRecord(id);
    if (!record?.order) return new Response("There is no order for this job yet", { status: 404 });
    const sheet = orderSheet(record, record.order);
    const name = `spokes ${record.job.mark}`;
    if (new URL(request.url).searchParams.get("as") === "csv")
      return listAnswer(name, (decimal) => orderCsv(sheet, decimal));
    return paperAnswer(name, await orderPdf(sheet, (await readSettings()).shopName));
  });
