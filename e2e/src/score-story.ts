import type { Locator, Page } from "playwright-core";
import { choose } from "./choose";
import type { BuildStory } from "./build-story";
import { message, pickGroup, setLane } from "./people";

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
      .getByRole("button", { name: new RegExp(`^${name}`) })
      .click();
  }

  /** What runs the list from here. */
  run(name: string): Locator {
    return this.#page.getByRole("group", { name: `Run ${name}` });
  }
}

/** Records cues of the spots of rib 3 into a list of their own, each a dimmer value and an in-time, and puts a card of it on the page. */
export async function recordSong(story: BuildStory, cues: readonly (readonly [value: string, seconds: string])[]): Promise<void> {
  const { page } = story;
  await story.fresh();
  await pickGroup(page, "Rib 3 spots");
  for (const [index, [value, seconds]] of cues.entries()) {
    await setLane(page, "Dimmer", value);
    await page.getByRole("button", { name: "Record cue" }).first().click();
    if (index === 0) {
      await choose(page.getByLabel("Cue list"), "");
      await page.getByLabel("Name of the list").fill("Song");
    } else await choose(page.getByRole("combobox", { name: /^Cue list/ }), { label: "Song" });
    await page.getByLabel("In, seconds").fill(seconds);
    await page.getByLabel("In, seconds").press("Enter");
    await message(page, `Recorded as cue ${index + 1} of Song`)
      .first()
      .waitFor();
  }
  await story.fresh();
  await page.getByRole("link", { name: "Perform" }).click();
  await page.getByRole("button", { name: "Arrange" }).click();
  await page.getByRole("button", { name: "Add a card" }).click();
  await page.getByRole("menuitem", { name: /Song/ }).first().click();
  await page.getByRole("button", { name: "Done" }).click();
}
