import { database } from "./database";

/** The order somebody dragged the wheels into; an empty list lets the promises decide again. */
export const saveOrder = async (ids: readonly string[]): Promise<void> => {
  await database().transaction(async (trx) => {
    await trx("jobs").whereNotNull("desk_order").update({ desk_order: null });
    for (const [i, id] of ids.entries()) await trx("jobs").where({ id }).update({ desk_order: i });
  });
};
