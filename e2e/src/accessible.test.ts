import type { Browser } from "playwright-core";
import { choose } from "./choose";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { complaintsInBothThemes } from "./axe";
import { openBrowser } from "./browser";
import { addLane, pickGroup, setLane, signedIn } from "./people";
import { runVexa, type RunningVexa } from "./run-server";
import { until } from "./until";

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

const RIGHT = "Presets, motion and recording";

describe("places to build and to programme in can be read and reached by all", () => {
  it("Build, Score and Perform, in both themes", async () => {
    const page = await signedIn(browser, vexa.url, "ines");
    await pickGroup(page, "Rib 3 spots");
    await setLane(page, "Dimmer", "20..100");
    await addLane(page, "Colour");
    expect(await complaintsInBothThemes(page)).toEqual([]);
    for (const attribute of ["Position", "Dimmer"]) {
      await choose(page.getByLabel("Motion of", { exact: true }), { label: attribute });
      await page.getByText("Phase, size and how they lie").click();
      await page.getByText("Rate, count, growing and shrinking").click();
      expect(await complaintsInBothThemes(page, RIGHT)).toEqual([]);
    }
    await page.getByRole("radio", { name: "Steps", exact: true }).click();
    expect(await complaintsInBothThemes(page, RIGHT)).toEqual([]);
    await page.getByRole("tab", { name: "Presets" }).click();
    await page.getByRole("button", { name: "Show the groups as they hang" }).click();
    expect(await complaintsInBothThemes(page)).toEqual([]);
    await page.getByRole("link", { name: "Score" }).click();
    await page.getByRole("listbox", { name: "Cues" }).getByRole("option").nth(1).click();
    await page.getByRole("region", { name: /^Times of cue/ }).waitFor();
    expect(await complaintsInBothThemes(page)).toEqual([]);
    await page.getByRole("radio", { name: "Tracking" }).click();
    expect(await complaintsInBothThemes(page)).toEqual([]);
    await page.getByRole("link", { name: "Perform" }).click();
    await page.getByRole("article", { name: "Night bloom" }).getByRole("button", { name: "Go", exact: true }).click();
    expect(await complaintsInBothThemes(page)).toEqual([]);
    await page.getByRole("button", { name: "Tempos" }).click();
    expect(await complaintsInBothThemes(page)).toEqual([]);
    await page.getByRole("button", { name: "Close the tempos" }).click();
    await page.getByRole("button", { name: "More of Pulse" }).click();
    expect(await complaintsInBothThemes(page)).toEqual([]);
    await page.context().close();
  });

  it("what is drawn changes with the theme at once, and changes back", async () => {
    const page = await signedIn(browser, vexa.url, "ines");
    await page.getByRole("link", { name: "Trace" }).click();
    const map = page.locator("main canvas").first();
    await map.waitFor();
    const bright = (): Promise<number> =>
      map.evaluate((canvas: HTMLCanvasElement) => {
        const { data } = canvas.getContext("2d")!.getImageData(0, 0, canvas.width, canvas.height);
        return data.reduce((sum, octet) => sum + octet, 0) / data.length;
      });
    await until("it is drawn", async () => (await bright()) > 0);
    const dark = await bright();
    await page.getByRole("button", { name: "Light", exact: true }).click();
    await until("it is drawn anew", async () => (await bright()) > dark + 5);
    await page.getByRole("button", { name: "Dark", exact: true }).click();
    await until("and as it was", async () => Math.abs((await bright()) - dark) < 2);
    expect(page.errors).toEqual([]);
    await page.context().close();
  });
});
