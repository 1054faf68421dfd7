import { describe, expect, it } from "vitest";
import { setChange } from "../document/transaction";
import { edit } from "../show/edit";
import type { Show } from "../show/show";
import { smallShow } from "../testing";
import { target } from "../testing/follow-show";
import { followWords, targetsNamed } from "../questions/targets-named";
import { newTarget, TARGET_FIELDS, targetText, targetWhenLost, typedTarget, type TargetField } from "./target-edits";

const show = smallShow([target("Voice", { x: 0, y: -1, z: 1.6 }), target("Strings", { x: 2, y: 1, z: 1.4 }, 0.2)]);

/** What a field says after something was typed, or why it wasn't taken. */
function typed(field: TargetField, text: string): string {
  const changes = typedTarget(show, "Voice", { field, text });
  if (!changes.ok) return String(changes.error.details["why"]);
  const after = edit(show, changes.value);
  return after.ok ? targetText(after.value.target("Voice")!, field) : after.error.code;
}

describe("targets by hand", () => {
  it("are made with names of their own, and can be kept", () => {
    const first = newTarget(show, () => "a");
    const with1 = edit(show, [{ op: "add", record: first }]);
    expect(with1.ok && newTarget(with1.value, () => "b").name).toBe("Target 2");
  });

  it("are typed: names, metres and seconds, with comma or point", () => {
    expect(TARGET_FIELDS.map((field) => targetText(show.target("Strings")!, field))).toEqual([
      "Strings",
      "2",
      "1",
      "1.4",
      "0.2",
      "",
      "",
      "",
    ]);
    expect(typed("name", "  Lead voice ")).toBe("Lead voice");
    expect([typed("x", "-1,5"), typed("y", "2.25 m"), typed("z", "0")]).toEqual(["-1.5", "2.25", "0"]);
    expect(typed("smoothSeconds", "0,3 s")).toBe("0.3");
    expect([typed("address", " /person/3/xyz "), typed("address", "")]).toEqual(["/person/3/xyz", ""]);
    expect([typed("mostSpeed", "4,5 m/s"), typed("mostSpeed", "0.1"), typed("mostSpeed", "")]).toEqual(["4.5", "0.1", ""]);
    // Corners in any order.
    expect([typed("within", "4, 3,2..-4,-2.5,0"), typed("within", " ")]).toEqual(["-4,-2.5,0..4,3,2", ""]);
    expect([typed("address", "otp 1/2/ 3"), typed("address", "OTP200/60000/4294967295")]).toEqual([
      "OTP 1/2/3",
      "OTP 200/60000/4294967295",
    ]);
  });

  it("refuse what can't be, and say why", () => {
    for (const [field, text, why] of [
      ["name", "", "letters"],
      ["name", "A..B", "two dots"],
      ["name", "x".repeat(81), "letters"],
      ["name", "strings", "another target"],
      ["x", "there", "metres"],
      ["x", "1001", "metres"],
      ["y", "", "metres"],
      ["z", "1e3", "metres"],
      ["smoothSeconds", "-1", "seconds"],
      ["smoothSeconds", "4", "seconds"],
      ["address", "person", "without blanks"],
      ["address", "/", "without blanks"],
      ["address", "/a//b", "without blanks"],
      ["address", "/a b", "without blanks"],
      ["address", "/person/*", "patterns"],
      ["address", `/${"x".repeat(120)}`, "without blanks"],
      ["address", "/vexa/target/strings", "their own meaning"],
      ["mostSpeed", "0", "metres a second"],
      ["mostSpeed", "51", "metres a second"],
      ["mostSpeed", "fast", "metres a second"],
      ["within", "1,2,3", "two corners"],
      ["within", "1,2..3,4", "two corners"],
      ["within", "1,2,3..4,5,6..7,8,9", "two corners"],
      ["within", "1,2,3..4,5,x", "two corners"],
      ["within", "0,0,0..0,0,1001", "two corners"],
      ["address", "OTP 1/2", "such as OTP 1/1/3"],
      ["address", "OTP 0/1/1", "such as OTP 1/1/3"],
      ["address", "OTP 201/1/1", "up to 200, 60000"],
      ["address", "OTP 1/60001/1", "such as OTP 1/1/3"],
      ["address", "OTP 1/1/4294967296", "such as OTP 1/1/3"],
      ["address", "otp", "such as OTP 1/1/3"],
    ] as const)
      expect(typed(field, text)).toContain(why);
    expect(typedTarget(show, "nobody", { field: "x", text: "1" }).ok).toBe(false);
    const first = typedTarget(show, "Voice", { field: "address", text: "/a" });
    const with1 = edit(show, first.ok ? first.value : []);
    expect(with1.ok && typedTarget(with1.value, "Voice", { field: "address", text: "/a" })).toEqual({ ok: true, value: [] });
    expect(with1.ok && typedTarget(with1.value, "Strings", { field: "address", text: "/a" })).toMatchObject({
      error: { details: { why: "another target is heard there" } },
    });
  });

  it("are heard as a point of OTP or at an address, not both, and no two as the same point", () => {
    const after = (of: Show, id: string, text: string): Show => {
      const changes = typedTarget(of, id, { field: "address", text });
      const done = edit(of, changes.ok ? changes.value : []);
      return done.ok ? done.value : of;
    };
    const first = after(after(show, "Voice", "/a"), "Voice", "otp 1/2/3");
    expect(first.target("Voice")).toMatchObject({ otp: { system: 1, group: 2, point: 3 } });
    expect(first.target("Voice")).not.toHaveProperty("address");
    expect(typedTarget(first, "Strings", { field: "address", text: "OTP 1/2/3" })).toMatchObject({
      error: { details: { why: "another target is heard as that" } },
    });
    expect(after(first, "Strings", "OTP 1/2/4").target("Strings")).toHaveProperty("otp.point", 4);
    expect(after(first, "Voice", "/b").target("Voice")).not.toHaveProperty("otp");
    expect(after(first, "Voice", "").target("Voice")).not.toHaveProperty("otp");
  });

  it("say what heads do once they are lost, and no longer", () => {
    const after = (changes: ReturnType<typeof targetWhenLost>) => edit(show, changes.ok ? changes.value : []);
    const dark = after(targetWhenLost(show, "Voice", "dark"));
    expect(dark.ok && dark.value.target("Voice")).toMatchObject({ whenLost: "dark" });
    if (!dark.ok) return;
    const none = targetWhenLost(dark.value, "Voice", null);
    const plain = edit(dark.value, none.ok ? none.value : []);
    expect(plain.ok && plain.value.target("Voice")).not.toHaveProperty("whenLost");
    expect(targetWhenLost(show, "Voice", null)).toEqual({ ok: true, value: [] });
    expect(targetWhenLost(show, "nobody", "dark").ok).toBe(false);
    const odd = edit(show, [setChange("Voice", ["whenLost"], { from: undefined, to: "sing" })]);
    expect(odd.ok).toBe(false);
  });

  it("are named in text, several with two dots between them", () => {
    expect(targetsNamed(show, "voice .. Strings")).toEqual(["Voice", "Strings"]);
    for (const text of ["", "voice..", "nobody", "voice..nobody", "1,2,3..3,2,1"]) expect(targetsNamed(show, text)).toBeNull();
    expect(followWords(show, { targetIds: ["Voice", "Strings"], ring: 2, leadSeconds: 0.3, offset: { x: 0, y: 0, z: 0.5 } })).toBe(
      "follows Voice..Strings, 2 m around, 0.3 s ahead, 0,0,0.5 beside",
    );
    expect(followWords(show, { targetIds: ["Voice"], smoothSeconds: 0.5, mostSpeed: 1.5 })).toBe(
      "follows Voice, softly over 0.5 s, 1.5 m/s at the most",
    );
    const within = { low: { x: -4, y: -2, z: 0 }, high: { x: 4, y: 3, z: 0 } };
    expect(followWords(show, { targetIds: ["Voice"], within })).toBe("follows Voice, within -4,-2,0..4,3,0");
  });
});
