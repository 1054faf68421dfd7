import { describe, expect, it } from "vitest";
import { seededRandom } from "../random/random";
import { filmFrame } from "./film";
import { dotsOf, type Picture } from "./picture";
import { veilSeen, type Veil } from "./veil";

const film = (columns: number, rows: number, frames: number, octets: readonly number[]): Picture => ({
  ...{ id: "p", kind: "picture", version: 1, name: "Film", rank: 0, columns, rows, frames, dots: dotsOf(octets) },
});
const veil = (more: Partial<Veil> = {}): Veil => ({
  ...{ pattern: "gradient", pictureId: "p", plane: "flat", centre: { x: 0, y: 0, z: 0 }, width: 4, height: 2, turn: 0, low: 0, high: 1 },
  ...more,
});
const here = { x: 0.2, y: 0.1, z: 0 };

describe("a film", () => {
  // One dot: red, then green, then blue.
  const flicks = film(1, 1, 3, [255, 0, 0, 0, 255, 0, 0, 0, 255]);
  const shownAt = (cycles: number): number[] =>
    [...veilSeen(veil({ repeat: true }), here, [cycles], flicks).dots].map((value) => Math.round(value * 10) / 10);

  it("shows one picture after the other in a cycle, going over from each to the next, and from the last to the first", () => {
    expect([0, 1 / 3, 2 / 3, 1, 7 + 1 / 3].map(shownAt)).toEqual([
      [255, 0, 0],
      [0, 255, 0],
      [0, 0, 255],
      [255, 0, 0],
      [0, 255, 0],
    ]);
    expect(shownAt(1 / 6)).toEqual([127.5, 127.5, 0]);
    expect(shownAt(11 / 12)).toEqual([191.3, 0, 63.8]);
    expect(shownAt(-1 / 3)).toEqual([0, 0, 255]);
  });

  it("shows at each of its pictures what that one would show by itself, and between them a mean (oracle: the pictures alone)", () => {
    const random = seededRandom(3);
    for (let trial = 0; trial < 60; trial++) {
      const [columns, rows, frames] = [1 + Math.floor(random() * 6), 1 + Math.floor(random() * 5), 2 + Math.floor(random() * 6)];
      const octets = Array.from({ length: columns * rows * frames * 3 }, () => Math.floor(random() * 256));
      const whole = film(columns, rows, frames, octets);
      const of = veil({ turn: random() * 360, blur: random() * 2, repeat: random() < 0.5, contrast: trial % 3 === 0 ? 1.4 : 1 });
      const place = { x: random() * 6 - 3, y: random() * 4 - 2, z: 0 };
      const alone = (index: number): number[] => {
        const size = columns * rows * 3;
        const { frames: _, ...still } = film(columns, rows, frames, octets.slice(index * size, (index + 1) * size));
        return [...veilSeen({ ...of, contrast: 1 }, place, [0], still).dots];
      };
      const [index, part] = [Math.floor(random() * frames), random()];
      const [now, next] = [alone(index), alone((index + 1) % frames)];
      const mean = now.map((value, color) => value + (next[color]! - value) * part);
      const contrast = of.contrast!;
      const expected = mean.map((value) => (contrast === 1 ? value : Math.min(255, Math.max(0, 127.5 + (value - 127.5) * contrast))));
      const shown = veilSeen(of, place, [index / frames, (index + part) / frames], whole).dots;
      expected.forEach((value, color) => expect(shown[3 + color]).toBeCloseTo(value, 6));
    }
  });

  it("is a row of pictures that are there by themselves", () => {
    const { frames: _, ...still } = flicks;
    expect(filmFrame(still, 0)).toBe(still);
    expect(filmFrame(flicks, 1)).toBe(filmFrame(flicks, 1));
    expect(filmFrame(flicks, 1)).toMatchObject({ columns: 1, rows: 1, dots: "00ff00" });
    expect(filmFrame(flicks, 1)).not.toHaveProperty("frames");
  });
});
