import { expect, it } from "vitest";
import { songTimeText } from "./song-time";

it.each([
  [0, "0:00"],
  [-1, "0:00"],
  [59.99, "0:59"],
  [245, "4:05"],
  [3600, "1:00:00"],
  [3730.5, "1:02:10"],
])("%s s is written %s", (seconds, text) => expect(songTimeText(seconds)).toBe(text));
