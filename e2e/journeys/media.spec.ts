import type { Page } from "@playwright/test";
import { readFile } from "node:fs/promises";
import { faults } from "../faults";
import { expect, NIGHT, open, test } from "../server";

const answer = (page: Page) => page.getByTestId("day-answer");
const schedule = (page: Page) => page.getByRole("region", { name: "Schedule" });

async function set(page: Page, label: string, typed: string) {
  const field = page.getByLabel(label, { exact: true });
  await field.fill(typed);
  await field.press("Enter");
  return field;
}

async function add(page: Page, name: string, from: string, length: string) {
  const form = page.getByRole("form", { name: "New part of the day" });
  await form.getByLabel("New part").fill(name);
  await form.getByLabel("From").fill(from);
  await form.getByLabel("For").fill(length);
  await form.getByRole("button", { name: "Add to the day" }).click();
}

test("the night is planned from an empty day", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/media`);
  await expect(answer(page)).toContainText("8 cards");
  const written = await answer(page).textContent();
  for (const part of ["First heat", "Supper", "The pour", "Breaking the mould"]) {
    await schedule(page)
      .getByRole("button", { name: `Take ${part} out` })
      .click();
    await expect(schedule(page).getByRole("group", { name: part })).toHaveCount(0);
  }
  await expect(page.getByText("Nothing is planned, or nothing records.")).toBeVisible();

  await add(page, "First heat", "18:00", "1h30");
  const heat = schedule(page).getByRole("group", { name: "First heat" });
  await heat.getByLabel("How much rolls").selectOption("Rolls so long in all");
  await heat.getByLabel("In all").fill("20 min");
  await heat.getByLabel("In all").press("Enter");
  await add(page, "Supper", "19:30", "1 h");
  await schedule(page).getByRole("group", { name: "Supper" }).getByLabel("How much rolls").selectOption("A break");
  await add(page, "The pour", "20:30", "70 min");
  await add(page, "Breaking the mould", "22:00", "1 h");
  const after = schedule(page).getByRole("group", { name: "Breaking the mould" });
  await after.getByLabel("How much rolls").selectOption("Screen time × ratio");
  await expect(after.getByLabel("Ratio, to 1")).toHaveValue("10");
  for (const [label, typed, kept] of [
    ["On screen", "3 min", "3 min"],
    ["Cameras that share it", "2", "2"],
  ] as const) {
    await after.getByLabel(label).fill(typed);
    await after.getByLabel(label).press("Enter");
    await expect(after.getByLabel(label)).toHaveValue(kept);
  }
  for (const recorder of ["B camera", "B recorder", "Mixer"]) {
    await after.getByLabel(recorder, { exact: true }).click();
    await expect(after.getByLabel(recorder, { exact: true })).not.toBeChecked();
  }
  await expect(answer(page)).toHaveText(written ?? "");
  await expect(page.getByRole("list", { name: "The day in sentences" })).toContainText(
    "Wrap at 23:00; the last copy is verified at 01:18 next day, 2 h 18 min later.",
  );
});

test("another copy rule takes other cards", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/media`);
  await expect(answer(page)).toContainText("8 cards");
  await set(page, "Cards are changed at", "30 %");
  await expect(answer(page)).not.toContainText(/^8 cards/);
  const before = await answer(page).textContent();
  await set(page, "Verified copies before formatting", "6");
  await expect(answer(page)).not.toHaveText(before ?? "");
  await expect(page.getByRole("list", { name: "The day in sentences" })).toContainText("each card is copied in 3 rounds");
  await set(page, "Verified copies before formatting", "0");
  await expect(page.getByRole("region", { name: "Card rules" }).getByRole("alert")).toContainText("a card is formatted after 1 to 9 verified copies, not 0");
});

test("what can’t be a day is said where it was typed", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/media`);
  const form = page.getByRole("form", { name: "New part of the day" });
  for (const [from, length, sentence] of [
    ["21:00", "1 h", "“The pour” (20:30 to 21:40) and “Rain” (21:00 to 22:00) overlap for the same recorder"],
    ["half eight", "1 h", "isn’t a time of day: write it like 20:30"],
    ["23:30", "-2 h", "isn’t a length of time: write it like 2 h 10 min"],
    ["23:30", "0 min", "must last from 1 s to 48 h"],
  ] as const) {
    await add(page, "Rain", from, length);
    await expect(form.getByRole("alert")).toContainText(sentence);
    await expect(form.getByLabel("For")).toHaveValue(length);
  }
  await set(page, "A reader reads", "1000000000000000000000000000000");
  await expect(page.getByRole("region", { name: "Offload" }).getByRole("alert")).toContainText("isn’t a data rate: write it like 100 Mb/s");
  await expect(answer(page)).toContainText("8 cards");
});

test("more readers, the job’s days, and the table of changes", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/media`);
  await expect(page.getByTestId("job-storage")).toContainText("TiB");
  const before = await page.getByTestId("job-storage").textContent();
  const days = page.getByRole("region", { name: "Days of the job" }).getByLabel("Night pour");
  await days.fill("3");
  await days.press("Enter");
  await expect(page.getByTestId("job-storage")).not.toHaveText(before ?? "");
  await expect(page.getByRole("region", { name: "The job", exact: true })).toContainText("3 days of Night pour");
  const drives = page.getByLabel("Drives, each written at");
  await drives.fill("900 MB/s, 900 MB/s");
  await drives.press("Enter");
  await expect(page.getByRole("list", { name: "The day in sentences" })).toContainText("The reader is what limits.");

  const [download] = await Promise.all([page.waitForEvent("download"), page.getByRole("link", { name: "Save the changes as CSV" }).click()]);
  const text = await readFile(await download.path(), "utf8");
  expect(text.split("\n")[0]).toBe("time,recorder,card in");
  expect(text).toContain("A camera");
});

test("a rate that was measured from a clip is used", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/record?open=a`);
  await page.getByText("Add a custom codec").click();
  const form = page.getByRole("form", { name: "New codec" });
  await form.getByLabel("Name").fill("Test of Tuesday");
  await form.getByLabel("Size of the file").fill("0 GB");
  await form.getByLabel("Length of the clip").fill("1 min");
  await form.getByRole("button", { name: "Add the codec" }).click();
  await expect(form.getByRole("alert")).toContainText("a measured clip has a size and a length");
  await form.getByLabel("Size of the file").fill("10^30");
  await form.getByRole("button", { name: "Add the codec" }).click();
  await expect(form.getByRole("alert")).toContainText("isn’t a size: write it like 512 GB");
  await form.getByLabel("Size of the file").fill("3 GB");
  await form.getByRole("button", { name: "Add the codec" }).click();
  await expect(page.getByRole("region", { name: "Custom codecs" })).toContainText("measured: 3 GB in 1 min");

  const recorder = page.getByRole("article", { name: "A camera", exact: true });
  await recorder.getByLabel("Codec", { exact: true }).selectOption("Test of Tuesday");
  await expect(recorder.getByRole("button", { name: "Data rate of A camera: show the working" })).toContainText("50.00 MB/s");
  await recorder.getByRole("button", { name: "Data rate of A camera: show the working" }).click();
  await expect(page.getByRole("dialog")).toContainText("3 GB");
  await page.keyboard.press("Escape");

  const [download] = await Promise.all([page.waitForEvent("download"), page.getByRole("link", { name: "Save them as a file" }).click()]);
  const file = await download.path();
  await recorder.getByLabel("Codec", { exact: true }).selectOption("Mezzanine High");
  await page.getByRole("button", { name: "Remove Test of Tuesday" }).click();
  await expect(page.getByRole("region", { name: "Custom codecs" })).not.toContainText("measured");
  await page.getByLabel("File of codecs").setInputFiles(file);
  await expect(page.getByRole("region", { name: "Custom codecs" })).toContainText("measured: 3 GB in 1 min");
});

test("a recorder’s further settings change what it does", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/record?open=b`);
  const recorder = page.getByRole("article", { name: "B camera", exact: true });
  // The coupler in its battery slot counts, whether it is ticked or not.
  await expect(recorder).toContainText("1 h 03 min");
  const air = page.getByLabel("Temperature, °C");
  await air.fill("35 °C");
  await air.press("Enter");
  await expect(recorder).not.toContainText("1 h 03 min");
  await recorder.getByText("More settings of B camera").click();
  await recorder.getByLabel("Dummy battery (coupler) instead of the inner one").click();
  await expect(recorder.getByLabel("Dummy battery (coupler) instead of the inner one")).toBeChecked();
  await expect(recorder.getByRole("list", { name: "What ends B camera" })).toContainText("42 min");
  const rate = recorder.getByLabel("Sensor’s frame rate");
  await rate.fill("240");
  await rate.press("Enter");
  await expect(recorder.getByRole("alert")).toContainText("its sensor doesn’t run at 240 frames a second");
});

test("choices are compared, and one is taken", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/record?open=a`);
  await page.getByRole("button", { name: "Compare choices for A camera" }).click();
  const sheet = page.getByRole("dialog", { name: "Choices for A camera" });
  await expect(sheet.getByRole("row", { name: /^On its cards/ })).toContainText("1 h 29 min");
  // Which is as it is set now, what differs from it, and which needs are met.
  await expect(sheet.getByRole("columnheader").filter({ hasText: "as it is set now" })).toHaveCount(1);
  const needs = sheet.getByRole("row", { name: /^Needs at it/ });
  await expect(needs).toContainText("sends line level into XLR 1 of A camera");
  await sheet.getByLabel("Codec, choice 2").selectOption("Mezzanine Standard");
  await expect(sheet.getByRole("row", { name: /^On its cards/ })).toContainText("2 h 14 min");
  await sheet.getByRole("button", { name: "Take choice 2" }).click();
  await expect(page.getByTestId("time-a")).toContainText("2 h 14 min");
});

test("the calculator is turned around, passed on, and stands in a table", async ({ page, server }) => {
  await page.goto(`${server.address}/calculator`);
  await expect(page.getByTestId("calculator")).toHaveText("1 h 29 min");
  const times = page.getByRole("region", { name: "Times at a glance" });
  await expect(times.getByRole("row", { name: /^Mezzanine High/ })).toContainText("1 h 29 min");
  await page.getByLabel("Find").selectOption("The largest codec for both");
  await page.getByLabel("Must last").fill("3 h");
  const told = "Compressed raw, light quality is the largest that fits";
  await expect(page.getByTestId("calculator")).toHaveText(told);
  const address = page.url();
  await page.goto(`${server.address}/`);
  await page.goto(address);
  await expect(page.getByTestId("calculator")).toHaveText(told);
  await page.getByLabel("Find").selectOption("The media for a time");
  await expect(page.getByTestId("calculator")).toContainText("of media for 3 h 00 min");
  await page.getByLabel("Family").selectOption("HEVC");
  await expect(times).toContainText("HEVC constant quality, high");
  await page.getByLabel("Must last").fill("-1 h");
  await expect(page.getByText("isn’t a length of time")).toBeVisible();
});

test("the plan prints without the frame around it", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/media`);
  await expect(answer(page)).toBeVisible();
  await page.emulateMedia({ media: "print" });
  await expect(page.getByRole("navigation", { name: "Stages of the work" })).toBeHidden();
  await expect(page.getByRole("complementary", { name: "Schedule and copies" })).toBeHidden();
  await expect(page.getByRole("button", { name: "Print" })).toBeHidden();
  await expect(page.getByText("The Night Pour, Night pour")).toBeVisible();
  const ink = await page.evaluate(() => getComputedStyle(document.body).backgroundColor);
  expect(ink).toBe("rgb(255, 255, 255)");
  const cut = await page.evaluate(() =>
    [...document.querySelectorAll("[data-scrolls]")].some(
      (part) => part.scrollHeight > part.clientHeight + 1 && getComputedStyle(part).overflowY !== "visible",
    ),
  );
  expect(cut).toBe(false);
});

test("edits of the day are undone and made again", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/media`);
  const before = await answer(page).textContent();
  await schedule(page).getByRole("button", { name: "Take The pour out" }).click();
  await expect(answer(page)).not.toHaveText(before ?? "");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(answer(page)).toHaveText(before ?? "");
  await expect(schedule(page).getByRole("group", { name: "The pour" })).toBeVisible();
  await page.getByRole("button", { name: "Redo" }).click();
  await expect(schedule(page).getByRole("group", { name: "The pour" })).toHaveCount(0);
});

test("the house’s schools of cards move the plan", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/needs`);
  const rules = page.getByRole("region", { name: "House rules" });
  await expect(rules.getByRole("radio", { name: /^at the swap level/ })).toBeChecked();
  await rules.getByRole("radio", { name: /^when it is full/ }).click();
  await expect(rules.getByRole("radio", { name: /^when it is full/ })).toBeChecked();
  await page.getByRole("link", { name: "Media" }).click();
  // A full card of B recorder lasts longer: its first change comes later than at 85 %.
  const changes = page.getByRole("region", { name: "Changes of cards" }).getByRole("listitem");
  await expect(changes.first()).toContainText("B recorder");
  await expect(changes.first()).not.toContainText("20:45");
});

test("every way to know a codec’s rate is taken, or refused in a sentence", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/record`);
  await page.getByText("Add a custom codec").click();
  const form = page.getByRole("form", { name: "New codec" });
  const codecs = page.getByRole("region", { name: "Custom codecs" });
  for (const [kind, fields, told] of [
    ["A named rate", [["Rate of the picture", "300 Mb/s"]], "named rate: 300 Mb/s"],
    ["Bits a pixel", [["Bits a pixel", "2,5"]], "2.5 bits a pixel"],
    [
      "Uncompressed, packed in groups",
      [
        ["Bytes of a group", "8"],
        ["Pixels of a group", "3"],
      ],
      "8 bytes for 3 pixels",
    ],
    ["Ratio to the sensor’s samples", [["Ratio, to 1", "7:1"]], "7:1"],
    [
      "Constant quality, a band",
      [
        ["Bits a pixel, low", "1"],
        ["Bits a pixel, typical", "1.5"],
        ["Bits a pixel, high", "2"],
      ],
      "a band: 1, 1.5, 2 bits a pixel",
    ],
  ] as const) {
    await form.getByLabel("Its rate is known by").selectOption(kind);
    await form.getByLabel("Name").fill(`By ${kind.toLowerCase()}`);
    for (const [label, typed] of fields) await form.getByLabel(label, { exact: true }).fill(typed);
    await form.getByRole("button", { name: "Add the codec" }).click();
    await expect(codecs).toContainText(told);
  }
  await form.getByLabel("Its rate is known by").selectOption("Bits a pixel");
  await form.getByLabel("Name").fill("Wrong");
  for (const [typed, sentence] of [
    ["lots", "isn’t a number; write it like 2.36"],
    ["0", "every one is above zero"],
    ["999999", "at most 100 bits a pixel"],
  ] as const) {
    await form.getByLabel("Bits a pixel", { exact: true }).fill(typed);
    await form.getByRole("button", { name: "Add the codec" }).click();
    await expect(form.getByRole("alert")).toContainText(sentence);
    await expect(form.getByLabel("Bits a pixel", { exact: true })).toHaveValue(typed);
  }
});

test("a band is drawn with both ends, and two slots are mirrored", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/record?open=a`);
  const recorder = page.getByRole("article", { name: "A camera", exact: true });
  await page.getByText("Add a custom codec").click();
  const form = page.getByRole("form", { name: "New codec" });
  await form.getByLabel("Its rate is known by").selectOption("Constant quality, a band");
  await form.getByLabel("Name").fill("Band");
  for (const [label, typed] of [
    ["Bits a pixel, low", "1"],
    ["Bits a pixel, typical", "1.5"],
    ["Bits a pixel, high", "2"],
  ] as const)
    await form.getByLabel(label, { exact: true }).fill(typed);
  await form.getByRole("button", { name: "Add the codec" }).click();
  await expect(page.getByRole("region", { name: "Custom codecs" })).toContainText("a band");
  await recorder.getByLabel("Codec", { exact: true }).selectOption("Band");
  await expect(recorder.getByRole("img", { name: /^up to .* where the picture is easy/ })).toBeVisible();
  const alone = await page.getByTestId("time-a").textContent();
  await recorder.getByLabel("Slot 2").selectOption("CFexpress B 512 GB");
  await expect(page.getByTestId("time-a")).not.toHaveText(alone ?? "");
  await recorder.getByText("More settings of A camera").click();
  await recorder.getByLabel("The slots").selectOption("the same on both");
  await expect(page.getByTestId("time-a")).toHaveText(alone ?? "");
});

test("a fifth choice isn’t offered, and one that can’t be says why", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/record?open=b`);
  await page.getByRole("button", { name: "Compare choices for B camera" }).click();
  const sheet = page.getByRole("dialog", { name: "Choices for B camera" });
  await sheet.getByRole("button", { name: "One more choice" }).click();
  await expect(sheet.getByLabel("Codec, choice 4")).toBeVisible();
  await expect(sheet.getByRole("button", { name: "One more choice" })).toHaveCount(0);
  await sheet.getByRole("button", { name: "Leave choice 4 out" }).click();
  await expect(sheet.getByRole("button", { name: "One more choice" })).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(sheet).toBeHidden();
  await expect(page.getByTestId("time-b")).toContainText("30 min");
});

test("the plan can be read and changed on a phone", async ({ page, server }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await open(page, server, `${NIGHT}/media`);
  await expect(answer(page)).toContainText("8 cards");
  const wider = await page.evaluate(() => document.documentElement.scrollWidth > window.innerWidth);
  expect(wider).toBe(false);
  await set(page, "Readers", "2");
  await expect(page.getByLabel("Readers", { exact: true })).toHaveValue("2");
  const sheetOf = "Compare choices for A camera";
  await page.getByRole("link", { name: "Record" }).click();
  await page
    .getByRole("button", { name: /A camera/ })
    .first()
    .click();
  await page.getByRole("button", { name: sheetOf }).click();
  const sheet = page.getByRole("dialog", { name: "Choices for A camera" });
  await expect(sheet.getByRole("button", { name: "Take choice 1" })).toBeVisible();
});

test("what is open in Record and Media stands up to axe", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/record?open=a`);
  await page.getByText("More settings of A camera").click();
  await expect(page.getByLabel("Proxy alongside").first()).toBeVisible();
  expect(await faults(page)).toEqual([]);
  await page.getByRole("button", { name: "Compare choices for A camera" }).click();
  await expect(page.getByRole("row", { name: /^On its cards/ })).toContainText("1 h 29 min");
  expect(await faults(page)).toEqual([]);
  await open(page, server, `${NIGHT}/media`);
  await add(page, "Rain", "21:00", "1 h");
  await expect(page.getByRole("form", { name: "New part of the day" }).getByRole("alert")).toBeVisible();
  expect(await faults(page)).toEqual([]);
});

test("a build with nothing planned says what to do, and another window follows", async ({ page, server, context }) => {
  await open(page, server, NIGHT.replace(/night$/, "interview/media"));
  await expect(page.getByText("Nothing is planned, or nothing records.")).toBeVisible();
  const other = await context.newPage();
  await open(other, server, NIGHT.replace(/night$/, "interview/media"));
  await add(page, "Interview", "10:00", "1 h");
  await expect(schedule(page).getByRole("group", { name: "Interview" })).toBeVisible();
  await expect(schedule(other).getByRole("group", { name: "Interview" })).toBeVisible();
  await expect(answer(other)).toContainText(/cards?:/);
});

test("quick hands lose nothing to a slow answer", async ({ page, server }) => {
  await page.route("**/commands", async (route) => {
    await new Promise((done) => setTimeout(done, 700));
    await route.continue();
  });
  await open(page, server, `${NIGHT}/media`);
  // The second is typed before the first is answered: neither may put the other back.
  await set(page, "Readers", "3");
  await set(page, "Margin for growth", "30 %");
  const after = schedule(page).getByRole("group", { name: "Breaking the mould" });
  await after.getByLabel("On screen").fill("5 min");
  await after.getByLabel("On screen").press("Enter");
  await after.getByLabel("Ratio, to 1").fill("12");
  await after.getByLabel("Ratio, to 1").press("Enter");
  await add(page, "Dawn", "25:00", "10 min");
  await add(page, "Dusk", "26:00", "10 min");
  await expect(schedule(page).getByRole("group", { name: "Dusk" })).toBeVisible();
  await expect(schedule(page).getByRole("group", { name: "Dawn" })).toBeVisible();
  await page.reload();
  await expect(page.getByLabel("Readers", { exact: true })).toHaveValue("3");
  await expect(page.getByLabel("Margin for growth")).toHaveValue("30 %");
  await expect(after.getByLabel("On screen")).toHaveValue("5 min");
  await expect(after.getByLabel("Ratio, to 1")).toHaveValue("12");
});

test("a part of the day is dragged along the axis, and typed", async ({ page, server }) => {
  await open(page, server, `${NIGHT}/media`);
  const part = page.getByRole("img", { name: /^Breaking the mould, 22:00 to 23:00/ });
  const box = await part.boundingBox();
  if (!box) throw new Error("the part isn’t in sight");
  const y = box.y + box.height / 2;
  // An hour is as wide as the part: half of it is half an hour.
  await page.mouse.move(box.x + box.width / 2, y);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width, y, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByRole("group", { name: "Breaking the mould" }).getByLabel("From")).toHaveValue("22:30");
  await expect(page.getByText(/^Breaking the mould at 22:30: /)).toBeVisible();
  // Its end, dragged, makes it longer.
  const later = await page.getByRole("img", { name: /^Breaking the mould, 22:30 to 23:30/ }).boundingBox();
  if (!later) throw new Error("the part isn’t in sight");
  await page.mouse.move(later.x + later.width - 2, y);
  await page.mouse.down();
  await page.mouse.move(later.x + later.width - 2 - later.width / 2, y, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByRole("group", { name: "Breaking the mould" }).getByLabel("For")).toHaveValue("30 min");
});

test("cards stand under their recorder, with what is now, and have labels to print", async ({ page, server }) => {
  await page.clock.setFixedTime(new Date("2026-11-26T21:00:00"));
  await open(page, server, `${NIGHT}/media`);
  const recorder = page.getByRole("region", { name: "Cards of B recorder" });
  await expect(recorder.getByRole("img", { name: /^SSD caddy 240 GB, 1: shooting in B recorder/ })).toBeVisible();
  await expect(recorder.getByRole("img", { name: /SSD caddy 240 GB, 2 goes in$/ })).toBeVisible();
  await expect(recorder.getByRole("img", { name: "now" }).first()).toBeVisible();
  // What is printed is the labels alone.
  await page.evaluate(() => {
    window.print = () => {
      document.title = document.querySelector("main")?.textContent ?? "";
    };
  });
  await page.getByRole("button", { name: "Print card labels" }).click();
  await expect(page).toHaveTitle(/SSD caddy 240 GB, 3.*B recorder, .*copied and verified by/);
  await expect(recorder).toBeVisible();
});

test("the rate is told from time and size, and a cell of the table sets the sum", async ({ page, server }) => {
  await page.goto(`${server.address}/calculator`);
  await page.getByRole("button", { name: /^Mezzanine Light on 1 TB: / }).click();
  await expect(page.getByLabel("Codec", { exact: true })).toHaveValue("mezzanine-light");
  await expect(page.getByLabel("Card", { exact: true })).toHaveValue("1 TB");
  await expect(page.getByRole("button", { name: /^Mezzanine Light on 1 TB: / })).toHaveAttribute("aria-pressed", "true");
  await page.getByLabel("Find").selectOption("The rate from time and size");
  await page.getByLabel("Card or file").fill("3 GB");
  await page.getByLabel("Full after").fill("1 min");
  await page.getByLabel("Reserve").fill("0 %");
  await expect(page.getByTestId("calculator")).toHaveText("50.00 MB/s · 400 Mb/s");
});
