import { answer } from "@/app/api/answer";
import { paperAnswer } from "@/app/api/file-answer";
import { todayIn } from "@/core/planning/today";
import { machineAndPlace } from "@/core/shop/machine-words";
import { quotePdf } from "@/formats/paper/quote";
import { jobRecord } from "@/record/job-record";
import { jobQuote } from "@/record/quote";
import { readSettings } from "@/store/settings";
import { listStock } from "@/store/stock";

/** The quote as paper. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const record = await jobRecord((await params).id);
    if (!record) return new Response("There is no such job", { status: 404 });
    const [settings, stock] = await Promise.all([readSettings(), listStock()]);
    const { mark, customer, wanted } = record.job;
    const head = {
      ...{ mark, customer, wanted, machine: machineAndPlace(record.job), date: todayIn(settings.timeZone) },
      ...{ shop: settings.shopName, address: settings.shopAddress },
    };
    return paperAnswer(`quote ${mark}`, await quotePdf(head, await jobQuote(record, stock, settings)));
  });
