import { describe, expect, it } from "vitest";
import { plainTracking, Show, type ShowRecord, type Target } from "@vexa/core";
import type { otp } from "@vexa/formats";
import { OtpPoints } from "./otp-points";

const target = (name: string, point: number | null): Target => ({
  ...{ id: name, kind: "target", version: 1, name, home: { x: 0, y: 0, z: 1.6 }, smoothSeconds: 0 },
  ...(point === null ? {} : { otp: { system: 1, group: 2, point } }),
});
const showOf = (...records: ShowRecord[]): Show => new Show(new Map(records.map((record) => [record.id, record])));
const show = showOf(target("Voice", 3), target("Strings", 4), target("Horn", null));
const PLACE = [1, 2, 1.5] as const;

/** What is heard of a point of a source, at a time. */
function says(source: number, of: Partial<otp.OtpPoint> & { system?: number } = {}): otp.OtpTransform {
  const { system = 1, ...more } = of;
  const point = { priority: 100, group: 2, point: 3, micros: 0, place: PLACE, ...more };
  return { cid: new Uint8Array(16).fill(source), name: "", folio: 0, page: 0, lastPage: 0, system, points: [point] };
}

describe("points of OTP", () => {
  const heard = (points: OtpPoints, message: otp.OtpTransform, atMs: number): string =>
    points
      .hear(show, message, atMs)
      .map(({ targetId }) => targetId)
      .join();

  it("are the targets that are said to be heard so, by all three numbers", () => {
    const points = new OtpPoints();
    expect(points.hear(show, says(1), 0)).toEqual([{ type: "target-at", targetId: "Voice", place: { x: 1, y: 2, z: 1.5 } }]);
    expect(heard(points, says(1, { point: 4 }), 0)).toBe("Strings");
    for (const other of [{ point: 5 }, { group: 3 }, { system: 2 }]) expect(heard(points, says(1, other), 0)).toBe("");
    const two = says(1, { micros: 9 });
    expect(heard(points, { ...two, points: [two.points[0]!, { ...two.points[0]!, point: 4 }] }, 0)).toBe("Voice,Strings");
  });

  it("are read in the tracker's space, and are nowhere where no stage is", () => {
    const turned = showOf(target("Voice", 3), { ...plainTracking(), turn: 90, up: "second" });
    const [word] = new OtpPoints().hear(turned, says(1), 0);
    // One to the right becomes one upstage; the second number is up.
    expect(word!.place).toEqual({ x: expect.closeTo(-1.5, 9) as number, y: expect.closeTo(1, 9) as number, z: 2 });
    expect(new OtpPoints().hear(show, says(1, { place: [1001, 0, 0] }), 0)).toEqual([]);
  });

  it("come from the source of the highest priority, of equals from the first, until it is silent for a second", () => {
    const points = new OtpPoints();
    expect(heard(points, says(1), 0)).toBe("Voice");
    expect(heard(points, says(2), 10)).toBe("");
    expect(heard(points, says(2, { priority: 99 }), 10)).toBe("");
    expect(heard(points, says(2, { priority: 101 }), 20)).toBe("Voice");
    expect(heard(points, says(1, { micros: 30_000 }), 30)).toBe("");
    expect(heard(points, says(1, { micros: 1_020_000 }), 1020)).toBe("");
    expect(heard(points, says(1, { micros: 1_021_000 }), 1021)).toBe("Voice");
    // Another point has a source of its own.
    expect(heard(points, says(2, { point: 4 }), 1021)).toBe("Strings");
  });

  it("leave stragglers out, and go on with a source that has begun anew", () => {
    const points = new OtpPoints();
    expect(heard(points, says(1, { micros: 5_000_000 }), 0)).toBe("Voice");
    expect(heard(points, says(1, { micros: 5_000_000 }), 1)).toBe("");
    expect(heard(points, says(1, { micros: 4_900_000 }), 2)).toBe("");
    expect(heard(points, says(1, { micros: 5_000_001 }), 3)).toBe("Voice");
    expect(heard(points, says(1, { micros: 0 }), 4)).toBe("Voice");
    expect(heard(points, says(1, { micros: 1 }), 5)).toBe("Voice");
  });

  it("follow the list of targets: what is gone has no source any more", () => {
    const points = new OtpPoints();
    expect(heard(points, says(1, { priority: 200 }), 0)).toBe("Voice");
    expect(points.hear(showOf(target("Strings", 4)), says(1, { priority: 200 }), 1)).toEqual([]);
    expect(points.hear(showOf(target("Voice", 3)), says(2), 2)).toHaveLength(1);
  });
});
