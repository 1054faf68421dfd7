import { describe, expect, it } from "vitest";
import { setLamps } from "../edits/set-lamps";
import { edit } from "../show/edit";
import { smallShow, waveMotion } from "../testing";
import { beyondLimits } from "./beyond-limits";

describe("limits of pan and tilt", () => {
  const made = edit(
    smallShow(),
    setLamps([smallShow().get("fixture", "fx-1")!], "panTilt", () => ({ limits: { Pan: [-45, 45] } })),
  );
  const heads = made.ok ? made.value.rig.heads.slice(0, 2) : [];
  const beyond = (values: readonly (number | null)[], motion?: Parameters<typeof beyondLimits>[0]["motion"], attribute = "Pan"): string[] =>
    beyondLimits({ attribute, heads, values, motion }).map(({ key }) => key);

  it("name the heads that a value or a swing would take past them", () => {
    expect(beyond([45, 90])).toEqual([]);
    expect(beyond([46, 0])).toEqual(["fx-1"]);
    expect(beyond([46, 0], undefined, "Tilt")).toEqual([]);
    expect(beyond([null, 90])).toEqual([]);
    expect(beyond([40, 0], waveMotion({ base: "relative", low: -10, high: 10 }))).toEqual(["fx-1"]);
    expect(beyond([30, 0], waveMotion({ base: "relative", low: -10, high: 10 }))).toEqual([]);
    expect(beyond([0, 0], waveMotion({ base: "absolute", low: -60, high: 10 }))).toEqual(["fx-1"]);
    expect(beyond([80, 0], waveMotion({ base: "absolute", low: -20, high: 10 }))).toEqual([]);
  });
});
