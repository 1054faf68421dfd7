import { fieldChanges } from "../document/field-changes";
import { setChange, type Change } from "../document/transaction";
import { fail, ok, type Result } from "../errors/result";
import {
  LEAST_SPEED,
  LONGEST_ADDRESS,
  MOST_OTP,
  MOST_SMOOTH_SECONDS,
  MOST_SPEED,
  OSC_ADDRESS,
  type OtpAddress,
  type Target,
  type WhenLost,
} from "../follow/target";
import { boxText, readBox } from "../follow/stage-box";
import { MOST_METRES } from "../follow/stage-point";
import { MOST_WALK_POINTS, WALK_STEP_SECONDS } from "../follow/walk";
import type { Vector } from "../geometry/beam";
import type { Show } from "../show/show";
import { readQuantity } from "../units/read-quantity";
import { freeName } from "./new-records";

/** What is typed for a target. */
export const TARGET_FIELDS = ["name", "x", "y", "z", "smoothSeconds", "mostSpeed", "within", "address"] as const;
export type TargetField = (typeof TARGET_FIELDS)[number];

const FIRST_HOME = { x: 0, y: 2, z: 1.6 };
/** Enough for the noise of usual trackers. Common practice. */
const FIRST_SMOOTH = 0.15;

export function newTarget(show: Show, newId: () => string): Target {
  const name = freeName("Target", show.all("target"));
  return { id: `target-${newId()}`, kind: "target", version: 1, name, home: FIRST_HOME, smoothSeconds: FIRST_SMOOTH };
}

export function targetText(target: Target, field: TargetField): string {
  switch (field) {
    case "name":
      return target.name;
    case "address":
      return target.otp ? otpText(target.otp) : (target.address ?? "");
    case "within":
      return target.within ? boxText(target.within) : "";
    case "smoothSeconds":
    case "mostSpeed":
      return String(target[field] ?? "");
    default:
      return String(target.home[field]);
  }
}

/** Within what part of the stage it is, and how fast at the most; nothing typed = anywhere, however fast. */
function typedLimit(target: Target, field: "within" | "mostSpeed", plain: string): Result<Change[]> {
  const invalid = (why: string) =>
    fail("value.invalid", { field: field === "within" ? "Its part of the stage" : "Its speed", value: plain.slice(0, 40), why });
  const { [field]: _, ...rest } = target;
  if (plain === "") return ok(fieldChanges(target, rest));
  if (field === "within") {
    const within = readBox(plain);
    return within
      ? ok(fieldChanges(target, { ...rest, within } as Target))
      : invalid("write two corners in metres, such as -4,-2,0..4,3,2");
  }
  const mostSpeed = readQuantity(plain.replace(/\s*m\/s$/i, ""), "metres") ?? NaN;
  if (!(mostSpeed >= LEAST_SPEED && mostSpeed <= MOST_SPEED))
    return invalid(`it must be from ${LEAST_SPEED} to ${MOST_SPEED} metres a second`);
  return ok(fieldChanges(target, { ...rest, mostSpeed } as Target));
}

/** "OTP 1/3/7": a system, a group and a point. */
export function otpText({ system, group, point }: OtpAddress): string {
  return `OTP ${system}/${group}/${point}`;
}

const OTP_TEXT = /^otp\s*(\d{1,10})\s*\/\s*(\d{1,10})\s*\/\s*(\d{1,10})$/i;

function readOtp(plain: string): OtpAddress | null {
  const [, system, group, point] = (OTP_TEXT.exec(plain) ?? []).map(Number);
  const read = { system: system!, group: group!, point: point! };
  const fits = (["system", "group", "point"] as const).every((part) => read[part] >= 1 && read[part] <= MOST_OTP[part]);
  return fits ? read : null;
}

/** An OSC address, or a point of OTP. Nothing typed = by its name alone. */
function typedAddress(show: Show, target: Target, plain: string): Result<Change[]> {
  const invalid = (why: string) => fail("value.invalid", { field: "What it is heard as", value: plain.slice(0, 40), why });
  const { address: _, otp: __, ...rest } = target;
  const others = show.all("target").filter(({ id }) => id !== target.id);
  if (plain === "") return ok(fieldChanges(target, rest));
  if (/^otp/i.test(plain)) {
    const otp = readOtp(plain);
    if (!otp) return invalid(`write a system, a group and a point, such as OTP 1/1/3: up to ${Object.values(MOST_OTP).join(", ")}`);
    if (others.some((other) => other.otp && otpText(other.otp) === otpText(otp))) return invalid("another target is heard as that");
    return ok(fieldChanges(target, { ...rest, otp } as Target));
  }
  if (plain.length > LONGEST_ADDRESS || !OSC_ADDRESS.test(plain))
    return invalid("write an OSC address such as /person/3/xyz, without blanks or patterns, or a point such as OTP 1/1/3");
  if (plain.startsWith("/vexa/")) return invalid("addresses that begin with /vexa/ have their own meaning");
  if (others.some((other) => other.address === plain)) return invalid("another target is heard there");
  return ok(fieldChanges(target, { ...rest, address: plain } as Target));
}

/** The changes that say what heads do once a target is lost; null = they look where it was last. Errors: record.unknown. */
export function targetWhenLost(show: Show, id: string, whenLost: WhenLost | null): Result<Change[]> {
  const target = show.target(id);
  if (!target) return fail("record.unknown", { what: "target" });
  const { whenLost: _, ...rest } = target;
  const next: Target = whenLost === null ? rest : { ...rest, whenLost };
  return ok(fieldChanges(target, next));
}

/** So far somebody must have come to have walked. */
const LEAST_WALK_METRES = 0.1;

/** The changes that keep where a target was, step by step, as its walk; null = it has none any more. Errors: record.unknown, value.invalid. */
export function recordedWalk(show: Show, id: string, points: readonly Vector[] | null): Result<Change[]> {
  const target = show.target(id);
  if (!target) return fail("record.unknown", { what: "target" });
  const { walk: _, ...rest } = target;
  if (points === null) return ok(fieldChanges(target, rest));
  const [first] = points;
  const furthest = Math.max(0, ...points.map(({ x, y, z }) => Math.hypot(x - first!.x, y - first!.y, z - first!.z)));
  if (furthest < LEAST_WALK_METRES)
    return fail("value.invalid", { field: "The walk", value: target.name, why: "it stood still while it was recorded" });
  const toMillimetres = (metres: number): number => Math.round(metres * 1000) / 1000;
  const kept = points.slice(0, MOST_WALK_POINTS).map(({ x, y, z }) => ({ x: toMillimetres(x), y: toMillimetres(y), z: toMillimetres(z) }));
  return ok(fieldChanges(target, { ...rest, walk: { points: kept, stepSeconds: WALK_STEP_SECONDS } } as Target));
}

/** The changes that type a field of a target. Errors: record.unknown, value.invalid. */
export function typedTarget(show: Show, id: string, { field, text }: { field: TargetField; text: string }): Result<Change[]> {
  const target = show.target(id);
  if (!target) return fail("record.unknown", { what: "target" });
  const plain = text.trim();
  if (field === "address") return typedAddress(show, target, plain);
  if (field === "within" || field === "mostSpeed") return typedLimit(target, field, plain);
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
