import { environment } from "@/store/environment";
import { runningDatabase, startDatabase } from "./database-server";
import { ownerCode } from "./network/owner-code";
import { servedNames } from "./network/served-names";
import { openKeeper, shopTold, workFor } from "./shops/as-shop";
import { shopAddress } from "./shops/shop-access";

/** `npm run owner`, or of one of several shops `npm run owner -- --shop NAME`: a code that lets a device in as an owner's, where the password was forgotten or no device is in. */
/** Of one of several shops. */
const ofOneShop = async (shop: string): Promise<void> => {
  const keeper = await openKeeper();
  try {
    await workFor(keeper, shop);
    tell(shopAddress(shop), await ownerCode());
  } finally {
    await keeper.stop();
  }
};

const tell = (shop: string, code: string): void =>
  console.log(`Open ${shop}/sign-in?code=${code} on the owner's device, within an hour.
Give a name that is an owner's already, and that owner has a new PIN and password.`);

const main = async (): Promise<void> => {
  const settings = environment();
  const folder = settings.TALL_COMPASS_DATA;
  const shop = shopTold(process.argv.slice(2));
  if (shop) return ofOneShop(shop);
  const running = settings.DATABASE_URL ?? (await runningDatabase(folder));
  const server = running ? null : await startDatabase(folder);
  process.env.DATABASE_URL = running ?? server?.url;
  try {
    const code = await ownerCode();
    const { addresses } = servedNames(settings.TALL_COMPASS_NAME, settings.PUBLIC_URL);
    tell(settings.PUBLIC_URL ?? `https://${addresses[0] ?? "localhost"}:${settings.SHOP_PORT}`, code);
  } finally {
    await server?.stop();
  }
};

main().catch((error) => {
  console.error(`No code was made: ${error instanceof Error ? error.message : error}`);
  process.exit(1);
});
