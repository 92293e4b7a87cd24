import { expect, NIGHT, open, test, quiet } from "../server";

const verdict = (page: import("@playwright/test").Page) => page.getByTestId("verdict");

test("the demo’s rig troubles are mended where the rig is drawn", async ({ page, server }) => {
  // Each fix is looked for, looked at and applied.
  test.slow();
  await open(page, server, `${NIGHT}/build`);
  const aside = page.getByRole("complementary", { name: "Of the rig" });
  const before = await verdict(page).textContent();
  expect(before).toMatch(/^10 stops, 15 cautions/);
  const apply = async (fix: RegExp) => {
    const offered = aside.getByRole("button", { name: fix }).first();
    const kept = page.getByRole("button", { name: "Apply this fix" });
    // What was looked for again meanwhile has moved or closed it: it is asked once more.
    await expect(async () => {
      if (!(await kept.isVisible())) await offered.click({ timeout: 3000 });
      await kept.click({ timeout: 3000 });
    }).toPass({ timeout: 60_000 });
  };
  await apply(/^Use 0.7 m of Thin rig coax/);
  await expect(verdict(page)).toHaveText(/^9 stops/);
  await apply(/^Use the Holme 15 mm rods, 8"/);
  await expect(verdict(page)).toHaveText(/^8 stops, 15 cautions/);
  await apply(/^Use the Holme A2 tilting monitor mount/);
  await expect(verdict(page)).toHaveText(/^8 stops, 14 cautions/);
  await apply(/^Put A top microphone on a Holme CS3 cold shoe on 1\/4", on A monitor/);
  await expect(verdict(page)).toHaveText(/^8 stops, 12 cautions/);
  await apply(/^Slide A handle 4 mm/);
  await expect(verdict(page)).toHaveText(/^8 stops, 11 cautions/);
  await page.getByLabel("Rig", { exact: true }).selectOption({ label: "B camera" });
  await expect(page.getByRole("group", { name: "From the left of B camera" })).toBeVisible();
  await expect(aside).toContainText("B battery bracket is in the way");
  await apply(/^Slide B battery bracket 13 mm back/);
  await expect(verdict(page)).toHaveText(/^8 stops, 10 cautions/);
  await apply(/^Support B lens with the Holme LS1/);
  await expect(verdict(page)).toHaveText(/^8 stops, 9 cautions/);
  // Its small socket without a clamp is a trouble of the rig as well.
  await apply(/^Put a micro HDMI clamp/);
  await expect(verdict(page)).toHaveText(/^8 stops, 8 cautions/);
});

test("the handle is slid until it hangs level, as one undo, and a part is taken off and mounted again", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/build?build=a-handle`);
  const figures = page.getByRole("region", { name: "Figures" });
  const aside = page.getByRole("complementary", { name: "Of the rig" });
  await expect(figures).toContainText("leans 3.5° left");
  // A figure opens its working.
  await figures.getByRole("button", { name: "A handle: show the working" }).click();
  await expect(page.getByRole("dialog")).toContainText("atan(right ÷ below)");
  await page.keyboard.press("Escape");
  const slide = aside.getByRole("slider", { name: /Slide A handle/ });
  // What would only be wrong there is said, without fixes; slid back to where it was, nothing is kept.
  const arises = aside.getByRole("article", { name: /A timecode box and A handle stand 12 mm into each other/ });
  await slide.fill("-40");
  await expect(arises).toContainText("Fixes are looked for when you let go");
  // A working of how it was would explain another figure.
  const working = figures.getByRole("button", { name: "A handle: show the working" });
  await expect(working).toBeHidden();
  await slide.fill("12");
  await expect(arises).toBeHidden();
  await slide.blur();
  await expect(working).toBeVisible();
  await expect(page.getByRole("button", { name: "Undo", exact: true })).toBeDisabled();
  await slide.fill("4");
  // It follows while it is held; letting go keeps it.
  await expect(figures).toContainText("leans 0.1° left");
  await slide.blur();
  await expect(page.getByRole("button", { name: "Undo", exact: true })).toBeEnabled();
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(figures).toContainText("leans 3.5° left");
  // A figure that can't be is refused with what is taken.
  await aside.getByLabel("Along, mm").fill("400");
  await aside.getByLabel("Along, mm").press("Enter");
  await expect(aside).toContainText("it slides from -40 to 40 mm there, not to 400 mm");
  await page
    .getByRole("region", { name: "Parts" })
    .getByRole("button", { name: /A timecode box/ })
    .click();
  await aside.getByRole("button", { name: "Take off" }).click();
  await expect(page.getByRole("region", { name: "Parts" }).getByRole("button", { name: /A timecode box/ })).toBeHidden();
  // It is proposed where it goes best, and where it fits is lit on the drawings.
  await aside.getByRole("button", { name: "Mount", exact: true }).click();
  const mount = aside.getByRole("region", { name: "Mount a part" });
  await mount.getByRole("button", { name: /^A timecode box/ }).click();
  await expect(mount.getByText("Best, as the house has it")).toBeVisible();
  await expect(mount.getByRole("button", { name: "A camera: cold shoe, top, 39 mm left", exact: true })).toBeVisible();
  const lit = page.getByRole("group", { name: "From above of A camera" }).locator("title", { hasText: "A camera: cold shoe, top, 39 mm left" });
  await expect(lit).toHaveCount(1);
  await mount.getByRole("button", { name: "Why not elsewhere" }).click();
  await expect(mount).toContainText("A top plate: cold shoe, top, 36 mm left: A sound receiver sits there");
  await mount
    .getByRole("button", { name: /^Mount A timecode box on / })
    .first()
    .click();
  await expect(page.getByRole("region", { name: "Parts" }).getByRole("button", { name: /A timecode box/ })).toBeVisible();
  await page.getByRole("button", { name: "Undo", exact: true }).first().click();
  // A click on what is lit mounts it there.
  await mount.getByRole("button", { name: /^A timecode box/ }).click();
  await lit.locator("xpath=..").click({ force: true });
  await expect(page.getByRole("region", { name: "Parts" }).getByRole("button", { name: /A timecode box/ })).toBeVisible();
});

test("A camera is built from bare by its steps on a phone, and the ticks are kept", async ({ page, server }) => {
  await page.setViewportSize({ width: 390, height: 800 });
  await open(page, server, `${NIGHT}/build?panel=steps`);
  const steps = page.getByRole("region", { name: "Steps" });
  const boxes = steps.getByRole("checkbox");
  await expect(boxes.first()).toBeVisible();
  const count = await boxes.count();
  expect(count).toBeGreaterThan(20);
  await expect(boxes.first()).toHaveAccessibleName("1. A camera onto A base plate");
  for (let step = 0; step < count; step += 1) await boxes.nth(step).click();
  await expect(steps).toContainText("0 left");
  const size = await boxes.first().boundingBox();
  expect(size?.height).toBeGreaterThanOrEqual(40);
  await page.reload();
  await expect(steps).toContainText("0 left");
  await steps.getByRole("button", { name: "Begin again" }).click();
  await expect(steps).toContainText(`${count} left`);
  // Nothing runs sideways out of the window.
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

test("from full to handheld, in steps; the line check; steps and packing on paper", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/build`);
  const aside = page.getByRole("complementary", { name: "Of the rig" });
  await aside.getByRole("button", { name: "Change" }).click();
  await expect(aside.getByLabel("Change to")).toHaveValue("day");
  await expect(aside.getByRole("checkbox", { name: /^\d+\. A rods off A base plate, with what sits on it/ })).toBeVisible();
  await aside.getByRole("button", { name: "Check", exact: true }).click();
  await expect(aside.getByRole("checkbox", { name: /^Focus monitor shows A camera, \d+ ms after the lens/ })).toBeVisible();
  await expect(aside.getByRole("checkbox", { name: /What hangs above people has a second fixing/ })).toBeVisible();
  await page.evaluate(() => {
    window.print = () => {
      document.body.dataset.printed = document.querySelector("main")?.innerText ?? "";
    };
  });
  await page.getByRole("button", { name: "Print steps" }).click();
  const printed = await page.evaluate(() => document.body.dataset.printed ?? "");
  expect(printed).toContain("A camera, Night pour");
  expect(printed).toMatch(/To pack[\s\S]*1 × Holme B1 base plate with 15 mm rods/);
  // Cases with what is in them, and a label for all that comes off.
  expect(printed).toMatch(/Cases[\s\S]*Fell & Brand C2 case[\s\S]*A handle with A monitor arm and A monitor/);
  expect(printed).toMatch(/Labels[\s\S]*The Night Pour, case 1/);
  expect(printed).toContain("Low Yard hire");
});

test("from handheld to the gimbal, with its cases, what it costs, and the crew's own pace", async ({ page, server }) => {
  await open(page, server, "/p/the-night-pour/day/build?panel=change");
  const aside = page.getByRole("complementary", { name: "Of the rig" });
  await aside.getByLabel("Change to").selectOption({ label: "Gimbal walk" });
  await expect(aside.getByRole("checkbox", { name: /^3\. A top plate off A camera, with what sits on it/ })).toBeVisible();
  await expect(aside.getByText("tilt locked; hold it until the plate clicks, fingers out of it")).toBeVisible();
  await page.getByLabel("Build", { exact: true }).selectOption({ label: "Gimbal walk" });
  await expect(page.getByRole("region", { name: "Figures" })).toContainText("120.00 a day hired");
  await aside.getByRole("button", { name: "Cases" }).click();
  await expect(aside.getByRole("article", { name: "Case 1" })).toContainText("A base plate with A camera, on its side");
  await expect(aside.getByRole("img", { name: "Case 1 from above", exact: true })).toBeVisible();
  await aside.getByRole("button", { name: "Steps" }).click();
  const pace = aside.getByRole("region", { name: "How long it took" });
  await pace.getByLabel("It took").fill("ages");
  await pace.getByLabel("It took").press("Enter");
  await expect(pace).toContainText("write it like 2 h 10 min");
  await pace.getByLabel("It took").fill("4 min");
  await pace.getByLabel("It took").press("Enter");
  await expect(pace).toContainText(/[\d.]+ times the guides, as one build of yours took\./);
  await pace.getByRole("button", { name: /^Forget A camera, Gimbal walk/ }).click();
  await expect(pace).toContainText("The times are guides.");
});

test("once opened, steps, checks, cases and changes are there without a network", async ({ page, server, context }) => {
  await page.setViewportSize({ width: 390, height: 800 });
  await open(page, server, `${NIGHT}/build?panel=steps`);
  const aside = page.getByRole("complementary", { name: "Of the rig" });
  await expect(aside.getByRole("checkbox").first()).toBeVisible();
  await quiet(page);
  await context.setOffline(true);
  const first = aside.getByRole("checkbox").first();
  await first.click();
  await expect(first).toBeChecked();
  for (const [panel, words] of [
    ["Check", /Focus monitor shows A camera/],
    ["Cases", /A handle with A monitor arm and A monitor/],
    ["Change", /A rods off A base plate/],
    ["Part", /A base plate|A monitor/],
  ] as const) {
    await aside.getByRole("button", { name: panel, exact: true }).click();
    await expect(aside).toContainText(words);
  }
  await context.setOffline(false);
});

test("what a thing costs and whose it is stands in the kit, and adds up", async ({ page, server }) => {
  await open(page, server, "/p/the-night-pour/day/kit");
  await expect(page.getByText("The build costs 12,465.00 bought.")).toBeVisible();
  await page.getByRole("button", { name: "Prices and owners" }).click();
  const price = page.getByLabel("To buy: Thin rig coax", { exact: false }).or(page.getByLabel("To buy: 0.7 m of Thin rig coax, BNC")).last();
  await price.fill("12,50");
  await price.press("Enter");
  await expect(page.getByText("write it like 35, 12.50 or 1,200")).toBeVisible();
  await price.fill("12.50");
  await price.press("Enter");
  await expect(page.getByText("The build costs 12,477.50 bought.")).toBeVisible();
  await page.getByLabel("Owner: Orrell C4 cinema body").fill("Low Yard hire");
  await page.getByLabel("Owner: Orrell C4 cinema body").press("Enter");
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(page.getByLabel("Owner: Orrell C4 cinema body")).toHaveValue("");
});

test("a build without joints says what this view is for", async ({ page, server }) => {
  await open(page, server, "/p/the-night-pour/interview/build");
  await expect(page.getByText("Nothing is mounted yet.")).toBeVisible();
});

test("the battery is slid along its rods until it hangs level", async ({ page, server }) => {
  // A camera with a lens, a handle, and its battery on a bracket behind.
  const production = `${server.address}/api/productions/the-night-pour`;
  const add = (device: string, handle: string) => ({ do: "add-device", build: "hang", device, unit: "u", name: handle, handle });
  const put = (part: string, onto: string, slide = 0) => ({ do: "put-joint", build: "hang", joint: { part, onto, slide } });
  const commands = [
    { do: "add-build", id: "hang", name: "Hanging" },
    { do: "add-unit", build: "hang", name: "u" },
    add("holme-b1", "plate"),
    add("orrell-c4", "camera"),
    add("larkrigg-p35", "lens"),
    add("holme-h1", "handle"),
    add("holme-r15-18", "rods"),
    add("holme-bpr", "bracket"),
    add("stannard-p2", "mount"),
    add("stannard-v98", "battery"),
    put("camera.base", "plate.top"),
    put("rods.held", "plate.rods", -380),
    put("lens.mount", "camera.mount"),
    put("handle.foot", "camera.top38"),
    put("bracket.rods", "rods.rods", 160),
    put("mount.pattern", "bracket.plate"),
    put("battery.contacts", "mount.batt"),
  ];
  const { revision } = (await (await page.request.get(production)).json()) as { revision: number };
  const sent = await page.request.post(`${production}/commands`, { data: { build: "night", commands }, headers: { "If-Match": `"${revision}"` } });
  expect(sent.status(), await sent.text()).toBe(200);
  await open(page, server, "/p/the-night-pour/hang/build?build=bracket");
  const figures = page.getByRole("region", { name: "Figures" });
  const aside = page.getByRole("complementary", { name: "Of the rig" });
  await expect(figures).toContainText("hangs 13.1° nose up");
  await expect(aside).toContainText("Hung from handle it tips 13.1° nose up");
  const slide = aside.getByRole("slider", { name: /Slide bracket/ });
  for (const to of ["220", "291"]) await slide.fill(to);
  await expect(figures).toContainText("hangs 0.1° nose up");
  await slide.blur();
  // It is kept, and nothing is said of it any more.
  await expect(aside.getByLabel("Along, mm")).toHaveValue("291");
  await expect(aside).not.toContainText("Hung from handle");
});
