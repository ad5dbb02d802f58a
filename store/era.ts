import { randomUUID } from "node:crypto";
import type { Knex } from "knex";
import { database } from "./database";
import { json } from "./json-column";

/** Stands among the settings of a shop that was put back. */
const ERA = { name: "era" } as const;

/** Another shop stands in the shop's place from here on; every page shown looks at it anew. */
export const markEra = async (db: Knex): Promise<void> => {
  await db("settings")
    .insert({ ...ERA, value: JSON.stringify({ id: randomUUID() }) })
    .onConflict("name")
    .merge();
};

/** Which shop this is; the same until another is put in its place. */
export const readEra = async (): Promise<string> => {
  const row = await database()("settings").where(ERA).first("value");
  return row ? json<{ id: string }>(row.value).id : "";
};
