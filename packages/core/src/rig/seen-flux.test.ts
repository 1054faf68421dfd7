import { expect, it } from "vitest";
import { seenFlux } from "./seen-flux";

it.each([
  [undefined, 1],
  [12000, 1],
  [40500, 1.5],
  [1500, 0.5],
  [0, 0.5],
  [1e7, 1.6],
])("a lamp of %s lumens is drawn %d times as strongly", (lumens, times) => {
  expect(seenFlux(lumens)).toBeCloseTo(times, 10);
});
