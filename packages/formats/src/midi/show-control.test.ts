import { describe, expect, it } from "vitest";
import { encodeShowControl } from "./show-control";

const hex = (octets: Uint8Array): string => Buffer.from(octets).toString("hex");

// Worked examples: 5-references.md M12 to M14, from MIDI Show Control 1.1.
describe("MIDI Show Control", () => {
  it("writes a go of a cue in a list to one device, and the next cue to all", () => {
    expect(hex(encodeShowControl({ device: 1, command: "go", cue: "13.5", list: "2" }, 0x01))).toBe("f07f0102010131332e350032f7");
    expect(hex(encodeShowControl({ device: 127, command: "go" }))).toBe("f07f7f027f01f7");
    expect(hex(encodeShowControl({ device: 127, command: "all-off" }))).toBe("f07f7f027f08f7");
    expect(hex(encodeShowControl({ device: 0, command: "stop", cue: "7" }))).toBe("f07f00027f0237f7");
  });

  it("has no list without a cue", () => {
    expect(hex(encodeShowControl({ device: 1, command: "resume", list: "2" }))).toBe("f07f01027f03f7");
  });
});
