import type { Browser, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { openBrowser } from "./browser";
import { nodeOnLoopback, type LoopbackNode } from "./node-on-loopback";
import { pickGroup, setLane, signedIn } from "./people";
import { runVexa, type RunningVexa } from "./run-server";
import { pause, until } from "./until";

/** The same hand-work over 2,000 moving heads. What is measured here is printed, never a mark: there is no graphics card. */
let node: LoopbackNode;
let vexa: RunningVexa;
let browser: Browser;
let ines: Page & { errors: string[] };

beforeAll(async () => {
  node = await nodeOnLoopback([1]);
  vexa = await runVexa(`127.0.0.1:${node.port}`, { demo: "large" });
  browser = await openBrowser();
  ines = await signedIn(browser, vexa.url, "ines");
});
afterAll(async () => {
  await browser.close();
  await vexa.stop();
  node.close();
});

/** The 16-bit dimmer of the first spot of universe 1, 0..1: slots 5 and 6. */
const dimmer = (levels = node.levels(1)): number => (levels ? (levels[4]! * 256 + levels[5]!) / 65535 : NaN);

describe("2,000 heads", () => {
  it("take a fan, and follow a knot while it is dragged", async () => {
    await pickGroup(ines, "All spots");
    expect(await ines.getByRole("img", { name: /Stage plan/ }).getAttribute("data-selected")).toBe("2000");
    await setLane(ines, "Dimmer", "50..100..20");
    await until("it is on the wire", () => Math.abs(dimmer() - 0.5) < 0.001);
    const knot = ines.getByRole("slider", { name: "Dimmer value, knot 1 of 3" });
    const box = (await knot.boundingBox())!;
    await ines.mouse.move(box.x + 5, box.y + 5);
    await ines.mouse.down();
    const counting = ines.evaluate(async () => {
      const start = performance.now();
      let frames = 0;
      while (performance.now() - start < 3000) {
        await new Promise((resolve) => requestAnimationFrame(resolve));
        frames++;
      }
      return frames / 3;
    });
    const start = performance.now();
    for (let step = 0; performance.now() - start < 2900; step++) await ines.mouse.move(box.x + 5, box.y + 5 + 18 * Math.sin(step / 5));
    const framesPerSecond = await counting;
    await ines.mouse.move(box.x + 5, box.y - 220);
    await until("the wire has the end of the drag", () => dimmer() > 0.95);
    await ines.mouse.up();
    process.stdout.write(`dragging a knot over 2,000 heads: ${Math.round(framesPerSecond)} frames a second in this browser\n`);
    expect(ines.errors).toEqual([]);
  });

  it("change on the wire with each key press", async () => {
    await setLane(ines, "Dimmer", "10..100");
    await until("it is there", () => Math.abs(dimmer() - 0.1) < 0.001);
    const knot = ines.getByRole("slider", { name: "Dimmer value, knot 1 of 2" });
    await knot.focus();
    const waits: number[] = [];
    for (let press = 1; press <= 25; press++) {
      await pause(40);
      node.collect();
      const pressed = performance.now();
      await ines.keyboard.press("ArrowUp");
      const wanted = 0.1 + press / 100;
      await until("the wire has it", () => node.history(1).some(({ levels }) => Math.abs(dimmer(levels) - wanted) < 0.0005));
      const seen = node.history(1).find(({ levels }) => Math.abs(dimmer(levels) - wanted) < 0.0005)!;
      waits.push(1000 * seen.atSeconds - pressed);
    }
    const middle = waits.sort((a, b) => a - b)[12]!;
    process.stdout.write(
      `from a key press over 2,000 heads to the wire: ${middle.toFixed(0)} ms (${(middle / 22.7).toFixed(1)} frames) at the median, browser included\n`,
    );
  });

  it("zoom and move under the wheel, and are picked where they are then", async () => {
    const stage = ines.getByRole("img", { name: /Stage plan/ });
    const box = (await stage.boundingBox())!;
    await ines.mouse.move(box.x + box.width * 0.4, box.y + box.height * 0.45);
    const intervals = ines.evaluate(async () => {
      const begun = performance.now();
      const found: number[] = [];
      let last = begun;
      while (last - begun < 2500) {
        await new Promise((resolve) => requestAnimationFrame(resolve));
        const now = performance.now();
        found.push(now - last);
        last = now;
      }
      return found.sort((a, b) => a - b);
    });
    for (let turn = 0; turn < 80; turn++) {
      await ines.mouse.wheel(0, turn < 40 ? -40 : 40);
      await pause(25);
    }
    const sorted = await intervals;
    const p95 = sorted[Math.floor(0.95 * sorted.length)]!;
    process.stdout.write(
      `zooming 2,000 heads: ${sorted[sorted.length >> 1]!.toFixed(0)} ms between pictures at the median, ${p95.toFixed(0)} ms p95 (target 30), ${sorted.at(-1)!.toFixed(0)} ms worst\n`,
    );
    await ines.keyboard.press("Shift+F");
    await until("all of it again", async () => (await stage.getAttribute("data-zoom")) === "1");
    expect(ines.errors).toEqual([]);
  });
});

describe("a list of 2,000 cues", () => {
  it("opens, scrolls to its end, and goes there", async () => {
    const clicked = performance.now();
    await ines.getByRole("link", { name: "Score" }).click();
    const cues = ines.getByRole("listbox", { name: "Cues" });
    await cues.getByRole("option").first().waitFor();
    const opened = performance.now() - clicked;
    // Only what is in sight is drawn.
    expect(await cues.getByRole("option").count()).toBeLessThan(60);
    await cues.evaluate((element) => element.scrollTo(0, element.scrollHeight));
    const last = cues.getByRole("option").last();
    await until("cue 2000 is in sight", async () => (await last.innerText()).trim().startsWith("2000"));
    await last.click();
    const run = ines.getByRole("group", { name: "Run Long evening" });
    await run.getByLabel("Seconds for going there").fill("0");
    node.collect();
    const pressed = performance.now();
    await run.getByRole("button", { name: "Go to 2000" }).click();
    await run.getByText(/● 2000/).waitFor();
    const shown = performance.now() - pressed;
    process.stdout.write(`a list of 2,000 cues opens in ${opened.toFixed(0)} ms; a go to the last shows after ${shown.toFixed(0)} ms\n`);
    expect(ines.errors).toEqual([]);
  });
});
