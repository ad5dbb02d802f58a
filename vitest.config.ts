import { availableParallelism } from "node:os";
import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

export default defineConfig({
  resolve: { alias: { "@": fileURLToPath(new URL(".", import.meta.url)).replace(/\/$/, "") } },
  test: {
    include: ["{app,cables,core,record,store,devices,formats,cli,screens,demo,run}/**/*.test.{ts,tsx}"],
    setupFiles: ["./run/property-seed.ts"],
    // Only what hangs is stopped: on a loaded machine a test takes many times as long, and is as right.
    testTimeout: 600_000,
    hookTimeout: 600_000,
    // One more than the machine has processors: much of it waits for a database or for what was killed to start again.
    maxWorkers: availableParallelism() + 1,
    reporters: ["default", ["json", { outputFile: ".test-output/unit.json" }]],
  },
});
