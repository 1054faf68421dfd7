import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { choose } from "./choose";
import { BuildStory } from "./build-story";
import { spotOctet, spotValue } from "./demo-patch";
import { addLane, pickGroup, setLane } from "./people";
import { pause, until } from "./until";

/** Story 2, what and when: fan anything, and keep it editable. */
let story: BuildStory;
beforeAll(async () => {
  story = await BuildStory.begin();
});
afterAll(async () => {
  expect(story.page.errors).toEqual([]);
  await story.end();
});
beforeEach(() => story.fresh());

describe("lanes", () => {
  it("move a fan without flattening it: beside its knots, by typing +, and by keys on a knot", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    await setLane(story.page, "Pan", "-35..35");
    await until("it is fanned", () => story.pan(16) === -35 && story.pan(23) === 35);
    const plot = story.lane("Pan").getByRole("img", { name: "Pan value: 8 heads" });
    const box = (await plot.boundingBox())!;
    await story.page.mouse.move(box.x + 200, box.y + 10);
    await story.page.mouse.down();
    await story.page.mouse.move(box.x + 200, box.y + 30, { steps: 4 });
    await story.page.mouse.up();
    const [low, high] = (await story.lane("Pan").getByLabel("Pan value", { exact: true }).inputValue()).split("..").map(Number) as [
      number,
      number,
    ];
    expect(low).toBeLessThan(-40);
    expect(high - low).toBe(70);
    await setLane(story.page, "Pan", "+10");
    expect(await story.lane("Pan").getByLabel("Pan value", { exact: true }).inputValue()).toBe(`${low + 10}..${high + 10}`);
    await setLane(story.page, "Pan", "+-5..5");
    expect(await story.lane("Pan").getByLabel("Pan value", { exact: true }).inputValue()).toBe(`${low + 5}..${high + 15}`);
    await story.page.getByRole("slider", { name: "Pan value, knot 2 of 2" }).press("ArrowUp");
    await until("the wire follows", () => story.pan(23) === high + 16);
  });

  it("put knots in and out, and let each stretch run its own way", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    await setLane(story.page, "Dimmer", "0..80");
    const plot = story.lane("Dimmer").getByRole("img", { name: "Dimmer value: 8 heads" });
    const box = (await plot.boundingBox())!;
    await story.page.mouse.dblclick(box.x + box.width * 0.4, box.y + 12);
    expect(await story.lane("Dimmer").getByRole("slider").count()).toBe(3);
    await setLane(story.page, "Dimmer", "0..80..0");
    await story.lane("Dimmer").getByRole("button", { name: "Dimmer value, stretch 1 runs straight" }).click();
    await until(
      "the first stretch is smooth",
      () => Math.abs(story.dimmer(17) - 0.8 * smooth((2 * 1) / 7)) < 0.002 && Math.abs(story.dimmer(22) - 0.8 * (2 / 7)) < 0.002,
    );
    await story.lane("Dimmer").getByRole("slider").nth(1).press("Delete");
    expect(await story.lane("Dimmer").getByRole("slider").count()).toBe(2);
  });

  it("show every head's own value where strokes differ; a drag moves them all, and only even out flattens", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    await setLane(story.page, "Pan", "-35..35");
    await story.chip("Odd").click();
    await setLane(story.page, "Pan", "90");
    await story.chip("All").click();
    await story.lane("Pan").getByText("● Rib 3 spots, odd").waitFor();
    await until("odd and even differ", () => story.pan(16) === 90 && story.pan(17) === -25);
    const plot = story.lane("Pan").getByRole("img", { name: "Pan value: 8 heads" });
    const box = (await plot.boundingBox())!;
    await story.page.mouse.move(box.x + 100, box.y + 40);
    await story.page.mouse.down();
    await story.page.mouse.move(box.x + 100, box.y + 25, { steps: 4 });
    await story.page.mouse.up();
    await until("both have moved by as much", () => story.pan(16) > 91 && Math.abs(story.pan(16) - 90 - (story.pan(17) + 25)) < 0.2);
    await story.lane("Pan").getByRole("button", { name: "even out" }).click();
    await until("all are alike", () => story.pan(16) === story.pan(17) && story.pan(23) === story.pan(17));
    await story.page.keyboard.press("Control+z");
    await until("and have their own values back", () => story.pan(16) > 91);
  });

  it("stop heads at the end of their range, mark them, and give them back undamaged", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    await setLane(story.page, "Tilt", "-70..70");
    const stopped = () => story.lane("Tilt").locator("svg[data-stopped]").getAttribute("data-stopped");
    expect(await stopped()).toBe("0");
    await setLane(story.page, "Tilt", "+100");
    expect(await stopped()).toBe("2");
    await setLane(story.page, "Tilt", "+-100");
    expect(await story.lane("Tilt").getByLabel("Tilt value", { exact: true }).inputValue()).toBe("-70..70");
    expect(await stopped()).toBe("0");
  });

  it("make whole colours with what each head has, along three paths", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    await addLane(story.page, "Colour");
    await story.page.getByLabel("Colour value").fill("#ff0000..#0000ff");
    await story.page.getByLabel("Colour value").press("Enter");
    const flags = (spot: number): string => [8, 9, 10].map((slot) => spotOctet(story.levels, spot, slot)).join(" ");
    await until("red and blue by flags", () => flags(16) === "0 255 255" && flags(23) === "255 255 0");
    const even = flags(19);
    await story.lane("Colour").getByRole("button", { name: "Path of the colours: even" }).click();
    await story.page.getByRole("menuitem", { name: /^straight/ }).click();
    await until("the way between is another, the ends are not", () => flags(19) !== even && flags(16) === "0 255 255");
  });

  it("know units, named slots, and DMX on demand", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    await addLane(story.page, "Gobo");
    await choose(story.lane("Gobo").getByLabel("Gobo by name"), "rain on glass");
    // Eight slots of 32 levels each: the third has 64 to 95, and its middle is sent.
    await until("the third of eight slots", () => spotOctet(story.levels, 16, 12) === 79);
    await setLane(story.page, "Dimmer", "20..100");
    await story.page.getByRole("button", { name: "DMX", exact: true }).click();
    await story.lane("Dimmer").getByText("DMX 13107..65535").waitFor();
    await story.page.getByRole("button", { name: "DMX", exact: true }).click();
  });

  it("carry a shape to another lane and a stroke to another selection, and keep shapes by name", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    await setLane(story.page, "Dimmer", "0..100");
    await setLane(story.page, "Pan", "-40..40");
    await story.lane("Dimmer").getByRole("button", { name: "folded" }).click();
    await story.lane("Dimmer").getByRole("button", { name: "Dimmer: copied and saved shapes" }).click();
    await story.page.getByLabel("Name of the shape").fill("Slow tent");
    await story.page.getByRole("button", { name: "Save", exact: true }).click();
    await story.page.getByRole("button", { name: "Copy this shape" }).click();
    await story.page.keyboard.press("Escape");
    await story.lane("Pan").getByRole("button", { name: "Pan: copied and saved shapes" }).click();
    await story.page.getByRole("button", { name: "Slow tent", exact: true }).click();
    await until("pan is folded as well", () => story.pan(16) === -40 && story.pan(23) === -40 && story.pan(19) === 40);
    await story.page.getByRole("button", { name: "Copy the stroke" }).click();
    await story.find("101..104");
    await story.page.getByRole("button", { name: "Lay the copied stroke here" }).click();
    await until(
      "four heads do what eight did",
      () => story.pan(0) === -40 && story.pan(1) === 40 && story.pan(3) === -40 && story.dimmer(1) > 0.99,
    );
  });

  it("refuse ten thousand knots and what is no number, and lose nothing", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    await setLane(story.page, "Dimmer", "20..80");
    const field = story.lane("Dimmer").getByLabel("Dimmer value", { exact: true });
    for (const [typed, words] of [
      [Array.from({ length: 10000 }, (_, index) => index % 100).join(".."), "A fan can't be 10000 numbers long: it takes at most 64."],
      ["NaN", "“NaN” isn't a number. 20..80 was kept."],
      ["1e9", "“1e9” isn't a number."],
    ] as const) {
      await field.fill(typed);
      await field.press("Enter");
      await story.page.getByText(words).first().waitFor();
      await field.press("Escape");
      expect(await field.inputValue()).toBe("20..80");
    }
  });
});

describe("one cue that rolls by itself", () => {
  it("starts each head at its own time, from both ends, with other times for dimmer and tilt; measured at the wire", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    await setLane(story.page, "Dimmer", "100");
    await setLane(story.page, "Tilt", "20");
    await story.unfold("Dimmer", "when");
    await story.unfold("Tilt", "when");
    await story.typeIn("Dimmer delay", "0..1.2");
    await story.lane("Dimmer").getByRole("button", { name: "folded" }).click();
    await story.typeIn("Tilt delay", "0..1.2..0..1.2");
    await story.typeIn("Dimmer fade", "0.4");
    await story.lane("Dimmer").getByRole("img", { name: "Dimmer times: starts 0 s to 1.2 s, ends 0.4 s to 1.6 s" }).waitFor();
    await story.page.getByRole("button", { name: "Record cue" }).first().click();
    await choose(story.page.getByLabel("Cue list"), "");
    await story.page.getByLabel("Name of the list").fill("Rolling in");
    await story.page.getByLabel("In, seconds").fill("0.5");
    await story.page.getByLabel("In, seconds").press("Enter");
    await story.page.keyboard.press("Shift+Escape");
    await until("the stage is dark", () => story.dimmer(16) === 0);
    await story.page.getByRole("link", { name: "Perform" }).click();
    await story.page.getByRole("button", { name: "Arrange" }).click();
    await story.page.getByRole("button", { name: "Add a card" }).click();
    await story.page.getByRole("menuitem", { name: /Rolling in/ }).click();
    await story.page.getByRole("button", { name: "Done" }).click();
    story.node.collect();
    await story.page.getByRole("article", { name: "Rolling in" }).getByRole("button", { name: "Go", exact: true }).click();
    await pause(2500);
    // Straight from rest to the end: every packet of a fade tells when it began, and the median of them isn't moved by a late one.
    const starts = (at: 3 | 5, { rest, fadeSeconds }: { rest: number; fadeSeconds: number }): number[] =>
      Array.from({ length: 8 }, (_, head) => {
        const frames = story.node
          .history(3)
          .map(({ levels, atSeconds }) => ({ atSeconds, moved: Math.abs(spotValue(() => levels, 16 + head, at) - rest) }));
        const whole = frames.at(-1)!.moved;
        const begins = frames.filter(({ moved }) => moved > 0.05 * whole && moved < 0.95 * whole);
        expect(begins.length).toBeGreaterThan(8);
        return middleOf(begins.map(({ atSeconds, moved }) => atSeconds - (moved / whole) * fadeSeconds));
      });
    const [dim, tilt] = [starts(5, { rest: 0, fadeSeconds: 0.4 }), starts(3, { rest: 0.5, fadeSeconds: 0.5 })];
    const wanted = { dim: [0, 0.4, 0.8, 1.2, 1.2, 0.8, 0.4, 0], tilt: Array.from({ length: 8 }, (_, head) => tent((head / 7) * 3)) };
    // The first head has no delay: everything is measured from its start. Two frames of 22.7 ms either way.
    dim.forEach((start, head) => expect(start - dim[0]!, `dimmer of head ${head + 1}`).toBeCloseTo(wanted.dim[head]!, 1));
    tilt.forEach((start, head) => expect(Math.abs(start - dim[0]! - wanted.tilt[head]!), `tilt of head ${head + 1}`).toBeLessThan(0.06));
    await story.page.getByRole("link", { name: "Build" }).click();
  });
});

const middleOf = (values: readonly number[]): number => [...values].sort((one, other) => one - other)[values.length >> 1]!;
/** 0..1.2..0..1.2 at a place counted in stretches. */
const tent = (at: number): number => 1.2 * (at <= 1 ? at : at <= 2 ? 2 - at : at - 2);
const smooth = (s: number): number => s * s * (3 - 2 * s);
