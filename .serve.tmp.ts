import { spawn } from "node:child_process";
import { loadDemoOnce } from "@/demo/load";
import { buildIfChanged } from "@/run/build";
import { startDatabase } from "@/run/database-server";
import { prepareRecord } from "@/store/prepare";

const s = await startDatabase("/tmp/demodata");
process.env.DATABASE_URL = s.url;
await prepareRecord(loadDemoOnce);
await buildIfChanged();
const web = spawn("node_modules/.bin/next", ["start", "-H", "127.0.0.1", "-p", "3300"], {
  stdio: "inherit",
  env: { ...process.env, NEXT_TELEMETRY_DISABLED: "1" },
});
web.on("exit", () => process.exit(0));
process.on("SIGTERM", async () => {
  web.kill();
  await s.stop();
  process.exit(0);
});
