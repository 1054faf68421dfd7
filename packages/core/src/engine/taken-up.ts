import { sameJson } from "../document/record";
import type { Change } from "../document/transaction";
import { inTurn, nextTouch, partChanges, type PartOn } from "../edits/sketch-edits";
import { reachOf } from "../territory/reach";
import type { HeadKey } from "../rig/fixture";
import { presetKeyOf } from "../preset/preset";
import { attributeInfo, type Attribute } from "../rig/attributes";
import { colorsAlong } from "../rig/common-color";
import { xyYOf } from "../color/colorimetry";
import { channelOf, mix, mixed } from "../rig/mix-head";
import type { Head } from "../rig/rig";
import { functionAt, normalizedFreely, physicalOf } from "../rig/scale";
import type { Selection } from "../selection/selection";
import { sketchDrives } from "../show/driving";
import type { Show } from "../show/show";
import type { HeadNumbers } from "../stroke/head-numbers";
import { onlyRides } from "../stroke/resolve";
import { headsOf } from "../stroke/spread";
import { inRank, withoutOrigin, type Part, type TakenFrom } from "../stroke/stroke";
import type { Seconds } from "../units/units";
import { partOfRun } from "./motion-of-run";
import { Preview } from "./preview";
import { countingCues, runningPlaybacks, stageBeneath, type RunningPlayback } from "./stage-beneath";

/** What is to be taken up: an attribute of a selection, from the values that are on stage. */
export interface TakingUp {
  readonly selection: Selection;
  readonly attribute: Attribute;
  /** Live values 0..1 of all parameters, as they leave after masters; they may be rounded to 16 bits. */
  readonly stage: Float32Array;
  readonly now: Seconds;
}

/**
 * A part that leaves the stage as it is: what made it where one source did (a fan stays a fan, a motion goes on), else one level where all
 * heads have it, else each head's own values. Null where no selected head has the attribute.
 */
export function takenUp(show: Show, of: TakingUp): Part | null {
  const heads = headsOf(of.selection, show).filter((head) => ownAttributes(head, of.attribute).length > 0);
  if (heads.length === 0) return null;
  const running = runningPlaybacks(show, of.now);
  const whole = wholePart(show, { ...of, heads, running });
  if (whole) return whole;
  const numbers = stageNumbers(show, heads, { ...of, running });
  const from = origins(show, heads, { attribute: of.attribute, running });
  return { ...plainest(of.attribute, heads, numbers), ...(from.length > 0 ? { takenFrom: from } : {}), shape: {}, touched: 0 };
}

/**
 * The changes that take what is on stage into somebody's sketch, for these heads as far as they are within reach: intensities, colours and
 * positions, and of the beam what isn't at home. Nothing on stage changes.
 */
export function takenUpChanges(
  show: Show,
  of: Omit<PartOn, "selection" | "attribute" | "part"> & { heads: readonly HeadKey[]; stage: Float32Array; now: Seconds },
): Change[] {
  const person = show.get("person", of.personId);
  if (!person) return [];
  const reach = reachOf(person, show);
  const heads = of.heads.flatMap((key) => show.rig.headByKey.get(key) ?? []);
  const attributes = [...new Set(heads.flatMap((head) => [...head.parameters.keys()].map(presetKeyOf)))];
  return inTurn(
    show,
    attributes.map((attribute) => (before) => {
      const own = heads.filter(
        (head) => reach(head.key, attributeInfo(attribute).family) && isWorthTaking(head, attribute, { show, ...of }),
      );
      if (own.length === 0) return [];
      const on = { ...of, selection: { heads: own.map(({ key }) => key) }, attribute };
      const part = takenUp(before, on);
      return part ? partChanges(before, { ...on, part: { ...part, touched: nextTouch(before.sketchOf(of.personId)?.strokes ?? {}) } }) : [];
    }),
  );
}

/** The attributes that make a beam, where it is as it rests, needn't be said. */
function isWorthTaking(head: Head, attribute: Attribute, { show, stage }: { show: Show; stage: Float32Array }): boolean {
  const own = ownAttributes(head, attribute);
  const stands = (name: Attribute): boolean => {
    const parameter = head.parameters.get(name)!;
    return functionAt(show.rig.parameters[parameter]!.channel, stage[parameter]!).attribute === name;
  };
  if (!own.some(stands)) return false;
  if (attributeInfo(attribute).family !== "Beam") return true;
  return own.some((name) => {
    const parameter = head.parameters.get(name)!;
    return Math.abs(stage[parameter]! - show.rig.parameters[parameter]!.home) > 1e-4;
  });
}

/** What is on stage as content without a motion: one level or colour where all heads have it, else each head's own values. Null as `takenUp`. */
export function stillOnStage(show: Show, of: TakingUp): Pick<Part, "level" | "colors" | "taken"> | null {
  const heads = headsOf(of.selection, show).filter((head) => ownAttributes(head, of.attribute).length > 0);
  if (heads.length === 0) return null;
  return plainest(of.attribute, heads, stageNumbers(show, heads, { ...of, running: runningPlaybacks(show, of.now) }));
}

function stageNumbers(show: Show, heads: readonly Head[], of: TakingUp & { running: readonly RunningPlayback[] }): HeadNumbers {
  const parameters = heads.flatMap((head) => ownAttributes(head, of.attribute).map((name) => head.parameters.get(name)!));
  return numbersOf(show, heads, { attribute: of.attribute, values: stageBeneath(show, { ...of, parameters }) });
}

/** The attributes of a head that a lane holds: colours and positions go as wholes. */
function ownAttributes(head: Head, attribute: Attribute): Attribute[] {
  const whole = attribute === "Color" || attribute === "Position";
  return [...head.parameters.keys()].filter((name) => (whole ? presetKeyOf(name) === attribute : name === attribute));
}

/** Angles and levels to a millionth: far finer than 16 bits of any range. */
const rounded = (value: number): number => Math.round(value * 1e6) / 1e6;

function numbersOf(
  show: Show,
  heads: readonly Head[],
  { attribute, values }: { attribute: Attribute; values: ReadonlyMap<number, number> },
): HeadNumbers {
  return Object.fromEntries(
    heads.map((head) => {
      const own = ownAttributes(head, attribute).map((name) => {
        const parameter = head.parameters.get(name)!;
        return [name, rounded(physicalOf(show.rig.parameters[parameter]!.channel, values.get(parameter)!, name))] as const;
      });
      return [head.key, Object.fromEntries(own)];
    }),
  );
}

/** One level or colour where all heads have the same, so that it is a curve to drag; else the numbers. */
function plainest(attribute: Attribute, heads: readonly Head[], taken: HeadNumbers): Pick<Part, "level" | "colors" | "taken"> {
  if (attribute === "Position") return { taken };
  if (attribute === "Color") return sameColor(heads, taken) ?? { taken };
  const first = taken[heads[0]!.key]![attribute]!;
  return heads.every(({ key }) => taken[key]![attribute] === first) ? { level: { knots: [first] } } : { taken };
}

/** The colour that all heads show, where mixing it anew gives each the levels that it has. */
function sameColor(heads: readonly Head[], taken: HeadNumbers): Pick<Part, "colors"> | null {
  const levels = heads.map((head) => levelsOf(head, taken));
  const color = mixed(heads[0]!, levels[0]!);
  if (!(color.y > 0)) return null;
  const colors = { knots: [xyYOf(color)], path: "even" } as const;
  const along = colorsAlong(colors, heads)(0);
  const fits = heads.every((head, index) => {
    const anew = mix(head, along);
    return anew.size > 0 && [...levels[index]!].every(([name, level]) => Math.abs((anew.get(name) ?? 0) - level) < SAME);
  });
  return fits ? { colors } : null;
}

function levelsOf(head: Head, taken: HeadNumbers): Map<Attribute, number> {
  return new Map(
    Object.entries(taken[head.key]!).map(([name, value]) => {
      return [name, normalizedFreely(channelOf(head, name)!, value, name)];
    }),
  );
}

/** Levels that differ by less are the same: half a step of 16 bits. */
const SAME = 0.5 / 65535;

/** A part of a running cue or of a sketch on exactly these heads which gives what is on stage: it goes on as it is. */
function wholePart(show: Show, of: TakingUp & { heads: readonly Head[]; running: readonly RunningPlayback[] }): Part | null {
  const keys = headsOf(of.selection, show).map(({ key }) => key);
  const fits = ({ who, part }: { who: Selection; part: Part }): boolean =>
    !onlyRides(part) &&
    part.nudge === undefined &&
    sameJson(
      headsOf(who, show).map(({ key }) => key),
      keys,
    ) &&
    showsOnStage(show, part, of);
  for (const sketch of show.all("sketch")) {
    if (!sketchDrives(show, sketch)) continue;
    const found = inRank(sketch.strokes).findLast(([, { who, parts }]) => parts[of.attribute] && fits({ who, part: parts[of.attribute]! }));
    if (found) return withoutOrigin(found[1].parts[of.attribute]!);
  }
  for (const run of of.running.toReversed())
    for (const counting of countingCues(show, { listId: run.playback.listId, cueId: run.cue.id }))
      for (const [, { who, parts }] of inRank(counting.strokes).toReversed()) {
        const part = parts[of.attribute] && partOfRun(parts[of.attribute]!, run);
        if (part && fits({ who, part })) return { ...withoutOrigin(part), takenFrom: [{ cueId: counting.id }] };
      }
  return null;
}

/** The stage that a browser has may be so old. */
const STALE_SECONDS = 0.3;
const LOOKS = 12;

/** Whether a part gives what is on stage now, or gave it within the last moments where it moves. */
function showsOnStage(show: Show, part: Part, of: TakingUp & { running: readonly RunningPlayback[] }): boolean {
  const preview = new Preview(
    { taken: { who: of.selection, parts: { [of.attribute]: { ...part, takenFrom: [] } }, rank: 1 } },
    { show, stage: of.stage, now: of.now },
  );
  const touched = [...preview.touched];
  if (touched.length === 0) return false;
  const beneath = stageBeneath(show, { ...of, parameters: touched });
  const [lows, highs] = [touched.map(() => Infinity), touched.map(() => -Infinity)];
  const looks = part.motion || part.follow ? LOOKS : 1;
  for (let look = 0; look < looks; look++) {
    const values = preview.at(of.now - (STALE_SECONDS * look) / LOOKS);
    touched.forEach((parameter, at) => {
      lows[at] = Math.min(lows[at]!, values[parameter]!);
      highs[at] = Math.max(highs[at]!, values[parameter]!);
    });
  }
  return touched.every((parameter, at) => {
    const value = beneath.get(parameter)!;
    const slack = SAME * 3 + (highs[at]! - lows[at]!) * 0.1;
    return value >= lows[at]! - slack && value <= highs[at]! + slack;
  });
}

/** Which of the running cues say something of which heads: for each head the latest one. */
function origins(
  show: Show,
  heads: readonly Head[],
  { attribute, running }: { attribute: Attribute; running: readonly RunningPlayback[] },
): TakenFrom[] {
  const open = new Set(heads.map(({ key }) => key));
  const from = new Map<string, string[]>();
  for (const { playback, cue } of running.toReversed())
    for (const { id, strokes } of countingCues(show, { listId: playback.listId, cueId: cue.id }))
      for (const [, { who, parts }] of inRank(strokes)) {
        const about = Object.keys(parts).some((name) => name === attribute || presetKeyOf(name) === attribute);
        if (!about) continue;
        for (const { key } of headsOf(who, show)) if (open.delete(key)) from.set(id, [...(from.get(id) ?? []), key]);
      }
  return [...from].map(([cueId, keys]) => (keys.length === heads.length ? { cueId } : { cueId, heads: keys }));
}
