import { rowsOf } from "@/record/job-rows";
import { JobsList } from "@/screens/jobs/jobs-list";
import { hasDemo } from "@/store/demo-shop";
import { benchRows, practiceRows } from "@/store/jobs";
import { listPutAway } from "@/store/put-away";
import { readSettings } from "@/store/settings";
import { listsMark } from "@/store/watching";

export const dynamic = "force-dynamic";

const Page = async ({ searchParams }: { readonly searchParams: Promise<{ away?: string }> }) => {
  // Before the rows: what changes in between is told again.
  const mark = await listsMark();
  const [jobs, practice, away, demo, settings] = await Promise.all([
    benchRows(),
    practiceRows(),
    listPutAway(),
    hasDemo(),
    readSettings(),
  ]);
  const { away: now } = await searchParams;
  return (
    <JobsList
      mark={mark}
      jobs={await rowsOf(jobs)}
      practice={await rowsOf(practice)}
      away={away.length}
      askDemo={demo && !settings.demoKept}
      awayNow={away.find((j) => j.id === now) ?? null}
    />
  );
};
export default Page;
