import { setChange, type Change } from "../document/transaction";
import { fail, ok, type Result } from "../errors/result";
import { OUTPUT_RATES, staysHere, type OutputLine, type OutputProtocol } from "../playback/output";
import type { Show } from "../show/show";
import { freeName } from "./new-records";

/** What is typed for an output. */
export const OUTPUT_FIELDS = ["name", "address", "port", "universes", "shift", "priority", "sync", "rate"] as const;
export type OutputField = (typeof OUTPUT_FIELDS)[number];

/** A new output: E1.31 to this machine, switched off until somebody says where it goes. */
export function newOutput(show: Show, newId: () => string): OutputLine {
  return {
    id: `output-${newId()}`,
    kind: "output",
    version: 1,
    name: freeName("Output", show.all("output")),
    protocol: "E1.31",
    address: "127.0.0.1",
    port: null,
    universes: null,
    shift: 0,
    priority: 100,
    rate: 44,
    on: false,
  };
}

/** A field of an output as it is typed. */
export function outputText(of: OutputLine, field: OutputField): string {
  switch (field) {
    case "port":
      return of.port === null ? "" : String(of.port);
    case "sync":
      return of.sync === undefined ? "" : String(of.sync);
    case "universes":
      return of.universes
        ? of.universes.from === of.universes.to
          ? String(of.universes.from)
          : `${of.universes.from}..${of.universes.to}`
        : "all";
    default:
      return String(of[field]);
  }
}

/**
 * The changes that type a field of an output. Where it would leave this machine otherwise than it was let, it is switched off: `leavesBy` is
 * said anew. Errors: record.unknown, value.invalid.
 */
export function typedOutput(show: Show, id: string, { field, text }: { field: OutputField; text: string }): Result<Change[]> {
  const output = show.get("output", id);
  if (!output) return fail("record.unknown", { what: "output" });
  const plain = text.trim();
  const invalid = (why: string) => fail("value.invalid", { field: `The ${field}`, value: plain.slice(0, 40) || "empty", why });
  const whole = /^-?\d{1,6}$/.test(plain) ? Number(plain) : NaN;
  const set = <F extends keyof OutputLine>(name: F, to: OutputLine[F] | undefined): Change[] =>
    JSON.stringify(to) === JSON.stringify(output[name]) ? [] : [setChange(id, [name], { from: output[name], to })];
  switch (field) {
    case "name":
      return plain === "" || plain.length > 80 ? invalid("it must have 1 to 80 letters") : ok(set("name", plain));
    case "address":
      // Another place needs another word.
      return ok(plain === output.address ? [] : [...set("address", plain), ...set("on", false), ...set("leavesBy", undefined)]);
    case "port":
      return plain === ""
        ? ok(set("port", null))
        : whole >= 1 && whole <= 65535
          ? ok(set("port", whole))
          : invalid("it must be from 1 to 65535, or empty for the usual one");
    case "universes": {
      if (/^(all)?$/i.test(plain)) return ok(set("universes", null));
      const match = /^(\d{1,5})(?:\s*(?:\.\.|-|to)\s*(\d{1,5}))?$/.exec(plain);
      const [from, to] = [Number(match?.[1]), Number(match?.[2] ?? match?.[1])];
      return match && from >= 1 && from <= to && to <= 63999
        ? ok(set("universes", { from, to }))
        : invalid("it must be all, a universe, or two such as 1..16");
    }
    case "shift":
      return Math.abs(whole) <= 63999 ? ok(set("shift", whole)) : invalid("it must be a whole number");
    case "priority":
      return whole >= 0 && whole <= 200 ? ok(set("priority", whole)) : invalid("it must be from 0 to 200");
    case "sync":
      if (plain === "") return ok(set("sync", undefined));
      if (output.protocol !== "E1.31") return invalid("Art-Net isn't synchronised from here; leave it empty");
      return whole >= 1 && whole <= 63999 ? ok(set("sync", whole)) : invalid("it must be from 1 to 63999, or empty for none");
    case "rate": {
      const rate = OUTPUT_RATES.find((each) => each === whole);
      return rate ? ok(set("rate", rate)) : invalid(`it must be one of ${OUTPUT_RATES.join(", ")}`);
    }
  }
}

/** The changes that give an output another protocol; Art-Net has no synchronisation from here. */
export function protocolChanges({ id, protocol, sync }: OutputLine, to: OutputProtocol): Change[] {
  const drops = to !== "E1.31" && sync !== undefined;
  return [...(drops ? [setChange(id, ["sync"], { from: sync })] : []), setChange(id, ["protocol"], { from: protocol, to })];
}

/** The changes that switch an output on or off; one that leaves this machine names the interface by which it does. */
export function switchedOutput(show: Show, id: string, of: { on: boolean; leavesBy?: string }): Change[] {
  const output = show.get("output", id);
  if (!output) return [];
  const leavesBy = staysHere(output.address) ? undefined : (of.leavesBy ?? output.leavesBy);
  return [
    ...(leavesBy === output.leavesBy ? [] : [setChange(id, ["leavesBy"], { from: output.leavesBy, to: leavesBy })]),
    ...(of.on === output.on ? [] : [setChange(id, ["on"], { from: output.on, to: of.on })]),
  ];
}
