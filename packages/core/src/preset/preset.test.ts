import { describe, expect, it } from "vitest";
import { stateAt } from "../cue/state-at";
import { changedId, invert, setChange } from "../document/transaction";
import { beam } from "../geometry/beam";
import type { Attribute } from "../rig/attributes";
import { physicalOf } from "../rig/scale";
import { edit } from "../show/edit";
import { mergePresetInto } from "../edits/merge-preset";
import type { ShowRecord } from "../show/records";
import type { Show } from "../show/show";
import { usersOf } from "../show/users";
import { writePresetIn } from "../edits/write-preset-in";
import { headValues } from "../stroke/head-values";
import { resolve } from "../stroke/resolve";
import type { Part, Strokes } from "../stroke/stroke";
import { EngineOnBench, listWithCard, part, smallShow, strokeOn } from "../testing";
import { colorName } from "../color/color-name";
import { colorOfHex, xyzOf } from "../color/colorimetry";
import type { Preset } from "./preset";
import { presetName } from "./preset-name";
import { addedContent, contentWithout, NO_CONTENT, presetContent, suggestedScope } from "./record-preset";

const SRGB = {
  ColorAdd_R: { x: 0.64, y: 0.33, luminance: 0.2126 },
  ColorAdd_G: { x: 0.3, y: 0.6, luminance: 0.7152 },
  ColorAdd_B: { x: 0.15, y: 0.06, luminance: 0.0722 },
};
const preset = (id: string, content: Partial<Preset>): Preset => ({
  id,
  kind: "preset",
  version: 1,
  name: id,
  rank: 0,
  family: "Mixed",
  territoryId: null,
  ...NO_CONTENT,
  ...content,
});
const color = (...hexes: string[]): Part => ({
  colors: { knots: hexes.map((hex) => colorOfHex(hex)!), path: "even" },
  shape: {},
  touched: 0,
});
const refers = (...ids: string[]): Part => ({ presets: { ids, path: "even" }, shape: {}, touched: 1 });
const point = (x: number, y: number, z: number): Part => ({ points: { knots: [{ x, y, z }], path: "straight" }, shape: {}, touched: 0 });

/** The small show with emitters on the sRGB primaries, and these records. */
function showWith(...more: ShowRecord[]): Show {
  const show = smallShow(more);
  return show.withRecords(
    new Map([...show.records].map(([id, record]) => [id, record.kind === "profile" ? { ...record, emitters: SRGB } : record])),
  );
}
function values(show: Show, strokes: Strokes, attribute: Attribute): (number | null)[] {
  const rows = new Map(resolve(strokes, show).rows.map((row) => [row.parameter, row.value]));
  return show.groupHeads("movers")!.map((key) => {
    const parameter = show.rig.headByKey.get(key)!.parameters.get(attribute)!;
    const value = rows.get(parameter) ?? null;
    return value === null ? null : Math.round(physicalOf(show.rig.parameters[parameter]!.channel, value) * 1000) / 1000;
  });
}

describe("presets", () => {
  const ember = preset("ember", { universal: { Color: color("#ff0000") } });
  const moss = preset("moss", { universal: { Color: color("#00ff00") } });

  it("give each head the most specific scope that fits it", () => {
    const mixed = preset("mixed", {
      universal: { Pan: part([10]) },
      perProfile: { "profile-mover": { Pan: part([20]) }, "profile-cells": { Dimmer: part([1]) } },
      perHead: { "fx-3": { Pan: 30, Tilt: 5 } },
    });
    const strokes = { s: strokeOn("movers", { Position: refers("mixed") }) };
    const show = showWith(mixed);
    expect(values(show, strokes, "Pan")).toEqual([20, 20, 30, 20, 20, 20, 20, 20]);
    expect(values(show, strokes, "Tilt")).toEqual([null, null, 5, null, null, null, null, null]);
    expect(resolve(strokes, show).reads).toContain("mixed");
  });

  it("hold fans, which lie along whatever selection takes them, and times that the stroke may override", () => {
    const fanned = preset("fanned", { universal: { Dimmer: { ...part([0, 1], { delay: { knots: [0, 1.4] } }) } } });
    const show = showWith(fanned);
    expect(values(show, { s: strokeOn("movers", { Dimmer: refers("fanned") }) }, "Dimmer")[7]).toBe(1);
    const delays = (more: Partial<Part>) =>
      resolve({ s: strokeOn("movers", { Dimmer: { ...refers("fanned"), ...more } }) }, show).rows.map(({ delay }) => delay);
    expect(delays({})[7]).toBeCloseTo(1.4, 9);
    expect(delays({ delay: { knots: [0.5] } })).toEqual(Array(8).fill(0.5));
  });

  it("are fanned between: colours along the path, values straight", () => {
    const show = showWith(
      ember,
      moss,
      preset("low", { universal: { Dimmer: part([0.2]) } }),
      preset("high", { universal: { Dimmer: part([0.9]) } }),
    );
    const strokes = { s: strokeOn("movers", { Color: refers("ember", "moss"), Dimmer: refers("low", "high") }) };
    expect(values(show, strokes, "Dimmer").map((value) => Math.round(value! * 100))).toEqual([20, 30, 40, 50, 60, 70, 80, 90]);
    expect([values(show, strokes, "ColorAdd_R")[0], values(show, strokes, "ColorAdd_G")[7]]).toEqual([1, 1]);
    const middle = headValues(strokes, {
      attribute: "Color",
      heads: show.groupHeads("movers")!.map((key) => show.rig.headByKey.get(key)!),
      show,
    })[4]!;
    expect(middle.color!.y).toBeGreaterThan(0.2);
  });

  it("change on stage in the next frame wherever they play, in cues, sketches and in the middle of a fade", () => {
    const bench = new EngineOnBench(
      showWith(
        ember,
        ...listWithCard("a", [{ inSeconds: 4, strokes: [strokeOn("movers", { Dimmer: part([1]), Color: refers("ember") })] }]),
      ),
    );
    bench.sketch("ann", { s: strokeOn("cells", { Dimmer: part([1]), Color: refers("ember") }) });
    bench.play({ type: "go", playbackId: "card-a" });
    bench.read(1, 0, 9);
    const rgb = (from: number): number[] => [...bench.frame.subarray(from, from + 3)];
    expect([rgb(6), rgb(160)]).toEqual([
      [255, 0, 0],
      [255, 0, 0],
    ]);
    bench.change([setChange("ember", ["universal", "Color"], { from: color("#ff0000"), to: color("#0000ff") })]);
    bench.read(1, 0);
    expect([rgb(6), rgb(160)]).toEqual([
      [0, 0, 255],
      [0, 0, 255],
    ]);
  });

  it("can't be deleted while in use, and can be once their content is written in; nothing on stage changes", () => {
    const perHead = preset("heads", { perHead: { "fx-1": { Pan: 10 }, "fx-2": { Pan: 20 }, "fx-3": { Pan: 10 } } });
    const show = showWith(
      ember,
      perHead,
      ...listWithCard("a", [
        { inSeconds: 1, strokes: [strokeOn("movers", { Dimmer: part([1]), Color: refers("ember"), Position: refers("heads") })] },
      ]),
    );
    expect(usersOf(ember, show).map(({ words, record }) => [words, record.id])).toEqual([["cue a 1 of a", "a-1"]]);
    expect(edit(show, [{ op: "remove", record: ember }])).toMatchObject({ ok: false, error: { code: "record.in-use" } });
    const before = resolve(show.get("cue", "a-1")!.strokes, show).rows.map(({ parameter, value }) => [parameter, value]);
    let after = show;
    for (const entry of [ember, perHead]) {
      const written = writePresetIn(after, entry);
      if (!written.ok) throw new Error(written.error.code);
      const next = edit(after, [...written.value, { op: "remove", record: after.get("preset", entry.id)! }]);
      if (!next.ok) throw new Error(JSON.stringify(next.error));
      after = next.value;
    }
    expect(resolve(after.get("cue", "a-1")!.strokes, after).rows.map(({ parameter, value }) => [parameter, value])).toEqual(before);
    const fanned = showWith(
      ember,
      moss,
      ...listWithCard("b", [{ inSeconds: 1, strokes: [strokeOn("movers", { Color: refers("ember", "moss") })] }]),
    );
    expect(writePresetIn(fanned, ember)).toMatchObject({ ok: false, error: { details: { users: "a fan between presets in cue b 1" } } });
  });

  it("can be merged: all that used the one uses the other, also between presets, and one undo gives it back", () => {
    const show = showWith(
      ember,
      moss,
      ...listWithCard("a", [
        { inSeconds: 1, strokes: [strokeOn("movers", { Color: refers("ember") })] },
        { inSeconds: 1, strokes: [strokeOn("movers", { Color: refers("moss", "ember") })] },
        { inSeconds: 1, strokes: [strokeOn("movers", { Dimmer: part([1]) })] },
      ]),
    );
    const changes = mergePresetInto(show, ember, "moss");
    expect(changes.map(changedId)).toEqual(["a-1", "a-2", "ember"]);
    const after = edit(show, changes);
    if (!after.ok) throw new Error(after.error.code);
    expect(after.value.get("preset", "ember")).toBeNull();
    expect(after.value.get("cue", "a-2")!.strokes["s1"]!.parts.Color!.presets!.ids).toEqual(["moss", "moss"]);
    const back = edit(after.value, invert(changes));
    expect(back.ok && back.value.get("cue", "a-1")!.strokes).toEqual(show.get("cue", "a-1")!.strokes);
  });

  it("are recorded from strokes in the scope that suits, added to, and thinned out", () => {
    const show = showWith();
    const strokes = { s: strokeOn("movers", { Pan: part([-35, 35]), Color: color("#ff0000", "#0000ff") }) };
    const heads = show.groupHeads("movers")!.map((key) => show.rig.headByKey.get(key)!);
    const record = (attributes: readonly Attribute[], scope: "per head" | "per profile" | "universal") =>
      presetContent({ strokes, attributes, scope, heads, resolved: resolve(strokes, show) });
    expect([suggestedScope(["Color"]), suggestedScope(["Pan", "Tilt"]), suggestedScope(["Gobo1"]), suggestedScope(["Dimmer"])]).toEqual([
      "universal",
      "per head",
      "per profile",
      "universal",
    ]);
    expect(record(["Pan"], "per head").perHead["fx-8"]).toEqual({ Pan: 35 });
    expect(record(["Color"], "universal").universal).toEqual({ Color: strokes.s.parts.Color });
    expect(Object.keys(record(["Pan"], "per profile").perProfile)).toEqual(["profile-mover"]);
    const both = addedContent(record(["Pan"], "per head"), record(["Color"], "universal"));
    expect(Object.keys(both.perHead)).toHaveLength(8);
    expect(contentWithout(both, ["Pan"], heads.slice(0, 3)).perHead).not.toHaveProperty("fx-1");
    expect(contentWithout(both, ["Pan"])).toEqual({ ...NO_CONTENT, universal: both.universal });
  });

  it("are called by what they say until somebody names them", () => {
    expect(presetName(ember)).toBe("ember");
    expect(presetName({ ...ember, name: null })).toBe("deep red");
    expect(presetName({ ...preset("x", { universal: { Color: color("#ffb000", "#00c0a0") } }), name: null })).toBe("amber to sea green");
    expect(presetName({ ...preset("x", { universal: { Position: point(1.04, 2, 0) } }), name: null })).toBe("point 1, 2");
    expect(presetName({ ...preset("x", { universal: { Dimmer: part([0.5]) } }), name: null })).toBe("Dimmer 50");
    expect([
      colorName(xyzOf({ x: 0.4599, y: 0.4106, luminance: 1 })),
      colorName(xyzOf({ x: 0.3127, y: 0.329, luminance: 1 })),
      colorName({ x: 0, y: 0, z: 0 }),
    ]).toEqual(["warm white", "white", "dark"]);
  });

  it.each([
    [{ universal: {} }, "it must say something"],
    [{ universal: { Color: refers("ember") } }, "a preset can't be made of other presets"],
    [{ universal: { Dimmer: color("#ff0000") } }, "whole colours belong to Colour"],
    [{ universal: { Color: color("#ff0000") }, swatch: "red" }, "it must be written #rrggbb"],
    [{ perHead: { "fx-1": { "warp core": 9 } } }, "no head has an attribute of this name"],
  ])("refuse %j", (content, words) => {
    const made = edit(showWith(), [{ op: "add", record: preset("odd", content as unknown as Partial<Preset>) }]);
    expect(JSON.stringify(made)).toContain(words);
  });
});

describe("points on stage", () => {
  it("make every head look there, and still after the rig is hung 40 cm further", () => {
    const singer = preset("singer", { universal: { Position: point(1, -2, 1.6) } });
    const cue = { inSeconds: 0, strokes: [strokeOn("movers", { Dimmer: part([1]), Position: refers("singer") })] };
    const bench = new EngineOnBench(showWith(singer, ...listWithCard("a", [cue])));
    bench.play({ type: "go", playbackId: "card-a" });
    const misses = (): number[] =>
      bench.engine.show.rig.heads.slice(0, 8).map((head, index) => {
        const { origin, direction } = beam(
          { position: head.position, rotation: head.fixture.rotation },
          540 * bench.read(index + 1, 2) - 270,
          270 * bench.read(index + 1, 4) - 135,
        );
        const to = { x: 1 - origin.x, y: -2 - origin.y, z: 1.6 - origin.z };
        const along = to.x * direction.x + to.y * direction.y + to.z * direction.z;
        return Math.hypot(to.x - along * direction.x, to.y - along * direction.y, to.z - along * direction.z);
      });
    // 16-bit pan and tilt: half a step is 4 thousandths of a degree, under 2 mm here.
    expect(Math.max(...misses())).toBeLessThan(0.002);
    for (let number = 1; number <= 8; number++) {
      const { y } = bench.engine.show.get("fixture", `fx-${number}`)!.position;
      bench.change([setChange(`fx-${number}`, ["position", "y"], { from: y, to: y + 0.4 })]);
    }
    expect(Math.max(...misses())).toBeLessThan(0.002);
  });

  it("take the nearer of two ways to look at a point from cue to cue: nothing flips needlessly", () => {
    const at = (x: number, y: number): Part => point(x, y, 0);
    const cues = [at(0.4, 3), at(0.4, 0.2), at(0.4, -0.2), at(0.4, -3)].map((position, index) => ({
      inSeconds: 1,
      strokes: [strokeOn("movers", { Position: position }, index + 1)],
    }));
    const show = showWith(...listWithCard("a", cues));
    const list = show.cuesOf("a");
    const pan = show.rig.headByKey.get("fx-1")!.parameters.get("Pan")!;
    const pans = list.map(({ id }) => 540 * stateAt(list, id, show).rows.find(({ parameter }) => parameter === pan)!.value! - 270);
    for (let index = 1; index < pans.length; index++) expect(Math.abs(pans[index]! - pans[index - 1]!)).toBeLessThan(91);
  });

  it("say so when a head can't look there", () => {
    const show = showWith();
    const heads = [show.rig.headByKey.get("fx-1")!];
    const [above] = headValues(
      { s: { ...strokeOn("movers", { Position: point(0, 0.1, 50) }), who: { heads: ["fx-1"] } } },
      { attribute: "Position", heads, show },
    );
    expect(above).toMatchObject({ reached: false, point: { z: 50 } });
  });
});
