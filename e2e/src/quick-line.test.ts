import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { complaints } from "./axe";
import { openBrowser } from "./browser";
import { choose } from "./choose";
import { nodeOnLoopback, type LoopbackNode } from "./node-on-loopback";
import { openPlace, signedIn } from "./people";
import { runVexa, type RunningVexa } from "./run-server";
import { pause, until } from "./until";

/** Story: hands that type. A line sets, plays, parks and records; whatever has a name is a few letters away. The steps build on each other. */
let node: LoopbackNode;
let vexa: RunningVexa;
let browser: Browser;
let ines: Page & { errors: string[] };
beforeAll(async () => {
  node = await nodeOnLoopback([12]);
  vexa = await runVexa(`127.0.0.1:${node.port}`);
  browser = await openBrowser();
  ines = await signedIn(browser, vexa.url, "ines");
});
afterAll(async () => {
  await browser.close();
  await vexa.stop();
  node.close();
});

const line = () => ines.getByRole("textbox", { name: "Line" });
const says = () => ines.getByRole("region", { name: "Quick line" }).getByRole("status");
const type = async (text: string): Promise<void> => {
  await line().fill(text);
  await says().getByText(/\S/).first().waitFor();
};
const doLines = async (...texts: readonly string[]): Promise<void> => {
  await ines.keyboard.press("/");
  for (const text of texts) {
    await line().fill(text);
    await line().press("Enter");
  }
  await line().press("Escape");
};
const lantern = (): number => node.levels(12)?.[144] ?? NaN;

describe("the quick line", () => {
  it("opens with a key, says what it understood before Enter, and does it", async () => {
    await openPlace(ines, "/build");
    await ines.getByText("Nobody is selected", { exact: true }).waitFor();
    await ines.keyboard.press("/");
    await type("1001: dim 100");
    await says().getByText("1 head: Dimmer 100 %").waitFor();
    expect(lantern() || 0).toBe(0);
    expect(await complaints(ines)).toEqual([]);
    await line().press("Enter");
    await until("the lantern is lit", () => lantern() === 255);
    expect(await line().inputValue()).toBe("");
    // It is the selection now, and its lane stands there; parts alone are for it.
    await type("dim full fade 1");
    await says().getByText("1 head: Dimmer 100 %, fade 1 s").waitFor();
    await line().fill("");
    await ines.getByRole("article", { name: "Lane Dimmer", exact: true }).waitFor();
  });

  it("points at the word that isn't understood, and does nothing", async () => {
    await type("1001: dim 50, glow 3");
    await says()
      .getByText(/“glow” isn't understood here/)
      .waitFor();
    await line().press("Enter");
    expect(await line().inputValue()).toBe("1001: dim 50, glow 3");
    expect(lantern()).toBe(255);
  });

  it("completes with Tab, goes back through its lines with the arrows, and takes back with undo", async () => {
    await line().fill("1001: di");
    await line().press("Tab");
    expect(await line().inputValue()).toBe("1001: Dimmer ");
    await line().press("End");
    await line().pressSequentially("20");
    await line().press("Enter");
    await until("it is at 20 %", () => lantern() === 51);
    await line().press("ArrowUp");
    await line().press("ArrowUp");
    expect(await line().inputValue()).toBe("1001: dim 100");
    await line().fill("undo");
    await line().press("Enter");
    await until("it is full again", () => lantern() === 255);
  });

  it("paints beds of colour boards, and rinses them", async () => {
    await line().fill("left ribs paint orch on od");
    await says()
      .getByText(/“od” isn't understood here/)
      .waitFor();
    await type("left ribs paint orch on odd");
    await says().getByText("paints Left ribs with Orchid on odd").waitFor();
    await line().press("Enter");
    const painted = async (): Promise<unknown> => {
      const { records } = (await (await ines.request.get(`${vexa.url}/api/show`)).json()) as { records: { id: string; color?: unknown }[] };
      return records.find(({ id }) => id === "coat.board-house.left.second")?.color;
    };
    await until("it is painted", async () => (await painted()) !== undefined);
    await type("rinse all");
    await line().press("Enter");
    await until("it is rinsed", async () => (await painted()) === null);
  });

  it("parks what is on stage, whatever is set then, and frees it; the list of what is parked does the same", async () => {
    await line().fill("1001 park");
    await line().press("Enter");
    await ines.getByText("1 parked").waitFor();
    await line().fill("1001: dim 10");
    await line().press("Enter");
    await line().press("Escape");
    await ines.getByRole("region", { name: "Quick line" }).waitFor({ state: "detached" });
    await ines.getByRole("article", { name: "Lane Dimmer", exact: true }).getByLabel("Dimmer value", { exact: true }).waitFor();
    expect(lantern()).toBe(255);
    await ines.getByRole("button", { name: "■ Park (1)" }).click();
    expect(await complaints(ines)).toEqual([]);
    await ines.getByRole("button", { name: /^Free 1001/ }).click();
    await until("it follows the sketch", () => lantern() === 26 || lantern() === 25);
    await ines
      .getByRole("button", { name: "Park them", exact: true })
      .or(ines.getByRole("button", { name: "Park it", exact: true }))
      .click();
    await ines.getByRole("button", { name: "■ Park (1)" }).click();
    await ines.getByRole("button", { name: "Free all" }).click();
    await ines.keyboard.press("Escape");
    await ines.getByRole("button", { name: "Park", exact: true }).waitFor();
  });

  it("plays and records: a cue of a list, started by its number", async () => {
    await ines.getByRole("button", { name: "Line", exact: true }).click();
    await line().fill("keep in Lanterns by hand 9 as Low glow");
    await line().press("Enter");
    await line().fill("wipe");
    await line().press("Enter");
    await until("it is dark", () => lantern() === 0);
    await line().fill("Lanterns by hand go 9 in 0");
    await line().press("Enter");
    await until("it plays", () => lantern() > 20 && lantern() < 30);
    await line().fill("Lanterns by hand let go");
    await line().press("Enter");
    await line().press("Escape");
  });
});

describe("the pace", () => {
  it("is set on its track, typed and by line, for the lists of its company; own times come back", async () => {
    await openPlace(ines, "/perform/page-main");
    const strip = ines.getByRole("region", { name: "Pace" });
    await strip.getByRole("button", { name: "For 0 lists…" }).click();
    await ines.getByRole("checkbox", { name: "Lanterns by hand" }).click();
    expect(await complaints(ines)).toEqual([]);
    await ines.keyboard.press("Escape");
    await strip.getByRole("button", { name: "For 1 list…" }).waitFor();
    const track = strip.getByRole("slider");
    await track.press("End");
    await strip.getByText("● Pace").waitFor();
    const field = strip.getByLabel("Pace in seconds");
    await until("it is at the last notch", async () => (await field.inputValue()) === "8");
    await field.fill("soon");
    await field.press("Enter");
    await strip.getByText(/is no pace/).waitFor();
    await field.fill("60");
    await field.press("Enter");
    await until("it is a minute", async () => (await field.inputValue()) === "60");
    await doLines("Lanterns by hand go 9");
    await until("it comes slowly", () => lantern() >= 1);
    await pause(1200);
    expect(lantern()).toBeLessThan(6);
    await doLines("pace off");
    await strip.getByText("● Pace").waitFor({ state: "detached" });
    await doLines("Lanterns by hand let go");
    await until("it is dark", () => lantern() === 0);
    await doLines("Lanterns by hand go 9");
    await until("it comes in its own time", () => lantern() >= 25);
    await doLines("Lanterns by hand let go");
  });
});

describe("macros", () => {
  it("are written line by line, run with their waits, say where they are, and can be stopped", async () => {
    await ines.getByRole("button", { name: "Macros", exact: true }).click();
    await ines.getByRole("button", { name: "New macro" }).click();
    const lines = ines.getByLabel(/^Lines of Macro/);
    await lines.fill("1001: dim 100\nwait soon\n1001: glow 3");
    await ines.getByText(/2: “soon” isn't understood here/).waitFor();
    await ines.getByText(/3: .*isn't understood here/).waitFor();
    expect(await complaints(ines)).toEqual([]);
    await lines.fill("1001: dim {bright}\nask wide: How wide?\n1001: pan -{wide}..{wide}");
    await ines.getByText(/1: nothing asks for \{bright\}/).waitFor();
    await lines.fill("1001: dim 100\nwait 300\n1001: dim 0");
    await ines.getByRole("button", { name: "Keep it" }).click();
    await ines.getByRole("button", { name: "Run Macro 4" }).click();
    await until("its first line is done", () => lantern() === 255);
    await ines.getByRole("button", { name: /● Macro 4, line 2/ }).click();
    await ines.getByRole("button", { name: /● Macro 4/ }).waitFor({ state: "detached" });
    expect(lantern()).toBe(255);
    // By line too; what it does is one's own, and a line that isn't understood stops it by name.
    await ines.getByRole("button", { name: "Macros", exact: true }).click();
    await ines.getByRole("button", { name: "Write Macro 4" }).click();
    await lines.fill("1001: dim 20\n4711: dim 0\n1001: dim 0");
    await ines.getByRole("button", { name: "Keep it" }).click();
    await ines.keyboard.press("Escape");
    await doLines("run macro 4");
    await until("its first line is done", () => lantern() === 51);
    await ines
      .getByText(/Macro 4, line 2: .*The macro was stopped there/)
      .first()
      .waitFor();
    await doLines("wipe");
  });

  it("run from a card in somebody else's window, ask whoever began them, and outlive that window", async () => {
    await openPlace(ines, "/perform/page-improvise");
    const card = ines.getByRole("article", { name: "Lanterns as asked" });
    await card.getByRole("button", { name: "Run Lanterns as asked" }).click();
    const question = ines.getByRole("form", { name: "Lanterns as asked asks" });
    await question.waitFor();
    expect(await complaints(ines)).toEqual([]);
    await ines.reload();
    await question.getByRole("textbox").fill("a lot");
    await question.getByRole("button", { name: "Answer" }).click();
    await card.getByText(/▬ Lanterns as asked, line 2/).waitFor();
    await card.getByRole("button", { name: "Run Lanterns as asked" }).click();
    await question.getByRole("textbox").fill("40");
    await question.getByRole("textbox").press("Enter");
    await until("as bright as asked", () => lantern() === 102);
    await question.waitFor({ state: "detached" });
    await doLines("wipe");
  });

  it("are written by doing: what hands do stands there as lines, of a drag its end, and what no line does is told", async () => {
    await openPlace(ines, "/perform/page-improvise");
    await ines.getByRole("button", { name: "Macros", exact: true }).click();
    await ines.getByRole("button", { name: "New one by doing" }).click();
    const fader = ines.getByRole("article", { name: "Ember wash", exact: true }).getByRole("slider");
    for (const key of ["Home", "PageUp", "PageUp", "ArrowUp"]) await fader.press(key);
    await ines.getByRole("button", { name: "On: Dusk, added" }).click();
    await ines.getByRole("button", { name: "Off: Dusk, added" }).click();
    await ines.getByRole("button", { name: "Flash: Thunder" }).click();
    await doLines("Lantern string: dim 50, fade 2", "Floor washes: circle 30 phase 0..360 on Breath, shape folded");
    await ines.getByRole("button", { name: /lines by doing, 1 left out · Done/ }).click();
    await ines
      .getByText(/1 thing that you did can't be written/)
      .first()
      .waitFor();
    const lines = ines.getByLabel(/^Lines of Macro/);
    expect(await lines.inputValue()).toBe(
      [
        ...["Ember wash at 21", "Dusk, added go", "Dusk, added let go", "Lantern string: Dimmer 50, fade 2"],
        "Floor washes: circle 30 phase 0..360 on Breath, shape folded",
      ].join("\n"),
    );
    await ines.getByRole("button", { name: "Leave it" }).click();
    await ines.keyboard.press("Escape");
    await doLines("wipe", "Ember wash let go");
  });

  it("begin with a cue", async () => {
    await openPlace(ines, "/score");
    await ines.getByRole("listbox", { name: "Cues" }).getByRole("option").first().click();
    await choose(ines.getByLabel("Runs a macro"), "Lanterns as asked");
    await openPlace(ines, "/perform/page-main");
    await ines.getByRole("article", { name: "Night bloom" }).getByRole("button", { name: "Go", exact: true }).click();
    const question = ines.getByRole("form", { name: "Lanterns as asked asks" });
    await question.getByRole("button", { name: "Stop it there" }).click();
    await question.waitFor({ state: "detached" });
    await ines.getByRole("article", { name: "Night bloom" }).getByRole("button", { name: "Let go" }).click();
  });
});

describe("going to anything", () => {
  it("finds heads, cues, places and commands by any part of their names, by keys alone", async () => {
    await ines.keyboard.press("Control+k");
    const search = ines.getByRole("combobox", { name: "Go to" });
    await search.fill("low glow");
    await ines.getByRole("option", { name: /9 Low glow/ }).waitFor();
    expect(await complaints(ines)).toEqual([]);
    await search.press("Enter");
    await ines.waitForURL(/\/score/);
    await ines.keyboard.press("Control+k");
    await search.fill("health");
    await search.press("Enter");
    await ines.waitForURL(/\/show\/health/);
    await ines.keyboard.press("Control+k");
    await search.fill("fern left");
    await search.press("ArrowDown");
    await search.press("Enter");
    await ines.waitForURL(/\/build/);
    await ines.keyboard.press("Control+k");
    await search.fill("zzzz");
    await ines.getByText("Nothing here is called “zzzz”.").waitFor();
    await search.press("Enter");
    await search.press("Escape");
    await search.waitFor({ state: "detached" });
    expect(ines.errors).toEqual([]);
  });
});
