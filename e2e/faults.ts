import AxeBuilder from "@axe-core/playwright";
import type { Page } from "@playwright/test";

/** What a page does wrong for those who don’t see it well, with where: looked for in the page itself, which has no frames of others. */
export async function faults(page: Page, { colours = true } = {}) {
  const axe = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ["violations"] });
  const found = await (colours ? axe : axe.disableRules(["color-contrast"])).analyze();
  return found.violations.map((violation) => `${violation.id}: ${violation.nodes.map((node) => node.html).join(" ")}`);
}
