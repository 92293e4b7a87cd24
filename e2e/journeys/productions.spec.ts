import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { expect, test } from "../server";

test("a production is made, described, renamed, copied, deleted and put back", async ({ page, server }) => {
  await page.goto(server.address);
  await page.getByLabel("Name of a new production").fill("Low Tide");
  await page.getByRole("button", { name: "Create" }).click();
  await page.getByRole("button", { name: "Add the first devices" }).click();
  await page.getByRole("button", { name: "One Orrell C4 cinema body more" }).click();
  await page.getByRole("button", { name: "Add and connect" }).click();
  await page.getByRole("button", { name: "See the floor" }).click();
  await expect(page.getByRole("button", { name: /^A camera, Orrell C4/ })).toBeVisible();

  await page.getByRole("link", { name: "West Rail" }).click();
  const act = async (name: string, what: string) => {
    await page.getByRole("button", { name: `Actions for ${name}`, exact: true }).click();
    await page.getByRole("menuitem", { name: what }).click();
  };
  await act("Low Tide", "Rename");
  await page.getByLabel("New name of Low Tide").fill("High Tide");
  await page.getByLabel("New name of Low Tide").press("Enter");
  await expect(page.getByRole("link", { name: "High Tide", exact: true })).toBeVisible();
  await act("High Tide", "Duplicate");
  await expect(page.getByRole("link", { name: "High Tide (copy)", exact: true })).toBeVisible();
  await act("High Tide", "Delete");
  await expect(page.getByRole("link", { name: "High Tide", exact: true })).toBeHidden();
  await page.getByRole("button", { name: "Put it back" }).click();
  await expect(page.getByRole("link", { name: "High Tide", exact: true })).toBeVisible();
});

test("a production goes out as a file and comes back", async ({ page, server }) => {
  await page.goto(server.address);
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Actions for First Light" }).click();
  await page.getByRole("menuitem", { name: "Export" }).click();
  const path = join(server.folder, "first-light.json");
  await (await download).saveAs(path);
  expect(JSON.parse(readFileSync(path, "utf8"))).toMatchObject({ format: "west-rail-production", version: 4 });
  await page.getByLabel("Production file").setInputFiles(path);
  await expect(page.getByTestId("verdict")).toHaveText("1 stop");
  expect(page.url()).toContain("/p/first-light-2/");
});

test("files that can’t be read are refused with the reason, and the list stays", async ({ page, server }) => {
  await page.goto(server.address);
  const whole = readFileSync(join(import.meta.dirname, "../../demo/first-light.json"), "utf8");
  const files: [string, string | Buffer, RegExp][] = [
    ["cut.json", whole.slice(0, 700), /the file ends in the middle, at line \d+/],
    ["letter.json", "Dear producer", /this isn’t a West Rail file/],
    ["other.json", "{}", /it should say "format": "west-rail-production"/],
    ["picture.json", Buffer.from([0x89, 0x50, 0xff, 0xfe]), /this isn’t a West Rail file|this isn’t text/],
    ["huge.json", Buffer.alloc(200_000_000, 32), /“huge\.json” has 200 MB; production files are taken up to 20 MB/],
  ];
  for (const [name, contents, sentence] of files) {
    const path = join(server.folder, name);
    writeFileSync(path, contents);
    await page.getByLabel("Production file").setInputFiles(path);
    await expect(page.getByText(sentence)).toBeVisible();
  }
  await expect(page.getByRole("link", { name: "The Night Pour", exact: true })).toBeVisible();
  await expect(page.getByRole("link", { name: "First Light", exact: true })).toBeVisible();
});

test("the licences of what ships are shown", async ({ page, server }) => {
  await page.goto(server.address);
  await page.getByRole("link", { name: "Licences" }).click();
  await expect(page.getByText("Permission is hereby granted, free of charge").first()).toBeVisible();
  await page.getByText("@fontsource-variable/public-sans").click();
  await expect(page.getByText("SIL OPEN FONT LICENSE").first()).toBeVisible();
});

test("a production starts from a package, and the list says how each build stands", async ({ page, server }) => {
  await page.goto(server.address);
  const night = page.getByRole("link", { name: /^Night pour/ });
  await expect(night).toContainText("10 stops, 15 cautions, 6 notes");
  await expect(night).toContainText("first to end: B camera, 30 min; 8 cards for the day");
  await expect(night.getByRole("img", { name: /41 devices in all$/ })).toBeVisible();
  await page.getByLabel("Name of a new production").fill("Low Tide");
  await page.getByLabel("Start from").selectOption("Drama unit with village");
  await expect(page.getByText("director and client by radio")).toBeVisible();
  await page.getByRole("button", { name: "Create" }).click();
  await expect(page.getByTestId("verdict")).not.toContainText("stop");
  await expect(page.getByRole("row", { name: /^Director/ })).toBeVisible();
  // An address without a view, or without a build, leads to the line map.
  await page.goto(`${server.address}/p/low-tide`);
  await expect(page).toHaveURL(/\/p\/low-tide\/main\/path$/);
  await page.goto(`${server.address}/p/low-tide/main`);
  await expect(page.getByRole("group", { name: "Path map" })).toBeVisible();
});

test("a file is taken wherever it is dropped", async ({ page, server }) => {
  await page.goto(server.address);
  const text = readFileSync(join(import.meta.dirname, "../../demo/first-light.json"), "utf8");
  const data = await page.evaluateHandle((contents) => {
    const transfer = new DataTransfer();
    transfer.items.add(new File([contents], "first-light.json", { type: "application/json" }));
    return transfer;
  }, text);
  await page.dispatchEvent("body", "dragover", { dataTransfer: data });
  await expect(page.getByText("Drop the production file to import it")).toBeVisible();
  await page.dispatchEvent("body", "drop", { dataTransfer: data });
  await expect(page.getByTestId("verdict")).toHaveText("1 stop");
  expect(page.url()).toContain("/p/first-light-2/");
});

test("what is aimed at in the list stays where it is while the glances come", async ({ page, server }) => {
  let release = () => {};
  const held = new Promise<void>((resolve) => (release = resolve));
  await page.route("**/glance", async (route) => {
    await held;
    await route.continue();
  });
  await page.goto(server.address);
  const link = page.getByRole("link", { name: "The Night Pour", exact: true });
  await expect(link).toBeVisible();
  const before = await link.boundingBox();
  release();
  await expect(page.getByText("10 stops, 15 cautions, 6 notes")).toBeVisible();
  expect(await link.boundingBox()).toEqual(before);
});
