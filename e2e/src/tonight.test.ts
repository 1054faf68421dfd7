import type { Browser, Locator, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { complaints } from "./axe";
import { openBrowser } from "./browser";
import { choose } from "./choose";
import { message, openPlace, signedIn, tellLine } from "./people";
import { runVexa, type RunningVexa } from "./run-server";
import { pause, until } from "./until";
import { cookieOf, fetchShow } from "./wire-client";

/** Story: an evening of songs. The next one comes at a touch with its page and its pace, in an order that is moved about. */
let vexa: RunningVexa;
let browser: Browser;
let hand: Page & { errors: string[] };
beforeAll(async () => {
  vexa = await runVexa("127.0.0.1:9");
  browser = await openBrowser();
  hand = await signedIn(browser, vexa.url, "ines");
  await openPlace(hand, "/perform/page-main");
});
afterAll(async () => {
  expect(hand.errors).toEqual([]);
  await browser.close();
  await vexa.stop();
});

const tonight = (page: Page = hand): Locator => page.getByRole("region", { name: "Tonight" });
const sheet = (): Locator => hand.getByRole("dialog", { name: "Set list" });
const names = (): Promise<(string | null)[]> =>
  sheet()
    .getByRole("list", { name: "Songs in tonight’s order" })
    .getByRole("listitem")
    .evaluateAll((items) => items.map((item) => item.getAttribute("aria-label")));
const openSheet = async (): Promise<void> => {
  await tonight().getByRole("button", { name: "Set list" }).click();
  await sheet().waitFor();
};

describe("tonight", () => {
  it("begins with the first song: what to think of stands there, and its time runs", async () => {
    await tonight().getByRole("button", { name: "Begin Night bloom" }).click();
    await tonight().getByText("Dark until the voice comes in.").waitFor();
    await tonight().getByText("1 of 5").waitFor();
    await until("its time runs", async () => (await tonight().getByLabel("How long it is on").innerText()) === "0:01");
  });

  it("goes on at a touch: page, chosen list and pace come along, and a double touch is one", async () => {
    const next = tonight().getByRole("button", { name: "Next Canopy drift" });
    await next.dblclick();
    await tonight().getByText("2 of 5").waitFor();
    await hand.getByRole("complementary", { name: "Chosen list" }).getByRole("heading", { name: "Canopy drift" }).waitFor();
    // Within 0.4 s it would be the half of a double touch.
    await pause(450);
    await tonight().getByRole("button", { name: "Next By hand" }).click();
    await until("its page is open", () => hand.url().endsWith("/perform/page-improvise"));
    await until("its pace is on", async () => (await hand.getByLabel("Pace in seconds").inputValue()) === "2");
    await tonight().getByText("3 of 5").waitFor();
  });

  it("is the same for others, whose page stays as it is", async () => {
    const operator = await signedIn(browser, vexa.url, "operator");
    await openPlace(operator, "/perform/page-main");
    await tonight(operator).getByText("3 of 5").waitFor();
    expect(operator.url()).toMatch(/page-main$/);
    await tonight(operator).getByRole("button", { name: "Next Glass colours" }).click();
    await tonight().getByText("4 of 5").waitFor();
    expect(hand.url()).toMatch(/page-improvise$/);
    await operator.context().close();
  });

  it("is moved about, by keys and by dragging, and one undo gives the order back", async () => {
    await openSheet();
    await sheet().getByRole("button", { name: "Waltz earlier" }).click();
    await until("before the colours", async () => (await names()).join() === "Night bloom,Canopy drift,By hand,Waltz,Glass colours");
    await sheet()
      .getByRole("listitem", { name: "Night bloom" })
      .dragTo(sheet().getByRole("listitem", { name: "By hand" }));
    await until("dragged", async () => (await names()).join() === "Canopy drift,By hand,Night bloom,Waltz,Glass colours");
    await hand.keyboard.press("Escape");
    await hand.keyboard.press("Control+z");
    await openSheet();
    await until("as before", async () => (await names()).join() === "Night bloom,Canopy drift,By hand,Waltz,Glass colours");
  });

  it("takes songs, says what can't be, and keeps what was there", async () => {
    await sheet().getByRole("button", { name: "Add a song" }).click();
    await hand.getByRole("menuitem", { name: "Pond circles" }).click();
    const name = sheet().getByLabel("Name of the song");
    await until("it is open", async () => (await name.inputValue()) === "Pond circles");
    const pace = sheet().getByLabel("Pace of the song");
    for (const wrong of ["soon", "-1", "601"]) {
      await pace.fill(wrong);
      await pace.press("Enter");
      await sheet().getByText(`“${wrong}” is no pace`).waitFor();
    }
    await pace.fill("1.5");
    await pace.press("Enter");
    await until("kept", async () => (await pace.inputValue()) === "1.5");
    await name.fill("   ");
    await name.press("Enter");
    await sheet().getByText("A song needs a name.").waitFor();
    await name.fill("Pond, twice");
    await name.press("Enter");
    await sheet().getByRole("listitem", { name: "Pond, twice" }).waitFor();
    await choose(sheet().getByLabel("Page of the song"), { label: "By hand" });
    expect(await complaints(hand, "Set list")).toEqual([]);
    await sheet().getByRole("button", { name: "Take it off" }).click();
    await until("gone", async () => !(await names()).includes("Pond, twice"));
  });

  it("begins out of turn, knows how long each was on, and begins anew when that is meant", async () => {
    const waltz = sheet().getByRole("listitem", { name: "Waltz" });
    await waltz.getByRole("button", { name: "Begin" }).click();
    await waltz.getByRole("button", { name: "is on" }).waitFor();
    await until("times are told", async () => /0:0\d/.test(await sheet().getByRole("listitem", { name: "Night bloom" }).innerText()));
    await sheet().getByRole("button", { name: "A new evening" }).click();
    await hand.getByRole("button", { name: "Begin anew" }).click();
    await until("no times any more", async () => !/\d:\d\d/.test((await sheet().getByRole("list").innerText()).replaceAll(/\n/g, " ")));
    await hand.keyboard.press("Escape");
    await tonight().getByRole("button", { name: "Begin Night bloom" }).waitFor();
  });

  it("is kept through a crash, and the quick line goes on as well", async () => {
    await hand.keyboard.press("/");
    await hand.getByRole("textbox", { name: /line/i }).fill("next song");
    await hand.keyboard.press("Enter");
    await message(hand, /goes on to Night bloom/).waitFor();
    await tonight().getByText("1 of 5").waitFor();
    await vexa.restart("SIGKILL");
    await hand.reload();
    await tonight().getByText("1 of 5").waitFor();
  });

  it("is gone on with from anywhere, by a song's name", async () => {
    await hand.getByRole("link", { name: "Score" }).click();
    await hand.keyboard.press("Control+k");
    const search = hand.getByRole("combobox", { name: "Go to" });
    await search.fill("song waltz");
    await hand.getByRole("option", { name: /Waltz/ }).first().waitFor();
    await search.press("Enter");
    await hand.getByRole("link", { name: "Perform" }).click();
    await tonight().getByText("4 of 5").waitFor();
    await hand.keyboard.press("Control+k");
    await search.fill("song night bloom");
    await search.press("Enter");
    await tonight().getByText("1 of 5").waitFor();
  });

  it("is looked at by those who only look on", async () => {
    const orla = await signedIn(browser, vexa.url, "orla");
    await openPlace(orla, "/perform/page-main");
    await tonight(orla).getByRole("button", { name: "Next Canopy drift" }).click();
    await message(orla, /Playing is for those who work on the show/).waitFor();
    await tonight(orla).getByText("1 of 5").waitFor();
    await orla.context().close();
  });
});

describe("the quick line on Perform", () => {
  it("goes on with the card whose cues are shown, stops macros, and lets go of all of one's own", async () => {
    await openPlace(hand, "/perform/page-main");
    // Nothing is touched since.
    await hand.reload();
    await hand.getByRole("complementary", { name: "Chosen list" }).getByRole("heading", { name: "Night bloom" }).waitFor();
    await tellLine(hand, "go");
    await message(hand, "Night bloom: the next cue").waitFor();
    const running = hand.getByRole("region", { name: "Running now" });
    await running.getByText("Night bloom").first().waitFor();
    await tellLine(hand, "next");
    await message(hand, "Night bloom: the next cue").waitFor();
    await tellLine(hand, "stop all macros");
    await message(hand, "no macro runs").waitFor();
    await tellLine(hand, "let go everything");
    await message(hand, /^lets go of .*Night bloom/).waitFor();
    await until("nothing runs any more", async () => (await running.getByText("Nothing is running").count()) === 1);
    await hand.keyboard.press("/");
    const line = hand.getByRole("textbox", { name: "Line" });
    await line.fill("let go all");
    await hand.getByRole("region", { name: "Quick line" }).getByRole("status").getByText("nothing of yours runs").waitFor();
    await hand.keyboard.press("Escape");
  });
});

describe("the pace", () => {
  it("is taken by what is under way where that is asked for: half a minute of it becomes a moment", async () => {
    const cookie = await cookieOf(vexa.url, "ines", "palm-house-1");
    const run = async (): Promise<Record<string, unknown> | undefined> =>
      (await fetchShow(vexa.url, cookie)).records.find(({ id }) => id === "state-card-night-bloom") as never;
    await openPlace(hand, "/perform/page-main");
    const strip = hand.getByRole("region", { name: "Pace" });
    const field = strip.getByLabel("Pace in seconds");
    await strip.getByRole("button", { name: /^For / }).click();
    await hand.getByRole("button", { name: "All of yours" }).click();
    const live = hand.getByRole("checkbox", { name: "What is under way takes it, too" });
    await live.click();
    await until("it is asked for", () => live.isChecked());
    expect(await complaints(hand)).toEqual([]);
    await hand.keyboard.press("Escape");
    await field.fill("60");
    await field.press("Enter");
    await until("a minute", async () => (await field.inputValue()) === "60");
    const card = hand.getByRole("article", { name: "Night bloom" });
    await card.getByRole("button", { name: "Go", exact: true }).click();
    await until("it takes a minute", async () => (await run())?.["seconds"] === 60);
    await field.fill("0.5");
    await field.press("Enter");
    await until("it takes half a second", async () => (await run())?.["seconds"] === 0.5);
    expect(Number((await run())!["furtherSeconds"])).toBeLessThan(0);
    await strip.getByRole("button", { name: "Own times" }).click();
    await card.getByRole("button", { name: "Let go", exact: true }).click();
  });
});
