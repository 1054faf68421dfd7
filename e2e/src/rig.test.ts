import JSZip from "jszip";
import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { complaints } from "./axe";
import { openBrowser } from "./browser";
import { choose } from "./choose";
import { openPlace, setLane, signedIn, signIn } from "./people";
import { pelican, select, traced, typeInto } from "./rig-story";
import { runVexa, type RunningVexa } from "./run-server";

let vexa: RunningVexa;
let browser: Browser;
let ines: Page & { errors: string[] };
beforeAll(async () => {
  vexa = await runVexa("127.0.0.1:9");
  browser = await openBrowser();
  ines = await signedIn(browser, vexa.url, "ines");
});
afterAll(async () => {
  await browser.close();
  await vexa.stop();
});

describe("a lamp typed in from its manual", () => {
  it("is checked while it is typed, and kept", async () => {
    await ines.getByRole("link", { name: "Rig" }).click();
    await ines.getByRole("link", { name: "Profiles" }).click();
    await ines.getByRole("button", { name: "New profile" }).click();
    await ines.getByLabel("Lamp", { exact: true }).fill("Gannet 90");
    await ines.getByLabel("Maker", { exact: true }).fill("Fenwright");
    await ines.getByRole("button", { name: "Add a channel" }).click();
    await typeInto(ines, "Ranges of channel 2", "closed");
    await ines.getByText(/must begin with DMX values/).waitFor();
    await typeInto(ines, "Ranges of channel 2", "0-9 closed; 10-19 open; 20-199 strobe rate 1..25; 200-255 reset");
    await ines.getByRole("img", { name: /20 to 199 Strobe rate/ }).waitFor();
    await ines.getByRole("button", { name: "Add a channel" }).click();
    await typeInto(ines, "What it does of channel 3", "pan");
    await typeInto(ines, "Slots of channel 3", "2-3");
    await ines.getByText(/Channel 3: slot 2 is another channel's/).waitFor();
    expect(await ines.getByRole("button", { name: "Keep" }).isDisabled()).toBe(true);
    await typeInto(ines, "Slots of channel 3", "3-4");
    await typeInto(ines, "From and to of channel 3", "-270..270");
    await ines.getByText("All of it fits together.").waitFor();
    expect(await complaints(ines)).toEqual([]);
    await ines.getByRole("button", { name: "Keep" }).click();
    await ines.getByRole("table", { name: "Channels of Standard" }).getByText("Pan", { exact: true }).first().waitFor();
    expect(await complaints(ines)).toEqual([]);
  });

  it("is patched where there is room, and says whose the room is where there is none", async () => {
    await ines.getByRole("button", { name: "Add lamps…" }).click();
    await ines.getByLabel("How many lamps").fill("2");
    await ines.getByLabel("Number of the first lamp").fill("101");
    await ines.getByText("The number can't be 101: R1 spot 1 has it.").waitFor();
    await ines.getByLabel("Number of the first lamp").fill("2001");
    await ines.getByLabel("Address of the first lamp").fill("1.1");
    await ines.getByText(/The address can't be 1.1: R1 spot 1 \(101\) has slots there/).waitFor();
    await ines.getByLabel("Address of the first lamp").fill("nowhere");
    await ines.getByText(/it must be universe.address/).waitFor();
    await ines.getByLabel("Address of the first lamp").fill("15.509");
    await ines.getByLabel("Name of the lamps").fill("Gannet {n}");
    await ines.getByRole("button", { name: "Add 2 lamps" }).click();
    const rows = ines.getByLabel("Lamps by number");
    await ines.getByLabel("Search lamps").fill("gannet");
    await rows.getByText("15.509").waitFor();
    await rows.getByText("16.1", { exact: true }).waitFor();
    await ines.getByText("2 of 189 lamps in 16 universes").waitFor();
  });

  it("is faded and traced by what its channels do", async () => {
    await select(ines, "2001..2002");
    await setLane(ines, "Dimmer", "20..80");
    await setLane(ines, "Strobe rate", "13");
    const chain = await traced(ines, "2001", "Shutter");
    // 20 + 179 x 12/24 of the manual's range (by hand): 109.5, sent as 110 or read as the nearest.
    await chain.getByText(/Strobe rate, 1[23]\.\d Hz/).waitFor();
    await select(ines, "2001..2002");
    await setLane(ines, "Shutter", "open");
    await (await traced(ines, "2001", "Shutter")).getByText("open", { exact: true }).waitFor();
  });

  it("is tried raw, range by range, over all that plays, and told something only by holding", async () => {
    await ines.getByRole("link", { name: "Rig" }).click();
    await ines.getByRole("link", { name: "Profiles" }).click();
    await ines.getByRole("button", { name: /^Gannet 90/ }).click();
    await ines.getByRole("button", { name: "Try it" }).click();
    await typeInto(ines, "Shutter as DMX", "118");
    await ines
      .getByLabel("Shutter stands")
      .getByText(/Strobe rate, 14\.\d Hz/)
      .waitFor();
    const reset = ines.getByRole("button", { name: "Reset", exact: true });
    await reset.click();
    await reset.waitFor();
    const box = (await reset.boundingBox())!;
    await ines.mouse.move(box.x + 10, box.y + 10);
    await ines.mouse.down();
    await ines.getByRole("button", { name: "Reset: sent" }).waitFor();
    await ines.mouse.up();
    await typeInto(ines, "Shutter as DMX", "300");
    await ines.getByText("It must be from 0 to 255.").waitFor();
    await typeInto(ines, "Dimmer as DMX", "255");
    const tester = ines.getByRole("region", { name: "Try it" });
    await tester.getByRole("button", { name: "Let go of all" }).click();
    await ines.getByRole("button", { name: "Try it" }).click();
  });
});

describe("files of lamps", () => {
  it("come in several at a time, each with its report; what can't be read is refused in words, and nothing changes by it", async () => {
    const before = await ines.getByRole("list", { name: "In this show" }).getByRole("listitem").count();
    await ines.getByLabel("GDTF files").setInputFiles([
      { name: "Quillfern Optics@Pelican 7.gdtf", mimeType: "application/octet-stream", buffer: await pelican() },
      { name: "holiday.gdtf", mimeType: "application/octet-stream", buffer: Buffer.from("not a lamp at all") },
    ]);
    const files = ines.getByRole("region", { name: "Files taken in" });
    await files.getByText("holiday.gdtf can't be read: it isn't a zip file. Nothing was changed.").waitFor();
    await files.getByText("1 mode: Standard (2 slots, 1 head)").waitFor();
    expect(await ines.getByRole("list", { name: "In this show" }).getByRole("listitem").count()).toBe(before + 1);
    await ines.getByRole("img", { name: "Moth", exact: true }).waitFor();
    await files.getByRole("button", { name: "Put away" }).click();
  });

  it("may be dropped, and the same once more changes nothing", async () => {
    const bytes = (await pelican()).toString("base64");
    const dropped = await ines.evaluateHandle((base64) => {
      const data = new DataTransfer();
      data.items.add(new File([Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0))], "again.gdtf"));
      return data;
    }, bytes);
    await ines.getByRole("complementary", { name: "Profiles" }).dispatchEvent("drop", { dataTransfer: dropped });
    await ines.getByText("It was there already, and is the same.").waitFor();
    await ines.getByRole("button", { name: "Put away" }).click();
  });

  it("give lamps that lie in one fan with another maker's, and take the same gobo preset", async () => {
    await ines.getByRole("button", { name: "Add lamps…" }).click();
    await ines.getByLabel("Number of the first lamp").fill("2101");
    await ines.getByRole("button", { name: "Add 1 lamp" }).click();
    await ines.getByLabel("Lamps by number").waitFor();
    await select(ines, "101, 2101");
    await setLane(ines, "Dimmer", "40..90");
    await setLane(ines, "Gobo", "1");
    await (await traced(ines, "2101", "Gobo")).getByText("Moth", { exact: true }).waitFor();
    await (await traced(ines, "101", "Gobo")).getByText("leaf veins", { exact: true }).waitFor();
    await (await traced(ines, "2101", "Dimmer")).getByText("90.0 %").first().waitFor();
    // The one as a preset: the other maker's lamp takes the slot of the same number.
    await select(ines, "2101");
    await setLane(ines, "Gobo", "moth");
    await ines.getByRole("tab", { name: "Presets" }).click();
    await ines.getByRole("button", { name: "Keep the lanes as a preset" }).click();
    await choose(ines.getByLabel("Fits"), "universal");
    await ines.getByLabel("Name of the new preset").fill("Winged");
    await ines.getByLabel("Name of the new preset").press("Enter");
    await select(ines, "101, 2101");
    await setLane(ines, "Gobo", "0");
    await (await traced(ines, "101", "Gobo")).getByText("open", { exact: true }).waitFor();
    await select(ines, "101, 2101");
    await ines.getByRole("button", { name: /^Winged/ }).click();
    await (await traced(ines, "101", "Gobo")).getByText("leaf veins", { exact: true }).waitFor();
    await (await traced(ines, "2101", "Gobo")).getByText("Moth", { exact: true }).waitFor();
    await select(ines, "2101");
    await setLane(ines, "Gobo", "lichen");
    await (await traced(ines, "2101", "Gobo")).getByText("Lichen", { exact: true }).waitFor();
  });
});

describe("the library", () => {
  it("is searched, and gives a lamp with a second place of address, which leaves again as a file", async () => {
    await ines.getByRole("link", { name: "Rig" }).click();
    await ines.getByRole("link", { name: "Profiles" }).click();
    await ines.getByLabel("Search profiles").fill("batten");
    await ines.getByRole("button", { name: "Take Lattice 12 Batten into this show" }).click();
    await ines.getByText("the lamp as a whole and 12 cells").waitFor();
    await ines.getByRole("button", { name: "Add lamps…" }).click();
    await ines.getByLabel("Number of the first lamp").fill("2201");
    await ines.getByLabel("Address of the first lamp", { exact: true }).fill("17.1");
    await ines.getByLabel("Address of the first lamp, place 2").fill("18.1");
    await ines.getByRole("button", { name: "Add 1 lamp" }).click();
    await ines.getByLabel("Search lamps").fill("batten");
    await ines.getByLabel("Lamps by number").getByText("17.1 + 18.1").waitFor();
    const file = await ines.request.get(`${vexa.url}/api/rig/profiles/gdtf-0ddba11a-0000-4000-8000-000000000018/file`);
    const zip = await JSZip.loadAsync(await file.body());
    expect(await zip.file("description.xml")!.async("string")).toContain("Lattice 12 Batten");
    expect(ines.errors).toEqual([]);
  });
});

describe("who may", () => {
  it("technicians add lamps; programmers look on", async () => {
    const wren = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
    await wren.goto(`${vexa.url}/rig/profiles`);
    await signIn(wren, "wren", "palm-house-7");
    await wren.getByRole("button", { name: /^Flint/ }).click();
    await wren.getByRole("button", { name: "Add lamps…" }).click();
    await wren.getByRole("button", { name: "Add 1 lamp" }).click();
    await wren.getByLabel("Search lamps").fill("flint");
    await wren.getByLabel("Lamps by number").getByText("2202").waitFor();
    await wren.context().close();
    const tomasz = await signedIn(browser, vexa.url, "tomasz");
    await openPlace(tomasz, "/rig/profiles");
    await tomasz.getByRole("heading", { name: /Flint/ }).or(tomasz.getByRole("table")).first().waitFor();
    expect(await tomasz.getByRole("button", { name: /Add lamps|New profile|Take in|Edit|^Take / }).count()).toBe(0);
    await tomasz.context().close();
  });
});
