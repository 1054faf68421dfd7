import { describe, expect, it } from "vitest";
import { seededRandom } from "../random/random";
import { positionAt } from "./time-place";
import { FREEWHEEL_SECONDS, TimecodeChase, type ChaseAct } from "./timecode-chase";

/** A source at 25 frames a second says where it is every two frames. */
const EVERY = 0.08;

function run(chase: TimecodeChase, of: { from: number; seconds: number; at: number; jitter?: number; speed?: number }): ChaseAct[] {
  const random = seededRandom(7);
  const acts: ChaseAct[] = [];
  for (let passed = 0; passed < of.seconds; passed += EVERY) {
    const late = (of.jitter ?? 0) * random();
    const act = chase.hear({ positionSeconds: of.from + passed * (of.speed ?? 1), running: true }, of.at + passed + late);
    if (act) acts.push(act);
  }
  return acts;
}

describe("following timecode", () => {
  it("starts when two readings agree, and then runs by itself", () => {
    const chase = new TimecodeChase();
    const acts = run(chase, { from: 3600, seconds: 10, at: 100 });
    expect(acts).toEqual([{ how: "jump", place: { positionSeconds: 3600 + EVERY, atSeconds: 100 + EVERY, running: true } }]);
    expect(positionAt(chase.place, 105.5)).toBeCloseTo(3605.5, 9);
  });

  it("isn't shaken by 15 ms of jitter", () => {
    const chase = new TimecodeChase();
    const acts = run(chase, { from: 0, seconds: 60, at: 0, jitter: 0.015 });
    expect(acts.length).toBe(1);
    expect(Math.abs(positionAt(chase.place, 60) - 60)).toBeLessThan(0.03);
  });

  it("goes along with a source that runs half a percent fast, without a jump", () => {
    const chase = new TimecodeChase();
    const [first, ...acts] = run(chase, { from: 10, seconds: 120, at: 0, speed: 1.005 });
    expect(first!.how).toBe("jump");
    expect(acts.every(({ how }) => how === "steady")).toBe(true);
    expect(Math.abs(positionAt(chase.place, 120) - (10 + 120 * 1.005))).toBeLessThan(0.08);
  });

  it("leaves a single wild reading out, and takes a jump that the next one confirms", () => {
    const chase = new TimecodeChase();
    run(chase, { from: 0, seconds: 2, at: 0 });
    expect(chase.hear({ positionSeconds: 5000, running: true }, 2)).toBeNull();
    expect(run(chase, { from: 2.08, seconds: 1, at: 2.08 })).toEqual([]);
    expect(run(chase, { from: 40, seconds: 1, at: 3.1 }).map(({ how }) => how)).toEqual(["jump"]);
    expect(positionAt(chase.place, 4)).toBeCloseTo(40.9, 6);
  });

  it("freewheels over a gap, and stops where it has come to when the gap lasts", () => {
    const chase = new TimecodeChase();
    run(chase, { from: 0, seconds: 2, at: 0 });
    expect(chase.look(2.9)).toBeNull();
    expect(run(chase, { from: 3.2, seconds: 1, at: 3.2 })).toEqual([]);
    const dry = chase.dryAtSeconds!;
    expect(dry).toBeCloseTo(3.2 + 12 * EVERY + FREEWHEEL_SECONDS, 6);
    const act = chase.look(dry);
    expect(act).toMatchObject({ how: "steady", place: { running: false } });
    expect(act!.place.positionSeconds).toBeCloseTo(dry, 6);
    expect(chase.dryAtSeconds).toBeNull();
    expect(run(chase, { from: 10, seconds: 1, at: 20 }).map(({ how }) => how)).toEqual(["jump"]);
  });

  it("believes a source that only says where it stands", () => {
    const chase = new TimecodeChase();
    const stands = { positionSeconds: 7, running: false };
    expect(chase.hear(stands, 1)).toEqual({ how: "jump", place: { ...stands, atSeconds: 1 } });
    expect(chase.hear(stands, 2)).toBeNull();
    expect(positionAt(chase.place, 50)).toBe(7);
  });
});
