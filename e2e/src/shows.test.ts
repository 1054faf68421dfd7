import { readFile } from "node:fs/promises";
import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { artNode } from "./art-node";
import { complaints } from "./axe";
import { openBrowser } from "./browser";
import { choose } from "./choose";
import { nodeOnLoopback, type LoopbackNode } from "./node-on-loopback";
import { openPlace, setLane, signedIn } from "./people";
import { foreignDesk } from "./foreign-desk";
import { select, traced, typeInto } from "./rig-story";
import { runVexa, type RunningVexa } from "./run-server";
import { until } from "./until";

/** Many shows, and a show that is taken away and comes back: the steps build on each other. */
let node: LoopbackNode;
let vexa: RunningVexa;
let browser: Browser;
let ines: Page & { errors: string[] };
let tomasz: Page & { errors: string[] };
beforeAll(async () => {
  node = await nodeOnLoopback([1, 12]);
  vexa = await runVexa(`127.0.0.1:${node.port}`);
  browser = await openBrowser();
  ines = await signedIn(browser, vexa.url, "ines");
  tomasz = await signedIn(browser, vexa.url, "tomasz");
});
afterAll(async () => {
  await browser.close();
  await vexa.stop();
  node.close();
});

const shows = () => ines.getByRole("list", { name: "Shows" });
const show = (name: string) => shows().getByRole("listitem", { name, exact: true });
const lantern = (): number => node.levels(12)?.[144] ?? NaN;
const more = async (name: string, act: string): Promise<void> => {
  await show(name)
    .getByRole("button", { name: `More of ${name}` })
    .click();
  await ines.getByRole("menuitem", { name: act }).click();
};
const open = async (name: string, seconds: string): Promise<void> => {
  await show(name).getByRole("button", { name: "Open…" }).click();
  await choose(ines.getByLabel("Crossing time"), { label: seconds });
  await ines.getByRole("button", { name: "Put it on stage" }).click();
};

describe("the shows of an installation", () => {
  it("begin with one; a new one is made, and opening it asks what runs and crosses over in its time", async () => {
    await select(ines, "1001");
    await setLane(ines, "Dimmer", "100");
    await until("the lantern is lit", () => lantern() === 255);
    await ines.getByRole("link", { name: "Show", exact: true }).click();
    await show("Understory").getByText("● on stage").waitFor();
    await ines.getByRole("button", { name: "New show…" }).click();
    await ines.getByLabel("Name of the new show").fill("Second night");
    await choose(ines.getByLabel("Begins with"), { label: "the rig of the show on stage" });
    await ines.getByRole("button", { name: "Make it" }).click();
    await show("Second night").getByText("187 lamps, 0 cues").waitFor();
    expect(await complaints(ines)).toEqual([]);
    await open("Second night", "1 s");
    await show("Second night").getByText("● on stage").waitFor();
    // Everybody is in the other show: its name stands above, and there are no lists.
    await tomasz.getByRole("heading", { name: "Second night" }).waitFor();
    await tomasz.getByRole("link", { name: "Score" }).click();
    await tomasz.getByText("Pond circles").waitFor({ state: "detached" });
  });

  it("go back to the first as it was, with its lists", async () => {
    await open("Understory", "no time");
    await show("Understory").getByText("● on stage").waitFor();
    await tomasz.getByRole("heading", { name: "Understory" }).waitFor();
    await tomasz.getByText("Pond circles").first().waitFor();
    await until("nothing plays that wasn't there", () => lantern() === 255 || lantern() === 0);
  });

  it("say who becomes what before they are opened, where roles differ", async () => {
    const turn = async (role: string): Promise<void> => {
      await ines.getByRole("link", { name: "Crew" }).click();
      await ines.getByRole("link", { name: "People" }).click();
      await choose(ines.getByLabel("Role of Tomasz"), role);
      await ines.getByRole("link", { name: "Show", exact: true }).click();
      await ines.getByRole("link", { name: "Shows" }).click();
      await show("Second night").getByRole("button", { name: "Open…" }).click();
    };
    await turn("operator");
    await ines.getByText("Who is what comes with it: Tomasz: programmer.").waitFor();
    await ines.keyboard.press("Escape");
    await turn("programmer");
    await ines.getByRole("button", { name: "Put it on stage" }).waitFor();
    expect(await ines.getByText("Who is what comes with it").count()).toBe(0);
    await ines.keyboard.press("Escape");
  });

  it("are renamed, copied, thrown away and brought back", async () => {
    await typeInto(ines, "Name of Understory", "Understory, spring");
    await tomasz.getByRole("heading", { name: "Understory, spring" }).waitFor();
    await more("Second night", "Copy");
    await show("Copy of Second night").waitFor();
    await more("Second night", "Throw away");
    await show("Second night").waitFor({ state: "detached" });
    await ines.getByRole("checkbox", { name: /Also those put away/ }).click();
    await show("Second night")
      .getByText(/kept for thirty days/)
      .waitFor();
    await show("Second night").getByRole("button", { name: "Bring back" }).click();
    await show("Second night").getByRole("button", { name: "Open…" }).waitFor();
  });

  it("leave as a file, and come in again beside the others; what is no show is refused in words", async () => {
    const download = ines.waitForEvent("download");
    await more("Understory, spring", "Save as a file");
    const file = await download;
    expect(file.suggestedFilename()).toBe("Understory spring.vexa");
    const buffer = await readFile(await file.path());
    await ines
      .getByLabel("Show file")
      .setInputFiles({ name: "a.vexa", mimeType: "application/octet-stream", buffer: buffer.subarray(0, 5000) });
    await ines
      .getByText(/The show's file can't be read/)
      .first()
      .waitFor();
    await ines.getByLabel("Show file").setInputFiles({ name: "b.vexa", mimeType: "application/octet-stream", buffer });
    await until(
      "it stands beside the one on stage",
      async () => (await shows().getByRole("listitem", { name: "Understory, spring" }).count()) === 2,
    );
    await shows().getByRole("button", { name: "Open…" }).first().waitFor();
    expect(ines.errors).toEqual([]);
  });

  it("give parts of themselves: a list comes with what it needs, lamps that differ are matched, and one undo takes it back", async () => {
    await ines.getByRole("link", { name: "Shows" }).click();
    await open("Copy of Second night", "no time");
    await show("Copy of Second night").getByText("● on stage").waitFor();
    // The second of the two came in by file.
    const parts = shows().getByRole("listitem", { name: "Understory, spring" }).first();
    await parts.getByRole("button", { name: "More of Understory, spring" }).click();
    await ines.getByRole("menuitem", { name: "Take parts of it…" }).click();
    const sheet = ines.getByRole("region", { name: "Parts of Understory, spring" });
    await sheet.getByRole("checkbox", { name: "Pond circles" }).click();
    await sheet.getByText(/New: cue list Pond circles/).waitFor();
    await sheet.getByText(/the same here/).waitFor();
    await sheet.getByRole("checkbox", { name: "Show these, too" }).click();
    const first = sheet
      .getByRole("listitem")
      .filter({ has: ines.getByLabel(/^Lamp for/) })
      .first();
    await first.getByLabel(/^Lamp for/).fill("99999");
    await first.getByLabel(/^Lamp for/).press("Enter");
    await first.getByText("No lamp here has the number 99999.").waitFor();
    await first.getByLabel(/^Lamp for/).fill("");
    await first.getByLabel(/^Lamp for/).press("Enter");
    await first.getByText("▬ nobody").waitFor();
    expect(await complaints(ines)).toEqual([]);
    await sheet.getByRole("button", { name: "Take 1 part" }).click();
    await sheet.waitFor({ state: "detached" });
    await tomasz.getByRole("link", { name: "Score" }).click();
    await tomasz.getByText("Pond circles").first().waitFor();
    await ines.keyboard.press("Control+z");
    await tomasz.getByText("Pond circles").first().waitFor({ state: "detached" });
  });

  it("keep versions that can be compared, and of which parts come back", async () => {
    await openPlace(ines, "/crew/history");
    await ines.getByLabel("Name of the version").fill("Before the rehearsal");
    await ines.getByRole("button", { name: "Keep", exact: true }).click();
    await ines.getByRole("link", { name: "Compare Before the rehearsal" }).click();
    await ines.getByText("Nothing differs.").waitFor();
    await ines.getByRole("link", { name: "Rig", exact: true }).click();
    await ines
      .getByRole("row", { name: /Floor upstage 1\b/ })
      .first()
      .click();
    await typeInto(ines, "Number", "777");
    await ines.goBack();
    const row = ines.getByRole("listitem").filter({ hasText: "777 " });
    await row.getByText("fixture: number").waitFor();
    await row.getByText("Ines").waitFor();
    expect(await complaints(ines)).toEqual([]);
    await row.getByRole("checkbox").click();
    await ines.getByRole("button", { name: "Bring back 1 part" }).click();
    await ines.getByText("Nothing differs.").waitFor();
    await ines.getByRole("button", { name: "Back to the history" }).click();
    await ines.getByText("Brought back 1 part of Before the rehearsal").first().waitFor();
    await ines.getByRole("link", { name: "Show", exact: true }).click();
  });

  it("stay with their outputs: one is added, goes to a receiver of its own, and asks before it leaves this machine", async () => {
    const second = await nodeOnLoopback([312]);
    await ines.getByRole("link", { name: "Network" }).click();
    await ines.getByRole("button", { name: "Add an output" }).click();
    await typeInto(ines, "Port of Output", String(second.port));
    await typeInto(ines, "Universes of Output", "12");
    await typeInto(ines, "Shift of Output", "300");
    await ines.getByRole("button", { name: "Output on" }).click();
    await until("universe 12 arrives as 312", () => second.levels(312) !== null);
    expect(await complaints(ines)).toEqual([]);
    await typeInto(ines, "Rate of Output", "30");
    await ines.getByText(/The rate can't be 30: it must be one of 44, 40, 33, 25/).waitFor();
    await typeInto(ines, "Address of Output", "239.255.0.1");
    await ines
      .getByText(/must be that of one receiver/)
      .first()
      .waitFor();
    await typeInto(ines, "Address of Output", "198.51.100.7");
    // Nothing leaves by being typed: it is off, and says which way it would go.
    const on = ines.getByRole("button", { name: "Output on" });
    await on.getByText("off").waitFor();
    await on.click();
    await ines.getByText(/will leave this machine by interface|knows no way to 198\.51\.100\.7/).waitFor();
    await ines.keyboard.press("Escape");
    // To groups it goes by an interface that is named; the one of the machine itself leaves nothing.
    await typeInto(ines, "Address of Output", "groups");
    await on.click();
    await ines.getByRole("button", { name: "Keep it on this machine (lo)" }).click();
    await ines.getByText("Leaves this machine by lo.").waitFor();
    await ines.getByText(/packets in the last second/).waitFor();
    await ines.getByRole("button", { name: "Take Output away" }).click();
    await ines.getByText("No output is listed.").waitFor();
    second.close();
    await ines.getByRole("link", { name: "Shows" }).click();
  });

  it("ask the nodes of their Art-Net outputs who they are, and say where both don't meet", async () => {
    const fern = await artNode({ name: "Fern node", universe: 11 });
    await ines.getByRole("link", { name: "Network" }).click();
    await ines.getByRole("button", { name: "Add an output" }).click();
    await choose(ines.getByLabel("Protocol of Output"), { label: "Art-Net" });
    await typeInto(ines, "Port of Output", String(fern.port));
    await typeInto(ines, "Universes of Output", "12");
    await typeInto(ines, "Shift of Output", "0");
    await ines.getByRole("button", { name: "Output on" }).click();
    const nodes = ines.getByRole("region", { name: "Art-Net nodes" });
    await nodes.getByText("puts out 11").waitFor();
    await nodes.getByText("#0001 [0001] all lit").waitFor();
    await nodes.getByText("We send it 12, which none of its ports puts out.").waitFor();
    await nodes.getByText("Nobody here sends it 11.").waitFor();
    expect(await complaints(ines, "Art-Net nodes")).toEqual([]);
    await typeInto(ines, "Shift of Output", "-1");
    await nodes.getByText(/Nobody here|We send/).waitFor({ state: "detached" });
    fern.stop();
    await nodes.getByText("Nobody has answered yet.").waitFor();
    await ines.getByRole("button", { name: "Take Output away" }).click();
    await nodes.waitFor({ state: "detached" });
    await ines.getByRole("link", { name: "Shows" }).click();
  });

  it("take a universe in from outside, merged into ours, named in Trace, and without their own again", async () => {
    await ines.getByRole("link", { name: "Network" }).click();
    await ines.getByRole("button", { name: "Add an input" }).click();
    const port = 20000 + Math.floor(Math.random() * 20000);
    await typeInto(ines, "Port of Input", String(port));
    await typeInto(ines, "Into ours of Input", "12");
    await typeInto(ines, "Universe of Input", "0");
    await ines.getByText(/it must be from 1 to 63999/).waitFor();
    await typeInto(ines, "Heard on of Input", "300.1.1.1");
    await ines
      .getByText(/one of this machine's own/)
      .first()
      .waitFor();
    await ines.getByRole("button", { name: "Input on" }).click();
    await ines.getByText("Nobody is heard.").waitFor();
    expect(await complaints(ines)).toEqual([]);
    const desk = await foreignDesk(port, { universe: 1, slot: 145, level: 77 });
    await ines.getByText("Fern desk, priority 100").waitFor();
    const ours = lantern();
    await choose(ines.getByLabel("How Input counts"), { label: "replaces ours while it lives" });
    await until("it leaves in place of ours", () => lantern() === 77);
    const chain = await traced(ines, "1001", "Dimmer");
    await chain.getByText("Input Input, from outside").waitFor();
    desk.stop();
    await until("it is gone 2.5 s later", () => lantern() === ours);
    await ines.getByRole("link", { name: "Show", exact: true }).click();
    await ines.getByRole("link", { name: "Network" }).click();
    await ines.getByRole("button", { name: "Take Input away" }).click();
    await ines.getByText("None is listed.").waitFor();
    await ines.getByRole("link", { name: "Shows" }).click();
  });

  it("are seen by programmers, and opened by the lead alone", async () => {
    await tomasz.getByRole("link", { name: "Show", exact: true }).click();
    await tomasz.getByRole("list", { name: "Shows" }).getByText("Second night").first().waitFor();
    expect(await tomasz.getByRole("button", { name: /Open…|New show…|Take a file in…/ }).count()).toBe(0);
    expect(await complaints(tomasz)).toEqual([]);
    expect(tomasz.errors).toEqual([]);
  });
});
