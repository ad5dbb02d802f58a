import { JobsList } from "@/screens/jobs/jobs-list";
import { listJobRows } from "@/store/job-rows";

export const dynamic = "force-dynamic";

const Page = async () => <JobsList jobs={await listJobRows()} />;
export default Page;
