import { describe, expect, it } from "vitest";
import { secondsOfTimecode, TIMECODE_RATES } from "@vexa/core";
import { mtc, osc } from "@vexa/formats";
import { TimecodeSender } from "./timecode-sender";

describe("the simulated source of timecode", () => {
  it.each(TIMECODE_RATES)("says at %s frames a second where it is, four messages a frame", (rate) => {
    const reader = new mtc.MtcReader();
    const heard: { position: number; off: number }[] = [];
    let messages = 0;
    let t = 0;
    const sender = new TimecodeSender(rate, (packet) => {
      messages++;
      const decoded = osc.decode(packet);
      const blob = decoded.ok ? decoded.value[0]!.arguments[0] : undefined;
      const time = blob?.type === "b" ? reader.take(blob.value) : null;
      if (time) heard.push({ position: time.positionSeconds, off: time.positionSeconds - sender.positionAt(t) });
    });
    sender.run(59, 0);
    for (t = 0; t < 10; t += 0.002) sender.send(t);
    expect(messages).toBeCloseTo(40 * (rate === "29.97 drop" ? 29.97 : Number(rate)), -1);
    expect(heard.length).toBeGreaterThan(115);
    // Each is right to a quarter of a frame and the step of this loop.
    for (const { off } of heard) expect(Math.abs(off)).toBeLessThan(0.013);
    sender.stop(10);
    sender.send(20);
    expect(sender.positionAt(20)).toBeCloseTo(69, 6);
    expect(secondsOfTimecode({ hours: 0, minutes: 1, seconds: 9, frames: 0, rate })).toBeCloseTo(69, 0);
  });
});
