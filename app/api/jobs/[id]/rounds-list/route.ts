import { answer, change } from "@/app/api/answer";
import { isToBeTaken, listAnswer, readList } from "@/app/api/file-answer";
import { roundLines } from "@/core/rounds/listed-rounds";
import { roundsFromCsv, roundsToCsv } from "@/formats/lists/rounds";
import { jobRecord } from "@/record/job-record";
import { measured } from "@/record/measured";
import { importRounds } from "@/record/round-list";

type Params = { params: Promise<{ id: string }> };

/** Every reading and turn of a job, as a list. */
export const GET = (_: Request, { params }: Params) =>
  answer(async () => {
    const record = await jobRecord((await params).id);
    if (!record) return new Response("no such job", { status: 404 });
    return listAnswer(`${record.job.mark} rounds`, (decimal) => roundsToCsv(roundLines(record.rounds), decimal));
  });

/** Reads rounds from a list behind those there are: with `?take=yes` for good, else only what it would add is told. */
export const POST = (request: Request, { params }: Params) =>
  change(async () => {
    const { id } = await params;
    const { wheel } = measured(await jobRecord(id));
    const { lines, errors, passedOver } = roundsFromCsv(await readList(request), wheel.rim.holes);
    const take = isToBeTaken(request, errors);
    const changes = await importRounds(id, lines, take);
    return {
      taken: take,
      errors,
      changes: passedOver > 0 ? [...changes, `${passedOver} notes and gauge readings are left out`] : changes,
      lines: lines.length,
    };
  });
