import { expect, NIGHT, open, test, quiet } from "../server";

const verdict = "verdict";

test("reads the first stop, previews and applies its fix, undoes and redoes it", async ({ page, server }) => {
  await page.goto(server.address);
  await page.getByRole("link", { name: "The Night Pour", exact: true }).click();
  await expect(page.getByTestId(verdict)).toHaveText("10 stops, 15 cautions, 6 notes");

  // What would be destroyed stands before everything else.
  await expect(page.getByRole("article").first()).toContainText("Don’t plug it in: B camera would be destroyed.");
  const first = page.getByRole("article").filter({ hasText: "V-108" });
  await expect(first).toContainText("70 m of Miniature coax, BNC from SDI of C camera to SDI in of C recorder is beyond its reach of 47 m");
  await first.getByRole("button", { name: "Show on the map" }).click();
  const run = page.getByRole("button", { name: /^Cable c\.sdi to c-rec\.sdi/ });
  await expect(run).toHaveAttribute("aria-pressed", "true");
  await expect(run).toHaveAccessibleName(/12G, stop/);

  await page.getByRole("button", { name: /^Use 75 m of RG-6 class coax/ }).click();
  await expect(page.getByText("10 stops, 15 cautions, 6 notes → 9 stops, 16 cautions, 6 notes")).toBeVisible();
  await page.getByRole("button", { name: "Apply this fix" }).click();
  await expect(page.getByTestId(verdict)).toHaveText("9 stops, 16 cautions, 6 notes");
  await expect(run).toHaveAccessibleName(/12G, caution/);
  const arrival = page.getByRole("row", { name: /^C recorder/ });
  await expect(arrival).toContainText("is close to its reach of 77 m");

  await page.keyboard.press("u");
  await expect(page.getByTestId(verdict)).toHaveText("10 stops, 15 cautions, 6 notes");
  await expect(arrival).toContainText("is beyond its reach of 47 m");
  await page.keyboard.press("Shift+U");
  await expect(page.getByTestId(verdict)).toHaveText("9 stops, 16 cautions, 6 notes");
});

test("follows the fixes from the keyboard until no stop is left", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path`);
  for (let step = 0; step < 12; step += 1) {
    const before = await page.getByTestId(verdict).textContent();
    if (!before?.includes("stop")) break;
    await page.keyboard.press("Escape");
    await expect(page.locator("[data-finding]").first()).toBeVisible();
    await page.keyboard.press("n");
    await page.keyboard.press(".");
    await expect(page.getByRole("button", { name: "Apply this fix" })).toBeEnabled();
    await page.keyboard.press(".");
    await expect(page.getByTestId(verdict)).not.toHaveText(before);
  }
  await expect(page.getByTestId(verdict)).not.toContainText("stop");
});

test("adds a monitor and connects it by keyboard, and by typing", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path`);
  await page.keyboard.press("a");
  const sheet = page.getByRole("dialog", { name: "Add devices" });
  await page.getByLabel("Search by name").fill("ashgill 5 on");
  await page.getByLabel("Search by name").press("Enter");
  await expect(sheet.getByRole("region", { name: "Chosen" })).toContainText("1Ashgill 5 on-board monitor");
  await sheet.getByLabel("Unit").selectOption("Village");
  await sheet.getByRole("button", { name: "Add only" }).click();
  await expect(sheet).toContainText("1 device added.");
  await page.keyboard.press("Escape");
  const monitor = page.getByRole("button", { name: /^Monitor, / });
  await expect(monitor).toHaveAttribute("aria-pressed", "true");
  const row = page.getByRole("row", { name: /^Monitor/ });
  await expect(row).toContainText("nothing");

  // From the receiver: a free output, the inputs in order of fit, Enter.
  await page.getByRole("button", { name: /^Village link/ }).click();
  await page.keyboard.press("c");
  const panel = page.getByRole("region", { name: "Connect v-rx.sdi2" });
  await expect(panel.getByRole("button", { name: /^monitor\.sdi/ })).toBeFocused();
  await expect(panel.getByText("takes HDMI, not SDI").first()).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(row).toContainText("1080p25 4:2:2 8-bit");
  await expect(monitor).toHaveAttribute("aria-pressed", "true");

  // Taken out again, and typed.
  await page.keyboard.press("u");
  await expect(row).toContainText("nothing");
  await page.keyboard.press("/");
  const line = page.getByRole("combobox", { name: "Command" });
  await line.fill("v-rx.sdi2 > moni");
  await expect(page.getByRole("option").first()).toContainText("v-rx.sdi2 > monitor.sdi");
  await line.press("Tab");
  await expect(line).toHaveValue("v-rx.sdi2 > monitor.sdi");
  await line.fill("v-rx.sdi2 > monitor.sdi mini 5 m");
  await expect(page.getByText("Enter does it.")).toBeVisible();
  await line.press("Enter");
  await expect(row).toContainText("1080p25 4:2:2 8-bit");
});

test("walks along the signal and lights up its path", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path`);
  await page.getByRole("button", { name: /^C camera/ }).click();
  await page.keyboard.press("ArrowRight");
  await expect(page.getByRole("button", { name: /^C recorder, Ashgill/ })).toBeFocused();
  await page.keyboard.press("ArrowRight");
  await expect(page.getByRole("button", { name: /^Client, Ashgill/ })).toHaveAttribute("aria-pressed", "true");
  await page.keyboard.press("ArrowLeft");
  await page.keyboard.press("ArrowLeft");
  await expect(page.getByRole("button", { name: /^C camera, Orrell/ })).toHaveAttribute("aria-pressed", "true");
  await expect(page.locator("#device-client")).toHaveAttribute("opacity", "1");
  await expect(page.locator("#device-b")).toHaveAttribute("opacity", "0.6");
});

test("sets 2160p50 and sees the wire rates and the new findings", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path`);
  const run = page.getByRole("button", { name: /^Cable a\.sdi1 to a-mon\.sdi/ });
  await expect(run).toHaveAccessibleName(/2160p25 · 6G/);
  await page.getByRole("button", { name: /^Project format/ }).click();
  await page.getByLabel("Project format", { exact: true }).fill("2160p50");
  await page.getByLabel("Project format", { exact: true }).press("Enter");
  // B camera's output goes off at that rate while it records inside: that is said first.
  await expect(page.getByRole("dialog")).toContainText("Micro HDMI of B camera is off");
  await page.getByRole("button", { name: "Change anyway" }).click();
  await expect(run).toHaveAccessibleName(/2160p50 · 12G/);
  await expect(page.getByTestId(verdict)).not.toHaveText("10 stops, 15 cautions, 6 notes");
  await page.keyboard.press("Escape");
  await run.focus();
  await page.keyboard.press("Enter");
  await expect(page.getByText("11.880 Gb/s").first()).toBeVisible();
  await page.getByRole("button", { name: "Wire rate: show the working" }).click();
  await expect(page.getByRole("dialog")).toContainText("5280 × 2250");
});

test("swaps codec and card and reads the new time", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/record?open=b-rec,b`);
  const recorder = page.getByRole("article", { name: "B recorder" });
  const time = page.getByTestId("time-b-rec");
  await expect(time).toContainText("42 min");
  // Its small battery would end it next: it goes.
  await page.evaluate(async () => {
    await fetch("/api/productions/the-night-pour/commands", {
      method: "POST",
      headers: { "Content-Type": "application/json", "If-Match": '"1"' },
      body: JSON.stringify({ build: "night", commands: [{ do: "remove-device", build: "night", device: "b-recb" }] }),
    });
  });
  await expect(recorder.getByText("B recorder battery empty")).toHaveCount(0);
  await recorder.getByLabel("Card or drive").selectOption("SSD caddy 1 TB");
  await expect(time).toContainText("2 h 55 min");
  await recorder.getByLabel("Codec").selectOption("Mezzanine Light");
  await expect(time).toContainText("6 h 18 min");
  await time.getByRole("button").click();
  await expect(page.getByRole("dialog")).toContainText("1.64 bits a pixel");
  await page.keyboard.press("Escape");
  // The least of all limits is shown: the body ends a clip before its card is full.
  await expect(page.getByTestId("time-b")).toContainText("30 min");
  await expect(page.getByRole("article", { name: "B camera" }).getByText("overheat cutoff")).toBeVisible();
});

test("sees the edits of another window arrive", async ({ page, server, context }) => {
  await open(page, server, `${NIGHT}/path`);
  const other = await context.newPage();
  await open(other, server, `${NIGHT}/path?at=device:dir`);
  await other.getByLabel("Name", { exact: true }).fill("Director’s screen");
  await other.getByLabel("Name", { exact: true }).press("Enter");
  await expect(page.getByRole("row", { name: /^Director’s screen/ })).toBeVisible();
});

test("makes a stale edit and loses nothing", async ({ page, server, context }) => {
  // This window doesn't hear of changes: it shares no stream with others, and its own breaks.
  await page.addInitScript(() => Reflect.deleteProperty(window, "SharedWorker"));
  await page.route("**/events", (route) => route.abort());
  await open(page, server, `${NIGHT}/path?at=device:dir`);
  await expect(page.getByText("Server away, trying again")).toBeVisible();
  const other = await context.newPage();
  const rename = async (device: string, name: string) => {
    await open(other, server, `${NIGHT}/path?at=device:${device}`);
    await other.getByLabel("Name", { exact: true }).fill(name);
    await other.getByLabel("Name", { exact: true }).press("Enter");
    await expect(other.getByRole("row", { name: new RegExp(`^${name}`) })).toBeVisible();
  };
  const name = page.getByLabel("Name", { exact: true });
  // What others do elsewhere keeps nobody up: both edits are there.
  await rename("client", "Guests");
  await page.getByLabel("Travels with").selectOption("yard");
  await expect(page.getByRole("row", { name: /^Guests/ })).toBeVisible();
  await expect(page.getByLabel("Travels with")).toHaveValue("yard");

  // The same name, from two windows: whose counts is for a person to say.
  await rename("dir", "Video village");
  await name.fill("Director, first row");
  await name.press("Enter");
  await expect(page.getByText("Someone changed the production meanwhile, and you see their change now.")).toBeVisible();
  await expect(page.getByRole("row", { name: /^Video village/ })).toBeVisible();
  await expect(name).toHaveValue("Director, first row");
  await page.getByRole("button", { name: "Retry" }).click();
  await expect(page.getByRole("row", { name: /^Director, first row/ })).toBeVisible();
  await expect(other.getByRole("row", { name: /^Director, first row/ })).toBeVisible();
});

test("finds everything as it was after a restart, undo included", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path`);
  await page.getByRole("button", { name: "Set B timecode box to 25" }).click();
  await page.getByRole("button", { name: "Apply this fix" }).click();
  await expect(page.getByTestId(verdict)).toHaveText("9 stops, 15 cautions, 6 notes");
  // The views that weren't opened yet have come meanwhile.
  await quiet(page);
  await page.waitForTimeout(2_000);
  await server.stop();
  await expect(page.getByText("Server away, trying again")).toBeVisible();

  // What is typed while the server is away waits, seen to wait, also from another view, and is sent by itself.
  await page.getByRole("button", { name: /^Director, Ashgill/ }).click();
  const name = page.getByLabel("Name", { exact: true });
  await name.fill("Typed meanwhile");
  await name.press("Enter");
  await expect(name).toHaveValue("Typed meanwhile");
  await expect(page.getByText("Server away: 1 change waits")).toBeVisible();
  await page.getByRole("link", { name: /^Record/ }).click();
  await expect(page.getByRole("heading", { name: "Recorders" })).toBeVisible();
  await expect(page.getByText("Server away: 1 change waits")).toBeVisible();

  await server.start();
  await expect(page.getByText("Server away")).toBeHidden();
  await page.getByRole("link", { name: /^Path/ }).click();
  await expect(page.getByRole("row", { name: /^Typed meanwhile/ })).toBeVisible();
  await page.reload();
  await expect(page.getByTestId(verdict)).toHaveText("9 stops, 15 cautions, 6 notes");
  await page.getByRole("button", { name: "Undo" }).click();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(page.getByTestId(verdict)).toHaveText("10 stops, 15 cautions, 6 notes");
});
