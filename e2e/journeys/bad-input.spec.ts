import { expect, NIGHT, open, test } from "../server";

test("fields keep a wrong entry as it was typed and say what is accepted", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path?at=cable:l7`);
  const length = page.getByLabel("Length");
  for (const [typed, sentence] of [
    ["seventy", /write it like 35 m, 45 cm or 115 ft/],
    ["-3 m", /write it like 35 m/],
    ["1000000000000000000000000000 m", /write it like 35 m/],
    ["", /write it like 35 m/],
    ["<img src=x onerror=alert(1)>", /write it like 35 m/],
  ] as const) {
    await length.fill(typed);
    await length.press("Enter");
    await expect(page.getByRole("alert")).toContainText(sentence);
    await expect(length).toHaveValue(typed);
  }
  await length.press("Escape");
  await expect(length).toHaveValue("70 m");
  await length.fill("115 ft");
  await length.press("Enter");
  await expect(length).toHaveValue("35.052 m");
  await expect(page.getByTestId("verdict")).toHaveText("9 stops, 15 cautions, 7 notes");
});

test("an output isn’t set to what it doesn’t give", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path?at=device:a`);
  const output = page.getByLabel("SDI 2 (monitor) gives");
  await output.fill("2160p50");
  await output.press("Enter");
  await expect(page.getByRole("alert")).toContainText("it gives up to 1920×1080p60 4:2:2 10-bit");
  // Said once, where it was typed.
  await expect(page.getByText("it gives up to 1920×1080p60 4:2:2 10-bit")).toHaveCount(1);
  await expect(output).toHaveValue("2160p50");
});

test("typed commands that aren’t understood stay, with what is accepted", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/path`);
  await page.keyboard.press("Control+k");
  const line = page.getByRole("combobox", { name: "Command" });
  for (const [typed, sentence] of [
    ["make tea", /isn’t something to do here/],
    ["a.sdi1 > ", /name the input that a\.sdi1 goes to, like dir\.sdi/],
    ["a.sdi1 > dir.nothing", /there is no port “dir\.nothing” here; Director has/],
    ["a.sdi1 > dir.sdi", /Enter does it/],
  ] as const) {
    await line.fill(typed);
    await expect(page.locator("#line-says")).toContainText(sentence);
  }
  await line.press("Enter");
  await expect(page.getByRole("alert")).toContainText("already has a cable");
  await expect(line).toHaveValue("a.sdi1 > dir.sdi");
});

test("the calculator says what it can’t read and keeps it", async ({ page, server }) => {
  await page.goto(`${server.address}/calculator`);
  await expect(page.getByTestId("calculator")).toHaveText("1 h 29 min");
  const card = page.getByLabel("Card");
  for (const [typed, sentence] of [
    ["0 GB", /a capacity above 0 B is needed/],
    ["-5 GB", /write it like 512 GB/],
    ["10^30", /write it like 512 GB/],
  ] as const) {
    await card.fill(typed);
    await expect(page.getByText(sentence)).toBeVisible();
    await expect(card).toHaveValue(typed);
  }
  await card.fill("1.5tb");
  await page.getByLabel("Raster").fill("uhd");
  await page.getByLabel("Frame rate").fill("23.98");
  await expect(page.getByTestId("calculator")).toHaveText("4 h 32 min");
});

test("addresses that lead nowhere say so and offer a way on", async ({ page, server }) => {
  for (const path of ["/p/nobody/main/path", "/p/the-night-pour/nowhere/path", "/somewhere/else"]) {
    await page.goto(server.address + path);
    await expect(page.getByRole("heading", { name: "This can’t be shown" })).toBeVisible();
    await expect(page.getByRole("link", { name: "All productions" })).toBeVisible();
  }
});
