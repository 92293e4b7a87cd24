import { execFileSync } from "node:child_process";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import { BINARY, expect, test } from "../server";

// Printed with their goals, not asserted: the machine decides.

const row = (what: string, is: string, goal: string) => console.log(`${what.padEnd(52)} ${is.padStart(40)}   goal ${goal}`);

const spread = (list: number[]) => {
  const sorted = [...list].sort((a, b) => a - b);
  const at = (share: number) => sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]?.toFixed(0);
  return `fastest ${at(0)} ms, median ${at(0.5)} ms, slowest ${at(1)} ms`;
};

async function open(page: Page, server: { address: string; folder: string }, devices: number) {
  execFileSync(BINARY, ["demo", "--write", server.folder, "--floor", String(devices)]);
  await page.goto(server.address);
  await page.getByLabel("Production file").setInputFiles(join(server.folder, `floor-${devices}.west-rail.json`));
  await expect(page.getByRole("group", { name: "Path map" }).locator("[id^='device-']").first()).toBeVisible({ timeout: 60_000 });
}

/** From a key to the picture of its outcome: an undo and its redo, by turns, seen as the name on a plate. */
async function repainted(page: Page, runs: number) {
  return page.evaluate(async (runs) => {
    const times: number[] = [];
    const frame = () => new Promise((done) => requestAnimationFrame(done));
    const name = () => document.querySelector("[id^='device-']")?.getAttribute("aria-label");
    for (let run = 0; run < runs; run += 1) {
      const before = name();
      const begun = performance.now();
      window.dispatchEvent(new KeyboardEvent("keydown", { key: run % 2 ? "U" : "u", bubbles: true }));
      while (name() === before && performance.now() - begun < 5_000) await frame();
      await frame();
      times.push(performance.now() - begun);
      await new Promise((done) => setTimeout(done, 150));
    }
    return times;
  }, runs);
}

/** Gives the first device another name, so that there is something to take back. */
async function renamed(page: Page) {
  await page.locator("[id^='device-']").first().press("Enter");
  const field = page.getByLabel("Name", { exact: true });
  await field.fill("Named anew");
  await field.press("Enter");
  await expect(page.locator("[id^='device-']").first()).toHaveAttribute("aria-label", /^Named anew/);
  await page.keyboard.press("Escape");
}

test("an edit of the demo, repainted", async ({ page, server }) => {
  await page.goto(`${server.address}/p/the-night-pour/night/path?panel=closed`);
  await expect(page.getByRole("group", { name: "Path map" })).toBeVisible();
  await renamed(page);
  row("an edit of the demo, from key to picture", spread(await repainted(page, 20)), "two frames, 33 ms");
});

test("a thousand devices", async ({ page, server }) => {
  test.setTimeout(120_000);
  await open(page, server, 1_000);
  await renamed(page);
  row("an edit of 1,000 devices, from key to picture", spread(await repainted(page, 12)), "50 ms");
});

test("a hundred devices are laid out", async ({ page, server }) => {
  await open(page, server, 100);
  const laid: number[] = [];
  const held: number[] = [];
  for (let run = 0; run < 10; run += 1) {
    await page.evaluate(() => {
      performance.clearMeasures("map layout");
      const seen = { last: performance.now(), most: 0 };
      const tick = () => {
        const now = performance.now();
        seen.most = Math.max(seen.most, now - seen.last);
        seen.last = now;
        if (performance.getEntriesByName("map layout").length === 0) setTimeout(tick, 0);
        else document.documentElement.dataset.held = String(seen.most);
      };
      delete document.documentElement.dataset.held;
      tick();
    });
    // Removing a cable changes the shape of the map: it is laid out anew.
    await page.keyboard.press(run % 2 ? "u" : "Escape");
    if (run % 2 === 0) {
      await page.locator("[id^=cable-]").first().focus();
      await page.keyboard.press("Enter");
      await page.getByRole("button", { name: "Take this cable out" }).click();
    }
    await expect(page.locator("html")).toHaveAttribute("data-held", /\d/);
    laid.push(await page.evaluate(() => performance.getEntriesByName("map layout")[0]?.duration ?? NaN));
    held.push(Number(await page.locator("html").getAttribute("data-held")));
  }
  row("the map of 100 devices, laid out", spread(laid), "150 ms");
  row("  the page held up meanwhile", spread(held), "50 ms");
});

test("the first view", async ({ page, server }) => {
  let bytes = 0;
  const session = await page.context().newCDPSession(page);
  await session.send("Network.enable");
  const scripts = new Set<string>();
  session.on("Network.responseReceived", (event) => {
    if (event.type === "Script") scripts.add(event.requestId);
  });
  session.on("Network.loadingFinished", (event) => {
    if (scripts.has(event.requestId)) bytes += event.encodedDataLength;
  });
  await page.goto(`${server.address}/p/the-night-pour/night/path`);
  await expect(page.getByRole("group", { name: "Path map" })).toBeVisible();
  await page.waitForLoadState("networkidle").catch(() => undefined);
  row("scripts of the first view, compressed", `${(bytes / 1000).toFixed(0)} kB`, "200 kB");
});
