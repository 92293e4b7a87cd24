import { execFileSync } from "node:child_process";
import { join } from "node:path";
import { BINARY, expect, test } from "../server";
import { measured } from "../measured";

for (const theme of ["night", "day"]) {
  test(`the whole floor is in sight at 1280 by 800, ${theme}`, async ({ page, server }) => {
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.goto(`${server.address}/p/the-night-pour/night/path`);
    if (theme === "day") await page.getByRole("button", { name: "Day theme" }).click();
    // With the findings beside it, nothing has to be scrolled sideways.
    const open = await measured(page);
    expect(open.plates).toBe(22);
    expect(open.sideways).toBe(false);
    expect(open.over).toEqual([]);
    await page.getByRole("button", { name: "Close panel" }).click();
    const closed = await measured(page);
    expect(closed.hidden).toEqual([]);
    expect(closed.sideways).toBe(false);
    expect(closed.over).toEqual([]);
    expect(closed.through).toEqual([]);
    expect(closed.least).toBeGreaterThanOrEqual(12);
  });
}

test("the findings open from the verdict in every view, and lead to the map", async ({ page, server }) => {
  await page.goto(`${server.address}/p/the-night-pour/night/kit`);
  await page.getByRole("button", { name: /^Verdict:/ }).click();
  const findings = page.getByRole("complementary", { name: "Findings" });
  await expect(findings.getByRole("heading", { name: "Findings" })).toBeFocused();
  await findings.getByRole("button", { name: "Show on the map" }).first().click();
  await expect(page.getByRole("button", { name: /^Cable c.sdi to c-rec.sdi/ })).toHaveAttribute("aria-pressed", "true");
});

test("a floor of a hundred fits when it is asked to, and goes back to its size", async ({ page, server }) => {
  execFileSync(BINARY, ["demo", "--write", server.folder, "--floor", "100"]);
  await page.goto(server.address);
  await page.getByLabel("Production file").setInputFiles(join(server.folder, "floor-100.west-rail.json"));
  const map = page.getByRole("region", { name: "Lines and arrivals" });
  const plates = map.locator("[id^='device-']");
  await expect(plates.first()).toBeVisible();
  // What is far off isn't drawn until it is looked for: by scrolling, or by selecting it.
  expect(await plates.count()).toBeLessThan(100);
  await expect(page.locator("#device-d100")).toHaveCount(0);
  await page.goto(`${page.url().split("?")[0]}?at=device:d100`);
  await expect(page.locator("#device-d100")).toBeInViewport();
  const tall = () => map.evaluate((node) => node.scrollHeight - node.clientHeight);
  expect(await tall()).toBeGreaterThan(500);
  await page.getByRole("button", { name: "Fit", exact: true }).click();
  await expect.poll(tall).toBeLessThan(4);
  await expect(plates).toHaveCount(100);
  await page.getByRole("button", { name: "100 %" }).click();
  await expect.poll(tall).toBeGreaterThan(500);
});

test("the map prints with its board and the findings, without what is for hands", async ({ page, server }) => {
  await page.goto(`${server.address}/p/the-night-pour/night/path`);
  await expect(page.getByRole("group", { name: "Path map" })).toBeVisible();
  await page.emulateMedia({ media: "print" });
  await expect(page.getByRole("group", { name: "Path map" })).toBeVisible();
  await expect(page.getByRole("heading", { name: "Findings" })).toBeVisible();
  for (const name of ["Add devices", "Close panel", "Show on the map", "Fit"]) await expect(page.getByRole("button", { name }).first()).toBeHidden();
  await expect(page.getByRole("navigation", { name: "Stages of the work" })).toBeHidden();
  // Ink on white, whichever theme is on the screen.
  const ground = await page.evaluate(() => getComputedStyle(document.documentElement).getPropertyValue("--picture").trim());
  expect(ground).toBe("#1b2a86");
});

test("what a previewed fix would change is drawn before it is applied", async ({ page, server }) => {
  await page.goto(`${server.address}/p/the-night-pour/night/path`);
  const ghosts = page.locator("[data-ghosts]");
  await expect(ghosts).toHaveCount(0);
  await page.getByRole("button", { name: /^Use 75 m of RG-6/ }).click();
  await expect(ghosts).toHaveAttribute("data-ghosts", "1");
  await page.getByRole("button", { name: "Apply this fix" }).click();
  await expect(ghosts).toHaveCount(0);
  await expect(page.getByTestId("verdict")).toContainText("9 stops");
});

test("a row says what arrives against its limit, how long it records and what is wrong", async ({ page, server }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`${server.address}/p/the-night-pour/night/path?panel=closed`);
  const row = (name: RegExp) => page.getByRole("row", { name });
  await expect(row(/^Director/)).toContainText("65 of 250 ms");
  await expect(row(/^Director/)).toContainText("overlays");
  await expect(row(/^B recorder/)).toContainText("42 min");
  await expect(row(/^B recorder/)).toContainText("needs 1 h 10 min");
  await expect(row(/^B recorder/)).toContainText("of 2160 8-bit 4:2:0");
  await expect(row(/^A camera, its own card/)).toContainText("1 h 29 min");
  await expect(row(/^Client/)).toContainText("nothing");
  // The delay opens, with how it adds up.
  await row(/^Director/)
    .getByRole("button", { name: /^Delay at Director/ })
    .click();
  await expect(page.getByText("Delay from the lens")).toBeVisible();
});

test("the map becomes a list on a narrow screen, and a map again", async ({ page, server }) => {
  await page.goto(`${server.address}/p/the-night-pour/night/path`);
  const map = page.getByRole("group", { name: "Path map" });
  const list = page.getByRole("region", { name: "Arrivals board" });
  await expect(map).toBeVisible();
  await page.setViewportSize({ width: 390, height: 800 });
  await expect(list).toBeVisible();
  await expect(map).toHaveCount(0);
  await page.setViewportSize({ width: 1280, height: 800 });
  await expect(map).toBeVisible();
  await expect(list).toHaveCount(0);
});

test("a camera’s own card isn’t ok while a need at the camera isn’t met", async ({ page, server }) => {
  await page.goto(`${server.address}/p/the-night-pour/night/path`);
  const own = page.getByRole("row", { name: /^B camera, its own card/ });
  // What would destroy the camera is out of the way first.
  await page.getByRole("button", { name: /^Feed Barrel in of B coupler from Barrel, 7.2 V/ }).click();
  await page.getByRole("button", { name: "Apply this fix" }).click();
  // No stop: that its card door is covered is said on the rig.
  await expect(own).toContainText("caution");
  const status = await page.evaluate(async () => {
    const need = { id: "b-own", at: "b", purpose: "record", of: "b", sampling: "4:2:2" };
    const answer = await fetch("/api/productions/the-night-pour/commands", {
      method: "POST",
      headers: { "Content-Type": "application/json", "If-Match": '"2"' },
      body: JSON.stringify({ build: "night", commands: [{ do: "put-need", build: "night", need }] }),
    });
    return answer.status;
  });
  expect(status).toBe(200);
  await expect(own).toContainText("stop");
});
