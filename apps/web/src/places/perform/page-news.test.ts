import { describe, expect, it } from "vitest";
import { pageNews } from "./page-news";

const buttons = (...entries: [string, string][]): Map<string, string> => new Map(entries);

describe("the news of a guest's page", () => {
  it("name what came, what went, what is called otherwise, and another order", () => {
    const before = buttons(["a", "Dawn"], ["b", "Rain"]);
    expect(pageNews(before, buttons(["a", "Dawn"], ["b", "Rain"]))).toBeNull();
    expect(pageNews(before, buttons(["a", "Dawn"], ["b", "Rain"], ["c", "Snow"], ["d", "Hail"]))).toBe(
      "Your page has changed: “Snow”, “Hail” are new.",
    );
    expect(pageNews(before, buttons(["b", "Storm"]))).toBe("Your page has changed: “Dawn” is gone; “Rain” is called “Storm” now.");
    expect(pageNews(before, buttons(["b", "Rain"], ["a", "Dawn"]))).toBe("Your page has changed: the buttons are in another order.");
  });
});
