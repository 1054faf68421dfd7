import type { RunOptions } from "axe-core";
import axe from "axe-core";
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
  // Once a page, and of what is well nothing is listed: reading it anew and finding paths to all of that took most of its time.
  if (!(await page.evaluate(() => "axe" in window))) await page.evaluate(axe.source);
  const options: RunOptions = {
    resultTypes: ["violations"],
    runOnly: rules === "contrast" ? { type: "rule", values: ["color-contrast"] } : { type: "tag", values: ["wcag2a", "wcag2aa"] },
  };
  const { violations } = await page.evaluate(async ([selector, how]) => (window as unknown as { axe: typeof axe }).axe.run(selector, how), [
    within ? `[aria-label="${within}"]` : "html",
    options,
  ] as const);
  return violations.flatMap(({ id, nodes }) =>
    nodes.map(({ target, failureSummary }) => `${id}: ${target.join(" ")}: ${failureSummary ?? ""}`),
  );
}
