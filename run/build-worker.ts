import { createHash } from "node:crypto";
import { readdirSync, readFileSync } from "node:fs";
import { injectManifest } from "@serwist/build";
import { build } from "esbuild";
import { OWN_PARTS } from "@/core/shop/own-parts";

/** Where it stands; `app/worker.js` hands it out. */
const WORKER = ".next/worker.js";
const BUNDLED = ".next/worker.bundle.js";

/** Pictures of the handbook. */
const HANDBOOK = readdirSync("public/handbook").map((name) => `/handbook/${name}`);

const revision = (path: string): string => createHash("sha256").update(readFileSync(path)).digest("hex").slice(0, 16);

/** The worker that keeps the application on a device, with the names of all its parts. @throws where it cannot be made */
export const buildWorker = async (): Promise<void> => {
  await build({
    entryPoints: ["screens/parts/kept/worker/service-worker.ts"],
    outfile: BUNDLED,
    bundle: true,
    minify: true,
    format: "iife",
    target: "es2022",
    tsconfig: "tsconfig.json",
    logLevel: "error",
    define: {
      BUILD: JSON.stringify(readFileSync(".next/BUILD_ID", "utf8").trim()),
      "process.env.NODE_ENV": '"production"',
    },
  });
  const { warnings } = await injectManifest({
    swSrc: BUNDLED,
    swDest: WORKER,
    globDirectory: ".next/static",
    globPatterns: ["**/*"],
    modifyURLPrefix: { "": "/_next/static/" },
    // Named by what is in them.
    dontCacheBustURLsMatching: /./,
    maximumFileSizeToCacheInBytes: 20 * 1024 * 1024,
    additionalPrecacheEntries: [...OWN_PARTS, ...HANDBOOK].map((url) => ({ url, revision: revision(`public${url}`) })),
  });
  for (const warning of warnings) console.error(`the worker: ${warning}`);
};
