import { beforeEach, describe, expect, it, vi } from "vitest";
import { dropView, keepView, keptViews, MOST_VIEWS } from "./kept-views";

const kept = new Map<string, string>();
beforeEach(() => {
  kept.clear();
  vi.stubGlobal("localStorage", {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
  });
});
const view = (name: string) => ({ name, view: "plan", frame: { zoom: 3, middle: { x: 1, y: 2, z: 0 } } }) as const;

describe("own views of the stage", () => {
  it("are kept by name, replaced by the same name, and thrown away", () => {
    expect(keepView(view("Rib 3"))).toBe(true);
    keepView({ name: "Rib 3", view: { turn: 20, tip: 30 }, frame: null });
    keepView(view("Floor"));
    expect(keptViews().map(({ name }) => name)).toEqual(["Rib 3", "Floor"]);
    expect(keptViews()[0]).toEqual({ name: "Rib 3", view: { turn: 20, tip: 30 }, frame: null });
    dropView("Rib 3");
    expect(keptViews()).toEqual([view("Floor")]);
  });

  it("are so many at most, and what can't be read counts as none", () => {
    for (let number = 0; number < MOST_VIEWS; number++) expect(keepView(view(`View ${number}`))).toBe(true);
    expect(keepView(view("One more"))).toBe(false);
    expect(keepView(view("View 3"))).toBe(true);
    for (const nonsense of ["", "{", "7", "null", '[{"name":"x"}]', '[{"name":"x","view":"plan","frame":{"zoom":null}}]']) {
      kept.set("vexa-stage-views", nonsense);
      expect(keptViews()).toEqual([]);
    }
  });
});
