import type { Browser, Locator, Page } from "playwright-core";
import { choose } from "./choose";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { openBrowser } from "./browser";
import { blinder, lantern, washLevels } from "./demo-patch";
import { nodeOnLoopback, type LoopbackNode } from "./node-on-loopback";
import { signIn, signedIn } from "./people";
import { runVexa, type RunningVexa } from "./run-server";
import { ScoreStory } from "./score-story";
import { drawn, Finger } from "./touch";
import { pause, until } from "./until";

/** Story: an operator improvises with fingers on two pages. What is checked is what the npm package sacn receives. */
let node: LoopbackNode;
let vexa: RunningVexa;
let browser: Browser;
let hand: Page & { errors: string[] };
let main: Page;
let finger: Finger;

beforeAll(async () => {
  node = await nodeOnLoopback([1, 2, 3, 4, 5, 6, 7, 11, 12, 13]);
  vexa = await runVexa(`127.0.0.1:${node.port}`);
  browser = await openBrowser();
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, hasTouch: true });
  hand = Object.assign(await context.newPage(), { errors: [] as string[] });
  hand.on("pageerror", (error) => hand.errors.push(error.message));
  await hand.goto(vexa.url);
  await signIn(hand, "ines", "palm-house-1");
  await hand.getByRole("link", { name: "Perform" }).click();
  await hand.getByRole("navigation", { name: "Pages" }).getByRole("link", { name: "By hand" }).click();
  main = await signedIn(browser, vexa.url, "ines");
  await main.goto(`${vexa.url}/perform/page-main`);
  await main.getByRole("article", { name: "Night bloom" }).waitFor();
  finger = await Finger.on(hand);
});
afterAll(async () => {
  await browser.close();
  await vexa.stop();
  node.close();
});

const near = (value: number, wanted: number, by = 0.01): boolean => Math.abs(value - wanted) <= by;
const wash = (index = 0): ReturnType<typeof washLevels> => washLevels((universe) => node.levels(universe), index);
const card = (name: string): Locator => hand.getByRole("article", { name, exact: true });
const fader = (name: string): Locator => card(name).getByRole("slider");
const options = async (name: string): Promise<Locator> => {
  await hand.getByRole("button", { name: "Arrange" }).click();
  await hand.getByRole("button", { name: `Options of ${name}`, exact: true }).click();
  return hand.getByRole("dialog", { name: `Options of ${name}` });
};
const done = async (): Promise<void> => {
  await hand.keyboard.press("Escape");
  await hand.getByRole("button", { name: "Done" }).click();
};
/** Seconds from the first packet of a universe that differs to the last, while a level moved. */
const moved = (universe: number, slot: number): { at: number; level: number }[] =>
  node.history(universe).map(({ atSeconds, levels }) => ({ at: atSeconds, level: levels[slot]! }));

describe("a page under the fingers", () => {
  it("raises a look by a drag anywhere on its card; the level follows while the finger moves", async () => {
    await finger.drag(fader("Ember wash"), -120);
    await drawn(hand);
    const level = Number(await fader("Ember wash").getAttribute("aria-valuenow")) / 100;
    expect(level).toBeGreaterThan(0.3);
    await until("the washes have their part of 70 %", () => near(wash().dimmer, 0.7 * level));
    expect(wash().red).toBe(255);
    expect(wash().blue).toBeLessThan(120);
  });

  it("adds a colour with one touch, and puts another in its place with the next", async () => {
    const ember = wash();
    await hand.getByRole("button", { name: "On: Dusk, added" }).tap();
    await until("blue came up and red stayed", () => wash().blue > 200 && wash().red === 255);
    expect(wash().green).toBeGreaterThanOrEqual(ember.green);
    await hand.getByRole("button", { name: "On: Moss instead" }).tap();
    await until("moss alone", () => wash().green > 200 && wash().red < 150 && wash().blue < 150);
    await card("Ember wash")
      .getByText(/hidden in part by Moss instead: started later/)
      .waitFor();
    await hand.getByRole("button", { name: "Off: Moss instead" }).tap();
    await until("both are back", () => wash().red === 255 && wash().blue > 200);
    await hand.getByRole("button", { name: "Off: Dusk, added" }).tap();
    await until("ember alone", () => wash().blue === ember.blue);
  });

  it("flashes for as long as the finger is down, with its own way out", async () => {
    const thunder = hand.getByRole("button", { name: "Flash: Thunder" });
    await finger.down(thunder);
    await until("the blinders are full", () => blinder((universe) => node.levels(universe), 0) === 1);
    await pause(300);
    expect(blinder((universe) => node.levels(universe), 0)).toBe(1);
    node.collect();
    const left = performance.now() / 1000;
    await finger.up();
    await until("they are dark", () => blinder((universe) => node.levels(universe), 0) === 0);
    const steps = moved(13, 0);
    // Out in 0.6 s: half-way down after 0.3, dark after 0.6, each within 0.15 s of finger, browser and socket.
    const near = 0.15 + node.lateness();
    expect(Math.abs(steps.find(({ level }) => level <= 128)!.at - left - 0.3)).toBeLessThan(near);
    expect(Math.abs(steps.find(({ level }) => level === 0)!.at - left - 0.6)).toBeLessThan(near);
  });

  it("dials through looks; a fast pull down leaves nothing", async () => {
    const spots = (): number[] => [1, 2, 3].map((universe) => node.levels(universe)![4]!);
    await finger.drag(fader("Rib weather"), -80, { part: 0.6 });
    await until("a cue of the dial runs", async () => /is running/.test((await fader("Rib weather").getAttribute("aria-valuetext")) ?? ""));
    await until("the spots are lit", () => spots().some((level) => level > 0));
    await finger.drag(fader("Rib weather"), -200, { part: 0.72 });
    await until("storm", async () => (await fader("Rib weather").getAttribute("aria-valuetext"))!.includes("cue 4, Storm is running"));
    await finger.drag(fader("Rib weather"), 285, { steps: 2, part: 0.05 });
    await until("let go", async () => (await fader("Rib weather").getAttribute("aria-valuetext"))!.includes("off, not running"));
    await until("all is dark", () => spots().every((level) => level === 0));
    await pause(600);
    expect(spots()).toEqual([0, 0, 0]);
  });

  it("scales and lights groups by their masters, and everything by the grand master and blackout", async () => {
    const full = wash().dimmer;
    await hand.getByRole("slider", { name: "Master Floor washes" }).press("Home");
    await until("the washes are dark", () => wash().dimmer === 0);
    await hand.getByRole("slider", { name: "Master Floor washes" }).press("End");
    await until("they are back", () => near(wash().dimmer, full));
    for (let press = 0; press < 4; press++) await hand.getByRole("slider", { name: "Master Lantern string" }).press("PageUp");
    await until("the lanterns are lit", () =>
      near(
        lantern((universe) => node.levels(universe), 20),
        0.4,
      ),
    );
    await hand.getByRole("slider", { name: "Grand master" }).press("PageDown");
    await until("a tenth less", () =>
      near(
        lantern((universe) => node.levels(universe), 20),
        0.36,
      ),
    );
    await hand.getByRole("button", { name: "Blackout" }).click();
    await until("all is dark", () => wash().dimmer === 0 && lantern((universe) => node.levels(universe), 20) === 0);
    expect(wash().red).toBe(255);
    await hand.getByRole("button", { name: "Blackout" }).click();
    await hand.getByRole("slider", { name: "Grand master" }).press("End");
    await hand.getByRole("slider", { name: "Master Lantern string" }).press("Home");
    await until("back", () => near(wash().dimmer, full));
  });

  it("crossfades by hand: one way is the next cue, a half-way turn comes back", async () => {
    const middle = (): number => lantern((universe) => node.levels(universe), 20);
    await fader("Lanterns by hand").press("End");
    await until("low", () => near(middle(), 0.2));
    for (let press = 0; press < 5; press++) await fader("Lanterns by hand").press("PageDown");
    await until("half-way to the middle", () => near(middle(), 0.55, 0.02));
    for (let press = 0; press < 5; press++) await fader("Lanterns by hand").press("PageUp");
    await until("low again", () => near(middle(), 0.2));
    await fader("Lanterns by hand").press("Home");
    await until("from the middle", () => near(middle(), 0.9, 0.03));
    await card("Lanterns by hand").getByRole("button", { name: "Let go" }).click();
    await until("dark", () => middle() === 0);
  });

  it("improvises on two pages at once, and ends dark when all of it is let go", async () => {
    await main.getByRole("article", { name: "Night bloom" }).getByRole("button", { name: "Go", exact: true }).click();
    await hand.getByRole("button", { name: "On: Moss instead" }).tap();
    await finger.drag(fader("Rib weather"), -150, { part: 0.7 });
    await main.getByRole("slider", { name: "Canopy drift" }).press("End");
    for (let round = 0; round < 4; round++) {
      const thunder = hand.getByRole("button", { name: "Flash: Thunder" });
      await finger.down(thunder);
      await pause(120);
      await finger.up();
      await finger.drag(fader("Fern breath"), round % 2 === 0 ? -150 : 120, { part: round % 2 === 0 ? 0.7 : 0.2 });
      const go = main.getByRole("article", { name: "Night bloom" }).getByRole("button", { name: "Go", exact: true });
      if (await go.isEnabled()) await go.click();
    }
    const running = main.getByRole("region", { name: "Running now" });
    await until("both windows tell what runs", async () => (await running.getByRole("listitem").count()) >= 5);
    await running.getByText("Moss instead").waitFor();
    // A card that has room says from when to when its cue changes what.
    await main.getByRole("img", { name: "Times: Intensity from 0.0 to 3.0 s, Colour from 0.0 to 3.0 s" }).waitFor();
    // Its line begins once: a card that is drawn anew moves it no further.
    const drift = main.getByRole("slider", { name: "Canopy drift" });
    const begins = (): Promise<unknown> =>
      main
        .getByRole("article", { name: "Canopy drift" })
        .locator(".tells-time")
        .evaluate((line) => line.getAnimations()[0]!.effect!.getTiming().delay);
    const begun = await begins();
    await drift.press("ArrowDown");
    await until("it is drawn anew", async () => (await drift.getAttribute("aria-valuenow")) === "99");
    expect(await begins()).toBe(begun);
    await main.getByRole("button", { name: "Let all of mine go" }).click();
    await until("nothing runs", async () => (await running.getByRole("listitem").count()) === 0);
    await until("dark", () => {
      const lit = [1, 2, 3, 4, 5, 6, 7].some((universe) => SPOT_DIMMERS.some((slot) => node.levels(universe)![slot]! > 0));
      return (
        !lit &&
        wash().dimmer === 0 &&
        node
          .levels(12)!
          .subarray(144, 184)
          .every((level) => level === 0)
      );
    });
    expect(hand.errors).toEqual([]);
  });
});

/** Coarse dimmer slots of the eight spots of a rib. */
const SPOT_DIMMERS = Array.from({ length: 8 }, (_, spot) => spot * 21 + 4);

/** The time of a straight fade over a range: the median of what each two packets half of it apart say; late ones don't move it. */
function fadeSeconds(packets: readonly { at: number; level: number }[], range: number): number {
  const moving = packets.filter(({ level }) => level > 0.02 * range && level < 0.98 * range);
  const half = moving.length >> 1;
  expect(half).toBeGreaterThan(20);
  const said = moving
    .slice(half)
    .map(({ at, level }, index) => ((at - moving[index]!.at) / Math.abs(level - moving[index]!.level)) * range);
  return said.sort((one, other) => one - other)[said.length >> 1]!;
}

describe("times and faders at the wire", () => {
  it("lets go in 5 s what came in within 3 s", async () => {
    const sheet = await options("Ember wash");
    await sheet.getByLabel("Lets go in", { exact: true }).fill("5");
    await sheet.getByLabel("Lets go in", { exact: true }).press("Enter");
    await done();
    const score = new ScoreStory(hand);
    await score.open("Ember wash");
    await score.row(1).click();
    await score.field("In", "3");
    await hand.getByRole("link", { name: "Perform" }).click();
    await hand.getByRole("link", { name: "By hand" }).click();
    node.collect();
    await card("Ember wash").getByRole("button", { name: "Go", exact: true }).click();
    await until("it is in", () => near(wash().dimmer, 0.7, 0.002));
    await card("Ember wash").getByRole("button", { name: "Let go" }).click();
    await until("it is out", () => wash().dimmer === 0);
    const steps = node.history(11).map(({ atSeconds, levels }) => ({ at: atSeconds, level: (levels[4]! * 256 + levels[5]!) / 65535 }));
    const top = steps.findIndex(({ level }) => near(level, 0.7, 0.001));
    const falls = steps.findLastIndex(({ level }) => near(level, 0.7, 0.001));
    expect(Math.abs(fadeSeconds(steps.slice(0, top), 0.7) - 3)).toBeLessThan(0.03);
    expect(Math.abs(fadeSeconds(steps.slice(falls + 1), 0.7) - 5)).toBeLessThan(0.05);
    expect(steps.at(-1)!.level).toBe(0);
  });

  it("a fader with another job doesn't touch intensities", async () => {
    const sheet = await options("Ember wash");
    await choose(sheet.getByLabel("The fader does"), { label: "size of motions" });
    await done();
    await card("Ember wash").getByRole("button", { name: "Go", exact: true }).click();
    await until("it is in", () => near(wash().dimmer, 0.7, 0.002));
    node.collect();
    for (const key of ["Home", "PageUp", "PageUp", "End"]) {
      await fader("Ember wash").press(key);
      await pause(150);
    }
    const dimmers = node.history(11).map(({ levels }) => (levels[4]! * 256 + levels[5]!) / 65535);
    expect(dimmers.every((level) => near(level, 0.7, 0.001))).toBe(true);
    await card("Ember wash").getByRole("button", { name: "Let go" }).click();
  });

  it("keeps what runs, masters and faders through a restart", async () => {
    await fader("Lanterns by hand").press("End");
    await hand.getByRole("slider", { name: "Grand master" }).press("PageDown");
    await until("on the wire", () =>
      near(
        lantern((universe) => node.levels(universe), 20),
        0.18,
      ),
    );
    await pause(400);
    await vexa.restart("SIGKILL");
    node.collect();
    await until(
      "it is there again",
      () =>
        node.history(12).length > 3 &&
        near(
          lantern((universe) => node.levels(universe), 20),
          0.18,
        ),
    );
    await until("the page is back", async () => (await hand.getByLabel("Output").count()) === 1);
    await hand.getByRole("slider", { name: "Grand master" }).press("End");
    await card("Lanterns by hand").getByRole("button", { name: "Let go" }).click();
  });
});
