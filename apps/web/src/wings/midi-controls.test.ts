import { describe, expect, it } from "vitest";
import { midiAnswer, midiTouch } from "./midi-controls";

describe("wings by MIDI", () => {
  it("are named by kind, channel from 1 and number, and answered in kind", () => {
    expect(midiTouch({ type: "control", channel: 0, control: 7, value: 127 })).toEqual({ name: "cc 1 7", position: 1 });
    expect(midiTouch({ type: "note-off", channel: 9, note: 60, velocity: 0 })).toEqual({ name: "note 10 60", position: 0 });
    expect(midiTouch({ type: "clock" })).toBeNull();
    expect(midiAnswer({ name: "cc 1 7", does: "fader" }, 0.5)).toEqual({ type: "control", channel: 0, control: 7, value: 64 });
    expect(midiAnswer({ name: "note 10 60", does: "flash" }, 1)).toEqual({ type: "note-on", channel: 9, note: 60, velocity: 127 });
    for (const name of ["fader-1", "cc 17 7", "cc 1 128", "cc 1"]) expect(midiAnswer({ name, does: "fader" }, 1)).toBeNull();
  });
});
