import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { setChange } from "../document/transaction";
import { EngineOnBench } from "../testing/engine-on-bench";
import { withEmitters } from "../testing/random-content";
import { leaves } from "../testing/board-show";
import { fixture, listWithCard, part, smallShow, strokeOn } from "../testing/small-show";
import { clearnessOf, keptDots, paintedOctets } from "./clearness";
import { filmFrame } from "./film";
import type { VeilMotion } from "./motion";
import { dotsOf, pictureSchema, type Picture } from "./picture";
import { veilSeen, type LaidVeil } from "./veil";

const picture = (columns: number, dots: string, more: Partial<Picture> = {}): Picture => ({
  ...{ id: "strip", kind: "picture", version: 1, name: "Strip", rank: 0, columns, rows: dots.length / 6 / columns, dots },
  ...more,
});
/** A dot over each of the eight movers, which hang a metre apart from 0 to 7 m. */
const laid = { plane: "flat", centre: { x: 3.5, y: 0, z: 0 }, width: 8, height: 2, turn: 0 } as const;

describe("what is clear of a picture", () => {
  it("is kept as two digits a dot, of as many dots as there are", () => {
    const flaw = (of: Picture): string | null => pictureSchema(of, [])?.why ?? null;
    expect(flaw(picture(2, "ff0000800000", { clear: "007f" }))).toBeNull();
    for (const clear of ["00", "007f00", "00XX", "00 0", "ff00FF"])
      expect(flaw(picture(2, "ff0000800000", { clear })), clear).toMatch(/clear/);
    const film = picture(1, "ff0000800000", { rows: 1, frames: 2, clear: "007f" });
    expect([flaw(film), flaw({ ...film, clear: "00" })]).toEqual([null, expect.stringMatching(/clear/)]);
    expect([filmFrame(film, 0).clear, filmFrame(film, 1).clear]).toEqual(["00", "7f"]);
    expect(clearnessOf(picture(2, "ff0000800000", { clear: "0000" }))).toBeNull();
    expect(clearnessOf(picture(2, "ff0000800000"))).toBeNull();
  });

  it("is kept beside how each dot looks on black, where any is clear, and painted again as it was", () => {
    expect(keptDots([[255, 0, 16, 255]])).toEqual({ dots: "ff0010" });
    expect(keptDots([[255, 128, 0, 51, 9, 9, 9, 0]])).toEqual({ dots: "331a00000000", clear: "ccff" });
    const [first, second] = [
      [1, 2, 3, 255],
      [4, 5, 6, 255],
    ] as const; // two pictures of a film
    expect(keptDots([first, second])).toEqual({ dots: "010203040506" });
    expect(keptDots([first, [255, 255, 255, 0]]).clear).toBe("00ff");
    const octet = fc.integer({ min: 0, max: 255 });
    fc.assert(
      fc.property(fc.array(fc.tuple(octet, octet, octet, octet), { minLength: 1, maxLength: 6 }), (drawn) => {
        const painted = paintedOctets({ ...picture(drawn.length, "000000".repeat(drawn.length)), ...keptDots([drawn.flat()]) });
        drawn.forEach(([red, green, blue, opaque], dot) => {
          expect(painted[4 * dot + 3]).toBe(opaque);
          // Of what is hardly there the colour isn't kept to the octet: on black it is one of few.
          const within = opaque === 0 ? 255 : 127.5 / opaque + 0.5;
          for (const [part, value] of [red, green, blue].entries())
            expect(Math.abs(painted[4 * dot + part]! - value)).toBeLessThanOrEqual(within);
        });
      }),
    );
  });

  it("leaves the colours of the rest as they are: what a box holds is what its dots come to when each counts by how opaque it is", () => {
    const octet = fc.integer({ min: 0, max: 255 });
    fc.assert(
      fc.property(fc.array(fc.tuple(octet, octet, octet, octet), { minLength: 2, maxLength: 2 }), fc.nat(99), (drawn, hundredths) => {
        // As somebody reads it off: colours and opacities of two dots side by side, and a dot's width that begins so far into the first.
        const into = hundredths / 100;
        const seen = drawn.map(([r, g, b, opaque]) => [r, g, b].map((value) => Math.round((value * opaque) / 255)));
        const shown = picture(2, dotsOf(seen.flat()), { clear: dotsOf(drawn.map(([, , , opaque]) => 255 - opaque)) });
        const veil: LaidVeil = { ...laid, ...{ pattern: "bars", pictureId: "strip", width: 2, low: 0, high: 1, base: "relative" } };
        const place = { x: 3.5 - 0.5 + into, y: 0, z: 0 };
        const weights = [(1 - into) * drawn[0]![3], into * drawn[1]![3]];
        const whole = weights[0]! + weights[1]!;
        const { dots, opaque } = veilSeen(veil, place, [0], shown);
        expect(opaque?.[0] ?? 1).toBeCloseTo(whole / 255, 6);
        if (whole < 8) return;
        // Kept in whole octets, each of which may be off by a half.
        const within = (0.5 * 255) / whole + 1e-9;
        for (let color = 0; color < 3; color++) {
          const wanted = (weights[0]! * drawn[0]![color]! + weights[1]! * drawn[1]![color]!) / whole;
          expect(Math.abs(dots[color]! - wanted)).toBeLessThanOrEqual(within);
        }
        // Where it takes the value's place it is seen on black, and all of it counts.
        expect(veilSeen({ ...veil, base: "absolute" }, place, [0], shown).opaque).toBeNull();
      }),
    );
  });
});

describe("a picture with clear dots over heads", () => {
  // White; white, half clear; clear; black.
  const FOUR = { dots: "ffffff7f7f7f000000000000", clear: "0080ff00" };
  const veil = (more: Partial<VeilMotion> = {}): VeilMotion => ({
    ...{ ...laid, kind: "veil", pattern: "rings", pictureId: "strip", centre: { x: 1.5, y: 0, z: 0 }, width: 4, low: 0, high: 1 },
    ...{ base: "relative", meets: "covers", phase: { knots: [0] }, phaseShape: {}, masterId: null, rate: { knots: [0] } },
    ...more,
  });
  const levels = (motion: VeilMotion): number[] => {
    const strokes = [strokeOn("movers", { Dimmer: part([0.4]) }), strokeOn("movers", { Dimmer: { shape: {}, touched: 1, motion } })];
    const bench = new EngineOnBench(smallShow([picture(4, FOUR.dots, FOUR), ...listWithCard("a", [{ inSeconds: 0, strokes }])]));
    bench.play({ type: "go", playbackId: "card-a" });
    return [1, 2, 3, 4].map((mover) => Math.round(bench.read(mover, 0, 0.5) * 100) / 100);
  };

  it("covers as far as it is opaque, and less by its own opacity", () => {
    expect(levels(veil())).toEqual([1, 0.7, 0.4, 0]);
    expect(levels(veil({ size: { knots: [0.5] } }))).toEqual([0.7, 0.55, 0.4, 0.2]);
    expect(levels(veil({ size: { knots: [0] } }))).toEqual([0.4, 0.4, 0.4, 0.4]);
  });

  it("is dark beyond its edges, unless heads out there are left alone: then half a dot beyond counts half", () => {
    // The first head hangs at its edge, with half of the dot around it beyond that.
    const atEdge = { centre: { x: 2, y: 0, z: 0 } };
    expect(levels(veil(atEdge))[0]).toBe(0.5);
    expect(levels(veil({ ...atEdge, open: true }))[0]).toBe(0.7);
    expect(levels(veil({ ...atEdge, open: true, centre: { x: 2.25, y: 0, z: 0 } }))[0]).toBe(0.4);
  });

  it("multiplies, lightens and adds no more than that", () => {
    expect(levels(veil({ meets: "multiplies" }))).toEqual([0.4, 0.4, 0.4, 0]);
    expect(levels(veil({ meets: "lightens" }))).toEqual([1, 0.7, 0.4, 0.4]);
    const { meets: _, ...adds } = veil({ high: 0.5 });
    expect(levels(adds)).toEqual([0.9, 0.65, 0.4, 0.4]);
  });

  it("is seen on black where it takes the value's place", () => {
    const { meets: _, ...absolute } = veil({ base: "absolute" });
    expect(levels(absolute)).toEqual([1, 0.5, 0, 0]);
  });

  const bench = (motion: VeilMotion, shown: Picture, more: object = {}): EngineOnBench => {
    const strokes = [strokeOn("movers", { Dimmer: part([0.4]) }), strokeOn("movers", { Dimmer: { shape: {}, touched: 1, motion } })];
    const playing = new EngineOnBench(smallShow([shown, ...listWithCard("a", [{ inSeconds: 0, strokes }], more)]));
    playing.play({ type: "go", playbackId: "card-a" });
    return playing;
  };
  const read = (of: EngineOnBench, movers = [1, 2, 3, 4]): number[] => movers.map((mover) => Math.round(of.read(mover, 0) * 100) / 100);
  /** White wherever it isn't clear. */
  const white = (clear: string): Picture => {
    const dots = dotsOf([...Buffer.from(clear, "hex")].flatMap((octet) => Array.from({ length: 3 }, () => 255 - octet)));
    return picture(clear.length / 2, dots, { clear });
  };

  it("is pushed by a card's fader that makes motions larger: what is clear stays so", () => {
    const playing = bench(veil(), white("00ff00ff"), { fader: "motion-size" });
    playing.play({ type: "level", playbackId: "card-a", level: 0.5 });
    expect(read(playing)).toEqual([0.7, 0.4, 0.7, 0.4]);
  });

  it("is as clear as it is at its phase", () => {
    // A quarter of a round ahead: by a head to the right.
    const playing = bench(veil({ runs: "right", phase: { knots: [90] } }), white("00ffffff"));
    expect(read(playing)).toEqual([0.4, 1, 0.4, 0.4]);
  });

  it("goes on over the same heads when others come before them, and goes with a head that is hung elsewhere", () => {
    const playing = bench(veil({ size: { knots: [0, 1] } }), white("00000080"), {});
    // The first is covered by nothing, the fourth half of three sevenths, and the last wholly beyond its edge, where it is dark.
    expect(read(playing, [1, 4, 8])).toEqual([0.4, 0.53, 0]);
    const [two, three] = read(playing, [2, 3]);
    // Lamps that come change which parameter is whose.
    for (const number of [40, 41]) {
      const record = { ...fixture(number), id: `a-${number}`, patch: { universe: 1, address: 440 + (number - 40) * 20 } };
      playing.change([{ op: "add", record }]);
    }
    expect(read(playing, [2, 3])).toEqual([two, three]);
    // What is white everywhere shows the same where it is half clear: only how much it counts is another.
    const position = playing.engine.show.get("fixture", "fx-2")!.position;
    playing.change([setChange("fx-2", ["position"], { from: position, to: { ...position, x: 3 } })]);
    expect([two, ...read(playing, [2, 3])]).toEqual([0.49, 0.44, three]);
  });

  it("has the opacity that its heads have in their fan, wherever they are hung", () => {
    const strokes = [
      strokeOn("movers", { Dimmer: part([0.4]) }),
      strokeOn("movers", { Dimmer: { shape: { by: "distance" }, touched: 1, motion: veil({ repeat: true, size: { knots: [0, 1] } }) } }),
    ];
    const playing = new EngineOnBench(smallShow([white("00"), ...listWithCard("a", [{ inSeconds: 0, strokes }])]));
    playing.play({ type: "go", playbackId: "card-a" });
    const [before] = read(playing, [2]);
    const position = playing.engine.show.get("fixture", "fx-2")!.position;
    playing.change([setChange("fx-2", ["position"], { from: position, to: { ...position, x: position.x + 0.9 } })]);
    expect(read(playing, [2])[0]! - before!).toBeGreaterThan(0.03);
  });

  it("counts only once it rides", () => {
    const red = { x: 0.64, y: 0.33, luminance: 0.2126 };
    const base = strokeOn("movers", { Color: { shape: {}, touched: 0, colors: { knots: [red], path: "even" } } });
    const laidOver = (motion: VeilMotion) => ({ s1: base, s2: strokeOn("movers", { Color: { shape: {}, touched: 1, motion } }, 2) });
    const clear = picture(4, "000000".repeat(4), { clear: "ff".repeat(4) });
    const playing = new EngineOnBench(withEmitters(smallShow([clear])));
    const { meets: _, ...absolute } = veil({ base: "absolute" });
    playing.sketch("ann", { s1: base });
    const bare = leaves(playing, 1, 1);
    playing.sketch("ann", laidOver(absolute));
    expect(leaves(playing, 1, 1)).not.toEqual(bare);
    playing.sketch("ann", laidOver(veil()));
    expect(leaves(playing, 1, 1)).toEqual(bare);
    // The same picture half a dot to the right: the first head hangs at its edge, beyond which it is dark, or as it is beneath.
    const atEdge = veil({ centre: { x: 2, y: 0, z: 0 } });
    playing.sketch("ann", laidOver(atEdge));
    expect(leaves(playing, 1, 1)).not.toEqual(bare);
    playing.sketch("ann", laidOver({ ...atEdge, open: true }));
    expect(leaves(playing, 1, 1)).toEqual(bare);
  });

  it("runs with what it is clear of, and its colours go half way where it is half clear", () => {
    const red = { x: 0.64, y: 0.33, luminance: 0.2126 };
    const strokes = [
      strokeOn("movers", { Color: { shape: {}, touched: 0, colors: { knots: [red], path: "even" } } }),
      strokeOn("movers", { Color: { shape: {}, touched: 1, motion: veil({ runs: "right", rate: { knots: [0.5] } }) } }),
    ];
    // Blue, half clear blue, clear, clear.
    const blue = picture(4, "0000ff00007f000000000000", { clear: "0080ffff" });
    const bench = new EngineOnBench(withEmitters(smallShow([blue, ...listWithCard("a", [{ inSeconds: 0, strokes }])])));
    bench.play({ type: "go", playbackId: "card-a" });
    const colors = (): number[][] => [1, 2, 3, 4].map((mover) => leaves(bench, mover).map((value) => Math.round(value * 10) / 10));
    const [whole, half, none] = [
      [0, 0, 1],
      [0.5, 0, 0.5],
      [1, 0, 0],
    ];
    expect(colors()).toEqual([whole, half, none, none]);
    // Half a cycle a second: in half a second by a quarter of its width, which is a head.
    bench.t += 0.5;
    bench.engine.tick(bench.t, bench.frame);
    expect(colors()).toEqual([none, whole, half, none]);
  });
});
