import { PutAwayPage } from "@/screens/jobs/put-away-page";
import { countPutAway, listPutAway } from "@/store/put-away";

export const dynamic = "force-dynamic";

/** So many on one page. */
const MOST = 100;

const Page = async ({ searchParams }: { readonly searchParams: Promise<{ after?: string | string[] }> }) => {
  const { after = "" } = await searchParams;
  const skipped = typeof after === "string" && /^\d{1,6}$/.test(after) ? Number(after) : 0;
  const [jobs, all] = await Promise.all([listPutAway(MOST, skipped), countPutAway()]);
  return <PutAwayPage jobs={jobs} all={all} skipped={skipped} most={MOST} />;
};
export default Page;
