import type { Browser, Locator, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { complaints } from "./axe";
import { openBrowser } from "./browser";
import { nodeOnLoopback, type LoopbackNode } from "./node-on-loopback";
import { message, openPlace, signedIn } from "./people";
import { runVexa, type RunningVexa } from "./run-server";
import { Fingers } from "./touch";
import { until } from "./until";

/** Story: a song nobody has rehearsed, on a tablet. Groups are painted by touch: swipes run, second coats move on, dabs go back. The steps build on each other. */
let node: LoopbackNode;
let vexa: RunningVexa;
let browser: Browser;
let page: Page & { errors: string[] };
let hands: Fingers;
beforeAll(async () => {
  node = await nodeOnLoopback([11]);
  vexa = await runVexa(`127.0.0.1:${node.port}`);
  browser = await openBrowser();
  page = await signedIn(browser, vexa.url, "operator", { hasTouch: true });
  await page.setViewportSize({ width: 1024, height: 768 });
  hands = await Fingers.on(page);
});
afterAll(async () => {
  await browser.close();
  await vexa.stop();
  node.close();
});

const WASHES = 14;
const SLOTS = 13;
const [DIMMER, RED] = [4, 7];
/** Red, green and blue of the washes in front as they leave, from the left to the right. */
const front = (): number[][] =>
  Array.from({ length: WASHES }, (_, at) => [0, 1, 2].map((emitter) => node.levels(11)?.[(WASHES + at) * SLOTS + RED + emitter] ?? -1));
const isRed = ([red, green, blue]: readonly number[]): boolean => red! > 60 && green! < 60 && blue! < 60;
const isBlue = ([red, green, blue]: readonly number[]): boolean => blue! > 60 && red! < blue! && green! < blue!;
const painted = (): string =>
  front()
    .map((head) => (isRed(head) ? "r" : isBlue(head) ? "b" : "-"))
    .join("");

const pot = (name: string): Locator => page.getByRole("group", { name: "Pots" }).getByRole("button", { name, exact: true });
const bed = (name: string): Locator => page.getByRole("button", { name: new RegExp(`^${name}(:|$)`) });
const middle = async (of: Locator): Promise<{ x: number; y: number }> => {
  const box = (await of.boundingBox())!;
  return { x: box.x + box.width / 2, y: box.y + box.height / 3 };
};
const touch = async (of: Locator): Promise<void> => {
  await hands.put("right", await middle(of));
  await hands.lift("right");
};
const coat = (name: string): Locator => page.getByRole("group", { name: "Coat" }).getByRole("button", { name, exact: true });

describe("a colour board on a tablet", () => {
  it("paints a bed at a touch, and runs through it the way of a swipe", async () => {
    await openPlace(page, "/perform/page-colour");
    await bed("Front washes").waitFor();
    expect(await complaints(page)).toEqual([]);
    await touch(pot("Berry"));
    await touch(bed("Front washes"));
    await until("all are red", () => painted() === "r".repeat(WASHES));
    await bed("Front washes: Berry").waitFor();
    await touch(pot("Dusk"));
    node.collect();
    const from = await middle(bed("Front washes"));
    await hands.put("right", { x: from.x - 60, y: from.y });
    for (let step = 1; step <= 6; step++) await hands.move("right", { x: from.x - 60 + 12 * step, y: from.y });
    await hands.lift("right");
    await until("all are blue", () => painted() === "b".repeat(WASHES));
    // Each began after its neighbour on the left, over about the board's second.
    const began = Array.from({ length: WASHES }, (_, at) => {
      const slot = (WASHES + at) * SLOTS + RED;
      const first = node.history(11)[0]!.levels[slot]!;
      return node.history(11).find(({ levels }) => levels[slot]! < first - 3)!.atSeconds;
    });
    expect(began.every((moment, at) => at === 0 || moment >= began[at - 1]!)).toBe(true);
    expect(began.at(-1)! - began[0]!).toBeGreaterThan(0.5);
  });

  it("lays a second coat on a part, which moves on when its mask is touched again, and comes off by rinsing", async () => {
    await touch(coat("odd"));
    await touch(pot("Berry"));
    await touch(bed("Front washes"));
    await until("every second one is red", () => painted() === "rb".repeat(WASHES / 2));
    await touch(coat("odd"));
    await until("the others are", () => painted() === "br".repeat(WASHES / 2));
    await bed("Front washes: Dusk, Berry on even").waitFor();
    await touch(pot("Rinse"));
    await touch(bed("Front washes"));
    await until("the first coat is there again", () => painted() === "b".repeat(WASHES));
    await touch(coat("First coat"));
  });

  it("lays one on those of a saved group, and moves it on to all others", async () => {
    await coat("group…").click();
    await page.getByRole("menuitem", { name: "Rib 3 spots" }).click();
    await touch(pot("Berry"));
    await touch(bed("Left ribs"));
    await bed("Left ribs: Berry on Rib 3 spots").waitFor();
    await touch(coat("Rib 3 spots"));
    await bed("Left ribs: Berry on all but Rib 3 spots").waitFor();
    expect(await complaints(page)).toEqual([]);
    await touch(coat("First coat"));
    await touch(pot("Rinse"));
    await touch(bed("Left ribs"));
    await bed("Left ribs: not painted").waitFor();
  });

  it("shows a dab while a pot is held with the other hand, or the corner of a bed", async () => {
    await hands.put("left", await middle(pot("Berry")));
    await hands.put("right", await middle(bed("Front washes")));
    await until("it is red while held", () => painted() === "r".repeat(WASHES));
    await hands.lift("right");
    await until("it goes back", () => painted() === "b".repeat(WASHES));
    await hands.lift("left");
    const corner = (await bed("Front washes").locator("..").locator("[data-dab]").boundingBox())!;
    await hands.put("right", { x: corner.x + corner.width / 2, y: corner.y + corner.height / 2 });
    await until("the corner does it too", () => painted() === "r".repeat(WASHES));
    // Another pot that is chosen meanwhile changes nothing of it: what is held goes back when it is let go.
    await hands.put("left", await middle(pot("Rinse")));
    await hands.lift("left");
    await hands.lift("right");
    await until("it goes back again", () => painted() === "b".repeat(WASHES));
    await touch(pot("Berry"));
    await bed("Front washes").focus();
    await page.keyboard.down("d");
    await until("a key does it as well", () => painted() === "r".repeat(WASHES));
    await page.getByRole("link", { name: "By hand" }).click();
    await until("it goes back with its page", () => painted() === "b".repeat(WASHES));
    await page.getByRole("article", { name: "Ember wash" }).waitFor();
    await page.keyboard.up("d");
    await page.getByRole("link", { name: "Colour", exact: true }).click();
    await bed("Front washes").waitFor();
  });

  it("takes a pot that is drawn onto a bed, brushes over several, and paints out from the middle with two fingers", async () => {
    await hands.put("right", await middle(pot("Berry")));
    const to = await middle(bed("Back washes"));
    const from = await middle(pot("Berry"));
    for (let step = 1; step <= 5; step++)
      await hands.move("right", { x: from.x + ((to.x - from.x) * step) / 5, y: from.y + ((to.y - from.y) * step) / 5 });
    await hands.lift("right");
    await bed("Back washes: Berry").waitFor();
    const [left, right] = [await middle(bed("Left ribs")), await middle(bed("Right ribs"))];
    await hands.put("right", left);
    for (let step = 1; step <= 8; step++) await hands.move("right", { x: left.x + ((right.x - left.x) * step) / 8, y: left.y });
    await hands.lift("right");
    await bed("Left ribs: Berry").waitFor();
    await bed("Right ribs: Berry").waitFor();
    const at = await middle(bed("Front washes"));
    await hands.put("left", { x: at.x - 12, y: at.y });
    await hands.put("right", { x: at.x + 12, y: at.y });
    for (let step = 1; step <= 4; step++) {
      await hands.move("left", { x: at.x - 12 - 8 * step, y: at.y });
      await hands.move("right", { x: at.x + 12 + 8 * step, y: at.y });
    }
    node.collect();
    await hands.lift("left");
    await hands.lift("right");
    await until("all are red", () => painted() === "r".repeat(WASHES));
  });

  it("is played by keys, level and all, and let go as a whole", async () => {
    await pot("Dusk").focus();
    await page.keyboard.press("Enter");
    await bed("Front washes").focus();
    await page.keyboard.press("ArrowRight");
    await until("it is blue", () => painted() === "b".repeat(WASHES));
    await page.getByRole("slider", { name: "Level of Front washes" }).press("End");
    await until("it shines", () => node.levels(11)![WASHES * SLOTS + DIMMER] === 255);
    await touch(pot("Rinse"));
    await touch(page.getByRole("button", { name: "All beds" }));
    await until("nothing is painted", async () => (await page.getByRole("button", { name: /: not painted$/ }).count()) === 8);
    await until("it is dark", () => node.levels(11)![WASHES * SLOTS + DIMMER] === 0);
  });

  it("goes on in the time of a live pace from where each head is, and takes its own again", async () => {
    const strip = page.getByRole("region", { name: "Pace" });
    const field = strip.getByLabel("Pace in seconds");
    const pace = async (seconds: string): Promise<void> => {
      await field.fill(seconds);
      await field.press("Enter");
      await until(`a pace of ${seconds}`, async () => (await field.inputValue()) === seconds);
    };
    await strip.getByRole("button", { name: /^For / }).click();
    await page.getByRole("button", { name: "All of yours" }).click();
    const live = page.getByRole("checkbox", { name: "What is under way takes it, too" });
    await live.click();
    await until("it is asked for", () => live.isChecked());
    await page.keyboard.press("Escape");
    await pace("600");
    await touch(pot("Berry"));
    await touch(bed("Front washes"));
    await bed("Front washes: Berry").waitFor();
    expect(painted()).not.toContain("r");
    await pace("0.5");
    await until("they are red in a moment instead of ten minutes", () => painted() === "r".repeat(WASHES));
    await strip.getByRole("button", { name: "Own times" }).click();
    await touch(pot("Rinse"));
    await touch(page.getByRole("button", { name: "All beds" }));
    await until("nothing is painted", async () => (await page.getByRole("button", { name: /: not painted$/ }).count()) === 8);
  });

  it("is kept through a crash, and is nobody's who only looks on", async () => {
    await touch(pot("Moss"));
    await touch(bed("Canopy bars"));
    await bed("Canopy bars: Moss").waitFor();
    await vexa.restart("SIGKILL");
    await page.reload();
    await bed("Canopy bars: Moss").waitFor();
    const orla = await signedIn(browser, vexa.url, "orla");
    await openPlace(orla, "/perform/page-colour");
    await orla.getByRole("button", { name: "Canopy bars: out of reach" }).waitFor();
    expect(await orla.getByRole("group", { name: "Pots" }).getByRole("button", { name: "Moss" }).isDisabled()).toBe(true);
    expect(orla.errors).toEqual([]);
    await orla.context().close();
  });
});

describe("a board that is made", () => {
  it("gets beds, pots and times under Arrange, is moved about, kept as a cue, and taken off again", async () => {
    const ines = await signedIn(browser, vexa.url, "ines");
    await openPlace(ines, "/perform/page-colour");
    await ines.getByRole("button", { name: "Arrange" }).click();
    await ines.getByRole("button", { name: "New page" }).click();
    await ines.getByRole("button", { name: "Add a card" }).click();
    await ines.getByRole("menuitem", { name: /^A colour board/ }).click();
    await ines.getByRole("button", { name: "Options of Colour board" }).click();
    const options = ines.getByRole("dialog", { name: "Options of Colour board" });
    await options.getByRole("checkbox", { name: "Floor washes" }).click();
    await options.getByRole("checkbox", { name: "with its level" }).click();
    await options.getByRole("button", { name: "Mix a new one" }).click();
    await options.getByRole("textbox", { name: /^Name of the pot white/i }).fill("Chalk");
    await options.getByRole("textbox", { name: "Travels in" }).fill("nonsense");
    await options.getByRole("textbox", { name: "Each head in" }).focus();
    await options.getByText(/is no time/).waitFor();
    expect(await complaints(ines)).toEqual([]);
    await ines.keyboard.press("Escape");
    await ines.getByRole("button", { name: "Move the bed Floor washes" }).focus();
    await ines.keyboard.press("ArrowUp");
    await ines.getByRole("button", { name: "Done" }).click();
    await ines.getByRole("button", { name: "Chalk", exact: true }).click();
    await ines.getByRole("button", { name: "Keep…" }).click();
    await ines.getByRole("button", { name: "Keep", exact: true }).click();
    await ines
      .getByText(/Nothing is painted on this board/)
      .first()
      .waitFor();
    await ines.keyboard.press("Escape");
    await ines.getByRole("button", { name: "All beds" }).click();
    await ines.getByRole("button", { name: "Floor washes: Chalk" }).waitFor();
    await ines.getByRole("button", { name: "Keep…" }).click();
    await ines.getByRole("textbox", { name: "Name of the cue" }).fill("Chalky");
    await ines.getByRole("button", { name: "Keep", exact: true }).click();
    await ines.getByRole("button", { name: "Keep…" }).waitFor();
    await ines.getByRole("button", { name: "Arrange" }).click();
    const off = ines.getByRole("button", { name: "Take Colour board off the page" });
    await off.click();
    await message(ines, /is used by the stage, where it is painted/)
      .first()
      .waitFor();
    await ines.getByRole("button", { name: "Done" }).click();
    await ines
      .getByRole("region", { name: "Running now" })
      .getByRole("listitem")
      .filter({ hasText: "Colour board" })
      .getByRole("button", { name: "Let go" })
      .click();
    await ines.getByRole("button", { name: "Floor washes: not painted" }).waitFor();
    await ines.getByRole("button", { name: "Arrange" }).click();
    await off.click();
    await ines.getByText("This page is empty.").waitFor();
    await openPlace(ines, "/score");
    await ines.getByText("Chalky").first().waitFor();
    expect(ines.errors).toEqual([]);
  });
});
