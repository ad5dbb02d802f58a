import { FIRST_SETTINGS, type Settings, settingsSchema } from "@/core/shop/settings";
import { parseWith } from "@/core/wheel/parse-with";
import { database } from "./database";
import { inTransaction } from "./in-transaction";

/** As they were proven last: every page asks for them. */
let last: { readonly from: string; readonly settings: Settings } | null = null;

export const readSettings = async (): Promise<Settings> => {
  const db = database();
  // As text: the driver reads JSON columns of some servers by itself, and a name that is a string would be read twice.
  const rows: { name: string; value: string }[] = await db("settings").select(
    "name",
    db.raw("cast(?? as char) as value", ["value"]),
  );
  const from = rows.map((r) => `${r.name}=${r.value}`).join("\n");
  if (last?.from === from) return last.settings;
  const stored = Object.fromEntries(rows.map((r) => [r.name, JSON.parse(r.value)]));
  const settings = parseWith(settingsSchema, { ...FIRST_SETTINGS, ...stored });
  last = { from, settings };
  return settings;
};

/** @throws BadInput with the setting's name */
export const changeSettings = async (change: Partial<Settings>): Promise<Settings> => {
  const next = parseWith(settingsSchema, { ...(await readSettings()), ...change });
  await inTransaction(async (trx) => {
    for (const [name, value] of Object.entries(change))
      await trx("settings")
        .insert({ name, value: JSON.stringify(value) })
        .onConflict("name")
        .merge();
  });
  return next;
};
