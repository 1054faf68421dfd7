import type { Browser, BrowserContext, Page } from "playwright-core";
import jsQR from "jsqr";
import { PNG } from "pngjs";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { complaints } from "./axe";
import { openBrowser } from "./browser";
import { DIMMER, PAN, spotOctet, spotValue } from "./demo-patch";
import { nodeOnLoopback, type LoopbackNode } from "./node-on-loopback";
import { openPlace, signedIn } from "./people";
import { runVexa, type RunningVexa } from "./run-server";
import { drawn, Finger, Fingers } from "./touch";
import { pause, until } from "./until";

/** Story: somebody walks the stage with a phone. It comes in by a code, picks heads, lights, aims, colours, parks and finds them. */
let node: LoopbackNode;
let vexa: RunningVexa;
let browser: Browser;
let desk: Page & { errors: string[] };
let context: BrowserContext;
let phone: Page;
const errors: string[] = [];

beforeAll(async () => {
  node = await nodeOnLoopback([1, 2, 3, 4, 5, 6, 7]);
  vexa = await runVexa(`127.0.0.1:${node.port}`);
  browser = await openBrowser();
  desk = await signedIn(browser, vexa.url, "ines");
  context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  phone = await context.newPage();
  phone.on("pageerror", (error) => errors.push(error.message));
});
afterAll(async () => {
  expect([...errors, ...desk.errors]).toEqual([]);
  await browser.close();
  await vexa.stop();
  node.close();
});

const value = (spot: number, at: 1 | 3 | 5): number => spotValue((universe) => node.levels(universe), spot, at);
const button = (name: string | RegExp): ReturnType<Page["getByRole"]> =>
  phone.getByRole("button", { name, exact: typeof name === "string" });
const sheet = (name: string): Promise<void> => phone.getByRole("radio", { name }).tap();
const picked = (): ReturnType<Page["getByRole"]> => phone.getByRole("status", { name: "Picked" });
const pick = async (typed: string): Promise<void> => {
  await button("Number").tap();
  for (const sign of typed.replaceAll("..", "…"))
    await phone
      .getByRole("group", { name: "Numbers" })
      .getByRole("button", { name: sign === "…" ? ".." : sign === "," ? "And" : sign, exact: true })
      .tap();
  await button("Pick").tap();
};

describe("a phone", () => {
  let address: string;

  it("is let in by a code that another decoder reads off the screen (jsQR)", async () => {
    await openPlace(desk, "/crew/people");
    await desk.getByRole("button", { name: "Phone" }).click();
    const code = desk.getByRole("img", { name: "The code, to be scanned" });
    await code.waitFor();
    const { data, width, height } = PNG.sync.read(await code.screenshot());
    address = jsQR(new Uint8ClampedArray(data), width, height)!.data;
    const typed = (await desk.getByLabel("Code", { exact: true }).innerText()).replace(/\s/g, "");
    expect(address).toBe(`${vexa.url}/join#${typed}`);
    await phone.goto(address);
    await phone.getByRole("navigation", { name: "Parts of the remote" }).waitFor();
    expect(new URL(phone.url()).pathname).toBe("/remote");
    expect(await phone.getByRole("heading", { level: 1 }).innerText()).toBe("Understory");
  });

  it("isn't let in twice, nor by what is no code", async () => {
    const stranger = await (await browser.newContext()).newPage();
    await stranger.goto(address);
    await stranger.getByRole("alert").getByText("That code isn't known here, or isn't any more").waitFor();
    // An address that no browser can read is only wrong, too.
    await stranger.goto("about:blank");
    await stranger.goto(`${vexa.url}/join#%E0%A4%A`);
    await stranger.getByRole("alert").getByText("Nobody came in.").waitFor();
    await stranger.getByLabel("Code").fill("'; drop table");
    await stranger.getByLabel("Code").press("Enter");
    await stranger.getByRole("alert").getByText("Nobody came in.").waitFor();
    await desk.keyboard.press("Escape");
    await desk.getByRole("button", { name: "Phone" }).click();
    const typed = await desk.getByLabel("Code", { exact: true }).innerText();
    await stranger.getByLabel("Code").fill(typed.toLowerCase());
    await stranger.getByLabel("Code").press("Enter");
    await stranger.getByRole("navigation", { name: "Parts of the remote" }).waitFor();
    await stranger.context().close();
    await desk.keyboard.press("Escape");
  });

  it("picks by number, and says so when nobody is called so", async () => {
    await pick("9999");
    await phone.getByRole("alert").waitFor();
    expect(await picked().innerText()).toContain("Nobody");
    await button("Number").tap();
    await pick("101..103");
    await until("three", async () => (await picked().innerText()).includes("3 of 3 heads"));
    await button("The next head").tap();
    await until("the first of them", async () => (await picked().innerText()).includes("101"));
    await button("The next head").tap();
    await until("the second", async () => (await picked().innerText()).includes("102"));
    await pick("101");
  });

  it("counts every touch: while another finger moves, one after the other, and one that stays", async () => {
    await button("Number").tap();
    const key = (await phone.getByRole("group", { name: "Numbers" }).getByRole("button", { name: "1", exact: true }).boundingBox())!;
    const fader = (await phone.getByRole("slider", { name: "Level" }).boundingBox())!;
    const fingers = await Fingers.on(phone);
    const at = { x: key.x + key.width / 2, y: key.y + key.height / 2 };
    const on = { x: fader.x + fader.width / 2, y: fader.y + fader.height / 2 };
    await fingers.put("left", on);
    for (let touch = 0; touch < 30; touch++) {
      await fingers.put("right", at);
      await fingers.move("left", { ...on, y: on.y + (touch % 2 ? 3 : -3) });
      await fingers.lift("right");
    }
    await fingers.lift("left");
    await until("thirty", async () => (await phone.getByLabel("Typed").innerText()) === "1".repeat(30));
    // So long that a browser takes it for no tap.
    await fingers.put("right", at);
    await pause(900);
    await fingers.lift("right");
    await until("one more", async () => (await phone.getByLabel("Typed").innerText()) === "1".repeat(31));
    await button("Number").tap();
  });

  it("is the fader of what is picked, wherever the thumb lies, and one undo takes a drag back", async () => {
    await button("50").tap();
    await until("half on the wire", () => Math.abs(value(0, DIMMER) - 0.5) < 0.003);
    expect(value(1, DIMMER)).toBe(0);
    const finger = await Finger.on(phone);
    await finger.drag(phone.getByRole("slider", { name: "Level" }), -90);
    await drawn(phone);
    await until("dragged up", () => value(0, DIMMER) > 0.6);
    const dragged = Number(await phone.getByRole("slider", { name: "Level" }).getAttribute("aria-valuenow"));
    await until("as far as it says", () => Math.abs(value(0, DIMMER) * 100 - dragged) < 0.6);
    await openPlace(desk, "/build");
    await desk.getByRole("complementary", { name: "Cast" }).waitFor();
    await desk.keyboard.press("Control+z");
    await until("half again", () => Math.abs(value(0, DIMMER) - 0.5) < 0.003);
    await until(
      "on the phone too",
      async () => (await phone.getByRole("slider", { name: "Level" }).getAttribute("aria-valuenow")) === "50",
    );
  });

  it("aims where the plan is touched", async () => {
    await sheet("Aim");
    const plan = phone.getByRole("img", { name: /^Stage plan/ });
    await until("it is drawn", async () => (await plan.getAttribute("data-zoom")) !== null);
    const box = (await plan.boundingBox())!;
    const turned = async (part: number): Promise<number> => {
      const before = value(0, PAN);
      await phone.touchscreen.tap(box.x + box.width * part, box.y + box.height * 0.7);
      await until("it turns", () => Math.abs(value(0, PAN) - before) > 0.001);
      return value(0, PAN);
    };
    const [left, right] = [await turned(0.15), await turned(0.85)];
    expect(Math.abs(left - right)).toBeGreaterThan(0.05);
  });

  it("colours from the shelf, and with any other colour", async () => {
    await sheet("Colour");
    const octets = (): string =>
      Array.from({ length: 12 }, (_, slot) => spotOctet((universe) => node.levels(universe), 0, 7 + slot)).join(" ");
    let before = octets();
    await button(/^Moss/).tap();
    await until("Moss", () => octets() !== before);
    before = octets();
    await phone.getByLabel("Another colour").fill("#2020ff");
    await until("blue", () => octets() !== before);
  });

  it("keeps a head as it is, finds lamps by their light, and empties the sketch", async () => {
    await sheet("Hold");
    await button("Park").tap();
    await button("Park it").tap();
    await button("■ Park (1)").waitFor();
    await sheet("Level");
    await button("0").tap();
    await until("said", async () => (await phone.getByRole("slider", { name: "Level" }).getAttribute("aria-valuenow")) === "0");
    expect(value(0, DIMMER)).toBeCloseTo(0.5, 2);
    await sheet("Hold");
    await button("■ Park (1)").tap();
    await button("Free all").tap();
    await until("it follows again", () => value(0, DIMMER) === 0);
    await phone.keyboard.press("Escape");
    await button("Begin").tap();
    await until("the first lamp is lit", () => value(0, DIMMER) > 0.9);
    // The desk is the same person's, with nobody selected: it takes nothing of it away.
    await pause(400);
    expect(value(0, DIMMER)).toBeGreaterThan(0.9);
    await button("Next").tap();
    await until("the next one alone", () => value(1, DIMMER) > 0.9 && value(0, DIMMER) < 0.1);
    await button("Stop").tap();
    await until("dark", () => value(1, DIMMER) === 0);
    await button(/^Wipe your sketch/).tap();
    await button("Your sketch is empty").waitFor();
  });

  it("plays cards in a column, and leaves a note at a head", async () => {
    await button("Cards").tap();
    const card = phone.getByRole("article", { name: "Night bloom" });
    await card.getByRole("button", { name: "Go", exact: true }).tap();
    await card.getByText("●").waitFor();
    const boxes = await Promise.all([card, phone.getByRole("article", { name: "Canopy drift" })].map((each) => each.boundingBox()));
    expect(boxes[0]!.width).toBeGreaterThan(300);
    expect(boxes[1]!.y).toBeGreaterThan(boxes[0]!.y + boxes[0]!.height);
    await card.getByRole("button", { name: "Let go", exact: true }).tap();
    const song = phone.getByRole("region", { name: "Tonight" });
    await song.getByRole("button", { name: "Begin Night bloom" }).tap();
    await song.getByText("1 of 5").waitFor();
    await openPlace(desk, "/perform/page-main");
    await desk.getByRole("region", { name: "Tonight" }).getByText("1 of 5").waitFor();
    // Begun at the desk: the song's page comes here, too.
    for (const at of [2, 3]) {
      await desk
        .getByRole("region", { name: "Tonight" })
        .getByRole("button", { name: /^Next / })
        .click();
      await song.getByText(`${at} of 5`).waitFor();
      await pause(450);
    }
    await until("its page is here", async () => (await phone.getByRole("combobox", { name: "Page" }).innerText()) === "By hand");
    await button("Notes").tap();
    await phone.getByLabel("Text of the note").fill("Its shutter hangs");
    await button("Leave").tap();
    await phone.getByText("Its shutter hangs").waitFor();
    await button("Head 305").tap();
    await until("picked", async () => (await picked().innerText()).includes("305"));
  });

  it("has room for a thumb, nothing beyond its edges, and nothing that axe complains about", async () => {
    for (const part of ["Level", "Aim", "Colour", "Hold"]) {
      await sheet(part);
      expect(await phone.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBe(0);
      const small = await phone.evaluate(() =>
        [...document.querySelectorAll<HTMLElement>("button, a[href], input")].flatMap((element) => {
          const { width, height } = element.getBoundingClientRect();
          // A chip's field is found with the chip around it. Source of 44: WCAG 2.2 (2.5.5).
          const around = element.closest<HTMLElement>("[data-on]")?.getBoundingClientRect();
          const [wide, tall] = [Math.max(width, around?.width ?? 0), Math.max(height, around?.height ?? 0)];
          return width > 0 && (wide < 43.5 || tall < 41.5)
            ? [`${element.getAttribute("aria-label") ?? element.textContent} ${wide}x${tall}`]
            : [];
        }),
      );
      expect(small, part).toEqual([]);
    }
    expect(await complaints(phone)).toEqual([]);
  });

  it("tells when the server is gone, and goes on when it is back", async () => {
    await Promise.all([phone.getByRole("alert").getByText("connection lost").waitFor(), vexa.restart("SIGKILL")]);
    await phone.getByText("▬ connection lost").waitFor({ state: "detached" });
    await sheet("Level");
    await button("100").tap();
    // Head 305 is the fifth of the third rib.
    await until("it is lit", () => value(20, DIMMER) > 0.99);
  });

  it("lets a technician find lamps and park them, and build nothing", async () => {
    const wren = await signedIn(browser, vexa.url, "wren");
    await wren.setViewportSize({ width: 390, height: 844 });
    await openPlace(wren, "/remote");
    await wren.getByRole("group", { name: "Hold" }).waitFor();
    for (const name of ["Level", "Aim", "Colour"]) expect(await wren.getByRole("radio", { name }).count(), name).toBe(0);
    expect(await wren.getByRole("button", { name: /sketch/ }).count()).toBe(0);
    await wren.getByRole("button", { name: "Begin", exact: true }).click();
    await until("the first lamp is lit", () => value(0, DIMMER) > 0.9);
    await wren.getByRole("button", { name: "Park", exact: true }).click();
    await wren.getByRole("button", { name: "Park it" }).click();
    await wren.getByRole("button", { name: "■ Park (1)" }).click();
    await wren.getByRole("button", { name: "Free all" }).click();
    await wren.keyboard.press("Escape");
    await wren.getByRole("button", { name: "Stop" }).click();
    await until("dark", () => value(0, DIMMER) === 0);
    await wren.context().close();
  });

  it("gives an operator the cards alone", async () => {
    const operator = await signedIn(browser, vexa.url, "operator");
    await operator.setViewportSize({ width: 390, height: 844 });
    await openPlace(operator, "/remote");
    const parts = operator.getByRole("navigation", { name: "Parts of the remote" });
    await parts.getByRole("button", { name: "Cards" }).waitFor();
    expect(await parts.getByRole("button", { name: "Heads" }).count()).toBe(0);
    // The page of the song that is on.
    await operator.getByRole("article", { name: "Ember wash" }).waitFor();
    await operator.context().close();
  });
});
