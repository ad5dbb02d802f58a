import { z } from "zod";
import { answer, change, readBody } from "@/app/api/answer";
import { entrant } from "@/app/api/entrant";
import { fileAnswer } from "@/app/api/file-answer";
import { figuresOf } from "@/core/measurement/taken";
import { toldSince } from "@/core/wheel/told-since";
import { readWheel, type WheelInput } from "@/core/wheel/wheel-file";
import { jobRecord } from "@/record/job-record";
import { takeWheelFile } from "@/record/take-wheel-file";

/** The wheel as a file, and which of its figures nobody measured. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const record = await jobRecord((await params).id);
    if (!record) return new Response("There is no such job", { status: 404 });
    const wheel = record.settled ? toldSince(record.settled.wheel, figuresOf(record.taken)) : record.build.input;
    const { assumed } = record;
    const document = assumed.length > 0 ? { ...wheel, assumed } : wheel;
    return fileAnswer(`${JSON.stringify(document, null, 2)}\n`, {
      name: `${record.job.mark}.wheel.json`,
      type: "application/json",
    });
  });

/** Takes a wheel file in place of measured figures; what it says was assumed stays so. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    const input = await readBody(request, z.unknown());
    // Read for what is wrong with it; it is kept as it came.
    readWheel(input);
    return takeWheelFile((await params).id, input as WheelInput, await entrant(request, ""));
  });
