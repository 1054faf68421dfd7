import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { complaints } from "./axe";
import { openBrowser } from "./browser";
import { lantern, washLevels } from "./demo-patch";
import { nodeOnLoopback, type LoopbackNode } from "./node-on-loopback";
import { openPlace, signedIn } from "./people";
import { runVexa, type RunningVexa } from "./run-server";
import { pause, until } from "./until";

/** Story: whoever stands at the door gets a macro, a group's master and colours on their page, and plays them with a thumb. The steps build on each other. */
let node: LoopbackNode;
let vexa: RunningVexa;
let browser: Browser;
let lead: Page & { errors: string[] };
let guest: Page & { errors: string[] };
beforeAll(async () => {
  node = await nodeOnLoopback([11, 12]);
  vexa = await runVexa(`127.0.0.1:${node.port}`);
  browser = await openBrowser();
  lead = await signedIn(browser, vexa.url, "ines");
  guest = await signedIn(browser, vexa.url, "foyer", { hasTouch: true });
  await guest.setViewportSize({ width: 768, height: 1024 });
});
afterAll(async () => {
  await browser.close();
  await vexa.stop();
  node.close();
});

const levels = (universe: number): Buffer | null => node.levels(universe);
const add = async (name: RegExp | string): Promise<void> => {
  await lead.getByRole("button", { name: "Add a card" }).click();
  await lead.getByRole("menuitem", { name }).first().click();
};

describe("a guest's page", () => {
  it("gets a macro, a master and a board under Arrange; the guest is told what is new", async () => {
    await openPlace(lead, "/build");
    await lead.getByRole("button", { name: "Macros", exact: true }).click();
    await lead.getByRole("button", { name: "New macro" }).click();
    const name = lead.getByLabel(/^Name of Macro/);
    await name.fill("Doors");
    await name.press("Enter");
    await lead.getByLabel(/^Lines of /).fill("Walk-in light go\nask sure: Work light, too?\nWork light go\nLantern string: dim 10");
    await lead.getByRole("button", { name: "Keep it" }).click();
    await openPlace(lead, "/perform/page-foyer");
    await guest.getByRole("heading", { name: "Foyer" }).waitFor();
    await lead.getByRole("button", { name: "Arrange" }).click();
    await add(/Doors/);
    await add("Lantern string");
    await lead.getByRole("button", { name: "Add a card" }).click();
    await lead.getByRole("menuitem", { name: "Lantern string", exact: true }).last().click();
    await add(/^A colour board/);
    await lead.getByRole("button", { name: "Options of Colour board" }).click();
    const options = lead.getByRole("dialog", { name: "Options of Colour board" });
    for (const group of ["Floor washes", "Front washes"]) await options.getByRole("checkbox", { name: group }).click();
    await lead.keyboard.press("Escape");
    await lead.getByRole("button", { name: "Done" }).click();
    await guest
      .getByRole("status")
      .getByText(/“Doors”.*new/)
      .waitFor();
    await guest.getByRole("button", { name: "I have seen it" }).click();
    await guest.getByRole("button", { name: /^Floor washes/ }).waitFor();
    expect(await complaints(guest)).toEqual([]);
    expect(guest.errors).toEqual([]);
  });

  it("colours groups at a touch of a pot and of them, all at once, and takes it off again", async () => {
    const board = guest.getByRole("region", { name: "Colour board" });
    const pots = board.getByRole("group", { name: "Pots" });
    const red = pots.getByRole("button", { name: /^(Berry|Ember|red)$/i }).first();
    const name = (await red.getAttribute("aria-label"))!;
    await red.tap();
    await board.getByRole("button", { name: /^Floor washes/ }).tap();
    await board.getByRole("button", { name: new RegExp(`^Floor washes.*${name}`) }).waitFor();
    await until("it is so on stage", () => {
      const { red: r, blue: b } = washLevels(levels, 0);
      return r > 60 && r > b;
    });
    await board.getByRole("button", { name: "All beds" }).tap();
    await board.getByRole("button", { name: new RegExp(`^Front washes.*${name}`) }).waitFor();
    await pots.getByRole("button", { name: "Rinse" }).tap();
    await board.getByRole("button", { name: "All beds" }).tap();
    await until("their own again", async () => (await board.getByRole("button", { name: /own colour/ }).count()) === 2);
  });

  it("moves a group's master, by key and by finger", async () => {
    const master = guest.getByRole("slider", { name: "Master Lantern string" });
    await guest.getByRole("button", { name: /Walk-in light/ }).tap();
    await until("the lanterns are lit", () => lantern(levels, 0) > 0.3);
    await master.press("Home");
    await until("they are held down", () => lantern(levels, 0) === 0);
    await master.press("End");
    await until("and up again", () => lantern(levels, 0) > 0.3);
    await guest.getByRole("button", { name: /Walk-in light/ }).tap();
    await until("out", () => lantern(levels, 0) === 0);
  });

  it("parks a group as it is on stage, whatever plays, and frees it", async () => {
    const park = guest.getByRole("button", { name: /^Lantern string/ });
    await guest.getByRole("button", { name: /Walk-in light/ }).tap();
    await until("the lanterns are lit", () => lantern(levels, 0) > 0.3);
    await park.tap();
    await park.getByText(/^■ 40 heads parked/).waitFor();
    const held = lantern(levels, 0);
    expect(held).toBeGreaterThan(0.3);
    await guest.getByRole("button", { name: /Walk-in light/ }).tap();
    await guest.getByRole("button", { name: /Walk-in light.*off/ }).waitFor();
    // It goes out slowly where it isn't parked.
    await lead.getByText("Nothing is running").waitFor();
    await lead.getByRole("link", { name: /parked/ }).waitFor();
    expect(lantern(levels, 0)).toBeCloseTo(held, 2);
    // Two touches within 0.4 s are one, and all of that may have taken less.
    await pause(450);
    await park.tap();
    await park.getByText("parks as it is on stage").waitFor();
    await until("they went out meanwhile", () => lantern(levels, 0) === 0);
    expect(await complaints(guest)).toEqual([]);
  });

  it("runs a macro that asks, does what the guest may, and says where it stopped", async () => {
    const macro = guest.getByRole("button", { name: /^Doors/ });
    await macro.tap();
    const question = guest.getByRole("form", { name: "Doors asks" });
    await question.waitFor();
    await until("its first line is done", () => lantern(levels, 0) > 0.3);
    expect(await complaints(guest)).toEqual([]);
    await question.getByRole("textbox").fill("yes");
    await question.getByRole("button", { name: "Answer" }).tap();
    await guest.getByRole("button", { name: /^Work light.*● on/ }).waitFor();
    // A sketch is not for guests: the line is refused in words, and what was done stays.
    await macro.getByText(/▬ .*(programmers|lead)/).waitFor();
    expect(lantern(levels, 0)).toBeGreaterThan(0.3);
    // A touch while it runs ends it.
    await macro.tap();
    await question.waitFor();
    await question.getByRole("button", { name: "Stop it there" }).tap();
    await macro.getByText("runs at a touch").waitFor();
    expect(guest.errors).toEqual([]);
  });
});
