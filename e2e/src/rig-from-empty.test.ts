import { readFile } from "node:fs/promises";
import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { complaints } from "./axe";
import { openBrowser } from "./browser";
import { choose } from "./choose";
import { nodeOnLoopback, type LoopbackNode } from "./node-on-loopback";
import { setLane, signedIn } from "./people";
import { planFile, type PlannedLamp } from "./plan-file";
import { select, typeInto } from "./rig-story";
import { runVexa, type RunningVexa } from "./run-server";
import { until } from "./until";

/** From an empty show to a rig that lights: the steps build on each other. */
let node: LoopbackNode;
let vexa: RunningVexa;
let browser: Browser;
let ines: Page & { errors: string[] };
beforeAll(async () => {
  node = await nodeOnLoopback([1, 2]);
  vexa = await runVexa(`127.0.0.1:${node.port}`, { demo: "none" });
  browser = await openBrowser();
  ines = await signedIn(browser, vexa.url, "ines");
});
afterAll(async () => {
  await browser.close();
  await vexa.stop();
  node.close();
});

/** A grid of 20 by 5, numbered row by row from downstage; 24 for a ring; one of another kind. Two have one address. */
const LAMPS: readonly PlannedLamp[] = [
  ...Array.from({ length: 100 }, (_, at): PlannedLamp => ({
    number: 101 + at,
    name: `Grid ${at + 1}`,
    spec: "Pelican 7",
    address: at === 1 ? 1 : 1 + 2 * at,
    place: [at % 20, 2 + Math.floor(at / 20), 6],
  })),
  ...Array.from({ length: 24 }, (_, at): PlannedLamp => ({
    number: 301 + at,
    name: `Ring ${at + 1}`,
    spec: "Pelican 7",
    address: 513 + 2 * at,
    place: [at * 0.5, 0, 5],
  })),
  { number: 400, name: "Other", spec: "Plover 3", address: 400, place: [-3, 0, 5] },
];

const rows = () => ines.getByLabel("Lamps by number");
const row = (name: string | RegExp) => rows().getByRole("row", { name });
const filter = async (text: string): Promise<void> => {
  await ines.getByLabel("Search lamps").fill(text);
  await ines.getByLabel("Search lamps").blur();
};
const all = async (): Promise<void> => {
  await rows().getByRole("row").nth(1).click();
  await rows().press("Control+a");
};

describe("an empty show", () => {
  it("begins in Rig with three ways to begin; a plan's file is one", async () => {
    await ines.getByRole("link", { name: "Rig" }).click();
    const ways = ines.getByRole("group", { name: "Three ways to begin" });
    await ways.waitFor();
    expect(await complaints(ines)).toEqual([]);
    await ines
      .getByLabel("First plan")
      .setInputFiles({ name: "hall.mvr", mimeType: "application/octet-stream", buffer: await planFile(LAMPS) });
    await ines.getByRole("button", { name: "Take 125 of 125" }).click();
    await row(/101 Grid 1 /).waitFor();
    await ines.getByText("125 lamps in 2 universes").waitFor();
  });

  it("says where two lamps lie on each other, and takes a better address typed into its cell", async () => {
    await ines.getByRole("alert").getByText("101 Grid 1 and 102 Grid 2 share 1.1.").waitFor();
    await row(/102 Grid 2 /)
      .getByRole("gridcell")
      .nth(4)
      .click();
    await ines.keyboard.press("Enter");
    await ines.getByLabel("Address of Grid 2").fill("nowhere");
    await ines.keyboard.press("Enter");
    await ines
      .getByText(/The address can't be nowhere/)
      .first()
      .waitFor();
    await rows().press("ArrowUp");
    await rows().press("3");
    await ines.getByLabel("Address of Grid 2").press("End");
    await ines.getByLabel("Address of Grid 2").fill("1.3");
    await ines.keyboard.press("Enter");
    await row(/102 Grid 2 .*1\.3 /).waitFor();
    await ines.getByRole("alert").getByText("share").waitFor({ state: "detached" });
  });

  it("puts 24 lamps on a circle, and numbers a grid of 20 by 5 from top to bottom", async () => {
    await filter("ring");
    await all();
    await ines.getByRole("heading", { name: "24 lamps" }).waitFor();
    await ines.getByRole("button", { name: "Arrange…" }).click();
    await ines.getByRole("radio", { name: "Arc or circle" }).click();
    await typeInto(ines, "Middle, to the right", "0");
    await typeInto(ines, "Middle, upstage", "8");
    await typeInto(ines, "Radius", "5");
    await ines.getByRole("button", { name: "Put 24 lamps there" }).click();
    // A quarter of the round: 5 m upstage of the middle.
    await row(/307 Ring 7 .*0\.00\s+13\.00/).waitFor();
    await filter("grid");
    await ines.getByRole("columnheader", { name: "Right" }).getByRole("button").click();
    await ines
      .getByRole("columnheader", { name: "Upstage" })
      .getByRole("button")
      .click({ modifiers: ["Shift"] });
    await ines
      .getByRole("columnheader", { name: "Upstage" })
      .getByRole("button")
      .click({ modifiers: ["Shift"] });
    await row(/Grid 81 /).waitFor();
    await all();
    await ines.getByRole("heading", { name: "100 lamps" }).waitFor();
    await typeInto(ines, "Number", "1001");
    await row(/1001 Grid 81 .*0\.00\s+6\.00/).waitFor();
    await row(/1002 Grid 61 .*0\.00\s+5\.00/).waitFor();
    await filter("1100");
    await row(/1100 Grid 20 /).waitFor();
  });

  it("swaps a lamp's profile after a table says what becomes of it", async () => {
    await filter("grid 1");
    await row(/Grid 1 /).click();
    await ines.getByRole("button", { name: "Swap…" }).click();
    await choose(ines.getByLabel("New profile"), "Plover 3, Quillfern Optics");
    const table = ines.getByRole("group", { name: "What becomes of it" });
    await table.getByRole("row", { name: /Dimmer same as it is/ }).waitFor();
    await ines.getByText(/no room for 4 slots there/).waitFor();
    await ines.getByRole("button", { name: "Swap 1 lamp" }).click();
    await row(/Grid 1 Plover 3/).waitFor();
  });

  it("draws a curve, gives it to the lamp, prints, and all of it is there after a reload and at the wire", async () => {
    await ines.getByRole("link", { name: "Curves" }).click();
    await ines.getByRole("button", { name: "Draw one" }).click();
    const point = ines.getByRole("slider", { name: "Point 1" });
    for (let step = 0; step < 10; step++) await point.press("ArrowDown");
    expect(await point.getAttribute("aria-valuetext")).toBe("50.0 % asked, 20.0 % sent");
    expect(await complaints(ines)).toEqual([]);
    await ines.getByRole("button", { name: "Give it to 1 lamp" }).click();
    await ines.getByText("1 lamp has it.").waitFor();
    await ines.getByRole("link", { name: "Lamps" }).click();
    for (const [item, begins] of [
      ["Plan PDF", "%PDF"],
      ["Patch by universe PDF", "%PDF"],
      ["Plan with numbers PNG", "\x89PNG"],
    ] as const) {
      const download = ines.waitForEvent("download");
      await ines.getByRole("button", { name: "Files" }).click();
      await ines.getByRole("menuitem", { name: item, exact: true }).click();
      expect((await readFile(await (await download).path())).subarray(0, 4).toString("latin1")).toBe(begins);
    }
    await ines.reload();
    await filter("grid 1");
    const text = await row(/Grid 1 /).innerText();
    const [universe, address] = /(\d+)\.(\d+)/.exec(text)!.slice(1).map(Number) as [number, number];
    await select(ines, "1005");
    await setLane(ines, "Dimmer", "50");
    const word = (): number => {
      const octets = node.levels(universe);
      return octets ? octets[address]! * 256 + octets[address + 1]! : -1;
    };
    await until("the dimmer's two octets leave by the curve", () => word() === 13107);
    expect(ines.errors).toEqual([]);
  });
});
