import { customersToCsv } from "@/formats/customers-csv";
import { listCustomers } from "@/store/customers";

export const GET = async () =>
  new Response(customersToCsv(await listCustomers()), {
    headers: {
      "content-type": "text/csv; charset=utf-8",
      "content-disposition": 'attachment; filename="customers.csv"',
    },
  });
