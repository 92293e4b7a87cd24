import { writeFileSync } from "node:fs";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import { expect, NIGHT, open, test } from "../server";

const verdict = "verdict";
const row = (page: Page, name: string) => page.getByRole("row", { name: new RegExp(`^${name}`) });

/** An EDID of a sink that takes 1080p60 and 2160p25, and 2160p60 in 4:2:0 only. */
function edid(): number[] {
  const summed = (block: number[]) => {
    const full = [...block, ...Array<number>(127 - block.length).fill(0)];
    return [...full, (256 - (full.reduce((sum, byte) => sum + byte, 0) % 256)) % 256];
  };
  const base = [0, 255, 255, 255, 255, 255, 255, 0, ...Array<number>(10).fill(0), 1, 4, 0xb5, ...Array<number>(33).fill(0)];
  base.push(0x02, 0x3a, 0x80, 0x18, 0x71, 0x38, 0x2d, 0x40, 0x58, 0x2c, 0x45, 0, 0, 0, 0, 0, 0, 0x1e);
  base.push(0, 0, 0, 0xfc, 0, ...Buffer.from("Bench 24\n    "), ...Array<number>(36).fill(0), 1);
  const data = [0x43, 16, 97, 94, 0x23, 0x0f, 0x07, 0x07, 0x67, 0x03, 0x0c, 0x00, 0x10, 0x00, 0x38, 60, 0x67, 0xd8, 0x5d, 0xc4, 1, 0, 0x80, 0, 0xe2, 0x0f, 2];
  return [...summed(base), ...summed([2, 3, 4 + data.length, 0x70, ...data])];
}

test("describes a two-camera package from nothing with the keyboard alone", async ({ page, server }) => {
  const { keyboard } = page;
  /** Types a line at the command line. */
  const line = async (text: string) => {
    await keyboard.press("/");
    await expect(page.getByRole("combobox", { name: "Command" })).toBeFocused();
    await keyboard.type(text);
    await expect(page.getByText("Enter does it.")).toBeVisible();
    await keyboard.press("Enter");
    await expect(page.getByRole("combobox", { name: "Command" })).toBeHidden();
  };
  await page.goto(server.address);
  await page.getByLabel("Name of a new production").focus();
  await keyboard.type("Two cameras");
  await keyboard.press("Enter");
  await expect(page.getByTestId(verdict)).toBeVisible();
  await line("format 2160p25");
  for (const device of ["orrell-c6 as A camera", "tamsin-m4 as B camera", "ashgill-7x as A recorder", "ashgill-5h as B monitor", "ashgill-17u as Director"])
    await line(`add ${device}`);
  for (const cable of ["a-camera.sdi1 > a-recorder.sdi thin 0.5 m", "b-camera.hdmi > b-monitor.hdmi hdmi-a-a 0.5 m", "a-camera.sdi2 > director.sdi1 mini 10 m"])
    await line(cable);
  await expect(row(page, "A recorder")).toContainText("2160p25 4:2:2 10-bit");
  await expect(row(page, "B monitor")).toContainText("2160p25");
  await expect(row(page, "Director")).toContainText("gets A camera");

  // The usual needs, taken by keyboard.
  await line("needs");
  const take = page.getByRole("button", { name: /^Take all/ });
  await take.focus();
  await keyboard.press("Enter");
  await expect(page.getByRole("list", { name: /^Needs/ }).getByRole("listitem")).toHaveCount(3);
  await expect(page.getByRole("button", { name: /Met$/ })).toHaveCount(2);

  // What the body does at the same time: a change that would switch an output off says so first.
  await line("path");
  await page.getByRole("button", { name: /^A camera, Orrell/ }).focus();
  await keyboard.press("Enter");
  const plays = page.getByLabel("Plays back");
  await plays.focus();
  await keyboard.press("Space");
  await expect(page.getByRole("dialog")).toContainText("SDI 2 of A camera is off in the mode “Playback”");
  await keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toBeHidden();
  await expect(plays).not.toBeChecked();
  await expect(row(page, "Director")).toContainText("gets A camera");
});

test("asks for a route, takes it and takes it back", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path`);
  await page.getByRole("button", { name: "Find a route" }).click();
  const panel = page.getByRole("region", { name: "Routes" });
  await panel.getByLabel("From").selectOption("C camera, any output");
  await panel.getByLabel("To").selectOption("Client");
  const ways = panel.getByRole("article");
  await expect.poll(() => ways.count()).toBeGreaterThanOrEqual(3);
  await expect(ways.first()).toContainText("after the lens");
  await ways.first().getByRole("button", { name: "Take this way" }).click();
  await expect(row(page, "Client")).toContainText("gets C camera");
  await expect(row(page, "Client")).not.toContainText("nothing");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(row(page, "Client")).toContainText("nothing");

  // By typing; and where there is no way, the reason.
  await page.keyboard.press("/");
  await page.getByRole("combobox", { name: "Command" }).fill("route b > boom1");
  await page.keyboard.press("Enter");
  await expect(panel).toContainText("Boom 1 takes no picture");
});

test("follows one path from the lens to the eye", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path?at=device:dir`);
  await page.getByRole("button", { name: "Follow its path" }).click();
  const hops = page.getByRole("region", { name: "From the lens to Director" }).getByRole("listitem");
  await expect(hops.first()).toContainText("SDI 2 (monitor) of A camera");
  await expect(hops.first()).toContainText("made from the lens");
  await expect(hops.nth(3)).toContainText("20 m over the air, through open air");
  await expect(hops.last()).toContainText("SDI in of Director");
  await expect(hops.last()).toContainText("65 ms");
});

test("imports a sink’s EDID; a damaged one is refused with the byte", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path?at=device:client`);
  const inputs = page.getByRole("region", { name: "Inputs" });
  await inputs.getByRole("button", { name: "Read the sink’s EDID…" }).first().click();
  const bytes = edid();
  const damaged = bytes.map((byte, at) => (at === 60 ? byte ^ 1 : byte));
  const hex = (list: number[]) => list.map((byte) => byte.toString(16).padStart(2, "0")).join(" ");
  await inputs.getByLabel("Or paste it").fill(hex(damaged));
  await inputs.getByRole("button", { name: "Take it" }).click();
  await expect(inputs.getByRole("alert")).toContainText("the checksum of block 0 is wrong: byte 127");
  await expect(inputs.getByLabel("Or paste it")).toHaveValue(hex(damaged));
  const file = join(server.folder, "sink.bin");
  writeFileSync(file, Buffer.from(bytes));
  await inputs.getByLabel("EDID file, binary or hexadecimal").setInputFiles(file);
  await expect(inputs).toContainText("Takes what the EDID of Bench 24 says.");
  await expect(row(page, "Client")).toContainText("2160p25");
  await inputs.getByRole("button", { name: "Back to the catalogue’s word" }).click();
  await expect(row(page, "Client")).toContainText("nothing");
});

test("searches the kit by ability, hires, and describes a body with two outputs and three modes", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/kit`);
  const catalogue = page.getByRole("region", { name: "Catalogue" });
  const search = catalogue.getByLabel("What it must do, or its name");
  await search.fill("takes HDMI 2160p50, gives SDI");
  await expect(catalogue.getByRole("button", { name: /^Merrin HS HDMI to SDI converter/ })).toBeVisible();
  await expect(catalogue.getByRole("button", { name: /^Ashgill 7 on-board monitor/ })).toBeHidden();
  await search.fill("takes SDI purple");
  await expect(catalogue.getByRole("alert")).toContainText("write it like takes HDMI 2160p50, gives SDI");
  await search.fill("merrin d4");
  await catalogue.getByRole("button", { name: /^Merrin D4/ }).click();
  await catalogue.getByRole("button", { name: "Hire one Merrin D4 SDI distribution amplifier" }).click();
  await expect(page.getByLabel("Hired: Merrin D4 SDI distribution amplifier")).toHaveValue("1");

  await page.getByRole("button", { name: "Add custom device" }).click();
  await page.getByLabel("Name", { exact: true }).fill("Bench B2 body");
  await expect(page.getByRole("status").filter({ hasText: "can’t be the name of a maker" })).toBeVisible();
  await page.getByLabel("Maker").fill("Bench");
  await page.getByRole("button", { name: "Add an output" }).click();
  await page.getByRole("button", { name: "Add an output" }).click();
  const modes = page.getByRole("region", { name: "Modes" });
  for (const [at, [name, when, output]] of [
    ["Fast", "it shoots faster than 30", "SDI 1"],
    ["Inside", "it records inside", "SDI 2"],
    ["Playback", "it plays back", "SDI 2"],
  ].entries()) {
    await modes.getByRole("button", { name: "Add a mode" }).click();
    await modes
      .getByLabel("Mode", { exact: true })
      .nth(at)
      .fill(name ?? "");
    await modes
      .getByLabel("While")
      .nth(at)
      .selectOption(when ?? "");
    await modes
      .getByLabel("This output")
      .nth(at)
      .selectOption(output ?? "");
  }
  await expect(page.getByText("No problems found.")).toBeVisible();
  await page.getByRole("button", { name: "Save device" }).click();
  await expect(page.getByRole("region", { name: "Custom devices" })).toContainText("Bench B2 body");

  // It stands in every list, and does what it says.
  await page.getByRole("link", { name: "Path" }).click();
  await expect(page.getByRole("group", { name: "Path map" })).toBeVisible();
  await page.keyboard.press("a");
  await page.getByLabel("Search by name").fill("bench b2");
  await page.getByLabel("Search by name").press("Enter");
  await expect(page.getByRole("region", { name: "Chosen" })).toContainText("Bench B2 body");
  await page.getByRole("button", { name: "Add only" }).click();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("region", { name: "Modes" })).toContainText("Playback");
  await expect(page.getByRole("region", { name: "Outputs" })).toContainText("SDI 1");

  // Changing an entry in use shows what it does to the builds that use it.
  await page.keyboard.press("Escape");
  await page.getByRole("link", { name: "Kit" }).click();
  await page.getByRole("button", { name: "Change Bench B2 body" }).click();
  await page.getByRole("button", { name: "Remove SDI 2" }).click();
  await expect(
    page.getByRole("status").filter({ hasText: "an output called “sdi-2”, which isn’t there" }).or(page.getByText("names the port “sdi-2”")),
  ).toBeVisible();
});

test("derives a build, changes it and compares the two", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path`);
  await page.getByRole("button", { name: /^Builds:/ }).click();
  await page.getByLabel("A new build called").fill("Second unit");
  await page.getByRole("button", { name: "Derive from this one" }).click();
  await expect(page).toHaveURL(/\/second-unit\/path/);
  await expect(page.getByTestId(verdict)).toHaveText("10 stops, 15 cautions, 6 notes");
  await page.getByRole("button", { name: /^B recorder, Ashgill/ }).click();
  await page.getByRole("button", { name: "Remove B recorder" }).click();
  await expect(row(page, "B recorder")).toBeHidden();
  await page.getByRole("button", { name: /^Builds:/ }).click();
  await page.getByLabel("Compare with").selectOption("Night pour");
  await expect(page.getByRole("region", { name: "Removed" })).toContainText("B recorder, Ashgill 5R recorder-monitor");
  await expect(page.getByRole("region", { name: "Rewired" })).toContainText("gone: b.hdmi > b-rec.hdmi");
  await expect(page.getByRole("region", { name: "What that does" })).toContainText("10 stops, 15 cautions, 6 notes →");
  await page.getByRole("button", { name: /^Builds:/ }).click();
  await page.getByRole("button", { name: "Remove Second unit" }).click();
  await expect(page).toHaveURL(/\/night\/path/);
  await expect(page.getByLabel("Build", { exact: true }).getByRole("option")).toHaveCount(4);
});

test("a sentence of the needs is changed word by word and answered at once", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/needs`);
  const director = page.getByRole("listitem").filter({ has: page.getByRole("button", { name: /^Director: / }) });
  await expect(director).toContainText("65 of 250 ms");
  await director.getByRole("button", { name: /^Director: .* Met$/ }).click();
  await page.getByLabel("Look for Director").selectOption("with the look");
  await expect(director).toContainText("Director must get the look");
  await director.getByRole("button", { name: /^Let Director apply the look/ }).click();
  await director.getByRole("button", { name: "Apply this fix" }).click();
  await expect(director.getByRole("button", { name: /^Director: .* Met$/ })).toBeVisible();
  const within = page.getByLabel("Delay for Director");
  await within.fill("a blink");
  await within.press("Enter");
  await expect(director.getByRole("alert")).toContainText("“a blink” isn’t a delay");
  await expect(within).toHaveValue("a blink");
  await within.fill("50 ms");
  await within.press("Enter");
  await expect(director).toContainText("65 ms after the lens; the limit is 50 ms");
  await page.getByLabel("In groups by").selectOption("Person");
  await expect(page.getByRole("region", { name: "Focus puller" })).toContainText("Focus monitor");
  await page.getByLabel("through the on-board monitor").click();
  await expect(page.getByRole("region", { name: "Findings here" }).filter({ hasText: "H-102" })).toBeVisible();
});

test("what is short stands on top of the kit, is hired at once, and what lies there is put on the floor", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/kit`);
  // The day needs a card more than the kit has: the same rule as for devices.
  const short = page.getByRole("region", { name: "To hire" });
  await expect(short).toContainText("1 × SSD caddy 240 GB");
  await short.getByRole("button", { name: "Hire all that is short" }).click();
  await expect(short).toContainText("Nothing is short");
  await page.emulateMedia({ media: "print" });
  await expect(page.getByText("Hire list", { exact: true })).toBeVisible();
  await expect(page.getByRole("table", { name: "Cameras" })).toBeHidden();
  await page.emulateMedia({ media: "screen" });
  await page.getByRole("button", { name: "Put one Ashgill 5 on-board monitor on the floor" }).click();
  await expect(page.getByText(/^Ashgill 5 on-board monitor on the floor: /)).toBeVisible();
  await expect(page.getByRole("button", { name: "Put one Ashgill 5 on-board monitor on the floor" })).toHaveCount(0);
});
