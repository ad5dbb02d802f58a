import { sideTensions } from "@/core/tension/balance";
import { MeasureFirst } from "@/screens/parts/measure-first";
import { StageFrame } from "@/screens/parts/stage-frame";
import { True } from "@/screens/true/true";
import { benchWay, toleranceOf } from "@/store/bench-way";
import { hasPracticeWheel } from "@/store/practice-wheels";
import { farEdge, nearEdge, turnsMade } from "@/store/rounds";
import { readSettings } from "@/store/settings";
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
      farEdge: farEdge(r, holes),
      radial,
      tension: tension ?? [],
      offset: offset ?? null,
      turns: turnsMade(r, holes),
      walked: r.takenBack ? [] : r.turns.map((t) => t.spoke),
      destressed: r.destressed,
      lastAt: [...r.readings.map((x) => x.at ?? ""), ...r.turns.map((t) => t.at ?? "")].sort().at(-1) || null,
      advice: r.advice,
    };
  });
  // Rounds that only brought the wheel up were not read here, and are none of this place's.
  const shown = rounds.filter(
    (r, i) => record.rounds[i].kind === "true" || r.lateral.some((v) => v !== null) || i === rounds.length - 1,
  );
  const last = record.rounds.at(-1);
  const way = benchWay(
    holes,
    job.tolerance,
    record.taken,
    new Array<number>(holes).fill(0),
    (await readSettings()).school,
  );
  return (
    <StageFrame {...frame} current="true">
      <True
        jobId={job.id}
        job={title}
        names={names}
        spokes={spokes}
        wanted={sideTensions(wheel, spokes)}
        tolerance={toleranceOf(job.tolerance, record.taken)}
        toleranceName={job.tolerance}
        version={job.version}
        rounds={shown}
        school={way.school}
        wheel={wheel}
        taken={record.taken}
        entryTimes={Object.fromEntries(record.measurements.map((m) => [m.name, m.at ?? ""]))}
        practice={await hasPracticeWheel(job.id)}
        tyreOn={way.tyreOn}
        stuck={way.stuck}
        slipped={way.slipped}
        assumed={(settled?.assumed ?? build.assumed).length}
        plate={build.plate?.verdict === "true" ? null : (build.plate?.text ?? null)}
        offsetWays={build.offsetWays}
        nearEdge={last ? nearEdge(last, holes) : []}
        readNow={(await searchParams).read === "now" && rounds.length === 0}
      />
    </StageFrame>
  );
};
export default Page;
