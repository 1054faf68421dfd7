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

/** Whether anything on the stage is drawn in the ink of what is parked, which is bone. */
const hasBone = async (stage: Locator): Promise<boolean> =>
  (
    await stage.locator("canvas").evaluateAll((canvases: HTMLCanvasElement[]) =>
      canvases.map((canvas) => {
        const { data } = canvas.getContext("2d")!.getImageData(0, 0, canvas.width, canvas.height);
        for (let at = 0; at < data.length; at += 4) if (data[at] === 0xd9 && data[at + 1] === 0xcd && data[at + 2] === 0xb4) return true;
        return false;
      }),
    )
  ).includes(true);

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

describe("heads parked at values", () => {
  it("stand at what is typed, whatever their lanes say, until they are freed; what isn't understood parks nothing", async () => {
    const { page } = story;
    await story.fresh();
    await pickGroup(page, "Rib spots");
    await setLane(page, "Dimmer", "70");
    await until("lit", () => Math.abs(story.dimmer(0) - 0.7) < 0.01);
    await page.getByRole("button", { name: "Park", exact: true }).click();
    const sheet = page.getByRole("dialog", { name: "Park", exact: true });
    const values = sheet.getByLabel("Or at values, whatever is on stage");
    await values.fill("dim 20, moonbeam");
    await values.press("Enter");
    await sheet
      .getByRole("alert")
      .getByText(/“moonbeam”/)
      .waitFor();
    await values.fill("dim 20..40");
    await sheet.getByRole("button", { name: "Park at these" }).click();
    await page.getByRole("link", { name: "■ 56 parked" }).waitFor();
    await until("as typed, fanned", () => Math.abs(story.dimmer(0) - 0.2) < 0.01 && Math.abs(story.dimmer(55) - 0.4) < 0.01);
    await setLane(page, "Dimmer", "90");
    await page.getByText("all saved").waitFor();
    expect(story.dimmer(0)).toBeCloseTo(0.2, 2);
    const stage = page.getByRole("img", { name: /^Stage plan/ });
    await until("heads on the stage wear a square of bone", () => hasBone(stage));
    // The lane and the groups wear the square as well: all of one, eight of another.
    const lane = page.getByRole("article", { name: "Lane Dimmer" });
    await lane.getByText("■ 56 heads parked").waitFor();
    expect(await lane.getByRole("img", { name: "Parked in Dimmer" }).getAttribute("data-parked")).toBe("56");
    const cast = page.getByRole("complementary", { name: "Cast" });
    await cast.getByRole("button", { name: /^Rib 3 spots ■/ }).waitFor();
    expect(await cast.getByRole("button", { name: /^Floor washes ■/ }).count()).toBe(0);
    await page.getByRole("button", { name: "■ Park (56)" }).click();
    await sheet.getByRole("button", { name: "Free all" }).click();
    await until("as their lane says", () => Math.abs(story.dimmer(0) - 0.9) < 0.01);
    await until("and no square any more", async () => !(await hasBone(stage)));
    await page.keyboard.press("Escape");
    await cast.getByRole("button", { name: "Change Rib 3 spots" }).click();
    const tools = page.getByRole("dialog", { name: "Change Rib 3 spots" });
    await tools.getByRole("button", { name: "Park it" }).click();
    await cast.getByRole("button", { name: /^Rib spots ■ 8/ }).waitFor();
    await cast.getByRole("button", { name: "Change Rib 3 spots" }).click();
    await tools.getByRole("button", { name: "■ Free 8 heads" }).click();
    await page.getByRole("button", { name: "Park", exact: true }).waitFor();
    await page.keyboard.press("Escape");
  });
});

describe("a card that parks a group", () => {
  it("keeps it as it is for whoever plays its page, an operator too, and frees it at the next touch", async () => {
    const { page } = story;
    await story.fresh();
    await openPlace(page, "/perform/page-main");
    await page.getByRole("button", { name: "Arrange" }).click();
    await page.getByRole("button", { name: "Add a card" }).click();
    await page.getByRole("menuitem", { name: "Rib spots", exact: true }).last().click();
    await page.getByRole("button", { name: "Park Rib spots" }).waitFor();
    await page.getByRole("button", { name: "Done" }).click();
    const night = page.getByRole("article", { name: "Night bloom" });
    await night.getByRole("button", { name: "Go", exact: true }).click();
    await until("they are lit", () => story.dimmer(0) > 0.15);
    const operator = await signedIn(story.browser, story.url, "operator");
    await openPlace(operator, "/perform/page-main");
    await operator.getByRole("button", { name: "Park Rib spots" }).click();
    await operator.getByText("■ 56 heads parked").first().waitFor();
    const held = story.dimmer(0);
    expect(held).toBeGreaterThan(0.1);
    await night.getByRole("button", { name: "Let go", exact: true }).click();
    await page.getByText("Nothing is running").waitFor();
    await until("what isn't parked is out", () => story.node.levels(11)!.every((octet, at) => at % 13 !== 4 || octet === 0));
    expect(story.dimmer(0)).toBeCloseTo(held, 3);
    await operator.getByRole("button", { name: "Free Rib spots" }).click();
    await until("they are free", () => story.dimmer(0) === 0);
    await operator.getByRole("button", { name: "Park Rib spots" }).waitFor();
    expect(operator.errors).toEqual([]);
    await operator.context().close();
  });
});
