import { createHmac } from "node:crypto";
import { join } from "node:path";
import { environment } from "@/store/environment";
import { asUser, nearestOf, withName } from "@/store/record-address";
import { shopUrl } from "@/store/shops";

/** Who keeps all shops on a record of the project's own (`run/database-rights.ts`). */
const KEEPER = "tall_compass_shops";

const passwordIn = (url: string): string => decodeURIComponent(nearestOf(url).password);

/** How the project's own servers are asked by whoever keeps all shops on them. */
export const keeperOf = (url: string): string => serversAlone(asUser(url, KEEPER, passwordIn(url)));

/** The servers themselves, without any shop's record. */
export const serversAlone = (keeper: string): string => withName(keeper, "information_schema");

/** What serves one shop needs to reach what is that shop's, and nothing else. */
export interface ShopAccess {
  readonly name: string;
  readonly url: string;
  readonly password: string;
  /** Where its copies, its log and its own key lie. */
  readonly folder: string;
}

/**
 * @param keeper how the record's servers are asked by who keeps all shops; whoever knows that password can make every shop's
 * from it, so that no list of them is kept anywhere, and several machines need not tell each other
 * @param folder of all shops on this machine
 */
export const accessTo = (keeper: string, folder: string, name: string): ShopAccess => {
  const password = createHmac("sha256", passwordIn(keeper))
    .update(`tall compass shop ${name}`)
    .digest("hex")
    .slice(0, 48);
  return { name, password, url: shopUrl(keeper, name, password), folder: join(folder, "shops", name) };
};

/** Where devices reach a shop of that name. */
export const shopAddress = (shop: string): string => {
  const { TALL_COMPASS_SHOPS: domain, TALL_COMPASS_SERVE: serve, PORT: port } = environment();
  return serve === "behind" ? `https://${shop}.${domain}` : `http://${shop}.${domain}:${port}`;
};
