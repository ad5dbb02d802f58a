import { change } from "@/app/api/answer";
import { isToBeTaken, listAnswer, readList } from "@/app/api/file-answer";
import { drawerKey, stockFromCsv, stockToCsv, type Twice } from "@/formats/lists/stock";
import { importStock, listStock } from "@/store/stock";

const TWICE = [
  { say: "twice=together", label: "count them together" },
  { say: "twice=last", label: "the later line counts" },
];
const twiceOf = (request: Request): Twice => {
  const said = new URL(request.url).searchParams.get("twice");
  return said === "together" || said === "last" ? said : null;
};

/** The stock, as a list. */
export const GET = async () => {
  const stock = await listStock();
  return listAnswer("stock", (decimal) => stockToCsv(stock, decimal));
};

/**
 * Reads a list: with `?take=yes` it is taken whole or not at all, else only what it would change is told. A drawer that
 * stands in it twice is asked about, until `?twice=together` or `last` says what is meant.
 */
export const POST = (request: Request) =>
  change(async () => {
    const { lines, errors, asks } = stockFromCsv(await readList(request), twiceOf(request));
    const held = new Map((await listStock()).map((h) => [drawerKey(h), h]));
    const items = lines.map((l) => {
      const same = held.get(drawerKey(l));
      return { ...l, id: same?.id ?? crypto.randomUUID(), was: same ?? null };
    });
    const take = isToBeTaken(request, [...errors, ...asks]);
    if (take) await importStock(items);
    return {
      taken: take,
      errors,
      ...(asks.length > 0 ? { asks, choices: TWICE } : {}),
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
