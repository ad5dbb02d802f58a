import { answer } from "@/app/api/answer";
import { jobRecord } from "@/record/job-record";
import { measured } from "@/record/measured";

/** Every spoke's tension as last read, with what may be believed of it. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const { record } = measured(await jobRecord((await params).id));
    const last = record.rounds.findLast((r) => record.read.entries(r).length > 0) ?? null;
    return { round: last?.id ?? null, tensions: last ? record.read.tensions(last) : [] };
  });
