import { dumpShop, restoreShop } from "@/store/dump";
import { environment } from "@/store/environment";
import { prepareRecord } from "@/store/prepare";
import { runningDatabase, startDatabase } from "./database-server";

/**
 * `npm run backup -- FILE` and `npm run restore -- FILE`: the whole shop in one file, by the database's own dump in one
 * consistent look, while readings come in or not. With DATABASE_URL a database of the user's own, else the project's.
 */
const [command, file] = process.argv.slice(2);

const main = async (): Promise<void> => {
  if ((command !== "backup" && command !== "restore") || !file)
    throw new Error("say which file: npm run backup -- shop.sql.gz, or npm run restore -- shop.sql.gz");
  const { TALL_COMPASS_DATA: folder, DATABASE_URL } = environment();
  const running = DATABASE_URL ?? (await runningDatabase(folder));
  const server = running ? null : await startDatabase(folder);
  const url = running ?? server?.url ?? "";
  process.env.DATABASE_URL = url;
  try {
    if (command === "backup") {
      await dumpShop(url, file);
      console.log(`The whole shop is in ${file}.`);
    } else {
      await restoreShop(url, file);
      await prepareRecord();
      console.log(`The shop is as it was in ${file}.`);
    }
  } finally {
    await server?.stop();
  }
};

main().catch((error) => {
  console.error(`Not done: ${error instanceof Error ? error.message : error}`);
  process.exit(1);
});
