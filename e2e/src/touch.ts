import type { CDPSession, Locator, Page } from "playwright-core";
import { pause } from "./until";

/** A finger on a page: real touch events, which Playwright itself only has for taps. */
export class Finger {
  readonly #session: CDPSession;

  private constructor(session: CDPSession) {
    this.#session = session;
  }

  static async on(page: Page): Promise<Finger> {
    return new Finger(await page.context().newCDPSession(page));
  }

  /** Puts the finger on the middle of an element, or on a part of its height from the top. */
  async down(element: Locator, part = 0.5): Promise<{ x: number; y: number }> {
    const box = (await element.boundingBox())!;
    const point = { x: box.x + box.width / 2, y: box.y + box.height * part };
    await this.#touch("touchStart", [point]);
    return point;
  }

  async up(): Promise<void> {
    await this.#touch("touchEnd", []);
  }

  /** Drags up (negative) or down by so many pixels, in steps, and leaves. */
  async drag(element: Locator, byY: number, { steps = 6, part = 0.4 }: { steps?: number; part?: number } = {}): Promise<void> {
    const { x, y } = await this.down(element, part);
    for (let step = 1; step <= steps; step++) {
      await this.#touch("touchMove", [{ x, y: y + (byY * step) / steps }]);
      await pause(16);
    }
    await this.up();
  }

  async #touch(type: "touchStart" | "touchMove" | "touchEnd", touchPoints: readonly { x: number; y: number }[]): Promise<void> {
    await this.#session.send("Input.dispatchTouchEvent", { type, touchPoints: [...touchPoints] });
  }
}

/** Resolves when the page has drawn what came so far: what a finger moves is drawn a moment after it moved, not with it. */
export async function drawn(page: Page): Promise<void> {
  await page.evaluate(async () => {
    for (let picture = 0; picture < 2; picture++) await new Promise((done) => requestAnimationFrame(() => setTimeout(done)));
  });
}

type Hand = "left" | "right";

/** Two fingers on a page, each put down, moved and lifted by itself. */
export class Fingers {
  readonly #session: CDPSession;
  readonly #down = new Map<Hand, { x: number; y: number; id: number }>();

  private constructor(session: CDPSession) {
    this.#session = session;
  }

  static async on(page: Page): Promise<Fingers> {
    return new Fingers(await page.context().newCDPSession(page));
  }

  async put(hand: Hand, at: { x: number; y: number }): Promise<void> {
    this.#down.set(hand, { ...at, id: hand === "left" ? 1 : 2 });
    await this.#touch("touchStart", [...this.#down.values()]);
  }

  async move(hand: Hand, to: { x: number; y: number }): Promise<void> {
    this.#down.set(hand, { ...this.#down.get(hand)!, ...to });
    await this.#touch("touchMove", [...this.#down.values()]);
  }

  async lift(hand: Hand): Promise<void> {
    const lifted = this.#down.get(hand)!;
    this.#down.delete(hand);
    // An end names those that are lifted; without any it is of all.
    await this.#touch("touchEnd", this.#down.size > 0 ? [lifted] : []);
  }

  async #touch(type: "touchStart" | "touchMove" | "touchEnd", touchPoints: { x: number; y: number; id: number }[]): Promise<void> {
    await this.#session.send("Input.dispatchTouchEvent", { type, touchPoints });
  }
}
