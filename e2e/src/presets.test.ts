import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { choose } from "./choose";
import { BuildStory } from "./build-story";
import { spotOctet } from "./demo-patch";
import { addLane, message, pickGroup, setLane } from "./people";
import { pause, settled, until } from "./until";

/** Story 3: presets that stay linked, whole colours, points on stage. */
let story: BuildStory;
beforeAll(async () => {
  story = await BuildStory.begin();
  await story.page.getByRole("tab", { name: "Presets" }).click();
});
afterAll(async () => {
  expect(story.page.errors).toEqual([]);
  await story.end();
});
beforeEach(() => story.fresh());

const shelf = () => story.page.getByRole("region", { name: "Shelf" });
const preset = (name: string) =>
  shelf()
    .getByRole("button", { name: new RegExp(`^${name} `) })
    .first();
const flags = (spot: number): string => [8, 9, 10].map((slot) => spotOctet(story.levels, spot, slot)).join(" ");

describe("presets", () => {
  it("are laid on a selection by touch, fanned between with Shift, and named in the lane", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    await preset("Ember").click();
    await until(
      "the ribs are orange: no cyan, much yellow",
      () => spotOctet(story.levels, 16, 8) === 0 && spotOctet(story.levels, 16, 10) > 200,
    );
    const ember = flags(16);
    await preset("Dusk").click({ modifiers: ["Shift"] });
    await story.lane("Colour").getByText("∞ Ember..Dusk").waitFor();
    await until("the first is Ember still, the last is not", () => flags(16) === ember && flags(23) !== ember);
    expect(flags(19)).not.toBe(flags(23));
  });

  it("change on stage at once wherever they are used, also in a cue that plays, and give everything back on undo", async () => {
    await story.page.getByRole("link", { name: "Perform" }).click();
    await story.page.getByRole("article", { name: "Root run" }).getByRole("button", { name: "Go", exact: true }).click();
    await story.page.getByRole("link", { name: "Build" }).click();
    // The first floor wash: pan, tilt, dimmer in two slots each, shutter, then red, green, blue, white.
    const wash = (): string => [7, 8, 9, 10].map((slot) => story.levels(11)?.[slot]).join(" ");
    // Ember is far from white: the fade of half a second has ended when nothing moves any more.
    let last = "";
    await until("Root run shows Ember on the washes", async () => {
      const same = wash() === last && story.levels(11)![9]! < 200;
      last = wash();
      await pause(300);
      return same;
    });
    const before = wash();
    await preset("Ember").hover();
    await story.page.getByRole("button", { name: "Change the preset Ember" }).click();
    await story.page.getByText("∞ cue Phased chase").waitFor();
    await story.page.getByLabel("Colour of the preset").fill("#2060ff");
    await until("the washes turn blue", () => story.levels(11)![9] === 255 && story.levels(11)![7]! < 120);
    await story.page.keyboard.press("Escape");
    await story.page.keyboard.press("Control+z");
    await until("and back", () => wash() === before);
    // "Used by" leads to the cue, in the list that plays it.
    await story.page.getByRole("button", { name: "Change the preset Ember" }).click();
    await story.page.getByRole("button", { name: "cue Phased chase" }).click();
    await story.page.getByRole("region", { name: "Cues of Root run" }).waitFor();
    await story.page.getByRole("option", { name: /Phased chase/, selected: true }).waitFor();
    await story.page.getByRole("link", { name: "Perform" }).click();
    await story.page.getByRole("article", { name: "Root run" }).getByRole("button", { name: "Let go" }).click();
    await story.page.getByRole("link", { name: "Build" }).click();
  });

  it("reach three kinds of lamps in one running cue, each with its own emitters", async () => {
    const { page } = story;
    for (const group of ["Rib 3 spots", "Floor washes", "Fern uplights"]) {
      await pickGroup(page, group);
      await preset("Lantern").click();
      await setLane(page, "Dimmer", "80");
    }
    await page.getByRole("button", { name: "Record cue" }).first().click();
    await choose(page.getByLabel("Cue list"), "");
    await page.getByLabel("Name of the list").fill("Warm house");
    await story.typeIn("In, seconds", "0");
    await page.keyboard.press("Shift+Escape");
    await page.getByRole("link", { name: "Perform" }).click();
    await page.getByRole("button", { name: "Arrange" }).click();
    await page.getByRole("button", { name: "Add a card" }).click();
    await page.getByRole("menuitem", { name: /Warm house/ }).click();
    await page.getByRole("button", { name: "Done" }).click();
    await page.getByRole("article", { name: "Warm house" }).getByRole("button", { name: "Go", exact: true }).click();
    await page.getByRole("link", { name: "Build" }).click();
    // Spot: cyan, magenta, yellow flags. Wash: red, green, blue, white. Uplight: red, green, blue, amber, lime.
    const spot = (): string => flags(16);
    const wash = (): string => [7, 8, 9, 10].map((slot) => story.levels(11)?.[slot]).join(" ");
    const fern = (): string => [1, 2, 3, 4, 5].map((slot) => story.levels(12)?.[slot]).join(" ");
    await until("warm on all three", () => spot() !== "0 0 0" && story.levels(11)![9]! < 60 && story.levels(12)![3]! < 60);
    const before = [spot(), wash(), fern()];
    await page.getByRole("button", { name: "Change the preset Lantern" }).click();
    await page.getByLabel("Colour of the preset").fill("#3050ff");
    await until("all three follow", () => spot() !== before[0] && wash() !== before[1] && fern() !== before[2]);
    await until(
      "blue is full where there is a blue emitter, and no cyan hides the spots",
      () => story.levels(11)![9] === 255 && story.levels(12)![3] === 255 && spotOctet(story.levels, 16, 10) < 20,
    );
    await page.keyboard.press("Escape");
    await page.getByRole("link", { name: "Perform" }).click();
    await page.getByRole("article", { name: "Warm house" }).getByRole("button", { name: "Let go" }).click();
    await page.getByRole("link", { name: "Build" }).click();
  });

  it("are kept from the lanes with a fitting scope, named by what they say, and laid elsewhere", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    await addLane(story.page, "Colour");
    await story.typeIn("Colour value", "#ff0000");
    await story.page.getByRole("button", { name: "Keep the lanes as a preset" }).click();
    expect(await story.page.getByLabel("Fits").getAttribute("data-value")).toBe("universal");
    await story.page.getByRole("button", { name: "Keep preset" }).click();
    await preset("deep red").waitFor();
    await story.fresh();
    await story.find("101..104");
    await preset("deep red").click();
    await until("four other heads are red", () => flags(0) === "0 255 255" && flags(3) === "0 255 255");
    await story.fresh();
    await pickGroup(story.page, "Rib 3 spots");
    await setLane(story.page, "Pan", "-35..35");
    await story.page.getByRole("button", { name: "Keep the lanes as a preset" }).click();
    expect(await story.page.getByLabel("Fits").getAttribute("data-value")).toBe("per head");
    await story.page.getByLabel("Name of the new preset").fill("Rib 3 open");
    await story.page.getByLabel("Name of the new preset").press("Enter");
    await preset("Rib 3 open").waitFor();
    await story.fresh();
    await story.find("308 + 301");
    await preset("Rib 3 open").click();
    await until("each head its own, whatever the order", () => story.pan(16) === -35 && story.pan(23) === 35);
  });

  it("are typed by name in the colour field, and nonsense there changes nothing", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    await addLane(story.page, "Colour");
    await story.typeIn("Colour value", "moss..dusk");
    await story.lane("Colour").getByText("∞ Moss..Dusk").waitFor();
    await story.lane("Colour").getByRole("button", { name: "unlink" }).click();
    const field = story.page.getByLabel("Colour value");
    expect(await field.inputValue()).toBe("#40b050..#5a40e0");
    await story.typeIn("Colour value", "#40b050..mauvish");
    await message(story.page, /“#40b050\.\.mauvish” is neither colours such as/).waitFor();
    expect(await field.inputValue()).toBe("#40b050..#5a40e0");
  });

  it("aren't all: a value is said with its attribute, before there is any lane and in any lane's field", async () => {
    await story.find("91");
    const said = story.page.getByLabel("Attribute and value");
    await said.fill("strobe eight");
    await said.press("Enter");
    await message(story.page, /“strobe eight” names none of these heads’ attributes with a value/).waitFor();
    await said.fill("strobe 8 Hz");
    await said.press("Enter");
    await story.lane("Strobe rate").waitFor();
    const rate = story.page.getByLabel("Strobe rate value", { exact: true });
    expect(await rate.inputValue()).toBe("8");
    await rate.fill("dim 60%");
    await rate.press("Enter");
    await story.lane("Dimmer").waitFor();
    expect(await story.page.getByLabel("Dimmer value", { exact: true }).inputValue()).toBe("60");
    expect(await rate.inputValue()).toBe("8");
    // The first strobe, behind four blinders of two slots: intensity, then its rate, eight of twenty hertz.
    await until("both are on the wire", () => story.levels(13)?.[8] === 153 && story.levels(13)?.[9] === 102);
  });

  it("in use are deleted only with their content written in, and nothing on stage changes", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    await preset("Frostlight").click();
    await until("it shows", () => flags(16) !== "0 0 0");
    const before = flags(16);
    await story.page.getByRole("button", { name: "Change the preset Frostlight" }).click();
    await story.page.getByText("∞ the sketch of Ines").waitFor();
    await story.page.getByRole("button", { name: "Delete it…" }).click();
    const question = story.page.getByRole("alertdialog");
    await question.getByText("∞ the sketch of Ines").waitFor();
    await question.getByRole("button", { name: "Keep it" }).click();
    expect(await preset("Frostlight").count()).toBe(1);
    await story.page.getByRole("button", { name: "Delete it…" }).click();
    await question.getByRole("button", { name: "Write in and delete" }).click();
    await until("it is gone from the shelf", async () => (await preset("Frostlight").count()) === 0);
    await story.page.getByLabel("Colour value").waitFor();
    expect(flags(16)).toBe(before);
  });

  it("are merged: what used the one uses the other, after a look at who that is", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    await preset("Ember").click();
    await until("it is orange", () => spotOctet(story.levels, 16, 10) > 200);
    const ember = flags(16);
    await preset("Ember").hover();
    await story.page.getByRole("button", { name: "Change the preset Ember" }).click();
    await choose(story.page.getByLabel("Use another one in its place"), { label: "Moss" });
    await story.page.getByRole("alertdialog").getByText("∞ the sketch of Ines").waitFor();
    await story.page.getByRole("button", { name: "Merge", exact: true }).click();
    await story.lane("Colour").getByText("∞ Moss").waitFor();
    await until("the stage follows", () => flags(16) !== ember);
    await story.page.keyboard.press("Control+z");
    await story.lane("Colour").getByText("∞ Ember").waitFor();
    await until("and comes back in one step", () => flags(16) === ember);
  });

  it("are dragged onto a group and onto a head of the stage", async () => {
    await preset("Moss").dragTo(
      story.page.getByRole("complementary", { name: "Cast" }).getByRole("button", { name: "Rib 3 spots" }).first(),
    );
    await until("the group has it", () => flags(16) !== "0 0 0");
    await story.fresh();
    await until("wiped", () => flags(16) === "0 0 0");
    await pickGroup(story.page, "Rib 3 spots");
    const [[x, y]] = await story.threadEnds();
    const box = (await story.stage.boundingBox())!;
    await story.page.keyboard.press("Escape");
    await preset("Moss").dragTo(story.stage, { targetPosition: { x: x + 15 - box.x, y: y - box.y } });
    await until("the one head has it, its neighbour has not", () => flags(16) !== "0 0 0" && flags(17) === "0 0 0");
  });
});

describe("the colour picker", () => {
  it("shows what each kind of lamp makes of a colour, by diagram, temperature and sliders", async () => {
    const { page } = story;
    await pickGroup(page, "Rib 3 spots");
    await page.getByRole("button", { name: "Fern uplights 24" }).click({ modifiers: ["Control"] });
    await addLane(page, "Colour");
    await page.getByRole("button", { name: "Pick a colour" }).click();
    const sheet = page.getByRole("dialog", { name: "Pick a colour" });
    await sheet.getByText("Heron 400 Profile").waitFor();
    await sheet.getByText("Sprig 5").waitFor();
    // From 1,800: one page of ten steps of 50, and eight steps.
    for (const key of ["Home", "PageUp", ...Array<string>(8).fill("ArrowRight")]) await sheet.getByLabel("Kelvin").press(key);
    await sheet.getByText(/27\d0 K/).waitFor();
    await until(
      "warm white: red and amber full on the uplights, blue low",
      () => story.levels(12)![1] === 255 && story.levels(12)![4] === 255 && story.levels(12)![3]! < 100,
    );
    await sheet.getByRole("application", { name: /Diagram/ }).click({ position: { x: 84, y: 120 } });
    await until("now it is blue", () => story.levels(12)![3]! > 200);
    const blue = await settled(() => flags(16));
    // Deep green lies beyond the spots' triangle: they say how far off they are, and can be made to look alike.
    await sheet.getByRole("application", { name: /Diagram/ }).click({ position: { x: 36, y: 12 } });
    await sheet
      .getByText(/▬ ΔE \d/)
      .first()
      .waitFor();
    // The page says so before the light has left.
    await until("the spots are green", () => flags(16) !== blue);
    const best = await settled(() => flags(16));
    await sheet.getByRole("radio", { name: "Look alike" }).click();
    await until("all are alike", async () => (await sheet.getByText(/▬ ΔE/).count()) === 0 && flags(16) !== best);
    await sheet.getByRole("radio", { name: "Each its best" }).click();
    await until("each its best is another colour", () => flags(16) === best);
    // Raw emitters lie over the mix: red alone rises, the others stay.
    await sheet.getByText("Raw emitters").click();
    const green = story.levels(12)![2];
    // Home, and five pages of ten hundredths.
    for (const key of ["Home", ...Array<string>(5).fill("PageUp")]) await sheet.getByLabel("Red", { exact: true }).press(key);
    await until("red at half", () => story.levels(12)![1] === 128 && story.levels(12)![2] === green);
    await page.keyboard.press("Escape");
  });

  it("takes a preset dropped on a knot", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    await addLane(story.page, "Colour");
    await story.typeIn("Colour value", "#ff0000..#00ff00");
    await preset("Dusk").dragTo(story.page.getByLabel("Colour, colour 2 of 2"));
    await until("the second knot is Dusk", async () => (await story.page.getByLabel("Colour value").inputValue()) === "#ff0000..#5a40e0");
  });
});
