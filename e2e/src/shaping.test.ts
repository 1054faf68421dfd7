import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { openBrowser } from "./browser";
import { DIMMER, PAN, spotOctet, spotValue } from "./demo-patch";
import { nodeOnLoopback, type LoopbackNode } from "./node-on-loopback";
import { addLane, message, pickGroup, setLane, signedIn } from "./people";
import { runVexa, type RunningVexa } from "./run-server";
import { pause, until } from "./until";

/** Story 2: select, order and fan anything, and keep it editable. */
let node: LoopbackNode;
let vexa: RunningVexa;
let browser: Browser;
let ines: Page & { errors: string[] };

beforeAll(async () => {
  node = await nodeOnLoopback([1, 2, 3, 4, 5, 6, 7]);
  vexa = await runVexa(`127.0.0.1:${node.port}`);
  browser = await openBrowser();
  ines = await signedIn(browser, vexa.url, "ines");
});
afterAll(async () => {
  expect(ines.errors).toEqual([]);
  await browser.close();
  await vexa.stop();
  node.close();
});
beforeEach(async () => {
  await ines.keyboard.press("Escape");
  await ines.keyboard.press("Shift+Escape");
});

const dimmer = (spot: number): number => spotValue((universe) => node.levels(universe), spot, DIMMER);
const pan = (spot: number): number => Math.round(5400 * spotValue((universe) => node.levels(universe), spot, PAN) - 2700) / 10;
const stage = () => ines.getByRole("img", { name: /Stage plan/ });
const selected = async (): Promise<string> => {
  const [count, first, last] = await Promise.all(["data-selected", "data-first", "data-last"].map((name) => stage().getAttribute(name)));
  return `${count}: ${first}..${last}`;
};
const chip = (name: string) => ines.getByRole("group", { name: "Selection tools" }).getByRole("button", { name, exact: true });
const find = async (text: string): Promise<void> => {
  await ines.getByLabel("Select by number or name").fill(text);
  await ines.getByLabel("Select by number or name").press("Enter");
};
const lane = (label: string) => ines.getByRole("article", { name: `Lane ${label}`, exact: true });
const mode = (name: string): Promise<void> =>
  ines.getByRole("group", { name: "What the lanes show" }).getByRole("button", { name, exact: true }).click();

describe("selecting", () => {
  it("takes what is typed: ranges, groups, sums, differences and masks", async () => {
    await find("101..108");
    expect(await selected()).toBe("8: 101..108");
    await find("rib spots/odd");
    expect(await selected()).toBe("28: 101..707");
    await find("Rib 3 spots - 305..308");
    expect(await selected()).toBe("4: 301..304");
    await find("ribs/odd");
    await ines.getByText("“ribs” selects nothing: there is no group of this name. Your selection was kept.").waitFor();
    expect(await selected()).toBe("4: 301..304");
  });

  it("steps through masks by mouse and keys, wrapping, and gives the base back", async () => {
    await pickGroup(ines, "Rib 3 spots");
    await ines.getByLabel("every").fill("3");
    await ines.getByLabel("from").fill("2");
    expect(await selected()).toBe("3: 302..308");
    await ines.keyboard.press("Escape");
    await pickGroup(ines, "Rib 3 spots");
    await ines.keyboard.press("p");
    expect(await selected()).toBe("2: 301..308");
    await ines.keyboard.press("]");
    expect(await selected()).toBe("2: 302..307");
    await ines.keyboard.press("[");
    await ines.keyboard.press("[");
    expect(await selected()).toBe("2: 304..305");
    await ines.keyboard.press("\\");
    await ines.keyboard.press("]");
    await chip("next ›").click();
    expect(await selected()).toBe("1: 302..302");
    await chip("All").click();
    expect(await selected()).toBe("8: 301..308");
  });

  it("orders and turns the thread; its ends are handles", async () => {
    await pickGroup(ines, "Rib 3 spots");
    await ines.getByRole("button", { name: "Turn the thread round" }).click();
    expect(await selected()).toBe("8: 308..301");
    await ines.keyboard.press("u");
    await ines.getByLabel("Order of the heads").selectOption("outward");
    expect(await selected()).toBe("8: 304..308");
    await ines.getByLabel("Order of the heads").selectOption("picked");
    const [first, last] = await threadEnds();
    await ines.mouse.move(...first);
    await ines.mouse.down();
    await ines.mouse.move(...last, { steps: 5 });
    await ines.mouse.up();
    expect(await selected()).toBe("8: 308..301");
  });

  it("takes several groups with Ctrl, what is lit, and a profile", async () => {
    await pickGroup(ines, "Rib 3 spots");
    await ines.getByRole("button", { name: "Lantern string 40" }).click({ modifiers: ["Control"] });
    expect(await selected()).toBe("48: 301..1040");
    await find("301..303");
    await setLane(ines, "Dimmer", "50");
    await until("three heads are lit", () => dimmer(18) > 0.4);
    await pause(150);
    await ines.getByRole("button", { name: "Find heads" }).click();
    await ines.getByRole("menuitem", { name: "What is lit now" }).click();
    expect(await selected()).toBe("3: 301..303");
    await ines.getByRole("button", { name: "Find heads" }).click();
    await ines.getByRole("menuitem", { name: /Murmur 19 Wash/ }).click();
    expect(await selected()).toBe("28: 11..44");
    await ines.keyboard.press("Control+a");
    expect(await selected()).toMatch(/^499: /);
  });

  it("takes heads inside a line drawn around them", async () => {
    await pickGroup(ines, "Rib 3 spots");
    const [[left, top], [right]] = await threadEnds();
    await ines.keyboard.press("Escape");
    await ines.mouse.move(left - 8, top - 14);
    await ines.keyboard.down("Alt");
    await ines.mouse.down();
    for (const [x, y] of [
      [right + 8, top - 14],
      [right + 8, top + 5],
      [left - 8, top + 5],
    ] as const)
      await ines.mouse.move(x, y, { steps: 4 });
    await ines.mouse.up();
    await ines.keyboard.up("Alt");
    expect(await selected()).toBe("8: 301..308");
  });
});

describe("groups", () => {
  it("are saved from a masked selection, split in parts, and change every look that uses them on stage at once", async () => {
    await find("Rib 3 spots/odd");
    await ines.getByRole("button", { name: "Save the selection as a group" }).click();
    await ines.getByLabel("Name of the new group").fill("Spore heads");
    await ines.getByLabel("Name of the new group").press("Enter");
    await ines.getByRole("button", { name: "Spore heads 4" }).waitFor();
    await setLane(ines, "Dimmer", "100");
    await until("the four are lit", () => dimmer(16) > 0.99 && dimmer(17) === 0);
    await find("302");
    await ines.getByRole("button", { name: "Change Spore heads" }).click();
    await ines.getByRole("button", { name: "Add the 1 selected" }).click();
    await until("the fifth is lit as well", () => dimmer(17) > 0.99);
    await ines.getByRole("button", { name: "Change Spore heads" }).click();
    await ines.getByRole("button", { name: "Save odd and even as groups" }).click();
    await ines.getByRole("button", { name: "Spore heads odd 3" }).waitFor();
    await ines.getByRole("button", { name: "Spore heads even 2" }).waitFor();
    await ines.getByRole("button", { name: "Change Spore heads", exact: true }).click();
    await ines.getByRole("button", { name: "Delete the group" }).click();
    await message(ines, /Spore heads is used by the sketch of Ines\. It was kept\. Take it out there first\./).waitFor();
    await ines.keyboard.press("Escape");
  });

  it("have nothing to save without a selection, and say so", async () => {
    await ines.getByRole("button", { name: "Save the selection as a group" }).click();
    await ines.getByText("Nobody is selected, so there is nothing to save.").waitFor();
    await ines.keyboard.press("Escape");
  });

  it("lie as they hang, where people put them", async () => {
    await ines.getByRole("button", { name: "Show the groups as they hang" }).click();
    const plan = ines.getByRole("group", { name: "Groups as they hang" });
    const button = plan.getByRole("button", { name: "Floor washes" });
    const before = (await button.boundingBox())!;
    await ines.mouse.move(before.x + 10, before.y + 8);
    await ines.mouse.down();
    await ines.mouse.move(before.x - 20, before.y - 40, { steps: 5 });
    await ines.mouse.up();
    await until("it has moved", async () => Math.abs((await button.boundingBox())!.y - before.y + 48) < 6);
    await button.click();
    expect(await selected()).toBe("28: 11..44");
    await ines.getByRole("button", { name: "Show the groups as a list" }).click();
  });
});

describe("lanes", () => {
  it("move a fan without flattening it: beside its knots, by typing +, and by keys on a knot", async () => {
    await pickGroup(ines, "Rib 3 spots");
    await setLane(ines, "Pan", "-35..35");
    await until("it is fanned", () => pan(16) === -35 && pan(23) === 35);
    const plot = lane("Pan").getByRole("img", { name: "Pan value: 8 heads" });
    const box = (await plot.boundingBox())!;
    await ines.mouse.move(box.x + 200, box.y + 10);
    await ines.mouse.down();
    await ines.mouse.move(box.x + 200, box.y + 30, { steps: 4 });
    await ines.mouse.up();
    const [low, high] = (await lane("Pan").getByLabel("Pan value", { exact: true }).inputValue()).split("..").map(Number) as [
      number,
      number,
    ];
    expect(low).toBeLessThan(-40);
    expect(high - low).toBe(70);
    await setLane(ines, "Pan", "+10");
    expect(await lane("Pan").getByLabel("Pan value", { exact: true }).inputValue()).toBe(`${low + 10}..${high + 10}`);
    await setLane(ines, "Pan", "+-5..5");
    expect(await lane("Pan").getByLabel("Pan value", { exact: true }).inputValue()).toBe(`${low + 5}..${high + 15}`);
    await ines.getByRole("slider", { name: "Pan value, knot 2 of 2" }).press("ArrowUp");
    await until("the wire follows", () => pan(23) === high + 16);
  });

  it("put knots in and out, and let each stretch run its own way", async () => {
    await pickGroup(ines, "Rib 3 spots");
    await setLane(ines, "Dimmer", "0..80");
    const plot = lane("Dimmer").getByRole("img", { name: "Dimmer value: 8 heads" });
    const box = (await plot.boundingBox())!;
    await ines.mouse.dblclick(box.x + box.width * 0.4, box.y + 12);
    expect(await lane("Dimmer").getByRole("slider").count()).toBe(3);
    await setLane(ines, "Dimmer", "0..80..0");
    await lane("Dimmer").getByRole("button", { name: "Dimmer value, stretch 1 runs straight" }).click();
    await until(
      "the first stretch is smooth",
      () => Math.abs(dimmer(17) - 0.8 * smooth((2 * 1) / 7)) < 0.002 && Math.abs(dimmer(22) - 0.8 * (2 / 7)) < 0.002,
    );
    await lane("Dimmer").getByRole("slider").nth(1).press("Delete");
    expect(await lane("Dimmer").getByRole("slider").count()).toBe(2);
  });

  it("show every head's own value where strokes differ; a drag moves them all, and only even out flattens", async () => {
    await pickGroup(ines, "Rib 3 spots");
    await setLane(ines, "Pan", "-35..35");
    await chip("Odd").click();
    await setLane(ines, "Pan", "90");
    await chip("All").click();
    await lane("Pan").getByText("● Rib 3 spots, odd").waitFor();
    await until("odd and even differ", () => pan(16) === 90 && pan(17) === -25);
    const plot = lane("Pan").getByRole("img", { name: "Pan value: 8 heads" });
    const box = (await plot.boundingBox())!;
    await ines.mouse.move(box.x + 100, box.y + 40);
    await ines.mouse.down();
    await ines.mouse.move(box.x + 100, box.y + 25, { steps: 4 });
    await ines.mouse.up();
    await until("both have moved by as much", () => pan(16) > 91 && Math.abs(pan(16) - 90 - (pan(17) + 25)) < 0.2);
    await lane("Pan").getByRole("button", { name: "even out" }).click();
    await until("all are alike", () => pan(16) === pan(17) && pan(23) === pan(17));
    await ines.keyboard.press("Control+z");
    await until("and have their own values back", () => pan(16) > 91);
  });

  it("stop heads at the end of their range, mark them, and give them back undamaged", async () => {
    await pickGroup(ines, "Rib 3 spots");
    await setLane(ines, "Tilt", "-70..70");
    const stopped = () => lane("Tilt").locator("svg[data-stopped]").getAttribute("data-stopped");
    expect(await stopped()).toBe("0");
    await setLane(ines, "Tilt", "+100");
    expect(await stopped()).toBe("2");
    await setLane(ines, "Tilt", "+-100");
    expect(await lane("Tilt").getByLabel("Tilt value", { exact: true }).inputValue()).toBe("-70..70");
    expect(await stopped()).toBe("0");
  });

  it("make whole colours with what each head has, along three paths", async () => {
    await pickGroup(ines, "Rib 3 spots");
    await addLane(ines, "Colour");
    await ines.getByLabel("Colour value").fill("#ff0000..#0000ff");
    await ines.getByLabel("Colour value").press("Enter");
    const flags = (spot: number): string => [8, 9, 10].map((slot) => spotOctet((universe) => node.levels(universe), spot, slot)).join(" ");
    await until("red and blue by flags", () => flags(16) === "0 255 255" && flags(23) === "255 255 0");
    const even = flags(19);
    await lane("Colour").getByRole("button", { name: "Path of the colours: even" }).click();
    await ines.getByRole("menuitem", { name: /^straight/ }).click();
    await until("the way between is another, the ends are not", () => flags(19) !== even && flags(16) === "0 255 255");
  });

  it("know units, named slots, and DMX on demand", async () => {
    await pickGroup(ines, "Rib 3 spots");
    await addLane(ines, "Gobo");
    await lane("Gobo").getByLabel("Gobo by name").selectOption("rain on glass");
    await until("the third of eight slots", () => spotOctet((universe) => node.levels(universe), 16, 12) === 73);
    await setLane(ines, "Dimmer", "20..100");
    await ines.getByRole("button", { name: "DMX", exact: true }).click();
    await lane("Dimmer").getByText("DMX 13107..65535").waitFor();
    await ines.getByRole("button", { name: "DMX", exact: true }).click();
  });

  it("carry a shape to another lane and a stroke to another selection, and keep shapes by name", async () => {
    await pickGroup(ines, "Rib 3 spots");
    await setLane(ines, "Dimmer", "0..100");
    await setLane(ines, "Pan", "-40..40");
    await lane("Dimmer").getByRole("button", { name: "folded" }).click();
    await lane("Dimmer").getByRole("button", { name: "Dimmer: copied and saved shapes" }).click();
    await ines.getByLabel("Name of the shape").fill("Tent");
    await ines.getByRole("button", { name: "Save", exact: true }).click();
    await ines.getByRole("button", { name: "Copy this shape" }).click();
    await ines.keyboard.press("Escape");
    await lane("Pan").getByRole("button", { name: "Pan: copied and saved shapes" }).click();
    await ines.getByRole("button", { name: "Tent", exact: true }).click();
    await until("pan is folded as well", () => pan(16) === -40 && pan(23) === -40 && pan(19) === 40);
    await ines.getByRole("button", { name: "Copy the stroke" }).click();
    await find("101..104");
    await ines.getByRole("button", { name: "Lay the copied stroke here" }).click();
    await until("four heads do what eight did", () => pan(0) === -40 && pan(1) === 40 && pan(3) === -40 && dimmer(1) > 0.99);
  });

  it("refuse ten thousand knots and what is no number, and lose nothing", async () => {
    await pickGroup(ines, "Rib 3 spots");
    await setLane(ines, "Dimmer", "20..80");
    const field = lane("Dimmer").getByLabel("Dimmer value", { exact: true });
    for (const [typed, words] of [
      [Array.from({ length: 10000 }, (_, index) => index % 100).join(".."), "A fan can't be 10000 numbers long: it takes at most 64."],
      ["NaN", "“NaN” isn't a number. 20..80 was kept."],
      ["1e9", "“1e9” isn't a number."],
    ] as const) {
      await field.fill(typed);
      await field.press("Enter");
      await ines.getByText(words).first().waitFor();
      await field.press("Escape");
      expect(await field.inputValue()).toBe("20..80");
    }
  });
});

describe("highlight", () => {
  it("shines on the head at hand, steps with it, keeps position edits, and gives everything back", async () => {
    await pickGroup(ines, "Rib 3 spots");
    await setLane(ines, "Dimmer", "50");
    await ines.keyboard.press("l");
    await ines.keyboard.press("]");
    await until("the first shines, the rest is dimmed", () => dimmer(16) === 1 && Math.abs(dimmer(17) - 0.1) < 0.002 && dimmer(0) === 0);
    await ines.keyboard.press("]");
    await until("the next shines", () => dimmer(17) === 1 && Math.abs(dimmer(16) - 0.1) < 0.002);
    await setLane(ines, "Pan", "30");
    await ines.getByRole("button", { name: "■ End highlight" }).click();
    await until(
      "all is as it was, but for the pan",
      () => Math.abs(dimmer(16) - 0.5) < 0.002 && Math.abs(dimmer(17) - 0.5) < 0.002 && pan(17) === 30,
    );
  });
});

describe("one cue that rolls by itself", () => {
  it("starts each head at its own time, from both ends, with other times for dimmer and tilt; measured at the wire", async () => {
    await pickGroup(ines, "Rib 3 spots");
    await setLane(ines, "Dimmer", "100");
    await setLane(ines, "Tilt", "20");
    await mode("Delay");
    await typeIn("Dimmer delay", "0..1.2");
    await lane("Dimmer").getByRole("button", { name: "folded" }).click();
    await typeIn("Tilt delay", "0..1.2..0..1.2");
    await mode("Fade");
    await typeIn("Dimmer fade", "0.4");
    await mode("Times");
    await lane("Dimmer").getByRole("img", { name: "Dimmer times: starts 0 s to 1.2 s, ends 0.4 s to 1.6 s" }).waitFor();
    await mode("Value");
    await ines.getByRole("button", { name: "Record cue" }).first().click();
    await ines.getByLabel("Name of the list").fill("Rolling in");
    await ines.getByLabel("In, seconds").fill("0.5");
    await ines.getByLabel("In, seconds").press("Enter");
    await ines.keyboard.press("Shift+Escape");
    await until("the stage is dark", () => dimmer(16) === 0);
    await ines.getByRole("link", { name: "Perform" }).click();
    await ines.getByRole("button", { name: "Arrange" }).click();
    await ines.getByRole("button", { name: "Add a card" }).click();
    await ines.getByRole("menuitem", { name: /Rolling in/ }).click();
    await ines.getByRole("button", { name: "Done" }).click();
    node.collect();
    await ines.getByRole("slider", { name: "Rolling in" }).getByRole("button", { name: "Go", exact: true }).click();
    await pause(2500);
    const starts = (at: 3 | 5, rest: number): number[] =>
      Array.from(
        { length: 8 },
        (_, head) => node.history(3).find(({ levels }) => Math.abs(spotValue(() => levels, 16 + head, at) - rest) > 0.0005)!.atSeconds,
      );
    const [dim, tilt] = [starts(5, 0), starts(3, 0.5)];
    const wanted = { dim: [0, 0.4, 0.8, 1.2, 1.2, 0.8, 0.4, 0], tilt: Array.from({ length: 8 }, (_, head) => tent((head / 7) * 3)) };
    // The first head has no delay: everything is measured from its first frame. Two frames of 22.7 ms either way.
    dim.forEach((start, head) => expect(start - dim[0]!, `dimmer of head ${head + 1}`).toBeCloseTo(wanted.dim[head]!, 1));
    tilt.forEach((start, head) => expect(Math.abs(start - dim[0]! - wanted.tilt[head]!), `tilt of head ${head + 1}`).toBeLessThan(0.06));
    await ines.getByRole("link", { name: "Build" }).click();
  });
});

/** 0..1.2..0..1.2 at a place counted in stretches. */
const tent = (at: number): number => 1.2 * (at <= 1 ? at : at <= 2 ? 2 - at : at - 2);
const smooth = (s: number): number => s * s * (3 - 2 * s);

async function typeIn(label: string, text: string): Promise<void> {
  await ines.getByLabel(label, { exact: true }).fill(text);
  await ines.getByLabel(label, { exact: true }).press("Enter");
}

/** Where the numbers at the thread's ends stand on the page. */
async function threadEnds(): Promise<[[number, number], [number, number]]> {
  const box = (await stage().boundingBox())!;
  const [x1, y1, x2, y2] = (await stage().getAttribute("data-thread"))!.split(" ").map(Number) as [number, number, number, number];
  return [
    [box.x + x1, box.y + y1],
    [box.x + x2, box.y + y2],
  ];
}
