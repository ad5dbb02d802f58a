import { constants, copyFileSync, existsSync, rmSync } from "node:fs";
import { basename, dirname } from "node:path";
import { createInterface } from "node:readline/promises";
import { COUNTED, COUNTED_WORDS, type LookedInto, type Restore, STEP_WORDS } from "@/core/shop/restore";
import { fileForCopy } from "@/store/copies";
import { dumpShop } from "@/store/dump";
import { environment } from "@/store/environment";
import { letRecordGo, prepareRecord } from "@/store/prepare";
import { lookIntoCopy, restoreNow, takeCopy } from "@/store/restoring";
import { runningDatabase, startDatabase } from "./database-server";
import { claimFolder, servedAt } from "./folder-claim";
import { ownHeaders } from "./network/own-key";
import { openKeeper, shopTold, workFor } from "./shops/as-shop";

/**
 * `npm run backup -- FILE` and `npm run restore -- FILE [--yes]`: the whole shop in one file, by the database's own dump in
 * one consistent look, while readings come in or not. With DATABASE_URL a database of the user's own, else the
 * project's; with `--shop NAME` one of several shops.
 */
const told = process.argv.slice(2);
const shop = shopTold(told);
const [command, file] = told.filter((t, i) => !t.startsWith("--") && told[i - 1] !== "--shop");
const sure = told.includes("--yes");

/** Whoever puts a copy back: the running shop itself, or this command where none runs. */
interface Desk {
  readonly look: (copy: string) => Promise<Restore>;
  readonly take: (copy: string) => Promise<Restore>;
}

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** The shop that is served there: it holds its own writing meanwhile. */
const servedDesk = (address: string, own: Readonly<Record<string, string>>): Desk => {
  const ask = async (body?: unknown): Promise<Restore> => {
    const answer = await fetch(`${address}/api/shop/restore`, {
      method: body ? "POST" : "GET",
      headers: { ...own, "content-type": "application/json" },
      body: body ? JSON.stringify(body) : undefined,
    });
    const said = await answer.json();
    if (!answer.ok) throw new Error(said.error?.message ?? `the shop answered ${answer.status}`);
    return said;
  };
  const until = async (body: unknown): Promise<Restore> => {
    let step: Restore["step"] = null;
    for (let now = await ask(body); ; now = await ask()) {
      if (now.step === null) return now;
      if (now.step !== step) console.log(`${STEP_WORDS[now.step]} …`);
      step = now.step;
      await pause(200);
    }
  };
  return { look: (copy) => until({ copy }), take: (copy) => until({ copy, take: true }) };
};

const ownDesk: Desk = {
  look: async (copy) => {
    await (await lookIntoCopy(copy)).done;
    return restoreNow();
  },
  take: async (copy) => {
    await (await takeCopy(copy)).done;
    return restoreNow();
  },
};

const shown = ({ here, there }: LookedInto): string =>
  [
    `${"".padEnd(16)}${"in the copy".padStart(12)}${"here now".padStart(12)}`,
    ...COUNTED.map(
      (what) =>
        COUNTED_WORDS[what].padEnd(16) +
        String(there.counts[what]).padStart(12) +
        String(here.counts[what]).padStart(12),
    ),
    `${"newest".padEnd(16)}${(there.newest ?? "none").padStart(12)}${(here.newest ?? "none").padStart(12)}`,
  ].join("\n");

const isWanted = async (): Promise<boolean> => {
  if (sure) return true;
  if (!process.stdin.isTTY) throw new Error("say --yes to put it in the shop's place; nothing was changed");
  const asked = createInterface({ input: process.stdin, output: process.stdout });
  const said = await asked.question(
    "Put the copy in the shop's place? The shop as it is now is copied first. (yes/no) ",
  );
  asked.close();
  return said.trim().toLowerCase() === "yes";
};

const restore = async (from: string, desk: Desk): Promise<void> => {
  if (!existsSync(from)) throw new Error(`there is no file ${from}; nothing was changed`);
  // Among the shop's own copies while it is looked into: the shop reads no file from anywhere else.
  const given = await fileForCopy("given");
  copyFileSync(from, given, constants.COPYFILE_EXCL);
  try {
    const { found, failed } = await desk.look(basename(given));
    if (!found) throw new Error((failed ?? "it could not be read").replace(basename(given), from));
    console.log(shown(found));
    if (!(await isWanted())) return console.log("Left; nothing was changed.");
    const after = await desk.take(basename(given));
    if (!after.done) throw new Error(after.failed ?? "it was not put in place");
    console.log(`The shop is as it was in ${from}. As it was before: ${dirname(given)}/${after.done.before}`);
  } finally {
    rmSync(given, { force: true });
  }
};

const main = async (): Promise<void> => {
  if ((command !== "backup" && command !== "restore") || !file)
    throw new Error("say which file: npm run backup -- shop.sql.gz, or npm run restore -- shop.sql.gz");
  const keeper = shop ? await openKeeper() : null;
  if (keeper && shop) await workFor(keeper, shop);
  const { TALL_COMPASS_DATA: folder, DATABASE_URL } = environment();
  const served = DATABASE_URL && !shop ? null : servedAt(folder);
  // Nobody starts that shop while this command puts a copy in its place.
  const claim = shop && !served && command === "restore" ? await claimFolder(folder) : null;
  const running = DATABASE_URL ?? (await runningDatabase(folder));
  const server = running ? null : await startDatabase(folder);
  const url = running ?? server?.url ?? "";
  process.env.DATABASE_URL = url;
  try {
    if (command === "backup") {
      await dumpShop(url, file);
      console.log(`The whole shop is in ${file}.`);
    } else {
      // Where nobody serves it the record may be an older version's, or none yet.
      if (!served) await prepareRecord();
      await restore(file, served ? servedDesk(served, ownHeaders(folder)) : ownDesk);
    }
  } finally {
    await letRecordGo();
    await server?.stop();
    claim?.release();
    await keeper?.stop();
  }
};

main().catch((error) => {
  console.error(`Not done: ${error instanceof Error ? error.message : error}`);
  process.exit(1);
});
