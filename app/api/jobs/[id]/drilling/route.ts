import { answer } from "@/app/api/answer";
import { drillingPlan } from "@/core/rim/drilling-plan";
import { drillingCsv, drillingDxf, drillingPdf, drillingSvg } from "@/formats/drilling-strip";
import { jobRecord } from "@/record/job-record";

/** The drilling strip: `?as=csv`, `svg`, `dxf` or `pdf`. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const record = await jobRecord((await params).id);
    const wheel = record?.build.wheel;
    if (!record || !wheel) return new Response("These figures do not make a wheel yet", { status: 404 });
    const plan = drillingPlan(wheel, record.taken["rim.tapeDiameter"]?.value ?? wheel.rim.erd);
    const as = new URL(request.url).searchParams.get("as") ?? "csv";
    const send = (body: BodyInit, type: string, ending: string) =>
      new Response(body, {
        headers: {
          "content-type": type,
          "content-disposition": `attachment; filename="drilling-${record.job.mark.replace(/[^\w-]/g, "_")}.${ending}"`,
        },
      });
    if (as === "svg") return send(drillingSvg(plan), "image/svg+xml", "svg");
    if (as === "dxf") return send(drillingDxf(plan), "image/vnd.dxf", "dxf");
    if (as === "pdf") return send(Buffer.from(await drillingPdf(plan, record.job.mark)), "application/pdf", "pdf");
    return send(drillingCsv(plan, { A: record.job.sideA, B: record.job.sideB }), "text/csv; charset=utf-8", "csv");
  });
