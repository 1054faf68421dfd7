import { describe, expect, it } from "vitest";
import { newOutput } from "../edits/output-edits";
import { smallShow } from "../testing";
import { sentBeside } from "./sent-beside";

describe("what somebody else sends beside this show", () => {
  it("is what its outputs to groups send under the same numbers, and nothing of what is off or goes to one receiver", () => {
    const first = smallShow().rig.universes[0]!;
    const output = { ...newOutput(smallShow(), () => "1"), address: "groups", leavesBy: "lo", on: true, shift: 100 };
    const other = [first, first + 100, 900];
    expect(sentBeside(smallShow([output]), other)).toEqual([first + 100]);
    expect(sentBeside(smallShow([{ ...output, on: false }]), other)).toEqual([]);
    expect(sentBeside(smallShow([{ ...output, address: "127.0.0.1" }]), other)).toEqual([]);
    expect(sentBeside(smallShow([{ ...output, universes: { from: first + 1, to: 63999 } }]), other)).toEqual([]);
  });
});
