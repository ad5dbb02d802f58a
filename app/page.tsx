import { rowsOf } from "@/record/job-rows";
import { JobsList } from "@/screens/jobs/jobs-list";
import { hasDemo } from "@/store/demo-shop";
import { benchRows, countBench, practiceRows } from "@/store/jobs";
import { countPutAway, markPutAway } from "@/store/put-away";
import { readSettings } from "@/store/settings";
import { listsMark } from "@/store/watching";
import { skippedOf } from "./skipped";

export const dynamic = "force-dynamic";

/** So many wheels on one page. */
const MOST = 100;

interface PageProps {
  readonly searchParams: Promise<{ away?: string | string[]; after?: string | string[] }>;
}

const Page = async ({ searchParams }: PageProps) => {
  // Before the rows: what changes in between is told again.
  const mark = await listsMark();
  const { away: told, after } = await searchParams;
  const skipped = skippedOf(after);
  // An address may say it twice.
  const now = typeof told === "string" ? told : null;
  const [rows, all, practice, away, markNow, demo, settings] = await Promise.all([
    benchRows(MOST, skipped),
    countBench(),
    practiceRows(),
    countPutAway(),
    now === null ? null : markPutAway(now),
    hasDemo(),
    readSettings(),
  ]);
  const lines = await rowsOf([...rows, ...practice]);
  return (
    <JobsList
      mark={mark}
      jobs={lines.slice(0, rows.length)}
      part={{ all, skipped, most: MOST }}
      practice={lines.slice(rows.length)}
      away={away}
      askDemo={demo && !settings.demoKept}
      awayNow={now === null || markNow === null ? null : { id: now, mark: markNow }}
    />
  );
};
export default Page;
