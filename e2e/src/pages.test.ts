import type { Browser, Locator, Page } from "playwright-core";
import { choose } from "./choose";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { openBrowser } from "./browser";
import { lantern } from "./demo-patch";
import { nodeOnLoopback, type LoopbackNode } from "./node-on-loopback";
import { message, openPlace, signedIn } from "./people";
import { runVexa, type RunningVexa } from "./run-server";
import { pause, until } from "./until";

/** Story: pages are laid out for fingers, made for somebody, and a guest has nothing but theirs. */
let node: LoopbackNode;
let vexa: RunningVexa;
let browser: Browser;
let hand: Page & { errors: string[] };

beforeAll(async () => {
  node = await nodeOnLoopback([12]);
  vexa = await runVexa(`127.0.0.1:${node.port}`);
  browser = await openBrowser();
  hand = await signedIn(browser, vexa.url, "ines");
  await openPlace(hand, "/perform/page-improvise");
});
afterAll(async () => {
  await browser.close();
  await vexa.stop();
  node.close();
});

const card = (name: string): Locator => hand.getByRole("article", { name, exact: true });
const near = (value: number, wanted: number): boolean => Math.abs(value - wanted) <= 0.01;

describe("a card that has room", () => {
  it("shows the heads of its list as they are on stage", async () => {
    const fader = card("Ember wash").getByRole("slider");
    const heads = card("Ember wash").locator("[data-heads]");
    /** How much is drawn: dark heads are faint. */
    const drawn = (): Promise<number> =>
      heads.locator("canvas").evaluate((canvas: HTMLCanvasElement) => {
        const { data } = canvas.getContext("2d")!.getImageData(0, 0, canvas.width, canvas.height);
        return data.reduce((sum, octet, at) => sum + (at % 4 === 3 ? octet : 0), 0);
      });
    await until("its heads are drawn, dark", async () => (await drawn()) > 0);
    expect(Number(await heads.getAttribute("data-heads"))).toBe(28);
    const dark = await drawn();
    await fader.press("End");
    await until("they shine", async () => (await drawn()) > 1.5 * dark);
    await fader.press("Home");
    await until("they are dark again", async () => Math.abs((await drawn()) / dark - 1) < 0.02);
  });
});

describe("arranging", () => {
  it("moves and stretches cards by the finger, and refuses a place that is taken", async () => {
    await hand.getByRole("button", { name: "Arrange" }).click();
    const thunder = card("Thunder");
    const before = (await thunder.boundingBox())!;
    const mover = hand.getByRole("button", { name: "Move Thunder" });
    await mover.press("ArrowDown");
    await until("half a row down", async () => Math.abs((await thunder.boundingBox())!.y - before.y - 52) < 3);
    await mover.press("ArrowDown");
    await until("a row down", async () => (await thunder.boundingBox())!.y > before.y + 80);
    await mover.press("Shift+ArrowRight");
    await mover.press("Shift+ArrowRight");
    await until("a column wider", async () => (await thunder.boundingBox())!.width > before.width + 60);
    const box = (await thunder.boundingBox())!;
    await hand.mouse.move(box.x + 40, box.y + 60);
    await hand.mouse.down();
    await hand.mouse.move(box.x + 150, box.y + 160, { steps: 5 });
    await hand.mouse.up();
    await until("dragged on", async () => (await thunder.boundingBox())!.x > box.x + 60);
    await hand.getByRole("button", { name: "Move Moss instead" }).press("ArrowUp");
    await message(hand, /Another card lies there, so Moss instead stays where it was/).waitFor();
    await hand.getByRole("button", { name: "Done" }).click();
    await hand.reload();
    await until("kept", async () => (await thunder.boundingBox())!.x > box.x + 60);
  });

  it("keeps what was there when an option can't be so, and says why", async () => {
    await hand.getByRole("button", { name: "Arrange" }).click();
    await hand.getByRole("button", { name: "Options of Thunder" }).click();
    const sheet = hand.getByRole("dialog", { name: "Options of Thunder" });
    for (const [label, text, why] of [
      ["Flash to", "bright", /“bright” is no level: write 0 to 100/],
      ["Flash out", "-1", /“-1” is no time/],
      ["Lets go in", "soon", /“soon” is no time/],
    ] as const) {
      const field = sheet.getByLabel(label, { exact: true });
      const before = await field.inputValue();
      await field.fill(text);
      await field.press("Enter");
      await message(hand, why).waitFor();
      expect(await field.inputValue()).toBe(before);
    }
    await hand.keyboard.press("Escape");
    await hand.getByRole("button", { name: "Done" }).click();
  });

  it("copies a card with its options onto a page that opens when it is made; the rail leads back there", async () => {
    await hand.getByRole("button", { name: "Arrange" }).click();
    await hand.getByRole("button", { name: "Options of Thunder" }).click();
    const sheet = hand.getByRole("dialog", { name: "Options of Thunder" });
    await sheet.getByLabel("Colour of the card").fill("#ff8800");
    await choose(sheet.getByLabel("Picture of"), { label: "Moss" });
    const label = sheet.getByLabel("Label", { exact: true });
    await label.fill("Big thunder");
    await label.press("Enter");
    await card("Big thunder").waitFor();
    await hand.keyboard.press("Escape");
    await hand.getByRole("button", { name: "Copy Big thunder" }).click();
    await hand.getByRole("button", { name: "New page" }).click();
    const tab = hand
      .getByRole("navigation", { name: "Pages" })
      .getByRole("link", { name: /^Page \d/ })
      .last();
    await until("it is open", async () => (await tab.getAttribute("aria-current")) === "page");
    const address = hand.url();
    await hand.getByRole("button", { name: "Paste Big thunder" }).click();
    await card("Big thunder").waitFor();
    await hand.getByRole("button", { name: "Options of Big thunder" }).click();
    const copy = hand.getByRole("dialog", { name: "Options of Big thunder" });
    expect(await copy.getByLabel("Colour of the card").inputValue()).toBe("#ff8800");
    expect(await copy.getByLabel("Priority").getAttribute("data-value")).toBe("high");
    await hand.keyboard.press("Escape");
    await hand.getByRole("button", { name: "Done" }).click();
    await hand.getByRole("link", { name: "Score" }).click();
    await hand.getByRole("link", { name: "Perform" }).click();
    expect(hand.url()).toBe(address);
    await hand.getByRole("button", { name: "Arrange" }).click();
    await hand.getByRole("button", { name: "This page" }).click();
    await hand.getByRole("button", { name: "Delete page and its 1 card" }).click();
    await until("another one is open", () => hand.url() !== address);
    await hand.goto(`${vexa.url}/perform/page-improvise`);
  });

  it("offers the options that have an effect, and no two that contradict each other", async () => {
    await hand.getByRole("button", { name: "Arrange" }).click();
    await hand.getByRole("button", { name: "Options of Ember wash" }).click();
    const sheet = hand.getByRole("dialog", { name: "Options of Ember wash" });
    await sheet.getByText("lets go at zero").waitFor();
    await choose(sheet.getByLabel("The fader does"), "dial");
    await sheet.getByText("at the bottom it lets go").waitFor();
    expect(await sheet.getByText("lets go at zero").count()).toBe(0);
    expect(await sheet.getByText("starts when the fader leaves zero").count()).toBe(0);
    expect(await sheet.getByLabel("Flash to").count()).toBe(0);
    await sheet.getByRole("button", { name: "Flash" }).click();
    await sheet.getByLabel("Flash to").waitFor();
    await sheet.getByRole("button", { name: "Flash" }).click();
    await choose(sheet.getByLabel("The fader does"), "intensities");
    await until("as on a new card", () => sheet.getByLabel("lets go at zero").isChecked());
    await hand.keyboard.press("Escape");
    await hand.getByRole("button", { name: "Done" }).click();
  });

  it("warns on a card before it is raised in vain", async () => {
    const set = async (name: string, label: string, option: string): Promise<void> => {
      await hand.getByRole("button", { name: "Arrange" }).click();
      await hand.getByRole("button", { name: `Options of ${name}` }).click();
      await choose(hand.getByRole("dialog").getByLabel(label), { label: option });
      await hand.keyboard.press("Escape");
      await hand.getByRole("button", { name: "Done" }).click();
    };
    await set("Moss instead", "Priority", "high, over sketches");
    await hand.getByRole("button", { name: "On: Moss instead" }).click();
    await card("Dusk, added")
      .getByText(/would be hidden by Moss instead: its priority is higher/)
      .waitFor();
    await set("Moss instead", "Priority", "low");
    await until(
      "no more",
      async () =>
        (await card("Dusk, added")
          .getByText(/would be hidden/)
          .count()) === 0,
    );
    await hand.getByRole("button", { name: "Off: Moss instead" }).click();
  });

  it("gives a card the buttons that somebody wants", async () => {
    await hand.getByRole("button", { name: "Arrange" }).click();
    await hand.getByRole("button", { name: "Options of Lanterns by hand" }).click();
    const sheet = hand.getByRole("dialog", { name: "Options of Lanterns by hand" });
    for (const button of ["Go", "Back", "Pause", "Go to a cue", "Tap"])
      await sheet.getByRole("button", { name: button, exact: true }).click();
    expect(await sheet.getByRole("button", { name: "Flash", exact: true }).isDisabled()).toBe(true);
    await choose(sheet.getByLabel("The button goes to"), { label: "3 All" });
    await choose(sheet.getByLabel("Motions without a master"), { label: "follow Pulse" });
    await hand.keyboard.press("Escape");
    await hand.getByRole("button", { name: "Done" }).click();
    const press = (name: string): Promise<void> => card("Lanterns by hand").getByRole("button", { name, exact: true }).click();
    const says = (text: string): Promise<void> => card("Lanterns by hand").getByText(`● ${text}`).waitFor();
    // Two within 0.4 s are one: both halves come at once, however slow the page is.
    await card("Lanterns by hand").getByRole("button", { name: "Go", exact: true }).dblclick();
    await says("1 Low");
    await pause(450);
    await says("1 Low");
    await press("Go");
    await says("2 From the middle");
    await press("Back");
    await says("1 Low");
    await press("To 3");
    await says("3 All");
    await press("Pause");
    await until("it waits", async () => {
      const before = lantern((universe) => node.levels(universe), 0);
      await pause(250);
      return lantern((universe) => node.levels(universe), 0) === before && before < 0.85;
    });
    await press("Continue");
    await until("it has come in", () =>
      near(
        lantern((universe) => node.levels(universe), 0),
        0.9,
      ),
    );
    const before = await hand.getByLabel("Pulse BPM").inputValue();
    for (let tap = 0; tap < 3; tap++) {
      await press("Tap");
      await pause(380);
    }
    await until("the tempo is tapped", async () => (await hand.getByLabel("Pulse BPM").inputValue()) !== before);
    await press("Let go");
  });

  it("makes a page of its own for somebody, with a master of a group on it, and takes it back whole", async () => {
    await hand.getByRole("button", { name: "Arrange" }).click();
    await hand.getByRole("button", { name: "New page" }).click();
    await hand.getByRole("link", { name: "Page 5" }).click();
    await hand.getByText("This page is empty. Put a cue list on it under Arrange.").waitFor();
    await hand.getByRole("button", { name: "Add a card" }).click();
    await hand.getByRole("menuitem", { name: "Fern uplights" }).first().click();
    await hand.getByRole("slider", { name: "Master Fern uplights" }).waitFor();
    await hand.getByRole("button", { name: "This page" }).click();
    await choose(hand.getByLabel("Made for"), { label: "Operator" });
    await hand.getByRole("button", { name: "Delete page and its 1 card" }).click();
    await until("gone", async () => (await hand.getByRole("link", { name: "Page 5" }).count()) === 0);
    await hand.getByRole("button", { name: "Done" }).click();
  });
});

describe("others", () => {
  it("a guest has the big buttons of one page, whatever they type into the address", async () => {
    const foyer = await signedIn(browser, vexa.url, "foyer");
    for (const place of ["/build", "/trace", "/perform/page-main"]) {
      await foyer.goto(`${vexa.url}${place}`);
      await foyer.getByRole("heading", { name: "Foyer" }).waitFor();
      expect(await foyer.getByRole("navigation").count()).toBe(0);
    }
    await foyer.getByRole("button", { name: /Walk-in light/ }).click();
    await until("the lanterns are lit", () =>
      near(
        lantern((universe) => node.levels(universe), 0),
        0.4,
      ),
    );
    await foyer.getByRole("button", { name: /Walk-in light/ }).click();
    await until("and out again", () => lantern((universe) => node.levels(universe), 0) === 0);
    // Somebody relabels a button: the guest is told, until they have seen it.
    await openPlace(hand, "/perform/page-foyer");
    await hand.getByRole("button", { name: "Arrange" }).click();
    await hand.getByRole("button", { name: "Options of Walk-in light" }).click();
    const label = hand.getByRole("dialog").getByLabel("Label", { exact: true });
    await label.fill("Doors open");
    await label.press("Enter");
    await foyer.getByRole("status").getByText("“Walk-in light” is called “Doors open” now").waitFor();
    await foyer.getByRole("button", { name: "I have seen it" }).click();
    await until("it is gone", async () => (await foyer.getByText("is called “Doors open” now").count()) === 0);
    await foyer.context().close();
  });

  it("an operator sees the grand master, is told whose it is, and moves it where the lead allows that", async () => {
    const operator = await signedIn(browser, vexa.url, "operator");
    const stage = operator.getByRole("group", { name: "Whole stage" });
    const blackout = stage.getByRole("button", { name: "Blackout" });
    expect(await blackout.isDisabled()).toBe(true);
    expect(await stage.getAttribute("title")).toMatch(/for the lead, and operators whom the lead allows it/);
    await openPlace(hand, "/crew/people");
    const allow = hand.getByRole("button", { name: /^operators: Move the grand master/ });
    await allow.click();
    await until("it is allowed", async () => (await allow.getAttribute("aria-pressed")) === "true");
    await until("they may", () => blackout.isEnabled());
    await blackout.click();
    await operator.getByRole("button", { name: "▬ Blackout" }).click();
    await operator.getByRole("slider", { name: "Grand master" }).press("Home");
    await until(
      "all is down",
      async () => (await hand.getByRole("slider", { name: "Grand master" }).getAttribute("aria-valuenow")) === "0",
    );
    await operator.getByRole("slider", { name: "Grand master" }).press("End");
    await allow.click();
    await until("not any more", () => blackout.isDisabled());
    await operator.context().close();
  });
});
