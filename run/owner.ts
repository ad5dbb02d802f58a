import { environment } from "@/store/environment";
import { runningDatabase, startDatabase } from "./database-server";
import { ownerCode } from "./network/owner-code";
import { servedNames } from "./network/served-names";

/** `npm run owner`: a code that lets a device in as an owner's, where the password was forgotten or no device is in. */
const main = async (): Promise<void> => {
  const settings = environment();
  const folder = settings.TALL_COMPASS_DATA;
  const running = settings.DATABASE_URL ?? (await runningDatabase(folder));
  const server = running ? null : await startDatabase(folder);
  process.env.DATABASE_URL = running ?? server?.url;
  try {
    const code = await ownerCode();
    const { addresses } = servedNames(settings.TALL_COMPASS_NAME, settings.PUBLIC_URL);
    const shop = settings.PUBLIC_URL ?? `https://${addresses[0] ?? "localhost"}:${settings.SHOP_PORT}`;
    console.log(`Open ${shop}/sign-in?code=${code} on the owner's device, within an hour.
Give a name that is an owner's already, and that owner has a new PIN and password.`);
  } finally {
    await server?.stop();
  }
};

main().catch((error) => {
  console.error(`No code was made: ${error instanceof Error ? error.message : error}`);
  process.exit(1);
});
