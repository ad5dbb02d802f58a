import { answer } from "@/app/api/answer";
import { figuresOf } from "@/core/measurement/taken";
import { wantedBand } from "@/core/tension/wanted-band";
import { jobRecord } from "@/record/job-record";
import { measured } from "@/record/measured";

/** The wanted tension as a band, with its reasons. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const { record, wheel } = measured(await jobRecord((await params).id));
    return wantedBand(wheel, figuresOf(record.taken));
  });
