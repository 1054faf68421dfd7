import { describe, expect, it } from "vitest";
import type { PlayCommand } from "../playing/commands";
import { ODD_LAMP, smallShow } from "../testing";
import { at, dancer, singer } from "../testing/follow-show";
import type { LineContext } from "./line";
import { edit } from "../show/edit";
import { lineOfCommand, linesOfSketch } from "./line-of-act";
import { readLine } from "./read-line";

const show = smallShow([{ ...singer, name: "The Voice" }, dancer]);
const context: LineContext = { show, personId: "ann", selection: {}, values: [], newId: () => "new" };

const SENTENCES: readonly (readonly [line: string, does: PlayCommand, says: string])[] = [
  ["nobody follows", { type: "target-off", on: true }, "lets nobody follow anybody"],
  ["nobody follows The Voice", { type: "target-off", on: true, targetIds: ["singer"] }, "lets nobody follow The Voice"],
  ["follow again", { type: "target-off", on: false }, "lets them follow again"],
  ["follow The Voice again", { type: "target-off", on: false, targetIds: ["singer"] }, "lets them follow The Voice again"],
  [
    "only 1,3,5,7 follow",
    { type: "target-off", on: true, but: ["fx-1", "fx-3", "fx-5", "fx-7"] },
    "lets nobody follow anybody but 4 heads",
  ],
  [
    "only 1,3 follow The Voice",
    { type: "target-off", on: true, targetIds: ["singer"], but: ["fx-1", "fx-3"] },
    "lets nobody follow The Voice but 2 heads",
  ],
  ["hold targets", { type: "target-hold", on: true }, "holds all targets where they are"],
];

describe("lines about targets", () => {
  it.each(SENTENCES)("%s", (line, does, says) => {
    const read = readLine(line, context);
    expect(read).toMatchObject({ ok: true, value: { line, says, play: [does] } });
    expect(readLine(line.toUpperCase(), context)).toMatchObject({ value: { line, play: [does] } });
    // What is done by hand is written down so, for macros.
    expect(lineOfCommand(does, context)?.line).toBe(line);
  });

  it("say how wide zooms are where a target is, and why not", () => {
    const zooms = smallShow([singer, dancer, { ...ODD_LAMP, id: "odd" }]);
    expect(readLine("Movers: follow singer, wide 2 on singer", { ...context, show: zooms }).ok).toBe(false);
    for (const [text, why] of [
      ["wide", "how wide and on whom"],
      ["wide 2", "how wide and on whom"],
      ["wide 0 on singer", "0.1 to 50 m"],
      ["wide 51 on singer", "0.1 to 50 m"],
      ["wide far on singer", "0.1 to 50 m"],
      ["wide 2 on nobody", "target"],
      ["wide 2 on singer", "none of these heads zooms"],
    ] as const)
      expect(JSON.stringify(readLine(`Movers: ${text}`, { ...context, show: zooms }))).toContain(why);
  });

  it("fade lights at the edge of where a target may be, and say why not", () => {
    const spoken = (text: string): unknown => readLine(`Movers: ${text}`, { ...context, show: smallShow([singer, dancer]) });
    expect(spoken("edge 2 on singer")).toMatchObject({ ok: true, value: { line: "Movers: edge 2 on singer" } });
    expect(spoken("EDGE 1.5 m ON singer..dancer AT 60 %")).toMatchObject({
      ok: true,
      value: {
        line: "Movers: edge 1.5 on singer..dancer at 60",
        says: expect.stringContaining("fades out 1.5 m before the edge of singer to dancer at 60 %"),
      },
    });
    for (const [text, why] of [
      ["edge", "over how much and on whom"],
      ["edge 2", "over how much and on whom"],
      ["edge 0 on singer", "0.1 to 50 m"],
      ["edge 51 on singer", "0.1 to 50 m"],
      ["edge far on singer", "0.1 to 50 m"],
      ["edge 2 on singer at 101", "0 to 100 percent"],
      ["edge 2 on nobody", "target"],
    ] as const)
      expect(JSON.stringify(spoken(text))).toContain(why);
  });

  it("keep beams within a part of the stage, are written so again, and say why not", () => {
    const followed = smallShow([singer, dancer]);
    const spoken = (text: string) => readLine(`Movers: ${text}`, { ...context, show: followed });
    const done = spoken("FOLLOW singer..dancer WITHIN 4 3 2..-4 -2.5 0");
    expect(done).toMatchObject({ ok: true, value: { line: "Movers: follow singer..dancer within -4 -2.5 0..4 3 2" } });
    const after = edit(followed, done.ok ? (done.value.changes ?? []) : []);
    expect(after.ok && linesOfSketch(after.value, { ...context, show: followed })).toMatchObject({
      lines: [{ line: "Movers: follow singer..dancer within -4 -2.5 0..4 3 2" }],
      missed: 0,
    });
    for (const text of [
      "wide 2 on singer within",
      "wide 2 on singer within there",
      "follow singer within",
      "follow singer within here",
      "follow singer within 1 2 3",
      "follow singer within 0 0 0..1 1",
    ])
      expect(spoken(text).ok).toBe(false);
    expect(JSON.stringify(spoken("follow singer within here"))).toContain("two corners in metres");
    expect(JSON.stringify(spoken("follow nobody within 0 0 0..1 1 1"))).toContain("nobody");
  });

  it("say how beams follow, in any order, once each, and are written so again", () => {
    const followed = smallShow([singer, dancer, { ...dancer, id: "walk", name: "Walk around" }]);
    const spoken = (text: string) => readLine(`Movers: ${text}`, { ...context, show: followed });
    const done = spoken("follow singer speed 1.5 m/s Softly 0.5 s within 0 0 0..1 1 1 ahead 0.3 beside 0 -1 0.5 around 2 m");
    const line = "Movers: follow singer around 2 ahead 0.3 beside 0 -1 0.5 softly 0.5 speed 1.5 within 0 0 0..1 1 1";
    expect(done).toMatchObject({ ok: true, value: { line } });
    const after = edit(followed, done.ok ? (done.value.changes ?? []) : []);
    expect(after.ok && linesOfSketch(after.value, { ...context, show: followed })).toMatchObject({ lines: [{ line }], missed: 0 });
    expect(after.ok && Object.values(after.value.sketchOf("ann")!.strokes)[0]!.parts["Position"]!.follow).toEqual({
      targetIds: ["singer"],
      ring: 2,
      leadSeconds: 0.3,
      offset: { x: 0, y: -1, z: 0.5 },
      smoothSeconds: 0.5,
      mostSpeed: 1.5,
      within: { low: at(0, 0, 0), high: at(1, 1, 1) },
    });
    expect(spoken("follow Walk around")).toMatchObject({ ok: true, value: { line: "Movers: follow Walk around" } });
    for (const [text, why] of [
      ["follow singer softly", "over how many seconds"],
      ["follow singer softly 4", "0 to 3"],
      ["follow singer speed 0", "0.1 to 50"],
      ["follow singer around far", "metres around the target"],
      ["follow singer ahead -1", "0 to 2"],
      ["follow singer beside 1 2", "right, upstage and up"],
      ["follow singer beside 1 2 3 4", "right, upstage and up"],
      ["follow singer softly 1 softly 2", "say it once"],
      ["follow around 2", "target"],
    ] as const)
      expect(JSON.stringify(spoken(text))).toContain(why);
  });

  it("name a target that is there, and aren't written where no line says them", () => {
    expect(readLine("nobody follows Nobody", context).ok).toBe(false);
    expect(readLine("only Nobody follow", context).ok).toBe(false);
    expect(readLine("only Movers follow Nobody", context).ok).toBe(false);
    expect(readLine("follow the voices again", context).ok).toBe(false);
    expect(lineOfCommand({ type: "target-off", on: true, targetIds: ["singer", "dancer"] }, context)).toBeNull();
    expect(lineOfCommand({ type: "target-off", on: true, targetIds: ["gone"] }, context)).toBeNull();
    expect(lineOfCommand({ type: "target-hold", on: true, targetIds: ["singer"] }, context)).toBeNull();
  });
});
