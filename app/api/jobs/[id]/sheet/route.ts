import { z } from "zod";
import { change, idSchema, readBody } from "@/app/api/answer";
import { deed } from "@/app/api/entrant";
import { notFinished } from "@/core/finish/finish";
import { todayIn } from "@/core/planning/today";
import { BadInput, notThere } from "@/core/wheel/bad-input";
import { sheetPdf } from "@/formats/sheet-pdf";
import { keepMinutes } from "@/record/bench-minutes";
import { jobFinish } from "@/record/finish";
import { type JobRecord, jobRecord } from "@/record/job-record";
import { addressesTold, askedBy } from "@/record/let-in";
import { sheetMark, sheetOfJob } from "@/record/signed-sheet";
import { finishJob } from "@/store/jobs";
import { readSettings } from "@/store/settings";
import { addSheet } from "@/store/sheets";

const sheetOf = async (record: JobRecord) => {
  const settings = await readSettings();
  return sheetOfJob(record, todayIn(settings.timeZone), settings);
};
const schema = z.object({
  id: idSchema,
  signedBy: z.string().trim().min(1, { error: "a name is needed" }).max(200),
  /** The mark of the sheet that was looked at; a command that shows none sends none. */
  seen: z.string().max(64).optional(),
});

export const GET = async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const record = await jobRecord((await params).id);
  if (!record) return new Response("There is no such job", { status: 404 });
  // Where the shop is served to its network the code opens it there; else on this machine and nowhere else.
  const [origin = new URL(request.url).origin] = addressesTold(request.headers);
  const pdf = await sheetPdf((await sheetOf(record)).sheet, origin);
  return new Response(Buffer.from(pdf), {
    headers: {
      "content-type": "application/pdf",
      "content-disposition": `inline; filename="wheel-${record.job.mark.replace(/[^\w-]/g, "_")}.pdf"`,
    },
  });
};

/** Signs the sheet as it stands now; what was handed over is kept as it was. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    const told = await readBody(request, schema);
    const { id: sheetId, seen } = told;
    // Nobody signs with another's name.
    const at = askedBy(request.headers);
    const signedBy = at && at.personId !== "" ? at.name : told.signedBy;
    const { id } = await params;
    const record = await jobRecord(id);
    if (!record) throw notThere("job", "id");
    const finish = jobFinish(record);
    const { stops, open } = notFinished(finish.lines, finish.answers);
    if (stops.length > 0)
      throw new BadInput("finish", `not signed: ${stops.map((l) => `${l.label} (${l.text})`).join("; ")}`, {
        code: "not-finished",
        open: stops.map((l) => l.key),
      });
    if (open.length > 0)
      throw new BadInput("finish", `not looked at yet: ${open.map((l) => l.label).join("; ")}`, {
        code: "not-finished",
        open: open.map((l) => l.key),
      });
    const { now } = await sheetOf(record);
    if (seen !== undefined && seen !== sheetMark(now) && record.handedOver?.id !== sheetId)
      throw new BadInput("seen", "not signed: the record went on since this sheet was looked at; look once more", {
        code: "stands-against",
        what: "sheet",
      });
    const { recheckDays, timeZone } = await readSettings();
    await addSheet({ id: sheetId, jobId: id, contents: { ...now, signedBy }, signedBy });
    const changes = await finishJob(
      id,
      recheckDays > 0 ? todayIn(timeZone, new Date(Date.now() + recheckDays * 86_400_000)) : null,
    );
    await keepMinutes(record);
    await deed(request, "signed", `wheel ${record.job.mark}`);
    return { ok: true, changes };
  });
