import { describe, expect, it } from "vitest";
import { sacn } from "@vexa/formats";
import { SacnReceiver } from "./sacn-receiver";

const packet = (of: {
  from?: number;
  sequence: number;
  level: number;
  priority?: number;
  options?: number;
  universe?: number;
}): Uint8Array =>
  sacn.encode({
    cid: new Uint8Array(16).fill(of.from ?? 1),
    sourceName: `Source ${of.from ?? 1}`,
    priority: of.priority ?? 100,
    sequence: of.sequence,
    universe: of.universe ?? 1,
    options: of.options ?? 0,
    slots: new Uint8Array(3).fill(of.level),
  });
const level = (receiver: SacnReceiver, nowMs: number): number | undefined => receiver.universes(nowMs)[0]?.levels[0];

describe("the simulated sACN node", () => {
  it("shows the newest levels, and leaves late packets out (5-references.md P11)", () => {
    const receiver = new SacnReceiver();
    receiver.hear(packet({ sequence: 10, level: 100 }), 0);
    receiver.hear(packet({ sequence: 11, level: 110 }), 20);
    receiver.hear(packet({ sequence: 10, level: 100 }), 30);
    expect(level(receiver, 40)).toBe(110);
    receiver.hear(packet({ sequence: 246, level: 246 }), 50);
    expect(level(receiver, 60)).toBe(246);
  });

  it("takes the highest priority, and the highest level among equals (P18)", () => {
    const receiver = new SacnReceiver();
    receiver.hear(packet({ from: 1, sequence: 1, level: 200 }), 0);
    receiver.hear(packet({ from: 2, sequence: 1, level: 90 }), 0);
    expect(level(receiver, 1)).toBe(200);
    receiver.hear(packet({ from: 3, sequence: 1, level: 5, priority: 150 }), 2);
    expect(receiver.universes(3)[0]).toMatchObject({ sources: ["Source 3"], priority: 150 });
    expect(level(receiver, 3)).toBe(5);
  });

  it("forgets a source that says good-bye, at once, or falls silent, after 2.5 s (P12, P13)", () => {
    const receiver = new SacnReceiver();
    receiver.hear(packet({ sequence: 1, level: 9 }), 0);
    expect(level(receiver, 2499)).toBe(9);
    expect(receiver.universes(2500)).toEqual([]);
    receiver.hear(packet({ sequence: 2, level: 9 }), 3000);
    receiver.hear(packet({ sequence: 3, level: 9, options: sacn.OPTIONS.terminated }), 3001);
    expect(receiver.universes(3002)).toEqual([]);
  });

  it("is not moved by preview data (P10) nor by what isn't E1.31", () => {
    const receiver = new SacnReceiver();
    receiver.hear(packet({ sequence: 1, level: 9, options: sacn.OPTIONS.preview }), 0);
    expect(receiver.hear(new Uint8Array(40), 0)).toMatchObject({ ok: false, error: { code: "sacn.unreadable" } });
    expect(receiver.universes(1)).toEqual([]);
  });
});
