import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { BuildStory } from "./build-story";
import { spotValue } from "./demo-patch";
import { addLane, message, pickGroup } from "./people";
import { pause, until } from "./until";

/** Story 3b: positions as points on stage, typed, clicked and dragged, on the plan and in 3D. */
let story: BuildStory;
beforeAll(async () => {
  story = await BuildStory.begin();
});
afterAll(async () => {
  expect(story.page.errors).toEqual([]);
  await story.end();
});
beforeEach(() => story.fresh());

const tilt = (spot: number): number => 270 * spotValue(story.levels, spot, 3) - 135;

describe("points on stage", () => {
  it("are typed in metres: every head looks there", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    await addLane(story.page, "Position");
    await story.typeIn("Position value", "0,8,0");
    // Rib 3 hangs 8 m upstage: looking straight across to the middle, outer heads tilt more, and both halves mirror.
    await until(
      "outer heads tilt most",
      () => Math.abs(tilt(16)) > Math.abs(tilt(18)) + 5 && Math.abs(Math.abs(tilt(16)) - Math.abs(tilt(23))) < 0.05,
    );
    await story.typeIn("Position value", "here");
    await message(story.page, /“here” is neither a place on stage, nor a target, nor a preset/).waitFor();
    expect(await story.page.getByLabel("Position value").inputValue()).toBe("0,8,0");
    await story.typeIn("Position value", "0,8,90");
    await story
      .lane("Position")
      .getByText(/can't look there/)
      .waitFor();
  });

  it("are clicked and dragged on the plan, as one step to take back", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    await story.page.getByRole("button", { name: "Aim", exact: true }).click();
    await story.drag(story.stage, { x: 300, y: 330 }, { x: 160, y: 20 });
    const field = story.page.getByLabel("Position value");
    await until("it is a line of two points", async () => (await field.inputValue()).split("..").length === 2);
    await story.page.keyboard.press("Control+z");
    await until("one step takes it back", async () => (await field.count()) === 0);
    await story.page.getByRole("button", { name: "Box" }).click();
  });

  it("are clicked in 3D on the floor, which is where they are on the plan too", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    await story.page.keyboard.press("v");
    const view = story.page.getByRole("img", { name: /Stage in 3D/ });
    await view.waitFor();
    await story.page.getByRole("button", { name: "Turn the view" }).click();
    await story.drag(view, { x: 300, y: 200 }, { x: 60, y: 20 });
    await story.page.getByRole("button", { name: "Aim", exact: true }).click();
    await story.drag(view, { x: 380, y: 240 }, { x: 0, y: 0 });
    const field = story.page.getByLabel("Position value");
    await until("it is one point on the floor", async () => /^-?[\d.]+,-?[\d.]+,0$/.test(await field.inputValue()));
    await story.page.keyboard.press("v");
    await story.stage.waitFor();
    await story.page.getByRole("button", { name: "Box" }).click();
  });

  it("still hit their mark when the lead hangs the rib elsewhere; others may not hang anything", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    await addLane(story.page, "Position");
    await story.typeIn("Position value", "0,2,0");
    await until("they look downstage", () => Math.abs(tilt(19)) > 20);
    await pause(200);
    const before = tilt(19);
    await story.page.getByRole("button", { name: "Hang elsewhere" }).click();
    await story.drag(story.stage, { x: 300, y: 200 }, { x: 0, y: 60 });
    // Nearer to the point, the middle heads look down more steeply.
    await until("they have turned", () => Math.abs(tilt(19)) < Math.abs(before) - 5);
    expect(await story.page.getByLabel("Position value").inputValue()).toBe("0,2,0");
    await story.page.keyboard.press("Control+z");
    await until("one step hangs them back", () => Math.abs(tilt(19) - before) < 0.05);
    await story.page.getByRole("button", { name: "Box" }).click();
  });
});
