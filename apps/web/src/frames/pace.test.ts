import { afterEach, describe, expect, it, vi } from "vitest";
import { Pace, type Parts } from "./pace";

describe("painting in its share of the time", () => {
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  it("is done each time while it is cheap, and the later again the longer it took, within a tenth of a second", () => {
    vi.useFakeTimers();
    const pace = new Pace();
    const spend = (ms: number): void => pace.spend(() => void vi.advanceTimersByTime(ms));
    let told = 0;
    expect(pace.isCheap).toBe(true);
    spend(1);
    expect(pace.isCheap).toBe(true);
    for (const [took, rest] of [
      [5, 45],
      [8, 72],
      [40, 60],
    ] as const) {
      spend(took);
      expect(pace.isCheap).toBe(false);
      pace.whenDue(() => told++);
      vi.advanceTimersByTime(rest - 1);
      expect(told, `after ${took} ms`).toBe(0);
      vi.advanceTimersByTime(1);
      expect(told, `after ${took} ms`).toBe(1);
      told = 0;
    }
    spend(2000);
    pace.whenDue(() => told++);
    vi.advanceTimersByTime(0);
    expect(told).toBe(1);
  });

  it("waits for a page that has something else to do, and is told once however often it is asked", () => {
    vi.useFakeTimers();
    const idle: { call: () => void; timeout: number | undefined }[] = [];
    vi.stubGlobal("requestIdleCallback", (call: () => void, { timeout }: IdleRequestOptions) => idle.push({ call, timeout }));
    const pace = new Pace();
    let told = 0;
    pace.spend(() => void vi.advanceTimersByTime(5));
    for (let ask = 0; ask < 3; ask++) pace.whenDue(() => told++);
    vi.advanceTimersByTime(1000);
    expect([told, idle.length, idle[0]!.timeout]).toEqual([0, 1, 100]);
    idle[0]!.call();
    expect(told).toBe(1);
    pace.whenDue(() => told++);
    vi.advanceTimersByTime(1000);
    idle[1]!.call();
    expect(told).toBe(2);
  });
});

describe("painting in turns", () => {
  afterEach(() => {
    vi.useRealTimers();
    vi.restoreAllMocks();
  });

  let workedMs = 0;
  /** Takes so many milliseconds part by part, and writes down when each was done: timers wait meanwhile. */
  function* parts(times: readonly number[], done: number[]): Parts {
    for (const ms of times) {
      workedMs += ms;
      done.push(performance.now());
      yield;
    }
  }
  const begin = (): Pace => {
    vi.useFakeTimers({ now: 0 });
    workedMs = 0;
    vi.spyOn(performance, "now").mockImplementation(() => Date.now() + workedMs);
    return new Pace();
  };

  it("pauses after eight milliseconds, and lets the page do something else before it goes on", () => {
    const pace = begin();
    const done: number[] = [];
    const other: number[] = [];
    pace.spendParts(parts([3, 3, 3, 20, 3, 3], done), "turns");
    expect(done).toHaveLength(3);
    expect(pace.isCheap).toBe(false);
    setTimeout(() => other.push(done.length));
    vi.advanceTimersToNextTimer();
    expect(done).toHaveLength(4);
    vi.runAllTimers();
    expect(done).toHaveLength(6);
    expect(other).toEqual([4]);
  });

  it("does all at one go where it is to be whole, in place of what goes on", () => {
    const pace = begin();
    const [first, second]: [number[], number[]] = [[], []];
    pace.spendParts(parts([10, 10, 10], first), "turns");
    pace.spendParts(parts([10, 10, 10], second), "whole");
    expect([first.length, second.length]).toEqual([1, 3]);
    vi.runAllTimers();
    expect([first.length, second.length]).toEqual([1, 3]);
    pace.spendParts(parts([1], []), "whole");
    expect(pace.isCheap).toBe(true);
  });

  it("tells once what was asked for, also where all was then done at one go", () => {
    const pace = begin();
    let told = 0;
    pace.spendParts(parts([10, 10, 10], []), "turns");
    pace.whenDue(() => told++);
    for (let time = 0; time < 3; time++) {
      pace.spendParts(parts([10], []), "whole");
      vi.runAllTimers();
      expect(told).toBe(1);
    }
  });

  it("is due again after its share of all that it took, and what is asked for meanwhile comes then, once", () => {
    const pace = begin();
    const told: number[] = [];
    pace.spendParts(parts([10, 10], []), "turns");
    for (let ask = 0; ask < 3; ask++) pace.whenDue(() => told.push(performance.now()));
    expect(told).toEqual([]);
    vi.runAllTimers();
    // A tenth of a second at most, from when it began.
    expect(told).toEqual([100]);
    expect(pace.isCheap).toBe(false);
    pace.spendParts(parts([1, 1], []), "turns");
    expect(pace.isCheap).toBe(true);
  });

  it("is over where a part fails: the next picture is painted", () => {
    const pace = begin();
    const done: number[] = [];
    const fail = function* (): Parts {
      yield;
      throw new Error("no canvas");
    };
    expect(() => pace.spendParts(fail(), "turns")).toThrow("no canvas");
    expect(pace.isCheap).toBe(true);
    pace.whenDue(() => pace.spendParts(parts([1], done), "turns"));
    vi.runAllTimers();
    expect(done).toHaveLength(1);
  });
});
