import type { Browser, Page } from "playwright-core";
import { PNG } from "pngjs";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { animatedGif } from "./animated-gif";
import { complaints } from "./axe";
import { openBrowser } from "./browser";
import { choose as chosen } from "./choose";
import { washLevels } from "./demo-patch";
import { nodeOnLoopback, type LoopbackNode } from "./node-on-loopback";
import { addLane, message, openPlace, pickGroup, signedIn } from "./people";
import { runVexa, type RunningVexa } from "./run-server";
import { until } from "./until";
import { writtenVideo } from "./written-video";

/** Story: a picture over mixed lamps. A pattern is laid over the plan, moved by its handles, coloured, and recorded. The steps build on each other. */
let node: LoopbackNode;
let vexa: RunningVexa;
let browser: Browser;
let page: Page & { errors: string[] };
beforeAll(async () => {
  node = await nodeOnLoopback([11]);
  vexa = await runVexa(`127.0.0.1:${node.port}`);
  browser = await openBrowser();
  page = await signedIn(browser, vexa.url, "ines");
});
afterAll(async () => {
  await browser.close();
  await vexa.stop();
  node.close();
});

const ROW = 14;
const wash = (index: number): ReturnType<typeof washLevels> => washLevels(node.levels, index);
/** Levels of the washes in front, from the left to the right. */
const front = (): number[] => Array.from({ length: ROW }, (_, at) => wash(ROW + at).dimmer);
const spread = (levels: readonly number[]): number => Math.max(...levels) - Math.min(...levels);
const choose = (name: string, label: string): Promise<void> => chosen(page.getByRole("combobox", { name, exact: true }), { label });
const type = async (label: string, text: string): Promise<void> => {
  const field = page.getByLabel(label, { exact: true });
  await field.fill(text);
  await field.press("Enter");
};
const chooseVeil = (): Promise<void> =>
  page
    .getByRole("radio", { name: "Veil" })
    .or(page.getByRole("button", { name: "Veil", exact: true }))
    .first()
    .click();
const says = (words: string | RegExp): Promise<void> => page.getByText(words).first().waitFor();
const handles = async (): Promise<Record<string, [number, number]>> =>
  JSON.parse((await page.locator("[data-handles]").getAttribute("data-handles"))!) as Record<string, [number, number]>;

describe("a veil over the stage", () => {
  it("is chosen, seen before it runs, and lights each lamp by where it hangs", async () => {
    await openPlace(page, "/build");
    await pickGroup(page, "Floor washes");
    await addLane(page, "Dimmer");
    await chooseVeil();
    await page.getByRole("img", { name: "The pattern rings, moving" }).waitFor();
    expect(await complaints(page)).toEqual([]);
    await page.getByRole("button", { name: "Add motion to Dimmer" }).click();
    await until("the washes differ", () => spread(front()) > 0.2);
    const before = front();
    // Rings about the middle of the stage: what hangs as far from it to the left and to the right is as bright.
    await until("the row is its own mirror image, and moves", () => {
      const levels = front();
      return levels.every((level, at) => Math.abs(level - levels[ROW - 1 - at]!) < 0.02) && Math.abs(levels[0]! - before[0]!) > 0.1;
    });
  });

  it("is multiplied with what lies beneath, or shows where it is brighter, where that is asked for", async () => {
    const lit = (): number => Math.max(...front());
    await choose("The value beneath", "is multiplied by it");
    await until("nothing lies beneath: it stays dark", () => lit() === 0);
    await choose("The value beneath", "shows where it is brighter");
    await until("anything is brighter than nothing", () => spread(front()) > 0.2);
    await choose("The value beneath", "is covered");
    await until("it covers the dark wholly", () => lit() > 0.6);
    await type("Opacity fan", "40");
    await until("and now by four tenths", () => lit() > 0.2 && lit() < 0.41);
    await type("Opacity fan", "140");
    await says(/140 can.t be: it goes from 0 to 100 %\. 40 was kept/);
    // The lane's own curve takes no more either.
    await type("Dimmer size", "250");
    await says(/250 can.t be: it goes from 0 to 100 %/);
    await type("Opacity fan", "0");
    await until("not at all: it is dark", () => lit() === 0);
    await type("Opacity fan", "100");
    await choose("The value beneath", "is replaced");
    await until("it stands by itself again", () => spread(front()) > 0.2);
    expect(page.errors).toEqual([]);
  });

  it("is moved and stretched by its handles, and typed; what can't be is refused with a reason", async () => {
    const stage = (await page.getByRole("img", { name: /^Stage plan/ }).boundingBox())!;
    const { centre } = await handles();
    await page.mouse.move(stage.x + centre![0], stage.y + centre![1]);
    await page.mouse.down();
    await page.mouse.move(stage.x + centre![0] + 90, stage.y + centre![1], { steps: 6 });
    await page.mouse.up();
    await until("the row isn't symmetric any more", () => {
      const levels = front();
      return levels.some((level, at) => Math.abs(level - levels[ROW - 1 - at]!) > 0.1);
    });
    expect((await handles())["centre"]![0]).toBeCloseTo(centre![0] + 90, -1);
    expect(Number((await page.getByLabel("Middle", { exact: true }).inputValue()).split(",")[0])).toBeGreaterThan(1);
    await type("Middle", "over there");
    await says(/isn't a place on stage/);
    await type("Middle", "0,6,0");
    await until("it is in the middle again", () => {
      const levels = front();
      return levels.every((level, at) => Math.abs(level - levels[ROW - 1 - at]!) < 0.02);
    });
    const width = page.getByLabel("Width, m", { exact: true });
    const kept = await width.inputValue();
    await width.fill("0");
    await width.press("Enter");
    await page.keyboard.press("Escape");
    await page.reload();
    await pickGroup(page, "Floor washes");
    await page.getByLabel("Width, m", { exact: true }).waitFor();
    expect(await page.getByLabel("Width, m", { exact: true }).inputValue()).toBe(kept);
  });

  it("shows every pattern, and colours in each lamp's own emitters", async () => {
    for (const pattern of ["gradient", "chequers", "falling drops", "drifting cloud"]) {
      await choose("Pattern", pattern);
      await page.getByRole("img", { name: `The pattern ${pattern}, moving` }).waitFor();
      await until(`the washes show the ${pattern}`, () => spread(front()) > 0.05);
    }
    await page.getByRole("button", { name: "Other dice" }).click();
    await type("Formula", "1 / x");
    await says(/no number at x = 0/);
    await type("Formula", "x > 0 ? 1 : 0");
    await until("the right half is lit and the left half isn't", () => {
      const levels = front();
      return levels.slice(0, ROW / 2).every((level) => level < 0.02) && levels.slice(ROW / 2).every((level) => level > 0.98);
    });
    await page
      .getByRole("radio", { name: "Wave" })
      .or(page.getByRole("button", { name: "Wave", exact: true }))
      .first()
      .click();
    await page.getByRole("button", { name: "Draw one like this" }).click();
    await type("Formula of the waveform", "x.constructor");
    await says(/The formula wasn't taken: it must be one formula of numbers, names and functions/);
    await type("Formula of the waveform", "0.25");
    await until("all are at a quarter", () => front().every((level) => Math.abs(level - 0.25) < 0.01));
    await choose("Motion of", "Colour");
    await chooseVeil();
    await type("Colours from dark to bright", "red..unheard of");
    await says(/aren't colours/);
    await type("Colours from dark to bright", "red..blue");
    const ends = (): [number, number][] => [0, ROW - 1].map((at) => [wash(ROW + at).red, wash(ROW + at).blue]);
    const bare = ends();
    await page.getByRole("button", { name: "Add motion to Colour" }).click();
    await choose("Pattern", "gradient");
    await until("some are red and others blue", () => {
      const all = Array.from({ length: ROW }, (_, at) => wash(ROW + at));
      return all.some(({ red, blue }) => red > 2 * blue) && all.some(({ red, blue }) => blue > 2 * red);
    });
    const whole = await page.getByLabel("Width, m", { exact: true }).inputValue();
    await type("Width, m", "4");
    await until("beyond its edges it is dark, which is red", () => ends().every(([red, blue]) => red > 200 && blue < 20));
    await choose("Beyond its edges", "as beneath");
    await until("what hangs out there is as it was", () => JSON.stringify(ends()) === JSON.stringify(bare));
    await choose("Beyond its edges", "dark");
    await type("Width, m", whole);
  });

  it("may be a picture: a file's, in its own colours, or words that run; what is no picture is refused in words", async () => {
    const file = page.getByLabel("Picture over the stage");
    await file.setInputFiles({ name: "notes.png", mimeType: "image/png", buffer: Buffer.from("no picture at all") });
    await says("notes.png can't be taken as a picture: this browser reads no picture in it. Nothing was changed.");
    // Blue at the left and red at the right, written by another encoder (pngjs).
    const image = new PNG({ width: 8, height: 2 });
    for (let dot = 0; dot < 16; dot++) image.data.set(dot % 8 < 4 ? [0, 0, 255, 255] : [255, 0, 0, 255], 4 * dot);
    await file.setInputFiles({ name: "halves.png", mimeType: "image/png", buffer: PNG.sync.write(image) });
    await page.getByRole("img", { name: "The picture halves, moving" }).waitFor();
    // In the middle a dot lies over both halves.
    const blueThenRed = (): boolean =>
      [0, 1, 2, 3, 10, 11, 12, 13].every((at) => {
        const { red, blue } = wash(ROW + at);
        return at < ROW / 2 ? blue > 200 && red < 20 : red > 200 && blue < 20;
      });
    await until("the left is blue and the right is red", blueThenRed);
    expect(await complaints(page)).toEqual([]);
    await choose("It runs", "to the right");
    await until("it runs", () => !blueThenRed());
    await choose("It runs", "it stands still");
    await until("it stands", blueThenRed);
    // Where a picture is clear it lets through what lies beneath, once it covers: nobody says anything there. In the value's place it is seen on black.
    await choose("Beyond its edges", "as beneath");
    await choose("The value beneath", "is covered");
    for (let dot = 0; dot < 16; dot++) image.data.set(dot % 8 < 4 ? [255, 255, 0, 0] : [0, 255, 0, 255], 4 * dot);
    await file.setInputFiles({ name: "window.png", mimeType: "image/png", buffer: PNG.sync.write(image) });
    await page.getByRole("img", { name: "The picture window, moving" }).waitFor();
    const [left, right] = [(): ReturnType<typeof wash> => wash(ROW + 2), (): ReturnType<typeof wash> => wash(ROW + 11)];
    await until("the right is green and the left as it hangs", () => right().red < 180 && left().blue === 255 && left().red === 255);
    await choose("Beyond its edges", "dark");
    await choose("The value beneath", "is replaced");
    await until("the left has no colour", () => left().red < 255 && left().red > 150 && right().red < 100);
    await page.getByRole("checkbox", { name: "its own colours" }).click();
    await page.getByLabel("Colours from dark to bright", { exact: true }).waitFor();
    await until("dark and bright of other colours", () => !blueThenRed());
    // Nothing of what is opaque is red: where that counts, all is as dark as where nothing is.
    await until("the right is brighter than the left", () => JSON.stringify(right()) !== JSON.stringify(left()));
    await choose("What counts of it", "its red");
    await until("the right is as dark as the left", () => JSON.stringify(right()) === JSON.stringify(left()));
    await choose("What counts of it", "its green");
    await until("and bright again", () => JSON.stringify(right()) !== JSON.stringify(left()));
    await choose("What counts of it", "how bright it is");
    await type("Words", "Good night");
    await page.getByRole("img", { name: "The picture Good night, moving" }).waitFor();
    await choose("Pattern", "picture Light through leaves");
    await page.getByRole("img", { name: "The picture Light through leaves, moving" }).waitFor();
    await choose("Pattern", "picture halves");
    await page.getByRole("button", { name: "Take it away" }).last().click();
    await page.getByRole("img", { name: "The pattern gradient, moving" }).waitFor();
    expect(page.errors).toEqual([]);
  });

  it("may be a film: an animation or a video, as long as it was; taken in with progress, and given up", async () => {
    const file = page.getByLabel("Picture over the stage");
    const [red, blue] = [[255, 0, 0] as const, [0, 0, 255] as const];
    const flicks = animatedGif(16, 9, [
      { color: red, hundredths: 100 },
      { color: blue, hundredths: 200 },
    ]);
    await file.setInputFiles({ name: "flicks.gif", mimeType: "image/gif", buffer: flicks });
    await page.getByText("A film of 45 pictures").waitFor();
    await page.getByRole("img", { name: "The picture flicks, moving" }).waitFor();
    expect(await page.getByLabel("One round in", { exact: true }).inputValue()).toBe("3");
    // Words have made it a narrow strip.
    await type("Height, m", "20");
    const middle = (): ReturnType<typeof wash> => wash(ROW + ROW / 2);
    await until("it is red", () => middle().red > 200 && middle().blue < 60);
    await until("it goes over to blue", () => middle().blue > 200 && middle().red < 60);
    await until("and comes back", () => middle().red > 200 && middle().blue < 60);
    const video = await writtenVideo(page);
    await file.setInputFiles({ name: "stream.webm", mimeType: "video/webm", buffer: Buffer.from(video) });
    await page.getByRole("img", { name: "The picture stream, moving" }).waitFor();
    await until("it is green", () => middle().green > 150 && middle().blue < 80);
    await until("it is blue", () => middle().blue > 150 && middle().green < 80);
    for (const [name, mimeType, buffer, why] of [
      ["broken.webm", "video/webm", Buffer.from(video.slice(0, 200)), /broken.webm can't be taken as a picture: .*Nothing was changed/],
      ["words.mp4", "video/mp4", Buffer.from("no film at all"), /words.mp4 can't be taken as a picture: this browser reads no film in it/],
      ["cut.gif", "image/gif", flicks.subarray(0, 60), /cut.gif can't be taken as a picture: .*Nothing was changed/],
    ] as const) {
      await file.setInputFiles({ name, mimeType, buffer });
      await page.getByText(why).first().waitFor();
    }
    await page.getByRole("img", { name: "The picture stream, moving" }).waitFor();
    const long = animatedGif(
      32,
      18,
      Array.from({ length: 1500 }, (_, at) => ({ color: at % 2 ? red : blue, hundredths: 4 })),
    );
    await file.setInputFiles({ name: "long.gif", mimeType: "image/gif", buffer: long });
    await page.getByRole("button", { name: /% · Cancel$/ }).click();
    await page.getByText("long.gif wasn't taken. Nothing was changed.").first().waitFor();
    await page.getByRole("button", { name: "Picture or film…" }).waitFor();
    expect(await complaints(page)).toEqual([]);
    expect(page.errors).toEqual([]);
  });

  it("is fanned over several of the sketch, from the lowest to the topmost", async () => {
    const fan = page.getByRole("region", { name: "Over several veils" }).getByLabel("Fan over the veils");
    await pickGroup(page, "Rib 3 spots");
    await addLane(page, "Dimmer");
    await chooseVeil();
    await page.getByRole("button", { name: "Add motion to Dimmer" }).click();
    await choose("What is fanned", "width, m");
    await type("Fan over the veils", "0..40");
    await says(/veil 1 takes 0.01 to 1000/);
    await type("Fan over the veils", "4..40");
    await until(
      "the topmost is as wide as the last",
      async () => (await page.getByLabel("Width, m", { exact: true }).inputValue()) === "40",
    );
    expect((await fan.inputValue()).split("..")[0]).toBe("4");
    expect(await complaints(page)).toEqual([]);
  });

  it("is recorded in a cue and told there in words; the demo has two", async () => {
    await page.getByRole("button", { name: "Record cue" }).click();
    await page
      .getByRole("button", { name: /^Record/ })
      .last()
      .click();
    await message(page, /Recorded|recorded/)
      .first()
      .waitFor();
    await openPlace(page, "/score");
    await page.getByRole("navigation", { name: "Cue lists" }).getByText("Canopy drift").first().click();
    await page.getByText("Rings on the water").first().click();
    await says(/rings 20 × 16 m/);
    expect(page.errors).toEqual([]);
  });
});
