import type { Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { BuildStory } from "./build-story";
import { pickGroup, setLane } from "./people";
import { until } from "./until";

/** Story: the lead goes for a coffee. The stage plays on, and nobody else touches it. */
let story: BuildStory;
let page: BuildStory["page"];
beforeAll(async () => {
  story = await BuildStory.begin();
  page = story.page;
});
afterAll(() => story.end());

const screen = (): ReturnType<Page["getByRole"]> => page.getByRole("dialog", { name: "Locked screen" });
const blinders = (): number => story.levels(13)?.[0] ?? -1;
async function unlock(secret: string): Promise<void> {
  await screen().getByLabel("Password or short code").fill(secret);
  await screen().getByRole("button", { name: "Unlock" }).click();
}

describe("a locked screen", () => {
  it("has a short code of one's own", async () => {
    await page.getByRole("link", { name: "Crew" }).click();
    await page.getByRole("link", { name: "People" }).click();
    await page.getByLabel("Your password").fill("palm-house-1");
    await page.getByLabel("Code, 4 to 8 digits").fill("12");
    await page.getByRole("button", { name: "Set short code" }).click();
    await page.getByText("it has four to eight digits").waitFor();
    await page.getByLabel("Code, 4 to 8 digits").fill("2468");
    await page.getByRole("button", { name: "Set short code" }).click();
    await page.getByText("Your short code unlocks your screens now.").waitFor();
  });

  it("covers everything at a key, keeps playing, and hears no other key", async () => {
    await page.getByRole("link", { name: "Build" }).click();
    await pickGroup(page, "Blinders");
    await setLane(page, "Dimmer", "100");
    await until("the blinders are full", () => blinders() === 255);
    await page.getByRole("region", { name: "Lanes" }).getByRole("article", { name: "Lane Dimmer" }).click();
    await page.keyboard.press("Control+Shift+L");
    await screen().waitFor();
    await page.keyboard.press("Shift+Escape");
    await page.keyboard.press("k");
    await page.mouse.click(400, 300);
    await unlock("1111");
    await screen().getByText("That is neither your password nor your short code.").waitFor();
    expect(blinders()).toBe(255);
    await unlock("2468");
    await screen().waitFor({ state: "detached" });
    // All is as it was: the selection, and the sketch that Shift+Esc would have wiped.
    await page.getByRole("article", { name: "Lane Dimmer" }).waitFor();
    expect(blinders()).toBe(255);
  });

  it("stays locked through a reload and in other windows of this browser, and opens by the password, too", async () => {
    const second = await page.context().newPage();
    await second.goto(new URL("/perform", page.url()).href);
    await second.getByRole("article", { name: "Lantern evening" }).waitFor();
    await page.getByRole("button", { name: "Lock", exact: true }).click();
    await second.getByRole("dialog", { name: "Locked screen" }).waitFor();
    await page.reload();
    await screen().waitFor();
    expect(await page.getByRole("complementary", { name: "Cast" }).count()).toBe(0);
    await unlock("palm-house-1");
    await page.getByRole("complementary", { name: "Cast" }).waitFor();
    await second.getByRole("dialog", { name: "Locked screen" }).waitFor({ state: "detached" });
    expect(page.errors).toEqual([]);
    await second.close();
  });
});
