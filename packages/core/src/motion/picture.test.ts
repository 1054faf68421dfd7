import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { seededRandom } from "../random/random";
import { BOX_AVERAGES } from "../testing/box-averages";
import {
  amountOf,
  averagesIn,
  brightnessOf,
  PICTURE_PARTS,
  dotsOf,
  MOST_DOTS,
  MOST_FILM_DOTS,
  pictureSchema,
  type Box,
  type Picture,
} from "./picture";
import { veilAt, veilSeen, type Veil } from "./veil";

const picture = (columns: number, rows: number, dots: string, more: Partial<Picture> = {}): Picture => ({
  ...{ id: "p", kind: "picture", version: 1, name: "Leaf", rank: 0, columns, rows, dots },
  ...more,
});
const averageIn = (of: Picture, box: Box, { repeat = false, right = 0 } = {}): number[] => [
  ...averagesIn(of, box, { repeat, axis: "across", run: [right] }),
];
const dotOver = (of: Veil, place: { x: number; y: number; z: number }, cycles: number, shown: Picture): number[] => [
  ...veilSeen(of, place, [cycles], shown).dots,
];
const RED = "ff0000";
const BLUE = "0000ff";
const random = (columns: number, rows: number, seed: number): Picture => {
  const next = seededRandom(seed);
  return picture(columns, rows, dotsOf(Array.from({ length: columns * rows * 3 }, () => Math.floor(next() * 256))));
};

/** A dot by its place, as somebody reads it off the text; black beyond the edges, or the one that is repeated there. */
function dotAt({ columns, rows, dots }: Picture, column: number, row: number, repeat: boolean): number[] {
  const [x, y] = repeat ? [((column % columns) + columns) % columns, ((row % rows) + rows) % rows] : [column, row];
  if (x < 0 || y < 0 || x >= columns || y >= rows) return [0, 0, 0];
  const at = (y * columns + x) * 6;
  return [0, 2, 4].map((part) => Number(`0x${dots.slice(at + part, at + part + 2)}`));
}

/** Oracle: every place of a fine grid in the box is looked at. */
function lookedAt(of: Picture, { left, top, right, bottom }: Box, { repeat = false, fine = 64 } = {}): number[] {
  const sum = [0, 0, 0];
  for (let down = 0; down < fine; down++)
    for (let across = 0; across < fine; across++) {
      const column = Math.floor(left + ((across + 0.5) / fine) * (right - left));
      const row = Math.floor(top + ((down + 0.5) / fine) * (bottom - top));
      dotAt(of, column, row, repeat).forEach((value, part) => (sum[part]! += value / (fine * fine)));
    }
  return sum;
}

describe("the average of a picture in a box", () => {
  it("is what a plain look at a fine grid comes to, as near as the grid is fine (300 boxes)", () => {
    const side = fc.double({ min: -9, max: 17, noNaN: true });
    const size = fc.double({ min: 0.2, max: 6, noNaN: true });
    const boxes = fc.record({ left: side, top: side, wide: size, high: size });
    const pictures = [random(8, 6, 1), random(1, 1, 2), random(13, 2, 3)];
    fc.assert(
      fc.property(fc.nat(2), boxes, fc.boolean(), (which, { left, top, wide, high }, repeat) => {
        const box = { left, top, right: left + wide, bottom: top + high };
        const seen = lookedAt(pictures[which]!, box, { repeat });
        // Of a fine grid the last dots at the box's edges count whole or not at all.
        averageIn(pictures[which]!, box, { repeat }).forEach((value, part) => expect(Math.abs(value - seen[part]!)).toBeLessThan(8));
      }),
      { seed: 4, numRuns: 300 },
    );
    // Where a box ends with a dot, and the grid with it, both are the same.
    for (const of of pictures) {
      const whole = { left: 0, top: 0, right: of.columns, bottom: of.rows };
      const seen = lookedAt(of, whole, { fine: 8 * 13 * 6 });
      averageIn(of, whole).forEach((value, part) => expect(value).toBeCloseTo(seen[part]!, 6));
    }
  });

  it("is what ImageMagick's box filter and its scaling come to, part by part (within its rounding)", () => {
    const { columns, rows, dots, parts } = BOX_AVERAGES;
    const shown = picture(columns, rows, dots);
    for (const { how, across, down, averages } of parts)
      for (let at = 0; at < across * down; at++) {
        const [column, row] = [at % across, Math.floor(at / across)];
        const [wide, high] = [columns / across, rows / down];
        const box = { left: column * wide, right: (column + 1) * wide, top: row * high, bottom: (row + 1) * high };
        averageIn(shown, box).forEach((value, part) => {
          const theirs = Number(`0x${averages.slice(6 * at + 2 * part, 6 * at + 2 * part + 2)}`);
          expect(Math.abs(value - theirs), `${how}, part ${at}`).toBeLessThanOrEqual(1);
        });
      }
  });

  it("counts parts of dots by their area, and what is beyond the edges as black", () => {
    const two = picture(2, 1, RED + BLUE);
    expect(averageIn(two, { left: 0, right: 1, top: 0, bottom: 1 })).toEqual([255, 0, 0]);
    expect(averageIn(two, { left: 0.5, right: 1.5, top: 0, bottom: 1 })).toEqual([127.5, 0, 127.5]);
    expect(averageIn(two, { left: -1, right: 1, top: 0, bottom: 1 })).toEqual([127.5, 0, 0]);
    expect(averageIn(two, { left: -1, right: 1, top: 0, bottom: 1 }, { repeat: true })).toEqual([127.5, 0, 127.5]);
    expect(averageIn(two, { left: 5, right: 6, top: 0, bottom: 1 })).toEqual([0, 0, 0]);
    expect(averageIn(two, { left: 1, right: 1, top: 0, bottom: 1 })).toEqual([0, 0, 0]);
    // Run on by a dot to the right: what left there comes in at the left.
    expect(averageIn(two, { left: 0, right: 1, top: 0, bottom: 1 }, { right: 1 })).toEqual([0, 0, 255]);
  });

  it("is kept as six digits a dot, and nothing else is a picture", () => {
    expect(dotsOf([255, 0, 16])).toBe("ff0010");
    const flaw = (of: Picture): boolean => pictureSchema(of, []) !== null;
    expect(flaw(picture(2, 1, RED + BLUE))).toBe(false);
    for (const wrong of [
      picture(2, 1, RED),
      picture(1, 1, "FF0000"),
      picture(1, 1, "ff000g"),
      picture(0, 1, ""),
      picture(512, 128, "00".repeat(3)),
      picture(513, 1, RED.repeat(513)),
      picture(1, 1, "<svg/>"),
    ])
      expect(flaw(wrong), `${wrong.columns} by ${wrong.rows}`).toBe(true);
    expect(flaw(picture(128, MOST_DOTS / 128, RED.repeat(MOST_DOTS)))).toBe(false);
    expect(flaw(picture(2, 1, RED + BLUE + BLUE + RED, { frames: 2 }))).toBe(false);
    expect(flaw(picture(64, 16, RED.repeat(MOST_FILM_DOTS), { frames: 64 }))).toBe(false);
    for (const frames of [0, 1, 1.5, 3, 241, -2, 1e9])
      expect(flaw(picture(2, 1, RED.repeat(4), { frames })), `${frames} frames`).toBe(true);
    expect(flaw(picture(64, 16, RED.repeat(64 * 16 * 65), { frames: 65 }))).toBe(true);
    expect(brightnessOf([255, 255, 255])).toBeCloseTo(1, 9);
  });
});

const veil = (more: Partial<Veil> = {}): Veil => ({
  ...{ pattern: "gradient", pictureId: "p", plane: "flat", centre: { x: 0, y: 0, z: 0 }, width: 4, height: 2, turn: 0, low: 0, high: 1 },
  ...more,
});

describe("a picture over the stage", () => {
  // Red upstage left, blue downstage right.
  const four = picture(2, 2, `${RED}00ff00ffffff${BLUE}`);
  const at = (x: number, y: number, of: Partial<Veil> = {}, cycles = 0): string =>
    dotOver(veil(of), { x, y, z: 9 }, cycles, four)
      .map((value) => Math.round(value).toString(16).padStart(2, "0"))
      .join("");

  it("lies as it is seen from above: its top is upstage, its left is the left", () => {
    expect([at(-1, 0.5), at(1, 0.5), at(-1, -0.5), at(1, -0.5)]).toEqual([RED, "00ff00", "ffffff", BLUE]);
    expect(at(3.1, 0)).toBe("000000");
    expect(at(5, 0.5, { repeat: true })).toBe("00ff00");
    // Turned a half round, all is where its opposite was.
    expect([at(-1, 0.5, { turn: 180 }), at(1, -0.5, { turn: 180 })]).toEqual([BLUE, RED]);
    // A quarter against the clock: what was at the right is upstage now.
    expect(at(-0.5, 0.5, { turn: 90, width: 2, height: 2 })).toBe("00ff00");
  });

  it("runs by its whole width in a cycle, and comes in where it left", () => {
    expect([at(-1, 0.5, { runs: "right" }, 0.5), at(1, 0.5, { runs: "right" }, 0.5), at(-1, 0.5, { runs: "right" }, 1)]).toEqual([
      "00ff00",
      RED,
      RED,
    ]);
    expect(at(-1, 0.5, { runs: "left" }, 0.25)).toBe(at(-1, 0.5, { runs: "right" }, 0.75));
    const four = picture(1, 4, `${RED}00ff00${BLUE}ffffff`);
    const top = (runs: "up" | "down"): number[] => dotOver(veil({ height: 4, runs }), { x: 0, y: 1.5, z: 0 }, 0.25, four);
    expect([top("up"), top("down")]).toEqual([
      [0, 255, 0],
      [255, 255, 255],
    ]);
    expect([at(-1, -0.5, { runs: "down" }, 0.5), at(-1, 0.5, { runs: "up" }, 0.5)]).toEqual([RED, "ffffff"]);
  });

  it("is averaged over its blur, so that nothing flickers where it is finer than the rig; contrast is about grey", () => {
    expect(dotOver(veil({ blur: 2 }), { x: 0, y: 0, z: 0 }, 0, picture(2, 1, RED + BLUE))).toEqual([127.5, 0, 127.5]);
    expect(dotOver(veil({ contrast: 0 }), { x: -1, y: 0, z: 0 }, 0, picture(2, 1, RED + BLUE))).toEqual([127.5, 127.5, 127.5]);
    expect(veilAt(veil(), { x: -1, y: 0.5, z: 0 }, 0, four)).toBeCloseTo(0.2126, 6);
    expect(veilAt(veil({ contrast: 9 }), { x: -1, y: -0.5, z: 0 }, 0, four)).toBeCloseTo(1, 9);
  });

  it("counts by one of its colours, where that is asked for", () => {
    const over = (counts: "red" | "green" | "blue", x: number, y: number): number => veilAt(veil({ counts }), { x, y, z: 0 }, 0, four);
    expect([over("red", -1, 0.5), over("green", -1, 0.5), over("green", 1, 0.5), over("blue", 1, -0.5)]).toEqual([1, 0, 1, 1]);
    // Of a row of dots the one that begins there.
    const row = [255, 0, 51, 0, 102, 255];
    expect([0, 3].flatMap((from) => PICTURE_PARTS.map((part) => amountOf(row, part, from)))).toEqual(row.map((octet) => octet / 255));
    expect(amountOf(row, undefined, 3)).toBe(brightnessOf(row, 3));
  });
});
