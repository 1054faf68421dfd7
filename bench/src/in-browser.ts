import type { Page } from "playwright-core";
import { openBrowser } from "../../e2e/src/browser";
import { pickGroup, setLane, signedIn } from "../../e2e/src/people";
import { runVexa } from "../../e2e/src/run-server";

/** How a page went on while a hand was at work. Milliseconds. */
export interface PageWork {
  /** Between two pictures: the 95th of a hundred. */
  readonly betweenP95: number;
  /** The longest time in which it answered nothing; 0 = none over 50. */
  readonly longestTask: number;
}

/** From a move of the pointer to the picture in which the lane's own field has it. Milliseconds. */
export interface FieldDelay {
  readonly median: number;
  readonly p95: number;
}

const SECONDS = 6;
const part = (sorted: readonly number[], share: number): number => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!;

/** Counts pictures and long tasks for so long, within the page. */
function watched(page: Page, seconds: number): Promise<PageWork> {
  return page.evaluate(async (ms) => {
    const between: number[] = [];
    let longestTask = 0;
    const observer = new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) longestTask = Math.max(longestTask, duration);
    });
    observer.observe({ type: "longtask" });
    const start = performance.now();
    for (let last = start; last - start < ms;) {
      const now = await new Promise<number>((resolve) => requestAnimationFrame(resolve));
      if (now > last) between.push(now - last);
      last = Math.max(last, now);
    }
    observer.disconnect();
    between.sort((a, b) => a - b);
    return { betweenP95: between[Math.floor(0.95 * between.length)]!, longestTask };
  }, seconds * 1000);
}

/** So often a mouse says where it is. */
const MOUSE_MS = 8;

/** Does something as often as a mouse does, for as long as the page is watched. */
async function often(act: (step: number) => Promise<void>): Promise<void> {
  const start = performance.now();
  for (let step = 0; performance.now() - start < SECONDS * 1000; step++) {
    await act(step);
    await new Promise((resolve) => setTimeout(resolve, start + step * MOUSE_MS - performance.now()));
  }
}

/** Moves a pointer that is down up and down about a place. */
function shake(page: Page, x: number, y: number): Promise<void> {
  // Far enough each time that the value is another one.
  return often((step) => page.mouse.move(x, y + 4 * (Math.abs((step % 20) - 10) - 5)));
}

async function knotOf(page: Page, name: string): Promise<{ x: number; y: number }> {
  const box = (await page.getByRole("slider", { name }).boundingBox())!;
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
}

/** A knot is dragged over 2,000 heads, and their stage is zoomed. */
export async function largeRigInBrowser(): Promise<{ drag: PageWork; zoom: PageWork }> {
  const vexa = await runVexa("127.0.0.1:9", { demo: "large" });
  const browser = await openBrowser();
  try {
    const page = await signedIn(browser, vexa.url, "ines");
    await pickGroup(page, "All spots");
    await setLane(page, "Dimmer", "50..100..20");
    const { x, y } = await knotOf(page, "Dimmer value, knot 1 of 3");
    await page.mouse.move(x, y);
    await page.mouse.down();
    const [drag] = await Promise.all([watched(page, SECONDS), shake(page, x, y)]);
    await page.mouse.up();
    const stage = (await page.getByRole("img", { name: /Stage plan/ }).boundingBox())!;
    await page.mouse.move(stage.x + stage.width / 2, stage.y + stage.height / 2);
    const [zoom] = await Promise.all([watched(page, SECONDS), wheel(page)]);
    return { drag, zoom };
  } finally {
    await browser.close();
    await vexa.stop();
  }
}

function wheel(page: Page): Promise<void> {
  return often((step) => page.mouse.wheel(0, step % 80 < 40 ? -20 : 20));
}

/** A knot is dragged over the demo's 56 spots. */
export async function fieldDelay(): Promise<FieldDelay> {
  const vexa = await runVexa("127.0.0.1:9");
  const browser = await openBrowser();
  try {
    const page = await signedIn(browser, vexa.url, "ines");
    await pickGroup(page, "Rib spots");
    await setLane(page, "Dimmer", "50..100..20");
    const { x, y } = await knotOf(page, "Dimmer value, knot 1 of 3");
    const field = page.getByRole("article", { name: "Lane Dimmer", exact: true }).getByLabel("Dimmer value", { exact: true });
    await page.mouse.move(x, y);
    await page.mouse.down();
    const watching = field.evaluate(async (element: HTMLInputElement, ms) => {
      const delays: number[] = [];
      let moved: number | null = null;
      const onMove = (event: PointerEvent): void => void (moved ??= event.timeStamp);
      window.addEventListener("pointermove", onMove, { capture: true });
      const start = performance.now();
      for (let shown = element.value; performance.now() - start < ms;) {
        await new Promise((resolve) => requestAnimationFrame(resolve));
        if (element.value === shown || moved === null) continue;
        shown = element.value;
        delays.push(performance.now() - moved);
        moved = null;
      }
      window.removeEventListener("pointermove", onMove, { capture: true });
      return delays.sort((a, b) => a - b);
    }, SECONDS * 1000);
    const [delays] = await Promise.all([watching, shake(page, x, y)]);
    await page.mouse.up();
    return { median: part(delays, 0.5), p95: part(delays, 0.95) };
  } finally {
    await browser.close();
    await vexa.stop();
  }
}
