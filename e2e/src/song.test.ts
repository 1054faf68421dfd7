import { spawn, type ChildProcess } from "node:child_process";
import { choose } from "./choose";
import { setPriority } from "node:os";
import { fileURLToPath } from "node:url";
import type { Locator } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { BuildStory } from "./build-story";
import { clickTrack } from "./click-track";
import { freeUdpPort } from "./node-on-loopback";
import { message, pickGroup } from "./people";
import { recordSong, ScoreStory } from "./score-story";
import { pause, until } from "./until";

/** Story 5c: a song of four cues along its sound, run, jumped about in and edited while it runs; and along timecode. */
let story: BuildStory;
let score: ScoreStory;
let oscPort = 0;
beforeAll(async () => {
  oscPort = await freeUdpPort();
  story = await BuildStory.begin({ osc: String(oscPort) });
  story.page.setDefaultTimeout(10000);
  score = new ScoreStory(story.page);
});
afterAll(async () => {
  expect(story.page.errors).toEqual([]);
  await story.end();
});

const SECONDS = 20;
const line = (): Locator => story.page.getByRole("region", { name: "Time line" });
const press = (name: string): Promise<void> => line().getByRole("button", { name, exact: true }).click();
const picture = (): Locator => line().getByRole("group", { name: "Cues on the time line" });
const flag = (number: number): Locator => line().getByRole("slider", { name: new RegExp(`^Time of cue ${number} `) });
const timeOf = async (number: number): Promise<number> => Number(await flag(number).getAttribute("aria-valuenow"));
const clock = async (): Promise<string> => line().getByLabel("Stands at").innerText();
const runningCue = (): Promise<string> => score.run("Song").innerText();

/** Moments at which the first head comes to a level on the wire, in seconds of the receiver. */
function arrivals(): { at: number; percent: number }[] {
  const levels = story.node
    .history(3)
    .map(({ atSeconds, levels: slots }) => ({ at: atSeconds, percent: Math.round(((slots[4]! * 256 + slots[5]!) / 65535) * 100) }));
  return levels.filter(({ percent }, index) => index > 0 && percent !== levels[index - 1]!.percent);
}

describe("a song along its sound", () => {
  it("takes a file that is a sound, shows its waveform, and refuses what is none", async () => {
    await recordSong(story, [
      ["100", "0"],
      ["20", "0"],
      ["60", "0"],
      ["40", "0"],
    ]);
    await score.open("Song");
    await choose(line().getByLabel("Times are counted by"), "sound");
    await line().getByText("Choose a file of sound").waitFor();
    const file = line().getByLabel("File of sound");
    await file.setInputFiles({ name: "poem.txt", mimeType: "text/plain", buffer: Buffer.from("no sound at all") });
    await message(story.page, /“poem.txt” isn't a sound that this browser can read/).waitFor();
    await line().getByText("no file yet").waitFor();
    await file.setInputFiles({ name: "clicks.wav", mimeType: "audio/wav", buffer: clickTrack(120, SECONDS) });
    await line().getByText("clicks.wav").waitFor();
    await line().locator("[aria-label=Waveform][data-ready=true]").waitFor();
  });

  it("has its cues dragged onto it, moved there, typed, and taken back", async () => {
    const box = (await picture().boundingBox())!;
    for (const [number, seconds] of [
      [1, 1],
      [2, 3],
      [3, 5],
      [4, 14],
    ] as const)
      await score.row(number).dragTo(picture(), { targetPosition: { x: (box.width * seconds) / SECONDS, y: 60 } });
    await until("all four have a time", async () => Math.abs((await timeOf(4)) - 14) < 0.1);
    expect(Math.abs((await timeOf(2)) - 3)).toBeLessThan(0.1);
    const before = await timeOf(3);
    const grip = (await flag(3).boundingBox())!;
    await story.page.mouse.move(grip.x + 3, grip.y + 8);
    await story.page.mouse.down();
    await story.page.mouse.move(grip.x + 3 + box.width / SECONDS, grip.y + 8, { steps: 6 });
    await story.page.mouse.up();
    await until("it is a second later", async () => Math.abs((await timeOf(3)) - before - 1) < 0.1);
    await story.page.keyboard.press("Control+z");
    await until("and back", async () => (await timeOf(3)) === before);
    for (const [number, text] of [
      [1, "1"],
      [2, "2.5"],
      [3, "4"],
      [4, "15"],
    ] as const) {
      await score.row(number).click();
      await score.field("Time of the cue", text);
    }
    await score.field("Time of the cue", "half past");
    await message(story.page, /“half past”.*minutes and seconds/).waitFor();
    await until("typed", async () => (await timeOf(3)) === 4 && (await timeOf(4)) === 15);
  });

  it("takes a preset: dropped or touched and laid, it is a cue at that time for the selection", async () => {
    const { page } = story;
    await page.getByRole("link", { name: "Build" }).click();
    await page.keyboard.press("Escape");
    await page.getByRole("link", { name: "Score" }).click();
    const box = (await picture().boundingBox())!;
    const at = (seconds: number): { x: number; y: number } => ({ x: (box.width * seconds) / SECONDS, y: 60 });
    const moss = score.sheet.getByTitle(/^Moss: drag it/);
    await moss.dragTo(picture(), { targetPosition: at(8) });
    await message(page, /Nobody is selected, so Moss has nobody to lie on/).waitFor();
    expect(await score.rows.count()).toBe(4);
    await page.getByRole("link", { name: "Build" }).click();
    await pickGroup(page, "Rib 3 spots");
    await page.getByRole("link", { name: "Score" }).click();
    await moss.dragTo(picture(), { targetPosition: at(8) });
    await until("a cue between the third and the fourth", async () => (await score.rows.count()) === 5);
    expect((await score.row(4).innerText()).replaceAll("\n", " ")).toMatch(/^3\.1 .*Moss/);
    expect(Math.abs((await timeOf(3.1)) - 8)).toBeLessThan(0.1);
    await score.sheet
      .getByRole("listitem", { name: /^Rib 3 spots/ })
      .getByText("∞ Moss")
      .waitFor();
    await moss.click();
    await picture().click({ position: at(11) });
    await until("another one behind it", async () => (await score.rows.count()) === 6);
    expect(Math.abs((await timeOf(3.2)) - 11)).toBeLessThan(0.1);
    await page.keyboard.press("Control+z");
    await page.keyboard.press("Control+z");
    await until("as before", async () => (await score.rows.count()) === 4);
  });

  it("runs: the sound plays, and each cue is on the wire at its time", async () => {
    story.node.collect();
    await press("Play");
    await until("the sound plays here", async () => (await line().locator("[aria-label=Waveform][data-hears=yes]").count()) === 1);
    await until("cue 3 runs", async () => (await runningCue()).includes("● 3"));
    const lags: number[] = [];
    for (let look = 0; look < 5; look++) {
      await pause(100);
      lags.push(Math.abs(Number(await line().getByRole("img", { name: "Waveform" }).getAttribute("data-lag"))));
    }
    expect(Math.min(...lags)).toBeLessThan(0.08);
    const steps = arrivals();
    expect(steps.map(({ percent }) => percent)).toEqual([100, 20, 60]);
    const near = 0.05 + story.node.lateness();
    expect(Math.abs(steps[1]!.at - steps[0]!.at - 1.5)).toBeLessThan(near);
    expect(Math.abs(steps[2]!.at - steps[1]!.at - 1.5)).toBeLessThan(near);
  });

  it("is edited while it runs: a cue whose time is changed comes then; a touch jumps to another place", async () => {
    await score.row(4).click();
    story.node.collect();
    await score.field("Time of the cue", "7");
    await until("cue 4 came", () => story.dimmer(16) < 0.41);
    // The clock on screen is told anew every 60 ms.
    expect(Math.abs(Number(/0:(\d\d\.\d\d)/.exec(await clock())![1]) - 7)).toBeLessThan(0.3);
    const box = (await picture().boundingBox())!;
    await picture().click({ position: { x: (box.width * 3.2) / SECONDS, y: 85 } });
    await until("cue 2 belongs there", () => Math.abs(story.dimmer(16) - 0.2) < 0.01);
    await until("and goes on to cue 3", () => Math.abs(story.dimmer(16) - 0.6) < 0.01);
    await press("Stop");
    await until("it stands", async () => (await clock()).startsWith("■"));
    const stood = await clock();
    await pause(400);
    expect(await clock()).toBe(stood);
    // While it stands, looking for a place changes nothing on stage.
    await press("To the start");
    await until("at the start", async () => (await clock()).includes("0:00.00"));
    expect(Math.abs(story.dimmer(16) - 0.6)).toBeLessThan(0.01);
  });

  it("learns times from gos pressed along, and marks that cues are drawn to", async () => {
    await press("Clear times");
    await until("no flags", async () => (await line().getByRole("slider").count()) === 0);
    await score
      .run("Song")
      .getByRole("button", { name: /^Let go/ })
      .click();
    await press("Learn times");
    await press("Play");
    await press("Mark");
    const go = score.run("Song").getByRole("button", { name: "Go", exact: true });
    for (const _ of [1, 2, 3]) {
      await pause(700);
      await go.click();
    }
    await press("Learn times");
    await press("Stop");
    await until("three have times", async () => (await line().getByRole("slider").count()) === 3);
    const times = [await timeOf(1), await timeOf(2), await timeOf(3)];
    expect(times[1]! - times[0]!).toBeGreaterThan(0.65);
    expect(times[1]! - times[0]!).toBeLessThan(1.5);
    expect(times[2]! - times[1]!).toBeGreaterThan(0.65);
    await press("No marks");
  });
});

describe("a song along timecode", () => {
  let source: ChildProcess | undefined;
  const begin = (from: string): void => {
    const program = fileURLToPath(new URL("../../apps/devices/src/timecode-source.ts", import.meta.url));
    source = spawn(process.execPath, ["--import", "tsx", program, "25", from, String(oscPort)], { stdio: ["pipe", "ignore", "inherit"] });
    try {
      // A source of timecode is a machine of its own: what else this one does must not stop its clock.
      setPriority(source.pid!, -15);
    } catch {
      // Not allowed: as steady as the machine lets it be.
    }
  };
  const say = (words: string): void => void source!.stdin!.write(`${words}\n`);
  afterAll(() => void source?.kill());

  it("follows a source that ships, through a jump and a stop, and stops by itself when nothing is heard", async () => {
    const { page } = story;
    await choose(line().getByLabel("Times are counted by"), "timecode");
    await line().getByText("nothing is heard").waitFor();
    for (const [number, text] of [
      [1, "01:00:01:00"],
      [2, "01:00:03:00"],
      [3, "01:00:30:00"],
    ] as const) {
      await score.row(number).click();
      if (number === 1) {
        await line().getByLabel("Timecode at the list's start").fill("01:00:00:00");
        await line().getByLabel("Timecode at the list's start").press("Enter");
      }
      await score.field("Time of the cue", text);
    }
    await score.field("Time of the cue", "01:00:30:25");
    await message(page, /frames to 24/).waitFor();
    await score.run("Song").getByRole("button", { name: "Go to 3" }).click();
    await until("cue 3 first", () => Math.abs(story.dimmer(16) - 0.6) < 0.01);
    story.node.collect();
    begin("00:59:59:00");
    await until("it is before the start", async () => (await clock()).includes("before the start"));
    await until("before the first cue the list lets go", () => story.dimmer(16) === 0);
    await until("cue 1 at its time", () => story.dimmer(16) === 1);
    await until("cue 2 at its time", () => Math.abs(story.dimmer(16) - 0.2) < 0.01);
    // Behind the way down from cue 3.
    const steps = arrivals().slice(-2);
    expect(steps.map(({ percent }) => percent)).toEqual([100, 20]);
    const apart = steps[1]!.at - steps[0]!.at;
    expect(Math.abs(apart - 2)).toBeLessThan(0.06 + story.node.lateness());
    say("01:00:40:00");
    await until("it jumped to cue 3", () => Math.abs(story.dimmer(16) - 0.6) < 0.01);
    expect(await clock()).toMatch(/01:00:4/);
    say("stop");
    await until("it stands", async () => (await clock()).startsWith("■"));
    const stood = await clock();
    await pause(500);
    expect(await clock()).toBe(stood);
    say("run");
    await until("it runs again", async () => (await clock()).startsWith("●"));
    source!.kill();
    await pause(600);
    expect(await clock()).toMatch(/^●/);
    await until("a second and a half after the last message it stands", async () => (await clock()).startsWith("■"));
    expect(Math.abs(story.dimmer(16) - 0.6)).toBeLessThan(0.01);
  });
});
