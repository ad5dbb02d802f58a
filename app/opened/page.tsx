import { rowsOf } from "@/record/job-rows";
import { OpenedPage } from "@/screens/opened/opened-page";
import { benchRows } from "@/store/jobs";

export const dynamic = "force-dynamic";

const Page = async () => <OpenedPage jobs={await rowsOf(await benchRows(500))} />;
export default Page;
