import { describe, expect, it } from "vitest";
import { counted } from "./counted";

describe("numbers with their words", () => {
  it("are as one says them", () => {
    expect([0, 1, 2].map((count) => counted(count, "head"))).toEqual(["0 heads", "1 head", "2 heads"]);
    expect(counted(1, "person", "people") + counted(3, "person", "people")).toBe("1 person3 people");
  });
});
