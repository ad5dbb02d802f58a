import { FIRST_SETTINGS, type Settings, settingsSchema } from "@/core/shop/settings";
import { parseWith } from "@/core/wheel/wheel-file";
import { database } from "./database";

export const readSettings = async (): Promise<Settings> => {
  const rows = await database()("settings").select("name", "value");
  const stored = Object.fromEntries(
    rows.map((r) => [r.name, typeof r.value === "string" ? JSON.parse(r.value) : r.value]),
  );
  return parseWith(settingsSchema, { ...FIRST_SETTINGS, ...stored });
};

/** @throws BadInput with the setting's name */
export const changeSettings = async (change: Partial<Settings>): Promise<Settings> => {
  const next = parseWith(settingsSchema, { ...(await readSettings()), ...change });
  for (const [name, value] of Object.entries(change))
    await database()("settings")
      .insert({ name, value: JSON.stringify(value) })
      .onConflict("name")
      .merge();
  return next;
};
