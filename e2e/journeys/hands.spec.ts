import { expect, NIGHT, open, test } from "../server";
import { measured } from "../measured";

const verdict = "verdict";

test("undo says whose change it is, and asks before it takes another window’s back", async ({ page, server, context }) => {
  await open(page, server, `${NIGHT}/path?at=device:dir`);
  const other = await context.newPage();
  await open(other, server, `${NIGHT}/path?at=device:client`);
  const rename = async (window: typeof page, name: string) => {
    await window.getByLabel("Name", { exact: true }).fill(name);
    await window.getByLabel("Name", { exact: true }).press("Enter");
    await expect(page.getByRole("row", { name: new RegExp(`^${name}`) })).toBeVisible();
  };
  await rename(page, "First row");
  await rename(other, "Guests");
  const undo = page.getByRole("button", { name: "Undo", exact: true });
  await expect(undo).toHaveAttribute("title", /^Undo: Rename device, made in another window, /);
  await undo.click();
  await expect(page.getByText("was made in another window. It is not undone until you say so.")).toBeVisible();
  await expect(page.getByRole("row", { name: /^Guests/ })).toBeVisible();
  await page.getByRole("button", { name: "Undo it" }).click();
  await expect(page.getByRole("row", { name: /^Guests/ })).toHaveCount(0);
  await expect(page.getByRole("row", { name: /^First row/ })).toBeVisible();
  // What is next is this window's own: no question.
  await expect(undo).toHaveAttribute("title", /^Undo: Rename device, (just now|\d+ minute)/);
  // An own change on top of another window's: after it is taken back, the other's is asked for again.
  await rename(other, "Gallery");
  await rename(page, "Second row");
  await undo.click();
  await expect(page.getByRole("row", { name: /^First row/ })).toBeVisible();
  await expect(undo).toHaveAttribute("title", /^Undo: Rename device, made in another window, /);
});

test("a device that another window removes keeps what was typed into its name", async ({ page, server, context }) => {
  await open(page, server, `${NIGHT}/path?at=device:client`);
  const other = await context.newPage();
  await open(other, server, `${NIGHT}/path?at=device:client`);
  const name = page.getByLabel("Name", { exact: true });
  await name.fill("Guests in the gallery");
  await other.getByRole("button", { name: "Remove Client" }).click();
  await expect(page.getByRole("row", { name: /^Client/ })).toHaveCount(0);
  await expect(page.getByLabel("What was typed")).toHaveValue("Guests in the gallery");
  await expect(page.getByText("was removed in another window")).toBeVisible();
});

test("Escape leaves a field, and its keys are the program’s again", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path?at=device:dir`);
  const name = page.getByLabel("Name", { exact: true });
  await name.focus();
  await page.keyboard.type("n?u");
  await expect(name).toHaveValue(/n\?u$/);
  await page.keyboard.press("Escape");
  await expect(name).toHaveValue("Director");
  await expect(name).not.toBeFocused();
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog", { name: "Keys" })).toBeVisible();
});

test("the command line knows views and acts, says what it doesn’t, and starts empty", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path`);
  const line = async (text: string) => {
    await page.keyboard.press("/");
    const field = page.getByRole("combobox", { name: "Command" });
    await expect(field).toBeFocused();
    await expect(field).toHaveValue("");
    await page.keyboard.type(text);
    await page.keyboard.press("Enter");
    return field;
  };
  /** A line that is done, and closes. */
  const does = async (text: string) => expect(await line(text)).toBeHidden();
  await does("rename dir to Directress");
  await expect(page.getByRole("row", { name: /^Directress/ })).toBeVisible();
  await does("undo");
  await expect(page.getByRole("row", { name: /^Directress/ })).toHaveCount(0);
  await does("theme day");
  await expect(page.locator("html")).toHaveAttribute("data-theme", "day");
  await does("fix t-101");
  await expect(page.getByTestId(verdict)).toContainText("9 stops");
  await expect(page.getByText(/10 stops, 15 cautions, 6 notes before, 9 stops, 15 cautions, 6 notes now/)).toBeVisible();
  await does("go dir");
  await expect(page.locator("#device-dir")).toHaveAttribute("aria-pressed", "true");
  await does("record a mezzanine-light");
  await does("record");
  await expect(page.getByRole("article", { name: "A camera", exact: true })).toContainText("Mezzanine Light");
  await line("dance");
  await expect(page.getByRole("alert")).toContainText("“dance” isn’t something to do here");
  await page.keyboard.press("Escape");
  await line("fix z-999");
  await expect(page.getByRole("alert")).toContainText("There is no finding Z-999 here.");
});

test("all safe fixes are one look and one undo", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/needs`);
  await page.getByRole("button", { name: /^Verdict/ }).click();
  await page.getByRole("button", { name: "Look for all safe fixes" }).click();
  const safe = page.getByRole("region", { name: "Safe fixes" });
  await expect(safe.getByRole("listitem").first()).toBeVisible();
  await expect(safe).toContainText("10 stops, 15 cautions, 6 notes →");
  await safe.getByRole("button", { name: /^Apply/ }).click();
  await expect(page.getByText(/safe fixes: 10 stops, 15 cautions, 6 notes before, /)).toBeVisible();
  await expect(page.getByTestId(verdict)).not.toContainText("10 stops");
  await page.keyboard.press("u");
  await expect(page.getByTestId(verdict)).toHaveText("10 stops, 15 cautions, 6 notes");
});

test("safe fixes of a crowded floor are forty at once, and say how many findings are left", async ({ page, server }) => {
  const all = `${server.address}/api/productions`;
  const made = (await (await page.request.post(all, { data: { name: "A crowd" } })).json()) as { id: string };
  const add = (device: string) => ({ do: "add-device", build: "main", device, unit: "a" });
  const commands = Array.from({ length: 45 }, () => [add("orrell-c4"), add("ashgill-17")]).flat();
  const sent = await page.request.post(`${all}/${made.id}/commands`, { data: { build: "main", commands }, headers: { "If-Match": '"1"' } });
  expect(sent.status(), await sent.text()).toBe(200);
  await open(page, server, `/p/${made.id}/main/path`);
  await page.getByRole("button", { name: /^Verdict/ }).click();
  await page.getByRole("button", { name: "Look for all safe fixes" }).click();
  const safe = page.getByRole("region", { name: "Safe fixes" });
  await expect(safe.getByRole("listitem")).toHaveCount(40);
  await expect(safe).toContainText("5 findings more weren’t looked at: apply these, then look again.");
});

test("long names and a floor of one device look right", async ({ page, server }) => {
  const long = "The monitor that stands behind the third furnace, for whoever pays for the bell";
  await open(page, server, `${NIGHT}/path?at=device:dir`);
  await page.getByLabel("Name", { exact: true }).fill(long);
  await page.getByLabel("Name", { exact: true }).press("Enter");
  await expect(page.getByRole("row", { name: new RegExp(`^${long.slice(0, 40)}`) })).toBeVisible();
  // The first leaves the field, the second lets go of the device.
  await page.keyboard.press("Escape");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Close panel" }).click();
  const seen = await measured(page);
  expect(seen.over).toEqual([]);
  expect(seen.hidden).toEqual([]);
  for (const view of ["needs", "kit", "record", "media"]) {
    await page.goto(`${server.address}${NIGHT}/${view}`);
    await expect(page.getByRole("main")).toBeVisible();
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
  }
  await page.goto(server.address);
  await page.getByLabel("Name of a new production").fill("One");
  await page.getByRole("button", { name: "Create" }).click();
  await page.getByRole("button", { name: "Add the first devices" }).click();
  await page.getByRole("button", { name: "One Orrell K1 block body more" }).click();
  await page.getByRole("button", { name: "Add only" }).click();
  await page.keyboard.press("Escape");
  const alone = await measured(page);
  expect(alone.plates).toBe(1);
  expect(alone.over).toEqual([]);
  expect(alone.hidden).toEqual([]);
});
