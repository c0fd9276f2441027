import { defineConfig } from "@playwright/test";

export default defineConfig({
  testDir: "e2e",
  outputDir: "tmp/browser",
  // only against what hangs: on two busy cores the longest test takes a minute, and an answer ten seconds
  timeout: 300_000,
  expect: { timeout: 60_000 },
  workers: 2,
  fullyParallel: false,
  // a machine that is busy elsewhere can stall a page past its time; what fails twice has failed
  retries: 1,
  forbidOnly: true,
  // what is measured is measured alone, after the rest
  projects: [
    { name: "behaviour", testIgnore: /budgets/u },
    { name: "budgets", testMatch: /budgets/u, dependencies: ["behaviour"] },
  ],
  reporter: [["list"], ["json", { outputFile: "tmp/browser.json" }]],
  use: {
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: "/usr/bin/chromium",
      args: [
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
        "--disable-component-update",
        "--disable-sync",
      ],
    },
  },
});
