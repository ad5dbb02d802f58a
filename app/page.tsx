import { rowsOf } from "@/record/job-rows";
import { JobsList } from "@/screens/jobs/jobs-list";
import { benchRows, practiceRows } from "@/store/jobs";
import { listPutAway } from "@/store/put-away";

export const dynamic = "force-dynamic";

const Page = async ({ searchParams }: { readonly searchParams: Promise<{ away?: string }> }) => {
  const [jobs, practice, away] = await Promise.all([benchRows(), practiceRows(), listPutAway()]);
  const { away: now } = await searchParams;
  return (
    <JobsList
      jobs={await rowsOf(jobs)}
      practice={await rowsOf(practice)}
      away={away.length}
      awayNow={away.find((j) => j.id === now) ?? null}
    />
  );
};
export default Page;
