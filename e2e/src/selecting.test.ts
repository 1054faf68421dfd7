import { afterAll, beforeAll, beforeEach, describe, expect, it } from "vitest";
import { choose } from "./choose";
import { BuildStory } from "./build-story";
import { message, pickGroup, setLane } from "./people";
import { pause, until } from "./until";

/** Story 2, who: select, order, group, highlight. */
let story: BuildStory;
beforeAll(async () => {
  story = await BuildStory.begin();
});
afterAll(async () => {
  expect(story.page.errors).toEqual([]);
  await story.end();
});
beforeEach(() => story.fresh());

describe("selecting", () => {
  it("takes what is typed: ranges, groups, sums, differences and masks", async () => {
    await story.find("101..108");
    expect(await story.selected()).toBe("8: 101..108");
    await story.find("rib spots/odd");
    expect(await story.selected()).toBe("28: 101..707");
    await story.find("Rib 3 spots - 305..308");
    expect(await story.selected()).toBe("4: 301..304");
    await story.find("101,103, 105-106");
    expect(await story.selected()).toBe("4: 101..106");
    // The line's own example works.
    await story.find((await story.page.getByLabel("Select by number or name").getAttribute("placeholder"))!);
    expect(await story.selected()).toMatch(/^\d+: 101\.\./);
    await story.find("odd Rib 3 spots and 302 without 305 to 308");
    expect(await story.selected()).toBe("3: 301..302");
    await story.find("301 to 304");
    await story.find("odd ribs");
    await story.page.getByText("“ribs” selects nothing: it may be Left ribs or Right ribs. Your selection was kept.").waitFor();
    expect(await story.selected()).toBe("4: 301..304");
  });

  it("steps through masks by mouse and keys, wrapping, and gives the base back", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    await story.page.getByRole("group", { name: "Selection tools" }).getByRole("button", { name: "every" }).click();
    expect(await story.selected()).toBe("3: 301..307");
    const from = story.page.getByRole("group", { name: "Selection tools" }).getByLabel("from");
    await from.fill("2");
    expect(await story.selected()).toBe("3: 301..307");
    await from.press("Enter");
    await story.page.getByText("the 2nd of each 3").waitFor();
    expect(await story.selected()).toBe("3: 302..308");
    await story.page.keyboard.press("Escape");
    await pickGroup(story.page, "Rib 3 spots");
    await story.page.keyboard.press("p");
    expect(await story.selected()).toBe("2: 301..308");
    await story.page.keyboard.press("]");
    expect(await story.selected()).toBe("2: 302..307");
    await story.page.keyboard.press("[");
    await story.page.keyboard.press("[");
    expect(await story.selected()).toBe("2: 304..305");
    await story.page.keyboard.press("\\");
    await story.page.keyboard.press("]");
    await story.chip("next ›").click();
    expect(await story.selected()).toBe("1: 302..302");
    await story.chip("All").click();
    expect(await story.selected()).toBe("8: 301..308");
  });

  it("orders and turns the thread; its ends are handles", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    await story.page.getByRole("button", { name: "Turn the thread round" }).click();
    expect(await story.selected()).toBe("8: 308..301");
    await story.page.keyboard.press("u");
    await choose(story.page.getByLabel("Order of the heads"), "outward");
    expect(await story.selected()).toBe("8: 304..308");
    await choose(story.page.getByLabel("Order of the heads"), "picked");
    const [first, last] = await story.threadEnds();
    await story.page.mouse.move(...first);
    await story.page.mouse.down();
    await story.page.mouse.move(...last, { steps: 5 });
    await story.page.mouse.up();
    expect(await story.selected()).toBe("8: 308..301");
  });

  it("takes several groups with Ctrl, what is lit, and a profile", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    await story.page.getByRole("button", { name: "Lantern string 40" }).click({ modifiers: ["Control"] });
    expect(await story.selected()).toBe("48: 301..1040");
    await story.find("301..303");
    await setLane(story.page, "Dimmer", "50");
    await until("three heads are lit", () => story.dimmer(18) > 0.4);
    await pause(150);
    await story.page.getByRole("button", { name: "Find heads" }).click();
    await story.page.getByRole("menuitem", { name: "What is lit now" }).click();
    expect(await story.selected()).toBe("3: 301..303");
    await story.page.getByRole("button", { name: "Find heads" }).click();
    await story.page.getByRole("menuitem", { name: /Murmur 19 Wash/ }).click();
    expect(await story.selected()).toBe("28: 11..44");
    await story.page.keyboard.press("Control+a");
    expect(await story.selected()).toMatch(/^499: /);
  });

  it("takes heads inside a line drawn around them", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    const [[left, top], [right]] = await story.threadEnds();
    await story.page.keyboard.press("Escape");
    await story.page.mouse.move(left - 8, top - 14);
    await story.page.getByRole("button", { name: "Lasso" }).click();
    await story.page.mouse.move(left - 8, top - 14);
    await story.page.mouse.down();
    for (const [x, y] of [
      [right + 8, top - 14],
      [right + 8, top + 5],
      [left - 8, top + 5],
    ] as const)
      await story.page.mouse.move(x, y, { steps: 4 });
    await story.page.mouse.up();
    await story.page.getByRole("button", { name: "Box", exact: true }).click();
    expect(await story.selected()).toBe("8: 301..308");
  });
});

describe("a stage that zooms and moves", () => {
  const zoom = async (): Promise<number> => Number(await story.stage.getAttribute("data-zoom"));

  it("grows at the pointer by wheel and keys, goes along with a drag, and is picked exactly where it is then", async () => {
    const { page } = story;
    await pickGroup(page, "Rib 3 spots");
    const [[left, top]] = await story.threadEnds();
    // The number stands beside its head.
    await page.mouse.move(left + 15, top);
    for (let turn = 0; turn < 4; turn++) await page.mouse.wheel(0, -300);
    await until("16 times as large", async () => Math.abs((await zoom()) - 16) < 0.1);
    const [[there, high]] = await story.threadEnds();
    // Ends are told to a whole pixel, which has grown, too.
    expect(Math.max(Math.abs(there - left), Math.abs(high - top))).toBeLessThanOrEqual(10);
    await page.keyboard.press("-");
    await page.keyboard.press("-");
    await until("half of it", async () => Math.abs((await zoom()) - 8) < 0.1);
    await page.mouse.down({ button: "middle" });
    await page.mouse.move(left + 95, top + 40, { steps: 4 });
    await page.mouse.up({ button: "middle" });
    await page.keyboard.down("Alt");
    await page.mouse.down();
    await page.mouse.move(left + 135, top + 40, { steps: 4 });
    await page.mouse.up();
    await page.keyboard.up("Alt");
    await until("it went along", async () => Math.abs((await story.threadEnds())[0][0] - left - 120) <= 3);
    expect(await story.selected()).toBe("8: 301..308");
    const [[x, y]] = await story.threadEnds();
    await page.keyboard.press("Escape");
    await page.mouse.click(x + 15, y);
    expect(await story.selected()).toBe("1: 301..301");
  });

  it("fits the selection or all, and keeps own views by name through a reload", async () => {
    const { page } = story;
    await pickGroup(page, "Rib 3 spots");
    await page.keyboard.press("f");
    await until("as large as there is room", async () => (await zoom()) > 1.4);
    const close = await zoom();
    const [[left], [right]] = await story.threadEnds();
    const box = (await story.stage.boundingBox())!;
    expect(left > box.x && right < box.x + box.width && right - left > 0.6 * box.width).toBe(true);
    await page.getByRole("button", { name: "Own views" }).click();
    await page.getByLabel("Name of the view").fill("Rib 3 close");
    await page.getByLabel("Name of the view").press("Enter");
    await page.keyboard.press("Escape");
    await page.keyboard.press("Shift+F");
    await until("all of it", async () => (await zoom()) === 1);
    await page.reload();
    await page.getByRole("button", { name: "Own views" }).click();
    await page.getByRole("button", { name: "Rib 3 close", exact: true }).click();
    await until("the view that was kept", async () => (await zoom()) === close);
    await page.getByRole("button", { name: "Own views" }).click();
    await page.getByRole("button", { name: "Throw the view Rib 3 close away" }).click();
    await page.getByText("No views are kept in this browser yet.").waitFor();
    await page.keyboard.press("Escape");
    await page.getByRole("button", { name: "Fit all" }).click();
    await until("all again", async () => (await zoom()) === 1);
  });

  it("is larger where the edge to the lanes is dragged down", async () => {
    const { page } = story;
    const edge = page.getByRole("separator").first();
    const { x, y, width } = (await edge.boundingBox())!;
    await page.mouse.move(x + width / 2, y + 3);
    await page.mouse.down();
    await page.mouse.move(x + width / 2, y + 43, { steps: 6 });
    await page.mouse.up();
    await until("the edge went along", async () => Math.abs((await edge.boundingBox())!.y - y - 40) < 3);
  });

  it("is pinched and moved by two fingers, which select nothing", async () => {
    const { page } = story;
    await page.keyboard.press("Escape");
    const box = (await story.stage.boundingBox())!;
    const session = await page.context().newCDPSession(page);
    const touch = (type: "touchStart" | "touchMove" | "touchEnd", points: readonly (readonly [number, number])[]): Promise<unknown> =>
      session.send("Input.dispatchTouchEvent", { type, touchPoints: points.map(([x, y], id) => ({ x: box.x + x, y: box.y + y, id })) });
    await touch("touchStart", [[300, 200]]);
    await touch("touchStart", [
      [300, 200],
      [360, 200],
    ]);
    for (let step = 1; step <= 6; step++)
      await touch("touchMove", [
        [300 - 10 * step, 200],
        [360 + 10 * step, 200],
      ]);
    await touch("touchEnd", []);
    await until("three times as large", async () => Math.abs((await zoom()) - 3) < 0.1);
    expect(await story.stage.getAttribute("data-selected")).toBe("0");
    await page.keyboard.press("Shift+F");
  });
});

describe("groups", () => {
  it("are saved from a masked selection, split in parts, and change every look that uses them on stage at once", async () => {
    await story.find("Rib 3 spots/odd");
    await story.page.getByRole("button", { name: "Save the selection as a group" }).click();
    await story.page.getByLabel("Name of the new group").fill("Spore heads");
    await story.page.getByLabel("Name of the new group").press("Enter");
    await story.page.getByRole("button", { name: "Spore heads 4" }).waitFor();
    await setLane(story.page, "Dimmer", "100");
    await until("the four are lit", () => story.dimmer(16) > 0.99 && story.dimmer(17) === 0);
    await story.find("302");
    await story.page.getByRole("button", { name: "Change Spore heads" }).click();
    await story.page.getByRole("button", { name: "Add the 1 selected" }).click();
    await until("the fifth is lit as well", () => story.dimmer(17) > 0.99);
    await story.page.getByRole("button", { name: "Change Spore heads" }).click();
    await story.page.getByRole("button", { name: "Save odd and even as groups" }).click();
    await story.page.getByRole("button", { name: "Spore heads odd 3" }).waitFor();
    await story.page.getByRole("button", { name: "Spore heads even 2" }).waitFor();
    await story.page.getByRole("button", { name: "Change Spore heads", exact: true }).click();
    await story.page.getByRole("button", { name: "Delete the group" }).click();
    await message(story.page, /Spore heads is used by the sketch of Ines\. It was kept\. Take it out there first\./).waitFor();
    await story.page.keyboard.press("Escape");
  });

  it("have names of their own, and who is selected stays so through a reload", async () => {
    const { page } = story;
    await pickGroup(page, "Rib 3 spots");
    const before = await story.selected();
    await page.reload();
    await page.getByRole("complementary", { name: "Cast" }).waitFor();
    await until("they are selected", async () => (await story.selected()) === before);
    await page.keyboard.press("r");
    await message(page, /Your sketch is empty, so there is nothing to record/).waitFor();
    expect(await page.getByRole("dialog").count()).toBe(0);
    await page.getByRole("button", { name: "Change Rib 3 spots" }).click();
    const name = page.getByLabel("Name of the group", { exact: true });
    await name.fill("Rib spots");
    await name.press("Enter");
    await message(page, /Another group is called Rib spots already\. Rib 3 spots was kept/).waitFor();
    expect(await name.inputValue()).toBe("Rib 3 spots");
    await page.keyboard.press("Escape");
  });

  it("have nothing to save without a selection, and say so", async () => {
    await story.page.getByRole("button", { name: "Save the selection as a group" }).click();
    await story.page.getByText("Nobody is selected, so there is nothing to save.").waitFor();
    await story.page.keyboard.press("Escape");
  });

  it("lie as they hang, where people put them", async () => {
    await story.page.getByRole("button", { name: "Show the groups as they hang" }).click();
    const plan = story.page.getByRole("group", { name: "Groups as they hang" });
    const button = plan.getByRole("button", { name: "Floor washes" });
    const before = (await button.boundingBox())!;
    await story.page.mouse.move(before.x + 10, before.y + 8);
    await story.page.mouse.down();
    await story.page.mouse.move(before.x - 20, before.y - 40, { steps: 5 });
    await story.page.mouse.up();
    await until("it has moved", async () => Math.abs((await button.boundingBox())!.y - before.y + 48) < 6);
    await button.click();
    expect(await story.selected()).toBe("28: 11..44");
    await story.page.getByRole("button", { name: "Show the groups as a list" }).click();
  });
});

describe("highlight", () => {
  it("shines on the head at hand, steps with it, keeps position edits, and gives everything back", async () => {
    await pickGroup(story.page, "Rib 3 spots");
    await setLane(story.page, "Dimmer", "50");
    await story.page.keyboard.press("l");
    await story.page.keyboard.press("]");
    await until(
      "the first shines, the rest is dimmed",
      () => story.dimmer(16) === 1 && Math.abs(story.dimmer(17) - 0.1) < 0.002 && story.dimmer(0) === 0,
    );
    await story.page.keyboard.press("]");
    await until("the next shines", () => story.dimmer(17) === 1 && Math.abs(story.dimmer(16) - 0.1) < 0.002);
    await setLane(story.page, "Pan", "30");
    await story.page.getByRole("button", { name: "■ End highlight" }).click();
    await until(
      "all is as it was, but for the pan",
      () => Math.abs(story.dimmer(16) - 0.5) < 0.002 && Math.abs(story.dimmer(17) - 0.5) < 0.002 && story.pan(17) === 30,
    );
  });
});
