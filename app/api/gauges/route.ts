import { answer, change, readBody } from "@/app/api/answer";
import { gaugeTableSchema } from "@/core/tension/gauge-table-input";
import { listGaugeTables, saveGaugeTable } from "@/store/gauge-tables";

/** The shop's tension gauges and their tables. */
export const GET = () => answer(listGaugeTables);

/** A new table, or the same one changed; an old copy is refused with both. */
/** A table of a tension gauge, new or changed. */
export const POST = (request: Request) => change(async () => saveGaugeTable(await readBody(request, gaugeTableSchema)));
