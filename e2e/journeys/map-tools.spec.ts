import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import { BINARY, expect, NIGHT, open, test } from "../server";

const middle = async (page: Page, selector: string) => {
  const box = await page.locator(selector).boundingBox();
  if (!box) throw new Error(`${selector} isn’t in sight`);
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
};

/** Drags from one place to another, in steps as a hand does. */
async function drag(page: Page, from: { x: number; y: number }, to: { x: number; y: number }) {
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move((from.x + to.x) / 2, (from.y + to.y) / 2, { steps: 4 });
  await page.mouse.move(to.x, to.y, { steps: 4 });
  await page.mouse.up();
}

test("a device is dragged onto another, and what goes between them is connected", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path?at=device:v-rx`);
  const handle = page.getByRole("button", { name: "Connect Village link" });
  const box = await handle.boundingBox();
  await drag(page, { x: (box?.x ?? 0) + 6, y: (box?.y ?? 0) + 6 }, await middle(page, "#device-focus"));
  await expect(page.getByRole("button", { name: /^Cable v-rx\.hdmi to focus\.hdmi/ })).toBeVisible();
  await expect(page.getByText(/^Village link to Focus monitor: /)).toBeVisible();
  await page.keyboard.press("u");
  await expect(page.getByRole("button", { name: /^Cable v-rx\.hdmi to focus\.hdmi/ })).toHaveCount(0);
  // Where nothing goes between two devices, that is said, and nothing changes.
  await page.locator("#device-boom1").click();
  await page.locator("#device-v-rx").click();
  await drag(page, await middle(page, "[aria-label='Connect Village link']"), await middle(page, "#device-boom1"));
  await expect(page.getByText(/nothing that it gives goes straight into Boom 1/)).toBeVisible();
});

test("a port is pressed, then a port: connected; and an input asks what feeds it", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path?at=device:v-rx`);
  await page.getByRole("button", { name: "Connect HDMI out" }).click();
  await page.locator("[data-port='focus.hdmi']").click();
  await expect(page.getByRole("button", { name: /^Cable v-rx\.hdmi to focus\.hdmi/ })).toBeVisible();
  await page.keyboard.press("u");

  await page.locator("#device-focus").click();
  await page.getByRole("button", { name: "What feeds HDMI in?" }).click();
  const panel = page.getByRole("region", { name: "What feeds focus.hdmi" });
  await expect(panel.getByRole("button", { name: /^v-rx\.hdmi/ })).toBeVisible();
  await expect(panel.getByRole("button", { name: "Find a route to Focus monitor" })).toBeVisible();
  await panel.getByRole("button", { name: /^v-rx\.hdmi/ }).click();
  await expect(page.getByRole("button", { name: /^Cable v-rx\.hdmi to focus\.hdmi/ })).toBeVisible();
});

test("the map is saved as a picture that needs nothing from the page", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path`);
  await expect(page.getByRole("group", { name: "Path map" })).toBeVisible();
  const saved = async (kind: string) => {
    await page.getByRole("button", { name: "Save or print" }).click();
    const [download] = await Promise.all([page.waitForEvent("download"), page.getByRole("menuitem", { name: `Save as ${kind}` }).click()]);
    expect(download.suggestedFilename()).toBe(`The Night Pour, Night pour.${kind.toLowerCase()}`);
    return readFileSync(await download.path());
  };
  const svg = (await saved("SVG")).toString("utf8");
  expect(svg.startsWith("<svg")).toBe(true);
  for (const words of ["A camera", "Director", "65 of 250 ms", "own card", "B recorder must record"]) expect(svg).toContain(words);
  // Words for a screen reader alone aren't drawn.
  expect(svg).not.toContain("gets A camera");
  expect(svg).toContain("@font-face");
  expect(svg).not.toMatch(/foreignObject|var\(--|href=|url\("?http/);
  const png = await saved("PNG");
  expect(png.subarray(1, 4).toString()).toBe("PNG");
  // As wide as what is seen, twice as dense.
  expect(png.readUInt32BE(16)).toBeGreaterThan(1500);
});

test("the map stands on one landscape sheet, A4 and A3, the radio plan on the next, and the findings behind it", async ({ page, server }) => {
  const margin = { top: "10mm", bottom: "10mm", left: "10mm", right: "10mm" };
  const sheets = async (format: string) => {
    const pdf = await page.pdf({ format, landscape: true, margin, printBackground: true });
    return pdf.toString("latin1").match(/\/Type\s*\/Page\b/g)?.length;
  };
  await open(page, server, `${NIGHT}/path?panel=closed`);
  await expect(page.getByRole("group", { name: "Path map" })).toBeVisible();
  expect([await sheets("A4"), await sheets("A3")], "the map and the radio plan").toEqual([2, 2]);
  await open(page, server, `${NIGHT}/path`);
  await expect(page.getByRole("complementary", { name: "Inspector" })).toBeVisible();
  // Findings go on over a second A4.
  expect([await sheets("A4"), await sheets("A3")], "with the findings").toEqual([4, 3]);
});

test("keys skip the map, walk its lines and rows, and move the border", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path`);
  await expect(page.getByRole("group", { name: "Path map" })).toBeVisible();
  const skip = page.getByRole("button", { name: "Skip the map" });
  await skip.focus();
  await expect(skip).toBeInViewport();
  await page.keyboard.press("Enter");
  await expect(page.getByRole("complementary", { name: "Inspector" })).toBeFocused();

  await page.locator("#device-a-tx").focus();
  const walk = [
    ["ArrowRight", "f-rx"],
    ["ArrowRight", "focus"],
    ["ArrowDown", "dir"],
    ["ArrowLeft", "v-rx"],
    ["ArrowLeft", "a-tx"],
    ["ArrowLeft", "a"],
  ] as const;
  for (const [key, device] of walk) {
    await page.keyboard.press(key);
    await expect(page.locator(`#device-${device}`), `${key} to ${device}`).toHaveAttribute("aria-pressed", "true");
  }

  const border = page.getByRole("separator", { name: "Border between lines and board" });
  const before = await border.getAttribute("aria-valuenow");
  await border.focus();
  for (let step = 0; step < 4; step += 1) await page.keyboard.press("ArrowLeft");
  await expect(border).not.toHaveAttribute("aria-valuenow", before ?? "");
  await border.dblclick({ position: { x: 3, y: 200 } });
  await expect(border).toHaveAttribute("aria-valuenow", before ?? "");
});

test("a large floor has an overview that leads to any part of it", async ({ page, server }) => {
  execFileSync(BINARY, ["demo", "--write", server.folder, "--floor", "100"]);
  await page.goto(server.address);
  await page.getByLabel("Production file").setInputFiles(join(server.folder, "floor-100.west-rail.json"));
  const overview = page.locator("[data-overview]");
  await expect(overview).toBeInViewport({ ratio: 1 });
  const box = await overview.boundingBox();
  await overview.click({ position: { x: 10, y: (box?.height ?? 0) - 4 } });
  await expect(page.locator("#device-d100")).toBeInViewport();
  await page.getByRole("button", { name: "Fit", exact: true }).click();
  await expect(overview).toHaveCount(0);
});
