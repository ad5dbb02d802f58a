import { BookIn } from "@/screens/book-in/book-in";
import { StageFrame } from "@/screens/parts/stage-frame";
import { pageRecord } from "../record";
import { particulars } from "./particulars";

const Page = async ({ params }: { params: Promise<{ id: string }> }) => {
  const { record, frame, names, spokes, taken, entries } = await pageRecord(params);
  return (
    <StageFrame {...frame} current="book-in">
      <BookIn
        jobId={record.job.id}
        version={record.job.version}
        names={names}
        particulars={particulars(record.job)}
        taken={taken}
        entries={entries}
        doubts={record.build.doubts}
        photos={record.photos}
        wheel={record.wheel}
        spokes={spokes}
      />
    </StageFrame>
  );
};
export default Page;
