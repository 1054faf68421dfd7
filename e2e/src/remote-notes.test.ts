import type { Browser, Page } from "playwright-core";
import { PNG } from "pngjs";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { complaints } from "./axe";
import { openBrowser } from "./browser";
import { openPlace, signedIn } from "./people";
import { runVexa, type RunningVexa } from "./run-server";
import { pause, until } from "./until";

/** Story: somebody walks from lamp to lamp with a phone, and leaves a note with a photo at the one whose clamp is loose. */
let vexa: RunningVexa;
let browser: Browser;
let phone: Page & { errors: string[] };
beforeAll(async () => {
  vexa = await runVexa("127.0.0.1:9");
  browser = await openBrowser();
  phone = await signedIn(browser, vexa.url, "ines");
  await phone.setViewportSize({ width: 390, height: 844 });
  await openPlace(phone, "/remote");
});
afterAll(async () => {
  expect(phone.errors).toEqual([]);
  await browser.close();
  await vexa.stop();
});

/** A photo as a camera makes it: larger than a note needs, half red, half blue. */
function photo(): Buffer {
  const png = new PNG({ width: 2400, height: 1200 });
  for (let at = 0; at < png.data.length; at += 4) png.data.set((at / 4) % 2400 < 1200 ? [220, 20, 20, 255] : [20, 20, 220, 255], at);
  return PNG.sync.write(png);
}
const button = (name: string | RegExp): ReturnType<Page["getByRole"]> =>
  phone.getByRole("button", { name, exact: typeof name === "string" });
const picked = (): Promise<string> => phone.getByRole("status", { name: "Picked" }).innerText();

describe("a walk along the lamps", () => {
  it("goes from a lamp to its neighbours on the plan, the nearest first", async () => {
    await button("Near").click();
    await phone.getByText("Pick a head first").waitFor();
    await button("Number").click();
    for (const key of ["3", "0", "5"])
      await phone.getByRole("group", { name: "Numbers" }).getByRole("button", { name: key, exact: true }).click();
    await button("Pick").click();
    await button("Near").click();
    const near = phone.getByRole("group", { name: "Near on the plan" }).getByRole("button");
    await until("eight neighbours", async () => (await near.count()) === 8);
    const words = await near.allInnerTexts();
    const metres = words.map((text) => Number(/([\d.]+) m$/.exec(text)![1]));
    expect(metres).toEqual(metres.toSorted((a, b) => a - b));
    expect(words.some((text) => text.startsWith("305"))).toBe(false);
    await near.first().click();
    const number = words[0]!.split(" ")[0]!;
    await until("the neighbour is picked", async () => (await picked()).includes(number));
    // And from there on.
    await until("it isn't its own neighbour", async () => !(await near.allInnerTexts()).some((text) => text.startsWith(`${number} `)));
  });

  it("leaves a note with a photo there, which whoever it is for sees, no larger than it has to be", async () => {
    await button("Notes").click();
    const file = phone.getByLabel("A photo for the note");
    await file.setInputFiles({ name: "clamp.txt", mimeType: "text/plain", buffer: Buffer.from("no picture") });
    await phone.getByText("▬ clamp.txt can't be read as a photo.").waitFor();
    await file.setInputFiles({ name: "clamp.png", mimeType: "image/png", buffer: photo() });
    await phone.getByRole("img", { name: "The photo that goes along" }).waitFor();
    await phone.getByLabel("Text of the note").fill("Its clamp is loose");

    // While the server isn't reached nothing is lost.
    await phone.route("**/api/notes/photos", (route) => route.abort());
    await button("Leave").click();
    await phone.getByText(/The note hasn't left/).waitFor();
    expect(await phone.getByLabel("Text of the note").inputValue()).toBe("Its clamp is loose");
    await phone.unroute("**/api/notes/photos");
    // Two presses within 0.4 s are one.
    await pause(450);
    await button("Leave").click();
    const note = phone.getByRole("article").filter({ hasText: "Its clamp is loose" });
    await note.getByRole("img").waitFor();
    // Pinned to the lamp that is picked.
    await note.getByRole("button", { name: /^Head / }).waitFor();
    await phone.getByRole("img", { name: "The photo that goes along" }).waitFor({ state: "detached" });
    expect(await complaints(phone)).toEqual([]);

    const tomasz = await signedIn(browser, vexa.url, "tomasz");
    await openPlace(tomasz, "/crew/people");
    const image = tomasz.getByRole("article").filter({ hasText: "Its clamp is loose" }).getByRole("img");
    await image.scrollIntoViewIfNeeded();
    const size = (): Promise<number[]> => image.evaluate((element: HTMLImageElement) => [element.naturalWidth, element.naturalHeight]);
    await until("it is drawn", async () => (await size())[0]! > 0);
    expect(await size()).toEqual([1600, 800]);
    expect(tomasz.errors).toEqual([]);
    await tomasz.context().close();
  });
});
