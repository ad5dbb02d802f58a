import { execFileSync } from "node:child_process";
import { readFileSync, writeFileSync } from "node:fs";

/** Who may use whom: of ours a folder imports itself and these, nothing else. The linter's configuration is made from it. */
const MAY_USE = {
  core: [],
  devices: ["core"],
  formats: ["core"],
  cables: ["core"],
  store: ["core"],
  record: ["store", "devices", "formats", "core"],
  screens: ["formats", "core"],
  cli: ["formats", "core"],
  demo: ["record", "store", "devices", "core"],
  app: ["screens", "record", "store", "devices", "formats", "cables", "core"],
  run: ["demo", "record", "store", "devices", "formats", "cli", "core"],
} as const;
type Folder = keyof typeof MAY_USE;
const FOLDERS = Object.keys(MAY_USE) as Folder[];

interface Apart {
  readonly paths: readonly string[];
  readonly why: string;
}
/** What a folder may not use although it may use the folder it lies in. */
const APART: Readonly<Partial<Record<Folder, Apart>>> = {
  devices: {
    paths: ["core/truing", "core/mechanics"],
    why: "the stand-in wheel shares no engine with the advice: the same mistake in both would look like agreement",
  },
};
/** What only the store may use: nothing else speaks SQL. */
const OF_THE_STORE: Apart = {
  paths: ["store/database", "store/migrate", "store/migrations"],
  why: "only the store speaks SQL; ask one of its functions",
};
const SQL_PACKAGES = ["knex", "knex/**", "mysql2", "mysql2/**"];
/** Invented crowds are filled in by chance, as the stand-in wheel is. */
const ALLOWED = ["devices/random"];

const inside = (path: string) => [`**/${path}`, `**/${path}/**`];

const rule = (folder: Folder) => {
  const may: readonly string[] = MAY_USE[folder];
  const others = [...FOLDERS, "e2e", "deploy"].filter((f) => f !== folder && !may.includes(f));
  const apart = [APART[folder], folder === "store" ? undefined : OF_THE_STORE].filter((a) => a !== undefined);
  return {
    includes: [`${folder}/**`, "!**/*.test.*", "!**/*.bench.*"],
    linter: {
      rules: {
        style: {
          noRestrictedImports: {
            level: "error",
            options: {
              patterns: [
                {
                  group: [...others.map((f) => `**/${f}/**`), ...ALLOWED.map((path) => `!**/${path}`)],
                  message: `${folder} may use of ours only: ${[folder, ...may].join(", ")} (run/arrows.ts)`,
                },
                ...apart.map(({ paths, why }) => ({ group: paths.flatMap(inside), message: `${why} (run/arrows.ts)` })),
                ...(folder === "store"
                  ? []
                  : [{ group: SQL_PACKAGES, message: "only the store speaks SQL (run/arrows.ts)" }]),
              ],
            },
          },
        },
      },
    },
  };
};

/** The linter's part of the table, as it stands in biome.arrows.json. */
export const arrowsConfig = (): unknown => ({
  $schema: "./node_modules/@biomejs/biome/configuration_schema.json",
  overrides: FOLDERS.map(rule),
});

export const ARROWS_FILE = "biome.arrows.json";
export const arrowsWritten = (): unknown => JSON.parse(readFileSync(ARROWS_FILE, "utf8"));

if (process.argv[1]?.endsWith("arrows.ts")) {
  writeFileSync(ARROWS_FILE, `${JSON.stringify(arrowsConfig(), null, 2)}\n`);
  execFileSync("node_modules/.bin/biome", ["format", "--write", ARROWS_FILE], { stdio: "ignore" });
}
