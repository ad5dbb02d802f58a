import { basename } from "node:path";
import type { TriedOut } from "@/core/shop/restore";
import { dropBeside } from "./beside";
import { database, openDatabase } from "./database";
import { environment } from "./environment";
import { json } from "./json-column";
import { leaseOf } from "./lease";
import { lookInto } from "./restore";

/** Stands among the settings. */
const TRIED = { name: "copyTried" } as const;

/** What came of the last one; null before the first. */
export const lastTriedOut = async (): Promise<TriedOut | null> => {
  const row = await database()("settings").where(TRIED).first("value");
  return row ? json<TriedOut>(row.value) : null;
};

let trying = false;

/** Puts a copy into a database beside, reads it through, and lets it go again; what came of it is kept. */
export const tryOut = async (file: string, today: string): Promise<TriedOut | null> => {
  if (trying) return null;
  trying = true;
  const { DATABASE_URL: url = "" } = environment();
  const lease = await leaseOf("tryout");
  try {
    // Another server of the same record is at it.
    if (lease === "taken") return null;
    const looked = await lookInto(url, file, "tryout").catch((error: unknown) =>
      error instanceof Error ? error.message : String(error),
    );
    const tried: TriedOut = {
      ...{ copy: basename(file), day: today },
      ...(typeof looked === "string" ? { failed: looked, there: null } : { failed: null, there: looked.there }),
    };
    await database()("settings")
      .insert({ ...TRIED, value: JSON.stringify(tried) })
      .onConflict("name")
      .merge();
    return tried;
  } finally {
    trying = false;
    if (lease !== "taken") {
      const db = openDatabase(url);
      await dropBeside(db, url, "tryout").catch(() => undefined);
      await db.destroy();
      await lease?.release();
    }
  }
};
