import type { Locator } from "playwright-core";
import { choose } from "./choose";
import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { BuildStory } from "./build-story";
import { message, pickGroup } from "./people";
import { spotValue } from "./demo-patch";
import { pause, until } from "./until";

/** Story 4: motions. Paths in metres with handles, waves that are drawn, steps of presets, in step and phased. */
let story: BuildStory;
beforeAll(async () => {
  story = await BuildStory.begin();
});
afterAll(async () => {
  expect(story.page.errors).toEqual([]);
  await story.end();
});

const column = (): Locator => story.page.getByRole("complementary", { name: "Presets, motion and recording" });
const motionOf = async (label: string): Promise<void> => {
  await story.page.getByRole("tab", { name: "Motion" }).click();
  await choose(column().getByLabel("Motion of", { exact: true }), { label });
};
const add = (label: string): Promise<void> =>
  column()
    .getByRole("button", { name: `Add motion to ${label}` })
    .click();
const tilt = (spot: number): number => 270 * spotValue(story.levels, spot, 3) - 135;
const turnsOf = (spot: number): string => `${story.pan(spot)} ${tilt(spot).toFixed(2)}`;
/** Whether what is measured changes within a while. */
const changes = async (measure: () => unknown, ms = 400): Promise<boolean> => {
  const first = JSON.stringify(measure());
  for (let waited = 0; waited < ms; waited += 20) {
    if (JSON.stringify(measure()) !== first) return true;
    await pause(20);
  }
  return false;
};
const master = (name: string): Locator => story.page.getByRole("article", { name: `Speed master ${name}` });

describe("a circle on the floor and a dimmer wave, each on its own master", () => {
  it("is built in the motion column, and shows on the stage and in the weave before it runs", async () => {
    await story.fresh();
    await pickGroup(story.page, "Rib spots");
    await motionOf("Position");
    await choose(column().getByLabel("Drawn on"), { label: "floor, or level" });
    await column().getByRole("button", { name: "from the ends" }).click();
    await choose(column().getByLabel("Driven by"), { label: "Breath" });
    await column()
      .getByRole("img", { name: /circle 4 × 4 m, 56 heads by 8 beats/ })
      .waitFor();
    expect(await changes(() => turnsOf(3))).toBe(false);
    await add("Position");
    await until("the spots move", () => changes(() => turnsOf(3)));
    await motionOf("Dimmer");
    await choose(column().getByLabel("Waveform"), "sine");
    await choose(column().getByLabel("Driven by"), { label: "Pulse" });
    await add("Dimmer");
    await until("the dimmers move", () => changes(() => story.dimmer(3)));
    // Folded: heads that mirror each other about the middle of the thread are at the same place of the cycle.
    await until("mirrored heads are alike", () => Math.abs(story.dimmer(4) - story.dimmer(51)) > 0.001);
  });

  it("is moved, stretched and turned by its handles, a drag being one step to take back", async () => {
    await motionOf("Position");
    const centre = column().getByLabel("Centre", { exact: true });
    const handles = async (): Promise<Record<string, [number, number]>> =>
      JSON.parse((await story.stage.getAttribute("data-handles"))!) as Record<string, [number, number]>;
    const drag = async (name: string, by: { x: number; y: number }): Promise<void> => {
      const [x, y] = (await handles())[name]!;
      await story.drag(story.stage, { x, y }, by);
    };
    expect(await centre.inputValue()).toBe("0,6,0");
    await drag("centre", { x: 60, y: -30 });
    await until("it is further right and upstage", async () => {
      const [x, y] = (await centre.inputValue()).split(",").map(Number);
      return x! > 1 && y! > 6.5;
    });
    await drag("width", { x: 40, y: 0 });
    await until("it is wider", async () => Number(await column().getByLabel("Width, m").inputValue()) > 5);
    expect(await column().getByLabel("Height, m").inputValue()).toBe("4");
    await drag("turn", { x: -60, y: -60 });
    await until("it is turned", async () => Number(await column().getByLabel("Turn, degrees").inputValue()) > 20);
    await story.page.keyboard.press("Control+z");
    await until("one step turns it back", async () => (await column().getByLabel("Turn, degrees").inputValue()) === "0");
    await story.typeIn("Centre", "0,6,0");
    await story.typeIn("Centre", "there");
    await message(story.page, /“there” isn't a place on stage/).waitFor();
    expect(await centre.inputValue()).toBe("0,6,0");
  });

  it("is recorded, played, held, released and re-synced, each master by itself", async () => {
    const { page } = story;
    await page.getByRole("button", { name: "Record cue" }).first().click();
    await choose(page.getByLabel("Cue list"), "");
    await page.getByLabel("Name of the list").fill("Circles");
    await page.getByLabel("In, seconds").fill("0");
    await page.getByLabel("In, seconds").press("Enter");
    await message(page, /Recorded as cue 1 of Circles/).waitFor();
    await story.fresh();
    await page.getByRole("link", { name: "Perform" }).click();
    await page.getByRole("button", { name: "Arrange" }).click();
    await page.getByRole("button", { name: "Add a card" }).click();
    await page
      .getByRole("menuitem", { name: /Circles/ })
      .first()
      .click();
    await page.getByRole("button", { name: "Done" }).click();
    await page.getByRole("article", { name: "Circles", exact: true }).getByRole("button", { name: "Go", exact: true }).click();
    await until("both move", async () => (await changes(() => turnsOf(3))) && changes(() => story.dimmer(3)));

    await master("Breath").getByRole("button", { name: "hold" }).click();
    await master("Breath").getByText("■ held").waitFor();
    await until("the circle stands still", async () => !(await changes(() => turnsOf(3))));
    expect(await changes(() => story.dimmer(3))).toBe(true);

    await page.getByRole("button", { name: "More of Breath" }).click();
    await page.getByRole("button", { name: "Release" }).click();
    await until("released, it runs at its own speed", () => changes(() => turnsOf(3)));
    await page.getByRole("button", { name: "Take back" }).click();
    await until("taken back, it comes to a stand", async () => !(await changes(() => turnsOf(3))));
    await page.keyboard.press("Escape");
    await master("Breath").getByRole("button", { name: "run" }).click();

    await master("Pulse").getByRole("button", { name: "hold" }).click();
    await until("the wave stands still", async () => !(await changes(() => story.dimmer(3))));
    await master("Pulse").getByRole("button", { name: "re-sync" }).click();
    // At phase 0 the first head of a sine stands in the middle of its swing.
    await until("the wave is at its beginning", () => Math.abs(story.dimmer(0) - 0.5) < 0.01);
    await master("Pulse").getByRole("button", { name: "run" }).click();
    await page.getByRole("button", { name: "Re-sync all" }).click();
    await until("all run", async () => (await changes(() => turnsOf(3))) && changes(() => story.dimmer(3)));
    await page.getByRole("button", { name: "Let all of mine go" }).click();
    await page.getByRole("link", { name: "Build" }).click();
  });
});

describe("motions of one attribute", () => {
  beforeEach(() => story.fresh());

  it("are drawn by points that can be dragged and named, and every motion that uses them follows", async () => {
    const { page } = story;
    await pickGroup(page, "Rib 3 spots");
    await motionOf("Dimmer");
    await choose(column().getByLabel("Waveform"), "triangle");
    await column().getByRole("button", { name: "together" }).click();
    await column().getByRole("button", { name: "Draw one like this" }).click();
    const drawn = column().getByRole("group", { name: /^Waveform Drawn/ });
    await drawn.waitFor();
    await add("Dimmer");
    // All points down but the first: it is a short flash. Then all points up: it is full all the time.
    const points = drawn.getByRole("slider");
    const count = await points.count();
    expect(count).toBe(8);
    await points.last().scrollIntoViewIfNeeded();
    for (let index = 0; index < count; index++) {
      const box = (await points.nth(index).boundingBox())!;
      await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
      await page.mouse.down();
      await page.mouse.move(box.x + box.width / 2, box.y - 200, { steps: 3 });
      await page.mouse.up();
    }
    await until("the heads are full and stay", async () => story.dimmer(16) === 1 && !(await changes(() => story.dimmer(16), 900)));
    await drawn.getByLabel("Name of the waveform").fill("Plateau");
    await drawn.getByLabel("Name of the waveform").press("Enter");
    await column().getByRole("group", { name: "Waveform Plateau" }).waitFor();
    expect(await column().getByLabel("Waveform").first().textContent()).toBe("∞ Plateau");
  });

  it("go through presets as steps, which are added, dragged to another place, and dropped on from the shelf", async () => {
    const { page } = story;
    await pickGroup(page, "Floor washes");
    await motionOf("Colour");
    const step = (number: number): Locator => column().getByRole("listitem", { name: `Step ${number}` });
    const shown = async (): Promise<(string | null)[]> =>
      Promise.all((await column().getByRole("listitem").all()).map((row) => row.getByRole("combobox").textContent()));
    expect(await shown()).toEqual(["Ember", "Moss"]);
    await column().getByRole("button", { name: "Another step" }).click();
    const asks = column().getByRole("group", { name: "New step" });
    expect(await step(3).count()).toBe(0);
    await choose(asks.getByRole("combobox"), { label: "Dusk" });
    await step(3).waitFor();
    // One as the stage is now: all washes have the same colour, so it needs no preset.
    await column().getByRole("button", { name: "Another step" }).click();
    await asks.getByRole("button", { name: "from the stage" }).click();
    await step(4).getByLabel("Colour of step 4").waitFor();
    await step(4).getByRole("button", { name: "Take step 4 out" }).click();
    await column().getByLabel("One round in").fill("0.5 beats");
    await column().getByLabel("One round in").press("Enter");
    await until("two steps a beat", async () => (await column().getByLabel("One round in").inputValue()) === "0.5");
    await column().getByLabel("One round in").fill("1");
    await column().getByLabel("One round in").press("Enter");
    const wash = (): string => [7, 8, 9, 10].map((slot) => story.levels(11)?.[slot]).join(" ");
    const before = wash();
    await add("Colour");
    await until("it runs", () => wash() !== before);
    const seen = new Set<string>();
    for (let look = 0; look < 150; look++) {
      seen.add(wash());
      await pause(20);
    }
    expect(seen.size).toBe(3);

    const grip = (await column().getByRole("button", { name: "Move step 3" }).boundingBox())!;
    const target = (await step(1).boundingBox())!;
    await page.mouse.move(grip.x + 5, grip.y + 8);
    await page.mouse.down();
    await page.mouse.move(grip.x + 5, target.y + 4, { steps: 8 });
    await page.mouse.up();
    await until("Dusk comes first", async () => JSON.stringify(await shown()) === JSON.stringify(["Dusk", "Ember", "Moss"]));

    await page.getByRole("tab", { name: "Presets" }).click();
    const frostlight = page
      .getByRole("region", { name: "Shelf" })
      .getByRole("button", { name: /^Frostlight/ })
      .first();
    await frostlight.scrollIntoViewIfNeeded();
    const from = (await frostlight.boundingBox())!;
    const tab = (await page.getByRole("tab", { name: "Motion" }).boundingBox())!;
    await page.mouse.move(from.x + 40, from.y + 12);
    await page.mouse.down();
    await page.mouse.move(tab.x + 30, tab.y + 10, { steps: 6 });
    await step(2).waitFor();
    const second = (await step(2).boundingBox())!;
    await page.mouse.move(second.x + 60, second.y + 10, { steps: 6 });
    await page.mouse.up();
    await until("the second step is Frostlight", async () => (await shown())[1] === "Frostlight");
  });

  it("run in step with another of the same stroke: one rate for both", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    await motionOf("Dimmer");
    await add("Dimmer");
    await motionOf("Tilt");
    await add("Tilt");
    await column().getByRole("group", { name: "In step with" }).getByRole("button", { name: "Dimmer" }).click();
    await choose(column().getByLabel("One cycle"), { label: "every 16 beats" });
    await motionOf("Dimmer");
    expect(await column().getByLabel("One cycle").textContent()).toBe("every 16 beats");
    await column().getByRole("group", { name: "In step with" }).getByRole("button", { name: "Tilt" }).click();
    await choose(column().getByLabel("One cycle"), { label: "every beat" });
    await motionOf("Tilt");
    expect(await column().getByLabel("One cycle").textContent()).toBe("every 16 beats");
  });

  it("refuse what makes no sense, and keep what was there", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    await motionOf("Position");
    for (const [label, typed, kept] of [
      ["Width, degrees", "-4", "40"],
      ["Height, degrees", "wide", "40"],
      ["Turn, degrees", "1..2", "0"],
    ] as const) {
      const field = column().getByLabel(label);
      await field.fill(typed);
      await field.press("Enter");
      await column().getByRole("alert").waitFor();
      await field.press("Escape");
      expect(await field.inputValue()).toBe(kept);
    }
  });

  it("are scrubbed in the weave: the stage shows that moment, the wire doesn't", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    await motionOf("Dimmer");
    const box = (await column()
      .getByRole("img", { name: /Weave before it runs/ })
      .boundingBox())!;
    await story.page.mouse.move(box.x + 30, box.y + 20);
    await story.page.mouse.down();
    await story.page.getByText("as it will be, not live").waitFor();
    expect(story.dimmer(16)).toBe(0);
    await story.page.mouse.up();
    await until("the stage is live again", async () => (await story.page.getByText("as it will be, not live").count()) === 0);
  });
});
