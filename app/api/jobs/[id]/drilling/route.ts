import { answer } from "@/app/api/answer";
import { fileAnswer, listAnswer } from "@/app/api/file-answer";
import { drillingPlan } from "@/core/rim/drilling-plan";
import { drillingCsv, drillingDxf, drillingPdf, drillingSvg } from "@/formats/drilling-strip";
import { jobRecord } from "@/record/job-record";
import { readSettings } from "@/store/settings";

/** The drilling strip: `?as=csv`, `svg`, `dxf` or `pdf`. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const record = await jobRecord((await params).id);
    const wheel = record?.build.wheel;
    if (!record || !wheel) return new Response("These figures do not make a wheel yet", { status: 404 });
    const plan = drillingPlan(wheel, record.taken["rim.tapeDiameter"]?.value ?? wheel.rim.erd);
    const as = new URL(request.url).searchParams.get("as") ?? "csv";
    const name = `drilling ${record.job.mark}`;
    const send = (body: string | Uint8Array, type: string, ending: string) =>
      fileAnswer(body, { name: `${name}.${ending}`, type });
    if (as === "svg") return send(drillingSvg(plan), "image/svg+xml", "svg");
    if (as === "dxf") return send(drillingDxf(plan), "image/vnd.dxf", "dxf");
    if (as === "pdf")
      return send(await drillingPdf(plan, record.job.mark, (await readSettings()).shopName), "application/pdf", "pdf");
    return listAnswer(name, (decimal) => drillingCsv(plan, { A: record.job.sideA, B: record.job.sideB }, decimal));
  });
