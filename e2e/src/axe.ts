import { AxeBuilder } from "@axe-core/playwright";
import type { Page } from "playwright-core";

/**
 * What axe-core 4.13 finds wrong (WCAG 2 A and AA rules: names, roles, contrast), an independent checker; in a part of the page when only
 * that changed. In the light theme names, roles and order are those of the dark one: there the contrast alone is asked for.
 */
export async function complaints(page: Page, within?: string): Promise<string[]> {
  const light = (await page.locator("html").getAttribute("data-theme")) === "light";
  // No page has frames of its own: the older way of asking needs no second page.
  const axe = new AxeBuilder({ page }).setLegacyMode();
  if (within) axe.include(`[aria-label="${within}"]`);
  const { violations } = await (light ? axe.withRules(["color-contrast"]) : axe.withTags(["wcag2a", "wcag2aa"])).analyze();
  return violations.flatMap(({ id, nodes }) =>
    nodes.map(({ target, failureSummary }) => `${id}: ${target.join(" ")}: ${failureSummary ?? ""}`),
  );
}
