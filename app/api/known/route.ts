import { answer } from "@/app/api/answer";
import { knownCustomers, knownMachines } from "@/store/known";

/** What the shop knows that has what was typed: customers with their telephone, machines. */
export const GET = (request: Request) =>
  answer(async () => {
    const { searchParams } = new URL(request.url);
    const typed = (searchParams.get("typed") ?? "").trim().slice(0, 100);
    return searchParams.get("what") === "machine"
      ? { machines: await knownMachines(typed), customers: [] }
      : { customers: await knownCustomers(typed), machines: [] };
  });
