import { ledger } from "@/core/ledger/ledger";
import { spokeKinds } from "@/core/spoke/kinds";
import { StageFrame } from "@/screens/parts/stage-frame";
import { Spokes } from "@/screens/spokes/spokes";
import { pageRecord } from "../record";

const Page = async ({ params }: { params: Promise<{ id: string }> }) => {
  const { record, frame, names, spokes } = await pageRecord(params);
  const stale = record.stages.some((s) => s.stage === "spokes" && s.state === "changed");
  // What is shown is the wheel as measured now; a wheel taken from a file stands in when nothing was measured.
  const wheel = stale || !record.settled ? record.build.wheel : record.wheel;
  const { kinds, warnings } = wheel ? spokeKinds(wheel) : { kinds: [], warnings: [] };
  const ledgers = wheel
    ? (["A", "B"] as const).map((side) => {
        const spoke = spokes.find((s) => s.flange === side);
        const span = spoke ? spoke.span : 0;
        const hole = wheel.hub.seat === "bent" ? wheel.hub[side].holeDiameter : 0;
        return ledger(`{${side}}, ${wheel.lacing[side].cross} cross`, [
          { label: "rim hole to hub hole", times: 1, value: span },
          { label: "hole, to the elbow's inside", times: -0.5, value: hole },
        ]);
      })
    : [];
  return (
    <StageFrame {...frame} current="spokes">
      <Spokes
        jobId={record.job.id}
        names={names}
        kinds={kinds}
        warnings={warnings}
        ledgers={ledgers}
        diameter={wheel?.spoke.diameter ?? 3.5}
        pitch={wheel?.spoke.threadPitch ?? 0.635}
        assumed={record.build.assumed}
        problem={wheel ? null : record.build.problem}
        settledVersion={record.settled?.version ?? 0}
        stale={stale}
      />
    </StageFrame>
  );
};
export default Page;
