import type { Locator } from "playwright-core";
import { choose } from "./choose";
import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { BuildStory } from "./build-story";
import { message, pickGroup, setLane } from "./people";
import { ScoreStory } from "./score-story";
import { pause, until } from "./until";

/** Story 5b: a cue list as something that is edited: cues, tracking, strokes, and recording into what is there. */
let story: BuildStory;
let score: ScoreStory;
beforeAll(async () => {
  story = await BuildStory.begin();
  story.page.setDefaultTimeout(10000);
  score = new ScoreStory(story.page);
});
afterAll(async () => {
  expect(story.page.errors).toEqual([]);
  await story.end();
});

const place = (name: string): Promise<void> => story.page.getByRole("link", { name }).click();
describe("editing a list", () => {
  beforeEach(async () => {
    await place("Score");
    await story.page
      .getByRole("navigation", { name: "Cue lists" })
      .getByRole("button", { name: /^Night bloom/ })
      .click();
  });
  const numbers = async (): Promise<string> =>
    (await score.rows.allInnerTexts()).map((text) => /\d+(\.\d+)?/.exec(text.replace("●", ""))![0]).join(" ");

  it("copies, moves, renumbers and deletes cues, several at a time, and finds them by words", async () => {
    const { page } = story;
    await score.row(1).click();
    await score.row(2).click({ modifiers: ["Shift"] });
    await page.getByRole("button", { name: "Copy behind" }).click();
    await until("two copies lie between 2 and 3", async () => (await numbers()) === "1 2 2.1 2.2 3");
    await page.getByRole("button", { name: "Renumber" }).click();
    await until("whole numbers", async () => (await numbers()) === "1 2 3 4 5");
    await score.row(5).click();
    await page.getByRole("button", { name: "Move up" }).click();
    await until("the last has moved up", async () => (await numbers()) === "1 2 3 3.1 4");
    await page.keyboard.press("Control+z");
    await until("and back", async () => (await numbers()) === "1 2 3 4 5");
    await score.row(3).click();
    await score.row(4).click({ modifiers: ["Control"] });
    await page.getByRole("button", { name: "Delete", exact: true }).click();
    await until("three are left", async () => (await numbers()) === "1 2 5");
    await page.getByLabel("Search cues").fill("open");
    await until("one is found", async () => (await numbers()) === "5");
    await page.getByLabel("Search cues").fill("walrus");
    await page.getByText("No cue has “walrus”").waitFor();
    await page.getByLabel("Search cues").fill("");
    await score.row(1).click();
    await score.field("Cue number", "2");
    await message(page, /“Seeds in the dark”|already has it/)
      .first()
      .waitFor();
    expect((await numbers()).startsWith("1 2")).toBe(true);
  });

  it("shows what starts, tracks and ends; cue only takes back, a block stands by itself and looks the same", async () => {
    const { page } = story;
    await score.row(2).click();
    await page.getByRole("radio", { name: "Tracking" }).click();
    const tracking = page.getByRole("region", { name: "Tracking" });
    const pan = tracking.getByRole("row", { name: /Rib spots Pan/ });
    expect(await pan.getByRole("img", { name: "tracks" }).count()).toBe(1);
    await score.sheet.getByRole("button", { name: "block" }).click();
    await until("it says everything itself", async () => (await pan.getByRole("img", { name: "tracks" }).count()) === 0);
    await score.sheet.getByText(/3 strokes/).waitFor();
    await page.keyboard.press("Control+z");
    await until("it tracks again", async () => (await pan.getByRole("img", { name: "tracks" }).count()) === 1);
    await page.getByRole("radio", { name: "Cues", exact: true }).click();
  });

  it("takes a preset dropped on a stroke, and the stage follows", async () => {
    const { page } = story;
    await score.row(1).click();
    const stroke = score.sheet.getByRole("listitem", { name: /^Floor washes/ });
    await stroke.getByText("∞ Dusk").waitFor();
    await score.sheet.getByTitle(/^Moss: drag it/).dragTo(stroke, { targetPosition: { x: 30, y: 10 } });
    await stroke.getByText("∞ Moss").waitFor();
    await page.keyboard.press("Control+z");
    await stroke.getByText("∞ Dusk").waitFor();
  });

  it("takes one instead of all that a stroke says, dropped on its right half or touched and laid", async () => {
    const { page } = story;
    await score.row(2).click();
    const stroke = score.sheet.getByRole("listitem", { name: /^Rib spots/ }).first();
    const lines = (): Promise<number> => stroke.getByRole("listitem").count();
    const before = await lines();
    const { width, height } = (await stroke.boundingBox())!;
    await score.sheet.getByTitle(/^Moss: drag it/).dragTo(stroke, { targetPosition: { x: width - 20, y: height / 2 } });
    await stroke.getByText("∞ Moss").waitFor();
    await until("it says that alone", async () => (await lines()) === 1);
    await page.keyboard.press("Control+z");
    await until("and all of it again", async () => (await lines()) === before);
    await score.sheet.getByRole("button", { name: "Moss" }).click();
    await stroke.getByRole("button", { name: "Add" }).click();
    await stroke.getByText("∞ Moss").waitFor();
    expect(await lines()).toBe(before + 1);
    await page.keyboard.press("Control+z");
    await until("and as it was", async () => (await lines()) === before);
  });

  it("edits several cues as one step, and shows what they differ in", async () => {
    const { page } = story;
    await score.row(1).click();
    await score.row(2).click({ modifiers: ["Control"] });
    await score.sheet.getByText("2 cues, edited together").waitFor();
    const time = score.sheet.getByLabel("In", { exact: true });
    const times = (): Promise<string[]> => Promise.all([1, 2].map((row) => score.row(row).locator("span.font-mono").nth(1).innerText()));
    expect(await time.getAttribute("placeholder")).toBe("2.5 to 4");
    expect(await time.inputValue()).toBe("");
    const before = await times();
    // Looked at and left: nothing is set.
    await time.focus();
    await time.press("Enter");
    expect(await times()).toEqual(before);
    await score.field("In", "7");
    await until("both have it", async () => (await times()).every((text) => text === "7"));
    await score.sheet.getByRole("button", { name: "Tag 4" }).click();
    await until("both are tagged", async () => (await score.rows.getByTitle("Tag 4").count()) === 2);
    await score.field("Colour delay", "50%");
    await score.row(1).click();
    expect(await score.sheet.getByLabel("Colour delay").inputValue()).toBe("50%");
    await page.keyboard.press("Control+z");
    await page.keyboard.press("Control+z");
    await page.keyboard.press("Control+z");
    await until("three steps back", async () => JSON.stringify(await times()) === JSON.stringify(before));
    expect(await score.rows.getByTitle("Tag 4").count()).toBe(0);
  });

  it("opens a cue's strokes in Build as the lanes that they were, blind, and puts them back", async () => {
    const { page } = story;
    await score.row(2).click();
    await score.sheet.getByRole("button", { name: "Edit blind in Build" }).click();
    await page.getByText("blind: your sketch, not the stage").waitFor();
    expect(await page.getByLabel("Dimmer value", { exact: true }).inputValue()).toBe("30..100..30");
    expect(story.dimmer(0)).toBe(0);
    await setLane(page, "Dimmer", "10..90..10");
    await pause(300);
    expect(story.dimmer(0)).toBe(0);
    await page.getByRole("button", { name: "Put it back" }).click();
    await score.row(2).waitFor();
    await score.row(2).click();
    await score.sheet.getByText("10..90..10").waitFor();
    await page.keyboard.press("Control+z");
    await until("one step gives both back", async () => (await score.sheet.getByText("30..100..30").count()) === 1);
    await place("Build");
    await story.fresh();
    await page.keyboard.press("b");
    await until("live again", async () => (await page.getByText("blind: your sketch, not the stage").count()) === 0);
  });

  it("takes times of a stroke in percent of the cue's in-time, typed in the lanes", async () => {
    const { page } = story;
    await page.getByRole("link", { name: "Build" }).click();
    await pickGroup(page, "Rib 3 spots");
    await setLane(page, "Dimmer", "100");
    await story.unfold("Dimmer", "when");
    await story.typeIn("Dimmer delay", "0..0.5");
    await story.lane("Dimmer").getByRole("button", { name: "percent of in" }).click();
    await until("it is percent", async () => (await page.getByLabel("Dimmer delay", { exact: true }).inputValue()) === "0..50");
    await page.getByRole("button", { name: "Record cue" }).first().click();
    await choose(page.getByLabel("Cue list"), "");
    await page.getByLabel("Name of the list").fill("Percent");
    await page.getByLabel("In, seconds").fill("4");
    await page.getByLabel("In, seconds").press("Enter");
    await message(page, /Recorded as cue 1 of Percent/).waitFor();
    await story.fresh();
    await score.open("Percent");
    await score.row(1).click();
    // The last head starts at half of 4 s and takes 4 s.
    await page.getByText("all has arrived after 6 s").waitFor();
    await score.field("In", "2");
    await page.getByText("all has arrived after 3 s").waitFor();
  });

  it("records into a cue that is there: adds, takes out, and replaces", async () => {
    const { page } = story;
    await place("Build");
    await pickGroup(page, "Floor washes");
    await setLane(page, "Dimmer", "77");
    const into = async (what: string, button: string): Promise<void> => {
      await page.getByRole("button", { name: "Record cue" }).first().click();
      await choose(page.getByRole("combobox", { name: /^Cue list/ }), { label: "Night bloom" });
      await choose(page.getByRole("combobox", { name: /^What to do/ }), { label: what });
      await choose(page.getByRole("combobox", { name: /^Which cue/ }), { index: 1 });
      await page.getByRole("button", { name: button }).click();
    };
    const strokes = async (): Promise<string> => {
      await place("Score");
      await page
        .getByRole("navigation", { name: "Cue lists" })
        .getByRole("button", { name: /^Night bloom/ })
        .click();
      await score.row(2).click();
      const text = (await score.sheet.getByRole("region", { name: "Strokes" }).getByRole("listitem").allInnerTexts()).join(" ");
      await place("Build");
      return text;
    };
    await into("add to a cue", "Add to the cue");
    await message(page, /Added to cue 2/).waitFor();
    const added = await strokes();
    expect(added).toContain("Dimmer 77");
    expect(added).toContain("30..100..30");
    await into("take out of a cue", "Take out of the cue");
    await message(page, /Taken out of cue 2/).waitFor();
    expect(await strokes()).not.toContain("77");
    await into("replace a cue", "Replace the cue");
    await message(page, /Replaced cue 2/).waitFor();
    const replaced = await strokes();
    expect(replaced).toContain("Dimmer 77");
    expect(replaced).not.toContain("30..100..30");
    await story.fresh();
  });
});

describe("cue lists as a whole", () => {
  const lists = (): Locator => story.page.getByRole("navigation", { name: "Cue lists" });
  const names = async (): Promise<string[]> =>
    (await lists().getByRole("listitem").all()).length === 0
      ? []
      : Promise.all(
          (await lists().getByRole("listitem").all()).map(
            async (item) => (await item.innerText()).split("\n").find((line) => /[a-z]/i.test(line)) ?? "",
          ),
        );

  it("are made, renamed, tagged, copied, moved and deleted in Score, and an undo gives all of one back", async () => {
    const { page } = story;
    await page.getByRole("link", { name: "Score" }).click();
    await lists().getByRole("button", { name: "New" }).click();
    await until("an empty list is there, chosen", async () => (await lists().locator("[aria-current=true]").innerText()).includes("List "));
    const made = (await lists().locator("[aria-current=true]").innerText()).split("\n")[0]!;
    const sheet = page.getByRole("dialog", { name: new RegExp("^Change ") });
    await lists()
      .getByRole("button", { name: `Change ${made}` })
      .click();
    await sheet.getByLabel("Name of the list").fill("Ivy");
    await sheet.getByLabel("Name of the list").press("Enter");
    await until("renamed", async () => (await names()).includes("Ivy"));
    await sheet.getByRole("button", { name: "Tag 3" }).click();
    await until("tagged", async () => (await lists().locator("[data-tint='3']").count()) === 1);
    const at = (await names()).indexOf("Ivy");
    await sheet.getByRole("button", { name: "Up" }).click();
    await until("moved up", async () => (await names()).indexOf("Ivy") === at - 1);
    await page.keyboard.press("Escape");
    await lists().getByRole("button", { name: "Change Night bloom" }).click();
    await sheet.getByRole("button", { name: "Copy" }).click();
    await until("copied", async () => (await names()).includes("Night bloom, copy"));
    const copied = await story.page.getByRole("listbox", { name: "Cues" }).getByRole("option").count();
    expect(copied).toBeGreaterThan(1);
    await lists().getByRole("button", { name: "Change Night bloom, copy" }).click();
    await sheet.getByRole("button", { name: /Delete it with \d+ cues/ }).click();
    await until("deleted", async () => !(await names()).includes("Night bloom, copy"));
    await page.keyboard.press("Control+z");
    await until("given back", async () => (await names()).includes("Night bloom, copy"));
  });

  it("come from Build as a one-shot with its card: recorded and played in three acts", async () => {
    const { page } = story;
    await page.getByRole("link", { name: "Build" }).click();
    await pickGroup(page, "Rib 3 spots");
    await setLane(page, "Dimmer", "70");
    await page.keyboard.press("r");
    await choose(page.getByLabel("Cue list"), "");
    await page.getByLabel("Name of the list").fill("Firefly");
    await page.getByRole("button", { name: /^One-shot on / }).click();
    await message(page, /Recorded as cue 1 of Firefly/).waitFor();
    await page.keyboard.press("r");
    // The next cue is offered where the last one went.
    await until("the list is offered", async () => (await page.getByLabel("Cue list").textContent()) === "Firefly");
    await page.keyboard.press("Escape");
    await page.keyboard.press("Shift+Escape");
    await page.getByRole("link", { name: "Perform" }).click();
    const card = page.getByRole("article", { name: "Firefly" });
    await card.getByRole("button", { name: "Go", exact: true }).click();
    await until("it plays", async () => (await card.getByRole("slider").getAttribute("data-running")) === "true");
    await until("and lets go by itself", async () => (await card.getByRole("slider").getAttribute("data-running")) === "false");
  });
});
