import { change } from "@/app/api/answer";
import { isToBeTaken, listAnswer, readList } from "@/app/api/file-answer";
import { customersFromCsv, manyCustomersToCsv } from "@/formats/lists/customers";
import { importCustomers, listCustomers } from "@/store/customers";

/** Customers and their wheels, as a list. */
export const GET = () => listAnswer("customers", (decimal) => manyCustomersToCsv(listCustomers(), decimal));

/** Reads a list: with `?take=yes` it is taken whole or not at all, else only what it would change is told. */
export const POST = (request: Request) =>
  change(async () => {
    const { lines, errors } = customersFromCsv(await readList(request));
    const take = isToBeTaken(request, errors);
    return { taken: take, errors, changes: await importCustomers(lines, take), lines: lines.length };
  });
