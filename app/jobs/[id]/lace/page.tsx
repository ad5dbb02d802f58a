import { lacingSteps } from "@/core/lacing/steps";
import { Lace } from "@/screens/lace/lace";
import { MeasureFirst } from "@/screens/parts/measure-first";
import { StageFrame } from "@/screens/parts/stage-frame";
import { pageRecord } from "../record";

const Page = async ({ params }: { params: Promise<{ id: string }> }) => {
  const { record, frame, names, title } = await pageRecord(params);
  const { wheel, job, taken, build } = record;
  return (
    <StageFrame {...frame} current="lace">
      {wheel ? (
        <Lace
          jobId={job.id}
          job={title}
          names={names}
          wheel={wheel}
          steps={lacingSteps(wheel)}
          lacedSoFar={taken["lace.last"]?.value ?? 0}
        />
      ) : (
        <MeasureFirst jobId={job.id} problem={build.problem?.message ?? ""} />
      )}
    </StageFrame>
  );
};
export default Page;
