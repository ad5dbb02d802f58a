import { existsSync, readFileSync } from "node:fs";
import { join } from "node:path";

/** A package of the registry as it is installed here. */
export interface Licensed {
  readonly name: string;
  readonly version: string;
  /** As SPDX writes it; empty where the package says nothing. */
  readonly licence: string;
  /** Runs in the application, and not only while it is worked on. */
  readonly shipped: boolean;
}

interface Locked {
  readonly version?: string;
  readonly license?: string;
  readonly dev?: boolean;
  readonly devOptional?: boolean;
}

/** Packages that say it in a file of their own only; read there. */
const IN_A_FILE: Readonly<Record<string, string>> = { "png-js": "MIT" };

/** What a package says of itself, where the lock file does not. */
const saidBy = (path: string): string => {
  const file = join(path, "package.json");
  if (!existsSync(file)) return "";
  const { license, licenses } = JSON.parse(readFileSync(file, "utf8")) as {
    readonly license?: string | { readonly type: string };
    readonly licenses?: readonly { readonly type: string }[];
  };
  const told = license ?? licenses?.[0];
  return (typeof told === "string" ? told : told?.type) ?? IN_A_FILE[path.split("node_modules/").at(-1) ?? ""] ?? "";
};

/** Every package that is installed, by name; those for other machines are not. */
export const licences = (): Licensed[] => {
  const { packages } = JSON.parse(readFileSync("package-lock.json", "utf8")) as {
    readonly packages: Readonly<Record<string, Locked>>;
  };
  const all = Object.entries(packages).flatMap(([path, { version = "", license, dev, devOptional }]) => {
    const name = path.split("node_modules/").at(-1) ?? "";
    if (path === "" || !existsSync(path)) return [];
    return [{ name, version, licence: license ?? saidBy(path), shipped: !dev && !devOptional }];
  });
  return [...new Map(all.map((one) => [`${one.name} ${one.version}`, one])).values()].sort((a, b) =>
    a.name.localeCompare(b.name),
  );
};

/** Licences under which a part may be used and passed on with the application, with their text; fonts have their own. */
const FREE = new Set([
  ...["MIT", "ISC", "BSD-2-Clause", "BSD-3-Clause", "Apache-2.0", "0BSD", "BlueOak-1.0.0", "Unlicense", "CC0-1.0"],
  // Fonts; data; a library linked, not changed.
  ...["OFL-1.1", "CC-BY-4.0", "Python-2.0", "MPL-2.0", "LGPL-3.0-or-later", "WTFPL", "Zlib", "MIT-0", "PSF-2.0"],
]);

/** Whether one of the licences offered, or all that are asked together, are among those. */
export const isFree = (licence: string): boolean => {
  const words = licence.replaceAll(/[()]/g, "").trim();
  if (words === "") return false;
  return words.split(/ OR /i).some((way) => way.split(/ AND /i).every((one) => FREE.has(one.trim())));
};

if (process.argv[1]?.endsWith("licences.ts")) {
  const all = licences();
  for (const shipped of [true, false]) {
    console.log(shipped ? "in the application" : "\nonly while it is worked on");
    for (const one of all.filter((l) => l.shipped === shipped))
      console.log(
        `${isFree(one.licence) ? " " : "!"} ${one.name.padEnd(48)} ${one.version.padEnd(16)} ${one.licence || "says none"}`,
      );
  }
  const odd = all.filter((one) => !isFree(one.licence));
  console.log(`\n${all.length} packages, ${odd.length} to be looked at`);
  process.exit(odd.length === 0 ? 0 : 1);
}
