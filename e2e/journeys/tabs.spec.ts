import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import { expect, NIGHT, open, test } from "../server";

/** Renames the selected device by its panel. */
async function rename(page: Page, name: string) {
  const field = page.getByLabel("Name", { exact: true });
  await field.fill(name);
  await field.press("Enter");
}

test("eight tabs of one browser all edit, and all hear of it", async ({ context, server }) => {
  const views = ["path", "needs", "kit", "sound", "time", "power", "build", "record"];
  const tabs: Page[] = [];
  for (const view of views) {
    const tab = await context.newPage();
    await open(tab, server, `${NIGHT}/${view}`);
    tabs.push(tab);
  }
  const [first, last] = [tabs[0], tabs[7]] as [Page, Page];
  // Each another device: a tab that hasn't heard of the edit before it isn't in its way.
  const devices = ["dir", "focus", "a-mon", "c-rec", "b-rec", "v-rx", "client", "a-tx"];
  for (const [number, tab] of tabs.entries()) {
    await tab.bringToFront();
    await tab.keyboard.press("/");
    const line = tab.getByRole("combobox", { name: "Command" });
    await line.fill(`rename ${devices[number]} to Tab ${number + 1}`);
    await expect(tab.getByText("Enter does it.")).toBeVisible();
    await line.press("Enter");
    await expect(line).toBeHidden();
    await expect(first.getByText(`Tab ${number + 1}`, { exact: true }).first()).toBeVisible();
  }
  // The other way round, and no tab says that anything waits.
  await first.bringToFront();
  await first.keyboard.press("u");
  await expect(first.getByText("was made in another window")).toBeVisible();
  await first.getByRole("button", { name: "Undo it" }).click();
  await expect(last.getByRole("button", { name: "Undo" })).toHaveAttribute("title", /^Undo: /);
  for (const tab of tabs) await expect(tab.getByRole("banner").getByRole("status")).toHaveCount(0);
});

test("edits that hang are counted, asked about before the page closes, and sent again", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path?at=device:dir`);
  let letGo = () => {};
  const held = new Promise<void>((go) => (letGo = go));
  await page.route("**/commands", async (route) => {
    await held;
    await route.continue();
  });
  const status = page.getByRole("banner").getByRole("status");
  await rename(page, "Directress");
  await expect(status).toHaveText("1 change waits");
  await page.getByLabel("Travels with").selectOption("Yard");
  await expect(status).toHaveText("2 changes wait");
  const asked = page.waitForEvent("dialog");
  await page.close({ runBeforeUnload: true });
  const dialog = await asked;
  expect(dialog.type()).toBe("beforeunload");
  await dialog.dismiss();
  // Also after another view was looked at, and outside of the production.
  await page.getByRole("link", { name: "West Rail" }).click();
  await expect(page.getByRole("status").filter({ hasText: "2 changes wait" })).toBeVisible();
  letGo();
  await expect(page.getByText(/changes? waits?/)).toBeHidden();
  await page.goto(`${server.address}${NIGHT}/path?at=device:dir`);
  await expect(page.getByRole("row", { name: /^Directress.*Yard/ })).toBeVisible();
});

test("an edit of which the answer was lost isn’t made twice", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path?at=device:dir`);
  let lost = 0;
  await page.route("**/commands", async (route) => {
    if (lost++ > 0) return route.continue();
    await route.fetch();
    return route.abort();
  });
  await rename(page, "Directress");
  await expect(page.getByRole("row", { name: /^Directress/ })).toBeVisible();
  await expect(page.getByText("Someone changed the production")).toBeHidden();
  await expect(page.getByRole("banner").getByRole("status")).toHaveCount(0);
  expect(lost).toBe(2);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByRole("row", { name: /^Director/ })).toBeVisible();
  await expect(page.getByRole("button", { name: "Undo" })).toBeDisabled();
});

test("a backup is saved and restored on the first page, and taken back", async ({ page, server }) => {
  await page.goto(server.address);
  await expect(page.getByRole("link", { name: "First Light", exact: true })).toBeVisible();
  const downloading = page.waitForEvent("download");
  await page.getByRole("link", { name: "Save a backup" }).click();
  const download = await downloading;
  expect(download.suggestedFilename()).toMatch(/^West Rail \d{4}-\d{2}-\d{2}\.sqlite$/);
  const saved = await download.path();
  const named = (name: string) => page.getByRole("link", { name, exact: true });
  await page.getByRole("button", { name: "Actions for First Light" }).click();
  await page.getByRole("menuitem", { name: "Delete" }).click();
  await expect(named("First Light")).toBeHidden();

  const file = page.getByLabel("Backup to restore");
  const damaged = join(server.folder, "damaged.sqlite");
  writeFileSync(damaged, readFileSync(saved).fill(0x55, 20_480, 28_672));
  await file.setInputFiles(damaged);
  await expect(page.getByText("it is damaged, and nothing was changed")).toBeVisible();
  const photo = join(server.folder, "photo.jpg");
  writeFileSync(photo, Buffer.alloc(5_000, 7));
  await file.setInputFiles(photo);
  await expect(page.getByText("this isn’t a data file of West Rail")).toBeVisible();
  await expect(named("First Light")).toBeHidden();

  await file.setInputFiles(saved);
  await expect(page.getByText("What was there is kept beside the data file as demo.sqlite.before-restore")).toBeVisible();
  await expect(named("First Light")).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(named("First Light")).toBeHidden();
  await expect(named("The Night Pour")).toBeVisible();
});
