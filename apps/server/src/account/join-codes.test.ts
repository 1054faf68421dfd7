import { describe, expect, it } from "vitest";
import { CODE_SECONDS, JoinCodes } from "./join-codes";

describe("a code for a phone", () => {
  it("lets its person in once, however it is typed", () => {
    const codes = new JoinCodes(() => 0);
    const code = codes.make("ines", "hash");
    expect(code).toMatch(/^[2-9A-HJ-NP-Z]{8}$/);
    expect(codes.take(` ${code.slice(0, 4).toLowerCase()}-${code.slice(4)} `)).toMatchObject({ personId: "ines", passwordHash: "hash" });
    expect(codes.take(code)).toBeNull();
  });

  it("holds for two minutes", () => {
    let now = 0;
    const codes = new JoinCodes(() => now);
    const [first, second] = [codes.make("ines", ""), codes.make("orla", "")];
    now = CODE_SECONDS * 1000 - 1;
    expect(codes.take(first)?.personId).toBe("ines");
    now++;
    expect(codes.take(second)).toBeNull();
  });

  it("is a person's newest alone, and nobody else's", () => {
    const codes = new JoinCodes(() => 0);
    const [old, other, newest] = [codes.make("ines", ""), codes.make("orla", ""), codes.make("ines", "")];
    expect(codes.take(old)).toBeNull();
    expect(codes.take(newest)?.personId).toBe("ines");
    expect(codes.take(other)?.personId).toBe("orla");
    for (const nonsense of ["", "        ", "constructor", "ZZZZZZZZ"]) expect(codes.take(nonsense)).toBeNull();
  });
});
