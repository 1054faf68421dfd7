import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { choose } from "./choose";
import { BuildStory } from "./build-story";
import { message, pickGroup, setLane } from "./people";
import { ScoreStory } from "./score-story";
import { pause, until } from "./until";

/** Story: while the stage is dark, heads go quietly to where the next cue lights them. */
let story: BuildStory;
let score: ScoreStory;
beforeAll(async () => {
  story = await BuildStory.begin();
  score = new ScoreStory(story.page);
});
afterAll(async () => {
  expect(story.page.errors).toEqual([]);
  await story.end();
});

/** The first spot of rib 3, counted from 0. */
const SPOT = 16;

async function record(group: string, lanes: readonly (readonly [lane: string, value: string])[]): Promise<void> {
  const { page } = story;
  await story.fresh();
  await pickGroup(page, group);
  for (const [lane, value] of lanes) await setLane(page, lane, value);
  await page.getByRole("button", { name: "Record cue" }).first().click();
  const list = page.getByRole("combobox", { name: /^Cue list/ });
  await list.waitFor();
  await list.click();
  const dawn = page.getByRole("option", { name: "Dawn", exact: true });
  if ((await dawn.count()) > 0) await dawn.click();
  else {
    await page.keyboard.press("Escape");
    await choose(list, "");
    await page.getByLabel("Name of the list").fill("Dawn");
    await choose(page.getByLabel("And a card on"), { label: "Main page" });
  }
  await page.getByLabel("In, seconds").fill("0.5");
  await page.getByLabel("In, seconds").press("Enter");
  await message(page, /Recorded as cue \d of Dawn/)
    .first()
    .waitFor();
}

describe("moving in the dark", () => {
  it("is switched on for a list: dark heads go ahead on the wire, the chart and Trace tell, and the cue finds them there", async () => {
    const { page } = story;
    await record("Floor washes", [["Dimmer", "50"]]);
    await record("Rib 3 spots", [
      ["Dimmer", "80"],
      ["Pan", "60"],
    ]);
    await story.fresh();
    await score.open("Dawn");
    const run = score.run("Dawn");
    await run.getByRole("button", { name: "Go", exact: true }).click();
    await pause(1500);
    expect(story.pan(SPOT)).toBe(0);
    await page.getByRole("button", { name: "Moves in the dark" }).click();
    for (const [label, text] of [
      ["Dark for, seconds", "0.2"],
      ["Moves in, seconds", "1"],
    ] as const) {
      await page.getByLabel(label).fill(text);
      await page.getByLabel(label).press("Enter");
    }
    // The cue is called anew: what its list wants holds from the next one on that comes to rest.
    await score.row(1).click();
    await run.getByRole("button", { name: "Go to 1" }).click();
    await page.getByText(/● 8 heads of the dark heads go ahead to cue 2/).waitFor();
    await until("they are there, dark", () => story.pan(SPOT) === 60);
    expect(story.dimmer(SPOT)).toBe(0);
    // Another cue is called: they go back.
    await run.getByRole("button", { name: "Let go", exact: false }).click();
    await until("back at home", () => story.pan(SPOT) === 0);
    await run.getByRole("button", { name: "Go", exact: true }).click();
    await until("there again", () => story.pan(SPOT) === 60);
    story.node.collect();
    await run.getByRole("button", { name: "Go", exact: true }).click();
    await until("lit", () => Math.abs(story.dimmer(SPOT) - 0.8) < 0.01);
    expect(story.pan(SPOT)).toBe(60);
    // A cue that wants nothing ahead has nothing.
    await run.getByRole("button", { name: "Let go", exact: false }).click();
    await score.row(2).click();
    await score.sheet.getByRole("button", { name: "nothing ahead" }).click();
    await until("home", () => story.pan(SPOT) === 0);
    await run.getByRole("button", { name: "Go", exact: true }).click();
    await pause(2500);
    expect(story.pan(SPOT)).toBe(0);
  });
});
