import JSZip from "jszip";
import type { Browser, Locator, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { complaints } from "./axe";
import { openBrowser } from "./browser";
import { message, signedIn } from "./people";
import { changedPlan, typeInto } from "./rig-story";
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

describe("the patch", () => {
  const row = (name: string) => ines.getByLabel("Lamps by number").getByRole("row", { name: new RegExp(name) });
  const field = (label: string) => ines.getByRole("complementary", { name: "Selected lamps" }).getByLabel(label, { exact: true });

  it("is typed for several lamps at once, along the thread, each as one step that an undo takes back", async () => {
    await ines.getByRole("link", { name: "Rig" }).click();
    await ines.getByLabel("Search lamps").fill("fern left");
    await row("Fern left 1\\b").first().click();
    await row("Fern left 4\\b").click({ modifiers: ["Shift"] });
    await ines.getByRole("heading", { name: "4 lamps" }).waitFor();
    await typeInto(ines, "Number", "101");
    await ines.getByText(/The number can't be 101: R1 spot 1 has it/).waitFor();
    await typeInto(ines, "Number", "4001");
    await row("4004").waitFor();
    await typeInto(ines, "Address", "30.510");
    await row("31.1 ").first().waitFor();
    await typeInto(ines, "To the right, m", "-3..3");
    await row("4002.*-1.00").waitFor();
    await typeInto(ines, "Height, m", "+ 2");
    expect(await field("Height, m").inputValue()).toBe("2.2");
    expect(await complaints(ines)).toEqual([]);
    await ines.keyboard.press("Control+z");
    await row("4001.*0.20").waitFor();
  });

  it("puts lamps on a circle, shown before it is done; taking one out says what becomes of it, and an undo brings it back", async () => {
    await ines.getByRole("button", { name: "Arrange…" }).click();
    await ines.getByRole("radio", { name: "Arc or circle" }).click();
    await typeInto(ines, "Middle, to the right", "0");
    await typeInto(ines, "Middle, upstage", "5");
    await typeInto(ines, "Radius", "4");
    await ines.getByRole("img", { name: /4 lamps from 4, 5 to 0, 1/ }).waitFor();
    await ines.getByRole("button", { name: "Put 4 lamps there" }).click();
    await row("4003.*-4.00\\s+5.00").waitFor();
    await row("4003").click();
    await ines.getByRole("button", { name: "Take out" }).click();
    await row("4003").waitFor({ state: "detached" });
    await ines.keyboard.press("Control+z");
    await row("4003").waitFor();
    expect(ines.errors).toEqual([]);
  });
});

describe("a plan's file", () => {
  it("leaves with all lamps, and comes back as it was: nothing to take", async () => {
    const answer = await ines.request.get(`${vexa.url}/api/rig/plan`);
    const body = await answer.body();
    const zip = await JSZip.loadAsync(body);
    expect(Object.keys(zip.files)).toContain("Halcyard@Heron 400 Profile.gdtf");
    await ines.getByLabel("MVR or CSV file").setInputFiles({ name: "plan.mvr", mimeType: "application/octet-stream", buffer: body });
    await ines.getByText("It is as this show is: there is nothing to take.").waitFor();
    await ines.getByRole("button", { name: "Leave it" }).click();
  });

  it("is compared first: what is new, moved and re-addressed is taken or left, and its lamps follow in the looks", async () => {
    const buffer = await changedPlan(await (await ines.request.get(`${vexa.url}/api/rig/plan`)).body());
    await ines.getByLabel("MVR or CSV file").setInputFiles({ name: "day two.mvr", mimeType: "application/octet-stream", buffer });
    const plan = ines.getByRole("region", { name: "Plan day two.mvr" });
    await plan.getByText("1.1 to 41.1", { exact: true }).waitFor();
    await plan.getByText(/to -7\.00, 12\.00, 5\.00 m/).waitFor();
    await plan.getByText(/Heron 400 Profile, 42\.1/).waitFor();
    expect(await complaints(ines)).toEqual([]);
    // The new address is left, the rest is taken.
    await plan.getByRole("region", { name: "re-addressed" }).getByRole("checkbox").first().click();
    await plan.getByRole("button", { name: "Take 2 of 3" }).click();
    await ines.getByLabel("Search lamps").fill("R1 spot");
    const rows = ines.getByLabel("Lamps by number");
    await rows.getByRole("row", { name: /101.*1\.1 .*-7\.00\s+12\.00\s+5\.00/ }).waitFor();
    await rows.getByRole("row", { name: /109.*42\.1/ }).waitFor();
    // In the field the keys take back what was typed there.
    await ines.getByLabel("Search lamps").blur();
    await ines.keyboard.press("Control+z");
    await rows.getByRole("row", { name: /109/ }).waitFor({ state: "detached" });
  });

  it("may be a table from a spreadsheet: what its rows say is compared like a plan", async () => {
    const rows = "number;name;z\n109;Nowhere;\n102;Spot two;8,25\nmany;x;1\n";
    await ines.getByLabel("MVR or CSV file").setInputFiles({ name: "patch.csv", mimeType: "text/csv", buffer: Buffer.from(rows) });
    const plan = ines.getByRole("region", { name: "Plan patch.csv" });
    await plan.getByText("R1 spot 2 to Spot two").waitFor();
    await plan.getByText("2 left out").click();
    await plan.getByText("Line 2: 109 is new, and no profile is named for it.").waitFor();
    await plan.getByText("Line 4: its number is many, and must be from 1 to 99999.").waitFor();
    await plan.getByRole("button", { name: "Take 2 of 2" }).click();
    await ines.getByLabel("Search lamps").fill("spot two");
    await ines
      .getByLabel("Lamps by number")
      .getByRole("row", { name: /102.*8\.25/ })
      .waitFor();
    const download = ines.waitForEvent("download");
    await ines.getByRole("button", { name: "Files" }).click();
    await ines.getByRole("menuitem", { name: "Save the table" }).click();
    expect((await download).suggestedFilename()).toBe("patch.csv");
    await ines.keyboard.press("Control+z");
    await ines
      .getByLabel("Lamps by number")
      .getByRole("row", { name: /Spot two/ })
      .waitFor({ state: "detached" });
  });

  it("that can't be read is refused in words, and nothing is changed", async () => {
    await ines
      .getByLabel("MVR or CSV file")
      .setInputFiles({ name: "menu.mvr", mimeType: "application/octet-stream", buffer: Buffer.from("soup") });
    await message(ines, "menu.mvr can't be read: it isn't a zip file. Nothing was changed.").first().waitFor();
    expect(ines.errors).toEqual([]);
  });
});

describe("the addresses", () => {
  const block = (name: RegExp) => ines.getByRole("group", { name: "Universes" }).getByRole("button", { name });
  const drag = async (from: RegExp, to: Locator, u: number): Promise<void> => {
    const [own, strip] = [(await block(from).boundingBox())!, (await to.boundingBox())!];
    await ines.mouse.move(own.x + 3, own.y + own.height / 2);
    await ines.mouse.down();
    await ines.mouse.move(own.x + 20, own.y + 20, { steps: 3 });
    await ines.mouse.move(strip.x + strip.width * u, strip.y + strip.height / 2, { steps: 5 });
    await ines.mouse.up();
  };

  it("are strips on which a lamp is dragged to free slots, and not onto another's", async () => {
    await ines.getByRole("link", { name: "Addresses" }).click();
    await block(/^101 .*, 1\.1 to 1\.21$/).waitFor();
    expect(await complaints(ines)).toEqual([]);
    await drag(/^101 /, ines.getByRole("group", { name: "Universe 2", exact: true }), 0.05);
    await message(ines, /The address can't be 2\.\d+: R2 spot \d \(20\d\) has slots there/).waitFor();
    await block(/^101 .*, 1\.1 to/).waitFor();
    await drag(/^101 /, ines.getByRole("group", { name: "Universe 2", exact: true }), 0.8);
    await block(/^101 .*, 2\.4\d\d to/).waitFor();
    await ines.keyboard.press("Control+z");
    await block(/^101 .*, 1\.1 to/).waitFor();
  });

  it("take what is selected where free slots are pressed, one lamp behind the other", async () => {
    await block(/^101 /).click();
    await block(/^102 /).click({ modifiers: ["Control"] });
    await block(/^Free 2\.169 to 2\.512: put 2 lamps here$/).click();
    await block(/^101 .*, 2\.169 to 2\.189$/).waitFor();
    await block(/^102 .*, 2\.190 to 2\.210$/).waitFor();
    await ines.keyboard.press("Control+z");
    await block(/^101 .*, 1\.1 to 1\.21$/).waitFor();
    await ines.getByRole("link", { name: "Lamps" }).click();
    expect(ines.errors).toEqual([]);
  });
});

describe("the check", () => {
  it("names what is wrong or doubtful, and leads to its lamps", async () => {
    await ines.getByLabel("Search lamps").fill("4002");
    await ines.getByLabel("Lamps by number").getByRole("row").nth(1).click();
    await typeInto(ines, "Address", "none");
    await ines.getByRole("link", { name: "Check" }).click();
    const check = ines.getByRole("region", { name: "Patched nowhere" });
    await check.getByText(/4002 .* is patched nowhere/).waitFor();
    expect(await complaints(ines)).toEqual([]);
    await check.getByRole("button", { name: "Select it" }).click();
    await ines.getByRole("heading", { name: "1 lamp" }).waitFor();
    await ines.keyboard.press("Control+z");
  });
});
