import { answer } from "@/app/api/answer";
import { figuresOf } from "@/core/measurement/taken";
import { defaultStiffness } from "@/core/mechanics/stiffness";
import { wheelGeometry } from "@/core/mechanics/wheel-geometry";
import { dutyOf } from "@/core/tension/duty";
import { targetBand } from "@/core/tension/target";
import { jobRecord } from "@/record/job-record";
import { measured } from "@/record/measured";

/** The wanted tension as a band, with its reasons; a few tenths of a second of sums. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const { record, wheel } = measured(await jobRecord((await params).id));
    const { duty, makers, assumed } = dutyOf(figuresOf(record.taken));
    const band = targetBand(wheelGeometry(wheel), defaultStiffness(wheel), duty, makers);
    return { ...band, assumed };
  });
