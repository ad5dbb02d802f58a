import { defineConfig } from "@playwright/test";
import { takeLane } from "../run/lanes";
import { environment } from "../store/environment";
import { THE_BROWSER } from "./the-browser";

/** Longest, for their tests go on from one another: begun last, one lane would work on them while the others stand idle. */
const IN_ORDER = ["several-shops.spec.ts", "offline.spec.ts", "workshop.spec.ts"];

takeLane();
const baseURL = environment().TALL_COMPASS_URL;

export default defineConfig({
  testDir: ".",
  projects: [
    { name: "in order", testMatch: IN_ORDER },
    { name: "alone", testMatch: "*.spec.ts", testIgnore: IN_ORDER },
  ],
  // Every test makes what it needs; those that go on from one another say so.
  fullyParallel: true,
  // As long as a machine with ten times as much to do may take; what goes right waits for none of it.
  timeout: 900_000,
  expect: { timeout: 150_000, toPass: { timeout: 180_000 } },
  workers: 1,
  retries: 0,
  outputDir: "../.test-output/playwright",
  reporter: [["line"]],
  use: {
    baseURL,
    // What a page asks is watched here; with the worker that keeps pages they are tried in offline.spec.ts.
    serviceWorkers: "block",
    // A tablet that was asked what its dial reads in.
    storageState: {
      cookies: [],
      origins: [{ origin: baseURL, localStorage: [{ name: "tall-compass-dial", value: "1/100" }] }],
    },
    viewport: { width: 1280, height: 800 },
    actionTimeout: 150_000,
    launchOptions: THE_BROWSER,
  },
});
