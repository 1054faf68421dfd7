import type { Browser, Locator, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { complaints } from "./axe";
import { openBrowser } from "./browser";
import { signedIn } from "./people";
import { select, typeInto } from "./rig-story";
import { runVexa, type RunningVexa } from "./run-server";
import { until } from "./until";

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

const rows = () => ines.getByLabel("Lamps by number");
const row = (name: string | RegExp): Locator => rows().getByRole("row", { name });
const aside = () => ines.getByRole("complementary", { name: "Selected lamps" });
const inRig = async (search: string): Promise<void> => {
  await ines.getByRole("link", { name: "Rig" }).click();
  await ines.getByRole("link", { name: "Lamps" }).click();
  await ines.getByLabel("Search lamps").fill(search);
  await ines.getByLabel("Search lamps").blur();
};
const undo = async (): Promise<void> => {
  await ines.locator("body").press("Control+z");
};

describe("the plan", () => {
  const stage = () => ines.getByRole("img", { name: /Stage/ });
  const place = async (id: string): Promise<{ x: number; y: number; z: number }> => {
    const answer = (await (await ines.request.get(`${vexa.url}/api/show`)).json()) as {
      records: { id: string; position: { x: number; y: number; z: number } }[];
    };
    return answer.records.find((record) => record.id === id)!.position;
  };

  it("stretches and turns lamps by handles, with one undo each, and hangs them along a drawn line", async () => {
    await select(ines, "101-108");
    await inRig("R1 spot");
    await ines.getByRole("button", { name: "Hang elsewhere" }).click();
    const box = (await stage().boundingBox())!;
    const before = await place("fx-108");
    const [x1, y1, x2] = (await stage().getAttribute("data-thread"))!.split(" ").map(Number) as [number, number, number];
    // The thread's numbers stand 15 and 18 pixels beside the first and the last lamp.
    const [first, last] = [box.x + x1 + 15, box.x + x2 - 18];
    const scale = (last - first) / (before.x * 2);
    await ines.mouse.move(last, box.y + y1 - 2);
    await ines.mouse.down();
    await ines.mouse.move(last - 4 * scale, box.y + y1 - 2, { steps: 4 });
    await ines.mouse.up();
    await until("the row is shorter at one end", async () => Math.abs((await place("fx-108")).x - 3.7) < 0.6);
    expect((await place("fx-101")).x).toBeCloseTo(-7.7, 1);
    await undo();
    await until("one undo takes it back", async () => (await place("fx-108")).x === before.x);
    await ines.getByRole("button", { name: "Hang along a line" }).click();
    await ines.mouse.move(first, box.y + y1 + 60);
    await ines.mouse.down();
    await ines.mouse.move(last, box.y + y1 + 60, { steps: 6 });
    await ines.mouse.up();
    await until(
      "they hang along it",
      async () => (await place("fx-101")).y < before.y - 0.5 && Math.abs((await place("fx-104")).x + 1.1) < 0.6,
    );
    await undo();
    await until("one undo takes that back, too", async () => (await place("fx-101")).y === before.y);
    await ines.getByRole("button", { name: "Box", exact: true }).click();
  });

  it("moves, mirrors and spreads by typed numbers, shown before it is done", async () => {
    await inRig("R1 spot");
    await ines.getByRole("button", { name: "Move…" }).click();
    await ines.getByRole("radio", { name: "Mirror" }).click();
    await typeInto(ines, "Mirror at, m", "1");
    await ines.getByRole("img", { name: "8 lamps from 9.7, 12 to -5.7, 12" }).waitFor();
    await ines.getByRole("button", { name: "Move 8 lamps" }).click();
    await row(/101.*9\.70/).waitFor();
    await undo();
    await row(/101.*-7\.70/).waitFor();
  });

  it("has trusses that take their lamps along, layers that are hidden and locked, and a picture beneath, scaled by two points", async () => {
    await inRig("blinder");
    await stage().click({ position: { x: 5, y: 200 } });
    await ines.getByRole("button", { name: "Back truss" }).click();
    await aside().getByText("4 lamps hang on it and go along.").waitFor();
    await typeInto(ines, "Height, m", "3.7");
    await inRig("strobe");
    await row(/91 Strobe 1.*3\.60/).waitFor();
    await undo();
    await row(/91 Strobe 1.*2\.60/).waitFor();
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="400" height="200"><script>window.parent.hacked = true</script><rect width="400" height="200" fill="#456"/></svg>`;
    await ines
      .getByLabel("Picture under the plan")
      .setInputFiles({ name: "no.png", mimeType: "image/png", buffer: Buffer.from("no picture") });
    await ines
      .getByText(/no\.png can't be read as a picture/)
      .first()
      .waitFor();
    await ines
      .getByLabel("Picture under the plan")
      .setInputFiles({ name: "hall.svg", mimeType: "image/svg+xml", buffer: Buffer.from(svg) });
    await ines.getByRole("button", { name: "Scale by two points…" }).click();
    const picture = ines.getByRole("img", { name: /^Plan, 0 of 2 points/ });
    const box = (await picture.boundingBox())!;
    await ines.mouse.click(box.x + 0.25 * box.width, box.y + 0.5 * box.height);
    await ines.mouse.click(box.x + 0.75 * box.width, box.y + 0.5 * box.height);
    await typeInto(ines, "Metres between the points", "20");
    await ines.keyboard.press("Escape");
    // Half of it is 20 m: all of it 40 by 20.
    await until("it is as large as the two points say", async () => (await ines.getByLabel("Long across, m").inputValue()) === "40");
    expect(await ines.getByLabel("Deep, m").inputValue()).toBe("20");
    expect(await ines.evaluate(() => "hacked" in window)).toBe(false);
    await ines.getByRole("button", { name: "Hide Glass" }).click();
    await ines.getByRole("button", { name: "Lock Ribs" }).click();
    await stage()
      .focus()
      .catch(() => undefined);
    const area = (await stage().boundingBox())!;
    await ines.mouse.move(area.x + 20, area.y + 60);
    await ines.mouse.down();
    await ines.mouse.move(area.x + area.width - 20, area.y + area.height - 5, { steps: 3 });
    await ines.mouse.up();
    // Neither the bars nor the spots come along: washes, ferns, lanterns, and what is at the back wall.
    await until("locked and hidden layers stay out", async () => {
      const count = Number(await stage().getAttribute("data-selected"));
      return count > 60 && count < 120;
    });
    await stage().click({ position: { x: 5, y: 200 } });
    await ines.getByRole("button", { name: "Hide Glass" }).click();
    await ines.getByRole("button", { name: "Lock Ribs" }).click();
    expect(await complaints(ines)).toEqual([]);
  });

  it("is seen from the front and the side, with labels by choice, in Build as well", async () => {
    for (const from of ["Front", "Side", "Top", "Plan"]) {
      await ines.getByRole("button", { name: "Own views" }).click();
      await ines.getByRole("group", { name: "From where" }).getByRole("button", { name: from }).click();
      await stage().waitFor();
    }
    await ines.getByRole("link", { name: "Build", exact: true }).click();
    // Rig has such a menu too, which goes with it.
    await ines.getByRole("complementary", { name: "Cast" }).waitFor();
    await ines.getByRole("button", { name: "Labels" }).click();
    await ines.getByRole("menuitem", { name: "Address" }).click();
    await ines.getByRole("button", { name: "Labels", pressed: true }).waitFor();
    await ines.getByRole("button", { name: "Labels" }).click();
    await ines.getByRole("menuitem", { name: "Where there is room" }).click();
  });
});
