import { spawn } from "node:child_process";
import { createReadStream, createWriteStream, existsSync, renameSync, rmSync } from "node:fs";
import { Transform } from "node:stream";
import { pipeline } from "node:stream/promises";
import { createGunzip } from "node:zlib";
import { BadInput } from "@/core/wheel/bad-input";
import { databaseAnswers } from "./answers";
import { OF_THE_MACHINE } from "./beside";
import { packed } from "./packed";
import { nameIn, serversOf } from "./record-address";
import { stateOf } from "./record-server";

/** The nearest server that may be asked; where none says so, the nearest. */
const readyServer = async (url: string): Promise<string> => {
  const servers = serversOf(url);
  if (servers.length === 1) return servers[0];
  const states = await Promise.all(servers.map(stateOf));
  return servers[Math.max(0, states.indexOf("ready"))];
};

const connection = (u: URL): string[] => {
  const socket = u.searchParams.get("socketPath");
  return [
    ...(socket ? [`--socket=${socket}`] : [`--host=${u.hostname}`, `--port=${u.port || 3306}`, "--protocol=tcp"]),
    `--user=${decodeURIComponent(u.username)}`,
  ];
};

/** @param url of one server */
const tool = (name: string, url: string, args: readonly string[]) => {
  const at = new URL(url);
  const child = spawn(name, [...connection(at), ...args, nameIn(url)], {
    // Never on the command line, where every user of the machine could read it.
    env: { ...process.env, MYSQL_PWD: decodeURIComponent(at.password) },
    stdio: ["pipe", "pipe", "pipe"],
  });
  let said = "";
  child.stderr.on("data", (words: Buffer) => {
    said = (said + words.toString()).slice(-500);
  });
  const ended = new Promise<void>((done, fail) => {
    child.once("error", fail);
    child.once("close", (code) =>
      code === 0 ? done() : fail(new Error(`${name} ended with ${code}: ${said.trim()}`)),
    );
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
    const { child, ended } = tool("mariadb-dump", await readyServer(url), [
      "--single-transaction",
      "--quick",
      "--hex-blob",
      "--skip-dump-date",
      "--default-character-set=utf8mb4",
      ...OF_THE_MACHINE.map((table) => `--ignore-table-data=${nameIn(url)}.${table}`),
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
    await Promise.all([pipeline(child.stdout, counted, packed(), createWriteStream(half, { mode: 0o600 })), ended]);
    renameSync(half, file);
  } catch (error) {
    rmSync(half, { force: true });
    throw error;
  }
};

/** How a dump ends that is whole. */
const ENDED = "Dump completed";

/**
 * Looks a backup through to its end, without putting it anywhere.
 *
 * @returns how many bytes it has, unpacked
 * @throws BadInput when it is none, or was cut short
 */
export const checkBackup = async (file: string): Promise<number> => {
  const refuse = (why: string): never => {
    throw new BadInput("file", `${file} ${why}; nothing was changed`, { code: "unreadable" });
  };
  if (!existsSync(file)) refuse("is not there");
  let tail = "";
  let bytes = 0;
  try {
    for await (const chunk of createReadStream(file).pipe(createGunzip())) {
      bytes += chunk.length;
      tail = (tail + chunk.toString("latin1")).slice(-400);
    }
  } catch (error) {
    refuse(`is no backup, or was cut short (${error instanceof Error ? error.message : error})`);
  }
  if (!tail.includes(ENDED)) refuse("is no whole backup");
  return bytes;
};

/** A user that may do nothing to the shop itself, where the database has one (`…_beside`); else the shop's own. */
const whoLoads = async (record: string): Promise<string> => {
  const url = await readyServer(record);
  const beside = new URL(url);
  beside.username = `${beside.username}_beside`;
  return databaseAnswers(beside.toString()).then(
    () => beside.toString(),
    () => url,
  );
};

/** Puts a backup into an empty database. @throws when the database will not have it */
export const loadBackup = async (url: string, file: string): Promise<void> => {
  // Only into the one it is given: what a file says of other databases is passed over.
  const { child, ended } = tool("mariadb", await whoLoads(url), ["--default-character-set=utf8mb4", "--one-database"]);
  child.stdout.resume();
  await Promise.all([pipeline(createReadStream(file), createGunzip(), child.stdin), ended]);
};
