import { spawnSync } from "node:child_process";

/** `npm run cut-off -- 40`: so many upgrades, and a quarter as many first starts, cut off at any moment. */
const [cuts = "40"] = process.argv.slice(2);
const { status } = spawnSync("node_modules/.bin/vitest", ["run", "run/cut-off.test.ts"], {
  stdio: "inherit",
  env: { ...process.env, CUTS: cuts },
});
process.exit(status ?? 1);
