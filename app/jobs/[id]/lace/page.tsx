import { figuresOf } from "@/core/wheel/build";
import { Lace } from "@/screens/lace/lace";
import { MeasureFirst } from "@/screens/parts/measure-first";
import { StageFrame } from "@/screens/parts/stage-frame";
import { jobLacing } from "@/store/job-lacing";
import { listStock } from "@/store/stock";
import { pageRecord } from "../record";

const Page = async ({ params }: { params: Promise<{ id: string }> }) => {
  const { record, frame, names, title, taken, entries } = await pageRecord(params);
  const { wheel, job, build } = record;
  if (!wheel)
    return (
      <StageFrame {...frame} current="lace">
        <MeasureFirst jobId={job.id} problem={build.problem?.message ?? ""} />
      </StageFrame>
    );
  const { offered, order, steps } = jobLacing(wheel, taken);
  const stock = await listStock();
  return (
    <StageFrame {...frame} current="lace">
      <Lace
        jobId={job.id}
        job={title}
        kind={job.kind}
        version={job.version}
        names={names}
        taken={taken}
        entries={entries}
        figures={figuresOf(taken)}
        wheel={wheel}
        offered={offered}
        order={order}
        steps={steps}
        lacedSoFar={taken["lace.last"]?.value ?? 0}
        drawers={stock
          .filter((s) => s.kind === "spoke" && s.held > 0 && s.size !== null)
          .map((s) => ({ size: s.size ?? 0, name: s.name, place: s.place, held: s.held }))}
      />
    </StageFrame>
  );
};
export default Page;
