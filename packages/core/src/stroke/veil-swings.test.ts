import { describe, expect, it } from "vitest";
import { motionSchema, type VeilMotion } from "../motion/motion";
import { VEIL_EDGES, withVeilEdge, type VeilEdge } from "../motion/veil";
import { EngineOnBench } from "../testing/engine-on-bench";
import { listWithCard, part, smallShow, strokeOn } from "../testing/small-show";

/** Bright all over, above the first of the movers, which hang a metre apart. */
const veil: VeilMotion = {
  ...{ kind: "veil", pattern: "rings", formula: "1", plane: "flat", centre: { x: 0, y: 0, z: 0 }, width: 1, height: 1, turn: 0 },
  ...{ low: -90, high: 90, base: "absolute", phase: { knots: [0] }, phaseShape: {}, masterId: null, rate: { knots: [0] } },
};

/** Where the first two movers look, in degrees of pan, under a card whose veil has this edge, above a card that says 45. */
function pans(edge: VeilEdge, more: Partial<VeilMotion> = {}, on: VeilMotion = veil): number[] {
  const motion = withVeilEdge({ ...on, ...more }, edge);
  const bench = new EngineOnBench(
    smallShow([
      { id: "lime", kind: "picture", version: 1, name: "Lime", rank: 1, columns: 1, rows: 1, dots: "40ff00" },
      ...listWithCard("base", [{ inSeconds: 0, strokes: [strokeOn("movers", { Pan: part([45]) })] }]),
      ...listWithCard("over", [{ inSeconds: 0, strokes: [strokeOn("movers", { Pan: { shape: {}, touched: 0, motion } })] }]),
    ]),
  );
  bench.play({ type: "go", playbackId: "card-base" });
  bench.play({ type: "go", playbackId: "card-over" });
  return [1, 2].map((mover) => Math.round(bench.read(mover, 2, 1) * 540 - 270));
}

describe("what lies beyond a veil's edges", () => {
  it("is dark, or the veil again, or whatever lies beneath", () => {
    expect(pans("dark")).toEqual([90, -90]);
    expect(pans("repeat")).toEqual([90, 90]);
    expect(pans("open")).toEqual([90, 45]);
    // Turned by half a right angle its corner reaches the second one.
    expect(pans("open", { width: 1.5, height: 1.5 })).toEqual([90, 45]);
    expect(pans("open", { width: 1.5, height: 1.5, turn: 45 })).toEqual([90, 90]);
  });

  it("is one of three, and goes round", () => {
    for (const from of VEIL_EDGES)
      for (const to of VEIL_EDGES) expect(withVeilEdge(withVeilEdge(veil, from), to)).toEqual(withVeilEdge(veil, to));
    expect(withVeilEdge(veil, "dark")).toEqual(veil);
  });
});

describe("a picture on heads in any attribute", () => {
  it("counts by how bright a picture is, or by one of its colours", () => {
    const { formula: _, ...plain } = { ...veil, pictureId: "lime" };
    const first = (counts?: "red" | "green" | "blue"): number | undefined => pans("dark", counts ? { counts } : {}, plain)[0];
    expect([first("red"), first("green"), first("blue")]).toEqual([-45, 90, -90]);
    // Luma of ITU-R BT.709.
    expect(first()).toBe(Math.round(180 * ((0.2126 * 64) / 255 + 0.7152) - 90));
    expect(motionSchema({ ...plain, counts: "red" }, [])).toBeNull();
    expect(motionSchema({ ...plain, counts: "violet" }, [])).not.toBeNull();
    expect(motionSchema({ ...veil, counts: "red" }, [])?.why).toContain("only a picture");
  });
});
