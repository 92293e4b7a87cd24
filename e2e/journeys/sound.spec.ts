import { execFileSync } from "node:child_process";
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import type { Page } from "@playwright/test";
import { BINARY, expect, NIGHT, open, test } from "../server";

const FIRST_LIGHT = "/p/first-light/profile";

const findings = (page: Page) => page.getByRole("complementary", { name: "Chain" });

/** Applies the first fix of what is found on the chosen chain under this code. */
async function applyFirstFix(page: Page, code: string) {
  const card = findings(page).getByRole("article").filter({ hasText: code });
  await card.getByRole("button", { name: "Preview" }).first().click();
  await page.getByRole("button", { name: "Apply this fix" }).click();
  await expect(card).toHaveCount(0);
}

test("the demo’s three sound troubles are found and mended", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/sound`);
  const chains = page.getByRole("region", { name: "Chains" });
  await expect(chains.getByRole("listitem")).toHaveCount(7);
  const choose = (source: string, recorder: string) => chains.getByRole("button", { name: new RegExp(`${source} on ${recorder}`) }).click();
  await choose("Boom 1", "Mixer 1");
  await expect(findings(page)).toContainText("Boom 1 clips the converter at Input 1 of Mixer at its peaks, by 5 dB.");
  await applyFirstFix(page, "S-105");
  await choose("Ribbon mic", "Mixer 3");
  await expect(findings(page)).toContainText("they can destroy Ribbon mic");
  await applyFirstFix(page, "S-109");
  await choose("Boom 2", "A camera 1");
  await expect(findings(page)).toContainText("sends line level into XLR 1 of A camera, which is set to microphone");
  await applyFirstFix(page, "S-106");
  await expect(page.getByTestId("verdict")).toContainText("8 stops, 14 cautions");
  await expect(page.getByRole("link", { name: "Sound" }).getByRole("img")).toHaveAccessibleName("note");
});

test("a boom is set both ways and the better one kept", async ({ page, server }) => {
  await open(page, server, `${FIRST_LIGHT}/path`);
  // Its picture’s cable first: nothing is recorded without it.
  await page.getByRole("article").filter({ hasText: "V-106" }).getByRole("button", { name: "Preview" }).first().click();
  await page.getByRole("button", { name: "Apply this fix" }).click();
  await page.getByRole("link", { name: "Sound" }).click();
  const side = findings(page);
  await expect(side).toContainText("More gain in Microphone and less behind it");
  await side.getByRole("button", { name: "Two ways to set the gains" }).click();
  const ways = side.getByRole("region", { name: "Two ways to set the gains" });
  const gear = async () => Number(/(\d+) dB above the gear/.exec((await side.locator("p").first().textContent()) ?? "")?.[1]);
  await ways.getByRole("button", { name: "Use this" }).nth(1).click();
  await expect(side.getByText("Gain, planned")).toHaveCount(0);
  const late = await gear();
  await ways.getByRole("button", { name: "Use this" }).first().click();
  await expect(side.getByLabel("Gain", { exact: true }).first()).toHaveValue("20 dB");
  await expect.poll(gear).toBeGreaterThan(late + 3);
  await expect(side).not.toContainText("More gain in Microphone");
});

test("a gain is dragged, and everything follows before it is let go", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/sound?chain=${encodeURIComponent("boom1.out.1>mix.1")}`);
  const list = page.getByRole("region", { name: "Chains" });
  const row = list.getByRole("listitem").filter({ hasText: "Boom 1 on Mixer 1" });
  await expect(row).toContainText("−14.5");
  const point = page.locator('[data-gain="mix.in1"]');
  const box = await point.boundingBox();
  if (!box) throw new Error("the point isn’t drawn");
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 + 20, { steps: 5 });
  await expect(row).not.toContainText("−14.5");
  await expect(page.getByRole("button", { name: /^Undo/ })).toBeDisabled();
  await page.mouse.up();
  await expect(page.getByRole("button", { name: /^Undo/ })).toBeEnabled();
  // By keyboard, one step at a time.
  const slider = page.getByRole("slider", { name: "Gain of Input 1 of Mixer" });
  const before = await slider.inputValue();
  await slider.focus();
  await page.keyboard.press("ArrowRight");
  await expect(slider).toHaveValue(String(Number(before) + 1));
  await expect(row).toContainText("dB");
});

test("the track matrix is filled by keyboard", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/sound`);
  const matrix = page.getByRole("region", { name: "Tracks of Mixer" });
  await matrix.getByLabel("Tracks, of 6").fill("5");
  await page.keyboard.press("Enter");
  await expect(matrix.getByLabel("Name of track 5 of Mixer")).toBeVisible();
  const cell = (source: string, track: number) => matrix.getByRole("button", { name: `${source} on track ${track} of Mixer` });
  await cell("Boom 1", 1).focus();
  for (const key of ["ArrowRight", "ArrowRight", "ArrowRight", "Space"]) await page.keyboard.press(key);
  await expect(cell("Boom 1", 4)).toHaveAttribute("aria-pressed", "true");
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("ArrowDown");
  await expect(cell("Boom 2", 5)).toBeFocused();
  await page.keyboard.press("Enter");
  await expect(cell("Boom 2", 5)).toHaveAttribute("aria-pressed", "true");
  await matrix.getByLabel("What track 4 of Mixer is for").selectOption("safety");
  const trim = matrix.getByLabel("Trim of track 4 of Mixer");
  await trim.fill("-12");
  await trim.press("Enter");
  await expect(trim).toHaveValue("−12 dB");
  await matrix.getByLabel("Name of track 5 of Mixer").fill("Second");
  // What is stored draws the sheet anew, and closes what is open on it.
  const stored = page.waitForResponse((answer) => answer.url().endsWith("/commands"));
  await page.keyboard.press("Enter");
  await stored;
  await matrix.getByRole("button", { name: "Fill the tracks of Mixer" }).click();
  await page.getByRole("menuitem", { name: "a mix on 1, every source from 2 on" }).click();
  await expect(matrix.getByLabel("Name of track 1 of Mixer")).toHaveValue("Mix");
  await expect(cell("Boom 2", 3)).toHaveAttribute("aria-pressed", "true");
});

test("the track sheet goes on paper and into open files", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/sound`);
  const printed = page.evaluate(
    () =>
      new Promise<string>((done) => {
        window.print = () => done(document.querySelector("main")?.textContent ?? "");
      }),
  );
  await page.getByRole("button", { name: "Track sheet" }).click();
  await page.getByRole("menuitem", { name: "Print" }).click();
  const paper = await printed;
  for (const words of ["Track sheet", "The Night Pour", "Boom 1, Input 1", "Scratch", "Ribbon"]) expect(paper).toContain(words);
  const csv = await page.request.get(`${server.address}/api/productions/the-night-pour/tracks.csv?build=night`);
  expect((await csv.text()).split("\n")[3]).toContain("Mixer,1,Boom 1,iso,Boom 1 (Input 1)");
  const ixml = await page.request.get(`${server.address}/api/productions/the-night-pour/tracks.ixml?build=night&recorder=mix`);
  expect(await ixml.text()).toContain("<NAME>Ribbon</NAME>");
});

test("a recording is read, and the level measured in it is used", async ({ page, server }) => {
  const tone = await page.request.get(`${server.address}/api/tone.wav?level=-26&hertz=1000&seconds=3`);
  const wav = join(server.folder, "take.wav");
  writeFileSync(wav, await tone.body());
  const said = JSON.parse(execFileSync(BINARY, ["wav", wav, "--json"]).toString()) as { channels: { rms_dbfs: number }[] };
  expect(said.channels[0]?.rms_dbfs).toBeCloseTo(-26, 1);
  await open(page, server, `${NIGHT}/sound?chain=${encodeURIComponent("boom1.out.1>mix.1")}`);
  await page.getByRole("button", { name: "Bench: tones, and recordings against the plan" }).click();
  const bench = page.getByRole("region", { name: "Sound bench" });
  await bench.getByLabel("Recorded by").selectOption({ label: "Mixer" });
  await bench.getByLabel("A tone was sent at").fill("-20 dB");
  await bench.getByLabel("Read a recording").setInputFiles(wav);
  await expect(bench).toContainText("planned −20.0 dBFS tone, measured −26.0: −6.0 dB, a pad is on");
  await bench.getByRole("button", { name: "Use as measured" }).click();
  await expect(findings(page)).toContainText("Measured from take.wav, channel 1");
  await expect(page.getByRole("region", { name: "Chains" }).getByRole("listitem").filter({ hasText: "Boom 1 on Mixer 1" })).toContainText("−26.0");
  await bench.getByLabel("Read a recording").setInputFiles({ name: "song.mp3", mimeType: "audio/mpeg", buffer: Buffer.from("ID3 no wave at all") });
  await expect(bench.getByRole("alert")).toContainText("this is no WAV file");
});
