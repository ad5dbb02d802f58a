import { todayIn } from "@/core/planning/today";
import { HandBack } from "@/screens/hand-back/hand-back";
import { StageFrame } from "@/screens/parts/stage-frame";
import { jobFinish } from "@/store/job-finish";
import { readSettings } from "@/store/settings";
import { sheetOfJob } from "@/store/signed-sheet";
import { pageRecord } from "../record";

const Page = async ({ params }: { params: Promise<{ id: string }> }) => {
  const { record, frame } = await pageRecord(params);
  const settings = await readSettings();
  const finish = jobFinish(record);
  const { sheet, changed } = sheetOfJob(record, todayIn(settings.timeZone), settings);
  return (
    <StageFrame {...frame} current="hand-back">
      <HandBack
        jobId={record.job.id}
        sheet={sheet}
        changed={changed}
        lines={finish.lines}
        answers={finish.answers}
        wheelId={record.job.wheelId}
      />
    </StageFrame>
  );
};
export default Page;
