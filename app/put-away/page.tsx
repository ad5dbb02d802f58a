import { PutAwayPage } from "@/screens/jobs/put-away-page";
import { listPutAway } from "@/store/put-away";

export const dynamic = "force-dynamic";

const Page = async () => <PutAwayPage jobs={await listPutAway()} />;
export default Page;
