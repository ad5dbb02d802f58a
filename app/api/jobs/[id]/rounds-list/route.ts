import { change, readBytes } from "@/app/api/answer";
import { roundLines } from "@/core/rounds/listed-rounds";
import { roundsFromCsv, roundsToCsv } from "@/formats/rounds-csv";
import { jobRecord } from "@/record/job-record";
import { measured } from "@/record/measured";
import { importRounds } from "@/record/round-list";

type Params = { params: Promise<{ id: string }> };

export const GET = async (_: Request, { params }: Params) => {
  const record = await jobRecord((await params).id);
  if (!record) return new Response("no such job", { status: 404 });
  return new Response(roundsToCsv(roundLines(record.rounds)), {
    headers: {
      "content-type": "text/csv; charset=utf-8",
      "content-disposition": `attachment; filename="${record.job.mark.replace(/[^\w-]/g, "_")}-rounds.csv"`,
    },
  });
};

/** Reads rounds from a list behind those there are: with `?take=yes` for good, else only what it would add is told. */
export const POST = (request: Request, { params }: Params) =>
  change(async () => {
    const { id } = await params;
    const { wheel } = measured(await jobRecord(id));
    const { lines, errors, passedOver } = roundsFromCsv(
      (await readBytes(request, 2, "list")).toString("utf8"),
      wheel.rim.holes,
    );
    const take = new URL(request.url).searchParams.get("take") === "yes" && errors.length === 0;
    const changes = await importRounds(id, lines, take);
    return {
      taken: take,
      errors,
      changes: passedOver > 0 ? [...changes, `${passedOver} notes and gauge readings are left out`] : changes,
      lines: lines.length,
    };
  });
