import { describe, expect, it } from "vitest";
import { SignInGuard } from "./sign-in-guard";

describe("the guard of the sign-in", () => {
  let now = 0;
  const fail = (guard: SignInGuard, times: number, name: string, address: string): void => {
    for (let time = 0; time < times; time++) guard.failed(name, address);
  };

  it("lets a few tries pass and then waits twice as long each time, up to a minute", () => {
    const guard = new SignInGuard(() => now);
    fail(guard, 4, "ines", "a");
    expect(guard.waitMs("ines", "a")).toBe(0);
    const waits = Array.from({ length: 9 }, () => {
      guard.failed("ines", "a");
      return guard.waitMs("ines", "a") / 1000;
    });
    expect(waits).toEqual([1, 2, 4, 8, 16, 32, 60, 60, 60]);
    now += 60_000;
    expect(guard.waitMs("ines", "a")).toBe(0);
  });

  it("keeps nobody else out: other names at once, other addresses after seconds, an address known to the name at once", () => {
    const guard = new SignInGuard(() => now);
    guard.succeeded("ines", "her desk");
    fail(guard, 500, "ines", "elsewhere");
    expect(guard.waitMs("tomasz", "elsewhere")).toBe(0);
    expect(guard.waitMs("ines", "her desk")).toBe(0);
    expect(guard.waitMs("ines", "her phone")).toBe(5000);
    expect(guard.waitMs("ines", "elsewhere")).toBe(60_000);
  });

  it("forgets after a quarter of an hour, and a right password forgets at once", () => {
    const guard = new SignInGuard(() => now);
    fail(guard, 20, "ines", "a");
    guard.succeeded("ines", "a");
    expect(guard.waitMs("ines", "a")).toBe(0);
    fail(guard, 20, "adaeze", "a");
    now += 15 * 60_000 + 1;
    expect(guard.waitMs("adaeze", "a")).toBe(0);
  });
});
