import { describe, expect, it } from "vitest";
import { RunList } from "./runs";
import type { Seen } from "./seen";
import type { Source } from "./source";
import { raisesApart, StrongestFirst } from "./strongest-first";

/** What is seen of a source: for each kind where it begins and ends. */
function seen(kinds: Partial<Record<keyof Seen, readonly [from: number, to: number]>>): Seen {
  const of = (kind: keyof Seen) => {
    const list = new RunList();
    const [from, to] = kinds[kind] ?? [0, 0];
    list.push(0, from, { length: to - from, timing: 0, start: 0 });
    return list.done();
  };
  return { plain: of("plain"), snapping: of("snapping"), highest: of("highest"), lowest: of("lowest") };
}

/** With what was marked before. */
const marks = new Uint8Array(40).fill(1);

describe("whether it makes no difference who raises first", () => {
  it.each(["plain", "snapping", "lowest"] as const)("it does where a raised parameter is said otherwise, too: %s", (kind) => {
    expect(raisesApart([seen({ highest: [10, 20] }), seen({ [kind]: [20, 30] })], marks)).toBe(true);
    expect(raisesApart([seen({ highest: [10, 20] }), seen({ [kind]: [0, 10] })], marks)).toBe(true);
    expect(raisesApart([seen({ highest: [10, 20] }), seen({ [kind]: [19, 30] })], marks)).toBe(false);
    expect(raisesApart([seen({ [kind]: [5, 11] }), seen({ highest: [10, 20] })], marks)).toBe(false);
  });
});

describe("the strongest first", () => {
  it("go by what their levels and their letting go leave of them; equal ones stay in their order", () => {
    const source = (level: number, weight = 1, rests = false): Source => ({ level, weight, rests }) as Source;
    const order = [source(0.2), source(1, 0.5), source(0.9), source(0.2), source(0.7)];
    const strongest = new StrongestFirst(order);
    strongest.sort(order);
    expect([...strongest.places]).toEqual([2, 4, 1, 0, 3]);
    const later = [source(0.95), ...order.slice(1, 4), source(0.1, 1, true)];
    strongest.sort(later);
    // What rests is where it was, whatever it would say.
    expect([...strongest.places]).toEqual([0, 2, 4, 1, 3]);
  });
});
