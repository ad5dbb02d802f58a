import { spawnSync } from "node:child_process";
import { chmodSync, copyFileSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { dirname, join, relative } from "node:path";
import { build } from "esbuild";
import { bundleWheel } from "@/cli/bundle.mjs";

// `npm run pack`: the core as a package others import, with its types, the wheel command and an example, as a tarball. Every
// file of the core stands in it under its own name; there is no list of them to keep.

const OUT = "dist/package";
const NAME = "tall-compass-core";
/** What is no part of the core, and goes along: a wheel to try it on, and the commands. */
const BESIDE = ["devices/stand-in-wheel.ts", "devices/hidden-wheel.ts", "cli/commands.ts"];
/** The types of the documents are its own; all else is put in. */
const NEEDS = ["zod"] as const;

const within = (folder: string): string[] =>
  readdirSync(folder, { recursive: true, encoding: "utf8" }).map((name) => join(folder, name));

const sources = (): string[] => [
  ...within("core").filter((file) => file.endsWith(".ts") && !/\.(test|bench)(\.rig)?\.ts$/.test(file)),
  ...BESIDE,
];

/** The project's own short way of naming a file is nobody else's; and what is imported has its ending. */
const asPublished = (text: string, file: string): string =>
  text.replace(/(from |import\()"(@\/|\.)([^"]*)"/g, (_, how: string, begins: string, rest: string) => {
    const path = begins === "@/" ? relative(dirname(file), rest) : `${begins}${rest}`;
    return `${how}"${path.startsWith(".") ? path : `./${path}`}.js"`;
  });

const manifest = () => {
  const { version, dependencies } = JSON.parse(readFileSync("package.json", "utf8"));
  const at = (folder: string) => ({ types: `./${folder}.d.ts`, default: `./${folder}.js` });
  return {
    ...{ name: NAME, version, type: "module", engines: { node: ">=20" } },
    description: "The sums of a spoked motorcycle wheel: geometry, lacing, run-out, tension by ear, truing",
    bin: { wheel: "./wheel.mjs" },
    exports: {
      "./commands": at("cli/commands"),
      "./stand-in/*": at("devices/*"),
      "./*": at("core/*"),
    },
    dependencies: Object.fromEntries(NEEDS.map((name) => [name, dependencies[name]])),
  };
};

/** @returns the tarball's path @throws when something of it cannot be made */
export const packCore = async (): Promise<string> => {
  rmSync(OUT, { recursive: true, force: true });
  mkdirSync(OUT, { recursive: true });
  const entryPoints = sources();
  await build({
    entryPoints,
    outbase: ".",
    outdir: OUT,
    bundle: true,
    // One copy of each part, however many of them are imported.
    splitting: true,
    chunkNames: "parts/[name]-[hash]",
    format: "esm",
    platform: "neutral",
    mainFields: ["module", "main"],
    external: [...NEEDS],
    target: "es2022",
    logLevel: "error",
  });
  const config = "dist/tsconfig.package.json";
  writeFileSync(
    config,
    JSON.stringify({
      extends: "../tsconfig.json",
      compilerOptions: {
        ...{ noEmit: false, declaration: true, emitDeclarationOnly: true, incremental: false, plugins: [] },
        ...{ rootDir: "..", outDir: "package", paths: { "@/*": ["../*"] } },
      },
      include: [],
      files: entryPoints.map((file) => `../${file}`),
    }),
  );
  const typed = spawnSync("node_modules/.bin/tsc", ["-p", config], { encoding: "utf8" });
  if (typed.status !== 0) throw new Error(typed.stdout.slice(0, 2000));
  for (const file of within(OUT).filter((name) => name.endsWith(".d.ts"))) {
    const text = readFileSync(file, "utf8");
    writeFileSync(file, asPublished(text, relative(OUT, file)));
  }
  await bundleWheel(process.cwd(), `${OUT}/wheel.mjs`);
  chmodSync(`${OUT}/wheel.mjs`, 0o755);
  copyFileSync("examples/true-a-wheel.mjs", join(OUT, "true-a-wheel.mjs"));
  copyFileSync("examples/full-width-40.wheel.json", join(OUT, "full-width-40.wheel.json"));
  copyFileSync("docs/package.md", join(OUT, "README.md"));
  writeFileSync(join(OUT, "package.json"), `${JSON.stringify(manifest(), null, 2)}\n`);
  const packed = spawnSync("npm", ["pack", `./${OUT}`, "--pack-destination", "dist", "--json"], { encoding: "utf8" });
  if (packed.status !== 0) throw new Error(packed.stderr.slice(0, 2000));
  return `dist/${JSON.parse(packed.stdout)[0].filename}`;
};

if (process.argv[1]?.endsWith("pack-core.ts")) console.log(await packCore());
