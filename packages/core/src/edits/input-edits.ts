import { setChange, type Change } from "../document/transaction";
import { fail, ok, type Result } from "../errors/result";
import type { InputLine } from "../playback/input";
import { MAX_UNIVERSE } from "../rig/fixture";
import type { Show } from "../show/show";
import { freeName } from "./new-records";

/** What is typed for an input. */
export const INPUT_FIELDS = ["name", "universe", "into", "address", "port"] as const;
export type InputField = (typeof INPUT_FIELDS)[number];

/** A new input: universe 1 from this machine itself, switched off. */
export function newInput(show: Show, newId: () => string): InputLine {
  return {
    id: `input-${newId()}`,
    kind: "input",
    version: 1,
    name: freeName("Input", show.all("input")),
    universe: 1,
    into: 1,
    address: "127.0.0.1",
    port: null,
    multicast: false,
    way: "highest",
    on: false,
  };
}

export function inputText(of: InputLine, field: InputField): string {
  return of[field] === null ? "" : String(of[field]);
}

/** The changes that type a field of an input; another address switches it off. Errors: record.unknown, value.invalid. */
export function typedInput(show: Show, id: string, { field, text }: { field: InputField; text: string }): Result<Change[]> {
  const input = show.get("input", id);
  if (!input) return fail("record.unknown", { what: "input" });
  const plain = text.trim();
  const invalid = (why: string) => fail("value.invalid", { field: `The ${field}`, value: plain.slice(0, 40) || "empty", why });
  const whole = /^\d{1,6}$/.test(plain) ? Number(plain) : NaN;
  const set = (name: keyof InputLine, to: InputLine[keyof InputLine]): Change[] =>
    to === input[name] ? [] : [setChange(id, [name], { from: input[name], to })];
  switch (field) {
    case "name":
      return plain === "" || plain.length > 80 ? invalid("it must have 1 to 80 letters") : ok(set("name", plain));
    case "address":
      return ok(plain === input.address ? [] : [...set("address", plain), ...set("on", false)]);
    case "port":
      return plain === ""
        ? ok(set("port", null))
        : whole >= 1 && whole <= 65535
          ? ok(set("port", whole))
          : invalid("it must be from 1 to 65535, or empty for the usual one");
    case "universe":
    case "into":
      return whole >= 1 && whole <= MAX_UNIVERSE ? ok(set(field, whole)) : invalid(`it must be from 1 to ${MAX_UNIVERSE}`);
  }
}
