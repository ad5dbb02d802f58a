import { rowsOf } from "@/record/job-rows";
import { JobsList } from "@/screens/jobs/jobs-list";
import { benchRows, practiceRows } from "@/store/jobs";

export const dynamic = "force-dynamic";

const Page = async () => (
  <JobsList jobs={await rowsOf(await benchRows())} practice={await rowsOf(await practiceRows())} />
);
export default Page;
