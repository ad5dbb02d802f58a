import { JobsList } from "@/screens/jobs/jobs-list";
import { rowsOf } from "@/store/job-rows";
import { benchRows, practiceRows } from "@/store/jobs";

export const dynamic = "force-dynamic";

const Page = async () => (
  <JobsList jobs={await rowsOf(await benchRows())} practice={await rowsOf(await practiceRows())} />
);
export default Page;
