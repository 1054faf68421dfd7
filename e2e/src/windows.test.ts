import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { complaints } from "./axe";
import { openBrowser } from "./browser";
import { choose } from "./choose";
import { openPlace, pickGroup, signedIn } from "./people";
import { runVexa, type RunningVexa } from "./run-server";
import { until } from "./until";

/** Story: a desk of several screens. Parts stand in windows of their own, are one desk, and come back where they were. */
let vexa: RunningVexa;
let browser: Browser;
let main: Page & { errors: string[] };
const errors: string[] = [];
beforeAll(async () => {
  vexa = await runVexa("127.0.0.1:9");
  browser = await openBrowser();
  main = await signedIn(browser, vexa.url, "ines");
});
afterAll(async () => {
  expect([...errors, ...main.errors]).toEqual([]);
  await browser.close();
  await vexa.stop();
});

const open = async (name: string): Promise<Page> => {
  await main.getByRole("button", { name: "Windows" }).click();
  const [popup] = await Promise.all([main.waitForEvent("popup"), main.getByRole("menuitem", { name: new RegExp(`^${name}`) }).click()]);
  popup.on("pageerror", (error) => errors.push(error.message));
  await popup.getByRole("main", { name }).waitFor();
  return popup;
};
const popups = (): Page[] =>
  main
    .context()
    .pages()
    .filter((page) => page.url().includes("/window/"));
const stageOf = (page: Page): ReturnType<Page["getByRole"]> => page.getByRole("img", { name: /^Stage plan/ });
const selected = (page: Page): Promise<string | null> => stageOf(page).getAttribute("data-selected");

describe("windows of one desk", () => {
  let stage: Page;
  let lanes: Page;

  it("show one part each, without what stands about it", async () => {
    stage = await open("Stage");
    expect(new URL(stage.url()).pathname).toBe("/window/stage");
    expect(await stage.getByRole("navigation", { name: "Places" }).count()).toBe(0);
    expect(await stage.title()).toBe("Stage · Understory");
    lanes = await open("Lanes");
    await lanes.getByText("Nobody is selected", { exact: true }).waitFor();
  });

  it("have the same selection, whichever of them it is made in; another window of the same person has its own", async () => {
    const other = await main.context().newPage();
    await other.goto(`${vexa.url}/build`);
    await stageOf(other).waitFor();
    await pickGroup(main, "Rib 3 spots");
    await until("on the stage's window", async () => (await selected(stage)) === "8");
    await lanes.getByText(/^Rib 3 spots/).waitFor();
    await until("it is drawn", async () => (await stageOf(stage).getAttribute("data-zoom")) !== null);
    await stageOf(stage).click({ position: { x: 5, y: 300 } });
    await until("nobody in the main window", async () => (await selected(main)) === "0");
    await lanes.getByText("Nobody is selected", { exact: true }).waitFor();
    await pickGroup(main, "Rib 3 spots");
    expect(await selected(other)).toBe("0");
    await other.close();
  });

  it("work like the place itself: a lane is made in one and seen in the other", async () => {
    await lanes.getByRole("button", { name: "Dimmer", exact: true }).first().click();
    const field = lanes.getByRole("article", { name: "Lane Dimmer", exact: true }).getByLabel("Dimmer value", { exact: true });
    await field.fill("20..80");
    await field.press("Enter");
    await main.getByRole("article", { name: "Lane Dimmer", exact: true }).waitFor();
    await lanes.keyboard.press("Escape");
    await lanes.getByRole("region", { name: "Lanes" }).getByRole("heading", { name: "Lanes" }).click();
    await lanes.keyboard.press("Control+z");
    await until("one undo there takes it back", async () => (await main.getByText("Your sketch is empty.").count()) === 1);
    await lanes.close();
  });

  it("come back where they were, for this person", async () => {
    await stage.setViewportSize({ width: 700, height: 430 });
    await until("it is remembered", () =>
      stage.evaluate(
        () => (JSON.parse(localStorage.getItem("vexa-windows person-ines") ?? "{}") as { stage?: { width: number } }).stage?.width === 700,
      ),
    );
    await stage.close();
    stage = await open("Stage");
    expect(await stage.evaluate(() => [innerWidth, innerHeight])).toEqual([700, 430]);
    // What somebody else wrote there is no place: it opens where it opens first.
    await stage.close();
    await main.evaluate(() => localStorage.setItem("vexa-windows person-ines", '{"stage":{"left":"x"},"lanes":7}'));
    stage = await open("Stage");
    expect(await stage.evaluate(() => innerWidth)).toBe(960);
    await stage.close();
  });

  it("know the keys of the place that their part is of", async () => {
    await pickGroup(main, "Rib 3 spots");
    stage = await open("Stage");
    await until("they are selected there", async () => (await selected(stage)) === "8");
    await stage.keyboard.press("o");
    await until("odd ones in both", async () => (await selected(stage)) === "4" && (await selected(main)) === "4");
    await stage.keyboard.press("]");
    await stage.keyboard.press("\\");
    await until("all again", async () => (await selected(main)) === "8");
    await stage.keyboard.press("Escape");
    await until("nobody", async () => (await selected(main)) === "0");
    // Not those of another place.
    const list = await open("Running list");
    await pickGroup(main, "Rib 3 spots");
    await list.keyboard.press("o");
    await list.keyboard.press("?");
    await list.getByRole("dialog", { name: "Shortcuts" }).getByRole("button", { name: "Close" }).click();
    expect(await selected(main)).toBe("8");
    await list.close();
    await stage.close();
  });

  it("are opened again together when all was shut, but for what was shut by itself", async () => {
    for (const name of ["Stage", "Lanes", "Cue view"]) await open(name);
    const menu = (): Promise<void> => main.getByRole("button", { name: "Windows" }).click();
    const before = (): ReturnType<Page["getByRole"]> => main.getByRole("menuitem", { name: /^Those of before/ });
    const [, , cues] = popups();
    await cues!.close();
    await until("it isn't wanted back", () =>
      main.evaluate(() => localStorage.getItem("vexa-windows-open person-ines") === '["stage","lanes"]'),
    );
    await menu();
    await main.getByRole("menuitem", { name: /^Stage/ }).waitFor();
    expect(await before().count()).toBe(0);
    await main.keyboard.press("Escape");
    // Loading one anew is no shutting.
    await popups()[0]!.reload();
    await popups()[0]!.getByRole("main", { name: "Stage" }).waitFor();
    // The whole desk goes, as at the end of a day.
    const context = main.context();
    const next = await context.newPage();
    await main.close();
    for (const popup of popups().filter((page) => page !== next)) await popup.close();
    main = Object.assign(next, { errors });
    await main.goto(vexa.url);
    await main.getByRole("complementary", { name: "Cast" }).waitFor();
    await menu();
    await before().getByText("Stage, Lanes").waitFor();
    await before().click();
    await until("both are back", () => popups().length === 2);
    for (const name of ["Stage", "Lanes"])
      await until(name, async () => (await Promise.all(popups().map((page) => page.getByRole("main", { name }).count()))).includes(1));
    await until("nothing else is wanted", async () => {
      await menu();
      const count = await before().count();
      await main.keyboard.press("Escape");
      return count === 0;
    });
    for (const popup of popups()) await popup.close();
  });

  it("stay what they are when a song is begun in one, whose list is chosen there", async () => {
    const list = await open("Running list");
    await list.getByRole("button", { name: "Begin Night bloom" }).click();
    await list.getByText("1 of 5").waitFor();
    await list.getByRole("button", { name: "Set list" }).click();
    await list.getByRole("listitem", { name: "Canopy drift" }).getByRole("button", { name: "Begin" }).click();
    await list.getByText("2 of 5").waitFor();
    await list.getByRole("heading", { name: "Canopy drift" }).waitFor();
    expect(new URL(list.url()).pathname).toBe("/window/list");
    await list.close();
  });

  it("lead from addresses that are none to Build", async () => {
    const lost = await main.context().newPage();
    await lost.goto(`${vexa.url}/window/constructor`);
    await until("in Build", () => new URL(lost.url()).pathname === "/build");
    await lost.close();
  });
});

describe("the cue view", () => {
  let view: Page;
  const now = (): ReturnType<Page["getByRole"]> => view.getByRole("region", { name: "Now" });
  const next = (): ReturnType<Page["getByRole"]> => view.getByRole("region", { name: "Next" });

  it("waits while nothing runs, then says what stands, how long it still takes, and what comes with its note", async () => {
    view = await open("Cue view");
    await now().getByText("nothing runs").waitFor();
    await openPlace(main, "/perform/page-main");
    const card = main.getByRole("article", { name: "Night bloom" });
    await card.getByRole("button", { name: "Go", exact: true }).click();
    await now().getByText("1", { exact: true }).waitFor();
    await next().getByText("2", { exact: true }).waitFor();
    await now()
      .getByText(/^\d+\.\d s$/)
      .waitFor();
    await now().getByText("all has arrived").waitFor();
    await card.getByRole("button", { name: "Go", exact: true }).click();
    await now().getByText("2", { exact: true }).waitFor();
  });

  it("follows whichever list was started last, or one alone", async () => {
    await main.getByRole("article", { name: "Canopy drift" }).getByRole("button", { name: "Go", exact: true }).click();
    await view.getByText("Canopy drift").first().waitFor();
    await choose(view.getByLabel("Whose cues"), { label: "Night bloom" });
    await now().getByText("2", { exact: true }).waitFor();
    await choose(view.getByLabel("Whose cues"), { label: "Root run" });
    await now().getByText("it doesn’t run").waitFor();
    await next().getByText("1", { exact: true }).waitFor();
    await choose(view.getByLabel("Whose cues"), { label: "Night bloom" });
  });

  it("can be read from three metres: its numbers are an eleventh of the window, also in a small one", async () => {
    for (const size of [
      { width: 1280, height: 800 },
      { width: 640, height: 400 },
    ]) {
      await view.setViewportSize(size);
      const height = await now()
        .getByText("2", { exact: true })
        .evaluate((element) => parseFloat(getComputedStyle(element).fontSize));
      expect(height).toBeGreaterThan(size.height / 11);
      expect(await view.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBe(0);
    }
    await view.setViewportSize({ width: 1280, height: 800 });
    expect(await complaints(view)).toEqual([]);
  });

  it("says so when the server is gone, and goes on by itself", async () => {
    await Promise.all([
      view
        .getByRole("alert")
        .getByText(/connection lost/)
        .waitFor(),
      vexa.restart("SIGKILL"),
    ]);
    await view.getByRole("alert").waitFor({ state: "detached" });
    await now().getByText("2", { exact: true }).waitFor();
  });
});
