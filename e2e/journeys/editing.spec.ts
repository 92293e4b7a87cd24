import type { Page } from "@playwright/test";
import { expect, NIGHT, open, test, quiet } from "../server";

const verdict = "verdict";
const row = (page: Page, name: string) => page.getByRole("row", { name: new RegExp(`^${name}`) });

test("what is set on a camera shows at once in every view", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path?at=device:a`);
  await expect(row(page, "Director")).toContainText("overlays");
  const outputs = page.getByRole("region", { name: "Outputs" });
  await outputs.getByLabel("Overlays").nth(1).click();
  await expect(row(page, "Director")).toContainText("clean");
  await outputs.getByLabel("Look").nth(1).click();
  await expect(row(page, "Director")).toContainText("look");

  const gives = page.getByLabel("SDI 1 gives");
  await gives.fill("1080p25");
  await gives.press("Enter");
  await expect(gives).toHaveValue("1920×1080p25 4:2:2 10-bit");
  await expect(outputs.getByText("Set on this output")).toBeVisible();
  await expect(row(page, "A monitor")).toContainText("1080p25");
  await outputs.getByRole("button", { name: "Follow the project" }).click();
  await expect(row(page, "A monitor")).toContainText("2160p25");
});

test("timecode is set on a device, and who cables is chosen", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path?at=device:b-tc`);
  const counts = page.getByRole("textbox", { name: "Timecode counts" });
  await expect(counts).toHaveValue("24");
  await counts.fill("25 drop");
  await counts.press("Enter");
  await expect(page.getByRole("alert")).toContainText("only 29.97 and 59.94 drop frames");
  await counts.fill("23.98");
  await counts.press("Enter");
  await expect(page.getByRole("region", { name: "Findings here" })).toContainText("counts 23.98");
  await page.getByRole("button", { name: "Follow the project" }).click();
  await expect(page.getByTestId(verdict)).toHaveText("9 stops, 15 cautions, 6 notes");
  await page.getByLabel("The others follow it").click();
  await expect(page.getByLabel("The others follow it")).toBeChecked();
  await expect(page.getByTestId(verdict)).toHaveText("9 stops, 15 cautions, 6 notes");
});

test("a device is renamed, moved, removed and put back with its cables", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path?at=device:c-rec`);
  const name = page.getByLabel("Name", { exact: true });
  await name.fill("Furnace recorder");
  await name.press("Enter");
  await expect(row(page, "Furnace recorder")).toBeVisible();
  await page.getByLabel("Travels with").selectOption("C camera, furnace");
  await expect(page.getByLabel("Travels with")).toHaveValue("c");
  await page.getByRole("button", { name: "Remove Furnace recorder" }).click();
  await expect(row(page, "Furnace recorder")).toBeHidden();
  await expect(page.getByRole("button", { name: /^Cable c\.sdi/ })).toBeHidden();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(row(page, "Furnace recorder")).toBeVisible();
  await expect(page.getByRole("button", { name: /^Cable c\.sdi to c-rec\.sdi/ })).toBeVisible();
});

test("a cable is changed, taken out and put back", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path?at=cable:l7`);
  await page.getByRole("combobox", { name: "Cable" }).selectOption("RG-6 class coax, BNC");
  await expect(page.getByRole("region", { name: "Cable" })).toContainText("77.2 m");
  await page.getByRole("button", { name: "Take this cable out" }).click();
  await expect(row(page, "C recorder")).toContainText("No picture arrives at C recorder");
  await page.keyboard.press("u");
  await page.keyboard.press("u");
  await expect(row(page, "C recorder")).toContainText("beyond its reach of 47 m");
});

test("a screen with two inputs shows the one that is chosen", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path`);
  await page.keyboard.press("/");
  const line = page.getByRole("combobox", { name: "Command" });
  await line.fill("v-rx.hdmi > dir.hdmi hdmi-a-a 2 m");
  await expect(page.getByText("Enter does it.")).toBeVisible();
  await line.press("Enter");
  await expect(page.getByLabel("Picture from")).toHaveValue("");
  await page.getByLabel("Picture from").selectOption("HDMI in");
  await expect(page.getByLabel("Picture from")).toHaveValue("hdmi");
  await expect(row(page, "Director")).toContainText("ok");
  // Embedded timecode isn't counted on over HDMI: the row shows that it is gone.
  await expect(row(page, "Director")).not.toContainText("TC 25");
});

test("typed lines add, connect, cut and set the format", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path`);
  const run = async (typed: string) => {
    await page.keyboard.press("/");
    const line = page.getByRole("combobox", { name: "Command" });
    await line.fill(typed);
    await expect(page.getByText("Enter does it.")).toBeVisible();
    await line.press("Enter");
    await expect(line).toBeHidden();
  };
  await run("add ashgill-5 as Gaffer to village");
  await run("v-rx.sdi2 > gaffer.sdi mini 2 m");
  await expect(row(page, "Gaffer")).toContainText("1080p25");
  await run("cut gaffer.sdi");
  await expect(row(page, "Gaffer")).toContainText("nothing");
  await run("format 2160p24");
  await expect(page.getByRole("button", { name: /^Project format/ })).toHaveText("3840×2160p24 4:2:2 10-bit");
  await run("record");
  await expect(page.getByRole("heading", { name: "Recorders" })).toBeVisible();
});

test("connecting shows why the others don’t take it, and can be left", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path?at=device:a-mon`);
  await page.getByRole("button", { name: "Connect SDI loop" }).click();
  const panel = page.getByRole("region", { name: "Connect a-mon.sdi-loop" });
  await expect(panel).toContainText("No free input takes this as it is");
  await expect(panel).toContainText("has a cable already, from c.sdi");
  await expect(page.locator("#device-dir")).toHaveAttribute("opacity", "0.6");
  await panel.getByRole("button", { name: "Cancel" }).click();
  await expect(page.getByRole("region", { name: "Device" })).toBeVisible();
});

test("a lit device takes the waiting output when it is chosen on the map", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path?at=device:v-rx`);
  await page.getByRole("button", { name: "Connect HDMI out" }).click();
  await expect(page.locator("#device-focus")).toHaveAttribute("opacity", "1");
  await page.getByRole("button", { name: /^Focus monitor, / }).click();
  await expect(page.getByRole("button", { name: /^Cable v-rx\.hdmi to focus\.hdmi/ })).toBeVisible();
});

test("the keys are listed, and the theme is kept", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path`);
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog", { name: "Keys" })).toContainText("walk along the signal");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Day theme" }).click();
  await page.reload();
  await expect(page.locator("html")).toHaveAttribute("data-theme", "day");
});

test("the small demo is mended in a minute", async ({ page, server }) => {
  await open(page, server, "/p/first-light/profile/path");
  await expect(page.getByTestId(verdict)).toHaveText("1 stop");
  await expect(page.getByRole("article").first()).toContainText("the sizes aren’t interchangeable");
  await page.keyboard.press(".");
  await expect(page.getByRole("button", { name: "Apply this fix" })).toBeEnabled();
  await page.keyboard.press(".");
  await expect(page.getByTestId(verdict)).toHaveText("1 caution, 1 note");
  await expect(page.getByRole("article").first()).toContainText("10-bit 4:2:2 file of an 8-bit 4:2:2 picture");
  await page.getByRole("button", { name: "R-101" }).click();
  await expect(page.getByRole("article").first()).toContainText("It costs data and adds nothing");
});

test("another build is switched to in the head", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path`);
  await page.getByLabel("Build", { exact: true }).selectOption("Daytime handheld");
  await expect(page.getByTestId(verdict)).toHaveText("Nothing to mend");
  await expect(page.getByText("everything that is asked for arrives, fits and lasts")).toBeVisible();
  expect(page.url()).toContain("/p/the-night-pour/day/path");
});

test("a floor is described from nothing with the keyboard alone", async ({ page, server }) => {
  await page.goto(server.address);
  await page.getByLabel("Name of a new production").focus();
  await page.keyboard.type("Keys only");
  await page.keyboard.press("Enter");
  await expect(page.getByTestId(verdict)).toHaveText("Nothing to check yet");
  // Typed as fast as it is read out: Enter counts up what is found first, Ctrl-Enter adds it all.
  await page.keyboard.press("a");
  await expect(page.getByLabel("Search by name")).toBeFocused();
  for (const device of ["orrell c4", "ashgill 7 on"]) {
    await page.keyboard.type(device);
    await page.keyboard.press("Enter");
  }
  await expect(page.getByRole("region", { name: "Chosen" }).getByRole("listitem")).toHaveCount(2);
  await page.keyboard.press("Control+Enter");
  await expect(page.getByRole("dialog")).toContainText("2 devices added, 1 connection made.");
  await page.keyboard.press("Escape");
  await expect(page.getByTestId(verdict)).toHaveText("Nothing to mend");

  // Taken out by typing, and run again from the camera.
  await page.keyboard.press("/");
  await page.keyboard.type("cut a-monitor.sdi");
  await page.keyboard.press("Enter");
  await expect(page.getByTestId(verdict)).toContainText("1 stop");
  await page.keyboard.press("ArrowRight");
  await expect(page.getByRole("button", { name: /^A camera, Orrell/ })).toHaveAttribute("aria-pressed", "true");
  await page.keyboard.press("c");
  await expect(page.getByRole("region", { name: /^Connect a\.sdi/ })).toBeVisible();
  await page.keyboard.press("Escape");
  await page.keyboard.press("/");
  await page.keyboard.type("a.sdi2 > a-monitor.sdi");
  await page.keyboard.press("Enter");
  await expect(page.getByTestId(verdict)).toHaveText("Nothing to mend");
  await expect(row(page, "A monitor")).toContainText("1080p25 4:2:2 10-bit");
});

test("an edit is one round trip, and the news of it isn’t read again", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path?at=device:dir`);
  const asked: string[] = [];
  page.on("request", (request) => {
    const { pathname } = new URL(request.url());
    if (pathname.startsWith("/api/productions/the-night-pour") && !pathname.endsWith("/events")) asked.push(`${request.method()} ${pathname}`);
  });
  const name = page.getByLabel("Name", { exact: true });
  for (const next of ["First row", "Second row", "Third row"]) {
    asked.length = 0;
    await name.fill(next);
    await name.press("Enter");
    await expect(page.getByRole("row", { name: new RegExp(`^${next}`) })).toBeVisible();
    await quiet(page);
    expect(asked.filter((line) => line.endsWith("/commands"))).toHaveLength(1);
    expect(asked.filter((line) => line === "GET /api/productions/the-night-pour")).toEqual([]);
  }
});

test("what follows from an edit is asked once the edit’s own picture is there", async ({ page, server }) => {
  // The page has nothing to draw when the test says so.
  await page.addInitScript(() => {
    const held: (() => void)[] = [];
    const idle = () => held.splice(0).forEach((done) => done());
    Object.assign(window, { requestIdleCallback: (done: () => void) => held.push(done), idle });
  });
  const asked: string[] = [];
  page.on("request", (request) => asked.push(new URL(request.url()).pathname));
  const followed = () => asked.filter((path) => /\/(modes|formats|remedies)$/.test(path)).length;
  await open(page, server, `${NIGHT}/path?at=device:a`);
  await expect.poll(followed).toBeGreaterThan(3);
  await quiet(page);
  const before = followed();
  const name = page.getByLabel("Name", { exact: true });
  await name.fill("Gate");
  await name.press("Enter");
  await expect(page.locator("#device-a")).toHaveAttribute("aria-label", /^Gate/);
  expect(followed()).toBe(before);
  await page.evaluate("idle()");
  await expect.poll(followed).toBeGreaterThan(before);
});

test("fixes that nobody waits for any more are not looked for any further", async ({ page, server }) => {
  // A search that takes longer than anybody’s patience.
  await page.route("**/remedies?*", () => undefined);
  const given: string[] = [];
  page.on("requestfailed", (request) => given.push(request.url()));
  await open(page, server, `${NIGHT}/path`);
  const asked = page.waitForRequest(/remedies\?.*S-106/);
  await page.locator("#device-a").press("Enter");
  const search = (await asked).url();
  const name = page.getByLabel("Name", { exact: true });
  await name.fill("Gate");
  await name.press("Enter");
  await expect(page.locator("#device-a")).toHaveAttribute("aria-label", /^Gate/);
  await expect.poll(() => given).toContain(search);
});
