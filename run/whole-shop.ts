import { spawn } from "node:child_process";
import { createReadStream, createWriteStream, existsSync, renameSync, rmSync } from "node:fs";
import { pipeline } from "node:stream/promises";
import { createGunzip, createGzip } from "node:zlib";
import { environment } from "@/store/environment";
import { prepareRecord } from "@/store/prepare";
import { runningDatabase, startDatabase } from "./database-server";

/**
 * `npm run backup -- FILE` and `npm run restore -- FILE`: the whole shop in one file, by the database's own dump in one
 * consistent look, while readings come in or not. With DATABASE_URL a database of the user's own, else the project's.
 */
const [command, file] = process.argv.slice(2);

const connection = (url: string): string[] => {
  const u = new URL(url);
  const socket = u.searchParams.get("socketPath");
  return [
    ...(socket ? [`--socket=${socket}`] : [`--host=${u.hostname}`, `--port=${u.port || 3306}`, "--protocol=tcp"]),
    `--user=${decodeURIComponent(u.username)}`,
  ];
};

const tool = (name: string, url: string, args: readonly string[]) => {
  const child = spawn(name, [...connection(url), ...args, new URL(url).pathname.slice(1)], {
    // Never on the command line, where every user of the machine could read it.
    env: { ...process.env, MYSQL_PWD: decodeURIComponent(new URL(url).password) },
    stdio: ["pipe", "pipe", "inherit"],
  });
  const ended = new Promise<void>((done, fail) => {
    child.once("error", fail);
    child.once("exit", (code) => (code === 0 ? done() : fail(new Error(`${name} ended with ${code}`))));
  });
  return { child, ended };
};

const backup = async (url: string): Promise<void> => {
  const half = `${file}.part`;
  const { child, ended } = tool("mariadb-dump", url, [
    "--single-transaction",
    "--quick",
    "--hex-blob",
    "--skip-dump-date",
    "--default-character-set=utf8mb4",
  ]);
  child.stdin.end();
  await Promise.all([pipeline(child.stdout, createGzip(), createWriteStream(half)), ended]);
  renameSync(half, file);
  console.log(`The whole shop is in ${file}.`);
};

const restore = async (url: string): Promise<void> => {
  if (!existsSync(file)) throw new Error(`there is no file ${file}`);
  // Looked through to its end first: a file cut short must not leave half a shop behind.
  let tail = "";
  for await (const chunk of createReadStream(file).pipe(createGunzip()))
    tail = (tail + chunk.toString("latin1")).slice(-400);
  if (!tail.includes("Dump completed")) throw new Error(`${file} is no whole backup; nothing was changed`);
  const { child, ended } = tool("mariadb", url, ["--default-character-set=utf8mb4"]);
  child.stdout.resume();
  await Promise.all([pipeline(createReadStream(file), createGunzip(), child.stdin), ended]);
  await prepareRecord();
  console.log(`The shop is as it was in ${file}.`);
};

const main = async (): Promise<void> => {
  if ((command !== "backup" && command !== "restore") || !file)
    throw new Error("say which file: npm run backup -- shop.sql.gz, or npm run restore -- shop.sql.gz");
  const { TALL_COMPASS_DATA: folder, DATABASE_URL } = environment();
  const running = DATABASE_URL ?? (await runningDatabase(folder));
  const server = running ? null : await startDatabase(folder);
  const url = running ?? server?.url ?? "";
  process.env.DATABASE_URL = url;
  try {
    await (command === "backup" ? backup(url) : restore(url));
  } finally {
    await server?.stop();
  }
};

main().catch((error) => {
  rmSync(`${file}.part`, { force: true });
  console.error(`Not done: ${error instanceof Error ? error.message : error}`);
  process.exit(1);
});
