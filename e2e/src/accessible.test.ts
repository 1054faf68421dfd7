import { AxeBuilder } from "@axe-core/playwright";
import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { openBrowser } from "./browser";
import { addLane, pickGroup, setLane, signedIn } from "./people";
import { runVexa, type RunningVexa } from "./run-server";

/** Oracle: axe-core 4.13 (WCAG 2 A and AA rules), an independent checker: names, roles, contrast. In both themes. */
let vexa: RunningVexa;
let browser: Browser;
beforeAll(async () => {
  vexa = await runVexa("127.0.0.1:9");
  browser = await openBrowser();
});
afterAll(async () => {
  await browser.close();
  await vexa.stop();
});

/** In the light theme names, roles and order are those of the dark one: there the contrast alone is asked for. */
async function complaints(page: Page): Promise<string[]> {
  const light = (await page.locator("html").getAttribute("data-theme")) === "light";
  const axe = new AxeBuilder({ page });
  const { violations } = await (light ? axe.withRules(["color-contrast"]) : axe.withTags(["wcag2a", "wcag2aa"])).analyze();
  return violations.flatMap(({ id, nodes }) =>
    nodes.map(({ target, failureSummary }) => `${id}: ${target.join(" ")}: ${failureSummary ?? ""}`),
  );
}

describe("every place can be read and reached by all", () => {
  it("sign-in", async () => {
    const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
    await page.goto(vexa.url);
    await page.getByLabel("Sign-in name").waitFor();
    expect(await complaints(page)).toEqual([]);
    await page.context().close();
  });

  it.each(["Dark", "Light"])("pages to improvise on, their options, Trace and a guest's page, %s theme", async (theme) => {
    const page = await signedIn(browser, vexa.url, "ines");
    if (theme === "Light") await page.getByRole("button", { name: "Light", exact: true }).click();
    await page.goto(`${vexa.url}/perform/page-improvise`);
    await page.getByRole("button", { name: /: Dusk, added/ }).click();
    await page.getByRole("slider", { name: "Rib weather" }).press("End");
    await page.getByRole("button", { name: "Arrange" }).click();
    await page.getByRole("button", { name: "Options of Rib weather" }).click();
    expect(await complaints(page)).toEqual([]);
    await page.keyboard.press("Escape");
    await page.getByRole("button", { name: "Done" }).click();
    expect(await complaints(page)).toEqual([]);
    await page.getByRole("link", { name: "Trace" }).click();
    await page.locator("canvas").click({ position: { x: 150, y: 30 } });
    await page.getByRole("region", { name: "Why it is so" }).getByText("Rib weather").waitFor();
    await page.getByRole("button", { name: "By head" }).click();
    await page.getByLabel("Search levels").fill("=999");
    expect(await complaints(page)).toEqual([]);
    await page.context().close();
    const foyer = await signedIn(browser, vexa.url, "foyer");
    expect(await complaints(foyer)).toEqual([]);
    await foyer.context().close();
  });

  it.each(["Dark", "Light"])("Build, Score and Perform, %s theme", async (theme) => {
    const page = await signedIn(browser, vexa.url, "ines");
    if (theme === "Light") await page.getByRole("button", { name: "Light", exact: true }).click();
    await pickGroup(page, "Rib 3 spots");
    await setLane(page, "Dimmer", "20..100");
    await addLane(page, "Colour");
    expect(await complaints(page)).toEqual([]);
    for (const attribute of ["Position", "Dimmer"]) {
      await page.getByLabel("Motion of", { exact: true }).selectOption({ label: attribute });
      await page.getByText("Phase, size and how they lie").click();
      await page.getByText("Rate, count, growing and shrinking").click();
      expect(await complaints(page)).toEqual([]);
    }
    await page.getByRole("button", { name: "Steps", exact: true }).click();
    expect(await complaints(page)).toEqual([]);
    await page.getByRole("tab", { name: "Presets" }).click();
    await page.getByRole("button", { name: "Show the groups as they hang" }).click();
    expect(await complaints(page)).toEqual([]);
    await page.getByRole("link", { name: "Score" }).click();
    await page.getByRole("listbox", { name: "Cues" }).getByRole("option").nth(1).click();
    await page.getByRole("region", { name: /^Times of cue/ }).waitFor();
    expect(await complaints(page)).toEqual([]);
    await page.getByRole("button", { name: "Tracking" }).click();
    expect(await complaints(page)).toEqual([]);
    await page.getByRole("link", { name: "Perform" }).click();
    await page.getByRole("article", { name: "Night bloom" }).getByRole("button", { name: "Go", exact: true }).click();
    expect(await complaints(page)).toEqual([]);
    await page.getByRole("button", { name: "Table" }).click();
    expect(await complaints(page)).toEqual([]);
    await page.getByRole("button", { name: "Close" }).click();
    await page.getByRole("button", { name: "More of Pulse" }).click();
    expect(await complaints(page)).toEqual([]);
    await page.context().close();
  });
});
