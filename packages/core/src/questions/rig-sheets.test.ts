import { describe, expect, it } from "vitest";
import { explain } from "../errors/result";
import { edit } from "../show/edit";
import type { Show } from "../show/show";
import type { Scenery } from "../rig/scenery";
import { fixture, listWithCard, smallShow } from "../testing";
import { typedScenery, type SceneryField } from "../edits/scenery-edits";
import { cornersOf, planDrawing } from "./plan-drawing";
import { sheetsByPosition, sheetsByUniverse } from "./patch-sheets";
import { venueList } from "./venue-list";

const TRUSS: Scenery = {
  id: "truss",
  kind: "scenery",
  version: 1,
  name: "Front truss",
  form: "truss",
  position: { x: 3.5, y: 0, z: 5.2 },
  size: { x: 7, y: 0.3, z: 0.3 },
  turn: 0,
};
/** The eight movers hang at x 0 to 7 under the truss, the lamps of cells beside it. */
const show = smallShow([TRUSS, { ...fixture(30), patch: null, layer: "Floor", position: { x: 20, y: 9, z: 0 } }]);

const typed = (of: Show, field: SceneryField, text: string): Show | string => {
  const made = typedScenery(of, "truss", { field, text });
  if (!made.ok) return explain(made.error);
  const after = edit(of, made.value);
  if (!after.ok) throw new Error(JSON.stringify(after.error));
  return after.value;
};

describe("paper", () => {
  it("has the patch by universe, by address, and what is patched nowhere last", () => {
    const sheets = sheetsByUniverse(show);
    expect(sheets.map(({ title, rows }) => [title, rows.length])).toEqual([
      ["Universe 1", 10],
      ["Patched nowhere", 1],
    ]);
    expect(sheets[0]!.rows[1]).toMatchObject({ number: "2", address: "1.21 to 29" });
  });

  it("has the patch by position: trusses and layers by name, house left first", () => {
    const sheets = sheetsByPosition(show);
    expect(sheets.map(({ title, rows }) => [title, rows.map(({ number }) => number).join(" ")])).toEqual([
      ["0.0 m upstage, 5.0 m high", "9 10"],
      ["Floor", "30"],
      ["Front truss", "1 2 3 4 5 6 7 8"],
    ]);
  });

  it("has the plan with a metre around everything, turned things by their corners", () => {
    const { left, right, lamps, scenery } = planDrawing(show);
    expect([left, right, lamps.length, scenery.length]).toEqual([-1, 21, 11, 1]);
    const corners = cornersOf({ position: { x: 1, y: 1, z: 0 }, size: { x: 2, y: 4, z: 0 }, turn: 90 });
    expect(corners.map(([x, y]) => [Math.round(x) + 0, Math.round(y) + 0])).toEqual([
      [3, 0],
      [3, 2],
      [-1, 2],
      [-1, 0],
    ]);
  });
});

describe("a truss", () => {
  it("takes the lamps that hang on it along when it is moved or turned", () => {
    const lower = typed(show, "z", "4.2 m");
    if (typeof lower === "string") throw new Error(lower);
    expect(lower.get("fixture", "fx-1")!.position.z).toBe(4);
    expect(lower.get("fixture", "fx-9")!.position.z).toBe(5);
    const turned = typed(show, "turn", "90");
    if (typeof turned === "string") throw new Error(turned);
    expect(turned.get("fixture", "fx-1")!.position).toEqual({ x: 3.5, y: -3.5, z: 5 });
    expect(turned.get("fixture", "fx-1")!.rotation.z).toBe(90);
    const more = typed(turned, "turn", "120");
    expect(typeof more === "string" ? more : more.get("fixture", "fx-1")!.rotation.z).toBe(120);
    const longer = typed(show, "across", "9");
    expect(typeof longer === "string" ? longer : longer.get("fixture", "fx-1")!.position.x).toBe(0);
  });

  it("refuses what is no measure", () => {
    expect(typed(show, "turn", "400")).toMatch(/from -360 to 360/);
    expect(typed(show, "across", "-1")).toMatch(/from 0 to 1000/);
    expect(typed(show, "x", "left")).toMatch(/can't be left/);
    expect(typedScenery(show, "gone", { field: "x", text: "1" }).ok).toBe(false);
  });
});

describe("a new venue", () => {
  it("lists the presets of positions that cues use: angles first, with who uses them", () => {
    const preset = {
      kind: "preset" as const,
      version: 1,
      rank: 1,
      family: "Position" as const,
      territoryId: null,
      perProfile: {},
      perHead: {},
    };
    const aimed = { Position: { points: { knots: [{ x: 1, y: 2, z: 0 }], path: "straight" as const }, shape: {}, touched: 1 } };
    const uses = (id: string) => ({
      who: { groupIds: ["movers"] },
      rank: 1,
      parts: { Position: { presets: { ids: [id], path: "straight" as const }, shape: {}, touched: 1 } },
    });
    const venue = smallShow([
      { ...preset, id: "centre", name: "Centre", universal: aimed },
      { ...preset, id: "doors", name: "Doors", universal: {}, perHead: { "fx-1": { Pan: 10, Tilt: 20 } } },
      { ...preset, id: "unused", name: "Unused", universal: aimed },
      ...listWithCard("one", [
        { inSeconds: 0, strokes: [uses("centre")] },
        { inSeconds: 0, strokes: [uses("doors"), uses("centre")] },
      ]),
    ]);
    expect(venueList(venue).map(({ name, aims, words, heads, cues }) => [name, aims, words, heads.length, cues])).toEqual([
      ["Doors", "angles", "angles of 1 head", 8, 1],
      ["Centre", "points", "1.0, 2.0, 0.0 m", 8, 2],
    ]);
  });
});
