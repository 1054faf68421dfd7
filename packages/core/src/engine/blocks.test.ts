import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { Blocks, copySpans, lengthOfSpans } from "./blocks";

const PARAMETERS = 333;
const GRAIN = 16;

/** What is done to blocks, and to a plain set of parameters beside them. */
const step = fc.oneof(
  fc.nat(PARAMETERS - 1).map((parameter) => ({ does: "mark", parameter, length: 1 }) as const),
  fc
    .tuple(fc.nat(PARAMETERS - 1), fc.nat(60))
    .map(([parameter, length]) => ({ does: "range", parameter, length: Math.min(length, PARAMETERS - parameter) }) as const),
  fc.constantFrom({ does: "clear" } as const, { does: "look" } as const, { does: "all" } as const),
);

function marked(blocks: Blocks): boolean[] {
  const { count, bounds } = blocks.spans();
  const within = Array<boolean>(PARAMETERS).fill(false);
  for (let at = 0; at < count; at++) within.fill(true, bounds[2 * at], bounds[2 * at + 1]);
  return within;
}

describe("blocks", () => {
  it("tell what was marked since they were cleared, whenever they are asked", () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 30 }), (steps) => {
        const blocks = new Blocks(PARAMETERS);
        const plain = Array<boolean>(PARAMETERS).fill(false);
        const mark = (first: number, end: number): void => void plain.fill(true, first - (first % GRAIN), Math.ceil(end / GRAIN) * GRAIN);
        for (const done of steps) {
          if (done.does === "mark") blocks.mark(done.parameter);
          if (done.does === "range") blocks.markRange(done.parameter, done.length);
          if ((done.does === "mark" || done.does === "range") && done.length > 0) mark(done.parameter, done.parameter + done.length);
          if (done.does === "all") blocks.markAll();
          if (done.does === "all") plain.fill(true);
          if (done.does === "clear") blocks.clear();
          if (done.does === "clear") plain.fill(false);
          if (done.does === "look") expect(marked(blocks)).toEqual(plain);
        }
        const other = new Blocks(PARAMETERS);
        other.spans();
        other.markSame(blocks);
        expect(marked(other)).toEqual(plain);
        expect(marked(blocks)).toEqual(plain);
        expect(lengthOfSpans(blocks.spans())).toBe(plain.filter(Boolean).length);
      }),
    );
  });

  it("leave out what there isn't, as after lamps were taken out", () => {
    const blocks = new Blocks(PARAMETERS);
    for (const gone of [-1, -40, PARAMETERS + 20, PARAMETERS + 500]) blocks.mark(gone);
    expect(lengthOfSpans(blocks.spans())).toBe(0);
    blocks.markRange(PARAMETERS - 2, 700);
    expect([...blocks.spans().bounds.subarray(0, 2)]).toEqual([320, PARAMETERS]);
    blocks.clear();
    expect(blocks.spans().count).toBe(0);
    blocks.mark(3);
    expect([...blocks.spans().bounds.subarray(0, 2)]).toEqual([0, GRAIN]);
  });

  it("copy what lies within their spans and nothing else", () => {
    const [from, to] = [new Float32Array(PARAMETERS).fill(1), new Float32Array(PARAMETERS)];
    const blocks = new Blocks(PARAMETERS);
    blocks.markRange(40, 1);
    blocks.mark(PARAMETERS - 1);
    copySpans(from, to, blocks.spans());
    expect([...to.keys()].filter((parameter) => to[parameter] === 1)).toEqual([
      ...Array.from({ length: GRAIN }, (_, at) => 32 + at),
      ...Array.from({ length: PARAMETERS - 320 }, (_, at) => 320 + at),
    ]);
    blocks.markAll();
    copySpans(from, to, blocks.spans());
    expect(to.every((value) => value === 1)).toBe(true);
  });
});
