import { readFile } from "node:fs/promises";
import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { complaints } from "./axe";
import { openBrowser } from "./browser";
import { choose } from "./choose";
import { DIMMER, PAN, spotValue } from "./demo-patch";
import { nodeOnLoopback, type LoopbackNode } from "./node-on-loopback";
import { openPlace, setLane, signedIn } from "./people";
import { planFile, type PlannedLamp } from "./plan-file";
import { typeInto } from "./rig-story";
import { runVexa, type RunningVexa } from "./run-server";
import { until } from "./until";

/** Story: somebody's first half hour. The tour, then a show of their own that is taken away, thrown away, brought in and played. */
let node: LoopbackNode;
let vexa: RunningVexa;
let browser: Browser;
let page: Page & { errors: string[] };
beforeAll(async () => {
  node = await nodeOnLoopback([1, 2, 3, 4, 5, 6, 7]);
  vexa = await runVexa(`127.0.0.1:${node.port}`);
  browser = await openBrowser();
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  context.setDefaultTimeout(60_000);
  page = Object.assign(await context.newPage(), { errors: [] as string[] });
  page.on("pageerror", (error) => page.errors.push(error.message));
});
afterAll(async () => {
  expect(page.errors).toEqual([]);
  await browser.close();
  await vexa.stop();
  node.close();
});

const tour = () => page.getByRole("region", { name: "Tour" });
const press = (name: string): Promise<void> => tour().getByRole("button", { name, exact: true }).click();
const step = (text: string): Promise<void> => tour().getByRole("status").filter({ hasText: text }).waitFor();
const done = (): Promise<void> => tour().getByText("✓ Done").waitFor();
const value = (spot: number, at: 1 | 3 | 5): number => spotValue((universe) => node.levels(universe), spot, at);
const place = (name: string): Promise<void> => page.getByRole("link", { name, exact: true }).click();

describe("the tour", () => {
  it("begins on the sign-in page, and sees by itself what the hand has done on stage", async () => {
    await page.goto(vexa.url);
    await page.getByRole("button", { name: "New here? Take the tour" }).click();
    await step("1 of 6");
    expect(await complaints(page, "Tour")).toEqual([]);
    const group = /press “([^”]+)”/.exec(await tour().getByRole("status").innerText())![1]!;
    await page.getByRole("complementary", { name: "Cast" }).getByRole("button", { name: group }).first().click();
    await done();
    await press("Next");
    await step("2 of 6");
    await setLane(page, "Dimmer", "20..100..20");
    await done();
    await until("the ends are dim", () => value(0, DIMMER) > 0.15 && value(0, DIMMER) < 0.25);
    await press("Next");
  });

  it("does a step for whoever asks, goes back, and goes on after a reload", async () => {
    await step("3 of 6");
    const before = value(0, PAN);
    await press("Do it for me");
    await done();
    await until("it moves", () => Math.abs(value(0, PAN) - before) > 0.02);
    await press("Back");
    await step("2 of 6");
    await done();
    await press("Next");
    await press("Next");
    await step("4 of 6");
    await press("Do it for me");
    await done();
    await press("Next");
    await page.reload();
    await step("5 of 6");
    await tour().getByRole("link", { name: "Open Perform" }).waitFor();
    await press("Do it for me");
    await done();
    await page.getByRole("article", { name: "First look" }).getByText("●").first().waitFor();
    await press("Next");
  });

  it("ends dark, and takes back all that it made", async () => {
    await step("6 of 6");
    await page.getByRole("article", { name: "First look" }).getByRole("button", { name: "Let go" }).click();
    await done();
    await until("dark", () => value(0, DIMMER) === 0);
    await press("Next");
    await press("Take it all back");
    await tour().waitFor({ state: "detached" });
    await page.getByRole("article", { name: "First look" }).waitFor({ state: "detached" });
    await place("Score");
    const lists = page.getByRole("navigation", { name: "Cue lists" });
    await lists.getByRole("button", { name: /^Night bloom/ }).waitFor();
    expect(await lists.getByRole("button", { name: /^First look/ }).count()).toBe(0);
  });

  it("says what it misses, can be left at any step, and is for those who build", async () => {
    await openPlace(page, "/show/help");
    await page.getByRole("button", { name: "Take the tour" }).click();
    // Somebody is selected still: what is done already needn't be skipped.
    await press("Next");
    for (let skipped = 0; skipped < 2; skipped++) await press("Skip");
    await step("4 of 6");
    await press("Do it for me");
    await page
      .getByText(/Your sketch is empty: there is nothing to keep yet/)
      .first()
      .waitFor();
    await press("Leave the tour");
    await tour().waitFor({ state: "detached" });
    await page.reload();
    await page.getByRole("complementary", { name: "Cast" }).waitFor();
    expect(await tour().count()).toBe(0);
    const wren = await signedIn(browser, vexa.url, "operator");
    await openPlace(wren, "/show/help");
    await wren.getByRole("navigation", { name: "Pages of the guide" }).waitFor();
    expect(await wren.getByRole("button", { name: "Take the tour" }).count()).toBe(0);
    await wren.context().close();
  });
});

const shows = () => page.getByRole("list", { name: "Shows" });
const show = (name: string) => shows().getByRole("listitem", { name, exact: true });
const onStage = async (name: string): Promise<void> => {
  await show(name).getByRole("button", { name: "Open…" }).click();
  await choose(page.getByLabel("Crossing time"), { label: "no time" });
  await page.getByRole("button", { name: "Put it on stage" }).click();
  await show(name).getByText("● on stage").waitFor();
};
const more = async (name: string, act: string): Promise<void> => {
  await show(name)
    .getByRole("button", { name: `More of ${name}` })
    .click();
  await page.getByRole("menuitem", { name: act }).click();
};

const LAMPS = Array.from({ length: 6 }, (_, at): PlannedLamp => ({
  number: 11 + at,
  name: `Barn ${at + 1}`,
  spec: "Pelican 7",
  address: 1 + 2 * at,
  place: [at, 2, 4],
}));
const barn = (): number[] => LAMPS.map(({ address }) => node.levels(1)?.[address - 1] ?? -1);

describe("a show of one's own", () => {
  it("is made, gets lamps by a plan and a page, and lights them as a fan", async () => {
    await openPlace(page, "/show/shows");
    await page.getByRole("button", { name: "New show…" }).click();
    await page.getByLabel("Name of the new show").fill("Barn dance");
    await choose(page.getByLabel("Begins with"), { label: "nothing" });
    await page.getByRole("button", { name: "Make it" }).click();
    await onStage("Barn dance");
    await place("Rig");
    await page
      .getByLabel("First plan")
      .setInputFiles({ name: "barn.mvr", mimeType: "application/octet-stream", buffer: await planFile(LAMPS) });
    await page.getByRole("button", { name: "Take 6 of 6" }).click();
    await page.getByText("6 lamps in 1 universe").waitFor();
    await place("Perform");
    await page.getByRole("button", { name: "Arrange" }).click();
    await page.getByRole("button", { name: "New page" }).click();
    await page.getByRole("link", { name: "Page 1" }).waitFor();
    await place("Build");
    await typeInto(page, "Select by number or name", "11..16");
    await setLane(page, "Dimmer", "0..100");
    await until("a fan on the wire", () => barn().join() === "0,51,102,153,204,255");
  });

  it("is recorded as a cue with its card, and saved as a file", async () => {
    await page.getByRole("button", { name: "Record cue" }).first().click();
    const sheet = page.getByRole("dialog", { name: "Record a cue" });
    await sheet.getByLabel("Name of the list").fill("Doors");
    await choose(sheet.getByLabel("And a card on"), { label: "Page 1" });
    await sheet.getByLabel("In, seconds").fill("0");
    await sheet.getByRole("button", { name: "Record cue" }).click();
    await sheet.waitFor({ state: "detached" });
    await page.keyboard.press("Shift+Escape");
    await until("dark", () => barn().every((level) => level === 0));
  });

  it("goes away as a file, is thrown away, comes in again, and plays as it was", async () => {
    await openPlace(page, "/show/shows");
    const download = page.waitForEvent("download");
    await more("Barn dance", "Save as a file");
    const buffer = await readFile(await (await download).path());
    await onStage("Understory");
    await more("Barn dance", "Throw away");
    await show("Barn dance").waitFor({ state: "detached" });
    await page.getByLabel("Show file").setInputFiles({ name: "barn.vexa", mimeType: "application/octet-stream", buffer });
    await onStage("Barn dance");
    await openPlace(page, "/perform");
    await page.getByRole("article", { name: "Doors" }).getByRole("button", { name: "Go", exact: true }).click();
    await until("it is lit as it was", () => barn().join() === "0,51,102,153,204,255");
  });
});
