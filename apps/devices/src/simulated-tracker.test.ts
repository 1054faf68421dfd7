import osc from "osc";
import { describe, expect, it } from "vitest";
import { otp } from "@vexa/formats";
import { otpPacketOf, packetsOf, PERFORMERS, walkedTo, wordsAt } from "./simulated-tracker";

describe("a simulated tracker", () => {
  const times = Array.from({ length: 3000 }, (_, index) => index / 30);

  it("tells where each is within a few centimetres, the same each time it is asked", () => {
    for (const t of times) {
      expect(wordsAt(t)).toEqual(wordsAt(t));
      for (const word of wordsAt(t)) {
        const there = walkedTo(
          PERFORMERS.find(({ name }) => name === word.name)!,
          t,
        );
        expect(Math.hypot(word.x - there.x, word.y - there.y, word.z - there.z)).toBeLessThan(0.16);
      }
    }
  });

  it("loses each now and then for longer than a second, and lets two of them cross", () => {
    for (const { name } of PERFORMERS) {
      let [silent, longest] = [0, 0];
      for (const t of times) {
        silent = wordsAt(t).some((word) => word.name === name) ? 0 : silent + 1 / 30;
        longest = Math.max(longest, silent);
      }
      expect(longest).toBeGreaterThan(1);
      expect(longest).toBeLessThan(20);
    }
    const apart = times.map((t) => walkedTo(PERFORMERS[0]!, t).x - walkedTo(PERFORMERS[1]!, t).x);
    expect(apart.some((way, index) => index > 0 && way > 0 !== apart[index - 1]! > 0)).toBe(true);
  });

  it("speaks OSC (oracle: npm osc 2.4.5)", () => {
    const [packet] = packetsOf([{ name: "Lead voice", x: 1.5, y: -2.25, z: 1.5 }]);
    expect(osc.readPacket(packet!, { metadata: false })).toMatchObject({ address: "/vexa/target/Lead_voice", args: [1.5, -2.25, 1.5] });
  });

  it("speaks OTP: one packet, a point for each whom it sees, by number", () => {
    const words = [
      { name: "Strings", x: 1.5, y: -2.25, z: 1.5 },
      { name: "Drum", x: 0, y: 0, z: 1 },
    ];
    expect(otp.decode(otpPacketOf(words, 2.5, 7))).toMatchObject({
      ok: true,
      value: {
        ...{ system: 1, folio: 7 },
        points: [
          { group: 1, point: 2, micros: 2_500_000, place: [1.5, -2.25, 1.5] },
          { group: 1, point: 4, place: [0, 0, 1] },
        ],
      },
    });
  });
});
