import { AxeBuilder } from "@axe-core/playwright";
import type { Page } from "playwright-core";
import { pause } from "./until";

/**
 * What axe-core 4.13 finds wrong (WCAG 2 A and AA rules: names, roles, contrast), an independent checker; in a part of the page when only
 * that changed. Names, roles and order are the same in both themes: in the other one the contrast alone is asked for.
 */
export async function complaints(page: Page, within?: string): Promise<string[]> {
  return asked(page, within, "all rules");
}

/** The same in the dark theme and, of contrast, in the light one. */
export async function complaintsInBothThemes(page: Page, within?: string): Promise<string[]> {
  const dark = await asked(page, within, "all rules");
  await page.evaluate(() => (document.documentElement.dataset["theme"] = "light"));
  // Colours take a tenth of a second to change.
  await pause(200);
  const light = await asked(page, within, "contrast");
  await page.evaluate(() => (document.documentElement.dataset["theme"] = "dark"));
  return [...dark, ...light.map((complaint) => `light: ${complaint}`)];
}

async function asked(page: Page, within: string | undefined, rules: "all rules" | "contrast"): Promise<string[]> {
  // No page has frames of its own: the older way of asking needs no second page.
  const axe = new AxeBuilder({ page }).setLegacyMode();
  if (within) axe.include(`[aria-label="${within}"]`);
  const { violations } = await (rules === "contrast" ? axe.withRules(["color-contrast"]) : axe.withTags(["wcag2a", "wcag2aa"])).analyze();
  return violations.flatMap(({ id, nodes }) =>
    nodes.map(({ target, failureSummary }) => `${id}: ${target.join(" ")}: ${failureSummary ?? ""}`),
  );
}
