import { createSocket } from "node:dgram";
import { choose } from "./choose";
import osc from "osc";
import type { Locator } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { BuildStory } from "./build-story";
import { clickTrack } from "./click-track";
import { freeUdpPort } from "./node-on-loopback";
import { message } from "./people";
import { pause, until } from "./until";

/** Story 4b: speed masters, and what they hear: fingers, OSC, MIDI, and the beats of a sound file. */
let story: BuildStory;
let oscPort = 0;
beforeAll(async () => {
  oscPort = await freeUdpPort();
  story = await BuildStory.begin({ osc: String(oscPort) });
  await fakeMidi();
  await story.page.getByRole("link", { name: "Perform" }).click();
});
afterAll(async () => {
  expect(story.page.errors).toEqual([]);
  await story.end();
});

const bpm = async (name: string): Promise<number> => Number(await story.page.getByLabel(`${name} BPM`).inputValue());
const tempo = (name: string): Locator => story.page.getByRole("article", { name: `Tempo of ${name}`, exact: true });
const standing = (name: string): Promise<string> => tempo(name).locator("p").first().innerText();
const sheetOf = async (name: string): Promise<Locator> => {
  await story.page.getByRole("button", { name: `More of ${name}` }).click();
  return story.page.getByRole("dialog", { name: `Speed master ${name}` });
};
const leave = (): Promise<void> => story.page.keyboard.press("Escape");

describe("speed masters", () => {
  it("are halved, doubled, nudged and scaled; the tempos show the last half minute and lead back, and cover no master", async () => {
    const { page } = story;
    await page.getByRole("button", { name: "Tempos" }).click();
    await story.typeIn("Pulse BPM", "120");
    const back = tempo("Pulse").getByRole("button", { name: /^Pulse back to 96.0 BPM/ });
    await back.waitFor();
    // The masters can be touched while the tempos are open: two taps half a second apart.
    const dot = page.getByRole("article", { name: "Speed master Pulse" }).getByRole("button", { name: "Tap Pulse" });
    await dot.click();
    await pause(600);
    await dot.click();
    await until("tapped", async () => (await bpm("Pulse")) > 40 && (await bpm("Pulse")) < 101 && (await bpm("Pulse")) !== 96);
    await back.click();
    await until("as before", async () => (await bpm("Pulse")) === 96);
    await tempo("Pulse").getByRole("button", { name: "halve" }).click();
    await until("at half", async () => (await standing("Pulse")) === "● driving, at 50 %");
    expect(await bpm("Pulse")).toBe(48);
    // Back from the half, too: a tempo is what it drove at.
    await back.click();
    await until("whole again", async () => (await bpm("Pulse")) === 96 && (await standing("Pulse")) === "● driving");
    await tempo("Pulse").getByLabel("Scale of Pulse here").press("Home");
    await until("it stands", async () => (await standing("Pulse")).startsWith("■ stands at 0 %"));
    // Ten hundredths a page, of 2.
    for (let page = 0; page < 10; page++) await tempo("Pulse").getByLabel("Scale of Pulse here").press("PageUp");
    await until("at one", async () => (await standing("Pulse")) === "● driving");
    await story.typeIn("Tempo of Pulse, BPM", "fast");
    await message(page, /“fast”/).waitFor();
    expect(await bpm("Pulse")).toBe(96);
    expect(await tempo("Root beat").innerText()).toContain("cue Five colours walk");
    await page.getByRole("button", { name: "Close the tempos" }).click();
    const sheet = await sheetOf("Pulse");
    await sheet.getByRole("button", { name: "faster" }).click();
    await until("faster", async () => (await bpm("Pulse")) === 97);
    await sheet.getByRole("button", { name: "slower" }).click();
    await leave();
  });

  it("are made, named, given families and deleted; one that drives something stays, and the message says what", async () => {
    const { page } = story;
    await page.getByRole("button", { name: "New", exact: true }).click();
    await page.getByRole("article", { name: "Speed master Speed 5" }).waitFor();
    const sheet = await sheetOf("Speed 5");
    await sheet.getByText("Drives nothing yet").waitFor();
    await sheet.getByRole("group", { name: "Families that it drives" }).getByRole("button", { name: "Beam" }).click();
    await until(
      "it isn't for the beam any more",
      async () => (await sheet.getByRole("button", { name: "Beam" }).getAttribute("aria-pressed")) === "false",
    );
    await sheet.getByLabel("Name of the speed master").fill("Moth wings");
    await sheet.getByLabel("Name of the speed master").press("Enter");
    await page.getByRole("article", { name: "Speed master Moth wings" }).waitFor();
    await page.getByRole("dialog", { name: "Speed master Moth wings" }).getByRole("button", { name: "Delete" }).click();
    await until("it is gone", async () => (await page.getByRole("article", { name: "Speed master Moth wings" }).count()) === 0);
    await (await sheetOf("Pulse")).getByRole("button", { name: "Delete" }).click();
    await message(page, /Pulse.*cue/)
      .first()
      .waitFor();
    await leave();
    expect(await page.getByRole("article", { name: "Speed master Pulse" }).count()).toBe(1);
  });

  it("drive the motions of a card that name no master themselves", async () => {
    const { page } = story;
    await page.getByRole("button", { name: "Arrange" }).click();
    await page.getByRole("button", { name: "Options of Lantern evening" }).click();
    const follows = page.getByLabel("Motions without a master");
    await choose(follows, { label: "follow Root beat" });
    const chosen = async (): Promise<string | null> => follows.textContent();
    expect(await chosen()).toBe("follow Root beat");
    await page.keyboard.press("Escape");
    await page.keyboard.press("Control+z");
    await page.getByRole("button", { name: "Options of Lantern evening" }).click();
    await until("one step takes it back", async () => (await chosen()) === "run by themselves");
    await page.keyboard.press("Escape");
    await page.getByRole("button", { name: "Done" }).click();
  });
});

describe("beats from outside", () => {
  it("come by OSC: taps, numbers, and nonsense that changes nothing", async () => {
    await send("/vexa/master/Slow_bloom/bpm", 77.5);
    await until("77.5 BPM", async () => (await bpm("Slow bloom")) === 77.5);
    await send("/vexa/master/Slow_bloom/bpm", 7000);
    await send("/vexa/master/nobody/bpm", 90);
    await sendOctets(Uint8Array.from([1, 2, 3, 4, 5]));
    for (let tap = 0; tap < 6; tap++) {
      await send("/vexa/master/Slow_bloom/tap", 1);
      await pause(500);
    }
    const tapped = await bpm("Slow bloom");
    expect(Math.abs(tapped - 120)).toBeLessThan(6);
    await send("/vexa/master/Slow_bloom/hold", 1);
    await story.page.getByRole("article", { name: "Speed master Slow bloom" }).getByText("■ held").waitFor();
    await send("/vexa/master/Slow_bloom/run", 1);
  });

  it("come from a MIDI note that is learnt by playing it, and from a MIDI clock", async () => {
    const sheet = await sheetOf("Root beat");
    await sheet.getByRole("button", { name: "Tap by a note" }).click();
    await sheet.getByText("Play a note…").waitFor();
    await midi([[0x99, 36, 100]], 0);
    await sheet.getByText("Hears note 36, channel 10").waitFor();
    await leave();
    await midi(
      Array.from({ length: 5 }, () => [0x99, 36, 100]),
      400,
    );
    await until("150 BPM from a note every 400 ms", async () => Math.abs((await bpm("Root beat")) - 150) < 0.2);
    // Another note is somebody else's.
    await midi(
      Array.from({ length: 4 }, () => [0x99, 38, 100]),
      300,
    );
    expect(Math.abs((await bpm("Root beat")) - 150)).toBeLessThan(0.2);
    await (await sheetOf("Root beat")).getByRole("button", { name: "MIDI clock" }).click();
    await leave();
    await midi(
      Array.from({ length: 60 }, () => [0xf8]),
      60000 / 128 / 24,
    );
    await until("128 BPM from the clock", async () => Math.abs((await bpm("Root beat")) - 128) < 0.3);
  });

  it("are found in a sound file, as a suggestion that is used or not; what isn't a sound says so", async () => {
    const sheet = await sheetOf("Slow bloom");
    const before = await bpm("Slow bloom");
    const input = sheet.getByLabel("Tempo of a sound for Slow bloom");
    await input.setInputFiles({ name: "clicks.wav", mimeType: "audio/wav", buffer: clickTrack(128, 16) });
    await sheet.getByRole("status").waitFor();
    const found = Number(/(\d+(\.\d)?)\s*BPM/.exec(await sheet.getByRole("status").innerText())![1]);
    expect(Math.abs(found - 128)).toBeLessThan(1);
    expect(await bpm("Slow bloom")).toBe(before);
    await sheet.getByRole("button", { name: "Use it" }).click();
    await until("the master has it", async () => (await bpm("Slow bloom")) === found);
    await input.setInputFiles({ name: "notes.txt", mimeType: "text/plain", buffer: Buffer.from("no sound at all") });
    await message(story.page, /“notes.txt” isn't a sound that this browser can read/).waitFor();
    expect(await bpm("Slow bloom")).toBe(found);
    await leave();
  });
});

function send(address: string, value: number): Promise<void> {
  return sendOctets(Uint8Array.from(osc.writePacket({ address, args: [{ type: "f", value }] }, { metadata: true })));
}

function sendOctets(packet: Uint8Array): Promise<void> {
  const socket = createSocket("udp4");
  return new Promise((resolve) =>
    socket.send(packet, oscPort, "127.0.0.1", () => {
      socket.close();
      resolve();
    }),
  );
}

/** Puts a MIDI input of our own into the page: Chromium has no devices here. */
async function fakeMidi(): Promise<void> {
  await story.page.evaluate(() => {
    const input = { onmidimessage: null as ((event: object) => void) | null };
    const access = { inputs: new Map([["one", input]]), onstatechange: null };
    Object.assign(globalThis, { testMidiInput: input });
    Object.assign(navigator, { requestMIDIAccess: () => Promise.resolve(access) });
  });
}

/** Messages that come in one after the other, so many milliseconds apart; the device's time stamps are exact, however late the page is. */
async function midi(messages: readonly (readonly number[])[], everyMs: number): Promise<void> {
  await story.page.evaluate(
    async ([sent, every]) => {
      const { testMidiInput } = globalThis as unknown as { testMidiInput: { onmidimessage: (event: object) => void } };
      const start = performance.now();
      for (const [index, octets] of sent.entries()) {
        const timeStamp = start + index * every;
        while (performance.now() < timeStamp) await new Promise((resolve) => setTimeout(resolve, 2));
        testMidiInput.onmidimessage({ data: Uint8Array.from(octets), timeStamp });
      }
    },
    [messages, everyMs] as const,
  );
}
