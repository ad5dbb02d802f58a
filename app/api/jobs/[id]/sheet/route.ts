import { z } from "zod";
import { change, idSchema, readBody } from "@/app/api/answer";
import { deed } from "@/app/api/entrant";
import { notFinished } from "@/core/finish/finish";
import { firstSignature, signedByBoth } from "@/core/finish/first-signature";
import { todayIn } from "@/core/planning/today";
import { may } from "@/core/shop/who-may";
import { BadInput, notThere } from "@/core/wheel/bad-input";
import { keepMinutes } from "@/record/bench-minutes";
import { jobFinish } from "@/record/finish";
import { jobRecord } from "@/record/job-record";
import { askedBy } from "@/record/let-in";
import { sheetMark } from "@/record/signed-sheet";
import { addAct } from "@/store/acts";
import { finishJob } from "@/store/jobs";
import { readSettings } from "@/store/settings";
import { addSheet } from "@/store/sheets";
import { printedSheet, sheetOf } from "./printed";

const schema = z.object({
  id: idSchema,
  signedBy: z.string().trim().min(1, { error: "a name is needed" }).max(200),
  /** The mark of the sheet that was looked at; a command that shows none sends none. */
  seen: z.string().max(64).optional(),
});

/** The customer's sheet on paper. */
export const GET = async (request: Request, { params }: { params: Promise<{ id: string }> }) => {
  const record = await jobRecord((await params).id);
  if (!record) return new Response("There is no such job", { status: 404 });
  return printedSheet(record, request);
};

/**
 * Signs the sheet as it stands now; what was handed over is kept as it was. What who is learning signs waits for a builder,
 * who looks at it and signs too.
 */
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
    const first = firstSignature(record.acts);
    if (at && at.personId !== "" && !may(at.role, "sign")) {
      const act = { what: "sheet-signed-first" as const, mark: sheetMark(now) };
      const changes = await addAct(id, { id: sheetId, act, who: at.name });
      await deed(request, "signed-first", `wheel ${record.job.mark}`);
      return { ok: true, changes, waits: true };
    }
    if (first && at && at.personId !== "" && !may(at.role, "countersign"))
      throw new BadInput("signedBy", `not signed: what ${first.by} signed waits for a builder`, {
        code: "stands-against",
        what: "signature",
      });
    // Who learnt on it stands under it too, where it is still the sheet that was signed.
    const both = first && first.mark === sheetMark(now) && first.by !== signedBy;
    const under = both ? signedByBoth(first.by, signedBy) : signedBy;
    const { recheckDays, timeZone } = await readSettings();
    await addSheet({ id: sheetId, jobId: id, contents: { ...now, signedBy: under }, signedBy: under });
    const changes = await finishJob(
      id,
      recheckDays > 0 ? todayIn(timeZone, new Date(Date.now() + recheckDays * 86_400_000)) : null,
    );
    if (first)
      await addAct(id, {
        id: crypto.randomUUID(),
        act: { what: "sheet-signed-first", mark: null },
        who: signedBy,
      });
    await keepMinutes(record);
    await deed(request, "signed", `wheel ${record.job.mark}`);
    return { ok: true, changes };
  });
