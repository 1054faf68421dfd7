import { complaints } from "./axe";
import { spawn, type ChildProcess } from "node:child_process";
import { choose } from "./choose";
import { createInterface } from "node:readline";
import { fileURLToPath } from "node:url";
import type { Locator, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { BuildStory } from "./build-story";
import { washLevels } from "./demo-patch";
import { foreignDesk } from "./foreign-desk";
import { freeUdpPort } from "./node-on-loopback";
import { typeInto } from "./rig-story";
import { pause, until } from "./until";

/** Story: the simulated wing, as it ships, moves cards and sees its faders follow. */
let story: BuildStory;
let wing: ChildProcess;
let face: Page;

beforeAll(async () => {
  const oscPort = await freeUdpPort();
  story = await BuildStory.begin({ osc: String(oscPort) });
  const program = fileURLToPath(new URL("../../apps/devices/src/wing.ts", import.meta.url));
  wing = spawn(process.execPath, ["--import", "tsx", program, String(oscPort), "0"], { stdio: ["ignore", "pipe", "inherit"] });
  const url = await new Promise<string>((resolve) =>
    createInterface({ input: wing.stdout! }).on("line", (line) => resolve(/http:\S+/.exec(line)![0])),
  );
  face = await (await story.page.context().browser()!.newContext()).newPage();
  await face.goto(url);
  await story.page.getByRole("link", { name: "Perform" }).click();
  await story.page.getByRole("link", { name: "By hand" }).click();
});
afterAll(async () => {
  wing.kill();
  await story.end();
});

const card = (): Locator => story.page.getByRole("article", { name: "Ember wash", exact: true });
const level = async (): Promise<number> => Number(await card().getByRole("slider").getAttribute("aria-valuenow"));
const motor = (name: string): Locator => face.getByRole("slider", { name });
const slide = (name: string, to: number): Promise<void> => motor(name).fill(String(to));
const dimmer = (): number => washLevels(story.levels, 0).dimmer;

describe("a wing", () => {
  it("is learned by touching it: a fader, and a button", async () => {
    const { page } = story;
    await page.getByRole("button", { name: "Arrange" }).click();
    await page.getByRole("button", { name: "Options of Ember wash" }).click();
    const sheet = page.getByRole("dialog", { name: "Options of Ember wash" });
    await sheet.getByRole("button", { name: "Learn fader" }).click();
    await sheet.getByText("Touch a fader or a button of the wing now.").waitFor();
    await slide("fader-1", 0.02);
    await sheet.getByText("fader-1").waitFor();
    await choose(sheet.getByLabel("What to learn"), { label: "Go" });
    await sheet.getByRole("button", { name: "Learn Go" }).click();
    await face.getByRole("button", { name: "button-1" }).click();
    await sheet.getByText("button-1").waitFor();
    await page.keyboard.press("Escape");
    await page.getByRole("button", { name: "Done" }).click();
  });

  it("moves the card, and the stage with it", async () => {
    await slide("fader-1", 0);
    await slide("fader-1", 0.4);
    await until("the card follows", async () => (await level()) === 40);
    await until("the washes too", () => Math.abs(dimmer() - 0.28) < 0.01);
  });

  it("sees its fader and its light follow what others do", async () => {
    await until(
      "the button is lit while the card runs",
      async () => (await face.getByRole("button", { name: "button-1" }).getAttribute("data-lit")) === "true",
    );
    await card().getByRole("slider").press("End");
    await until("the motor went to the top", async () => (await motor("fader-1").inputValue()) === "1");
    await card().getByRole("button", { name: "Let go" }).click();
    await until("and to the bottom", async () => (await motor("fader-1").inputValue()) === "0");
    await until(
      "the light is off",
      async () => (await face.getByRole("button", { name: "button-1" }).getAttribute("data-lit")) === "false",
    );
    await face.getByRole("button", { name: "button-1" }).click();
    await until("Go from the wing", async () => (await level()) === 100);
  });

  it("a fader that stands elsewhere takes over only when it meets the level", async () => {
    // The card is at 100; a hand is at the bottom (the motor is held) and comes up.
    await slide("fader-1", 0.1);
    await slide("fader-1", 0.5);
    await pause(300);
    expect(await level()).toBe(100);
    await slide("fader-1", 1);
    await slide("fader-1", 0.6);
    await until("now it has it", async () => (await level()) === 60);
  });

  it("sets the pace, and gives everybody's own times back", async () => {
    const { page } = story;
    const pace = page.getByRole("textbox", { name: "Pace in seconds" });
    await page.getByRole("button", { name: /^For \d+ list/ }).click();
    const sheet = page.getByRole("dialog", { name: "Company of the pace" });
    await sheet.getByRole("button", { name: "Learn time" }).click();
    await slide("fader-2", 0.02);
    await sheet.getByText("fader-2").waitFor();
    await choose(sheet.getByLabel("What to learn"), { label: "Own times" });
    await sheet.getByRole("button", { name: "Learn Own times" }).click();
    await face.getByRole("button", { name: "button-2" }).click();
    await sheet.getByText("button-2").waitFor();
    await page.keyboard.press("Escape");
    await slide("fader-2", 0.6);
    await until("the third notch is two seconds", async () => (await pace.inputValue()) === "2");
    await pace.fill("4");
    await pace.press("Enter");
    await until("the motor follows", async () => Math.abs(Number(await motor("fader-2").inputValue()) - 0.8) < 0.01);
    await face.getByRole("button", { name: "button-2" }).click();
    await until("everybody's own times", async () => (await pace.inputValue()) === "");
  });

  it("may also be one by MIDI at the browser, with motors that follow", async () => {
    const { page } = story;
    // Chromium has no devices here: an input and an output of our own.
    await page.evaluate(() => {
      const input = { onmidimessage: null as ((event: object) => void) | null };
      const sent: number[][] = [];
      const output = { send: (octets: Iterable<number>) => sent.push([...octets]) };
      const access = { inputs: new Map([["one", input]]), outputs: new Map([["one", output]]), onstatechange: null };
      Object.assign(globalThis, { testMidi: { input, sent } });
      Object.assign(navigator, { requestMIDIAccess: () => Promise.resolve(access) });
    });
    const turn = (value: number): Promise<void> =>
      page.evaluate((to) => {
        const { input } = (globalThis as unknown as { testMidi: { input: { onmidimessage: (event: object) => void } } }).testMidi;
        input.onmidimessage({ data: Uint8Array.of(0xb0, 7, to), timeStamp: performance.now() });
      }, value);
    await page.getByRole("button", { name: "Arrange" }).click();
    await page.getByRole("button", { name: "Options of Ember wash" }).click();
    const sheet = page.getByRole("dialog", { name: "Options of Ember wash" });
    await sheet.getByRole("button", { name: "Hear MIDI here" }).click();
    await choose(sheet.getByLabel("What to learn"), { label: "fader" });
    await sheet.getByRole("button", { name: "Learn fader" }).click();
    await turn(60);
    await sheet.getByText("cc 1 7").waitFor();
    await choose(sheet.getByLabel("cc 1 7 takes over"), { label: "at once" });
    await page.keyboard.press("Escape");
    await page.getByRole("button", { name: "Done" }).click();
    await turn(32);
    await until("the card follows", async () => (await level()) === 25);
    await card().getByRole("slider").press("End");
    const sent = (): Promise<number[][]> =>
      page.evaluate(() => (globalThis as unknown as { testMidi: { sent: number[][] } }).testMidi.sent);
    await until("the motor is told", async () =>
      (await sent()).some(([status, control, value]) => status === 0xb0 && control === 7 && value === 127),
    );
    await turn(76);
    await until("60 again", async () => (await level()) === 60);
  });

  it("that moves another card is asked for before that one loses it", async () => {
    const { page } = story;
    await page.getByRole("button", { name: "Arrange" }).click();
    await page.getByRole("button", { name: "Options of Fern breath" }).click();
    const sheet = page.getByRole("dialog", { name: "Options of Fern breath" });
    const asks = sheet.getByRole("alertdialog", { name: "fader-1 is in use" });
    await sheet.getByRole("button", { name: "Learn fader" }).click();
    await slide("fader-1", 0.6);
    await asks.getByText("Ember wash").waitFor();
    await asks.getByRole("button", { name: "Keep it there" }).click();
    expect(await sheet.getByText("fader-1").count()).toBe(0);
    await page.keyboard.press("Escape");
    await page.getByRole("button", { name: "Options of Ember wash" }).click();
    await page.getByRole("dialog", { name: "Options of Ember wash" }).getByText("fader-1").waitFor();
    await page.keyboard.press("Escape");
    await page.getByRole("button", { name: "Done" }).click();
  });

  it("is forgotten on demand; the card stays where it is", async () => {
    const { page } = story;
    await page.getByRole("button", { name: "Arrange" }).click();
    await page.getByRole("button", { name: "Options of Ember wash" }).click();
    await page.getByRole("button", { name: "Forget fader-1" }).click();
    await page.keyboard.press("Escape");
    await page.getByRole("button", { name: "Done" }).click();
    await page.getByText("all saved").waitFor();
    await slide("fader-1", 0.2);
    await pause(300);
    expect(await level()).toBe(60);
    expect(story.page.errors).toEqual([]);
  });

  it("a card tells other machines when it begins and when it is let go, and Trace says what left", async () => {
    const { page } = story;
    await page.getByRole("button", { name: "Arrange" }).click();
    await page.getByRole("button", { name: "Options of Ember wash" }).click();
    for (const [when, words] of [
      ["Tells other machines when it begins", "note 60 100 on 1"],
      ["Tells them when it is let go", "note 61 100 on 1"],
    ] as const) {
      const says = page.getByRole("region", { name: when });
      await says.getByRole("textbox").fill("shout loudly");
      await says.getByRole("textbox").press("Enter");
      await says.getByText(/can't be/).waitFor();
      await says.getByRole("textbox").fill(words);
      await says.getByRole("textbox").press("Enter");
      await says.getByText(words).waitFor();
    }
    expect(await complaints(page, "Options of Ember wash")).toEqual([]);
    await page.keyboard.press("Escape");
    await page.getByRole("button", { name: "Done" }).click();
    const card = page.getByRole("article", { name: "Ember wash", exact: true });
    const letGo = card.getByRole("button", { name: "Let go" });
    if (await letGo.isEnabled()) await letGo.click();
    await card.locator('[data-running="false"]').waitFor({ state: "attached" });
    await card.getByRole("button", { name: "Go", exact: true }).click();
    await card.locator('[data-running="true"]').waitFor({ state: "attached" });
    await letGo.click();
    await page.getByRole("link", { name: "Trace" }).click();
    const log = page.getByRole("region", { name: "Said to other machines" });
    await log.getByText("note 60 100 on 1").first().waitFor();
    await log.getByText("note 61 100 on 1").first().waitFor();
    await log
      .getByText(/Ember wash/)
      .first()
      .waitFor();
    await page.getByRole("link", { name: "Perform" }).click();
  });

  it("may be another desk's universe: its slots are learned by moving them, and nothing of it leaves as light", async () => {
    const { page } = story;
    await page.getByRole("link", { name: "Show", exact: true }).click();
    await page.getByRole("link", { name: "Network" }).click();
    await page.getByRole("button", { name: "Add an input" }).click();
    const port = await freeUdpPort();
    await typeInto(page, "Port of Input", String(port));
    await typeInto(page, "Into ours of Input", "12");
    await choose(page.getByLabel("How Input counts"), { label: "moves masters and cards" });
    await page.getByRole("button", { name: "Input on" }).click();
    const desk = await foreignDesk(port, { universe: 1, slot: 145, level: 10 });
    await page.getByText("Fern desk, priority 100").waitFor();
    const lantern = (): number => story.levels(12)?.[144] ?? NaN;
    const dark = lantern();
    await page.getByRole("link", { name: "Perform" }).click();
    await page.getByRole("link", { name: "By hand" }).click();
    await page.getByRole("button", { name: "Arrange" }).click();
    await page.getByRole("button", { name: "Options of Lantern string" }).click();
    const sheet = page.getByRole("dialog", { name: "Options of Lantern string" });
    await sheet.getByRole("button", { name: "Learn fader" }).click();
    await sheet.getByText(/Touch a fader or a button/).waitFor();
    expect(lantern()).toBe(dark);
    desk.set(0);
    await sheet.getByText("1.145").waitFor();
    await sheet.getByText("by E1.31").waitFor();
    await page.keyboard.press("Escape");
    await page.getByRole("button", { name: "Done" }).click();
    // It stands where the master does, and takes it along.
    desk.set(153);
    await until("the lanterns follow", () => lantern() === 153);
    const fader = page.getByRole("slider", { name: "Master Lantern string" });
    // A page hears of it after the light has left.
    await until("and the fader is seen there", async () => (await fader.getAttribute("aria-valuenow")) === "60");
    desk.set(0);
    await until("dark again", () => lantern() === dark);
    desk.stop();
    expect(page.errors).toEqual([]);
  });
});
