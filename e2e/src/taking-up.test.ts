import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { choose } from "./choose";
import { BuildStory } from "./build-story";
import { addLane, message, pickGroup, setLane, signedIn } from "./people";
import { pause, until } from "./until";

/** Story: something plays, and is taken hold of: nothing changes until a hand moves it, and it goes back where it came from. */
let story: BuildStory;
beforeAll(async () => {
  story = await BuildStory.begin();
  const { page } = story;
  await pickGroup(page, "Rib 3 spots");
  await setLane(page, "Dimmer", "30..90");
  await setLane(page, "Pan", "-35..35");
  await page.getByRole("button", { name: "Record cue" }).first().click();
  await choose(page.getByLabel("Cue list"), "");
  await page.getByLabel("Name of the list").fill("Standing");
  await page.getByLabel("In, seconds").fill("0");
  await page.getByLabel("In, seconds").press("Enter");
  await message(page, /Recorded as cue 1 of Standing/).waitFor();
  await page.keyboard.press("Shift+Escape");
  await page.getByRole("link", { name: "Perform" }).click();
  await page.getByRole("button", { name: "Arrange" }).click();
  await page.getByRole("button", { name: "Add a card" }).click();
  await page.getByRole("menuitem", { name: /Standing/ }).click();
  await page.getByRole("button", { name: "Done" }).click();
  await page.getByRole("article", { name: "Standing" }).getByRole("button", { name: "Go", exact: true }).click();
  await until("it stands", () => Math.abs(story.dimmer(16) - 0.3) < 0.001 && story.pan(23) === 35);
  await page.getByRole("link", { name: "Build" }).click();
});
afterAll(() => story.end());
beforeEach(() => story.fresh());

const stage = (): string => [3, 4].map((universe) => story.levels(universe)!.toString("hex")).join(" ");

describe("opening a lane", () => {
  it("shows what is on stage, and changes no octet of it", async () => {
    const before = stage();
    await pickGroup(story.page, "Rib 3 spots");
    for (const label of ["Dimmer", "Pan", "Colour", "Position"]) await addLane(story.page, label);
    await until(
      "the fan is there as it was made",
      async () => (await story.lane("Pan").getByLabel("Pan value", { exact: true }).inputValue()) === "-35..35",
    );
    expect(await story.lane("Dimmer").getByLabel("Dimmer value", { exact: true }).inputValue()).toBe("30..90");
    expect(await story.lane("Dimmer").getAttribute("data-standing")).toBe("as on stage");
    await pause(400);
    expect(stage()).toBe(before);
    await story.page.getByText("Your sketch is empty.").waitFor();
    // Nothing was done, so there is nothing to take back.
    await story.lane("Colour").getByRole("button", { name: "Close Colour" }).click();
    expect(await story.lane("Colour").count()).toBe(0);
  });

  it("takes it up with the first touch, a drag moves the fan, and one undo gives all back", async () => {
    const { page } = story;
    const before = stage();
    await pickGroup(page, "Rib 3 spots");
    await addLane(page, "Pan");
    const plot = story.lane("Pan").getByRole("img", { name: "Pan value: 8 heads" });
    await plot.waitFor();
    await story.drag(plot, { x: 200, y: 12 }, { x: 0, y: 30 });
    await until("the fan has moved as one", () => story.pan(16) === -50 && story.pan(23) === 20);
    expect(await story.lane("Pan").getAttribute("data-standing")).toBe("in the sketch");
    expect(Math.abs(story.dimmer(16) - 0.3)).toBeLessThan(0.001);
    await page.keyboard.press("Control+z");
    await until("as before", () => stage() === before);
    await until("it shows the stage again", async () => (await story.lane("Pan").getAttribute("data-standing")) === "as on stage");
  });

  it("has each head's own value where they don't come from one source, and steps head by head", async () => {
    const { page } = story;
    await story.find("301..304");
    await addLane(page, "Pan");
    await story.lane("Pan").getByRole("img", { name: "Pan value: 4 heads" }).waitFor();
    await setLane(page, "Pan", "-5");
    // Values are mixed: a sign means that it is added.
    await until("all are moved", () => story.pan(16) === -40 && story.pan(17) === -30 && story.pan(18) === -20);
    expect(story.pan(20)).toBe(5);
    await page.keyboard.press("Control+z");
    await until("back", () => story.pan(16) === -35);
    await page.keyboard.press("]");
    const value = story.lane("Pan").getByLabel("Pan value", { exact: true });
    await until("one head has its own value", async () => (await value.inputValue()) === "-35");
    await page.keyboard.press("]");
    await until("and the next", async () => (await value.inputValue()) === "-25");
  });
});

describe("what was taken up", () => {
  it("is the whole stage by one act, head for head, and one undo drops it", async () => {
    const { page } = story;
    const before = stage();
    await page.getByRole("button", { name: "Take up the stage" }).click();
    await page.getByText(/\d+ strokes?, live on stage/).waitFor();
    await pause(300);
    expect(stage()).toBe(before);
    await page.keyboard.press("Control+z");
    await page.getByText("Your sketch is empty.").waitFor();
    expect(stage()).toBe(before);
  });

  it("goes back into the cue that it came from", async () => {
    const { page } = story;
    await pickGroup(page, "Rib 3 spots");
    await addLane(page, "Pan");
    await setLane(page, "Pan", "+10");
    await until("moved", () => story.pan(16) === -25);
    await page.getByRole("button", { name: /Put back into Standing 1/ }).click();
    await page.getByText("Your sketch is empty.").waitFor();
    await pause(300);
    expect([story.pan(16), story.pan(23)]).toEqual([-25, 45]);
    await page.keyboard.press("Control+z");
    await until(
      "the cue is as it was; the sketch has it again",
      async () => (await page.getByText("1 stroke, live on stage").count()) === 1,
    );
    await page.keyboard.press("Shift+Escape");
    await until("the cue as it was", () => story.pan(16) === -35);
  });

  it("is told when somebody else's later touch lies over it, on the lane and on the head", async () => {
    const { page } = story;
    await pickGroup(page, "Rib 3 spots");
    await setLane(page, "Pan", "-20..20");
    await until("mine", () => story.pan(16) === -20);
    const tomasz = await signedIn(story.browser, story.url, "tomasz");
    await tomasz.getByRole("link", { name: "Build" }).click();
    await pickGroup(tomasz, "Rib 3 spots");
    await setLane(tomasz, "Pan", "30");
    await until("his touch is later", () => story.pan(16) === 30);
    await story.lane("Pan").getByText("▬ Tomasz has 30 ° here now").waitFor();
    expect(await story.stage.getAttribute("data-overruled")).toBe("8");
    await setLane(page, "Pan", "-20..25");
    await until("mine again", () => story.pan(16) === -20);
    await tomasz.getByText("▬ Ines has other values here now").waitFor();
    await until("no longer told here", async () => (await story.stage.getAttribute("data-overruled")) === "0");
    await tomasz.keyboard.press("Shift+Escape");
    await tomasz.context().close();
  });
});

describe("lanes that unfold", () => {
  it("show when and how it moves below the values, and fold to a thumbnail", async () => {
    const { page } = story;
    await pickGroup(page, "Rib 3 spots");
    await setLane(page, "Dimmer", "20..100");
    expect(await page.getByRole("region", { name: "Dimmer: when" }).count()).toBe(0);
    await story.unfold("Dimmer", "when");
    // Drawing one end of a flat edge makes a fan of it.
    await page.getByRole("slider", { name: "Dimmer delay, knot 2 of 2" }).press("PageUp");
    await until("the delay is a fan", async () => (await page.getByLabel("Dimmer delay", { exact: true }).inputValue()) === "0..0.5");
    await page.getByRole("slider", { name: "Dimmer fade, knot 1 of 2" }).press("PageDown");
    await until("so is the fade", async () => (await page.getByLabel("Dimmer fade", { exact: true }).inputValue()) === "0.5..1");
    await page.getByRole("button", { name: "Dimmer: when" }).click();
    await page.getByText("delay 0..0.5 s, fade 0.5..1 s").waitFor();
    await story.unfold("Dimmer", "how it moves");
    await page.getByRole("button", { name: "Make it move" }).click();
    await page.getByRole("button", { name: "Add motion to Dimmer" }).click();
    const phase = page.getByRole("slider", { name: "Dimmer phase, knot 2 of 2" });
    const before = Number(await phase.getAttribute("aria-valuenow"));
    await phase.press("ArrowUp");
    await until("the phase follows", async () => Number(await phase.getAttribute("aria-valuenow")) === before + 1);
    await phase.press("Shift+ArrowUp");
    await until("and finer with Shift", async () => Number(await phase.getAttribute("aria-valuenow")) === before + 1.1);
    await page.getByRole("img", { name: /Weave of Dimmer/ }).waitFor();
  });

  it("say which of set and add is meant, read units, colours and presets by name, and tell the range of what they don't understand", async () => {
    const { page } = story;
    await pickGroup(page, "Rib 3 spots");
    await setLane(page, "Pan", "90 deg");
    await until("90 degrees", () => story.pan(16) === 90);
    const value = story.lane("Pan").getByLabel("Pan value", { exact: true });
    await value.fill("-10");
    await story.lane("Pan").getByRole("button", { name: "set", exact: true }).click();
    await story.lane("Pan").getByRole("button", { name: "add", exact: true }).waitFor();
    await value.press("Enter");
    await until("ten less", () => story.pan(16) === 80);
    await value.fill("sideways");
    await value.press("Enter");
    await page
      .getByRole("alert")
      .filter({ hasText: /“sideways” isn't a number.*-270 to 270 °/ })
      .waitFor();
    expect(await value.inputValue()).toBe("80");
    await page.mouse.click(700, 20);
    await until("told until the next touch", async () => (await page.getByRole("alert").filter({ hasText: "sideways" }).count()) === 0);
    await addLane(page, "Colour");
    const colour = page.getByLabel("Colour value");
    await colour.fill("#f00..amber");
    await colour.press("Enter");
    await until("both", async () => (await colour.inputValue()) === "#ff0000..#ffa000");
    await colour.fill("amber to #0040ff");
    await colour.press("Enter");
    await until("the other way round", async () => (await colour.inputValue()) === "#ffa000..#0040ff");
    await colour.fill("#f00 > amber");
    await colour.press("Enter");
    await until("and back", async () => (await colour.inputValue()) === "#ff0000..#ffa000");
    await colour.fill("mauvish");
    await colour.press("Enter");
    await page
      .getByRole("alert")
      .filter({ hasText: /“mauvish” is neither colours/ })
      .waitFor();
    expect(await colour.inputValue()).toBe("#ff0000..#ffa000");
  });

  it("take what is typed though the stage moves meanwhile", async () => {
    const { page } = story;
    const tomasz = await signedIn(story.browser, story.url, "tomasz");
    await pickGroup(tomasz, "Rib 3 spots");
    await setLane(tomasz, "Colour", "#00ff00");
    await pickGroup(page, "Rib 3 spots");
    await addLane(page, "Colour");
    const colour = page.getByLabel("Colour value");
    const lane = story.lane("Colour");
    await until("the lane shows his", async () => (await colour.inputValue()) === "#00ff00");
    expect(await lane.getAttribute("data-standing")).toBe("as on stage");
    await colour.fill("#ff0000");
    await setLane(tomasz, "Colour", "#0000ff");
    // The lane has looked at the stage again: its other half shows his new colour.
    await pause(800);
    expect(await page.getByRole("alertdialog").count()).toBe(0);
    expect(await colour.inputValue()).toBe("#ff0000");
    await colour.press("Enter");
    await until("it is taken", async () => (await lane.getAttribute("data-standing")) === "in the sketch");
    expect(await colour.inputValue()).toBe("#ff0000");
    await tomasz.context().close();
  });
});
