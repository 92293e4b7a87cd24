import { execFileSync } from "node:child_process";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import { BINARY, expect, test, quiet } from "../server";
import { inFrame, row, spread } from "./figures";

async function open(page: Page, server: { address: string; folder: string }, devices: number) {
  execFileSync(BINARY, ["demo", "--write", server.folder, "--floor", String(devices)]);
  await page.goto(server.address);
  await page.getByLabel("Production file").setInputFiles(join(server.folder, `floor-${devices}.west-rail.json`));
  await expect(page.getByRole("group", { name: "Path map" }).locator("[id^='device-']").first()).toBeVisible({ timeout: 60_000 });
}

/** From a key to the picture of its outcome: an undo and its redo, by turns, seen as the name on a plate; the frame
 *  that paints it, and how long until the one after that. */
async function repainted(page: Page, runs: number) {
  return page.evaluate(async (runs) => {
    const times: number[] = [];
    const frames: number[] = [];
    const frame = () => new Promise((done) => requestAnimationFrame(done));
    const name = () => document.querySelector("[id^='device-']")?.getAttribute("aria-label");
    for (let run = 0; run < runs; run += 1) {
      const before = name();
      const begun = performance.now();
      window.dispatchEvent(new KeyboardEvent("keydown", { key: run % 2 ? "U" : "u", bubbles: true }));
      let painted = 0;
      while (name() === before && performance.now() - begun < 5_000) {
        await frame();
        painted += 1;
      }
      frames.push(painted);
      await frame();
      times.push(performance.now() - begun);
      await new Promise((done) => setTimeout(done, 150));
    }
    return { times, frames };
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
  const { times, frames } = await repainted(page, 20);
  row("an edit of the demo, painted in frame", inFrame(frames), "2");
  row("  from key until the frame after that", spread(times), "two frames, 33 ms");
});

test("a thousand devices", async ({ page, server }) => {
  test.setTimeout(120_000);
  await open(page, server, 1_000);
  await renamed(page);
  const { times, frames } = await repainted(page, 12);
  row("an edit of 1,000 devices, painted in frame", inFrame(frames), "3");
  row("  from key until the frame after that", spread(times), "50 ms");
});

/** Tasks of the page that took longer than 50 ms (the Long Tasks API) since the last call, as the longest of them;
 *  0: none. Rendering counts. */
async function held(page: Page) {
  return page.evaluate(() => {
    const seen = window as unknown as { longest?: number };
    if (seen.longest === undefined) {
      new PerformanceObserver((list) => {
        for (const { duration } of list.getEntries()) seen.longest = Math.max(seen.longest ?? 0, duration);
      }).observe({ type: "longtask" });
    }
    const longest = seen.longest ?? 0;
    seen.longest = 0;
    return longest;
  });
}

test("a hundred devices are laid out", async ({ page, server }) => {
  await open(page, server, 100);
  const laid: number[] = [];
  const longest: number[] = [];
  for (let run = 0; run < 10; run += 1) {
    if (run % 2 === 0) {
      await page.keyboard.press("Escape");
      await page.locator("[id^=cable-]").first().focus();
      await page.keyboard.press("Enter");
      await expect(page.getByRole("button", { name: "Take this cable out" })).toBeVisible();
    }
    await page.evaluate(() => performance.clearMeasures("map layout"));
    await held(page);
    // A cable that goes, or comes back, changes the shape of the map: it is laid out anew.
    if (run % 2) await page.keyboard.press("u");
    else await page.getByRole("button", { name: "Take this cable out" }).press("Enter");
    await page.waitForFunction(() => performance.getEntriesByName("map layout").length > 0);
    await page.evaluate(() => new Promise((done) => setTimeout(done, 500)));
    laid.push(await page.evaluate(() => performance.getEntriesByName("map layout")[0]?.duration ?? NaN));
    longest.push(await held(page));
  }
  row("the map of 100 devices, laid out", spread(laid), "150 ms");
  row("  the longest the page was held up (0: under 50 ms)", spread(longest), "50 ms");
});

test("a hundred devices, selected and scrolled", async ({ page, server }) => {
  await open(page, server, 100);
  const [selected, scrolled] = await page.evaluate(async () => {
    const frame = () => new Promise<number>((done) => requestAnimationFrame(done));
    const settled = () => new Promise((done) => setTimeout(done, 200));
    const selected: number[] = [];
    const scrolled: number[] = [];
    for (const plate of [...document.querySelectorAll<SVGGElement>("[id^='device-']")].slice(0, 12)) {
      const begun = performance.now();
      plate.dispatchEvent(new MouseEvent("click", { bubbles: true }));
      while (plate.getAttribute("aria-pressed") !== "true" && performance.now() - begun < 5_000) await frame();
      await frame();
      selected.push(performance.now() - begun);
      await settled();
    }
    const place = document.querySelector("[data-line-map]")?.parentElement;
    for (let run = 0; place && run < 12; run += 1) {
      await frame();
      const begun = performance.now();
      place.scrollBy(0, run % 2 ? -400 : 400);
      await frame();
      await frame();
      scrolled.push(performance.now() - begun);
      await settled();
    }
    return [selected, scrolled] as const;
  });
  row("  a device of 100 selected, from click to picture", spread(selected), "two frames, 33 ms");
  row("  400 pixels scrolled, until the second frame", spread(scrolled), "two frames, 33 ms");
});

test("a gain that is dragged", async ({ page, server }) => {
  await page.goto(`${server.address}/p/the-night-pour/night/sound?chain=${encodeURIComponent("boom1.out.1>mix.1")}`);
  await expect(page.locator('[data-gain="mix.in1"]')).toBeVisible();
  const times = await page.evaluate(async () => {
    const frame = () => new Promise((done) => requestAnimationFrame(done));
    const point = document.querySelector<SVGElement>('[data-gain="mix.in1"]');
    const says = () => document.querySelector("[aria-label='Chains']")?.textContent;
    const box = point?.getBoundingClientRect();
    if (!point || !box) return [];
    point.setPointerCapture = () => undefined;
    const move = (type: string, y: number) =>
      point.dispatchEvent(new PointerEvent(type, { bubbles: true, pointerId: 1, clientX: box.x + 7, clientY: box.y + 7 + y }));
    move("pointerdown", 0);
    const times: number[] = [];
    for (let step = 1; step <= 20; step += 1) {
      const before = says();
      const begun = performance.now();
      move("pointermove", step * 3);
      while (says() === before && performance.now() - begun < 2_000) await frame();
      await frame();
      times.push(performance.now() - begun);
    }
    return times;
  });
  row("a gain dragged, from move to picture", spread(times), "two frames, 33 ms");
});

test("a part that is slid along its rail", async ({ page, server }) => {
  await page.goto(`${server.address}/p/the-night-pour/night/build?build=a-handle`);
  await expect(page.getByRole("slider", { name: /Slide A handle/ })).toBeVisible();
  const { times, frames } = await page.evaluate(async () => {
    const frame = () => new Promise((done) => requestAnimationFrame(done));
    const slider = document.querySelector<HTMLInputElement>("input[type=range]");
    const says = () => document.querySelector("[aria-label='Figures']")?.textContent;
    const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")?.set;
    const times: number[] = [];
    const frames: number[] = [];
    if (!slider || !set) return { times, frames };
    for (let step = 1; step <= 40; step += 1) {
      const before = says();
      const begun = performance.now();
      set.call(slider, String(-20 + step));
      slider.dispatchEvent(new Event("input", { bubbles: true }));
      // Mass, lean and reach have followed: the server has answered, and this frame paints the drawing.
      let drawn = 0;
      while (says() === before && performance.now() - begun < 2_000) {
        await frame();
        drawn += 1;
      }
      frames.push(drawn);
      await frame();
      times.push(performance.now() - begun);
    }
    return { times, frames };
  });
  row("a part slid along its rail, painted in frame", inFrame(frames), "2");
  row("  from move until the frame after that", spread(times), "two frames, 33 ms");
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
  await quiet(page);
  row("scripts of the first view, compressed", `${(bytes / 1000).toFixed(0)} kB`, "200 kB");
});
