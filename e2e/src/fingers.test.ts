import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { openBrowser } from "./browser";
import { addLane, openPlace, pickGroup, signedIn } from "./people";
import { runVexa, type RunningVexa } from "./run-server";
import { ScoreStory } from "./score-story";
import { Fingers } from "./touch";
import { pause, until } from "./until";

/** Story: a tablet and a phone. Everything has room for a finger, and scrolling never moves a fader. */
let vexa: RunningVexa;
let browser: Browser;
beforeAll(async () => {
  vexa = await runVexa("127.0.0.1:9");
  browser = await openBrowser();
});
afterAll(async () => {
  await browser.close();
  await vexa.stop();
});

/** What can be touched and is smaller than a finger: its box, with what is found around it. Source: 44 CSS pixels, WCAG 2.2 (2.5.5). */
const tooSmall = (page: Page): Promise<string[]> =>
  page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>("button, a[href], input, [role=slider]")].flatMap((element) => {
      const { width, height, bottom, top, right, left } = element.getBoundingClientRect();
      if (width === 0 || bottom < 0 || top > innerHeight || right < 0 || left > innerWidth) return [];
      // The thumb of a slider is found along its whole track, and a chip's field with the chip around it.
      const around = element.closest<HTMLElement>("[data-orientation=horizontal][aria-disabled], [data-on]")?.getBoundingClientRect();
      const reach = element.classList.contains("finger-reach") ? 36 : 0;
      const grip = parseFloat(getComputedStyle(element).strokeWidth) || 0;
      const [wide, tall] = [Math.max(width + reach + grip, around?.width ?? 0), Math.max(height + reach + grip, around?.height ?? 0)];
      const name = element.getAttribute("aria-label") ?? element.textContent ?? element.tagName;
      return wide < 43.5 || tall < 41.5 ? [`${name} ${Math.round(wide)}x${Math.round(tall)}`] : [];
    }),
  );
const wider = (page: Page): Promise<number> => page.evaluate(() => document.documentElement.scrollWidth - innerWidth);

describe("a tablet", () => {
  let page: Page & { errors: string[] };
  beforeAll(async () => {
    page = await signedIn(browser, vexa.url, "ines", { hasTouch: true });
    await page.setViewportSize({ width: 1024, height: 768 });
  });
  afterAll(async () => {
    expect(page.errors).toEqual([]);
    await page.context().close();
  });

  it("has 44 pixels for everything on Perform, also while it is arranged, in Score and in Build", async () => {
    await openPlace(page, "/perform/page-improvise");
    await page.getByRole("article", { name: "Ember wash" }).waitFor();
    expect(await tooSmall(page)).toEqual([]);
    await page.getByRole("button", { name: "Tempos" }).click();
    expect(await tooSmall(page)).toEqual([]);
    await page.getByRole("button", { name: "Close the tempos" }).click();
    const score = new ScoreStory(page);
    await score.open("Night bloom");
    await score.row(2).click();
    await page.getByRole("region", { name: /^Times of cue/ }).waitFor();
    expect(await tooSmall(page)).toEqual([]);
    expect(await wider(page)).toBe(0);
    await page.getByRole("link", { name: "Build" }).click();
    await pickGroup(page, "Rib spots");
    await addLane(page, "Dimmer");
    expect(await tooSmall(page)).toEqual([]);
    expect(await wider(page)).toBe(0);
  });

  it("scrolls a page by two fingers on a card, and no fader moves; one finger is the fader", async () => {
    await openPlace(page, "/perform/page-main");
    const card = page.getByRole("article", { name: "Night bloom" });
    const fader = card.getByRole("slider");
    const level = async (): Promise<number> => Number(await fader.getAttribute("aria-valuenow"));
    const scrolled = (): Promise<number> => page.locator("[data-grid]").evaluate((grid) => grid.scrollTop);
    const box = (await card.boundingBox())!;
    const hands = await Fingers.on(page);
    const [left, right] = [
      { x: box.x + 40, y: box.y + 200 },
      { x: box.x + 120, y: box.y + 200 },
    ];
    await hands.put("left", left);
    await hands.put("right", right);
    for (let step = 1; step <= 10; step++) {
      await hands.move("left", { x: left.x, y: left.y - 8 * step });
      await hands.move("right", { x: right.x, y: right.y - 8 * step });
      await pause(16);
    }
    await hands.lift("left");
    await hands.lift("right");
    expect(await scrolled()).toBeGreaterThan(50);
    await pause(200);
    expect(await level()).toBe(0);
    await page.locator("[data-grid]").evaluate((grid) => grid.scrollTo(0, 0));
    await hands.put("left", left);
    for (let step = 1; step <= 10; step++) {
      await hands.move("left", { x: left.x, y: left.y - 8 * step });
      await pause(16);
    }
    await hands.lift("left");
    await until("it is up", async () => (await level()) > 15);
    expect(await scrolled()).toBe(0);
  });
});

describe("a phone", () => {
  it("has room for signing in, for a guest's page, and for a page of cards", async () => {
    const context = await browser.newContext({ hasTouch: true, viewport: { width: 390, height: 844 } });
    const door = await context.newPage();
    await door.goto(vexa.url);
    await door.getByRole("button", { name: "Sign in" }).waitFor();
    expect(await tooSmall(door)).toEqual([]);
    expect(await wider(door)).toBe(0);
    await context.close();
    const guest = await signedIn(browser, vexa.url, "foyer", { hasTouch: true });
    await guest.setViewportSize({ width: 390, height: 844 });
    await guest
      .getByRole("button", { name: /Walk-in|Work light/ })
      .first()
      .waitFor();
    expect(await tooSmall(guest)).toEqual([]);
    expect(await wider(guest)).toBe(0);
    await guest.context().close();
    const cards = await signedIn(browser, vexa.url, "ines", { hasTouch: true });
    await cards.setViewportSize({ width: 390, height: 844 });
    await openPlace(cards, "/perform/page-improvise");
    const card = cards.getByRole("article", { name: "Ember wash" });
    await card.getByRole("button", { name: "Go", exact: true }).click();
    await card.locator('[data-running="true"]').waitFor();
    expect((await card.boundingBox())!.width).toBeGreaterThan(120);
    expect(await tooSmall(cards)).toEqual([]);
    expect(await wider(cards)).toBe(0);
    await cards.context().close();
  });
});
