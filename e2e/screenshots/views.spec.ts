import { join } from "node:path";
import type { Page } from "@playwright/test";
import { expect, NIGHT, open, test } from "../server";

const folder = join(import.meta.dirname, "../../docs/screenshots");
/** A picture of the view as it rests: fixes that it looks for by itself are found. */
async function shoot(page: Page, name: string) {
  await expect(page.getByText("Looking for fixes…")).toHaveCount(0);
  await page.screenshot({ path: join(folder, `${name}.png`) });
}

for (const theme of ["night", "day"]) {
  test(`the main views, ${theme}`, async ({ page, server }) => {
    await page.addInitScript((kept) => localStorage.setItem("west-rail-theme", kept), theme);
    const map = page.getByRole("group", { name: "Path map" });

    await open(page, server, `${NIGHT}/path`);
    await expect(map).toBeVisible();
    await shoot(page, `path-${theme}`);

    if (theme === "day") return;

    await open(page, server, `${NIGHT}/record`);
    await shoot(page, "record");

    await open(page, server, `${NIGHT}/sound?chain=${encodeURIComponent("boom1.out.1>mix.1")}`);
    await expect(page.getByRole("region", { name: "Chains" })).toBeVisible();
    await shoot(page, "sound");

    await open(page, server, `${NIGHT}/time`);
    await expect(page.getByRole("region", { name: "Clocks" })).toBeVisible();
    await shoot(page, "time");

    await open(page, server, `${NIGHT}/power`);
    await expect(page.getByRole("region", { name: "Supply", exact: true })).toBeVisible();
    await shoot(page, "power");

    await open(page, server, `${NIGHT}/build`);
    await expect(page.getByRole("region", { name: "Figures" })).toBeVisible();
    await shoot(page, "build");

    await open(page, server, `${NIGHT}/media`);
    await expect(page.getByTestId("day-answer")).toBeVisible();
    await shoot(page, "media");

    await open(page, server, `${NIGHT}/record?open=a`);
    await page.getByRole("button", { name: "Compare choices for A camera" }).click();
    await expect(page.getByRole("row", { name: /^On its cards/ })).toContainText("min");
    await shoot(page, "choices");

    await open(page, server, `${NIGHT}/needs`);
    await expect(page.getByRole("region", { name: "House rules" })).toBeVisible();
    await shoot(page, "needs");

    await open(page, server, `${NIGHT}/kit`);
    await expect(page.getByRole("region", { name: "Custom devices" })).toBeVisible();
    await shoot(page, "kit");

    await open(page, server, `${NIGHT}/path?route=a>client`);
    await expect(map).toBeVisible();
    await expect(page.getByRole("article", { name: /^Way 3/ })).toBeVisible();
    await shoot(page, "routes");

    await page.goto(server.address);
    await expect(page.getByRole("img", { name: /41 devices in all$/ })).toBeVisible();
    await shoot(page, "productions");

    await open(page, server, `${NIGHT}/path`);
    await page.keyboard.press("a");
    await page.getByRole("button", { name: "One Orrell C2 compact cinema body more" }).click({ clickCount: 2 });
    await page.getByRole("button", { name: "One Ashgill 5 on-board monitor more" }).click({ clickCount: 2 });
    await page.getByRole("button", { name: "One Pellow L2 receiver more" }).click();
    await shoot(page, "add-devices");

    await page.goto(`${server.address}/calculator`);
    await expect(page.getByTestId("calculator")).toBeVisible();
    await shoot(page, "calculator");

    await open(page, server, `${NIGHT}/path?at=cable:l7`);
    await expect(map).toBeVisible();
    await page.getByRole("button", { name: "Reach: show the working" }).click();
    await shoot(page, "working");

    await open(page, server, `${NIGHT}/path?at=device:v-rx`);
    await expect(map).toBeVisible();
    await page.getByRole("button", { name: "Connect HDMI out" }).click();
    await expect(page.getByRole("region", { name: "Connect v-rx.hdmi" })).toContainText("takes");
    await shoot(page, "connect");

    await open(page, server, `${NIGHT}/path`);
    await expect(map).toBeVisible();
    await page.getByRole("button", { name: /^Don’t record inside B camera/ }).click();
    await expect(page.getByRole("button", { name: "Apply this fix" })).toBeEnabled();
    await page.getByRole("button", { name: "Apply this fix" }).scrollIntoViewIfNeeded();
    await shoot(page, "fix-preview");

    await page.setViewportSize({ width: 390, height: 844 });
    await open(page, server, `${NIGHT}/path`);
    await shoot(page, "phone-arrivals");
  });
}
