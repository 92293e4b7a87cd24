import type { Page } from "@playwright/test";
import { faults } from "../faults";
import { expect, NIGHT, open, test } from "../server";

const VIEWS = [
  "/",
  "/calculator",
  `${NIGHT}/path`,
  `${NIGHT}/path?at=device:a`,
  `${NIGHT}/path?at=cable:l7`,
  `${NIGHT}/path?route=a>client`,
  `${NIGHT}/path?follow=dir`,
  `${NIGHT}/needs`,
  `${NIGHT}/kit`,
  `${NIGHT}/compare?with=day`,
  `${NIGHT}/sound`,
  `${NIGHT}/time`,
  `${NIGHT}/power`,
  `${NIGHT}/build`,
  `${NIGHT}/build?panel=steps`,
  `${NIGHT}/record?open=a,b-rec&calculator`,
  `${NIGHT}/media`,
];

/** Both themes at the design size; at half of it, as at 200 % zoom, and on a telephone, one of each. */
const LOOKS = [
  ["night", 1280],
  ["day", 1280],
  ["night", 640],
  ["day", 390],
] as const;

for (const [theme, width] of LOOKS) {
  test(`axe finds nothing in any view, ${theme}, ${width} wide`, async ({ page, server }) => {
    await page.setViewportSize({ width, height: width < 700 ? 844 : 800 });
    await page.addInitScript((kept) => localStorage.setItem("west-rail-theme", kept), theme);
    for (const view of VIEWS) {
      await page.goto(server.address + view);
      if (view.startsWith(NIGHT)) await expect(page.getByTestId("verdict")).toBeVisible();
      await expect(page.getByRole("main")).toBeVisible();
      if (view.includes("/path") && width >= 768) await expect(page.getByRole("group", { name: "Path map" })).toBeVisible();
      // Colours are the same at every width: both themes are read for them at the design size.
      expect(await faults(page, { colours: width >= 1280 }), view).toEqual([]);
    }
  });
}

type Rgb = [number, number, number];

const tokens = (page: Page, names: string[]) =>
  page.evaluate((wanted) => {
    const style = getComputedStyle(document.documentElement);
    return wanted.map((name) => style.getPropertyValue(`--${name}`).trim());
  }, names);

const rgb = (hex: string): Rgb => [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16) / 255) as Rgb;
const linear = (colour: Rgb): Rgb => colour.map((part) => (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4)) as Rgb;
const luminance = ([r, g, b]: Rgb) => 0.2126 * r + 0.7152 * g + 0.0722 * b;

function contrast(one: string, other: string) {
  const [low = 0, high = 0] = [luminance(linear(rgb(one))), luminance(linear(rgb(other)))].sort((a, b) => a - b);
  return (high + 0.05) / (low + 0.05);
}

/** Full dichromacies on linear RGB (Machado, Oliveira and Fernandes, 2009). */
const DEFICIENCIES: Record<string, number[][]> = {
  none: [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ],
  protanopia: [
    [0.152286, 1.052583, -0.204868],
    [0.114503, 0.786281, 0.099216],
    [-0.003882, -0.048116, 1.051998],
  ],
  deuteranopia: [
    [0.367322, 0.860646, -0.227968],
    [0.280085, 0.672501, 0.047413],
    [-0.01182, 0.04294, 0.968881],
  ],
  tritanopia: [
    [1.255528, -0.076749, -0.178779],
    [-0.078411, 0.930809, 0.147602],
    [0.004733, 0.691367, 0.3039],
  ],
};

/** Distance of two colours as they are seen, in CIELAB. */
function apart(one: string, other: string, matrix: number[][]) {
  const lab = (hex: string) => {
    const seen = linear(rgb(hex));
    const [r = 0, g = 0, b = 0] = matrix.map((row) =>
      Math.min(
        1,
        Math.max(
          0,
          row.reduce((sum, part, at) => sum + part * (seen[at] ?? 0), 0),
        ),
      ),
    );
    const f = (t: number) => (t > 0.008856 ? Math.cbrt(t) : 7.787 * t + 16 / 116);
    const x = f((0.4124 * r + 0.3576 * g + 0.1805 * b) / 0.9505);
    const y = f(0.2126 * r + 0.7152 * g + 0.0722 * b);
    const z = f((0.0193 * r + 0.1192 * g + 0.9505 * b) / 1.089);
    return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
  };
  const [a, b] = [lab(one), lab(other)];
  return Math.hypot(...a.map((part, at) => part - (b[at] ?? 0)));
}

for (const theme of ["night", "day"]) {
  test(`hues stand out from their ground and from each other, ${theme}`, async ({ page, server }) => {
    await page.addInitScript((kept) => localStorage.setItem("west-rail-theme", kept), theme);
    await page.goto(server.address);
    const grounds = await tokens(page, ["ground", "raised", "sunk"]);
    const words = ["ink", "dim", "picture", "sound", "timecode", "data", "stop", "caution", "note", "ok"];
    for (const [at, colour] of (await tokens(page, words)).entries()) {
      for (const ground of grounds) expect(contrast(colour, ground), `${words[at]} on ${ground}`).toBeGreaterThanOrEqual(4.5);
    }
    const signals = await tokens(page, ["picture", "sound", "timecode", "data"]);
    const pairs = signals.flatMap((one, at) => signals.slice(at + 1).map((other) => [one, other] as const));
    for (const [name, matrix] of Object.entries(DEFICIENCIES)) {
      for (const pair of pairs) {
        expect(apart(...pair, matrix), `${pair.join(" and ")} under ${name}`).toBeGreaterThanOrEqual(20);
      }
    }
  });
}

test("figures line up: every digit is equally wide", async ({ page, server }) => {
  await page.goto(server.address);
  const widths = await page.evaluate(() => {
    const probe = document.body.appendChild(document.createElement("span"));
    return [..."0123456789"].map((digit) => {
      probe.textContent = digit.repeat(20);
      return probe.getBoundingClientRect().width;
    });
  });
  expect(new Set(widths.map((width) => width.toFixed(2))).size).toBe(1);
});

test("arrivals and records can be read on a phone", async ({ page, server }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  for (const view of ["path", "sound", "time", "power", "build", "record"]) {
    await open(page, server, `${NIGHT}/${view}`);
    const overflow = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
    expect(overflow, view).toBeLessThanOrEqual(0);
  }
  await open(page, server, `${NIGHT}/path`);
  await expect(page.getByRole("list", { name: "Arrivals" }).getByRole("button", { name: /B recorder/ })).toBeVisible();
});

test("a phone has a head of one line, who sees what on its first screen, and room for a thumb", async ({ page, server }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await open(page, server, `${NIGHT}/path`);
  const head = await page.getByRole("banner").boundingBox();
  expect(head?.height ?? 99).toBeLessThanOrEqual(56);
  // Every screen and recorder, with how long it records.
  for (const name of [/A monitor/, /B recorder/, / C recorder 2/, /Director/, /Client/, /Mixer/])
    await expect(page.getByRole("list", { name: "Arrivals" }).getByRole("button", { name })).toBeInViewport({ ratio: 1 });
  await expect(page.getByRole("list", { name: "Arrivals" }).getByRole("button", { name: /B recorder/ })).toContainText("42 min");
  for (const view of ["path", "needs", "sound", "time", "power", "build", "record", "kit", "media"]) {
    await open(page, server, `${NIGHT}/${view}`);
    const small = await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>("button, select, input:not([type=checkbox]):not([type=radio]), a[href]")]
        .filter((node) => node.offsetParent !== null && !node.closest(".sr-only") && !node.classList.contains("sr-only"))
        .filter((node) => node.getBoundingClientRect().height < 43.5)
        .map((node) => node.outerHTML.slice(0, 120)),
    );
    expect(small, view).toEqual([]);
  }
  // What has no room on the head is one press away.
  await page.getByRole("button", { name: "Build, format, undo and the rest" }).click();
  await expect(page.getByRole("button", { name: /^Type a command/ })).toBeVisible();
  await expect(page.getByRole("button", { name: /^Undo/ })).toBeVisible();
});

test("at 200 % every tool of the path is reachable", async ({ page, server }) => {
  await page.setViewportSize({ width: 640, height: 400 });
  await open(page, server, `${NIGHT}/path`);
  await expect(page.getByRole("button", { name: "Add devices" })).toBeVisible();
  await expect(page.getByRole("button", { name: "Find a route" })).toBeVisible();
  await page
    .getByRole("list", { name: "Arrivals" })
    .getByRole("button", { name: /Director/ })
    .click();
  await page.getByRole("button", { name: "Follow its path" }).click();
  await expect(page.getByRole("heading", { name: /From the lens to Director/ })).toBeInViewport();
  await page.getByRole("button", { name: "Show the lines" }).click();
  await expect(page.getByRole("group", { name: "Path map" })).toBeVisible();
  await expect(page.getByRole("button", { name: "Save or print" })).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
});

test("no request leaves the machine", async ({ page, server }) => {
  const elsewhere: string[] = [];
  page.on("request", (request) => {
    if (!request.url().startsWith(server.address) && !request.url().startsWith("data:")) elsewhere.push(request.url());
  });
  await open(page, server, `${NIGHT}/path`);
  await expect(page.getByRole("group", { name: "Path map" })).toBeVisible();
  expect(elsewhere).toEqual([]);
});

test("what ships comes compressed, and is kept by its name", async ({ page, server }) => {
  const found: Record<string, Record<string, string>> = {};
  page.on("response", (response) => (found[new URL(response.url()).pathname] = response.headers()));
  await open(page, server, `${NIGHT}/path`);
  const scripts = Object.entries(found).filter(([path]) => /^\/assets\/.*\.(js|css)$/.test(path));
  expect(scripts.length).toBeGreaterThan(2);
  for (const [path, headers] of scripts) {
    expect(headers["content-encoding"], path).toBe("gzip");
    expect(headers["cache-control"], path).toContain("immutable");
  }
  expect(found["/p/the-night-pour/night/path"]?.["cache-control"]).toBe("no-cache");
});
