import { describe, expect, it } from "vitest";
import type { OutputLine } from "../playback/output";
import { smallShow } from "../testing";
import { nodeGaps } from "./node-gaps";

const output = (id: string, more: Partial<OutputLine>): OutputLine => ({
  ...{ id, kind: "output", version: 1, name: id, protocol: "Art-Net", address: "127.0.0.1", port: 7000, universes: null },
  ...{ shift: -1, priority: 100, rate: 44, on: true, ...more },
});
/** The small show has universe 1 alone. */
const node = (universes: number[], address = "127.0.0.1") => ({ address, universes });

describe("what leaves by Art-Net and what nodes put out", () => {
  it("meets by Port-Address, counted with the output's shift", () => {
    const show = smallShow([output("a", {})]);
    expect(nodeGaps(show, "127.0.0.1", [node([0])])).toEqual({ unheard: [], unsent: [] });
    expect(nodeGaps(show, "127.0.0.1", [node([3, 1])])).toEqual({ unheard: [0], unsent: [1, 3] });
    const one = smallShow([output("a", { universes: { from: 1, to: 1 } })]);
    expect(nodeGaps(one, "127.0.0.1", [node([0])])).toEqual({ unheard: [], unsent: [] });
    // Ports of all its parts count together.
    expect(nodeGaps(show, "127.0.0.1", [node([3]), node([0])])).toEqual({ unheard: [], unsent: [3] });
    expect(nodeGaps(show, "127.0.0.9", [node([0], "127.0.0.9")])).toEqual({ unheard: [], unsent: [0] });
  });

  it("counts what everybody is sent as sent, and nobody as having to put it out", () => {
    const show = smallShow([output("all", { address: "127.0.0.255", leavesBy: "lo", shift: 4 })]);
    expect(nodeGaps(show, "127.0.0.1", [node([5, 6])])).toEqual({ unheard: [], unsent: [6] });
  });

  it("leaves out what is off, and what goes by another protocol", () => {
    const show = smallShow([output("off", { on: false }), output("other", { protocol: "E1.31", shift: 0 })]);
    expect(nodeGaps(show, "127.0.0.1", [node([0, 1])])).toEqual({ unheard: [], unsent: [0, 1] });
  });
});
