import { describe, expect, it } from "vitest";
import { Engine, setChange, Show, xyYOf, type Part, type VeilMotion } from "@vexa/core";
import { understory } from "./understory";

const show = new Show(new Map(understory().map((record) => [record.id, record])));
const RIBS = show.all("group").find(({ name }) => name === "Rib spots")!.id;
const WASHES = show.all("group").find(({ name }) => name === "Floor washes")!.id;

/** Linear sRGB to xyY, as IEC 61966-2-1 has it (oracle: its matrix, written a second time, to four places). */
function colorOf(red: number, green: number, blue: number): ReturnType<typeof xyYOf> {
  return xyYOf({
    x: 0.4124 * red + 0.3576 * green + 0.1805 * blue,
    y: 0.2126 * red + 0.7152 * green + 0.0722 * blue,
    z: 0.0193 * red + 0.1192 * green + 0.9505 * blue,
  });
}

const plain = (color: ReturnType<typeof xyYOf>): Part => ({ shape: {}, touched: 1, colors: { knots: [color], path: "even" } });
function tint(color: ReturnType<typeof xyYOf>, meets: VeilMotion["meets"]): Part {
  const motion: VeilMotion = {
    ...{
      kind: "veil",
      pattern: "gradient",
      plane: "flat",
      width: 100,
      height: 100,
      turn: 0,
      centre: { x: 0, y: 0, z: 0 },
      low: 0,
      high: 1,
    },
    ...{ base: "relative", phase: { knots: [0] }, phaseShape: {}, masterId: null, rate: { knots: [0] } },
    ...(meets ? { meets } : {}),
    colors: { knots: [color, color], path: "even" },
  };
  return { shape: {}, touched: 2, motion };
}

/** Components of the group's first head as they leave, by attribute. */
function shown(groupId: string, parts: readonly Part[]): Record<string, number> {
  const engine = new Engine(show, 100);
  const sketch = show.sketchOf("person-ines")!;
  const who = { groupIds: [groupId] };
  const strokes = Object.fromEntries(parts.map((part, rank) => [`s${rank}`, { who, rank, parts: { Color: part } }]));
  expect(engine.command({ at: 100, changes: [setChange(sketch.id, ["strokes"], { from: sketch.strokes, to: strokes })] }).ok).toBe(true);
  engine.tick(110, new Uint8Array(engine.frameLength));
  const head = show.rig.headByKey.get(show.groupHeads(groupId)![0]!)!;
  const colors = [...head.parameters].filter(([name]) => name.startsWith("ColorSub_") || name.startsWith("ColorAdd_"));
  return Object.fromEntries(colors.map(([name, parameter]) => [name, Math.round(engine.values[parameter]! * 1000) / 1000]));
}

describe("a tint over what lies beneath", () => {
  const [red, cyan, blue] = [colorOf(1, 0, 0), colorOf(0, 1, 1), colorOf(0, 0, 1)];

  it("leaves of lamps that take colour away what both leave", () => {
    const alone = (color: ReturnType<typeof xyYOf>): Record<string, number> => shown(RIBS, [plain(color)]);
    for (const [one, other] of [
      [red, cyan],
      [red, blue],
      [cyan, blue],
    ] as const) {
      const [beneath, over, both] = [alone(one), alone(other), shown(RIBS, [plain(one), tint(other, "multiplies")])];
      for (const name of Object.keys(both)) {
        // Of light each filter lets its own part through: the parts are multiplied.
        if (!/ColorSub_[CMY]$/.test(name)) continue;
        expect(1 - both[name]!, name).toBeCloseTo((1 - beneath[name]!) * (1 - over[name]!), 2);
      }
    }
  });

  it("is the brighter of both, component by component, in lamps that add", () => {
    const alone = (color: ReturnType<typeof xyYOf>): Record<string, number> => shown(WASHES, [plain(color)]);
    const [beneath, over, both] = [alone(red), alone(blue), shown(WASHES, [plain(red), tint(blue, "lightens")])];
    for (const name of Object.keys(both)) expect(both[name], name).toBeCloseTo(Math.max(beneath[name]!, over[name]!), 2);
    const product = shown(WASHES, [plain(red), tint(blue, "multiplies")]);
    for (const name of Object.keys(product)) expect(product[name], name).toBeCloseTo(beneath[name]! * over[name]!, 2);
  });
});
