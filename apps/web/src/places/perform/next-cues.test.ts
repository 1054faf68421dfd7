import { describe, expect, it } from "vitest";
import type { Cue } from "@vexa/core";
import { nextOf } from "./next-cues";

const cue = (id: string, thenCueId?: string): Cue => ({ id, ...(thenCueId ? { thenCueId } : {}) }) as Cue;
const ids = (cues: readonly Cue[], from: string | null, most = 9): string =>
  nextOf(cues, from, most)
    .map(({ id }) => id)
    .join(" ");

describe("the cues that come", () => {
  it("are those behind the one that stands, from the first while nothing does", () => {
    const cues = [cue("a"), cue("b"), cue("c"), cue("d")];
    expect(ids(cues, null)).toBe("a b c d");
    expect(ids(cues, "b")).toBe("c d");
    expect(ids(cues, "d")).toBe("");
    expect(ids(cues, null, 2)).toBe("a b");
    expect(ids([], null)).toBe("");
    expect(ids(cues, null, 0)).toBe("");
  });

  it("follow links, and a ring is gone round once", () => {
    const ring = [cue("a"), cue("b", "a"), cue("c")];
    expect(ids(ring, "a")).toBe("b");
    expect(ids(ring, "b")).toBe("a");
    expect(ids([cue("a", "a"), cue("b")], "a")).toBe("");
    expect(ids([cue("x"), cue("a", "b"), cue("b", "a")], "x")).toBe("a b");
  });
});
