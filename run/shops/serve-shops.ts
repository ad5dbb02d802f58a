import { existsSync, readdirSync } from "node:fs";
import { totalmem } from "node:os";
import { join } from "node:path";
import { serversOf } from "@/store/record-address";
import { doesAnswer, stateOf } from "@/store/record-server";
import { listShops } from "@/store/shops";
import { type DatabaseServer, startDatabase } from "../database-server";
import { claimFolder, type FolderClaim } from "../folder-claim";
import { keepUp } from "../kept-up";
import { ownFolder } from "../own-folder";
import { keeperOf, serversAlone } from "./shop-access";
import { ShopServers } from "./shop-servers";
import { serveShopsFront } from "./shops-front";

/** MB a shop's server and its part of the database take, and the share of the machine's memory that shops may have. */
const MB_A_SHOP = 200;
const SHARE = 0.6;
/** ms without a request after which a shop's server ends. */
const IDLE = 15 * 60_000;
/** Connections: each shop at work has a few. */
const CONNECTIONS = 500;

interface Told {
  readonly folder: string;
  readonly port: number;
  readonly logs: string;
  readonly log: (what: string) => void;
  readonly say: (what: string) => void;
  /** What a proxy before it must show; null where this machine alone reaches it. */
  readonly key: string | null;
  /** Servers of the user's own, as asked by who keeps all shops; else the project's. */
  readonly servers?: string;
  readonly host: string;
  /** What the shops' addresses end with. */
  readonly domain: string;
  readonly addressOf: (shop: string) => string;
  readonly idle?: number;
  readonly most?: number;
}

export interface ServedShops {
  readonly address: string;
  /** How the record's servers are asked by who keeps all shops. */
  readonly keeper: string;
  readonly claim: FolderClaim | null;
  readonly shops: ShopServers;
  readonly stop: () => Promise<void>;
}

/** Whether any of the record's servers can be asked. */
const isReady = async (keeper: string): Promise<boolean> =>
  (await Promise.all(serversOf(keeper).map(stateOf))).some(doesAnswer);

/** What a program that was killed left serving single shops is ended: nobody may ask for one again for weeks. */
const endLeft = async (folder: string): Promise<void> => {
  const all = join(folder, "shops");
  const left = existsSync(all) ? readdirSync(all).filter((name) => existsSync(join(all, name, "running.json"))) : [];
  // One a command works with just now is that command's.
  for (const name of left)
    await claimFolder(join(all, name)).then(
      (claim) => claim.release(),
      () => undefined,
    );
};

/** `./start --shops`: several shops by name from one set of servers. */
export const serveShops = async (told: Told): Promise<ServedShops> => {
  const { folder, servers, port, host, domain, addressOf, logs, say, key, idle = IDLE } = told;
  // Where the servers are the user's own nothing else of it is claimed: all shops lie in it.
  ownFolder(folder);
  const server: DatabaseServer | null = servers ? null : await startDatabase(folder, { connections: CONNECTIONS });
  const onEnd: (() => unknown)[] = [];
  const stop = async () => {
    for (const end of onEnd.toReversed()) await end();
    await server?.stop();
  };
  try {
    const keeper = server ? keeperOf(server.url) : serversAlone(servers ?? "");
    await endLeft(folder);
    // Told here, where whoever starts it sees that the record cannot be asked so.
    await listShops(keeper);
    if (server) onEnd.push(keepUp(server.process, { name: "the database", again: server.again, say, log: logs }));
    const most = told.most ?? Math.max(2, Math.floor((totalmem() * SHARE) / (MB_A_SHOP * 1024 * 1024)));
    const shops = new ShopServers({ keeper, folder, most, idle, addressOf, say });
    onEnd.push(() => shops.stop());
    onEnd.push(
      await serveShopsFront({
        ...{ shops, domain, host, port, key, addressOf },
        ready: () => isReady(keeper),
      }),
    );
    return { address: `http://${domain}:${port}`, keeper, claim: server?.claim ?? null, shops, stop };
  } catch (error) {
    await stop();
    throw error;
  }
};
