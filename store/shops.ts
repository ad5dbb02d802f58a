import type { Knex } from "knex";
import { shopNameSchema } from "@/core/shop/shop-name";
import { BadInput } from "@/core/wheel/bad-input";
import { openDatabase } from "./database";
import { asUser, withName } from "./record-address";

/** Several shops, each with a database and a user of its own on the same servers: what a fault would mix up the database itself refuses. */
const PREFIX = "shop_";

const nameOf = (shop: string): string => `${PREFIX}${shop}`;

/** Where a shop's own record is, asked with its own rights. @param servers the address of those who keep all of them */
export const shopUrl = (servers: string, shop: string, password: string): string =>
  withName(asUser(servers, nameOf(shop), password), nameOf(shop));

/** Asks as whoever keeps all of them, and lets go again. */
const asKeeper = async <T>(servers: string, work: (db: Knex) => Promise<T>): Promise<T> => {
  const db = openDatabase(servers);
  try {
    return await work(db);
  } finally {
    await db.destroy();
  }
};

const databases = async (db: Knex): Promise<string[]> => {
  const [rows] = await db.raw(
    "select schema_name as name from information_schema.schemata where schema_name like ? order by schema_name",
    [`${PREFIX.replace("_", "\\_")}%`],
  );
  return (rows as { name: string }[]).map((r) => r.name);
};

/** All shops there are, by name. What stands beside one for a while is none. */
export const listShops = (servers: string): Promise<string[]> =>
  asKeeper(servers, async (db) =>
    (await databases(db))
      .map((name) => name.slice(PREFIX.length))
      .filter((name) => shopNameSchema.safeParse(name).success),
  );

/** Bytes each shop's record takes on the disk, about. */
export const shopSizes = (servers: string): Promise<ReadonlyMap<string, number>> =>
  asKeeper(servers, async (db) => {
    const [rows] = await db.raw(
      "select table_schema as name, sum(data_length + index_length) as bytes from information_schema.tables where table_schema like ? group by table_schema",
      [`${PREFIX.replace("_", "\\_")}%`],
    );
    return new Map(
      (rows as { name: string; bytes: number }[]).map((r) => [r.name.slice(PREFIX.length), Number(r.bytes)]),
    );
  });

/** As the servers write it where a name may hold signs for any. */
const pattern = (name: string): string => `\`${name.replaceAll("_", "\\_")}\``;

/**
 * Says who may do what in a shop's own database: its own user, and the one that may only load copies beside it. Said again
 * it stands as it is said now.
 *
 * @param password hexadecimal
 */
export const tellRights = (servers: string, shop: string, password: string): Promise<void> =>
  asKeeper(servers, async (db) => {
    const name = nameOf(shopNameSchema.parse(shop));
    // Reached from where whoever keeps them reaches the servers.
    const [[{ keeper }]] = await db.raw("select current_user() as keeper");
    const from = String(keeper).slice(String(keeper).lastIndexOf("@") + 1);
    for (const [user, where] of [
      [name, [name, `${name}_%`]],
      [`${name}_beside`, [`${name}_%`]],
    ] as const) {
      const who = db.raw("?@?", [user, from]).toString();
      const secret = db.raw("?", [password]).toString();
      await db.raw(`create user if not exists ${who} identified by ${secret}`);
      await db.raw(`alter user ${who} identified by ${secret}`);
      for (const at of where) await db.raw(`grant all on ${pattern(at)}.* to ${who}`);
    }
  });

/** A new shop, with nothing in it yet. @throws BadInput where there is one of that name, or it cannot be one */
export const makeShop = async (servers: string, shop: string, password: string): Promise<void> => {
  const name = shopNameSchema.safeParse(shop);
  if (!name.success)
    throw new BadInput("shop", `${JSON.stringify(shop)} will not do; give ${name.error.issues[0].message}`, {
      code: "unreadable",
    });
  if ((await listShops(servers)).includes(shop))
    throw new BadInput("shop", `there is a shop called ${shop} already`, { code: "stands-against", what: "shop" });
  await asKeeper(servers, (db) =>
    db.raw(`create database \`${nameOf(shop)}\` character set utf8mb4 collate utf8mb4_unicode_ci`),
  );
  await tellRights(servers, shop, password);
};

/** A shop with all that stands beside it, and who might do something there. */
export const eraseShop = (servers: string, shop: string): Promise<void> =>
  asKeeper(servers, async (db) => {
    const name = nameOf(shopNameSchema.parse(shop));
    const [[{ keeper }]] = await db.raw("select current_user() as keeper");
    const from = String(keeper).slice(String(keeper).lastIndexOf("@") + 1);
    for (const user of [name, `${name}_beside`])
      await db.raw(`drop user if exists ${db.raw("?@?", [user, from]).toString()}`);
    for (const own of await databases(db))
      if (own === name || own.startsWith(`${name}_`)) await db.raw(`drop database if exists \`${own}\``);
  });
