import type { Browser, Locator, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { complaints } from "./axe";
import { openBrowser } from "./browser";
import { choose } from "./choose";
import { DIMMER, PAN, spotValue } from "./demo-patch";
import { nodeOnLoopback, type LoopbackNode } from "./node-on-loopback";
import { setLane, signedIn } from "./people";
import { select, typeInto } from "./rig-story";
import { runVexa, type RunningVexa } from "./run-server";
import { until } from "./until";

let node: LoopbackNode;
let vexa: RunningVexa;
let browser: Browser;
let ines: Page & { errors: string[] };
beforeAll(async () => {
  node = await nodeOnLoopback([1, 2, 11]);
  vexa = await runVexa(`127.0.0.1:${node.port}`);
  browser = await openBrowser();
  ines = await signedIn(browser, vexa.url, "ines");
});
afterAll(async () => {
  await browser.close();
  await vexa.stop();
  node.close();
});

const rows = () => ines.getByLabel("Lamps by number");
const row = (name: string | RegExp): Locator => rows().getByRole("row", { name });
const aside = () => ines.getByRole("complementary", { name: "Selected lamps" });
const level = (spot: number, at: 1 | 3 | 5): number => spotValue((universe) => node.levels(universe), spot, at);
const inRig = async (search: string): Promise<void> => {
  await ines.getByRole("link", { name: "Rig" }).click();
  await ines.getByRole("link", { name: "Lamps" }).click();
  await ines.getByLabel("Search lamps").fill(search);
  await ines.getByLabel("Search lamps").blur();
};
const undo = async (): Promise<void> => {
  await ines.locator("body").press("Control+z");
};

describe("a lamp that fails in the show", () => {
  it("is dark and leaves a gap, and a spare takes its part in two touches and gives it back", async () => {
    await select(ines, "101-104");
    await setLane(ines, "Dimmer", "20..80");
    await until("the fan is there", () => Math.abs(level(1, DIMMER) - 0.4) < 0.001);
    await inRig("R2 spot 8");
    await row(/208/).click();
    await aside().getByRole("checkbox", { name: "Spare, ready to stand in" }).click();
    await row(/208.*spare/).waitFor();
    await inRig("R1 spot");
    await row(/102/).click();
    await aside().getByRole("button", { name: "Out of service…" }).click();
    await ines.getByLabel("What is wrong with it").fill("yoke rattles");
    await ines.getByRole("button", { name: "Dark until it is mended" }).click();
    await until(
      "it is dark, and the others stay where they were",
      () => level(1, DIMMER) === 0 && Math.abs(level(2, DIMMER) - 0.6) < 0.001,
    );
    await row(/102.*out of service: yoke rattles/).waitFor();
    await aside().getByRole("button", { name: "Let a spare stand in…" }).click();
    await ines.getByRole("button", { name: "208 R2 spot 8" }).click();
    // Spots 9 to 16 are those of the second rib; its eighth is the spare.
    await until("the spare shows its level", () => Math.abs(level(15, DIMMER) - 0.4) < 0.001 && level(1, DIMMER) === 0);
    await aside()
      .getByText(/Plays on the body of spare 208/)
      .waitFor();
    expect(await complaints(ines)).toEqual([]);
    await aside().getByRole("button", { name: "Give it back" }).click();
    await until("the spare is dark again", () => level(15, DIMMER) === 0);
    await aside().getByRole("button", { name: "Back into service" }).click();
    await until("the lamp is back", () => Math.abs(level(1, DIMMER) - 0.4) < 0.001);
  });

  it("or the others close up; what is programmed can be handed on to another lamp for good", async () => {
    await aside().getByRole("button", { name: "Out of service…" }).click();
    await ines.getByRole("radio", { name: "others close up" }).click();
    await ines.getByRole("button", { name: "Dark until it is mended" }).click();
    await until("three lamps share the fan", () => Math.abs(level(2, DIMMER) - 0.5) < 0.001);
    await aside().getByRole("button", { name: "Back into service" }).click();
    await until("four share it again", () => Math.abs(level(2, DIMMER) - 0.6) < 0.001);
    await aside().getByRole("button", { name: "Hand on…" }).click();
    await choose(ines.getByLabel("To which lamp"), "108 R1 spot 8");
    await ines.getByRole("button", { name: "Exchange with 108 R1 spot 8" }).click();
    await until("the other lamp shows it", () => level(1, DIMMER) === 0 && Math.abs(level(7, DIMMER) - 0.4) < 0.001);
    await undo();
    await until("an undo takes it back", () => level(7, DIMMER) === 0 && Math.abs(level(1, DIMMER) - 0.4) < 0.001);
  });
});

describe("how lamps leave", () => {
  it("is chosen for all that are selected: curve, limits, turned round; what is no limit is refused in words", async () => {
    await select(ines, "101-104");
    await setLane(ines, "Pan", "90");
    await inRig("R1 spot");
    await choose(ines.getByLabel("Response curve"), "Square");
    await until(
      "a half leaves as a quarter, each by its own",
      () => Math.abs(level(1, DIMMER) - 0.16) < 0.001 && Math.abs(level(2, DIMMER) - 0.36) < 0.001,
    );
    await aside().getByRole("button", { name: "Pan turned round" }).click();
    await until("pan leaves the other way", () => Math.abs(540 * level(0, PAN) - 270 + 90) < 0.1);
    await typeInto(ines, "Pan limits", "90..-90");
    await ines.getByText("It must be two numbers, such as -90..90, or none.").waitFor();
    await typeInto(ines, "Pan limits", "-45..45");
    await until("pan stops at its limit", () => Math.abs(540 * level(0, PAN) - 270 + 45) < 0.1);
    await aside().getByRole("img", { name: "Pan -45 to 45, Tilt free" }).waitFor();
    await ines.getByRole("link", { name: "Build", exact: true }).click();
    await ines.getByRole("article", { name: "Lane Pan" }).getByText("4 heads stop at a limit").waitFor();
    await inRig("R1 spot");
    await choose(ines.getByLabel("Another precedence"), "Dimmer");
    await choose(ines.getByLabel("Precedence of Dimmer"), "the highest counts");
    expect(await complaints(ines)).toEqual([]);
    for (let step = 0; step < 5; step++) await undo();
    await until("all is as it was", () => Math.abs(540 * level(0, PAN) - 270 - 90) < 0.1 && Math.abs(level(1, DIMMER) - 0.4) < 0.001);
  });
});

describe("the sheet of lamps", () => {
  it("takes what is copied from a spreadsheet, and gives its rows to one", async () => {
    await inRig("R1 spot");
    await row(/105/).getByRole("gridcell").nth(1).click();
    await rows().evaluate((grid) => {
      const clipboardData = new DataTransfer();
      clipboardData.setData("text/plain", "Left\r\nMiddle\r\nRight\r\n");
      grid.dispatchEvent(new ClipboardEvent("paste", { clipboardData, bubbles: true, cancelable: true }));
    });
    await inRig("universe 1");
    await row(/106 Middle/).waitFor();
    await undo();
    await row(/106 R1 spot 6/).waitFor();
    await ines.getByRole("button", { name: "Columns" }).click();
    await ines.getByRole("checkbox", { name: "Layer" }).click();
    await ines.keyboard.press("Escape");
    await row(/105 .*Ribs/).waitFor();
    const copied = await rows().evaluate((grid) => {
      const clipboardData = new DataTransfer();
      grid.dispatchEvent(new ClipboardEvent("copy", { clipboardData, bubbles: true, cancelable: true }));
      return clipboardData.getData("text/plain");
    });
    expect(copied.split("\t").slice(0, 2)).toEqual(["105", "R1 spot 5"]);
  });

  it("doubles lamps with free numbers and addresses, finds them, and takes them out again", async () => {
    await inRig("R1 spot 5");
    await row(/105/).click();
    await aside().getByRole("button", { name: "Double" }).click();
    await inRig("1041");
    await ines.getByRole("heading", { name: "1 lamp" }).waitFor();
    await row(/1041 R1 spot 1041.*13\.00/).waitFor();
    await undo();
    await row(/1041/).waitFor({ state: "detached" });
  });
});

describe("finding lamps and points", () => {
  it("identifies lamps one after the other by address, and ends with leaving", async () => {
    await ines.getByRole("link", { name: "Rig" }).click();
    await ines.getByRole("link", { name: "Check" }).click();
    const identify = ines.getByRole("region", { name: "Identify" });
    await identify.getByRole("button", { name: "Begin" }).click();
    await identify.getByText("101 R1 spot 1, 1.1").waitFor();
    await until("it is lit", () => level(0, DIMMER) === 1);
    await identify.getByRole("button", { name: "Next" }).click();
    await until("the next one is lit instead", () => level(1, DIMMER) === 1 && level(0, DIMMER) < 1);
    await ines.getByRole("link", { name: "Lamps" }).click();
    await until("none is lit", () => level(1, DIMMER) < 1);
  });

  it("lists the positions that cues use in a new venue, and ticks them off under highlight", async () => {
    await ines.getByRole("link", { name: "New venue" }).click();
    await ines.getByText(/3 of 3 presets still to be looked at/).waitFor();
    await ines.getByRole("button", { name: "Begin" }).click();
    await until("what uses the first one is lit", () => level(0, DIMMER) === 1);
    expect(await complaints(ines)).toEqual([]);
    await ines.getByRole("button", { name: "Tick it off, next" }).click();
    await ines.getByText(/2 of 3 presets still to be looked at/).waitFor();
    await ines.getByRole("button", { name: "Stop" }).click();
    await until("none is lit", () => level(0, DIMMER) < 1);
  });
});

describe("who may", () => {
  it("programmers see all of it and change none of it", async () => {
    const tomasz = await signedIn(browser, vexa.url, "tomasz");
    await tomasz.getByRole("link", { name: "Rig" }).click();
    await tomasz.getByLabel("Search lamps").fill("R1 spot 1");
    const lamp = tomasz.getByLabel("Lamps by number").getByRole("row", { name: /101/ });
    await lamp.click();
    await lamp.getByRole("gridcell").nth(1).dblclick();
    expect(await tomasz.getByLabel("Name of R1 spot 1").count()).toBe(0);
    expect(await tomasz.getByRole("button", { name: /Swap…|Double|Out of service…|Take out/ }).count()).toBe(0);
    await tomasz.getByText("Linear").waitFor();
    expect(await complaints(tomasz)).toEqual([]);
    expect(ines.errors).toEqual([]);
  });
});
