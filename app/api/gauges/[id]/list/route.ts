import { answer, change, readBytes } from "@/app/api/answer";
import { notThere } from "@/core/wheel/bad-input";
import { gaugeFromCsv, gaugeToCsv } from "@/formats/gauge-csv";
import { listGaugeTables, saveGaugeTable } from "@/store/gauge-tables";

const find = async (params: Promise<{ id: string }>) => {
  const { id } = await params;
  const table = (await listGaugeTables()).find((t) => t.id === id);
  if (!table) throw notThere("table", "gauge");
  return table;
};

export const GET = async (_: Request, { params }: { params: Promise<{ id: string }> }) => {
  const table = await find(params).catch(() => null);
  return table
    ? new Response(gaugeToCsv(table.points), {
        headers: {
          "content-type": "text/csv; charset=utf-8",
          "content-disposition": 'attachment; filename="gauge.csv"',
        },
      })
    : answer(async () => find(params));
};

/** Reads a table from a file: with `?take=yes` it replaces the lines held, whole or not at all. */
export const POST = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => {
    const table = await find(params);
    const { points, errors } = gaugeFromCsv((await readBytes(request, 2, "list")).toString("utf8"));
    const take = new URL(request.url).searchParams.get("take") === "yes" && errors.length === 0;
    const stored = take ? await saveGaugeTable({ ...table, points }) : table;
    return { taken: take, errors: errors.slice(0, 50), lines: points.length, table: stored };
  });
