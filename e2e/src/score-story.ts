import type { Locator, Page } from "playwright-core";

/** The Score place as people use it: rows of cues, and the fields of the chosen one. */
export class ScoreStory {
  readonly #page: Page;

  constructor(page: Page) {
    this.#page = page;
  }

  get rows(): Locator {
    return this.#page.getByRole("listbox", { name: "Cues" }).getByRole("option");
  }

  /** A row by its place, from 1. */
  row(place: number): Locator {
    return this.rows.nth(place - 1);
  }

  get sheet(): Locator {
    return this.#page.getByRole("complementary", { name: "Chosen cue" });
  }

  async field(label: string, text: string): Promise<void> {
    const input = this.sheet.getByLabel(label, { exact: true });
    await input.fill(text);
    await input.press("Enter");
  }

  /** Opens a list. */
  async open(name: string): Promise<void> {
    await this.#page.getByRole("link", { name: "Score" }).click();
    await this.#page
      .getByRole("navigation", { name: "Cue lists" })
      .getByRole("button", { name: new RegExp(name) })
      .click();
  }

  /** What runs the list from here. */
  run(name: string): Locator {
    return this.#page.getByRole("group", { name: `Run ${name}` });
  }
}
