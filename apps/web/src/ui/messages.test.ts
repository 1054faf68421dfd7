import { describe, expect, it } from "vitest";
import { standingMessages, standsUntil, withMessage } from "./messages";

const none = { all: [], unread: 0 };
const said = (texts: readonly string[]): ReturnType<typeof withMessage> =>
  texts.reduce<ReturnType<typeof withMessage>>((before, text, index) => withMessage(before, { text, kind: "told", atMs: index }), none);

describe("messages", () => {
  it("stand newest first, and what is said again at once is counted", () => {
    const { all, unread } = said(["a", "b", "b", "b", "a"]);
    expect(all.map(({ text, times, atMs }) => [text, times, atMs])).toEqual([
      ["a", 1, 4],
      ["b", 3, 3],
      ["a", 1, 0],
    ]);
    expect(unread).toBe(3);
    expect(new Set(all.map(({ key }) => key)).size).toBe(3);
  });

  it("are kept up to a number", () => {
    const { all, unread } = said(Array.from({ length: 500 }, (_, index) => String(index)));
    expect(all).toHaveLength(60);
    expect(all[0]!.text).toBe("499");
    expect(unread).toBe(60);
  });

  it("are unread again when the last one is said once more", () => {
    expect(withMessage({ ...said(["a"]), unread: 0 }, { text: "a", kind: "refused", atMs: 9 })).toMatchObject({
      unread: 1,
      all: [{ kind: "refused", times: 2 }],
    });
  });

  it("stand for as long as they take to read; what was refused isn't covered by what is told behind it", () => {
    const all = [
      { text: "took it back", kind: "told" as const, atMs: 1000 },
      { text: "no picture", kind: "refused" as const, atMs: 1100 },
      { text: "saved", kind: "told" as const, atMs: 1200 },
    ].reduce<ReturnType<typeof withMessage>>(withMessage, none).all;
    const at = (nowMs: number): string[] => standingMessages(all, nowMs).map(({ text }) => text);
    expect(at(1200)).toEqual(["no picture", "saved"]);
    expect(at(6099)).toEqual(["no picture", "saved"]);
    expect(at(6100)).toEqual(["saved"]);
    expect(at(6200)).toEqual([]);
    expect(standingMessages(all.slice(1), 1200).map(({ text }) => text)).toEqual(["no picture"]);
    expect(standsUntil({ atMs: 0, text: "x".repeat(200) })).toBe(12000);
    expect(standingMessages([], 0)).toEqual([]);
  });
});
