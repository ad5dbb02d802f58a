import { BadInput } from "@/core/wheel/bad-input";
import { environment } from "@/store/environment";
import { listShops } from "@/store/shops";
import { runningDatabase, startDatabase } from "../database-server";
import { ownFolder } from "../own-folder";
import { accessTo, keeperOf, serversAlone } from "./shop-access";

/** How whoever keeps all shops asks the servers they are on, for a command of this machine. */
export interface Keeper {
  readonly keeper: string;
  /** Of all shops on this machine. */
  readonly folder: string;
  readonly stop: () => Promise<void>;
}

/** The servers of the user's own, or the project's, running or started for this command. */
export const openKeeper = async (): Promise<Keeper> => {
  const { DATABASE_URL, TALL_COMPASS_DATA: folder } = environment();
  ownFolder(folder);
  if (DATABASE_URL) return { keeper: serversAlone(DATABASE_URL), folder, stop: async () => undefined };
  const running = await runningDatabase(folder);
  if (running) return { keeper: keeperOf(running), folder, stop: async () => undefined };
  const server = await startDatabase(folder);
  return { keeper: keeperOf(server.url), folder, stop: server.stop };
};

/** What this program does from here on it does for one of several shops, with that shop's rights. @throws BadInput where there is none of that name */
export const workFor = async ({ keeper, folder }: Keeper, shop: string): Promise<void> => {
  const all = await listShops(keeper);
  if (!all.includes(shop))
    throw new BadInput("shop", `there is no shop called ${shop}; there are: ${all.join(", ") || "none"}`, {
      code: "not-there",
    });
  const access = accessTo(keeper, folder, shop);
  process.env.DATABASE_URL = access.url;
  process.env.TALL_COMPASS_DATA = access.folder;
  process.env.TALL_COMPASS_SHOP = shop;
};

/** The shop a command was told with `--shop NAME`; null where it was told none. @throws where no name follows */
export const shopTold = (told: readonly string[]): string | null => {
  const at = told.indexOf("--shop");
  if (at < 0) return null;
  const name = told[at + 1];
  if (!name || name.startsWith("--")) throw new Error("say which shop: --shop NAME");
  return name;
};
