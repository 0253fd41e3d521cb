import { defineConfig } from "@playwright/test";
import { chromium } from "./scripts/chromium.ts";

export default defineConfig({
  testDir: "test/e2e",
  globalSetup: "./test/e2e/cluster.ts",
  outputDir: ".work/test-results",
  // Most of a job at the bench is waiting: four workers keep two cores busy.
  workers: 4,
  // Long enough for a whole job while both cores are taken; the long form looks at each of its steps from all sides, in both languages.
  timeout: process.env.HALF_LIFT_LONG === "1" ? 7_200_000 : 900_000,
  expect: { timeout: 20_000 },
  forbidOnly: true,
  use: {
    browserName: "chromium",
    viewport: { width: 1280, height: 800 },
    launchOptions: chromium,
    trace: "off",
    // Tests that take the network away do it page by page; those of pages that are kept say so.
    serviceWorkers: "block",
    // A control that is not there is told at once, not at the end of a long test.
    actionTimeout: 30_000,
  },
});
