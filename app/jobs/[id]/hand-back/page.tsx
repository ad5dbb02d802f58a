import { todayIn } from "@/core/planning/today";
import { HandBack } from "@/screens/hand-back/hand-back";
import { StageFrame } from "@/screens/parts/stage-frame";
import { jobFinish } from "@/store/job-finish";
import { jobSheet } from "@/store/job-sheet";
import { readSettings } from "@/store/settings";
import { pageRecord } from "../record";

const Page = async ({ params }: { params: Promise<{ id: string }> }) => {
  const { record, frame } = await pageRecord(params);
  const settings = await readSettings();
  const finish = jobFinish(record);
  return (
    <StageFrame {...frame} current="hand-back">
      <HandBack
        jobId={record.job.id}
        sheet={jobSheet(record, todayIn(settings.timeZone), settings, `/wheels/${record.job.wheelId}`)}
        lines={finish.lines}
        answers={finish.answers}
        wheelId={record.job.wheelId}
      />
    </StageFrame>
  );
};
export default Page;
