import { execFileSync } from "node:child_process";
import { join } from "node:path";
import { chromium, type Page } from "@playwright/test";
import { BINARY, expect, NIGHT, open, test } from "../server";

const clock = (page: Page) => page.getByRole("complementary", { name: "Clock" });
const clocks = (page: Page) => page.getByRole("region", { name: "Clocks" });

test("the timecode that counts another rate is found in Time and mended", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/time`);
  await expect(page.getByRole("link", { name: "Time" }).getByRole("img")).toHaveAccessibleName("stop");
  await expect(clock(page)).toContainText("B timecode box counts 24, Mixer timecode counts 25");
  await clock(page).getByRole("button", { name: "Preview" }).first().click();
  await page.getByRole("button", { name: "Apply this fix" }).click();
  await expect(clocks(page).getByRole("row", { name: /B timecode box/ })).toContainText("25");
  await expect(page.getByRole("link", { name: "Time" }).getByRole("img")).toHaveAccessibleName("caution");
  const drift = page.getByRole("region", { name: "Drift over the day" });
  await expect(drift.getByRole("img", { name: /^C recorder: up to 0\.50 frames off/ })).toBeVisible();
  await expect(drift.getByRole("list", { name: "When to jam" })).toContainText("18:16");
});

test("a floor is brought into sync as one undo", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/time`);
  await page.getByRole("button", { name: "Sync this floor" }).click();
  await expect(page.getByText("B timecode box counts 25, as the project does.")).toBeVisible();
  await expect(page.getByText("No box is left for C recorder: jam it, and again in the breaks.")).toBeVisible();
  await expect(clock(page)).not.toContainText("T-101");
  await page.getByRole("status").getByRole("button", { name: "Undo" }).click();
  await expect(clocks(page).getByRole("row", { name: /B timecode box/ })).toContainText("24");
});

test("recordings are read and compared, and the drift becomes what is reckoned with", async ({ page, server }) => {
  const make = (name: string, start: string, ...more: string[]) => {
    const file = join(server.folder, name);
    execFileSync(BINARY, ["ltc", "make", "--rate", "25", "--start", start, "--length", "20s", ...more, file]);
    return file;
  };
  const files = [make("master.wav", "18:00:00:00"), make("b.wav", "18:00:02:00"), make("mono.wav", "18:00:01:00", "--sample-rate", "44100", "--bits", "16")];
  await open(page, server, `${NIGHT}/time?clock=btc`);
  await page.getByRole("button", { name: "Bench: make, read, compare and hear timecode" }).click();
  const bench = page.getByRole("region", { name: "Timecode bench" });
  await bench.getByLabel("Read recordings").setInputFiles(files);
  const first = bench.getByRole("region", { name: "master.wav" });
  await expect(first.getByRole("row", { name: /^18:00:00:00 18:00:19:24 25 500 0 1×/ })).toBeVisible();
  await expect(first).toContainText("Its own time says 18:00:00:00 where the timecode says 18:00:00:00: 0 frames");
  const compared = bench.getByRole("region", { name: "Compared" });
  await expect(compared.getByRole("row")).toHaveCount(4);
  await expect(compared.getByRole("row", { name: /^master\.wav b\.wav/ })).toContainText("-2000.00 ms, -50.00 frames");
  await compared.getByLabel("A drift is that of").selectOption({ label: "B timecode box" });
  await compared
    .getByRole("row", { name: /^master\.wav b\.wav/ })
    .getByRole("button", { name: "Use as measured" })
    .click();
  await expect(clocks(page).getByRole("row", { name: /B timecode box/ })).toContainText("measured");
  await expect(clock(page)).toContainText("measured (b.wav against master.wav)");
  await first.getByRole("button", { name: "Take away" }).click();
  await expect(compared.getByRole("row")).toHaveCount(2);
});

test("timecode is made and saved; what can’t be made is said", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/time`);
  await page.getByRole("button", { name: "Bench: make, read, compare and hear timecode" }).click();
  const make = page.getByRole("region", { name: "Make timecode" });
  await make.getByLabel("Length").fill("5 s");
  const saved = page.waitForEvent("download");
  await make.getByRole("button", { name: "Save as WAV" }).click();
  const file = join(server.folder, "made.wav");
  await (await saved).saveAs(file);
  const read = JSON.parse(execFileSync(BINARY, ["ltc", "read", file, "--json"]).toString()) as { runs: { first: string; frames: number }[] };
  expect(read.runs).toMatchObject([{ first: "10:00:00:00", frames: 125 }]);
  await make.getByLabel("From, or now").fill("10:00:00:30");
  await make.getByRole("button", { name: "Save as WAV" }).click();
  await expect(make.getByRole("alert")).toContainText("the frames of a second are 00 to 24");
});

test("a recording that says another time than its timecode gets a corrected copy", async ({ page, server }) => {
  const [file, late] = [join(server.folder, "right.wav"), join(server.folder, "late.wav")];
  execFileSync(BINARY, ["ltc", "make", "--rate", "25", "--start", "18:00:00:00", "--length", "5s", file]);
  execFileSync(BINARY, ["ltc", "stamp", file, late, "--start", "17:59:59:00", "--rate", "25"]);
  await open(page, server, `${NIGHT}/time`);
  await page.getByRole("button", { name: "Bench: make, read, compare and hear timecode" }).click();
  const bench = page.getByRole("region", { name: "Timecode bench" });
  await bench.getByLabel("Read recordings").setInputFiles(late);
  await expect(bench).toContainText("Its own time says 17:59:59:00 where the timecode says 18:00:00:00: 25 frames, 1000 ms.");
  const saved = page.waitForEvent("download");
  await bench.getByRole("button", { name: "Save a corrected copy" }).click();
  const copy = join(server.folder, "copy.wav");
  await (await saved).saveAs(copy);
  const read = JSON.parse(execFileSync(BINARY, ["ltc", "read", copy, "--json"]).toString()) as { against: { off_frames: number } };
  expect(read.against.off_frames).toBe(0);
});

test("the sound input is listened to", async ({ server }) => {
  // Chromium's own stand-in for a sound input plays a file, round and round.
  const file = join(server.folder, "input.wav");
  execFileSync(BINARY, ["ltc", "make", "--rate", "25", "--start", "12:00:00:00", "--length", "60s", "--bits", "16", file]);
  const { executablePath, args = [] } = test.info().project.use.launchOptions ?? {};
  const fake = ["--use-fake-device-for-media-stream", "--use-fake-ui-for-media-stream", `--use-file-for-fake-audio-capture=${file}`];
  const browser = await chromium.launch({ executablePath, args: [...args, ...fake] });
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await open(page, server, `${NIGHT}/time`);
    await page.getByRole("button", { name: "Bench: make, read, compare and hear timecode" }).click();
    const hear = page.getByRole("region", { name: "Hear timecode" });
    await hear.getByRole("button", { name: "Listen at the sound input" }).click();
    await expect(hear).toContainText(/12:00:\d\d:\d\d/);
    await expect(hear).toContainText("ahead of this machine’s clock");
    await hear.getByRole("button", { name: "Stop listening" }).click();
    await expect(hear).not.toContainText("12:00:");
  } finally {
    await browser.close();
  }
});

test("timecode is played out of the machine, and stopped", async ({ page, server }) => {
  // What would be heard: the pieces that are handed to the sound output.
  await page.addInitScript(() => {
    const start = AudioBufferSourceNode.prototype.start;
    const played: [number, number][] = [];
    Object.assign(window, { played });
    AudioBufferSourceNode.prototype.start = function (when?: number) {
      played.push([when ?? 0, this.buffer?.length ?? 0]);
      start.call(this, when);
    };
  });
  await open(page, server, `${NIGHT}/time`);
  await page.getByRole("button", { name: "Bench: make, read, compare and hear timecode" }).click();
  const make = page.getByRole("region", { name: "Make timecode" });
  await make.getByLabel("From, or now").fill("now");
  await make.getByLabel("Length").fill("12 h");
  await make.getByRole("button", { name: "Play it" }).click();
  const played = () => page.evaluate(() => (window as unknown as { played: [number, number][] }).played);
  await expect.poll(async () => (await played()).length).toBeGreaterThan(2);
  const pieces = await played();
  for (const [number, [when]] of pieces.entries()) {
    const before = pieces[number - 1];
    // Each begins on the sample where the one before ends.
    if (before) expect(Math.abs((when - before[0]) * 48_000 - before[1])).toBeLessThan(0.01);
  }
  await make.getByRole("button", { name: "Stop playing" }).click();
  await expect(make.getByRole("button", { name: "Play it" })).toBeVisible();
  await expect(make.getByRole("alert")).toHaveCount(0);
});

test("a clock’s offset is entered where it is late, and what isn’t one is said", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/time?clock=a`);
  const offset = clock(page).getByLabel("Offset, in frames");
  await offset.fill("half");
  await offset.press("Enter");
  await expect(clock(page)).toContainText("write whole frames");
  await expect(offset).toHaveValue("half");
  await offset.fill("-1");
  await offset.press("Enter");
  await expect(clock(page)).not.toContainText("write whole frames");
  await page.reload();
  await expect(offset).toHaveValue("-1");
});

test("the sync sheet goes on paper", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/time`);
  await page.evaluate(() => {
    window.print = () => document.documentElement.setAttribute("data-printed", document.querySelector("main")?.textContent ?? "");
  });
  await page.getByRole("button", { name: "Print sync sheet" }).click();
  const printed = page.locator("html[data-printed]");
  await expect(printed).toHaveAttribute("data-printed", /Sync sheet.*Mixer timecode.*leads.*When to jam/s);
});

test("the slate page runs, flashes and beeps", async ({ page, server }) => {
  await page.goto(`${server.address}/slate?rate=25`);
  const label = page.getByLabel("Timecode");
  await expect(label).toHaveText(/^\d\d:\d\d:\d\d:\d\d$/);
  const before = await label.textContent();
  await expect(label).not.toHaveText(before ?? "");
  await page.getByRole("button", { name: "Flash and beep" }).click();
  await expect(page.getByText(/^Clap at \d\d:/)).toBeVisible();
  await page.getByLabel("Counts").selectOption("29.97 drop");
  await expect(label).toHaveText(/;\d\d$/);
});
