import { describe, expect, it } from "vitest";
import { chordOf } from "./chord";

const press = (key: string, ...held: ("ctrlKey" | "metaKey" | "altKey" | "shiftKey")[]): string | null =>
  chordOf({ key, ctrlKey: false, metaKey: false, altKey: false, shiftKey: false, ...Object.fromEntries(held.map((each) => [each, true])) });

describe("a chord of keys", () => {
  it("is written as people say it", () => {
    expect(press("o")).toBe("O");
    expect(press("O")).toBe("O");
    expect(press("Z", "ctrlKey", "shiftKey")).toBe("Ctrl+Shift+Z");
    expect(press("k", "metaKey")).toBe("Ctrl+K");
    expect(press(" ")).toBe("Space");
    expect(press("Escape", "shiftKey")).toBe("Shift+Esc");
    expect(press("Backspace")).toBe("Backspace");
    expect(press("ArrowLeft", "altKey")).toBe("Alt+ArrowLeft");
  });

  it("has no Shift where a keyboard needs it for a sign", () => {
    expect(press("/", "shiftKey")).toBe("/");
    expect(press("?", "shiftKey")).toBe("?");
    expect(press("\\")).toBe("\\");
  });

  it("is nothing while only modifiers are down", () => {
    expect([press("Control", "ctrlKey"), press("Shift", "shiftKey"), press("AltGraph")]).toEqual([null, null, null]);
  });
});
