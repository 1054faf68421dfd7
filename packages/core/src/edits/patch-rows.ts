import { modeOf } from "../rig/profile";
import { addressText, readAddress } from "../rig/address-text";
import { patchesOf, type Fixture, type Patch } from "../rig/fixture";
import type { PlanLamp } from "../rig/plan-lamp";
import type { Show } from "../show/show";

/** A row of a patch as a spreadsheet has it, by the name of its column. */
export type PatchRow = Readonly<Record<string, string>>;

/** The columns that are written, in order; read by these names or by those that people also use. */
export const PATCH_COLUMNS = [
  "number",
  "name",
  "maker",
  "profile",
  "mode",
  "address",
  "x",
  "y",
  "z",
  "turn x",
  "turn y",
  "turn z",
] as const;
type Column = (typeof PATCH_COLUMNS)[number];

const ALIASES: Readonly<Record<string, Column>> = {
  id: "number",
  fixture: "number",
  "fixture id": "number",
  channel: "number",
  label: "name",
  manufacturer: "maker",
  type: "profile",
  model: "profile",
  "fixture type": "profile",
  patch: "address",
  dmx: "address",
};

/** All lamps as rows, by number. */
export function patchRows(show: Show): PatchRow[] {
  return show
    .all("fixture")
    .toSorted((a, b) => a.number - b.number)
    .map(({ number, name, profileId, modeId, patch, morePatches = [], position, rotation }) => {
      const profile = show.get("profile", profileId);
      const said: Record<Column, string> = {
        number: String(number),
        name,
        maker: profile?.maker ?? "",
        profile: profile?.model ?? "",
        mode: modeOf(profile, { modeId })?.name ?? "",
        address: [patch, ...morePatches].map((each) => (each ? addressText(each) : "none")).join(" + "),
        x: String(position.x),
        y: String(position.y),
        z: String(position.z),
        "turn x": String(rotation.x),
        "turn y": String(rotation.y),
        "turn z": String(rotation.z),
      };
      return said;
    });
}

/**
 * Rows as lamps to be compared with the show; what a row leaves empty stays as the lamp of its number has it. Rows that can't be read are
 * left out, each with a sentence that names its line (the first row below the heads is 2).
 */
export function lampsOfRows(show: Show, rows: readonly PatchRow[]): { lamps: PlanLamp[]; left: string[] } {
  const byNumber = new Map(show.all("fixture").map((fixture) => [fixture.number, fixture]));
  const lamps: PlanLamp[] = [];
  const left: string[] = [];
  rows.forEach((row, index) => {
    const of = new Map<Column, string>();
    for (const [head, text] of Object.entries(row)) {
      const plain = head.trim().toLowerCase();
      const column = (PATCH_COLUMNS as readonly string[]).includes(plain) ? (plain as Column) : ALIASES[plain];
      if (column && text.trim() !== "" && !of.has(column)) of.set(column, text.trim());
    }
    const made = lampOfRow(show, of, byNumber);
    if (typeof made === "string") left.push(`Line ${index + 2}: ${made}.`);
    else lamps.push(made);
  });
  return { lamps, left };
}

function lampOfRow(show: Show, of: ReadonlyMap<Column, string>, byNumber: ReadonlyMap<number, Fixture>): PlanLamp | string {
  if (of.size === 0) return "it is empty";
  const number = Number(of.get("number"));
  if (!Number.isInteger(number) || number < 1 || number > 99999)
    return `its number is ${of.get("number") ?? "missing"}, and must be from 1 to 99999`;
  const present = byNumber.get(number);
  const profile = present && show.get("profile", present.profileId);
  const [maker, model] = [of.get("maker") ?? profile?.maker ?? "", of.get("profile") ?? profile?.model];
  if (model === undefined) return `${number} is new, and no profile is named for it`;
  const patches = readPatches(of.get("address"), present);
  if (!patches) return `its address is ${of.get("address")!}, and must be universe.address or none`;
  const numbers = { x: 0, y: 0, z: 0 };
  const [position, rotation] = [{ ...(present?.position ?? { ...numbers, z: 6 }) }, { ...(present?.rotation ?? numbers) }];
  for (const axis of ["x", "y", "z"] as const)
    for (const [column, into, most] of [
      [axis, position, 10000],
      [`turn ${axis}`, rotation, 360],
    ] as const) {
      const text = of.get(column);
      if (text === undefined) continue;
      const value = Number(text.replace(",", "."));
      if (!(Math.abs(value) <= most)) return `its ${column} is ${text}, and must be a number`;
      into[axis] = value;
    }
  const known = maker === "" ? show.all("profile").find((each) => each.model.toLowerCase() === model.toLowerCase()) : null;
  return {
    uuid: present?.planId ?? "",
    number,
    name: of.get("name") ?? present?.name ?? "",
    spec: `${known?.maker ?? maker}@${model}.gdtf`,
    mode: of.get("mode") ?? (present ? modeOf(profile, present)?.name : undefined) ?? "",
    patches,
    layer: "",
    position,
    rotation,
  };
}

function readPatches(text: string | undefined, present: Fixture | undefined): (Patch | null)[] | null {
  if (text === undefined) return present ? patchesOf(present) : [null];
  const parts = text.split("+").map((part) => part.trim());
  const read = parts.map((part) => (/^(none|unpatched|-)$/i.test(part) ? null : (readAddress(part) ?? "bad")));
  return read.includes("bad") ? null : (read as (Patch | null)[]);
}
