import { z } from "zod";
import { database } from "./database";
import { inTransaction } from "./in-transaction";
import { json } from "./json-column";
import { StaleCopy } from "./stale-copy";

/** Stands among the settings: how often the wheels were put in another order. */
const ORDERED = { name: "deskOrdered" } as const;
const counter = z.object({ times: z.int() });

/** How often somebody put the wheels in another order; an order made by what stood before is of an earlier number. */
export const timesOrdered = async (): Promise<number> => {
  const row = await database()("settings").where(ORDERED).first("value");
  return row ? counter.parse(json(row.value)).times : 0;
};

/**
 * The order somebody dragged the wheels into; an empty list lets the promises decide again.
 *
 * @param seen the number of orders whoever dragged them had seen
 * @returns the number with this one
 * @throws StaleCopy when somebody ordered them otherwise meanwhile
 */
export const saveOrder = (ids: readonly string[], seen: number): Promise<number> =>
  inTransaction(async (trx) => {
    await trx("settings")
      .insert({ ...ORDERED, value: JSON.stringify({ times: 0 }) })
      .onConflict("name")
      .ignore();
    // One at a time, before anything is read.
    const row = await trx("settings").where(ORDERED).forUpdate().first("value");
    const { times } = counter.parse(json(row?.value));
    const now = await trx("jobs").whereNotNull("desk_order").orderBy("desk_order").pluck("id");
    // Sent again it changes nothing.
    if (now.length === ids.length && now.every((id, i) => id === ids[i])) return times;
    if (seen !== times)
      throw new StaleCopy(
        now,
        ids,
        "The wheels were put in another order elsewhere meanwhile; that order is shown. Drag again if yours is right.",
        "ids",
      );
    await trx("jobs").whereNotNull("desk_order").update({ desk_order: null });
    for (const [i, id] of ids.entries()) await trx("jobs").where({ id }).update({ desk_order: i });
    await trx("settings")
      .where(ORDERED)
      .update({ value: JSON.stringify({ times: times + 1 }) });
    return times + 1;
  });
