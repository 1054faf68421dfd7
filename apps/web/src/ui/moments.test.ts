import { describe, expect, it, vi } from "vitest";
import { clockTime, dayAndTime } from "./moments";

describe("moments", () => {
  it("are told in hours of the day, with the day where it is another", () => {
    vi.useFakeTimers({ now: new Date(2026, 10, 27, 9, 5, 7) });
    const at = new Date(2026, 10, 27, 0, 4, 9).getTime();
    expect(clockTime(at)).toBe("00:04");
    expect(clockTime(at, "seconds")).toBe("00:04:09");
    expect(dayAndTime(at)).toBe("00:04");
    expect(dayAndTime(new Date(2026, 10, 26, 23, 59).getTime())).toBe("26 Nov 23:59");
    vi.useRealTimers();
  });
});
