import { notFound } from "next/navigation";
import { jobRecord } from "@/record/job-record";
import { jobQuote } from "@/record/quote";
import { stageBase } from "@/record/stages/stage-base";
import { QuotePage } from "@/screens/quote/quote-page";
import { readSettings } from "@/store/settings";
import { listStock } from "@/store/stock";

export const dynamic = "force-dynamic";

const Page = async ({ params }: { readonly params: Promise<{ id: string }> }) => {
  const record = await jobRecord((await params).id);
  if (!record) notFound();
  const [settings, stock] = await Promise.all([readSettings(), listStock()]);
  return <QuotePage job={stageBase(record)} quote={await jobQuote(record, stock, settings)} />;
};
export default Page;
