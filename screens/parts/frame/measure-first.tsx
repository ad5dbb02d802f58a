import { PageLink } from "@/screens/parts/frame/page-link";
import { Doubt } from "../bench/ledger-panel";

/** Where a stage cannot go on: what is wrong, and the one place to mend it. */
export const MeasureFirst = ({ jobId, problem }: { jobId: string; problem: string }) => (
  <div className="p-6 text-2xl">
    <Doubt>{problem}</Doubt>
    <PageLink href={`/jobs/${jobId}/measure`} className="mt-4 inline-flex min-h-18 items-center border border-ink px-6">
      Measure it first
    </PageLink>
  </div>
);
