import { describe, expect, it } from "vitest";
import { fieldWords } from "./field-words";

describe("fields as people call them", () => {
  it.each([
    [["inSeconds"], "The in time"],
    [
      ["strokes", "stroke-4f1a", "parts", "Dimmer", "motion", "rate", "knots", "0"],
      "The number 1 of the numbers of the rate of the motion of the Dimmer of the stroke",
    ],
    [["listId"], "The list"],
    [["perHead", "101.2", "Pan"], "The Pan of the heads' own values"],
    [["startsOnRaise"], "The starts on raise"],
    [[], "This"],
  ])("%j", (path, words) => {
    expect(fieldWords(path)).toBe(words);
  });
});
