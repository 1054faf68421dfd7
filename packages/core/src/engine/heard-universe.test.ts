import { describe, expect, it } from "vitest";
import { HeardUniverse, LOST_AFTER_SECONDS, type HeardPacket } from "./heard-universe";

const packet = (source: string, level: number, more: Partial<HeardPacket> = {}): HeardPacket => ({
  source,
  name: source,
  priority: 100,
  sequence: 0,
  terminated: false,
  slots: Uint8Array.of(level, 255 - level),
  ...more,
});
const of = (universe: HeardUniverse, t: number): number[] | null => {
  const into = new Uint8Array(512).fill(9);
  return universe.levels(t, into) ? [...into.subarray(0, 3)] : null;
};

/** Source of the rules: ANSI E1.31-2018 6.2.3, 6.2.6, 6.7.2 and appendix A, from memory (5-references.md P11, P12, P13, P18). */
describe("a universe from outside", () => {
  it("is what its only source says, and nothing before and after", () => {
    const heard = new HeardUniverse();
    expect(of(heard, 0)).toBeNull();
    heard.hear(packet("a", 10), 0);
    expect(of(heard, LOST_AFTER_SECONDS)).toEqual([10, 245, 0]);
    expect(of(heard, LOST_AFTER_SECONDS + 0.01)).toBeNull();
  });

  it("takes the highest priority alone, and the next one when that changes, is lost or ends", () => {
    const heard = new HeardUniverse();
    heard.hear(packet("low", 200, { priority: 90 }), 0);
    heard.hear(packet("high", 10, { priority: 110 }), 0);
    expect(of(heard, 0)).toEqual([10, 245, 0]);
    expect(heard.sources(0)).toEqual([
      { name: "low", priority: 90, counts: false },
      { name: "high", priority: 110, counts: true },
    ]);
    heard.hear(packet("high", 10, { priority: 80, sequence: 1 }), 0.1);
    expect(of(heard, 0.1)).toEqual([200, 55, 0]);
    heard.hear(packet("high", 10, { priority: 110, sequence: 2 }), 0.2);
    heard.hear(packet("low", 200, { priority: 90, sequence: 1 }), 2);
    expect(of(heard, 2.8)).toEqual([200, 55, 0]);
    heard.hear(packet("high", 10, { priority: 110, sequence: 3 }), 2.9);
    heard.hear(packet("high", 10, { priority: 110, sequence: 4, terminated: true }), 2.95);
    expect(of(heard, 2.95)).toEqual([200, 55, 0]);
  });

  it("merges equal priorities slot by slot, the higher one", () => {
    const heard = new HeardUniverse();
    heard.hear(packet("a", 10), 0);
    heard.hear(packet("b", 200), 0);
    expect(of(heard, 0)).toEqual([200, 245, 0]);
  });

  it("takes no packet 0 to 19 behind", () => {
    const heard = new HeardUniverse();
    heard.hear(packet("a", 1, { sequence: 10 }), 0);
    const taken = (sequence: number): boolean => heard.hear(packet("a", sequence, { sequence }), 0);
    expect([10, 9, 247].map(taken)).toEqual([false, false, false]);
    expect(of(heard, 0)![0]).toBe(1);
    expect(taken(246)).toBe(true);
    expect(taken(0)).toBe(true);
  });

  it("has at most sixteen sources; what is shorter leaves the rest at zero", () => {
    const heard = new HeardUniverse();
    const taken = Array.from({ length: 20 }, (_, at) => heard.hear(packet(`s${at}`, at), 0));
    expect(taken.filter(Boolean)).toHaveLength(16);
    heard.hear(packet("s3", 0, { sequence: 1, slots: Uint8Array.of(250) }), 0);
    expect(of(heard, 0)).toEqual([250, 255, 0]);
  });
});
