import { rowsOf } from "@/record/job-rows";
import { JobsList } from "@/screens/jobs/jobs-list";
import { hasDemo } from "@/store/demo-shop";
import { benchRows, practiceRows } from "@/store/jobs";
import { countPutAway, markPutAway } from "@/store/put-away";
import { readSettings } from "@/store/settings";
import { listsMark } from "@/store/watching";

export const dynamic = "force-dynamic";

const Page = async ({ searchParams }: { readonly searchParams: Promise<{ away?: string | string[] }> }) => {
  // Before the rows: what changes in between is told again.
  const mark = await listsMark();
  const { away: told } = await searchParams;
  // An address may say it twice.
  const now = typeof told === "string" ? told : null;
  const [jobs, practice, away, markNow, demo, settings] = await Promise.all([
    benchRows(),
    practiceRows(),
    countPutAway(),
    now === null ? null : markPutAway(now),
    hasDemo(),
    readSettings(),
  ]);
  return (
    <JobsList
      mark={mark}
      jobs={await rowsOf(jobs)}
      practice={await rowsOf(practice)}
      away={away}
      askDemo={demo && !settings.demoKept}
      awayNow={now === null || markNow === null ? null : { id: now, mark: markNow }}
    />
  );
};
export default Page;
