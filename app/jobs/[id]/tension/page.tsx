import { presets } from "@/core/figures/presets";
import { DUTY_PRESETS, dutyOf } from "@/core/tension/duty";
import { IN_NIPPLE } from "@/core/tension/sounding";
import { STAGINGS, type Staging } from "@/core/tension/staging";
import { figuresOf } from "@/core/wheel/build";
import { MeasureFirst } from "@/screens/parts/measure-first";
import { StageFrame } from "@/screens/parts/stage-frame";
import { Tension } from "@/screens/tension/tension";
import { toleranceOf } from "@/store/bench-way";
import { listGaugeTables } from "@/store/gauge-tables";
import { hasPracticeWheel } from "@/store/practice-wheels";
import { turnsMade } from "@/store/rounds";
import { pageRecord } from "../record";

const Page = async ({ params }: { params: Promise<{ id: string }> }) => {
  const { record, frame, names, title, taken, entries } = await pageRecord(params);
  const { wheel, job, build } = record;
  if (!wheel)
    return (
      <StageFrame {...frame} current="tension">
        <MeasureFirst jobId={job.id} problem={build.problem?.message ?? ""} />
      </StageFrame>
    );
  const [tables, practice] = await Promise.all([listGaugeTables(), hasPracticeWheel(job.id)]);
  const figures = figuresOf(taken);
  const staging = String(figures["tension.staging"] ?? "50-80-90-100");
  return (
    <StageFrame {...frame} current="tension">
      <Tension
        jobId={job.id}
        version={job.version}
        job={title}
        names={names}
        taken={taken}
        entries={entries}
        wheel={wheel}
        kinds={record.read.kinds}
        rounds={record.rounds.map((r) => {
          const { lateral, radial } = record.read.readings(r);
          return {
            id: r.id,
            number: r.number,
            kind: r.kind,
            plan: r.plan,
            entries: record.read.entries(r),
            lateral,
            radial,
            turns: turnsMade(r, wheel.rim.holes),
            walked: r.turns.map((t) => t.spoke),
            destressed: r.destressed,
          };
        })}
        tables={tables}
        tolerance={toleranceOf(job.tolerance, taken)}
        practice={practice}
        duty={dutyOf(figures).duty}
        staging={staging in STAGINGS ? (staging as Staging) : "50-80-90-100"}
        presets={{
          ...presets(figures),
          ...DUTY_PRESETS,
          "tension.staging": "50-80-90-100",
          "spoke.bodyDiameter": wheel.spoke.diameter,
          "spoke.inNipple": IN_NIPPLE,
        }}
      />
    </StageFrame>
  );
};
export default Page;
