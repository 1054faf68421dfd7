import { describe, expect, it } from "vitest";
import { deltaE2000, labOf } from "../color/ciede2000";
import { linearOfEncoded, xyzOfLinearSrgb, type XyY } from "../color/colorimetry";
import { mixedXyz } from "../color/mix-emitters";
import type { VeilMotion } from "../motion/motion";
import { dotsOf, type Picture } from "../motion/picture";
import { seededRandom } from "../random/random";
import { mix } from "../rig/mix-head";
import { smallShow } from "../testing";
import { withEmitters } from "../testing/random-content";
import { pictureCells, pictureSwings } from "./picture-swings";

const motion: VeilMotion = {
  ...{ kind: "veil", pattern: "rings", pictureId: "p", plane: "flat", centre: { x: 0, y: 0, z: 0 }, width: 4, height: 4, turn: 0 },
  ...{ low: 0, high: 1, base: "absolute", phase: { knots: [0] }, phaseShape: {}, masterId: null, rate: { knots: [0] } },
};

describe("the colours of pictures", () => {
  it("go straight from each look to the next, and round; a crowd looks less often, and what stands still once", () => {
    const { rig } = withEmitters(smallShow());
    const dots = dotsOf([255, 0, 0, 0, 0, 255, 0, 255, 0]);
    const picture: Picture = { id: "p", kind: "picture", version: 1, name: "Three", rank: 0, columns: 3, rows: 1, dots };
    const running: VeilMotion = { ...motion, runs: "left" };
    const [swing] = pictureSwings({ motion: running, rig, picture, heads: 1 })(rig.headByKey.get("fx-1")!, { size: 1, index: 0 });
    const { table } = swing!.swing;
    const cells = table.length / 2;
    for (let cell = 0; cell < cells; cell++)
      expect(table[2 * cell]! + table[2 * cell + 1]!).toBeCloseTo(table[2 * ((cell + 1) % cells)]!, 5);
    expect(new Set(table).size).toBeGreaterThan(2);
    const long = { ...picture, columns: 300 };
    expect([pictureCells(running, long, 10), pictureCells(running, long, 2000), pictureCells(motion, long, 10)]).toEqual([300, 64, 1]);
  });

  it("are looked at anew when the picture lies otherwise, or the head hangs elsewhere, and are the same for another pace", () => {
    const { rig } = withEmitters(smallShow());
    const random = seededRandom(2);
    const dots = dotsOf(Array.from({ length: 8 * 6 * 5 * 3 }, () => Math.floor(random() * 256)));
    const picture: Picture = { id: "p", kind: "picture", version: 1, name: "Film", rank: 0, columns: 8, rows: 6, frames: 5, dots };
    const head = rig.headByKey.get("fx-1")!;
    const tables = (of: Partial<VeilMotion>, shown = picture, at = head): number[] =>
      pictureSwings({ motion: { ...motion, centre: { x: 3, y: 2, z: 1 }, width: 12, height: 9, ...of }, rig, picture: shown, heads: 1 })(
        at,
        {
          size: 1,
          index: 0,
        },
      ).flatMap(({ swing }) => [...swing.table]);
    const first = tables({});
    expect(new Set(first).size).toBeGreaterThan(4);
    for (const same of [{ rate: { knots: [3] } }, { masterId: "pulse" }, { phase: { knots: [0, 90] } }])
      expect(tables(same)).toEqual(first);
    for (const other of [
      { width: 14 },
      { height: 12 },
      { turn: 30 },
      { centre: { x: 1, y: 0, z: 0 } },
      { plane: "across" as const },
      { repeat: true, width: 3 },
      { contrast: 2 },
      { blur: 9 },
      { direction: "backward" as const },
    ]) {
      expect(tables(other), JSON.stringify(other)).not.toEqual(first);
      expect(tables({})).toEqual(first);
    }
    expect(
      tables({}, picture, head.in({ ...head.fixture, position: { ...head.fixture.position, x: head.fixture.position.x + 4 } })),
    ).not.toEqual(first);
    expect(tables({}, { ...picture, dots: dots.replaceAll("a", "3") })).not.toEqual(first);
    expect(tables({})).toEqual(first);
  });

  it("come out within ΔE2000 1 of the exact mix, in each kind of lamp's emitters (1,000 colours)", () => {
    const { rig } = withEmitters(smallShow());
    const random = seededRandom(7);
    for (let color = 0; color < 1000; color++) {
      const octets = [random(), random(), random()].map((value) => Math.floor(1 + 255 * value));
      const picture: Picture = { id: "p", kind: "picture", version: 1, name: "Dot", rank: 0, columns: 1, rows: 1, dots: dotsOf(octets) };
      const head = rig.headByKey.get(color % 2 ? "fx-1" : "fx-9.1")!;
      const swings = pictureSwings({ motion: { ...motion, centre: head.position }, rig, picture, heads: 1 })(head, { size: 1, index: 0 });
      const exact = mix(head, xyzOfLinearSrgb(...(octets.map((octet) => linearOfEncoded(octet / 255)) as [number, number, number])));
      const names = [...exact.keys()];
      const emitters = names.map((name) => head.profile.emitters[name] as XyY);
      const levels = names.map((name) => swings.find(({ parameter }) => parameter === head.parameters.get(name))!.swing.table[0]!);
      const [seen, wanted] = [mixedXyz(emitters, levels), mixedXyz(emitters, [...exact.values()])];
      // Beside the lamp's own white, which all of its emitters make.
      expect(deltaE2000(labOf(seen), labOf(wanted)), octets.join()).toBeLessThan(1);
    }
  });
});
