import { mkdirSync } from "node:fs";
import { choose } from "./choose";
import { fileURLToPath } from "node:url";
import type { Page } from "playwright-core";
import { openBrowser } from "./browser";
import { addLane, pickGroup, setLane, signedIn } from "./people";
import { runVexa } from "./run-server";
import { pause } from "./until";

/** `./vexa shots`: one picture of each main view at 1280x800 from the demo show, into docs/screenshots. */
const FOLDER = process.env["VEXA_SHOTS"] ?? fileURLToPath(new URL("../../docs/screenshots/", import.meta.url));

async function shoot(page: Page, name: string): Promise<void> {
  // Fonts and the last fades settle first.
  await page.evaluate(() => document.fonts.ready);
  await page.mouse.move(640, 5);
  await pause(400);
  await page.screenshot({ path: `${FOLDER}/${name}.png` });
  process.stdout.write(`${name}.png\n`);
}

mkdirSync(FOLDER, { recursive: true });
const vexa = await runVexa("127.0.0.1:9");
const browser = await openBrowser();
try {
  const ines = await signedIn(browser, vexa.url, "ines");
  await ines.goto(`${vexa.url}/perform`);
  for (const list of ["Night bloom", "Canopy drift", "Lantern evening"])
    await ines.getByRole("article", { name: list }).getByRole("button", { name: "Go", exact: true }).click();
  const tomasz = await signedIn(browser, vexa.url, "tomasz");
  await pickGroup(tomasz, "Floor washes");
  await pause(5000);
  await shoot(ines, "perform");

  await ines.goto(`${vexa.url}/perform/page-colour`);
  const touch = async (pot: string, ...beds: readonly string[]): Promise<void> => {
    await ines.getByRole("group", { name: "Pots" }).getByRole("button", { name: pot, exact: true }).click();
    for (const bed of beds) {
      await ines.getByRole("button", { name: new RegExp(`^${bed}:`) }).focus();
      await ines.keyboard.press("Enter");
    }
  };
  await touch("Orchid", "Left ribs", "Right ribs");
  await touch("Pond", "Canopy bars", "Left ferns", "Right ferns");
  await touch("Ember", "Front washes", "Back washes");
  await ines.getByRole("group", { name: "Coat" }).getByRole("button", { name: "odd" }).click();
  await touch("Dusk", "Left ribs", "Right ribs", "Back washes");
  await pause(2500);
  await shoot(ines, "colour-board");
  await touch("Rinse");
  await ines.getByRole("group", { name: "Coat" }).getByRole("button", { name: "First coat" }).click();
  await ines.getByRole("button", { name: "All beds" }).click();

  await ines.goto(`${vexa.url}/build`);
  await pickGroup(ines, "Rib spots");
  await setLane(ines, "Dimmer", "20..100..20");
  await setLane(ines, "Pan", "-40..40");
  await ines.getByRole("button", { name: "Pan: when" }).click();
  await ines.getByLabel("Pan delay", { exact: true }).fill("0..1.2");
  await ines.getByLabel("Pan delay", { exact: true }).press("Enter");
  await shoot(ines, "build");

  await addLane(ines, "Colour");
  await ines.getByLabel("Colour value").fill("#ff7a30..#ffd060..#30a0a0");
  await ines.getByLabel("Colour value").press("Enter");
  const motionOf = (label: string): Promise<unknown> => choose(ines.getByLabel("Motion of", { exact: true }), { label });
  await motionOf("Dimmer");
  await ines.getByRole("button", { name: "from the centre" }).click();
  await ines.getByRole("button", { name: "Add motion to Dimmer" }).click();
  await ines.getByRole("region", { name: "Dimmer: how it moves" }).evaluate((moves) => moves.scrollIntoView({ block: "end" }));
  await shoot(ines, "weave");

  await motionOf("Position");
  await choose(ines.getByLabel("Drawn on"), { label: "floor, or level" });
  await ines.getByRole("button", { name: "Add motion to Position" }).click();
  await ines.keyboard.press("v");
  await pause(1500);
  await shoot(ines, "figure");
  await ines.keyboard.press("v");
  await ines.getByRole("button", { name: "Take the motion out" }).click();
  await motionOf("Dimmer");
  await ines.getByRole("button", { name: "Take the motion out" }).click();
  await addLane(ines, "Colour");
  await ines.getByLabel("Colour value").fill("#ff7a30..#ffd060..#30a0a0");
  await ines.getByLabel("Colour value").press("Enter");
  await ines.getByRole("button", { name: "Odd", exact: true }).click();
  await setLane(ines, "Dimmer", "90");
  await ines.getByRole("button", { name: "All", exact: true }).click();
  await ines.getByRole("button", { name: "Show the groups as they hang" }).click();
  await shoot(ines, "shaping");
  await ines.getByRole("button", { name: "Show the groups as a list" }).click();

  await ines.getByRole("button", { name: "Pick a colour" }).click();
  await shoot(ines, "colour");
  await ines.keyboard.press("Escape");

  await ines.keyboard.press("Shift+Escape");
  await setLane(ines, "Dimmer", "70");
  await ines.getByRole("tab", { name: "Presets" }).click();
  await ines
    .getByRole("button", { name: /^Ember/ })
    .first()
    .click();
  await ines
    .getByRole("button", { name: /^Dusk/ })
    .first()
    .click({ modifiers: ["Shift"] });
  await ines
    .getByRole("button", { name: /^Pond edge/ })
    .first()
    .click();
  await shoot(ines, "presets");

  await ines.getByRole("button", { name: "Record cue" }).first().click();
  await choose(ines.getByLabel("Cue list"), "");
  await ines.getByLabel("Name of the list").fill("Spore rising");
  await ines.getByRole("button", { name: "Close", exact: true }).click();
  await ines.keyboard.press("Shift+Escape");

  await ines.getByRole("link", { name: "Score" }).click();
  const cue = (number: number) =>
    ines
      .getByRole("listbox", { name: "Cues" })
      .getByRole("option")
      .nth(number - 1);
  await cue(3).click();
  await choose(ines.getByLabel("Comes with"), { label: "when the one before is done" });
  await cue(2).click();
  await ines.getByLabel("Position in").fill("50%");
  await ines.getByLabel("Position in").press("Enter");
  await ines.getByRole("button", { name: "Intensity" }).click();
  await ines.getByRole("group", { name: "Run Night bloom" }).getByRole("button", { name: "Go to 2" }).click();
  await pause(700);
  await shoot(ines, "score");
  await ines.getByRole("radio", { name: "Tracking" }).click();
  await shoot(ines, "tracking");

  await ines.getByRole("link", { name: "Perform" }).click();
  await ines.getByRole("article", { name: "Speed master Root beat" }).getByRole("button", { name: "hold" }).click();
  await ines.getByRole("button", { name: "Tempos" }).click();
  await ines.getByLabel("Pulse BPM", { exact: true }).fill("120");
  await ines.getByLabel("Pulse BPM", { exact: true }).press("Enter");
  await pause(5000);
  await shoot(ines, "speed-masters");
  await ines.getByRole("button", { name: "Close the tempos" }).click();

  await ines.getByRole("link", { name: "By hand" }).click();
  await ines.getByRole("article", { name: "Ember wash" }).getByRole("button", { name: "Go", exact: true }).click();
  await ines.getByRole("button", { name: "On: Dusk, added" }).click();
  for (let press = 0; press < 6; press++) await ines.getByRole("slider", { name: "Rib weather" }).press("PageUp");
  for (let press = 0; press < 4; press++) await ines.getByRole("slider", { name: "Fern breath" }).press("PageUp");
  for (let press = 0; press < 3; press++) await ines.getByRole("slider", { name: "Master Floor washes" }).press("PageDown");
  for (let press = 0; press < 2; press++) await ines.getByRole("slider", { name: "Master Lantern string" }).press("PageUp");
  await pause(1500);

  await ines.getByRole("link", { name: "Trace" }).click();
  await ines.getByRole("region", { name: "Levels of all universes" }).waitFor();
  // The dimmer of the first spot: its fifth slot.
  await ines.locator("canvas").click({ position: { x: 34 + 4.5 * 26.6, y: 30 } });
  await pause(800);
  await shoot(ines, "trace");

  await ines.getByRole("link", { name: /Crew/ }).click();
  const crew = ines.getByRole("complementary", { name: "Crew" });
  const families = crew.getByRole("group", { name: "Families to add" });
  await crew.getByRole("button", { name: /^Pixels and uplights/ }).click();
  for (const family of ["Intensity", "Position", "Beam"]) await families.getByRole("button", { name: family }).click();
  await choose(crew.getByLabel("Add a group"), { label: "Rib spots" });
  await crew.getByRole("button", { name: /^Ribs and washes/ }).click();
  await crew.getByRole("button", { name: "Take out Rib spots, Floor washes" }).click();
  await choose(crew.getByLabel("Add a group"), { label: "Floor washes" });
  await families.getByRole("button", { name: "Colour" }).click();
  await choose(crew.getByLabel("Add a group"), { label: "Rib spots" });
  await shoot(ines, "crew");
  await ines.getByRole("button", { name: "Drop it" }).click();
  await ines.getByRole("link", { name: "People" }).click();
  await shoot(ines, "people");
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })).newPage();
  await ines.getByRole("button", { name: "Phone" }).click();
  await phone.goto((await ines.getByRole("img", { name: "The code, to be scanned" }).getAttribute("data-address"))!);
  await ines.keyboard.press("Escape");
  await phone.getByRole("button", { name: "Group" }).tap();
  await phone.getByRole("button", { name: "Rib 3 spots" }).tap();
  await phone.getByRole("button", { name: "50", exact: true }).tap();
  await phone.getByRole("radio", { name: "Aim" }).tap();
  await pause(800);
  await phone.touchscreen.tap(150, 480);
  await shoot(phone, "remote");
  await phone.getByRole("radio", { name: "Hold" }).tap();
  await phone.getByRole("button", { name: /^Wipe your sketch/ }).tap();
  await phone.context().close();

  await ines.getByRole("link", { name: "Score" }).click();
  await ines
    .getByRole("navigation", { name: "Cue lists" })
    .getByRole("button", { name: /^Glasshouse waltz/ })
    .click();
  await pause(1500);
  await shoot(ines, "song");

  await ines.goto(`${vexa.url}/rig/profiles`);
  await ines.getByRole("button", { name: "Take Heron 900 Framing into this show" }).click();
  await ines.getByText("is in the show").waitFor();
  await ines.getByRole("button", { name: "Put away" }).click();
  await shoot(ines, "rig");

  await ines.getByRole("link", { name: "Lamps", exact: true }).click();
  await ines.getByLabel("Search lamps").fill("R1 spot");
  await ines.getByLabel("Search lamps").blur();
  await ines.getByRole("row", { name: /101/ }).click();
  await ines.getByLabel("Lamps by number").press("Control+a");
  await ines.getByRole("button", { name: "Hang elsewhere" }).click();
  await shoot(ines, "plan");
  await ines.getByRole("button", { name: "Box", exact: true }).click();

  // Something had to be begun again, and some samples.
  process.kill(vexa.pids.web, "SIGKILL");
  await pause(25_000);
  await ines.getByRole("link", { name: "Show", exact: true }).click();
  await ines.getByRole("link", { name: "Health" }).click();
  await ines.getByRole("heading", { name: "Begun again" }).waitFor();
  await shoot(ines, "health");
} finally {
  await browser.close();
  await vexa.stop();
}
