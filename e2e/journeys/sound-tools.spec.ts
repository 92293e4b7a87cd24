import { writeFileSync } from "node:fs";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import { expect, NIGHT, open, test } from "../server";

const BOOM = `${NIGHT}/sound?chain=${encodeURIComponent("boom1.out.1>mix.1")}`;

const side = (page: Page) => page.getByRole("complementary", { name: "Chain" });

test("what is set along a chain is set beside it, and refused in words", async ({ page, server }) => {
  await open(page, server, BOOM);
  const input = side(page).getByRole("group", { name: "Input 1 of Mixer" });
  const gain = input.getByLabel("Gain", { exact: true });
  await gain.fill("90");
  await gain.press("Enter");
  await expect(input.getByRole("alert")).toContainText("its gain goes from 0 dB to 76 dB");
  await expect(gain).toHaveValue("90");
  await gain.press("Escape");
  await expect(gain).toHaveValue("40 dB");
  await gain.fill("");
  await gain.press("Enter");
  await expect(input.getByLabel("Gain, planned")).toBeVisible();
  await input.getByRole("checkbox", { name: "48 V" }).click();
  await expect(side(page)).toContainText("Boom 1 works on 48 V, and Input 1 of Mixer gives none: they are off.");
  await input.getByRole("checkbox", { name: "48 V" }).click();
  await input.getByRole("checkbox", { name: "Pad" }).click();
  await input.getByRole("checkbox", { name: "Limiter" }).click();
  await input.getByLabel("Level").selectOption("line");
  await expect(side(page)).toContainText("is set to line, which gives none");
  for (let step = 0; step < 5; step += 1) await page.keyboard.press("u");
});

test("where a microphone is changes everything behind it", async ({ page, server }) => {
  await open(page, server, BOOM);
  const row = page.getByRole("region", { name: "Chains" }).getByRole("listitem").filter({ hasText: "Boom 1 on Mixer 1" });
  await expect(row).toContainText("−14.5");
  await side(page).getByLabel("Hears").selectOption("whisper");
  await expect(row).not.toContainText("−14.5");
  const from = side(page).getByLabel("From", { exact: true });
  await from.fill("1 mile");
  await from.press("Enter");
  await expect(side(page).getByRole("alert")).toContainText("isn’t a length");
  await from.fill("20 cm");
  await from.press("Enter");
  await expect(page.getByText(/a whisper at 0\.2 m: 54 dB SPL/)).toBeVisible();
  const room = page.getByLabel("The room’s own noise");
  await room.fill("30 dB");
  await room.press("Enter");
  await expect(row).toContainText(/\d\d dB/);
});

test("sound is set from the command line too", async ({ page, server }) => {
  await open(page, server, BOOM);
  const does = async (text: string) => {
    await page.keyboard.press("/");
    await page.keyboard.type(text);
    await page.keyboard.press("Enter");
    await expect(page.getByRole("combobox", { name: "Command" })).toBeHidden();
  };
  const input = side(page).getByRole("group", { name: "Input 1 of Mixer" });
  await does("gain mix.in1 25 dB");
  await expect(input.getByLabel("Gain", { exact: true })).toHaveValue("25 dB");
  await does("hears boom1 shout 2 m");
  await expect(side(page).getByLabel("Hears")).toHaveValue("shout");
  await does("room 50 dB");
  await expect(page.getByLabel("The room’s own noise")).toHaveValue("50 dB SPL");
  await does("sound");
  await expect(page).toHaveURL(/\/sound$/);
});

test("a floor without sound says what to do; a recorder names its tracks where it is set", async ({ page, server }) => {
  await open(page, server, "/p/the-night-pour/day/sound");
  await expect(page.getByRole("main")).toContainText("No microphone reaches a recorder that writes sound.");
  await open(page, server, `${NIGHT}/record?open=mix`);
  await expect(page.getByRole("article", { name: "Mixer", exact: true })).toContainText("Tracks: 1 Boom 1, 2 Boom 2, 3 Ribbon.");
  await page.getByRole("article", { name: "Mixer", exact: true }).getByRole("link", { name: "Change them in Sound" }).click();
  await expect(page.getByRole("region", { name: "Tracks of Mixer" })).toBeVisible();
  await open(page, server, `${NIGHT}/record?open=mix`);
  await page.getByRole("article", { name: "Mixer", exact: true }).getByText("More settings of Mixer").click();
  await page.getByLabel("Sound samples a second").selectOption("96000");
  await expect(page.getByRole("article", { name: "Mixer", exact: true })).toContainText("Mixer writes 96000 samples a second, the others 48000.");
});

test("a figure opens its working, and all gains are set at once", async ({ page, server }) => {
  await open(page, server, BOOM);
  await page.getByRole("button", { name: "Level of Boom 1 on Mixer: show the working" }).click();
  const working = page.getByRole("dialog");
  await expect(working).toContainText("20 mV/Pa, own noise 13 dB SPL");
  await expect(working).toContainText("full scale 24 dBu at 0 dB, EIN −128 dBu");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Set all gains" }).click();
  const row = page.getByRole("region", { name: "Chains" }).getByRole("listitem").filter({ hasText: "Boom 1 on Mixer 1" });
  await expect(row).not.toContainText("−5.5 dB");
  await page.keyboard.press("u");
  await expect(row).toContainText("−5.5 dB");
});

test("a long recording can be cancelled, and one that is dropped is read", async ({ page, server }) => {
  const tone = await (await page.request.get(`${server.address}/api/tone.wav?level=-20&hertz=440&seconds=2`)).body();
  await open(page, server, BOOM);
  await page.getByRole("button", { name: "Bench: tones, and recordings against the plan" }).click();
  const bench = page.getByRole("region", { name: "Sound bench" });
  // What the network holds back is cancelled by hand.
  await page.route("**/api/wav*", () => undefined);
  const path = join(server.folder, "held.wav");
  writeFileSync(path, tone);
  await bench.getByLabel("Read a recording").setInputFiles(path);
  await bench.getByRole("button", { name: "Cancel" }).click();
  await expect(bench.getByRole("alert")).toHaveText("Reading was cancelled.");
  await page.unroute("**/api/wav*");
  const dropped = await page.evaluateHandle(
    (bytes) => {
      const data = new DataTransfer();
      data.items.add(new File([new Uint8Array(bytes)], "dropped.wav", { type: "audio/wav" }));
      return data;
    },
    [...tone],
  );
  await bench.getByText("or drop a WAV here").dispatchEvent("drop", { dataTransfer: dropped });
  await expect(bench).toContainText("dropped.wav: 48000 Hz, 24 bits, 2 s");
  // The link makes what the fields say.
  await bench.getByLabel("Hz, or empty").fill("");
  await expect(bench.getByRole("link", { name: "Save pink noise" })).toHaveAttribute("href", /level=-20&seconds=30$/);
});

test("the Sound view can be read and used on a phone", async ({ page, server }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await open(page, server, BOOM);
  expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true);
  const row = page.getByRole("region", { name: "Chains" }).getByRole("listitem").filter({ hasText: "Boom 1 on Mixer 1" });
  await expect(row).toBeVisible();
  await side(page).getByRole("checkbox", { name: "Limiter" }).click();
  await expect(side(page).getByRole("checkbox", { name: "Limiter" })).toBeChecked();
});
