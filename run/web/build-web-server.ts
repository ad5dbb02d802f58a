import { build } from "esbuild";

/** Where it stands when it is built. */
export const WEB_SERVER = ".next/web-server.mjs";

/** The pages' own server in one file: started without a compiler, it is there sooner and holds less. */
export const buildWebServer = async (): Promise<void> => {
  await build({
    entryPoints: ["run/web/web-server.ts"],
    outfile: WEB_SERVER,
    bundle: true,
    packages: "external",
    platform: "node",
    format: "esm",
    target: "node20",
    tsconfig: "tsconfig.json",
    logLevel: "error",
  });
};
