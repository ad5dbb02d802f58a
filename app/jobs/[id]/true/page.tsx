import { TOLERANCES } from "@/core/runout/tolerance";
import { sideTensions } from "@/core/tension/balance";
import { MeasureFirst } from "@/screens/parts/measure-first";
import { StageFrame } from "@/screens/parts/stage-frame";
import { True } from "@/screens/true/true";
import { turnsMade } from "@/store/rounds";
import { pageRecord } from "../record";

interface PageProps {
  readonly params: Promise<{ id: string }>;
  readonly searchParams: Promise<{ read?: string }>;
}

const Page = async ({ params, searchParams }: PageProps) => {
  const { record, frame, names, title, spokes } = await pageRecord(params);
  const { wheel, job, settled, build } = record;
  if (!wheel)
    return (
      <StageFrame {...frame} current="true">
        <MeasureFirst jobId={job.id} problem={build.problem?.message ?? ""} />
      </StageFrame>
    );
  const holes = wheel.rim.holes;
  const rounds = record.rounds.map((r) => {
    const { lateral, radial, tension, offset } = record.read.readings(r);
    return {
      id: r.id,
      number: r.number,
      lateral,
      radial,
      tension: tension ?? [],
      offset: offset ?? null,
      turns: turnsMade(r, holes),
      walked: r.turns.map((t) => t.spoke),
      advice: r.advice,
    };
  });
  return (
    <StageFrame {...frame} current="true">
      <True
        jobId={job.id}
        job={title}
        names={names}
        spokes={spokes}
        wanted={sideTensions(wheel, spokes)}
        tolerance={TOLERANCES[job.tolerance]}
        toleranceName={job.tolerance}
        version={job.version}
        rounds={rounds}
        assumed={(settled?.assumed ?? build.assumed).length}
        plate={build.plate?.verdict === "true" ? null : (build.plate?.text ?? null)}
        readNow={(await searchParams).read === "now" && rounds.length === 0}
      />
    </StageFrame>
  );
};
export default Page;
