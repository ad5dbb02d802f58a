import { answer, change } from "@/app/api/answer";
import { isToBeTaken, listAnswer, readList } from "@/app/api/file-answer";
import { notThere } from "@/core/wheel/bad-input";
import { gaugeFromCsv, gaugeToCsv } from "@/formats/lists/gauge";
import { listGaugeTables, saveGaugeTable } from "@/store/gauge-tables";

const find = async (params: Promise<{ id: string }>) => {
  const { id } = await params;
  const table = (await listGaugeTables()).find((t) => t.id === id);
  if (!table) throw notThere("table", "gauge");
  return table;
};

/** A tension gauge's table, as a list. */
export const GET = (_: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const table = await find(params);
    return listAnswer(`${table.gauge} ${table.spoke}`, (decimal) => gaugeToCsv(table.points, decimal));
  });

/** Reads a table from a file: with `?take=yes` it replaces the lines held, whole or not at all. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    const table = await find(params);
    const { points, errors } = gaugeFromCsv(await readList(request));
    const take = isToBeTaken(request, errors);
    const stored = take ? await saveGaugeTable({ ...table, points }) : table;
    return { taken: take, errors: errors.slice(0, 50), lines: points.length, table: stored };
  });
