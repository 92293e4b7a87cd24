import { expect, type Page } from "@playwright/test";

/** What a look at the map must find: everything in sight, no words over others, none too small. */
export async function measured(page: Page) {
  await expect(page.getByRole("group", { name: "Path map" })).toBeVisible();
  await page.evaluate(() => document.fonts.ready);
  return page.evaluate(() => {
    const place = document.querySelector("[aria-label='Lines and arrivals']") as HTMLElement;
    const seen = place.getBoundingClientRect();
    const outside = (node: Element) => {
      const box = node.getBoundingClientRect();
      return box.left < seen.left - 1 || box.right > seen.right + 1 || box.top < seen.top - 1 || box.bottom > seen.bottom + 1;
    };
    const plates = [...place.querySelectorAll("[id^='device-']")];
    const verdicts = [...place.querySelectorAll("[role='row'] [role='img']")];
    const texts = [...place.querySelectorAll("svg text")].filter((text) => text.textContent?.trim());
    const boxes = texts.map((text) => ({ words: text.textContent, box: text.getBoundingClientRect() }));
    const over: string[] = [];
    for (const [at, one] of boxes.entries()) {
      for (const other of boxes.slice(at + 1)) {
        const [a, b] = [one.box, other.box];
        const wide = Math.min(a.right, b.right) - Math.max(a.left, b.left);
        const high = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top);
        // Line boxes of two lines under each other touch.
        if (wide > 1 && high > 4) over.push(`${one.words} / ${other.words}`);
      }
    }
    // A line through words: its stroke goes through the middle of a text that isn't its own label's row.
    const through: string[] = [];
    for (const path of place.querySelectorAll<SVGPathElement>("svg[aria-label='Path map'] path")) {
      if (path.getAttribute("stroke") === "transparent" || path.closest("[data-ghosts]")) continue;
      const matrix = path.getScreenCTM();
      const length = path.getTotalLength();
      if (!matrix || length < 30) continue;
      for (let at = 0; at <= length; at += 4) {
        const point = path.getPointAtLength(at).matrixTransform(matrix);
        const hit = boxes.find(({ box }) => point.x > box.left + 2 && point.x < box.right - 2 && Math.abs(point.y - (box.top + box.bottom) / 2) < 3);
        if (hit) {
          through.push(hit.words ?? "");
          break;
        }
      }
    }
    const small = boxes.filter(({ box }) => box.height > 0).map(({ words }) => words);
    const sizes = texts.map((text) => parseFloat(getComputedStyle(text).fontSize));
    return {
      plates: plates.length,
      hidden: [...plates, ...verdicts].filter(outside).map((node) => node.id || node.closest("[role='row']")?.textContent),
      sideways: place.scrollWidth > place.clientWidth + 1,
      over,
      through,
      least: Math.min(...sizes),
      words: small.length,
    };
  });
}
