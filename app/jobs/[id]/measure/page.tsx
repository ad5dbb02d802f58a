import { Measure } from "@/screens/measure/measure";
import { StageFrame } from "@/screens/parts/stage-frame";
import { pageRecord } from "../record";

const Page = async ({ params }: { params: Promise<{ id: string }> }) => {
  const { record, frame, names, taken, earlier } = await pageRecord(params);
  const { input, erd, toCentre, problem } = record.build;
  const bed = erd.terms[2].value;
  const sizes = {
    outsideDiameter: erd.terms[0].value,
    height: erd.terms[1].value,
    bed,
    rimWidth: input.rim.width ?? 50,
    holeOffset: input.rim.holeOffset ?? 0,
    hubWidth: toCentre.A.terms[0].value,
    fromFace: { A: toCentre.A.terms[1].value, B: toCentre.B.terms[1].value },
    holeCircle: { A: input.hub.A.holeCircle, B: input.hub.B.holeCircle },
    offset: input.offset ?? 0,
  };
  const ledgers = [
    erd,
    { ...toCentre.A, title: "{A}, flange to centre" },
    { ...toCentre.B, title: "{B}, flange to centre" },
  ];
  return (
    <StageFrame {...frame} current="measure">
      <Measure
        jobId={record.job.id}
        version={record.job.version}
        names={names}
        taken={taken}
        earlier={earlier}
        ledgers={ledgers}
        problem={problem}
        sizes={sizes}
      />
    </StageFrame>
  );
};
export default Page;
