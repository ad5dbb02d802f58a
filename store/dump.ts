import { spawn } from "node:child_process";
import { createReadStream, createWriteStream, existsSync, renameSync, rmSync } from "node:fs";
import { Transform } from "node:stream";
import { pipeline } from "node:stream/promises";
import { createGunzip, createGzip } from "node:zlib";
import { openDatabase } from "./database";

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

/**
 * The whole shop in one file, by the database's own dump in one consistent look, while readings come in or not. Until it
 * is whole it is called `….part`.
 *
 * @param onBytes told how many bytes of it are written, before packing
 */
export const dumpShop = async (url: string, file: string, onBytes?: (bytes: number) => void): Promise<void> => {
  const half = `${file}.part`;
  try {
    const { child, ended } = tool("mariadb-dump", url, [
      "--single-transaction",
      "--quick",
      "--hex-blob",
      "--skip-dump-date",
      "--default-character-set=utf8mb4",
    ]);
    child.stdin.end();
    let bytes = 0;
    const counted = new Transform({
      transform(chunk, _, next) {
        bytes += chunk.length;
        onBytes?.(bytes);
        next(null, chunk);
      },
    });
    await Promise.all([pipeline(child.stdout, counted, createGzip(), createWriteStream(half, { mode: 0o600 })), ended]);
    renameSync(half, file);
  } catch (error) {
    rmSync(half, { force: true });
    throw error;
  }
};

/** What takes all tables of a database away. */
const withoutTables = async (url: string): Promise<string> => {
  const db = openDatabase(url);
  try {
    const [rows] = (await db.raw("show tables")) as [readonly Record<string, string>[]];
    const names = rows.map((row) => `\`${Object.values(row)[0]}\``);
    const drop = names.length > 0 ? `drop table if exists ${names.join(", ")};\n` : "";
    return `set foreign_key_checks = 0;\n${drop}`;
  } finally {
    await db.destroy();
  }
};

/** Puts a whole shop back. @throws when the file is none, or was cut short; then nothing was changed */
export const restoreShop = async (url: string, file: string): Promise<void> => {
  if (!existsSync(file)) throw new Error(`there is no file ${file}`);
  // Looked through to its end first: a file cut short must not leave half a shop behind.
  let tail = "";
  for await (const chunk of createReadStream(file).pipe(createGunzip()))
    tail = (tail + chunk.toString("latin1")).slice(-400);
  if (!tail.includes("Dump completed")) throw new Error(`${file} is no whole backup; nothing was changed`);
  const { child, ended } = tool("mariadb", url, ["--default-character-set=utf8mb4"]);
  child.stdout.resume();
  // Tables that an older backup does not know would be left standing beside it, and be taken for its own.
  child.stdin.write(await withoutTables(url));
  await Promise.all([pipeline(createReadStream(file), createGunzip(), child.stdin), ended]);
};
