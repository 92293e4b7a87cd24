import { defineConfig } from "@playwright/test";

/** Headless Chromium as Debian ships it; without the flags it would look for hosts outside. */
export default defineConfig({
  // Each test has a server and a data file of its own; figures are taken one at a time.
  fullyParallel: true,
  workers: 2,
  // Patience, not a budget: figures are taken by the project “bench”.
  timeout: 240_000,
  // Once more on a busy machine; the list that is printed names what needed it, and that is a fault to be found.
  retries: 1,
  expect: { timeout: 45_000 },
  reporter: [["list"]],
  use: {
    viewport: { width: 1280, height: 800 },
    trace: "off",
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? "/usr/bin/chromium",
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
  projects: [
    { name: "journeys", testDir: "journeys" },
    { name: "screenshots", testDir: "screenshots" },
    { name: "bench", testDir: "bench", workers: 1, fullyParallel: false },
  ],
});
