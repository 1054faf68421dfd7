import type { Browser } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { complaintsInBothThemes } from "./axe";
import { openBrowser } from "./browser";
import { openPlace, signedIn } from "./people";
import { runVexa, type RunningVexa } from "./run-server";

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

describe("sign-in and places of the show can be read and reached by all", () => {
  it("sign-in", async () => {
    const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
    await page.goto(vexa.url);
    await page.getByLabel("Sign-in name").waitFor();
    expect(await complaintsInBothThemes(page)).toEqual([]);
    await page.context().close();
  });

  it("pages to improvise on, their options, Rig, Trace, Crew and a guest's page, in both themes", async () => {
    const page = await signedIn(browser, vexa.url, "ines");
    await openPlace(page, "/perform/page-improvise");
    await page.getByRole("button", { name: /: Dusk, added/ }).click();
    await page.getByRole("slider", { name: "Rib weather" }).press("End");
    await page.getByRole("button", { name: "Arrange" }).click();
    await page.getByRole("button", { name: "Options of Rib weather" }).click();
    expect(await complaintsInBothThemes(page)).toEqual([]);
    await page.keyboard.press("Escape");
    await page.getByRole("button", { name: "Done" }).click();
    expect(await complaintsInBothThemes(page)).toEqual([]);
    await page.getByRole("link", { name: "Rig" }).click();
    await page.getByLabel("Lamps by number").getByRole("row").nth(1).click();
    await page.getByRole("heading", { name: "1 lamp" }).waitFor();
    expect(await complaintsInBothThemes(page)).toEqual([]);
    await page.getByRole("link", { name: "Profiles" }).click();
    await page.getByRole("button", { name: /^Heron 400/ }).click();
    await page.getByRole("table", { name: /^Channels of/ }).waitFor();
    expect(await complaintsInBothThemes(page)).toEqual([]);
    await page.getByRole("link", { name: "Trace" }).click();
    await page
      .getByRole("region", { name: "Levels of all universes" })
      .locator("canvas")
      .click({ position: { x: 150, y: 30 } });
    await page.getByRole("region", { name: "Why it is so" }).getByText("Rib weather").waitFor();
    await page.getByRole("radio", { name: "By head" }).click();
    await page.getByLabel("Search levels").fill("=999");
    expect(await complaintsInBothThemes(page)).toEqual([]);
    await page.getByRole("link", { name: /Crew/ }).click();
    await page.getByRole("button", { name: /^Ribs and washes/ }).click();
    expect(await complaintsInBothThemes(page)).toEqual([]);
    await page.getByRole("link", { name: "Loans" }).click();
    await page.getByRole("region", { name: "Earlier loans" }).waitFor();
    expect(await complaintsInBothThemes(page, "Crew")).toEqual([]);
    for (const tab of ["People", "History"]) {
      await page.getByRole("link", { name: tab }).click();
      await page.getByRole("region", { name: { People: "What roles may do", History: "Versions" }[tab]! }).waitFor();
      expect(await complaintsInBothThemes(page)).toEqual([]);
    }
    await page.context().close();
    const foyer = await signedIn(browser, vexa.url, "foyer");
    expect(await complaintsInBothThemes(foyer)).toEqual([]);
    await foyer.context().close();
  });
});
