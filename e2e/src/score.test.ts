import type { Locator } from "playwright-core";
import { choose } from "./choose";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { BuildStory } from "./build-story";
import { message } from "./people";
import { recordSong, ScoreStory } from "./score-story";
import { pause, until } from "./until";

/** Story 5: a song of four cues, whose times are drawn, dragged and changed while they run; measured at the wire. */
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

const run = (): Locator => score.run("Song");
const press = (name: string): Promise<void> => run().getByRole("button", { name, exact: true }).click();
const near = (value: number, wanted: number, tolerance = 0.02): boolean => Math.abs(value - wanted) < tolerance;

describe("a song of four cues", () => {
  it("is recorded, and each cue is called by what it says until somebody names it", async () => {
    await recordSong(story, [
      ["100", "0"],
      ["20", "4"],
      ["60", "1"],
      ["0..100", "1"],
    ]);
    await score.open("Song");
    await until("all four are there", async () => (await score.rows.count()) === 4);
    await score.row(2).click();
    expect(await score.row(2).innerText()).toContain("Rib 3 spots Dimmer");
    await score.field("Name of the cue", "Down to embers");
    await until("it has its name", async () => (await score.row(2).innerText()).includes("Down to embers"));
  });

  it("takes the out-time for what goes down, keeps its place when times change in the middle, and shows both in the chart", async () => {
    await press("Go");
    await until("the first is full at once", () => story.dimmer(16) === 1);
    // Two within 0.4 s would be one.
    await pause(450);
    await press("Go");
    await until("half-way down", () => story.dimmer(16) < 0.6);
    await score.field("In", "20");
    const after = story.dimmer(16);
    await pause(1000);
    // What is left takes the new time: in a second it goes a twentieth of the whole way of 0.8.
    expect(near(story.dimmer(16), after - 0.04, 0.025)).toBe(true);
    await score.field("Out", "0.5");
    await until("with out at half a second it is there", () => near(story.dimmer(16), 0.2, 0.005));
    await story.page.getByText("all has arrived after 0.5 s").waitFor();
    await score.field("Out", "");
    await score.field("In", "2");
    await story.page.getByText("all has arrived after 2 s").waitFor();
    await score.field("In", "soon");
    await message(story.page, /“soon” is no time/).waitFor();
    expect(await score.sheet.getByLabel("In", { exact: true }).inputValue()).toBe("2");
  });

  it("has times in percent that stay percent, and ends that can be dragged in the chart as one step to take back", async () => {
    await score.field("Intensity in", "50%");
    const chart = story.page.getByRole("region", { name: "Times of cue 2" });
    await chart.getByText("1 s (50%)").waitFor();
    await score.field("In", "4");
    await chart.getByText("2 s (50%)").waitFor();
    const end = chart.getByRole("slider", { name: "End of Intensity" });
    const box = (await end.boundingBox())!;
    await story.page.mouse.move(box.x + 3, box.y + 5);
    await story.page.mouse.down();
    await story.page.mouse.move(box.x - 60, box.y + 5, { steps: 5 });
    await story.page.mouse.up();
    await until("it is shorter and still percent", async () => {
      const percent = Number((await score.sheet.getByLabel("Intensity in", { exact: true }).inputValue()).replace("%", ""));
      return percent > 10 && percent < 45;
    });
    await story.page.keyboard.press("Control+z");
    await until(
      "one step takes it back",
      async () => (await score.sheet.getByLabel("Intensity in", { exact: true }).inputValue()) === "50%",
    );
    await score.field("Intensity delay", "25%");
    await until(
      "it starts at 1 s",
      async () => (await chart.getByRole("slider", { name: "Start of Intensity" }).getAttribute("aria-valuetext")) === "1 s",
    );
    await chart.getByRole("button", { name: "Intensity" }).click();
    await chart.getByRole("slider", { name: "End of Rib 3 spots Dimmer" }).focus();
    await story.page.keyboard.press("ArrowRight");
    await until("the stroke has a time of its own", async () => (await chart.getByText("2.1 s").count()) > 0);
    await story.page.keyboard.press("Control+z");
    await score.field("Intensity delay", "");
    await score.field("Intensity in", "");
    await score.field("In", "1");
  });

  it("goes to any cue in its own time, a time of choice or as a cut, back, and pauses", async () => {
    await score.row(1).click();
    await run().getByLabel("Seconds for going there").fill("0");
    await press("Go to 1");
    await until("cut to full", () => story.dimmer(16) === 1);
    await score.row(3).click();
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
    await score.row(3).click();
    await choose(score.sheet.getByLabel("Comes with"), { label: "when the one before is done" });
    await score.row(4).click();
    await choose(score.sheet.getByLabel("Comes with"), { label: "some time after the one before" });
    await score.field("Wait", "2");
    await score.row(2).click();
    await score.field("In", "1");
    await story.page.getByRole("img", { name: /Next, cue 3: follows on/ }).waitFor();
    await score.row(1).click();
    await run().getByLabel("Seconds for going there").fill("0");
    await press("Go to 1");
    await run().getByLabel("Seconds for going there").fill("");
    await until("full", () => story.dimmer(16) === 1);
    story.node.collect();
    await press("Go");
    await until("cue 4 has taken it out", () => story.dimmer(16) === 0);
    // Cue 2 goes down to 20 % in 1 s, cue 3 follows on up to 60 % in 1 s, and cue 4 takes the first head down to nothing 2 s after the
    // go of cue 3. Every packet of a fade tells when it began; the median of them isn't moved by a late one.
    const levels = story.node
      .history(3)
      .map(({ atSeconds, levels: slots }) => ({ at: atSeconds, level: (slots[4]! * 256 + slots[5]!) / 65535 }));
    // Where it turns: down to here, up to there. A packet that the machine held up lies before its turn or behind it, and moves no median.
    const low = levels.findIndex(({ level }, at) => level < (levels[at + 1]?.level ?? 0));
    const high = levels.findIndex(({ level }, at) => at > low && level > (levels[at + 1]?.level ?? 1));
    const began = (packets: typeof levels, from: number, to: number): number => {
      const moments = packets
        .map(({ at, level }) => ({ at, part: (level - from) / (to - from) }))
        .filter(({ part }) => part > 0.1 && part < 0.9);
      expect(moments.length).toBeGreaterThan(10);
      const begins = moments.map(({ at, part }) => at - part).sort((one, other) => one - other);
      return begins[begins.length >> 1]!;
    };
    const second = began(levels.slice(0, low), 1, 0.2);
    const third = began(levels.slice(low, high), 0.2, 0.6);
    const fourth = began(levels.slice(high), 0.6, 0);
    expect(Math.abs(third - second - 1)).toBeLessThan(0.06);
    expect(Math.abs(fourth - third - 2)).toBeLessThan(0.06);
  });
});

describe("a list as a chase and as a one-shot", () => {
  it("steps on the beats of its tempo, at the wire, and lets go by itself at the end", async () => {
    const { page } = story;
    for (const number of [2, 3, 4]) {
      await score.row(number).click();
      await choose(score.sheet.getByLabel("Comes with"), { label: "a go" });
    }
    await choose(page.getByRole("combobox", { name: "Runs as" }), { label: "a chase: a step a beat" });
    await story.typeIn("BPM of the chase", "240");
    await score.row(1).click();
    await run().getByLabel("Seconds for going there").fill("0");
    await press("Go to 1");
    await run().getByLabel("Seconds for going there").fill("");
    await pause(400);
    story.node.collect();
    await pause(3000);
    // The first head stands at 100, 20, 60 and 0 % in turn, a quarter of a second each.
    const levels = story.node
      .history(3)
      .map(({ atSeconds, levels: slots }) => ({ at: atSeconds, level: Math.round(((slots[4]! * 256 + slots[5]!) / 65535) * 100) }));
    const steps = levels.filter(({ level }, index) => index > 0 && level !== levels[index - 1]!.level);
    expect(new Set(steps.map(({ level }) => level))).toEqual(new Set([100, 20, 60, 0]));
    expect(steps.length).toBeGreaterThan(8);
    // How long a beat is by each two steps (Theil and Sen's slope, from memory): no stall of the machine moves the median of them.
    const beats = steps.flatMap(({ at: to }, last) =>
      steps.slice(0, last).map(({ at }) => (to - at) / Math.max(1, Math.round(4 * (to - at)))),
    );
    expect(Math.abs(beats.sort((one, other) => one - other)[beats.length >> 1]! - 0.25)).toBeLessThan(0.01);

    await choose(page.getByRole("combobox", { name: "Runs as" }), { label: "a one-shot: lets go after the last" });
    await score.row(4).click();
    await press("Go to 4");
    await until("it has let go", async () => (await run().getByText("doesn't run").count()) === 1);
    await until("the stage is dark", () => story.dimmer(23) === 0);
    await choose(page.getByRole("combobox", { name: "Runs as" }), { label: "a cue list" });
  });
});
