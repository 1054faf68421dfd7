import { fieldChanges } from "../document/field-changes";
import { setChange, type Change } from "../document/transaction";
import { fail, ok, type Result } from "../errors/result";
import { LONGEST_ADDRESS, MOST_SMOOTH_SECONDS, OSC_ADDRESS, type Target, type WhenLost } from "../follow/target";
import type { Show } from "../show/show";
import { readQuantity } from "../units/read-quantity";
import { freeName } from "./new-records";

/** What is typed for a target. */
export const TARGET_FIELDS = ["name", "x", "y", "z", "smoothSeconds", "address"] as const;
export type TargetField = (typeof TARGET_FIELDS)[number];

const FIRST_HOME = { x: 0, y: 2, z: 1.6 };
/** Enough for the noise of usual trackers. Common practice. */
const FIRST_SMOOTH = 0.15;
const MOST_METRES = 1000;

export function newTarget(show: Show, newId: () => string): Target {
  const name = freeName("Target", show.all("target"));
  return { id: `target-${newId()}`, kind: "target", version: 1, name, home: FIRST_HOME, smoothSeconds: FIRST_SMOOTH };
}

export function targetText(target: Target, field: TargetField): string {
  if (field === "name" || field === "address") return target[field] ?? "";
  return String(field === "smoothSeconds" ? target.smoothSeconds : target.home[field]);
}

/** Nothing typed = by its name alone. */
function typedAddress(show: Show, target: Target, plain: string): Result<Change[]> {
  const invalid = (why: string) => fail("value.invalid", { field: "The OSC address", value: plain.slice(0, 40), why });
  const { address: _, ...rest } = target;
  if (plain !== "") {
    if (plain.length > LONGEST_ADDRESS || !OSC_ADDRESS.test(plain))
      return invalid("write one such as /person/3/xyz, without blanks or patterns");
    if (plain.startsWith("/vexa/")) return invalid("addresses that begin with /vexa/ have their own meaning");
    if (show.all("target").some((other) => other.id !== target.id && other.address === plain))
      return invalid("another target is heard there");
  }
  const next: Target = plain === "" ? rest : { ...rest, address: plain };
  return ok(fieldChanges(target, next));
}

/** The changes that say what heads do once a target is lost; null = they look where it was last. Errors: record.unknown. */
export function targetWhenLost(show: Show, id: string, whenLost: WhenLost | null): Result<Change[]> {
  const target = show.target(id);
  if (!target) return fail("record.unknown", { what: "target" });
  const { whenLost: _, ...rest } = target;
  const next: Target = whenLost === null ? rest : { ...rest, whenLost };
  return ok(fieldChanges(target, next));
}

/** The changes that type a field of a target. Errors: record.unknown, value.invalid. */
export function typedTarget(show: Show, id: string, { field, text }: { field: TargetField; text: string }): Result<Change[]> {
  const target = show.target(id);
  if (!target) return fail("record.unknown", { what: "target" });
  const plain = text.trim();
  if (field === "address") return typedAddress(show, target, plain);
  const what = field === "smoothSeconds" ? "smoothing" : field === "name" ? "name" : `place (${field})`;
  const invalid = (why: string) => fail("value.invalid", { field: `The ${what}`, value: plain.slice(0, 40) || "empty", why });
  if (field === "name") {
    if (plain === "" || plain.length > 80 || plain.includes(".."))
      return invalid("it must have 1 to 80 letters, without two dots in a row");
    const taken = show.all("target").some((other) => other.id !== id && other.name.trim().toLowerCase() === plain.toLowerCase());
    if (taken) return invalid("another target is called so");
    return ok(plain === target.name ? [] : [setChange(id, ["name"], { from: target.name, to: plain })]);
  }
  const number = readQuantity(plain, field === "smoothSeconds" ? "seconds" : "metres") ?? NaN;
  if (field === "smoothSeconds") {
    if (!(number >= 0 && number <= MOST_SMOOTH_SECONDS)) return invalid(`it must be from 0 to ${MOST_SMOOTH_SECONDS} seconds`);
    return ok(number === target.smoothSeconds ? [] : [setChange(id, ["smoothSeconds"], { from: target.smoothSeconds, to: number })]);
  }
  if (!(Math.abs(number) <= MOST_METRES)) return invalid(`it must be metres from -${MOST_METRES} to ${MOST_METRES}`);
  return ok(number === target.home[field] ? [] : [setChange(id, ["home"], { from: target.home, to: { ...target.home, [field]: number } })]);
}
