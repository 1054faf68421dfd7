import { expect, it } from "vitest";
import { seededRandom } from "../random/random";
import { risingRows } from "./row-times";

it("finds rows of rising parameters in whatever order they are asked for", () => {
  const random = seededRandom(3);
  for (let round = 0; round < 40; round++) {
    const parameters = Int32Array.from({ length: 60 }, (_, at) => at).filter(() => random() < 0.5);
    const rowOf = risingRows(parameters);
    for (let step = 0, asked = 0; step < 200; step++) {
      // A little further on mostly, a little back at times, and anywhere.
      asked = random() < 0.7 ? asked + 1 : random() < 0.7 ? asked - 1 : Math.floor(62 * random()) - 1;
      expect(rowOf(asked)).toBe(parameters.indexOf(asked));
    }
  }
});
