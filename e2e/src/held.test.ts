import type { Locator, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { BuildStory } from "./build-story";
import { openPlace, pickGroup, setLane, signedIn } from "./people";
import { until } from "./until";

/** Story: what is held on stage is seen by everybody, and what stands ready behind a curtain is seen before it goes. */
let story: BuildStory;
let tomasz: Page & { errors: string[] };
beforeAll(async () => {
  story = await BuildStory.begin();
  tomasz = await signedIn(story.browser, story.url, "tomasz");
  await openPlace(tomasz, "/perform/page-main");
});
afterAll(async () => {
  expect([...story.page.errors, ...tomasz.errors]).toEqual([]);
  await story.end();
});

/** How much light is drawn: the opacities of the light's layer summed up. */
const light = (stage: Locator): Promise<number> =>
  stage
    .locator("canvas")
    .nth(1)
    .evaluate((canvas: HTMLCanvasElement) => {
      const { data } = canvas.getContext("2d")!.getImageData(0, 0, canvas.width, canvas.height);
      let sum = 0;
      for (let at = 3; at < data.length; at += 4) sum += data[at]!;
      return sum;
    });

describe("behind a curtain", () => {
  it("the next look is seen on stage's other side; heads that are held are marked on the stage, on cards and for others", async () => {
    const { page } = story;
    await pickGroup(page, "Rib spots");
    await setLane(page, "Dimmer", "30");
    await until("lit", () => Math.abs(story.dimmer(0) - 0.3) < 0.01);
    await page.keyboard.press("k");
    await page.getByRole("button", { name: "Curtain down" }).waitFor();
    await setLane(page, "Dimmer", "90");
    const shows = page.getByRole("radiogroup", { name: "The stage shows" });
    const stages = page.getByRole("img", { name: /^Stage plan/ });
    await until("they are marked", async () => Number(await stages.first().getAttribute("data-curtained")) > 7);
    await shows.getByRole("radio", { name: "Both" }).click();
    await page.getByText("prepared, behind the curtain").waitFor();
    await until("the next look is brighter", async () => (await light(stages.nth(1))) > 1.1 * (await light(stages.nth(0))));
    expect(Math.abs(story.dimmer(0) - 0.3)).toBeLessThan(0.01);
    await shows.getByRole("radio", { name: "Prepared" }).click();
    expect(await stages.count()).toBe(1);
    // Heads are picked there as on stage.
    const box = (await stages.boundingBox())!;
    await page.mouse.click(box.x + 3, box.y + box.height - 40);
    await until("nobody is selected", async () => (await stages.getAttribute("data-selected")) === "0");
    await tomasz.getByRole("link", { name: "■ curtain: Ines" }).waitFor();
    await tomasz
      .getByRole("article", { name: "Night bloom" })
      .getByText(/■ \d+ heads behind a curtain/)
      .waitFor();
    await page.getByRole("button", { name: "Curtain down" }).click();
    await page.getByRole("button", { name: "Raise", exact: true }).click();
    await until("it rises", () => Math.abs(story.dimmer(0) - 0.9) < 0.01);
    await until("nobody is told any more", async () => (await tomasz.getByRole("link", { name: /^■ curtain/ }).count()) === 0);
    // Each browser hears of it by itself.
    await until("nor is there another side to show", async () => (await shows.count()) === 0);
    await until("nor marked", async () => (await stages.getAttribute("data-curtained")) === "0");
  });
});
