import { expect, NIGHT, open, test } from "../server";

test("a recorder’s needs and limits answer while they are changed", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/record?open=a`);
  const recorder = page.getByRole("article", { name: "A camera", exact: true });
  const last = recorder.getByRole("textbox", { name: "Must last" });
  await last.fill("2h10");
  await last.press("Enter");
  await expect(last).toHaveValue("2 h 10 min");
  await expect(recorder).toContainText("A camera must record 2 h 10 min; after 1 h 29 min its media are full");
  await recorder.getByRole("button", { name: /^Put .* in A camera/ }).click();
  await recorder.getByRole("button", { name: "Apply this fix" }).click();
  await expect(recorder).not.toContainText("its media are full");
  await last.fill("soon");
  await last.press("Enter");
  await expect(recorder.getByRole("alert")).toContainText("write it like 2 h 10 min, 2h10, 70 min or 1:10");
  await expect(last).toHaveValue("soon");
});

test("two slots are recorded one after the other", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/record?open=c-rec`);
  const recorder = page.getByRole("article", { name: "C recorder", exact: true });
  await expect(page.getByTestId("time-c-rec")).toContainText("2 h 55 min");
  await recorder.getByLabel("Slot 2").selectOption("SSD caddy 1 TB");
  await expect(page.getByTestId("time-c-rec")).toContainText("5 h 50 min");
  await recorder.getByLabel("Slot 1").selectOption("Empty");
  await expect(page.getByTestId("time-c-rec")).toContainText("2 h 55 min");
});

test("a recorder stops and records again", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/record?open=b`);
  await page.getByRole("button", { name: "Stop recording on B camera" }).click();
  const idle = page.getByRole("region", { name: "Not recording" });
  await expect(idle).toContainText("B camera");
  await idle.getByRole("button", { name: "Record on B camera" }).click();
  // It starts on the best that it does, with a card of the kit.
  await expect(page.getByText(/^Recording on B camera: /)).toBeVisible();
  await expect(page.getByTestId("time-b")).toContainText("30 min");
  await expect(page.getByRole("article", { name: "B camera", exact: true }).getByLabel("Slot 1")).not.toHaveValue("");
});

test("sound tracks are counted against what arrives", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/record?open=a`);
  const recorder = page.getByRole("article", { name: "A camera", exact: true });
  const tracks = recorder.getByLabel("Sound tracks (2 channels arrive)");
  await tracks.fill("3");
  await tracks.press("Enter");
  await expect(recorder).toContainText("A camera is set to record 3 sound tracks; 2 arrive");
  for (const [typed, sentence] of [
    ["many", /isn’t a number of tracks/],
    ["99", /it records at most 4 sound tracks, not 99/],
  ] as const) {
    await tracks.fill(typed);
    await tracks.press("Enter");
    await expect(recorder.getByRole("alert")).toContainText(sentence);
    await expect(tracks).toHaveValue(typed);
  }
});

test("the house rules move every recorder", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/record?open=a`);
  const recorder = page.getByRole("article", { name: "A camera", exact: true });
  await expect(recorder).toContainText("swap level after 1 h 16 min");
  const level = page.getByLabel("Cards changed at");
  await level.fill("50%");
  await level.press("Enter");
  await expect(recorder).toContainText("swap level after 44 min");
  const reserve = page.getByLabel("Reserve of a card");
  await reserve.fill("150 %");
  await reserve.press("Enter");
  await expect(page.getByRole("alert")).toContainText("write it from 0 % to 100 %");
});

test("what all must do is said once", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/record?open=a`);
  const all = page.getByLabel("All must last");
  await all.fill("25 min");
  await all.press("Enter");
  for (const name of ["A camera", "B camera", "B recorder", "C recorder"])
    await expect(page.getByRole("article", { name, exact: true }).getByRole("img", { name: "must last 25 min" })).toBeVisible();
  await expect(all).toHaveValue("25 min");
  // The same recording for all: who can't take it over keeps its own.
  const recorder = page.getByRole("article", { name: "A camera", exact: true });
  await recorder.getByLabel("Codec", { exact: true }).selectOption("Mezzanine Light");
  await recorder.getByRole("button", { name: "Set all like A camera" }).click();
  await expect(page.getByRole("article", { name: "C recorder", exact: true })).toContainText("Mezzanine Light");
  await expect(page.getByRole("article", { name: "B camera", exact: true })).toContainText("H.264");
  await page.keyboard.press("u");
  await expect(page.getByRole("article", { name: "C recorder", exact: true })).toContainText("Mezzanine High");
});

test("how long on 512 GB is answered within three acts from the first page", async ({ page, server }) => {
  await page.goto(server.address);
  await page.getByRole("link", { name: /^Calculator/ }).click();
  await page.getByLabel("Codec").selectOption("Compressed raw 5:1");
  await page.getByLabel("Card").fill("512 GB");
  await expect(page.getByTestId("calculator")).toHaveText(/^\d+ h \d\d min$/);
  await expect(page.getByText("÷ 5.00 × 25 frames a second")).toBeVisible();
});
