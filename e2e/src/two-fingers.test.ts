import type { Browser, Locator, Page } from "playwright-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { openBrowser } from "./browser";
import { openPlace, signedIn } from "./people";
import { runVexa, type RunningVexa } from "./run-server";
import { Fingers } from "./touch";
import { pause, until } from "./until";
import { connected, cookieOf } from "./wire-client";

/** Story: two fingers at once in any order. Every touch is an act, whatever the other finger does meanwhile. */
let vexa: RunningVexa;
let browser: Browser;
let page: Page & { errors: string[] };
beforeAll(async () => {
  vexa = await runVexa("127.0.0.1:9");
  browser = await openBrowser();
  page = await signedIn(browser, vexa.url, "ines", { hasTouch: true });
  await openPlace(page, "/perform/page-improvise");
});
afterAll(async () => {
  await browser.close();
  await vexa.stop();
});

const ACTS = 500;
const SEED = 20261127;

/** Park and Miller's minimal generator: the same order of touches each time. */
function dice(seed: number): () => number {
  let state = seed % 2147483647;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}

interface Heard {
  readonly changes: readonly {
    readonly id?: string;
    readonly path?: readonly string[];
    readonly to?: unknown;
    readonly record?: { readonly id: string; readonly kind: string };
  }[];
}
/** The card that an edit starts, or lets go, by its state; null for others, as steps of faders. */
const toggled = ({ changes }: Heard): string | null => {
  const one = changes.find(
    ({ path, record }) => record?.kind === "playbackState" || ["goSeconds", "letGoSeconds"].includes(path?.[0] ?? ""),
  );
  return one ? (one.id ?? one.record!.id) : null;
};

/** The states of the cards of these lists. */
async function statesOf(names: readonly string[], cookie: string): Promise<string[]> {
  const show = (await (await fetch(`${vexa.url}/api/show`, { headers: { cookie } })).json()) as {
    records: { id: string; kind: string; name?: string; listId?: string }[];
  };
  const lists = show.records.filter(({ kind, name }) => kind === "cueList" && names.includes(name!)).map(({ id }) => id);
  return show.records.filter(({ kind, listId }) => kind === "playback" && lists.includes(listId!)).map(({ id }) => `state-${id}`);
}

describe("five hundred touches by two fingers", () => {
  it("are five hundred acts, each at its card, and every drag ends where the finger left", async () => {
    const cookie = await cookieOf(vexa.url, "ines", "palm-house-1");
    const desk = await connected(vexa.url, cookie);
    const heard: Heard[] = [];
    desk.on("changes", (edits: readonly [number, Heard][]) => heard.push(...edits.map(([, transaction]) => transaction)));
    const fingers = await Fingers.on(page);
    const random = dice(SEED);
    const middle = async (of: Locator): Promise<{ x: number; y: number; height: number }> => {
      const box = (await of.boundingBox())!;
      return { x: box.x + box.width / 2, y: box.y + box.height / 2, height: box.height };
    };
    const taps = await Promise.all(
      ["Dusk, added", "Moss instead"].map(async (name) => middle(page.getByRole("button", { name: new RegExp(`: ${name}$`) }))),
    );
    const names = ["Ember wash", "Fern breath"];
    const faders = names.map((name) => page.getByRole("article", { name, exact: true }).getByRole("slider"));
    const places = await Promise.all(faders.map(middle));
    const level = async (index: number): Promise<number> => Number(await faders[index]!.getAttribute("aria-valuenow")) / 100;
    const tapped = [0, 0];
    const shown = [await level(0), await level(1)];
    const ends: number[] = [];
    let drag: { fader: number; y: number; from: number; begun: number } | null = null;
    for (let act = 0; act < ACTS;) {
      const dice = random();
      if (drag === null && dice < 0.4) {
        const fader = random() < 0.5 ? 0 : 1;
        const { x, y } = places[fader]!;
        // Where the hand left it: what the screen shows may come a frame later.
        const from = shown[fader]!;
        await fingers.put("left", { x, y });
        drag = { fader, y, from, begun: y };
        continue;
      }
      if (drag !== null && dice < 0.35) {
        // Never to nothing, where a card would let go.
        const { height, x } = places[drag.fader]!;
        const wanted = drag.from < 0.5 ? 0.55 + 0.35 * random() : 0.1 + 0.35 * random();
        const y = drag.begun - (wanted - drag.from) * height * 0.9;
        await fingers.move("left", { x, y: (drag.y + y) / 2 });
        await fingers.move("left", { x, y });
        await fingers.lift("left");
        shown[drag.fader] = Math.round(wanted * 200) / 200;
        ends.push(shown[drag.fader]!);
        drag = null;
        act++;
        continue;
      }
      const which = random() < 0.5 ? 0 : 1;
      await fingers.put("right", taps[which]!);
      await fingers.lift("right");
      tapped[which]!++;
      act++;
    }
    if (drag !== null) await fingers.lift("left");
    // A fader that is raised starts its card, too.
    const dragged = await statesOf(names, cookie);
    expect(dragged).toHaveLength(2);
    const toggles = (): string[] => heard.flatMap((edit) => toggled(edit) ?? []).filter((id) => !dragged.includes(id));
    await until("all taps are acts", () => toggles().length >= tapped[0]! + tapped[1]!);
    await pause(300);
    expect(toggles()).toHaveLength(tapped[0]! + tapped[1]!);
    // Each at its card.
    const counts = new Map<string, number>();
    for (const id of toggles()) counts.set(id, (counts.get(id) ?? 0) + 1);
    expect([...counts.values()].sort((a, b) => a - b)).toEqual(tapped.toSorted((a, b) => a - b));
    const levels = heard
      .filter((edit) => toggled(edit) === null)
      .flatMap(({ changes }) => changes.flatMap(({ path, to }) => (path?.[0] === "level" ? [to as number] : [])));
    let at = -1;
    for (const [number, end] of ends.entries()) {
      at = levels.findIndex((each, index) => index > at && Math.abs(each - end) < 0.011);
      expect(at, `the end of drag ${number} at ${end}`).toBeGreaterThan(-1);
    }
    expect(tapped[0]! + tapped[1]! + ends.length).toBe(ACTS);
    expect(page.errors).toEqual([]);
    desk.close();
  });
});

describe("a finger while another one lies on a card", () => {
  it("goes to another page, opens a sheet, and shuts it again", async () => {
    const fingers = await Fingers.on(page);
    const middle = async (of: Locator): Promise<{ x: number; y: number }> => {
      const box = (await of.boundingBox())!;
      return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
    };
    const touch = async (of: Locator): Promise<void> => {
      await fingers.put("right", await middle(of));
      await fingers.lift("right");
    };
    await fingers.put("left", await middle(page.getByRole("article", { name: "Fern breath", exact: true }).getByRole("slider")));
    await touch(page.getByRole("button", { name: "Steps" }));
    await page.getByRole("dialog", { name: "My steps" }).waitFor();
    await touch(page.getByRole("button", { name: "Steps" }));
    await page.getByRole("dialog", { name: "My steps" }).waitFor({ state: "detached" });
    await touch(page.getByRole("link", { name: "Main page" }));
    await page.getByRole("article", { name: "Night bloom" }).waitFor();
    await fingers.lift("left");
    expect(page.errors).toEqual([]);
  });
});
