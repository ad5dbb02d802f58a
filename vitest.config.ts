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
    // As many as the machine has processors: one more, tried, took as long.
    maxWorkers: availableParallelism(),
    reporters: ["default", ["json", { outputFile: ".test-output/unit.json" }]],
  },
});
