import type { Browser, Page } from "playwright-core";
import { choose } from "./choose";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { openBrowser } from "./browser";
import { message, openPlace, pickGroup, setLane, signedIn, signIn } from "./people";
import { runVexa, type RunningVexa } from "./run-server";
import { until } from "./until";

/** What people type that can't be: each gets a clear sentence, and nothing is lost. */
let vexa: RunningVexa;
let browser: Browser;
let ines: Page & { errors: string[] };

beforeAll(async () => {
  vexa = await runVexa("127.0.0.1:9");
  browser = await openBrowser();
  ines = await signedIn(browser, vexa.url, "ines");
});
afterAll(async () => {
  await browser.close();
  await vexa.stop();
});

describe("bad input", () => {
  it("says so when the sign-in is wrong, and keeps the name", async () => {
    const page = await (await browser.newContext()).newPage();
    await page.goto(vexa.url);
    await signIn(page, "ines", "not her password");
    expect(await page.getByRole("alert").textContent()).toContain(
      "That name and password don't belong together. Nothing was changed. Check both and try again.",
    );
    expect(await page.getByLabel("Sign-in name").inputValue()).toBe("ines");
    await page.context().close();
  });

  it.each([
    ["abc..3", "“abc” isn't a number. 20..80 was kept. Write numbers with two dots between them, such as 0..80..0."],
    ["10..", "“” isn't a number. 20..80 was kept."],
    ["0..99999999", "it must be a number from -100000 to 100000"],
    ["5,5..x", "“x” isn't a number."],
  ])("keeps the fan when %s is typed in a lane", async (typed, sentence) => {
    await pickGroup(ines, "Lantern string");
    await setLane(ines, "Dimmer", "20..80");
    const field = ines.getByLabel("Dimmer value", { exact: true });
    await field.fill(typed);
    await field.press("Enter");
    await ines.getByText(sentence).first().waitFor();
    await field.press("Escape");
    expect(await field.inputValue()).toBe("20..80");
    expect(await ines.getByRole("alert").count()).toBe(0);
  });

  it("refuses a cue number that is taken and one that is none, with the sheet still open", async () => {
    await ines.getByRole("button", { name: "Record cue" }).first().click();
    await choose(ines.getByLabel("Cue list"), { label: "Lantern evening" });
    const number = ines.getByLabel("Cue number");
    await number.fill("1");
    await number.press("Enter");
    expect(await ines.getByRole("alert").first().textContent()).toContain(
      "Cue 1 is taken by “Lit”. Choose another number. Nothing was recorded yet.",
    );
    await number.fill("soon");
    await number.press("Enter");
    expect(await ines.getByRole("alert").first().textContent()).toContain("The cue number must be a number above zero");
    await number.fill("3");
    await ines.getByLabel("In, seconds").fill("-4");
    await ines.getByLabel("In, seconds").press("Enter");
    expect(await ines.getByRole("alert").first().textContent()).toContain("The in-time must be seconds from 0 to 3600");
    await ines.getByRole("button", { name: "Close" }).click();
  });

  it("keeps the tempo when a BPM can't be", async () => {
    await ines.getByRole("link", { name: "Perform" }).click();
    const field = ines.getByLabel("Slow bloom BPM");
    const before = await field.inputValue();
    for (const typed of ["0", "601", "fast", "60..90"]) {
      await field.fill(typed);
      await field.press("Enter");
      await ines
        .getByRole("alert")
        .getByText(/was kept/)
        .waitFor();
      await field.press("Escape");
      expect(await field.inputValue()).toBe(before);
    }
  });

  it("says so when the server is gone, and takes nothing away", async () => {
    const told = ines.getByText("connection lost: what you see is kept, Vexa tries again").waitFor();
    await vexa.restart("SIGTERM");
    await told;
    await ines.getByText("all saved").waitFor();
    await ines.getByRole("slider", { name: "Night bloom" }).waitFor();
    expect(ines.errors).toEqual([]);
  });

  it("says so when a page can't be fetched, and shows it once it can", async () => {
    await ines.route("**/help-page-*", (route) => route.abort());
    await ines.getByRole("link", { name: "Show", exact: true }).click();
    await ines.getByRole("navigation", { name: "Parts of Show" }).getByRole("link", { name: "Help" }).click();
    await ines.getByText("This page can’t be fetched.").waitFor();
    await ines.unroute("**/help-page-*");
    await ines.getByRole("navigation", { name: "Pages of the guide" }).waitFor();
    expect(ines.errors).toEqual([]);
  });

  it("says so where a place can't be drawn: the others go on, and it comes back", async () => {
    // A browser that gives no canvas any more, as one that has run out of memory.
    await ines.evaluate(() => {
      const given = HTMLCanvasElement.prototype.getContext;
      Object.assign(window, { given });
      HTMLCanvasElement.prototype.getContext = () => {
        throw new Error("no room for a picture");
      };
    });
    await ines.getByRole("link", { name: "Build" }).click();
    const said = ines.getByRole("alert").filter({ hasText: "This can’t be shown." });
    await said.getByText("no room for a picture").waitFor();
    await ines.getByRole("link", { name: "Show", exact: true }).click();
    await ines.getByRole("navigation", { name: "Parts of Show" }).waitFor();
    await ines.getByRole("link", { name: "Build" }).click();
    await said.waitFor();
    await ines.evaluate(() => {
      HTMLCanvasElement.prototype.getContext = (window as unknown as { given: typeof HTMLCanvasElement.prototype.getContext }).given;
    });
    await said.getByRole("button", { name: "Show it again" }).click();
    await ines.getByRole("complementary", { name: "Cast" }).waitFor();
    expect(ines.errors).toEqual([]);
  });

  it("leads wrong addresses back to Build", async () => {
    await ines.goto(`${vexa.url}/nowhere/at/all`);
    await ines.getByRole("complementary", { name: "Cast" }).waitFor();
    expect(new URL(ines.url()).pathname).toBe("/build");
  });

  it("shows an operator what they may not do, by the name of who may", async () => {
    const operator = await signedIn(browser, vexa.url, "operator");
    await pickGroup(operator, "Rib spots");
    await setLane(operator, "Dimmer", "50");
    await message(operator, /Building looks is for programmers and the lead/).waitFor();
    expect(operator.errors).toEqual([]);
    await operator.context().close();
  });

  it("takes cues of another program in from a text, says before what it leaves out, and refuses what has none", async () => {
    await openPlace(ines, "/score");
    await ines.getByRole("button", { name: "Take in…" }).click();
    const file = ines.getByLabel("File of cues");
    const give = (name: string, text: string): Promise<void> =>
      file.setInputFiles({ name, mimeType: "text/plain", buffer: Buffer.from(text) });
    await give("picture.asc", "PK\u0003\u0004\0");
    await message(ines, /picture\.asc can't be read: it isn't a text/).waitFor();
    await give("empty.asc", "Ident 3:0\nEndData\n");
    await message(ines, /empty\.asc can't be read: there is no cue in it/).waitFor();
    await give(
      "Fern night.asc",
      "Ident 3:0\nPatch 1 1@100\nCue 1\n Text Dusk\n Up 4\n Chan 1001@40 7777@FL\nCue 2\n Up 2\n Chan 1002@Hff\nEndData\n",
    );
    await ines.getByText("Fern night: 2 cues.").waitFor();
    const left = ines.getByRole("list", { name: "What is left out" });
    expect(await left.getByRole("listitem").allTextContents()).toEqual([
      "▬ Left out: “Patch”",
      expect.stringMatching(/lamps that this rig hasn't got.*: 7777$/),
    ]);
    await ines.getByRole("button", { name: "Make the list" }).click();
    await ines.getByRole("heading", { name: "Fern night" }).waitFor();
    const cues = ines.getByRole("listbox", { name: "Cues" }).getByRole("option");
    expect(await cues.allTextContents()).toEqual([expect.stringContaining("Dusk"), expect.stringMatching(/^2/)]);
    // It goes out again with the whole look of each cue.
    await ines.getByRole("button", { name: "Change Fern night" }).click();
    const link = await ines.getByRole("link", { name: "levels as text" }).getAttribute("href");
    await ines.getByText("all saved").waitFor();
    const text = await (await ines.request.get(`${vexa.url}${link}`)).text();
    expect(text.split("\r\n").filter((line) => /^(Cue| {2}(Up|Chan))/.test(line))).toEqual([
      "Cue 1",
      "  Up 4",
      "  Chan 1001@40 1002@0",
      "Cue 2",
      "  Up 2",
      "  Chan 1001@0 1002@100",
    ]);
    await ines.keyboard.press("Escape");
  });

  it("hops back along one's own steps in words, and forward again", async () => {
    await openPlace(ines, "/build");
    await pickGroup(ines, "Lantern string");
    for (const level of ["31", "32", "33"]) await setLane(ines, "Dimmer", level);
    const value = ines.getByLabel("Dimmer value", { exact: true });
    await ines.getByRole("button", { name: "Steps" }).click();
    const steps = ines.getByRole("list", { name: "My steps" });
    await steps
      .getByRole("button", { name: /^Back to before Dimmer/ })
      .nth(2)
      .waitFor();
    // The third from the top is the first of the three: before it there was no such lane, or another value.
    await steps
      .getByRole("button", { name: /^Back to before/ })
      .nth(1)
      .click();
    await until("two are taken back", async () => (await steps.getByRole("button", { name: /^Again up to/ }).count()) === 2);
    expect(await value.inputValue()).toBe("31");
    await steps
      .getByRole("button", { name: /^Again up to/ })
      .first()
      .click();
    await until("both are done again", async () => (await steps.getByRole("button", { name: /^Again up to/ }).count()) === 0);
    expect(await value.inputValue()).toBe("33");
    await ines.keyboard.press("Escape");
  });
});
