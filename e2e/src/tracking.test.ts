import type { Browser, Locator, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { complaints } from "./axe";
import { openBrowser } from "./browser";
import { washLevels } from "./demo-patch";
import { freeUdpPort, nodeOnLoopback, type LoopbackNode } from "./node-on-loopback";
import { followInLane, message, openPlace, pickGroup, signedIn, tellLine } from "./people";
import { runVexa, type RunningVexa } from "./run-server";
import { TrackerWords } from "./tracker-words";
import { until } from "./until";

/** Story: a tracker is set up. What it says lies elsewhere than the stage: it is fitted to places that are known. */
let vexa: RunningVexa;
let browser: Browser;
let page: Page & { errors: string[] };
let words: TrackerWords;
let talking: NodeJS.Timeout | undefined;
let node: LoopbackNode;
beforeAll(async () => {
  node = await nodeOnLoopback([11]);
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

/** Says it over and over, as trackers do, until something else is said. */
const talk = (address: string, ...place: number[]): void => {
  clearInterval(talking);
  words.say(address, ...place);
  talking = setInterval(() => words.say(address, ...place), 200);
};
const row = (name: string): Locator => page.getByRole("region", { name: "Targets" }).getByRole("listitem", { name, exact: true });
const now = (name: string): Locator => row(name).getByLabel(`${name} now`);

describe("whoever is followed", () => {
  it("are lit within the part of the stage that they are kept in, and fade out before its edge", async () => {
    await pickGroup(page, "Floor washes");
    await followInLane(page, { attribute: "Dimmer", name: "Horn", metres: "Metres before the edge over which light fades" });
    await page.getByText("Horn may be anywhere, so nothing fades").waitFor();
    await openPlace(page, "/rig/targets");
    const within = row("Horn").getByLabel("Kept within, m of Horn");
    await within.fill("-6,-4,0..6,4,3");
    await within.press("Enter");
    for (const [x, light] of [
      [0, 1],
      [5, 0.5],
      [-5.5, 0.25],
      [8, 0],
    ] as const) {
      words.say("/vexa/target/horn", x, 0, 1.6);
      await until(`light is ${light} at ${x} m`, () => Math.abs(washLevels(node.levels, 0).dimmer - light) < 0.02);
    }
    words.say("/vexa/target/horn", 0, 0, 1.6);
    await tellLine(page, "Floor washes: edge 3 on Horn at 60");
    await until("60 % in the middle", () => Math.abs(washLevels(node.levels, 0).dimmer - 0.6) < 0.02);
    await tellLine(page, "Floor washes: dim 0");
    await until("they are dark", () => washLevels(node.levels, 0).dimmer === 0);
    await within.fill("");
    await within.press("Enter");
    await until("it may be anywhere again", async () => (await within.inputValue()) === "");
    expect(page.errors).toEqual([]);
  });
});

describe("the space of a tracker", () => {
  it("is found from known places, typed, and taken back", async () => {
    await openPlace(page, "/rig/targets");
    const space = page.getByRole("region", { name: "The tracker’s space" });
    const place = space.getByLabel("Known place on stage");
    const fit = space.getByRole("button", { name: "Fit to the known places" });
    const keep = space.getByRole("button", { name: "Keep what is heard there" });
    expect(await fit.isDisabled()).toBe(true);
    await place.fill("0,0,1.6");
    await place.press("Enter");
    await keep.click();
    await message(page, /nothing is heard of it now/).waitFor();
    // The tracker's zero is three metres to the left, and it is turned by a right angle: 2 m upstage for it is 2 m to the left on stage.
    for (const [said, stage] of [
      [[0, 0, 1.6], "-3,0,1.6"],
      [[0, 4, 1.6], "-7,0,1.6"],
      [[2, 4, 1.6], "-7,2,1.6"],
    ] as const) {
      talk("/vexa/target/voice", ...said);
      await now("Voice")
        .getByText(said.map((metres) => metres.toFixed(1)).join(", "))
        .waitFor();
      await place.fill(stage);
      await place.press("Enter");
      await keep.click();
      await space.getByText(`on stage ${stage}`).waitFor();
    }
    await fit.click();
    await message(page, /missed by 0 cm at the most/).waitFor();
    // Somebody who has just come there still glides a little by the smoothing.
    expect(Number(await space.getByLabel("Tracker turned, °").inputValue())).toBeCloseTo(90, 1);
    expect(Number(await space.getByLabel("Tracker across, m").inputValue())).toBeCloseTo(-3, 1);
    talk("/vexa/target/voice", 1, 0, 1.6);
    await now("Voice").getByText("-3.0, 1.0, 1.6").waitFor();
    expect(await complaints(page)).toEqual([]);
    // Back to the stage's own.
    for (const [field, text] of [
      ["Tracker turned, °", "0"],
      ["Tracker across, m", "0"],
      ["Tracker upstage, m", "0"],
      ["Tracker up, m", "0"],
    ] as const) {
      await space.getByLabel(field).fill(text);
      await space.getByLabel(field).press("Enter");
    }
    for (let left = 3; left > 0; left--) await space.getByRole("button", { name: "Take known place 1 away" }).click();
    await space.getByRole("list", { name: "Known places" }).waitFor({ state: "detached" });
    await space.getByLabel("Tracker scale").fill("1");
    await space.getByLabel("Tracker scale").press("Enter");
  });

  it("keeps a way about the stage, and goes it again when nobody is heard", async () => {
    const horn = row("Horn");
    for (const [x, y] of [
      [-3, 2],
      [-2, 2],
    ] as const) {
      talk("/vexa/target/horn", x, y, 1.5);
      await now("Horn")
        .getByText(`${x.toFixed(1)}, ${y.toFixed(1)}, 1.5`)
        .waitFor();
      if (x !== -3) continue;
      await horn.getByRole("button", { name: "Record" }).click();
      // It stands there long enough to be seen in each round.
      await horn.getByRole("button", { name: /^● 1 s: end$/ }).waitFor();
    }
    await horn.getByRole("button", { name: /: end$/ }).click();
    const walk = horn.getByRole("button", { name: /^Walk \d+ s$/ });
    await walk.waitFor();
    clearInterval(talking);
    await now("Horn").getByText(/lost/).waitFor();
    await walk.click();
    await now("Horn").getByText("on its walk").waitFor();
    // The next word of the tracker is for nothing; back at where it began it comes by itself.
    talk("/vexa/target/horn", 5, 5, 1.5);
    await now("Horn")
      .getByText(/^-(2\.[5-9]|3\.0), 2\.0, 1\.5$/)
      .waitFor();
    await now("Horn").getByText("-2.0, 2.0, 1.5").waitFor();
    await horn.getByRole("button", { name: "Leave to OSC" }).click();
    await now("Horn").getByText("5.0, 5.0, 1.5").waitFor();
    // Who never moved has no walk, and is told so.
    await row("Drum").getByRole("button", { name: "Record" }).click();
    await row("Drum")
      .getByRole("button", { name: /^● 1 s: end$/ })
      .click();
    await message(page, /it stood still while it was recorded/).waitFor();
    await horn.getByRole("button", { name: "Take the walk of Horn away" }).click();
    await walk.waitFor({ state: "detached" });
    clearInterval(talking);
  });

  it("hears a target at an address of its own or as a point of OTP, and changes nothing for whoever only watches", async () => {
    const address = row("Voice").getByLabel("Heard as of Voice");
    await address.fill("/person/*");
    await address.press("Enter");
    await page
      .getByText(/without blanks or patterns/)
      .first()
      .waitFor();
    await address.fill("/person/1");
    await address.press("Enter");
    await page.getByText("all saved").waitFor();
    talk("/person/1", 1, 2, 1.6);
    await now("Voice").getByText("1.0, 2.0, 1.6").waitFor();
    await address.fill("OTP 1/1");
    await address.press("Enter");
    await page
      .getByText(/such as OTP 1\/1\/3/)
      .first()
      .waitFor();
    await address.fill("otp 1/1/3");
    await address.press("Enter");
    await page.getByText(/unproven with other makers/).waitFor();
    await page.getByText("all saved").waitFor();
    clearInterval(talking);
    talking = setInterval(() => words.sayPoint(3, -2, 1, 1.6), 100);
    await now("Voice").getByText("-2.0, 1.0, 1.6").waitFor();
    await now("Voice").getByText("heard as OTP 1/1/3").waitFor();
    expect(await address.inputValue()).toBe("OTP 1/1/3");
    expect(page.errors).toEqual([]);
    const watcher = await signedIn(browser, vexa.url, "orla");
    await openPlace(watcher, "/rig/targets");
    await watcher.getByRole("region", { name: "The tracker’s space" }).waitFor();
    expect(await watcher.getByRole("button", { name: "Fit to the known places" }).count()).toBe(0);
    expect(await watcher.getByRole("button", { name: "mirrored" }).isDisabled()).toBe(true);
  });
});
