import type { Deed } from "@/core/shop/deeds";
import { database } from "../database";

export const addDeed = async (deed: Omit<Deed, "id" | "at">): Promise<void> => {
  await database()("deeds").insert({ ...deed, about: deed.about.slice(0, 200) });
};

/** The newest first. */
export const listDeeds = async (most: number): Promise<Deed[]> =>
  (await database()("deeds").orderBy("id", "desc").limit(most)).map((d) => ({
    ...d,
    at: new Date(d.at).toISOString(),
  }));
