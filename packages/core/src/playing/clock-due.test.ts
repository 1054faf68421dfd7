import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { clockText, dayTimeText, readDayTime } from "../cue/clock-time";
import { secondsUntil } from "./clock-due";

/** Oracle: JavaScript's own calendar, in UTC. */
const wallOf = (ms: number): { seconds: number; day: number } => {
  const date = new Date(ms);
  return { seconds: (ms % 86_400_000) / 1000, day: ((date.getUTCDay() + 6) % 7) + 1 };
};

describe("times of day", () => {
  it("come next at the first moment that the calendar has, on days that are meant", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1_600_000_000, max: 1_900_000_000 }),
        fc.integer({ min: 0, max: 86399 }),
        fc.option(fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1, maxLength: 6 }), { nil: undefined }),
        (now, seconds, days) => {
          const wait = secondsUntil({ type: "clock", seconds, ...(days ? { days } : {}) }, wallOf(now * 1000));
          const fits = (at: number): boolean => {
            const wall = wallOf(at * 1000);
            return wall.seconds === seconds && (!days || days.includes(wall.day));
          };
          expect(fits(now + wait)).toBe(true);
          // No day before it fits.
          for (let at = now + wait - 86400; at >= now; at -= 86400) expect(fits(at)).toBe(false);
        },
      ),
    );
  });

  it("are now at their very second", () => {
    expect(secondsUntil({ type: "clock", seconds: 60 }, { seconds: 60, day: 3 })).toBe(0);
    expect(secondsUntil({ type: "clock", seconds: 60 }, { seconds: 60.5, day: 3 })).toBe(86399.5);
    expect(secondsUntil({ type: "clock", seconds: 60, days: [3] }, { seconds: 61, day: 3 })).toBe(7 * 86400 - 1);
  });

  it("are typed and said", () => {
    for (const [text, seconds] of [
      ["18:30", 66600],
      [" 6.05 ", 21900],
      ["1830", 66600],
      ["23:59:59", 86399],
      ["0:00", 0],
    ] as const)
      expect(readDayTime(text)).toEqual({ ok: true, value: seconds });
    for (const text of ["", "24:00", "12:60", "noon", "12:00:60", "-1:00", "1", "99999"]) expect(readDayTime(text).ok).toBe(false);
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 86399 }), (seconds) => {
        expect(readDayTime(dayTimeText(seconds))).toEqual({ ok: true, value: seconds });
      }),
    );
    expect(clockText({ type: "clock", seconds: 66600, days: [1, 6] })).toBe("at 18:30 on Monday, Saturday");
  });
});
