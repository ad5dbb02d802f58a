import { HandBack } from "@/screens/hand-back/hand-back";
import { StageFrame } from "@/screens/parts/stage-frame";
import { jobSheet } from "@/store/job-sheet";
import { pageRecord } from "../record";

const Page = async ({ params }: { params: Promise<{ id: string }> }) => {
  const { record, frame } = await pageRecord(params);
  return (
    <StageFrame {...frame} current="hand-back">
      <HandBack jobId={record.job.id} sheet={jobSheet(record, new Date().toISOString().slice(0, 10))} />
    </StageFrame>
  );
};
export default Page;
