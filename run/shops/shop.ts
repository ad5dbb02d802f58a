import { existsSync, mkdirSync } from "node:fs";
import { join } from "node:path";
import { dumpShop } from "@/store/dump";
import { letRecordGo, prepareRecord } from "@/store/prepare";
import { eraseShop, listShops, makeShop, shopSizes } from "@/store/shops";
import { claimFolder, servedAt } from "../folder-claim";
import { ownerCode } from "../network/owner-code";
import { type Keeper, openKeeper, workFor } from "./as-shop";
import { accessTo, shopAddress } from "./shop-access";

/** `npm run shop -- add NAME`, `list`, `remove NAME --yes`: the shops of `./start --shops`. */
const told = process.argv.slice(2);
const [command = "", name = ""] = told.filter((t) => !t.startsWith("--"));
const sure = told.includes("--yes");

const add = async (keeper: Keeper): Promise<void> => {
  const { password } = accessTo(keeper.keeper, keeper.folder, name);
  await makeShop(keeper.keeper, name, password);
  await workFor(keeper, name);
  await prepareRecord();
  const code = await ownerCode();
  console.log(`The shop ${name} is made. Open ${shopAddress(name)}/sign-in?code=${code} on its owner's device, within an hour;
another code: npm run owner -- --shop ${name}`);
};

const list = async ({ keeper, folder }: Keeper): Promise<void> => {
  const [all, sizes] = [await listShops(keeper), await shopSizes(keeper)];
  if (all.length === 0) console.log("There is no shop yet: npm run shop -- add NAME");
  for (const shop of all) {
    const mb = ((sizes.get(shop) ?? 0) / 1048576).toFixed(0);
    const now = servedAt(accessTo(keeper, folder, shop).folder) ? "served now" : "nobody there";
    console.log(`${shop.padEnd(32)}${mb.padStart(8)} MB   ${now.padEnd(14)}${shopAddress(shop)}`);
  }
};

/** Copied first: what is erased by mistake is put back into a new shop of that name. */
const remove = async (keeper: Keeper): Promise<void> => {
  await workFor(keeper, name);
  const { url, folder } = accessTo(keeper.keeper, keeper.folder, name);
  if (!sure) throw new Error(`say --yes to erase the shop ${name} with all its wheels; nothing was changed`);
  // Nobody works in it meanwhile, and nobody starts it.
  const claim = await claimFolder(folder);
  try {
    const kept = join(keeper.folder, "shops", "removed");
    mkdirSync(kept, { recursive: true, mode: 0o700 });
    const file = join(kept, `${name}-${new Date().toISOString().replace(/[:.]/g, "-")}.sql.gz`);
    await dumpShop(url, file);
    if (!existsSync(file)) throw new Error(`no copy was made at ${file}; nothing was changed`);
    await eraseShop(keeper.keeper, name);
    console.log(`The shop ${name} is erased. As it was: ${file}`);
  } finally {
    claim.release();
  }
};

const COMMANDS: Readonly<Record<string, (keeper: Keeper) => Promise<void>>> = { add, list, remove };

const main = async (): Promise<void> => {
  const work = COMMANDS[command];
  if (!work || (command !== "list" && name === ""))
    throw new Error("say what: npm run shop -- add NAME, list, or remove NAME --yes");
  const keeper = await openKeeper();
  try {
    await work(keeper);
  } finally {
    await letRecordGo();
    await keeper.stop();
  }
};

main().catch((error) => {
  console.error(`Not done: ${error instanceof Error ? error.message : error}`);
  process.exit(1);
});
