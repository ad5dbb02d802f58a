import { defineConfig } from "@playwright/test";
import { environment } from "../store/environment";

const baseURL = environment().TALL_COMPASS_URL;

export default defineConfig({
  testDir: ".",
  testMatch: "*.spec.ts",
  timeout: 180_000,
  workers: 1,
  retries: 0,
  outputDir: "../.test-output/playwright",
  reporter: [["line"]],
  use: {
    baseURL,
    // A tablet that was asked what its dial reads in.
    storageState: {
      cookies: [],
      origins: [{ origin: baseURL, localStorage: [{ name: "tall-compass-dial", value: "1/100" }] }],
    },
    viewport: { width: 1280, height: 800 },
    actionTimeout: 15_000,
    launchOptions: {
      executablePath: "/usr/bin/chromium",
      args: ["--no-sandbox", "--disable-background-networking", "--disable-component-update", "--disable-sync"],
    },
  },
});
