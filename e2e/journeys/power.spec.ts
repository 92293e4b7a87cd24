import { expect, NIGHT, open, test } from "../server";

test("what would be destroyed is said first, and its fix feeds the coupler from another outlet", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/power`);
  const supply = page.getByRole("region", { name: "Supply", exact: true });
  await expect(supply.getByText("don’t plug it in")).toBeVisible();
  const aside = page.getByRole("complementary", { name: "Supply of a device" });
  await expect(aside.getByRole("heading", { name: "B camera" })).toBeVisible();
  await expect(aside).toContainText(
    "Don’t plug it in: B camera would be destroyed. Coupler of B coupler gives 12 V, Battery slot of B camera takes 6.5 to 8.4 V.",
  );
  const apply = async (fix: RegExp) => {
    await aside.getByRole("button", { name: fix }).click();
    await page.getByRole("button", { name: "Apply this fix" }).click();
  };
  await apply(/^Feed Barrel in of B coupler from Barrel, 7.2 V of B plate/);
  await expect(page.getByTestId("verdict")).toHaveText("9 stops, 15 cautions, 6 notes");
  await expect(supply.getByText("don’t plug it in")).toBeHidden();
  // The other two troubles of its power are mended where they stand.
  await supply.getByRole("button", { name: /^(note|caution)? ?A plate/ }).click();
  await apply(/N47 camcorder battery, 7.2 V on Battery of A monitor/);
  await expect(page.getByTestId("verdict")).toHaveText(/^9 stops, 14 cautions/);
  await supply.getByRole("button", { name: /^(note|caution)? ?B recorder battery/ }).click();
  await apply(/^Use a Stannard N47 camcorder battery/);
  await expect(page.getByTestId("verdict")).toHaveText(/^9 stops, 13 cautions/);
  await expect(supply.getByRole("img", { name: "caution" })).toHaveCount(0);
});

test("the air is dragged into the cold, and the day changes", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/power`);
  const lanes = page.getByRole("region", { name: "The day" });
  await expect(lanes.getByText("9 h 46 min; cold, 28 s off")).toBeVisible();
  const air = page.getByRole("slider", { name: "Temperature" });
  await air.fill("-10");
  await air.blur();
  await expect(page.getByText("-10 °C, 75 % left")).toBeVisible();
  await expect(lanes.getByText("7 h 20 min; cold, 28 s off")).toBeVisible();
  await page.getByRole("button", { name: "Undo", exact: true }).click();
  await expect(lanes.getByText("9 h 46 min; cold, 28 s off")).toBeVisible();
});

test("a measured run is logged, and the battery is reckoned with as it is", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/power?power=mix-bat`);
  const aside = page.getByRole("complementary", { name: "Supply of a device" });
  await expect(aside).toContainText("88.2 Wh can be used, 9 h 46 min at 9 W");
  await aside.getByLabel("Drawn").fill("35 W");
  await aside.getByLabel("Lasted").fill("1 h 45 min");
  await aside.getByRole("button", { name: "Log this run" }).click();
  await expect(aside).toContainText("Health 69.4 %.");
  await expect(aside).toContainText("61.3 Wh can be used");
  await aside.getByLabel("Lasted").fill("2 h");
  await aside.getByRole("button", { name: "Log this run" }).click();
  await expect(aside).toContainText("Its runs tell 69.4 to 79.4 %: the lower is used.");
  // What can't be a run is refused, and what was typed stays.
  await aside.getByLabel("Lasted").fill("long");
  await aside.getByRole("button", { name: "Log this run" }).click();
  await expect(page.getByRole("status").or(page.getByRole("alert")).filter({ hasText: "long" }).first()).toBeVisible();
  await expect(aside.getByRole("list", { name: "Measured runs" }).getByRole("listitem")).toHaveCount(2);
});

test("a good battery's run tells what a load draws, and the figure opens its working", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/power?power=focus`);
  const aside = page.getByRole("complementary", { name: "Supply of a device" });
  const log = async (lasted: string, beside: string) => {
    await aside.getByLabel("It holds").fill("98 Wh");
    await aside.getByLabel("Lasted").fill(lasted);
    await aside.getByLabel("Beside it").fill(beside);
    await aside.getByRole("button", { name: "Log this run" }).click();
  };
  await log("6 h", "4 W");
  await expect(aside).toContainText("Measured: 10.7 W");
  const supply = page.getByRole("region", { name: "Yard", exact: true });
  await expect(supply).toContainText("draws 18.8 W");
  await aside.getByRole("button", { name: "What it draws: show the working" }).click();
  await expect(page.getByRole("dialog")).toContainText("98 Wh × 0.9 × 1 at 20 °C ÷ 6 h 00 min, less 4 W beside it");
  await page.keyboard.press("Escape");
  // More beside it than the battery gave: refused with the sum, and what was typed stays.
  await log("6 h", "40 W");
  await expect(page.getByText(/nothing is left for this load/).first()).toBeVisible();
  await expect(aside.getByLabel("Beside it")).toHaveValue("40 W");
  await expect(aside.getByRole("list", { name: "Measured runs" }).getByRole("listitem")).toHaveCount(1);
  await aside.getByRole("button", { name: "Remove this run" }).click();
  await expect(supply).toContainText("draws 17.1 W");
});

test("the charging rota is printed, with the changes and what to carry", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/power`);
  // What is on the page while it is printed.
  await page.evaluate(() => {
    window.print = () => {
      document.body.dataset.printed = document.querySelector("main")?.innerText ?? "";
    };
  });
  await page.getByRole("button", { name: "Print charging rota" }).click();
  const printed = await page.evaluate(() => document.body.dataset.printed ?? "");
  expect(printed).toContain("Charging rota");
  expect(printed).toMatch(/On the chargers\s+18:33\s+B recorder battery\s+Stannard FN2 charger/);
  expect(printed).toContain("above 100 Wh: the carrier must agree; its current rules win");
  await expect(page.getByRole("heading", { name: "Power", exact: true })).toBeVisible();
});

test("a finding of the map leads to the supply, and a unit is powered for ten hours in one undo", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path`);
  const plate = page.getByRole("button", { name: /^A transmitter, Pellow/ });
  await expect(plate).toHaveAccessibleName(/on A transmitter battery until 20:01/);
  await page.getByRole("article").filter({ hasText: "P-101" }).getByRole("button", { name: "Show the supply" }).click();
  await expect(page.getByRole("complementary", { name: "Supply of a device" }).getByRole("heading", { name: "B camera" })).toBeVisible();
  await page.getByRole("button", { name: "Power a unit" }).click();
  const sheet = page.getByRole("dialog", { name: "Power a unit" });
  await sheet.getByLabel("Unit", { exact: true }).selectOption({ label: "Yard" });
  await sheet.getByLabel("For").fill("many");
  await sheet.getByRole("button", { name: "Look for ways" }).click();
  await expect(sheet).toContainText("many");
  await sheet.getByLabel("For").fill("10 h");
  await sheet.getByRole("button", { name: "Look for ways" }).click();
  const ways = sheet.getByRole("list", { name: "Ways" }).getByRole("listitem");
  await expect(ways).toHaveCount(4);
  await expect(ways.nth(0)).toContainText(/As it stands.*Lasts7 h 54 min.*Here to compare with/);
  await expect(ways.nth(2)).toContainText(/Fewest changes.*Lasts10 h 21 min.*Changes0/);
  await ways.nth(2).getByRole("button", { name: "Take this" }).click();
  const supply = page.getByRole("region", { name: "Yard", exact: true });
  await expect(supply).toContainText("Yard plate");
  await expect(supply).toContainText("lasts 10 h 21 min, with Yard battery 2");
  await page.getByRole("button", { name: "Undo", exact: true }).first().click();
  await expect(supply).toContainText("Yard splitter");
});

test("a floor without power says what this view is for", async ({ page, server }) => {
  await open(page, server, "/p/the-night-pour/day/power");
  await expect(page.getByText("No power stands on the floor.")).toBeVisible();
});
