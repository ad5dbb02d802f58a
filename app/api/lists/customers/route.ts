import { change, readBytes } from "@/app/api/answer";
import { customersFromCsv, customersToCsv } from "@/formats/customers-csv";
import { importCustomers, listCustomers } from "@/store/customers";

export const GET = async () =>
  new Response(customersToCsv(await listCustomers()), {
    headers: {
      "content-type": "text/csv; charset=utf-8",
      "content-disposition": 'attachment; filename="customers.csv"',
    },
  });

/** Reads a list: with `?take=yes` it is taken whole or not at all, else only what it would change is told. */
export const POST = (request: Request) =>
  change(async () => {
    const { lines, errors } = customersFromCsv((await readBytes(request, 2, "list")).toString("utf8"));
    const take = new URL(request.url).searchParams.get("take") === "yes" && errors.length === 0;
    return { taken: take, errors, changes: await importCustomers(lines, take), lines: lines.length };
  });
