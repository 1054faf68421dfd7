import { afterEach, describe, expect, it, vi } from "vitest";
import { EarlyTouches, type Found } from "./early-touches";

afterEach(() => vi.restoreAllMocks());

/** A thing that isn't there until it is made, and touches on it, written down as they are taken. */
function onBench() {
  const [taken, early] = [[] as string[], new EarlyTouches()];
  let there = false;
  const hear = (name: string): void => {
    let found = false;
    early.hear({
      about: name,
      look: () => {
        found = there;
        return found ? "there" : "missing";
      },
      take: () => taken.push(`${name} ${found ? "done" : "refused"}`),
    });
  };
  return { taken, early, hear, make: () => (there = true) };
}

describe("touches on what isn't there yet", () => {
  it("are refused at once while no edit is on its way", () => {
    const { taken, early, hear } = onBench();
    hear("one");
    early.editBegins();
    early.editEnded();
    hear("two");
    expect(taken).toEqual(["one refused", "two refused"]);
  });

  it("are done as soon as it is there, in their order, while further edits are on their way", () => {
    const { taken, early, hear, make } = onBench();
    [1, 2, 3].forEach(() => early.editBegins());
    hear("one");
    hear("two");
    early.editEnded();
    expect(taken).toEqual([]);
    make();
    early.editEnded();
    expect(taken).toEqual(["one done", "two done"]);
    hear("three");
    early.editEnded();
    expect(taken).toEqual(["one done", "two done", "three done"]);
  });

  it("aren't done by edits that came after them", () => {
    const { taken, early, hear, make } = onBench();
    early.editBegins();
    hear("before");
    early.editBegins();
    hear("behind");
    early.editEnded();
    expect(taken).toEqual(["before refused"]);
    make();
    early.editEnded();
    expect(taken).toEqual(["before refused", "behind done"]);
  });

  it("are refused when none of the edits before them has brought it", () => {
    const { taken, early, hear } = onBench();
    early.editBegins();
    early.editBegins();
    hear("one");
    early.editEnded();
    expect(taken).toEqual([]);
    early.editEnded();
    expect(taken).toEqual(["one refused"]);
  });

  it("of one thing stay in their order, whatever else is done meanwhile", () => {
    const { early } = onBench();
    const taken: string[] = [];
    let there = false;
    const hear = (about: string, name: string, isThere: () => boolean): void =>
      early.hear({ about, look: () => (isThere() ? "there" : "missing"), take: () => taken.push(name) });
    early.editBegins();
    early.editBegins();
    hear("card", "go", () => there);
    hear("card", "let go", () => true);
    hear("other", "blackout", () => true);
    early.editEnded();
    expect(taken).toEqual(["blackout"]);
    there = true;
    early.editEnded();
    expect(taken).toEqual(["blackout", "go", "let go"]);
  });

  it("aren't done later than two seconds after the hand, when nobody waits for it any more", () => {
    const now = vi.spyOn(performance, "now").mockReturnValue(1000);
    const { taken, early, hear, make } = onBench();
    early.editBegins();
    hear("too early");
    now.mockReturnValue(2000);
    hear("early");
    make();
    now.mockReturnValue(3001);
    early.editEnded();
    expect(taken).toEqual(["too early refused", "early done"]);
  });

  it("that were kept behind one of those look anew before they are done", () => {
    const now = vi.spyOn(performance, "now").mockReturnValue(1000);
    const { early } = onBench();
    const taken: string[] = [];
    let looks = 0;
    early.editBegins();
    early.hear({ about: "card", look: () => "missing", take: () => taken.push("go") });
    early.hear({
      about: "card",
      look: () => {
        looks += 1;
        return "there";
      },
      take: () => taken.push(`let go, look ${looks}`),
    });
    now.mockReturnValue(3001);
    early.editEnded();
    expect(taken).toEqual(["go", "let go, look 2"]);
  });

  it("wait by the hundred, and beyond that are refused at once", () => {
    const { taken, early, hear, make } = onBench();
    early.editBegins();
    for (let at = 0; at < 201; at++) hear(`${at}`);
    expect(taken).toEqual(["200 refused"]);
    make();
    early.editEnded();
    expect(taken).toHaveLength(201);
    expect(taken[1]).toBe("0 done");
    expect(taken.at(-1)).toBe("199 done");
  });

  it("however many wait, what is there is done at once", () => {
    const { taken, early, hear, make } = onBench();
    early.editBegins();
    for (let at = 0; at < 200; at++) hear(`${at}`);
    make();
    hear("another");
    expect(taken).toEqual(["another done"]);
  });

  it("wait for what their hand is changing for less than a third of a second, and those behind them with them", () => {
    vi.useFakeTimers({ toFake: ["setTimeout", "performance"] });
    const early = new EarlyTouches();
    const taken: string[] = [];
    const hear = (about: string, name: string, found: Found): void =>
      early.hear({ about, look: () => found, take: () => taken.push(name) });
    early.editBegins();
    hear("macro", "run", "changing");
    vi.advanceTimersByTime(100);
    hear("macro", "stop", "there");
    hear("cue", "go", "changing");
    hear("card", "raise", "missing");
    vi.advanceTimersByTime(199);
    expect(taken).toEqual([]);
    vi.advanceTimersByTime(1);
    expect(taken).toEqual(["run", "stop"]);
    vi.advanceTimersByTime(100);
    expect(taken).toEqual(["run", "stop", "go"]);
    vi.advanceTimersByTime(1000);
    early.editEnded();
    expect(taken).toEqual(["run", "stop", "go", "raise"]);
    vi.useRealTimers();
  });
});
