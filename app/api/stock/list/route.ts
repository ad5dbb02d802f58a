import { change, readBytes } from "@/app/api/answer";
import { stockFromCsv, stockToCsv } from "@/formats/stock-csv";
import { importStock, listStock } from "@/store/stock";

export const GET = async () =>
  new Response(stockToCsv(await listStock()), {
    headers: { "content-type": "text/csv; charset=utf-8", "content-disposition": 'attachment; filename="stock.csv"' },
  });

/** Reads a list: with `?take=yes` it is taken whole or not at all, else only what it would change is told. */
export const POST = (request: Request) =>
  change(async () => {
    const { lines, errors } = stockFromCsv((await readBytes(request, 2, "list")).toString("utf8"));
    const held = await listStock();
    const items = lines.map((l) => {
      const same = held.find(
        (h) => h.kind === l.kind && h.name === l.name && h.size === l.size && h.diameter === l.diameter,
      );
      return { ...l, id: same?.id ?? crypto.randomUUID(), was: same ?? null };
    });
    const take = new URL(request.url).searchParams.get("take") === "yes" && errors.length === 0;
    if (take) await importStock(items);
    return {
      taken: take,
      errors,
      changes: items.flatMap((i) => {
        const what = [i.size, i.name].filter((x) => x !== null).join(" ");
        if (!i.was) return [`${what}: new → ${i.held}`];
        const { was } = i;
        return [
          was.held === i.held ? [] : [`${what}: ${was.held} → ${i.held}`],
          was.place === i.place ? [] : [`${what}: lies in “${was.place}” → “${i.place}”`],
          was.reorderAt === i.reorderAt ? [] : [`${what}: order again at ${was.reorderAt} → ${i.reorderAt}`],
          was.price === i.price ? [] : [`${what}: price ${was.price ?? "none"} → ${i.price ?? "none"}`],
          was.pitch === i.pitch ? [] : [`${what}: pitch ${was.pitch ?? "none"} → ${i.pitch ?? "none"}`],
        ].flat();
      }),
      lines: items.length,
    };
  });
