import type { Browser, Locator, Page } from "playwright-core";
import { choose } from "./choose";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { openBrowser } from "./browser";
import { DIMMER, spotOctet, SPOTS, spotValue } from "./demo-patch";
import { nodeOnLoopback, type LoopbackNode } from "./node-on-loopback";
import { message, pickGroup, setLane, signedIn, signIn } from "./people";
import { runVexa, type RunningVexa } from "./run-server";
import { ScoreStory } from "./score-story";
import { until } from "./until";

type Errors = Page & { errors: string[] };
/** The first spot of rib 3, counted from 0; its red is slot 8 behind pan, tilt, dimmer and shutter. */
const SPOT = 16;

let node: LoopbackNode;
let vexa: RunningVexa;
let browser: Browser;
let ines: Errors;
let tomasz: Errors;
let adaeze: Errors;
beforeAll(async () => {
  node = await nodeOnLoopback([3, 12]);
  vexa = await runVexa(`127.0.0.1:${node.port}`);
  browser = await openBrowser();
  [ines, tomasz, adaeze] = [
    await signedIn(browser, vexa.url, "ines"),
    await signedIn(browser, vexa.url, "tomasz"),
    await signedIn(browser, vexa.url, "adaeze"),
  ];
});
afterAll(async () => {
  expect([...ines.errors, ...tomasz.errors, ...adaeze.errors]).toEqual([]);
  await browser.close();
  await vexa.stop();
  node.close();
});

const levels = (universe: number): Buffer | null => node.levels(universe);
const dimmer = (): number => spotValue(levels, SPOT, DIMMER);
const spot = (): string => JSON.stringify(Array.from({ length: 15 }, (_, at) => spotOctet(levels, SPOT, at + 7)));
const near = (value: number, wanted: number): boolean => Math.abs(value - wanted) < 0.005;
const crew = async (page: Page, tab: "Division" | "Loans" | "People" | "History"): Promise<Locator> => {
  await page.getByRole("link", { name: /Crew/ }).click();
  await page.getByRole("navigation", { name: "Parts of Crew" }).getByRole("link", { name: tab }).click();
  return page.getByRole("complementary", { name: "Crew" });
};
const build = (page: Page): Promise<void> => page.getByRole("link", { name: "Build" }).click();
const press = (within: Locator, name: string | RegExp): Promise<void> => within.getByRole("button", { name }).first().click();

describe("the lead divides the rig", () => {
  it("all but the colours of the ribs to Tomasz, their colours to Adaeze, with a look ahead at who gains and loses what runs there", async () => {
    await ines.getByRole("link", { name: "Perform" }).click();
    await press(ines.getByRole("article", { name: "Night bloom" }), "Go");
    const column = await crew(ines, "Division");
    await press(column, /^Pixels and uplights/);
    // The colours are still Tomasz's: two can't have them.
    const families = column.getByRole("group", { name: "Families to add" });
    for (const family of ["Intensity", "Position", "Beam"]) await press(families, family);
    await choose(column.getByLabel("Add a group"), { label: "Rib spots" });
    await column
      .getByRole("alert")
      .getByText(/56 heads belong to Ribs and washes and Pixels and uplights/)
      .waitFor();
    await press(column, "Let it take hold");
    await message(ines, /Ribs and washes and Pixels and uplights would both hold colour of 56 heads/).waitFor();
    // Take them out there, and give back what isn't colour.
    await press(column, /^Ribs and washes/);
    await press(column, "Take out Rib spots, Floor washes");
    await choose(column.getByLabel("Add a group"), { label: "Floor washes" });
    await press(families, "Colour");
    await choose(column.getByLabel("Add a group"), { label: "Rib spots" });
    const preview = column.getByRole("list", { name: "Who gains and who loses" });
    expect(await preview.innerText()).toMatch(
      /Ribs and washes\s+− colour of 56\s+runs there now: Night bloom \(\d+\)\s+Pixels and uplights\s+\+ colour of 56/,
    );
    await press(column, "Let it take hold");
    await until("it holds", async () => (await column.getByRole("region", { name: "New division" }).count()) === 0);
    await ines.getByRole("link", { name: "Perform" }).click();
    const card = ines.getByRole("article", { name: "Night bloom" });
    await card.getByText(/silent on \d+ heads/).waitFor();
    await press(card, /Let go/);
  });

  it("fills what is left into one territory with one touch, and drops a draft", async () => {
    const column = await crew(ines, "Division");
    await press(column, /^Pixels and uplights/);
    const left = column.getByRole("region", { name: "What is left" });
    await left
      .getByText(/heads: /)
      .first()
      .waitFor();
    await press(left, "Fill the rest into Pixels and uplights");
    await left.getByText("Every head belongs to somebody.").waitFor();
    await press(column, "Drop it");
    await left
      .getByText(/heads: /)
      .first()
      .waitFor();
  });
});

describe("two programmers at once", () => {
  it("build on the same heads, each their own families; what is another's is refused by name, and barred in the picture", async () => {
    for (const page of [tomasz, adaeze]) await pickGroup(page, "Rib 3 spots");
    const dark = spot();
    await adaeze.getByRole("tab", { name: "Presets" }).click();
    await Promise.all([
      setLane(tomasz, "Dimmer", "60"),
      adaeze
        .getByRole("button", { name: /^Ember/ })
        .first()
        .click(),
    ]);
    await until("Tomasz's dimmer is on stage", () => near(dimmer(), 0.6));
    await until("and Adaeze's colour", () => spot() !== dark);
    const colored = spot();
    await setLane(tomasz, "Colour", "#f00");
    await message(tomasz, /8 heads are in Pixels and uplights \(Adaeze\), so nothing was changed/)
      .first()
      .waitFor();
    expect(spot()).toBe(colored);
    await tomasz.getByRole("button", { name: /Adaeze, in Build.*, 8 heads selected/ }).waitFor();
  });

  it("one borrows the other's dimmers for a song and gives them back: they let go softly", async () => {
    const asking = await crew(adaeze, "Loans");
    const families = asking.getByRole("group", { name: "Families of the loan" });
    for (const family of ["Position", "Colour", "Beam"]) await press(families, family);
    await asking.getByLabel("Minutes asked for").fill("soon");
    await asking.getByText("Whole minutes from 1 to 1440").waitFor();
    await asking.getByLabel("Minutes asked for").fill("5");
    await press(asking, "Ask Ribs and washes");
    const lending = await crew(tomasz, "Loans");
    const loan = lending.getByRole("article", { name: /Rib 3 spots \(intensity\), from Ribs and washes to Pixels and uplights/ });
    await loan.getByText("Adaeze asks for 5 min").waitFor();
    await press(loan, "Lend");
    await loan.getByText(/4:\d\d left/).waitFor();
    await build(tomasz);
    await tomasz.getByRole("button", { name: /Wipe/ }).first().click();
    await build(adaeze);
    await setLane(adaeze, "Dimmer", "100");
    await until("the borrower's dimmers are on stage", () => near(dimmer(), 1));
    await build(tomasz);
    await setLane(tomasz, "Dimmer", "50");
    await message(tomasz, /8 heads are in Pixels and uplights \(Adaeze\)/)
      .first()
      .waitFor();
    await crew(tomasz, "Loans");
    node.collect();
    await press(loan, "Take back");
    await until("they are home", () => dimmer() === 0);
    const way = node.history(SPOTS[SPOT]!.universe).map((packet) => spotValue(() => packet.levels, SPOT, DIMMER));
    expect(way.filter((level) => level < 0.95 && level > 0.05).length, "softly, as the wire had it").toBeGreaterThan(10);
    await lending
      .getByRole("region", { name: "Earlier loans" })
      .getByText(/Rib 3 spots \(intensity\)/)
      .waitFor();
  });

  it("hold their part of the stage behind a curtain, and raise it", async () => {
    await build(tomasz);
    await pickGroup(tomasz, "Rib 3 spots");
    await setLane(tomasz, "Dimmer", "30");
    await until("lit", () => near(dimmer(), 0.3));
    await tomasz.keyboard.press("k");
    await tomasz.getByRole("button", { name: "Curtain down" }).waitFor();
    await setLane(tomasz, "Dimmer", "90");
    expect(near(dimmer(), 0.3)).toBe(true);
    await tomasz.getByRole("button", { name: "Curtain down" }).click();
    await tomasz.getByRole("button", { name: "Raise", exact: true }).click();
    await until("it rises", () => near(dimmer(), 0.9));
    await tomasz.keyboard.press("Escape");
  });
});

describe("two on one cue", () => {
  it("the later one sees both values and chooses; different fields both stand", async () => {
    const [hers, his] = [new ScoreStory(ines), new ScoreStory(tomasz)];
    await hers.open("Night bloom");
    await hers.row(2).click();
    await his.open("Night bloom");
    await his.row(2).click();
    await hers.sheet.getByLabel("In", { exact: true }).fill("7");
    await his.field("In", "5");
    const choice = hers.sheet.getByRole("alertdialog", { name: "In was changed meanwhile" });
    await choice.getByText("5").first().waitFor();
    await press(choice, "Take mine");
    await until("hers stands", async () => (await his.sheet.getByLabel("In", { exact: true }).inputValue()) === "7");
    await hers.sheet.getByLabel("In", { exact: true }).fill("8");
    await his.field("In", "4");
    await press(choice, /Keep 4/);
    await until("his stands", async () => (await hers.sheet.getByLabel("In", { exact: true }).inputValue()) === "4");
    await hers.sheet.getByLabel("In", { exact: true }).fill("6");
    await his.field("Out", "9");
    await hers.sheet.getByLabel("In", { exact: true }).press("Enter");
    await until("both stand", async () => (await his.sheet.getByLabel("In", { exact: true }).inputValue()) === "6");
    expect(await hers.sheet.getByLabel("Out", { exact: true }).inputValue()).toBe("9");
  });

  it("edits made while the server was away both come to light: the second is shown with the first, to choose", async () => {
    const pages = [ines, tomasz];
    const restarted = vexa.restart("SIGTERM");
    for (const page of pages) await page.getByText("connection lost").waitFor();
    await new ScoreStory(ines).field("In", "3");
    await new ScoreStory(tomasz).field("In", "2");
    await restarted;
    const dialog = (page: Page): Locator => page.getByRole("alertdialog", { name: "Somebody changed this meanwhile" });
    const asked = async (): Promise<Errors | undefined> => {
      for (const page of pages) if (await dialog(page).isVisible()) return page;
      return undefined;
    };
    await until("one of them is asked", async () => (await asked()) !== undefined);
    const second = (await asked())!;
    const [mine, theirs] = second === ines ? ["3", "2"] : ["2", "3"];
    expect(await dialog(second).innerText()).toMatch(new RegExp(`theirs\\s+${theirs}\\s+yours\\s+${mine}`));
    await press(dialog(second), "Take mine");
    for (const page of pages)
      await until("it stands", async () => (await new ScoreStory(page).sheet.getByLabel("In", { exact: true }).inputValue()) === mine);
    await new ScoreStory(ines).field("In", "6");
  });

  it("see where the others are, follow one, and leave a note that leads to its cue", async () => {
    await build(ines);
    await ines.getByRole("button", { name: /^Tomasz, in Score, cue .* of Night bloom/ }).click();
    await ines.getByRole("listbox", { name: "Cues" }).waitFor();
    await build(tomasz);
    await ines.getByRole("complementary", { name: "Cast" }).waitFor();
    await ines.getByRole("link", { name: "Score" }).click();
    await ines.getByRole("button", { name: /^Tomasz/, pressed: false }).waitFor();
    await new ScoreStory(ines).row(2).click();
    const notes = await crew(ines, "People");
    await notes.getByLabel("Text of the note").fill("Too fast after the bridge");
    await choose(notes.getByLabel("Whom the note is for"), { label: "Adaeze" });
    await choose(notes.getByLabel("What the note is pinned to"), { label: "Cue 2 First shoots, roll" });
    await press(notes, "Leave");
    const theirs = await crew(adaeze, "People");
    const note = theirs.getByRole("article", { name: "Note from Ines" });
    await note.getByText("Too fast after the bridge").waitFor();
    await press(note, /^Cue /);
    await adaeze.getByRole("complementary", { name: "Chosen cue" }).waitFor();
    await crew(adaeze, "People");
    await press(note, "Done");
  });
});

describe("people, history and versions", () => {
  it("invites somebody, who signs in, sees and changes nothing, and loses the sign-in", async () => {
    await crew(ines, "People").then(() => press(ines.locator("main"), "Invite somebody"));
    await ines.getByLabel("Name of whom to invite").fill("Bram Okoro");
    await choose(ines.getByLabel("Role of whom to invite"), "watcher");
    await ines.getByRole("button", { name: "Invite", exact: true }).click();
    const told = ines.getByRole("status").filter({ hasText: "Bram Okoro signs in as" });
    const [, name, password] = (await told.innerText()).match(/signs in as (\S+) with (\S+)\. It/)!;
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
    const bram = await context.newPage();
    await bram.goto(vexa.url);
    await signIn(bram, name!, password!);
    await bram.getByRole("complementary", { name: "Cast" }).waitFor();
    await bram.getByRole("link", { name: "Perform" }).click();
    await bram.getByRole("article", { name: "Lantern evening" }).getByText("those who work on the show alone can play this").waitFor();
    expect(await bram.getByRole("button", { name: "Curtain" }).count()).toBe(0);
    await press(ines.getByRole("row", { name: /Bram Okoro/ }), "Take sign-in away");
    await ines.getByRole("button", { name: "Take it away" }).click();
    await bram.getByLabel("Sign-in name").waitFor();
    await context.close();
  });

  it("tells who changed what, takes one's own back, keeps a version and brings it back", async () => {
    const column = await crew(ines, "History");
    const lines = ines.getByRole("table", { name: "Changes" });
    await choose(ines.getByLabel("Who", { exact: true }), { label: "Tomasz" });
    await choose(ines.getByLabel("Where", { exact: true }), { label: "Score" });
    await until(
      "his edits of cues alone",
      async () => (await lines.innerText()).includes("Tomasz") && !(await lines.innerText()).includes("Ines"),
    );
    await choose(ines.getByLabel("Who", { exact: true }), { label: "everybody" });
    await choose(ines.getByLabel("Where", { exact: true }), { label: "everywhere" });
    await column.getByLabel("Name of the version").fill("Before the show");
    await press(column, "Keep");
    await column.getByText("Before the show").first().waitFor();
    const score = new ScoreStory(ines);
    await score.open("Night bloom");
    await score.row(2).click();
    await score.field("In", "11");
    await crew(ines, "History");
    await press(ines.locator("main"), "Take back my latest");
    await until("taken back", async () => /taken back/.test(await lines.innerText()));
    await score.open("Night bloom");
    await score.row(2).click();
    await score.field("In", "12");
    await crew(ines, "History");
    await press(column.getByRole("listitem").filter({ hasText: /^Before the show/ }), "Bring back");
    await message(ines, "Brought back Before the show").waitFor();
    await score.open("Night bloom");
    await score.row(2).click();
    await until("as it was", async () => (await score.sheet.getByLabel("In", { exact: true }).inputValue()) === "6");
  });
});
