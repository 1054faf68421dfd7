import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { actorOf, Show, timecodeAt, type PlayCommand } from "@vexa/core";
import { understory } from "@vexa/demo";
import { mtc } from "@vexa/formats";
import { TimecodeInput } from "./timecode-input";

const now = (): number => Date.now() / 1000;
const played: (PlayCommand & { at: number | undefined })[] = [];
let input: TimecodeInput;
beforeEach(() => {
  vi.useFakeTimers({ now: 1_000_000 });
  played.length = 0;
  const door = {
    show: new Show(new Map(understory().map((record) => [record.id, record]))),
    play: (_person: unknown, command: PlayCommand, at: number | undefined) => {
      played.push({ ...command, at });
      return Promise.resolve({ ok: true as const, seq: 0, note: null });
    },
  };
  input = new TimecodeInput(door, now);
});
afterEach(() => {
  input.stop();
  vi.useRealTimers();
});

const ACTOR = actorOf({
  id: "d",
  version: 1,
  name: "Player",
  plays: "everything",
});

/** Quarter frames for so long from a time on, each at its moment. */
function source(from: number, seconds: number): void {
  for (let frame = 0; frame < seconds * 25; frame += 2)
    for (const octets of mtc.encodeQuarterFrames(timecodeAt(from + frame / 25, "25"))) {
      input.hear(octets, ACTOR);
      vi.advanceTimersByTime(10);
    }
}

describe("MIDI Time Code that comes in", () => {
  it("starts the time line once, and stops it where it has come to when nothing is heard any more", () => {
    source(3600, 10);
    expect(played).toHaveLength(1);
    expect(played[0]).toMatchObject({ type: "timecode", running: true, how: "jump", rate: "25" });
    const started = played[0] as Extract<PlayCommand, { type: "timecode" }> & { at: number };
    // Where it said it was then, and where the source really was: 3600 s at 1000 s.
    expect(started.positionSeconds - 3600).toBeCloseTo(started.at - 1000, 2);
    vi.advanceTimersByTime(3000);
    expect(played).toHaveLength(2);
    expect(played[1]).toMatchObject({ running: false, how: "steady" });
    expect((played[1] as typeof started).positionSeconds).toBeCloseTo(3611.5, 1);
  });

  it("goes along with a jump, and takes no notice of anything else that is sent", () => {
    source(10, 2);
    for (const octets of [Uint8Array.of(), Uint8Array.of(0xf1), Uint8Array.of(0x90, 60, 100), new Uint8Array(500).fill(0xf1)])
      input.hear(octets, ACTOR);
    source(100, 2);
    expect(played.map((command) => command.type === "timecode" && command.how)).toEqual(["jump", "jump"]);
    input.hear(mtc.encodeFullFrame(timecodeAt(7, "25")), ACTOR);
    expect(played.at(-1)).toMatchObject({ running: false, how: "jump", positionSeconds: 7 });
  });
});
