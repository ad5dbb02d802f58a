import { z } from "zod";
import { change, readBody } from "@/app/api/answer";
import { notThere } from "@/core/wheel/bad-input";
import { readWheel, type WheelInput } from "@/core/wheel/wheel-file";
import { jobRecord } from "@/record/job-record";
import { findBuild, saveBuild } from "@/store/builds";

export const GET = async (_: Request, { params }: { params: Promise<{ id: string }> }) => {
  const record = await jobRecord((await params).id);
  const wheel = record?.settled?.wheel ?? record?.build.input;
  if (!record || !wheel) return new Response("There is no such job", { status: 404 });
  return new Response(`${JSON.stringify(wheel, null, 2)}\n`, {
    headers: {
      "content-type": "application/json",
      "content-disposition": `attachment; filename="${record.job.mark.replace(/[^\w-]/g, "_")}.wheel.json"`,
    },
  });
};

/** Takes a wheel file in place of measured figures. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    const input = await readBody(request, z.unknown());
    readWheel(input);
    const { id } = await params;
    if (!(await jobRecord(id))) throw notThere("job", "id");
    return saveBuild({
      jobId: id,
      wheel: input as WheelInput,
      assumed: [],
      version: (await findBuild(id))?.version ?? 0,
    });
  });
