import { join } from "node:path";
import { build } from "esbuild";

/** Where they stand when they are built. */
const BUILT = ".next/servers";
/** The pages' own server of the one shop there is, and of one of several, which brings its record up first. */
export const WEB_SERVER = join(BUILT, "web/web-server.mjs");
export const SHOP_SERVER = join(BUILT, "shops/shop-server.mjs");

/** Each in one file: started without a compiler it is there sooner and holds less. */
export const buildWebServer = async (): Promise<void> => {
  await build({
    entryPoints: ["run/web/web-server.ts", "run/shops/shop-server.ts"],
    outdir: BUILT,
    outbase: "run",
    outExtension: { ".js": ".mjs" },
    bundle: true,
    packages: "external",
    platform: "node",
    format: "esm",
    target: "node20",
    tsconfig: "tsconfig.json",
    logLevel: "error",
  });
};
