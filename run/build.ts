import { spawn } from "node:child_process";
import { createHash } from "node:crypto";
import { once } from "node:events";
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { buildWorker } from "./build-worker";
import { buildWebServer } from "./web/build-web-server";

const BUILT_FROM = [
  "app",
  "screens",
  "core",
  "record",
  "store",
  "devices",
  "formats",
  "demo",
  "public",
  "package-lock.json",
  "next.config.ts",
  "instrumentation.ts",
  "run/build-worker.ts",
  "run/web",
  "tsconfig.json",
  "postcss.config.mjs",
];
const STAMP = ".next/built-from";

/** Names, sizes and contents of all that the build is made of. */
const sources = (): string => {
  const hash = createHash("sha256");
  const add = (path: string): void => {
    if (!existsSync(path)) return;
    if (statSync(path).isDirectory()) for (const name of readdirSync(path).sort()) add(join(path, name));
    else if (!/\.(test|bench)\./.test(path)) hash.update(path).update(readFileSync(path));
  };
  BUILT_FROM.forEach(add);
  return hash.digest("hex");
};

/** Production build, left alone when nothing it is made of has changed. */
export const buildIfChanged = async (): Promise<void> => {
  const wanted = sources();
  if (existsSync(STAMP) && readFileSync(STAMP, "utf8") === wanted) return;
  const build = spawn("node_modules/.bin/next", ["build"], {
    stdio: ["ignore", "inherit", "inherit"],
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: "1" },
  });
  const [status] = await once(build, "exit");
  if (status !== 0) throw new Error("the build failed; its messages stand above");
  await buildWorker();
  await buildWebServer();
  writeFileSync(STAMP, wanted);
};
