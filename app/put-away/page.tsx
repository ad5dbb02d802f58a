import { skippedOf } from "@/app/skipped";
import { PutAwayPage } from "@/screens/jobs/put-away-page";
import { countPutAway, listPutAway } from "@/store/put-away";

export const dynamic = "force-dynamic";

/** So many on one page. */
const MOST = 100;

const Page = async ({ searchParams }: { readonly searchParams: Promise<{ after?: string | string[] }> }) => {
  const skipped = skippedOf((await searchParams).after);
  const [jobs, all] = await Promise.all([listPutAway(MOST, skipped), countPutAway()]);
  return <PutAwayPage jobs={jobs} part={{ all, skipped, most: MOST }} />;
};
export default Page;
