import type { Locator } from "playwright-core";
import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { BuildStory } from "./build-story";
import { message, pickGroup, setLane } from "./people";
import { pause, until } from "./until";

/** Story 5: a song of four cues, whose times are drawn, dragged and changed while they run; measured at the wire. */
let story: BuildStory;
beforeAll(async () => {
  story = await BuildStory.begin();
  story.page.setDefaultTimeout(10000);
});
afterAll(async () => {
  expect(story.page.errors).toEqual([]);
  await story.end();
});

const place = (name: string): Promise<void> => story.page.getByRole("link", { name }).click();
const rows = (): Locator => story.page.getByRole("listbox", { name: "Cues" }).getByRole("option");
const row = (number: number): Locator => rows().nth(number - 1);
const sheet = (): Locator => story.page.getByRole("complementary", { name: "Chosen cue" });
const field = async (label: string, text: string): Promise<void> => {
  const input = sheet().getByLabel(label, { exact: true });
  await input.fill(text);
  await input.press("Enter");
};
const run = (): Locator => story.page.getByRole("group", { name: "Run Song" });
const press = (name: string): Promise<void> => run().getByRole("button", { name, exact: true }).click();
const near = (value: number, wanted: number, tolerance = 0.02): boolean => Math.abs(value - wanted) < tolerance;

async function recordCue(value: string, seconds: string, into: "new list" | "Song"): Promise<void> {
  const { page } = story;
  await setLane(page, "Dimmer", value);
  await page.getByRole("button", { name: "Record cue" }).first().click();
  if (into === "new list") await page.getByLabel("Name of the list").fill("Song");
  else await page.getByRole("combobox", { name: /^Cue list/ }).selectOption({ label: "Song" });
  await page.getByLabel("In, seconds").fill(seconds);
  await page.getByLabel("In, seconds").press("Enter");
  await message(page, /Recorded as cue \d of Song/)
    .first()
    .waitFor();
}

describe("a song of four cues", () => {
  it("is recorded, and each cue is called by what it says until somebody names it", async () => {
    await story.fresh();
    await pickGroup(story.page, "Rib 3 spots");
    await recordCue("100", "0", "new list");
    await recordCue("20", "4", "Song");
    await recordCue("60", "1", "Song");
    await recordCue("0..100", "1", "Song");
    await story.fresh();
    await place("Perform");
    await story.page.getByRole("button", { name: "Arrange" }).click();
    await story.page.getByRole("button", { name: "Add a card" }).click();
    await story.page.getByRole("menuitem", { name: /Song/ }).first().click();
    await story.page.getByRole("button", { name: "Done" }).click();
    await place("Score");
    await story.page.getByRole("navigation", { name: "Cue lists" }).getByRole("button", { name: /Song/ }).click();
    await until("all four are there", async () => (await rows().count()) === 4);
    await row(2).click();
    expect(await row(2).innerText()).toContain("Rib 3 spots Dimmer");
    await field("Name of the cue", "Down to embers");
    await until("it has its name", async () => (await row(2).innerText()).includes("Down to embers"));
  });

  it("takes the out-time for what goes down, keeps its place when times change in the middle, and shows both in the chart", async () => {
    await press("Go");
    await until("the first is full at once", () => story.dimmer(16) === 1);
    await press("Go");
    await until("half-way down", () => story.dimmer(16) < 0.6);
    await field("In", "20");
    const after = story.dimmer(16);
    await pause(1000);
    // What is left takes the new time: in a second it goes a twentieth of the whole way of 0.8.
    expect(near(story.dimmer(16), after - 0.04, 0.025)).toBe(true);
    await field("Out", "0.5");
    await until("with out at half a second it is there", () => near(story.dimmer(16), 0.2, 0.005));
    await story.page.getByText("all has arrived after 0.5 s").waitFor();
    await field("Out", "");
    await field("In", "2");
    await story.page.getByText("all has arrived after 2 s").waitFor();
    await field("In", "soon");
    await message(story.page, /“soon” is no time/).waitFor();
    expect(await sheet().getByLabel("In", { exact: true }).inputValue()).toBe("2");
  });

  it("has times in percent that stay percent, and ends that can be dragged in the chart as one step to take back", async () => {
    await field("Intensity in", "50%");
    const chart = story.page.getByRole("region", { name: "Times of cue 2" });
    await chart.getByText("1 s (50%)").waitFor();
    await field("In", "4");
    await chart.getByText("2 s (50%)").waitFor();
    const end = chart.getByRole("slider", { name: "End of Intensity" });
    const box = (await end.boundingBox())!;
    await story.page.mouse.move(box.x + 3, box.y + 5);
    await story.page.mouse.down();
    await story.page.mouse.move(box.x - 60, box.y + 5, { steps: 5 });
    await story.page.mouse.up();
    await until("it is shorter and still percent", async () => {
      const percent = Number((await sheet().getByLabel("Intensity in", { exact: true }).inputValue()).replace("%", ""));
      return percent > 10 && percent < 45;
    });
    await story.page.keyboard.press("Control+z");
    await until("one step takes it back", async () => (await sheet().getByLabel("Intensity in", { exact: true }).inputValue()) === "50%");
    await field("Intensity delay", "25%");
    await until(
      "it starts at 1 s",
      async () => (await chart.getByRole("slider", { name: "Start of Intensity" }).getAttribute("aria-valuetext")) === "1 s",
    );
    await chart.getByRole("button", { name: "Intensity" }).click();
    await chart.getByRole("slider", { name: "End of Rib 3 spots Dimmer" }).focus();
    await story.page.keyboard.press("ArrowRight");
    await until("the stroke has a time of its own", async () => (await chart.getByText("2.1 s").count()) > 0);
    await story.page.keyboard.press("Control+z");
    await field("Intensity delay", "");
    await field("Intensity in", "");
    await field("In", "1");
  });

  it("goes to any cue in its own time, a time of choice or as a cut, back, and pauses", async () => {
    await row(1).click();
    await run().getByLabel("Seconds for going there").fill("0");
    await press("Go to 1");
    await until("cut to full", () => story.dimmer(16) === 1);
    await row(3).click();
    await run().getByLabel("Seconds for going there").fill("4");
    await press("Go to 3");
    await until("on its way", () => story.dimmer(16) < 0.95);
    await press("Pause");
    await run().getByRole("button", { name: "Continue" }).waitFor();
    await pause(150);
    const held = story.dimmer(16);
    await pause(600);
    expect(story.dimmer(16)).toBe(held);
    await press("Continue");
    await until("it arrives", () => near(story.dimmer(16), 0.6, 0.005));
    await run().getByLabel("Seconds for going there").fill("sometime");
    expect(await run().getByRole("button", { name: "Go to 3" }).isDisabled()).toBe(true);
    await run().getByLabel("Seconds for going there").fill("");
    await press("Back");
    await until("back in cue 2", () => near(story.dimmer(16), 0.2, 0.005));
  });

  it("follows on by itself, waits, and runs in a ring, each at its moment on the wire", async () => {
    await row(3).click();
    await sheet().getByLabel("Comes with").selectOption({ label: "when the one before is done" });
    await row(4).click();
    await sheet().getByLabel("Comes with").selectOption({ label: "some time after the one before" });
    await field("Wait", "2");
    await row(2).click();
    await field("In", "1");
    await story.page.getByRole("img", { name: /Next, cue 3: follows on/ }).waitFor();
    await row(1).click();
    await run().getByLabel("Seconds for going there").fill("0");
    await press("Go to 1");
    await run().getByLabel("Seconds for going there").fill("");
    await until("full", () => story.dimmer(16) === 1);
    story.node.collect();
    await press("Go");
    await pause(5200);
    // Cue 2 takes 1 s to 20 %, then cue 3 follows on for 1 s to 60 %, and cue 4 comes 2 s after the go of cue 3.
    const levels = story.node
      .history(3)
      .map(({ atSeconds, levels: slots }) => ({ at: atSeconds, level: (slots[4]! * 256 + slots[5]!) / 65535 }));
    const lowest = levels.reduce((best, entry) => (entry.level < best.level && entry.at < levels[0]!.at + 2 ? entry : best));
    expect(near(lowest.level, 0.2, 0.015)).toBe(true);
    const peak = levels.find(({ at, level }) => at > lowest.at && level > 0.598)!;
    expect(Math.abs(peak.at - lowest.at - 1)).toBeLessThan(0.08);
    // Cue 4 takes the first head from 60 % down to nothing.
    const leaves = levels.find(({ at, level }) => at > peak.at && level < 0.59)!;
    expect(Math.abs(leaves.at - lowest.at - 2)).toBeLessThan(0.1);
  });
});

describe("editing a list", () => {
  beforeEach(async () => {
    await place("Score");
    await story.page
      .getByRole("navigation", { name: "Cue lists" })
      .getByRole("button", { name: /Night bloom/ })
      .click();
  });
  const numbers = async (): Promise<string> =>
    (await rows().allInnerTexts()).map((text) => /\d+(\.\d+)?/.exec(text.replace("●", ""))![0]).join(" ");

  it("copies, moves, renumbers and deletes cues, several at a time, and finds them by words", async () => {
    const { page } = story;
    await row(1).click();
    await row(2).click({ modifiers: ["Shift"] });
    await page.getByRole("button", { name: "Copy behind" }).click();
    await until("two copies lie between 2 and 3", async () => (await numbers()) === "1 2 2.1 2.2 3");
    await page.getByRole("button", { name: "Renumber" }).click();
    await until("whole numbers", async () => (await numbers()) === "1 2 3 4 5");
    await row(5).click();
    await page.getByRole("button", { name: "Move up" }).click();
    await until("the last has moved up", async () => (await numbers()) === "1 2 3 3.1 4");
    await page.keyboard.press("Control+z");
    await until("and back", async () => (await numbers()) === "1 2 3 4 5");
    await row(3).click();
    await row(4).click({ modifiers: ["Control"] });
    await page.getByRole("button", { name: "Delete", exact: true }).click();
    await until("three are left", async () => (await numbers()) === "1 2 5");
    await page.getByLabel("Search cues").fill("open");
    await until("one is found", async () => (await numbers()) === "5");
    await page.getByLabel("Search cues").fill("walrus");
    await page.getByText("No cue has “walrus”").waitFor();
    await page.getByLabel("Search cues").fill("");
    await row(1).click();
    await field("Cue number", "2");
    await message(page, /“Seeds in the dark”|already has it/)
      .first()
      .waitFor();
    expect((await numbers()).startsWith("1 2")).toBe(true);
  });

  it("shows what starts, tracks and ends; cue only takes back, a block stands by itself and looks the same", async () => {
    const { page } = story;
    await row(2).click();
    await page.getByRole("button", { name: "Tracking" }).click();
    const tracking = page.getByRole("region", { name: "Tracking" });
    const pan = tracking.getByRole("row", { name: /Rib spots Pan/ });
    expect(await pan.getByRole("img", { name: "tracks" }).count()).toBe(1);
    await sheet().getByRole("button", { name: "block" }).click();
    await until("it says everything itself", async () => (await pan.getByRole("img", { name: "tracks" }).count()) === 0);
    await sheet()
      .getByText(/3 strokes/)
      .waitFor();
    await page.keyboard.press("Control+z");
    await until("it tracks again", async () => (await pan.getByRole("img", { name: "tracks" }).count()) === 1);
    await page.getByRole("button", { name: "Cues", exact: true }).click();
  });

  it("takes a preset dropped on a stroke, and the stage follows", async () => {
    const { page } = story;
    await row(1).click();
    const stroke = sheet().getByRole("listitem", { name: /^Floor washes/ });
    await stroke.getByText("∞ Dusk").waitFor();
    await sheet().getByTitle("Moss: drag it onto a stroke").dragTo(stroke);
    await stroke.getByText("∞ Moss").waitFor();
    await page.keyboard.press("Control+z");
    await stroke.getByText("∞ Dusk").waitFor();
  });

  it("opens a cue's strokes in Build as the lanes that they were, blind, and puts them back", async () => {
    const { page } = story;
    await row(2).click();
    await sheet().getByRole("button", { name: "Edit blind in Build" }).click();
    await page.getByText("blind: your sketch, not the stage").waitFor();
    expect(await page.getByLabel("Dimmer value", { exact: true }).inputValue()).toBe("30..100..30");
    expect(story.dimmer(0)).toBe(0);
    await setLane(page, "Dimmer", "10..90..10");
    await pause(300);
    expect(story.dimmer(0)).toBe(0);
    await page.getByRole("button", { name: "Put it back" }).click();
    await row(2).waitFor();
    await row(2).click();
    await sheet().getByText("10..90..10").waitFor();
    await page.keyboard.press("Control+z");
    await until("one step gives both back", async () => (await sheet().getByText("30..100..30").count()) === 1);
    await place("Build");
    await story.fresh();
    await page.keyboard.press("b");
    await until("live again", async () => (await page.getByText("blind: your sketch, not the stage").count()) === 0);
  });

  it("records into a cue that is there: adds, takes out, and replaces", async () => {
    const { page } = story;
    await place("Build");
    await pickGroup(page, "Floor washes");
    await setLane(page, "Dimmer", "77");
    const into = async (what: string, button: string): Promise<void> => {
      await page.getByRole("button", { name: "Record cue" }).first().click();
      await page.getByRole("combobox", { name: /^Cue list/ }).selectOption({ label: "Night bloom" });
      await page.getByRole("combobox", { name: /^What to do/ }).selectOption({ label: what });
      await page.getByRole("combobox", { name: /^Which cue/ }).selectOption({ index: 1 });
      await page.getByRole("button", { name: button }).click();
    };
    const strokes = async (): Promise<string> => {
      await place("Score");
      await page
        .getByRole("navigation", { name: "Cue lists" })
        .getByRole("button", { name: /Night bloom/ })
        .click();
      await row(2).click();
      const text = (await sheet().getByRole("region", { name: "Strokes" }).getByRole("listitem").allInnerTexts()).join(" ");
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
