import type { Locator, Page } from "@playwright/test";
import { measured } from "../measured";
import { expect, test } from "../server";

/** A hand that counts what it does: each press of the button on something, each key. */
class Hand {
  clicks = 0;
  keys = 0;
  constructor(private readonly page: Page) {}

  async click(at: Locator, times = 1) {
    for (let time = 0; time < times; time += 1) await at.click();
    this.clicks += times;
  }

  /** A choice from a list takes two clicks: one opens it. */
  async choose(at: Locator, label: string) {
    await at.selectOption(label);
    this.clicks += 2;
  }

  async type(text: string) {
    await this.page.keyboard.type(text);
    this.keys += text.length;
  }

  async press(key: string) {
    await this.page.keyboard.press(key);
    this.keys += 1;
  }
}

/** What the job is made of, with its counts. */
const PACKAGE: [string, number][] = [
  ["Orrell C4 cinema body", 2],
  ["Ashgill 5 on-board monitor", 2],
  ["Ashgill R1 rack recorder", 1],
  ["Pellow W1 transmitter", 1],
  ["Pellow W1 receiver", 1],
  ["Ashgill 17 director's monitor", 1],
  ["Dunmore B1 boom microphone", 2],
  ["Dunmore X6 mixer-recorder", 1],
  ["Merrin T2 timecode box", 3],
];

/** From the empty list to a two-camera interview, as a person would. */
async function interview(page: Page, address: string): Promise<Hand> {
  const hand = new Hand(page);
  await page.goto(address);
  await hand.click(page.getByLabel("Name of a new production"));
  await hand.type("Interview");
  await hand.press("Tab");
  await hand.press("Tab");
  await hand.type("2160p25");
  await hand.press("Enter");

  await hand.click(page.getByRole("button", { name: "Add the first devices" }));
  const dialog = page.getByRole("dialog", { name: "Add devices" });
  for (const [name, count] of PACKAGE) await hand.click(dialog.getByRole("button", { name: `One ${name} more`, exact: true }), count);
  await hand.click(dialog.getByLabel("How far the receiver stands from its transmitter"));
  await hand.type("12 m");
  await hand.click(dialog.getByRole("button", { name: "Add and connect" }));
  await expect(dialog.getByRole("status")).toContainText("14 devices added, 10 connections made.");
  // It says what it can't know: whose picture the recorder is to get.
  await expect(dialog.getByRole("status")).toContainText("Recorder could get the picture of A camera or B camera");
  await hand.click(dialog.getByRole("button", { name: "See the floor" }));

  await hand.click(page.getByRole("button", { name: /^Recorder,/ }));
  await hand.click(page.getByRole("button", { name: "What feeds SDI in?" }));
  await hand.click(page.getByRole("button", { name: /^b\.sdi1/ }));

  await hand.click(page.getByRole("link", { name: /^Record/ }));
  await hand.click(page.getByRole("button", { name: "Record on Recorder" }));
  await expect(page.getByRole("article", { name: "Recorder", exact: true })).toBeVisible();
  await hand.click(page.getByLabel("All must last"));
  await hand.type("1h30");
  await hand.press("Enter");

  await hand.click(page.getByRole("link", { name: /^Media/ }));
  await hand.click(page.getByLabel("New part", { exact: true }));
  for (const [name, from, length] of [
    ["One", "10:00", "1h30"],
    ["Two", "14:00", "1h30"],
  ] as const) {
    await hand.type(name);
    await hand.press("Tab");
    await hand.type(from);
    await hand.press("Tab");
    await hand.type(length);
    await hand.press("Enter");
    await expect(page.getByRole("group", { name })).toBeVisible();
    await page.keyboard.press("Shift+Tab");
    await page.keyboard.press("Shift+Tab");
    hand.keys += 4;
  }
  return hand;
}

test("a two-camera interview from an empty list takes at most 50 clicks and 120 keystrokes", async ({ page, server }) => {
  const hand = await interview(page, server.address);
  await expect(page.getByTestId("verdict")).not.toContainText("stop");
  await expect(page.getByTestId("day-answer")).toContainText("cards");
  expect(hand.clicks).toBeLessThanOrEqual(50);
  expect(hand.keys).toBeLessThanOrEqual(120);
  // Needs are there, and met.
  await page.getByRole("link", { name: /^Needs/ }).click();
  await expect(page.getByRole("list", { name: /^Needs/ }).getByRole("listitem")).toHaveCount(6);
  // The whole job is in sight, in both themes.
  await page.getByRole("link", { name: /^Path/ }).click();
  for (const theme of ["Day theme", "Night theme"]) {
    await page.getByRole("button", { name: theme }).click();
    await expect(page.getByRole("button", { name: /^Verdict/ })).toBeVisible();
    const close = page.getByRole("button", { name: "Close panel" });
    if (await close.isVisible()) await close.click();
    const seen = await measured(page);
    expect(seen.plates).toBe(14);
    expect(seen.hidden).toEqual([]);
    expect(seen.over).toEqual([]);
    expect(seen.through).toEqual([]);
    expect(seen.sideways).toBe(false);
    expect(seen.least).toBeGreaterThanOrEqual(12);
  }
  // All that was added is one undo.
  for (let step = 0; step < 6; step += 1) await page.getByRole("button", { name: "Undo", exact: true }).click();
  await page.getByRole("link", { name: /^Path/ }).click();
  await expect(page.getByRole("button", { name: "Add the first devices" })).toBeVisible();
});
