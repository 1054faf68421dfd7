import type { Browser, Locator, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { complaints } from "./axe";
import { openBrowser } from "./browser";
import { choose } from "./choose";
import { PAN, spotValue } from "./demo-patch";
import { freeUdpPort, nodeOnLoopback, type LoopbackNode } from "./node-on-loopback";
import { addLane, followInLane, message, openPlace, pickGroup, signedIn, tellLine } from "./people";
import { runVexa, type RunningVexa } from "./run-server";
import { TrackerWords } from "./tracker-words";
import { settled, until } from "./until";

/** Story: key light that follows the singer. Targets are listed, heard, moved by hand, held and lost; heads follow them. The steps build on each other. */
let node: LoopbackNode;
let vexa: RunningVexa;
let browser: Browser;
let page: Page & { errors: string[] };
let words: TrackerWords;
let talking: NodeJS.Timeout | undefined;
beforeAll(async () => {
  node = await nodeOnLoopback([3, 11]);
  const oscPort = await freeUdpPort();
  vexa = await runVexa(`127.0.0.1:${node.port}`, { osc: String(oscPort) });
  words = new TrackerWords(oscPort);
  browser = await openBrowser();
  page = await signedIn(browser, vexa.url, "ines");
});
afterAll(async () => {
  clearInterval(talking);
  words.close();
  await browser.close();
  await vexa.stop();
  node.close();
});

/** A word of the tracker. */
const say = (name: string, ...place: number[]): void => words.say(`/vexa/target/${name}`, ...place);
/** The fourth spot of the third rib: how far it is turned, 0..1. */
const pan = (): number => spotValue(node.levels, 19, PAN);
/** How far the zoom of the first floor wash is open, 0..1. */
const washZoom = (): number => ((node.levels(11)?.[11] ?? NaN) * 256 + (node.levels(11)?.[12] ?? NaN)) / 65535;
const row = (name: string): Locator => page.getByRole("region", { name: "Targets" }).getByRole("listitem", { name, exact: true });
/** How far the first of the floor washes is turned, 0..1. */
const washPan = (): number => ((node.levels(11)?.[0] ?? NaN) * 256 + (node.levels(11)?.[1] ?? NaN)) / 65535;
/** By the quick line. */
const tell = (text: string): Promise<void> => tellLine(page, text);
const why = (): Locator => page.getByRole("region", { name: "Why it is so" });
const now = (name: string): Locator => row(name).getByLabel(`${name} now`);
const mark = (name: string): Locator => page.getByRole("button", { name: new RegExp(`^Target ${name};`) });
const still = (): Promise<number> => settled(pan);

describe("people to follow", () => {
  it("are listed in Rig, typed, and refused with a reason; one that is followed stays", async () => {
    await openPlace(page, "/rig/targets");
    await now("Voice").getByText("0.0, -1.0, 1.6").waitFor();
    await row("Voice").getByPlaceholder("/vexa/target/voice").waitFor();
    expect(await complaints(page)).toEqual([]);
    await page.getByRole("button", { name: "Add a target" }).click();
    const name = row("Target").getByLabel("Name of Target");
    await name.fill("Strings");
    await name.press("Enter");
    await page
      .getByText(/another target is called so/)
      .first()
      .waitFor();
    await name.fill("Trolley");
    await name.press("Enter");
    const across = row("Trolley").getByLabel("Across, m of Trolley");
    await across.fill("far left");
    await across.press("Enter");
    await page
      .getByText(/it must be metres/)
      .first()
      .waitFor();
    await across.fill("-2,5");
    await across.press("Enter");
    await now("Trolley").getByText("-2.5, 2.0, 1.6").waitFor();
    await row("Trolley").getByRole("button", { name: "Take Trolley away" }).click();
    await row("Trolley").waitFor({ state: "detached" });
    await row("Voice").getByRole("button", { name: "Take Voice away" }).click();
    await message(page, /Voice.*With voice and strings/)
      .first()
      .waitFor();
    await now("Voice").waitFor();
  });

  it("are followed by heads whose position is their name, as they are heard of", async () => {
    await openPlace(page, "/build");
    await pickGroup(page, "Rib 3 spots");
    await addLane(page, "Position");
    const lane = page.getByRole("article", { name: "Lane Position", exact: true });
    const field = lane.getByLabel("Position value", { exact: true });
    await field.fill("nobody");
    await field.press("Enter");
    await page
      .getByText(/neither a place on stage, nor a target/)
      .first()
      .waitFor();
    await field.fill("voice");
    await field.press("Enter");
    await lane.getByText("followed where it goes").waitFor();
    expect(await field.inputValue()).toBe("Voice");
    say("voice", -4, 0, 1.6);
    const left = await still();
    say("voice", 4, 0, 1.6);
    await until("the head turns after the singer", () => Math.abs(pan() - left) > 0.05);
    const right = await still();
    await lane.getByRole("button", { name: "Strings" }).click();
    await until("the heads lie between both", () => Math.abs(pan() - right) > 0.002);
    expect(await field.inputValue()).toBe("Voice..Strings");
    await lane.getByRole("button", { name: "2 Strings" }).click();
    const around = lane.getByLabel("Metres around the target");
    await around.fill("three");
    await around.press("Enter");
    await page.getByText("It must be from 0 to 20. Nothing was changed.").first().waitFor();
    await around.fill("3");
    await around.press("Enter");
    await until("the heads look around them", () => Math.abs(pan() - right) > 0.002);
    await around.fill("");
    await around.press("Enter");
    await until("the heads look at them again", () => Math.abs(pan() - right) < 0.002);
    const speed = lane.getByLabel("Metres a second that they go at the most");
    await speed.fill("0");
    await speed.press("Enter");
    await page.getByText("It must be from 0.1 to 50. Nothing was changed.").first().waitFor();
    await speed.fill("0.5");
    await speed.press("Enter");
    say("voice", 2, 0, 1.6);
    await until("they go after the singer", () => Math.abs(pan() - right) > 0.004);
    const after = pan();
    await until("no faster than was said: they are still on their way", () => Math.abs(pan() - after) > 0.01);
    await speed.fill("");
    await speed.press("Enter");
    say("voice", 4, 0, 1.6);
    await until("they are with the singer again", () => Math.abs(pan() - right) < 0.002);
    const inside = lane.getByLabel("Part of the stage that these heads stay in");
    await inside.fill("over there");
    await inside.press("Enter");
    await page
      .getByText(/^Write two corners in metres/)
      .first()
      .waitFor();
    await inside.fill("-8,-3,0..-4,8,3");
    await inside.press("Enter");
    await until("they look no further than where the singer was first", () => Math.abs(pan() - left) < 0.002);
    await inside.fill("");
    await inside.press("Enter");
    await until("and after the singer again", () => Math.abs(pan() - right) < 0.002);
  });

  it("are moved on the stage by hand, and what is heard doesn't move them meanwhile", async () => {
    const before = await still();
    const box = (await mark("Voice").locator("span").first().boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x - 80, box.y + 20, { steps: 8 });
    await page.mouse.up();
    await mark("Voice").getByText("by hand").waitFor();
    await page.getByRole("link", { name: "▪ Voice by hand" }).waitFor();
    await until("the head follows the hand", () => Math.abs(pan() - before) > 0.01);
    const there = await still();
    say("voice", 4, 0, 1.6);
    await mark("Voice").press("ArrowRight");
    expect(Math.abs((await still()) - there)).toBeLessThan(0.02);
    await openPlace(page, "/rig/targets");
    await now("Voice").getByText("by hand, Ines").waitFor();
    await row("Voice").getByRole("button", { name: "Leave to OSC" }).click();
    await now("Voice")
      .getByText(/heard|lost/)
      .waitFor();
    say("voice", 4, 0, 1.6);
    await now("Voice").getByText("4.0, 0.0, 1.6").waitFor();
    await row("Voice").getByRole("button", { name: "By hand" }).click();
    await page.getByRole("link", { name: "▪ Voice by hand" }).waitFor();
    say("voice", 1, 0, 1.6);
    await still();
    await tell("leave Voice to OSC");
    await page.getByRole("link", { name: "▪ Voice by hand" }).waitFor({ state: "detached" });
    await now("Voice").getByText("4.0, 0.0, 1.6").waitFor();
  });

  it("are held all at once, and shown as lost when nothing is heard of them", async () => {
    await page.getByRole("button", { name: "Hold all" }).click();
    await now("Voice").getByText("held").waitFor();
    await now("Drum").getByText("held").waitFor();
    await page.getByRole("link", { name: "▪ all targets held" }).waitFor();
    const before = await still();
    say("voice", -4, 0, 1.6);
    await now("Voice").getByText("4.0, 0.0, 1.6").waitFor();
    expect(await still()).toBe(before);
    await page.getByRole("button", { name: "All held" }).click();
    await page.getByRole("button", { name: "Hold all" }).waitFor();
    await page.getByRole("link", { name: "▪ all targets held" }).waitFor({ state: "detached" });
    say("voice", -4, 0, 1.6);
    await until("it goes on", () => Math.abs(pan() - before) > 0.05);
    await now("Voice")
      .getByText(/lost \d+ s/)
      .waitFor();
    await openPlace(page, "/build");
    await mark("Voice").getByText("lost").waitFor();
  });

  it("are seen in beams as wide as is said, however near they come", async () => {
    await openPlace(page, "/build");
    await pickGroup(page, "Floor washes");
    const wide = await followInLane(page, { attribute: "Zoom", name: "Voice", metres: "Metres that the beam is wide at the target" });
    await wide.fill("3 m");
    await wide.press("Enter");
    say("voice", -4, 0, 1.6);
    const far = await settled(washZoom);
    say("voice", 1, -1, 1.6);
    await until("another zoom for another distance", () => Math.abs(washZoom() - far) > 0.02);
    await tell("Floor washes: zoom 20");
    await wide.waitFor({ state: "detached" });
    await tell("Floor washes: wide 3 on Voice");
    await wide.waitFor();
  });

  it("are let go of once they are lost, where that is asked for, or when nobody is to follow, and followed again", async () => {
    await openPlace(page, "/rig/targets");
    const once = row("Voice").getByLabel("What heads do once Voice is lost");
    await choose(once, "let go of it");
    say("voice", -4, 0, 1.6);
    await now("Voice").getByText("its heads let go").waitFor();
    await until("the heads are home: nothing lies beneath", () => Math.abs(pan() - 0.5) < 0.001);
    talking = setInterval(() => say("voice", -4, 0, 1.6), 200);
    await until("they follow again", () => Math.abs(pan() - 0.5) > 0.03);
    const followed = await still();
    await page.getByRole("button", { name: "Nobody follows" }).click();
    await page.getByRole("link", { name: "▪ nobody follows" }).waitFor();
    await until("the heads are home", () => Math.abs(pan() - 0.5) < 0.001);
    await openPlace(page, "/build");
    await mark("Voice").getByText("nobody follows").waitFor();
    await tell("follow voice again");
    await until("they look where they did", () => Math.abs(pan() - followed) < 0.001);
    await page.getByRole("link", { name: "▪ nobody follows Strings, Horn, Drum" }).waitFor();
    await tell("follow again");
    await page.getByRole("link", { name: /nobody follows/ }).waitFor({ state: "detached" });
    // These heads alone: first others than those that follow, then themselves.
    await tell("only Floor washes follow");
    await until("the heads are home", () => Math.abs(pan() - 0.5) < 0.001);
    await page.getByRole("link", { name: /^▪ only \d+ heads follow$/ }).click();
    await page.getByRole("button", { name: /^▪ only/ }).waitFor();
    await now("Voice")
      .getByText(/only \d+ heads follow/)
      .waitFor();
    await tell("only Rib spots follow");
    await until("they look where they did", () => Math.abs(pan() - followed) < 0.001);
    await page.getByRole("button", { name: /^▪ only/ }).click();
    await page.getByRole("link", { name: /follow/ }).waitFor({ state: "detached" });
    clearInterval(talking);
    await choose(once, "stay there");
  });

  it("stand in cues, in Trace, in the quick line, and can't be moved by whoever only watches", async () => {
    await openPlace(page, "/trace");
    // The first slot of the third universe on the map: 304 pixels from one to the next.
    await page.locator("canvas").click({ position: { x: 47, y: 2 * 304 + 30 } });
    await why()
      .getByText(/follows Voice \(lost/)
      .first()
      .waitFor();
    const turned = washPan();
    await tell("Colour walk go 4 in 0");
    await until("the washes follow", () => Math.abs(washPan() - turned) > 0.01);
    await tell("nobody follows");
    await openPlace(page, "/perform");
    await page
      .getByRole("article", { name: "Colour walk" })
      .getByText(/nobody follows/)
      .waitFor();
    await tell("follow again");
    await page
      .getByRole("article", { name: "Colour walk" })
      .getByText(/Strings.* lost/)
      .waitFor();
    await tell("walk Voice");
    await page.getByRole("link", { name: "▪ Voice on a walk" }).waitFor();
    await tell("hold targets");
    await openPlace(page, "/rig/targets");
    await now("Strings").getByText("held").waitFor();
    expect(page.errors).toEqual([]);
    const watcher = await signedIn(browser, vexa.url, "orla");
    await openPlace(watcher, "/rig/targets");
    await watcher.getByText("held").first().waitFor();
    expect(await watcher.getByRole("button", { name: "Add a target" }).count()).toBe(0);
    expect(await watcher.getByRole("button", { name: "By hand" }).first().isDisabled()).toBe(true);
    expect(await watcher.getByRole("button", { name: "All held" }).count()).toBe(0);
    expect(await watcher.getByRole("button", { name: "Nobody follows" }).count()).toBe(0);
  });
});
