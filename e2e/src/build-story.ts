import type { Browser, Locator, Page } from "playwright-core";
import { openBrowser } from "./browser";
import { DIMMER, PAN, spotValue } from "./demo-patch";
import { nodeOnLoopback, type LoopbackNode } from "./node-on-loopback";
import { signedIn } from "./people";
import { runVexa, type RunningVexa } from "./run-server";

/** Ines in Build, with a receiver of the ribs' universes: what the stories of building looks share. */
export class BuildStory {
  readonly node: LoopbackNode;
  readonly page: Page & { errors: string[] };
  readonly #vexa: RunningVexa;
  readonly #browser: Browser;

  private constructor(of: { node: LoopbackNode; page: Page & { errors: string[] }; vexa: RunningVexa; browser: Browser }) {
    this.node = of.node;
    this.page = of.page;
    this.#vexa = of.vexa;
    this.#browser = of.browser;
  }

  static async begin(options: { osc?: string } = {}): Promise<BuildStory> {
    const node = await nodeOnLoopback([1, 2, 3, 4, 5, 6, 7, 11, 12, 13]);
    const vexa = await runVexa(`127.0.0.1:${node.port}`, options);
    const browser = await openBrowser();
    return new BuildStory({ node, vexa, browser, page: await signedIn(browser, vexa.url, "ines") });
  }

  get browser(): Browser {
    return this.#browser;
  }

  get url(): string {
    return this.#vexa.url;
  }

  async end(): Promise<void> {
    await this.#browser.close();
    await this.#vexa.stop();
    this.node.close();
  }

  /** Nobody selected, an empty sketch. */
  async fresh(): Promise<void> {
    await this.page.keyboard.press("Escape");
    await this.page.keyboard.press("Shift+Escape");
  }

  readonly levels = (universe: number): Buffer | null => this.node.levels(universe);

  /** Level 0..1 of a spot's dimmer on the wire. */
  dimmer(spot: number): number {
    return spotValue(this.levels, spot, DIMMER);
  }

  /** A spot's pan on the wire, to a tenth of a degree. */
  pan(spot: number): number {
    return Math.round(5400 * spotValue(this.levels, spot, PAN) - 2700) / 10;
  }

  get stage(): Locator {
    return this.page.getByRole("img", { name: /Stage plan/ });
  }

  /** How many are selected, and the labels of the first and the last: "8: 301..308". */
  async selected(): Promise<string> {
    const [count, first, last] = await Promise.all(
      ["data-selected", "data-first", "data-last"].map((name) => this.stage.getAttribute(name)),
    );
    return `${count}: ${first}..${last}`;
  }

  chip(name: string): Locator {
    return this.page.getByRole("group", { name: "Selection tools" }).getByRole("button", { name, exact: true });
  }

  async find(text: string): Promise<void> {
    await this.typeIn("Select by number or name", text);
  }

  async typeIn(label: string, text: string): Promise<void> {
    const field = this.page.getByLabel(label, { exact: true });
    await field.fill(text);
    await field.press("Enter");
  }

  lane(label: string): Locator {
    return this.page.getByRole("article", { name: `Lane ${label}`, exact: true });
  }

  /** Unfolds a section of a lane, unless it is open. */
  async unfold(label: string, section: "when" | "how it moves"): Promise<void> {
    const fold = this.page.getByRole("button", { name: `${label}: ${section}` });
    if ((await fold.getAttribute("aria-expanded")) === "false") await fold.click();
  }

  /** Drags by so many pixels from a point within an element. */
  async drag(element: Locator, from: { x: number; y: number }, by: { x: number; y: number }): Promise<void> {
    const box = (await element.boundingBox())!;
    await this.page.mouse.move(box.x + from.x, box.y + from.y);
    await this.page.mouse.down();
    await this.page.mouse.move(box.x + from.x + by.x, box.y + from.y + by.y, { steps: 5 });
    await this.page.mouse.up();
  }

  /** Where the numbers at the thread's ends stand on the page. */
  async threadEnds(): Promise<[[number, number], [number, number]]> {
    const box = (await this.stage.boundingBox())!;
    const [x1, y1, x2, y2] = (await this.stage.getAttribute("data-thread"))!.split(" ").map(Number) as [number, number, number, number];
    return [
      [box.x + x1, box.y + y1],
      [box.x + x2, box.y + y2],
    ];
  }
}
