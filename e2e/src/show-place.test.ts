import { createSocket, type Socket } from "node:dgram";
import { choose } from "./choose";
import osc from "osc";
import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { complaints } from "./axe";
import { openBrowser } from "./browser";
import { openPlace, signedIn, signIn } from "./people";
import { freeUdpPort } from "./node-on-loopback";
import { runVexa, type RunningVexa } from "./run-server";
import { pause, until } from "./until";

let vexa: RunningVexa;
let browser: Browser;
let ines: Page;
let sender: Socket;
let oscPort: number;
beforeAll(async () => {
  oscPort = await freeUdpPort();
  vexa = await runVexa("127.0.0.1:9", { osc: String(oscPort) });
  browser = await openBrowser();
  ines = await signedIn(browser, vexa.url, "ines");
  // Loopback has more than one address: this one nobody knows.
  sender = createSocket("udp4");
  await new Promise<void>((resolve) => sender.bind(0, "127.0.0.5", resolve));
});
afterAll(async () => {
  sender.close();
  await browser.close();
  await vexa.stop();
});

const send = (address: string, value: number): Promise<void> =>
  new Promise((resolve) =>
    sender.send(osc.writePacket({ address, args: [{ type: "f", value }] }, { metadata: true }), oscPort, "127.0.0.1", () => resolve()),
  );

describe("the health of the system", () => {
  it("is shown in charts, tells what was begun again, and is for technicians and the lead", async () => {
    await ines.getByRole("link", { name: "Show", exact: true }).click();
    await ines.getByRole("link", { name: "Health" }).click();
    await ines.getByText(/All is well: 44 frames a second to 14 universes/).waitFor();
    // Charts draw their lines when they know their own size.
    await until("six lines are drawn", async () => (await ines.locator(".recharts-line-curve").count()) >= 6);
    await ines.getByText("Nothing had to be begun again").waitFor();
    process.kill(vexa.pids.stage, "SIGKILL");
    await ines.getByText(/the engine ended \(SIGKILL\) and was begun again/).waitFor();
    await ines.getByRole("link", { name: /the engine was begun again/ }).waitFor();
    await ines.getByText(/All is well: 44 frames/).waitFor();
    process.kill(vexa.pids.web, "SIGKILL");
    await ines.getByText(/the web server ended \(SIGKILL\) and was begun again/).waitFor();
    // What plays is dimmed until the page is heard again; all is bright a tenth of a second later.
    await ines.locator('[data-connection="live"]').waitFor({ state: "attached" });
    await pause(200);
    expect(await complaints(ines)).toEqual([]);
    for (const [name, words] of [
      ["wren", /All is well/],
      ["orla", /for technicians and the lead/],
    ] as const) {
      const page = await (await browser.newContext()).newPage();
      await page.goto(`${vexa.url}/show/health`);
      await signIn(page, name, name === "wren" ? "palm-house-7" : "palm-house-6");
      await page.getByText(words).waitFor();
      await page.context().close();
    }
  });
});

describe("devices", () => {
  it("aren't heard before they are let in, and then play as far as they are let", async () => {
    await ines.getByRole("link", { name: "Devices" }).click();
    await send("/vexa/card/spore/go", 1);
    const knocking = ines.getByRole("region", { name: "Not let in" });
    await knocking.getByText("/vexa/card/spore/go").waitFor();
    interface Loose {
      readonly id: string;
      readonly cueId?: string | null;
      readonly address?: string;
      readonly plays?: string;
    }
    const records = async (): Promise<Loose[]> =>
      ((await (await ines.request.get(`${vexa.url}/api/show`)).json()) as { records: Loose[] }).records;
    const running = async (): Promise<boolean> => ((await records()).find(({ id }) => id === "state-card-spore")?.cueId ?? null) !== null;
    const plays = async (): Promise<string | undefined> => (await records()).find(({ address }) => address === "127.0.0.5")?.plays;
    expect(await running()).toBe(false);
    await knocking.getByRole("button", { name: "Let in" }).click();
    const choice = ines.getByRole("combobox", { name: "What Device at 127.0.0.5 plays" });
    await choose(choice, "the cards of Foyer alone");
    await until("it plays a page", async () => (await plays()) === "page");
    await send("/vexa/card/spore/go", 1);
    await new Promise((resolve) => setTimeout(resolve, 300));
    expect(await running(), "it may play the cards of another page alone").toBe(false);
    await choose(choice, "everything, as the lead");
    await until("the card runs", async () => {
      await send("/vexa/card/spore/go", 1);
      return running();
    });
    expect(await complaints(ines)).toEqual([]);
    await ines.getByRole("listitem").filter({ hasText: "127.0.0.5" }).getByRole("button", { name: "Shut out" }).click();
    await until("it is shut out", async () => (await plays()) === undefined);
    await send("/vexa/card/spore/let-go", 1);
    await new Promise((resolve) => setTimeout(resolve, 300));
    expect(await running()).toBe(true);
  });
});

describe("a cue that speaks", () => {
  it("tells a device that hears, says in Trace what left and what didn't, and refuses what can't be read", async () => {
    const ear = createSocket("udp4");
    const heard: string[] = [];
    // Read by the npm package osc, which shares nothing with what writes.
    ear.on("message", (packet) => heard.push(JSON.stringify(osc.readPacket(packet, {}))));
    await new Promise<void>((resolve) => ear.bind(0, "127.0.0.1", resolve));
    await ines.getByRole("link", { name: "Devices" }).click();
    const port = ines.getByRole("textbox", { name: "Port at which This machine hears" });
    await port.fill("70000");
    await port.press("Enter");
    await ines.getByText(/is no port/).waitFor();
    await port.fill(String(ear.address().port));
    await port.press("Enter");
    await openPlace(ines, "/score");
    await ines.getByRole("option").first().click();
    const says = ines.getByRole("region", { name: "Says to other machines" });
    const line = says.getByRole("textbox");
    await line.fill("to Nobody /cue/go 1");
    await line.press("Enter");
    await says.getByText(/called “Nobody”/).waitFor();
    for (const words of ["to This machine /cue/go 12", "note 60 100 on 1"]) {
      await line.fill(words);
      await line.press("Enter");
      await says.getByText(words).waitFor();
    }
    // Chromium has no devices here: an output of our own.
    await ines.evaluate(() => {
      const sent: number[][] = [];
      const output = { send: (octets: Iterable<number>) => sent.push([...octets]) };
      const access = { inputs: new Map(), outputs: new Map([["one", output]]), onstatechange: null, sysexEnabled: true };
      Object.assign(globalThis, { midiSent: sent });
      Object.assign(navigator, { requestMIDIAccess: () => Promise.resolve(access) });
    });
    await says.getByText(/MIDI leaves from browsers/).waitFor();
    await says.getByRole("button", { name: "MIDI from here" }).click();
    expect(await complaints(ines)).toEqual([]);
    await ines.getByRole("link", { name: "Perform" }).click();
    await ines.waitForURL(/\/perform\//);
    await ines.getByRole("link", { name: "Main page" }).click();
    const card = ines.getByRole("article", { name: "Night bloom" });
    const goAnew = async (): Promise<void> => {
      const letGo = card.getByRole("button", { name: "Let go" });
      if (await letGo.isEnabled()) await letGo.click();
      await card.locator('[data-running="false"]').waitFor({ state: "attached" });
      await card.getByRole("button", { name: "Go", exact: true }).click();
    };
    await goAnew();
    await until("it is heard", () => heard.includes('{"address":"/cue/go","args":[12]}'));
    const sent = (): Promise<number[][]> => ines.evaluate(() => (globalThis as unknown as { midiSent: number[][] }).midiSent);
    // Note on, channel 1, 60, 100 (MIDI 1.0).
    await until("the note left", async () => (await sent()).some((octets) => octets.join(" ") === "144 60 100"));
    await ines.getByRole("link", { name: "Trace" }).click();
    const log = ines.getByRole("region", { name: "Said to other machines" });
    await log.getByText("to This machine /cue/go 12").waitFor();
    await log.getByText("note 60 100 on 1").waitFor();
    expect(await complaints(ines)).toEqual([]);
    // Without its port it isn't spoken to, and that is told.
    await ines.getByRole("link", { name: "Show" }).click();
    await ines.getByRole("link", { name: "Devices" }).click();
    await port.fill("");
    await port.press("Enter");
    await ines.getByRole("link", { name: "Perform" }).click();
    await ines.waitForURL(/\/perform\//);
    await goAnew();
    await ines.getByRole("link", { name: "Trace" }).click();
    await log.getByText(/has no port at which it hears/).waitFor();
    ear.close();
  });
});

describe("settings", () => {
  it("hold for the show: frames a second, and the times that new cards begin with", async () => {
    await openPlace(ines, "/show/settings");
    const ofShow = ines.getByRole("region", { name: "Of the show" });
    const release = ofShow.getByRole("textbox", { name: "New cards let go in" });
    await release.fill("soon");
    await release.press("Enter");
    await ofShow.getByText(/is no time/).waitFor();
    await release.fill("4");
    await release.press("Enter");
    await choose(ofShow.getByRole("combobox", { name: "Frames a second" }), "25");
    await ines
      .getByLabel("Output")
      .getByText(/ 2[0-6] Hz/)
      .waitFor();
    expect(await complaints(ines)).toEqual([]);
    await choose(ofShow.getByRole("combobox", { name: "Frames a second" }), "44");
    await ines
      .getByLabel("Output")
      .getByText(/ (3[3-9]|4\d) Hz/)
      .waitFor();
    await ines.getByRole("link", { name: "Perform" }).click();
    await ines.waitForURL(/\/perform\//);
    await ines.getByRole("button", { name: "Arrange" }).click();
    await ines.getByRole("button", { name: "New page" }).click();
    await ines.getByRole("button", { name: "Add a card" }).click();
    await ines.getByRole("menuitem", { name: /^Root run/ }).click();
    await ines.getByRole("button", { name: "Options of Root run" }).click();
    await until("it lets go in 4 s", async () => (await ines.getByRole("textbox", { name: /Lets go in/ }).inputValue()) === "4");
    await ines.keyboard.press("Escape");
    await ines.getByRole("button", { name: "Done" }).click();
  });

  it("hold for a browser: other keys, which can't be two things at once, and are kept", async () => {
    await openPlace(ines, "/show/settings");
    const key = ines.getByRole("button", { name: /^Keys for: go to anything by its name/ });
    await key.click();
    await ines.keyboard.press("k");
    await ines.getByText(/K is taken: drops your curtain/).waitFor();
    await key.click();
    await ines.keyboard.press("Escape");
    await ines.getByRole("button", { name: "Keys for: go to anything by its name, now Ctrl+K" }).waitFor();
    await key.click();
    await ines.keyboard.press("g");
    await ines.reload();
    await ines.getByRole("button", { name: "Keys for: go to anything by its name, now G" }).waitFor();
    expect(await complaints(ines)).toEqual([]);
    await ines.keyboard.press("Control+k");
    await ines.keyboard.press("g");
    await ines.getByRole("dialog", { name: /Go to/ }).waitFor();
    await ines.keyboard.press("Escape");
    await ines.getByRole("button", { name: "All as usual" }).click();
    await ines.getByRole("button", { name: "Keys for: go to anything by its name, now Ctrl+K" }).waitFor();
  });

  it("hold for a browser: keys that run a macro, which mean nothing else, are shown, and can be taken away", async () => {
    const write = async (): Promise<void> => {
      await ines.getByRole("button", { name: "Macros", exact: true }).click();
      await ines.getByRole("button", { name: "Write Lanterns as asked" }).click();
    };
    const key = ines.getByRole("button", { name: /^Keys for Lanterns as asked/ });
    await write();
    await key.click();
    await ines.keyboard.press("?");
    await ines.getByText(/\? is taken: .* No keys was kept/).waitFor();
    await key.click();
    await ines.keyboard.press("[");
    await ines.getByText(/\[ is taken: previous and next part/).waitFor();
    await key.click();
    await ines.keyboard.press("F9");
    await ines.getByRole("button", { name: "Keys for Lanterns as asked, now F9" }).waitFor();
    expect(await complaints(ines, "Macros")).toEqual([]);
    await ines.reload();
    await ines.getByRole("button", { name: "Macros", exact: true }).waitFor();
    await ines.keyboard.press("F9");
    const question = ines.getByRole("form", { name: "Lanterns as asked asks" });
    await question.waitFor();
    await ines.getByRole("button", { name: /● Lanterns as asked/ }).click();
    await question.waitFor({ state: "detached" });
    await ines.keyboard.press("?");
    await ines.getByRole("dialog", { name: "Shortcuts" }).getByText("the macro Lanterns as asked").waitFor();
    await ines.keyboard.press("Escape");
    await write();
    await ines.getByRole("button", { name: "No keys" }).click();
    await ines.getByRole("button", { name: "Leave it" }).click();
    await ines.keyboard.press("Escape");
    await ines.keyboard.press("F9");
    await ines.keyboard.press("?");
    await ines.getByRole("dialog", { name: "Shortcuts" }).waitFor();
    expect((await ines.getByText("the macro Lanterns as asked").count()) + (await question.count())).toBe(0);
    await ines.keyboard.press("Escape");
  });

  it("of the show are the lead's", async () => {
    const wren = await signedIn(browser, vexa.url, "operator");
    await openPlace(wren, "/show/settings");
    await wren.getByText("The lead sets these.").waitFor();
    expect(await wren.getByRole("textbox", { name: "New cards let go in" }).isDisabled()).toBe(true);
    await wren.context().close();
  });
});

describe("the guide inside the application", () => {
  it("is led to from each place, and searched by words", async () => {
    await ines.getByRole("link", { name: "Perform" }).click();
    // Show, which is left, has a part of this name as well.
    await ines.waitForURL(/\/perform\//);
    await ines.getByRole("link", { name: "Help" }).click();
    await ines
      .getByRole("heading", { name: /^Perform/ })
      .first()
      .waitFor();
    await ines.getByLabel("Search the guide").fill("spare stand in");
    await ines.getByRole("button", { name: /When a lamp fails/ }).click();
    await ines.getByRole("heading", { name: "Patch and plan" }).waitFor();
    expect(await complaints(ines)).toEqual([]);
    await ines.getByLabel("Search the guide").fill("nothing of that kind anywhere");
    await ines.getByText("Nothing in the guide has all these words.").waitFor();
  });
});
