import { readFileSync, renameSync } from "node:fs";
import { join } from "node:path";
import { build } from "esbuild";

/** Words for errors in forty languages, none of which is used: half of the file. */
const withoutLocales = {
  name: "without-locales",
  setup: ({ onLoad }) => onLoad({ filter: /zod[\\/]v4[\\/]locales[\\/]index\.js$/ }, () => ({ contents: "" })),
};

/** One file that needs nothing beside it. @param {string} home the project @param {string} outfile */
export const bundleWheel = async (home, outfile) => {
  const { version } = JSON.parse(readFileSync(join(home, "package.json"), "utf8"));
  const unfinished = `${outfile}.${process.pid}`;
  await build({
    absWorkingDir: home,
    entryPoints: ["cli/wheel.ts"],
    outfile: unfinished,
    bundle: true,
    minify: true,
    format: "esm",
    platform: "node",
    target: "node20",
    tsconfig: join(home, "tsconfig.json"),
    logLevel: "error",
    banner: { js: "#!/usr/bin/env node" },
    plugins: [withoutLocales],
    define: { WHEEL_VERSION: JSON.stringify(version) },
  });
  // In one step: another call may be reading it.
  renameSync(unfinished, outfile);
};
