import { presetKeyOf } from "../preset/preset";
import type { Attribute } from "../rig/attributes";
import type { HeadKey } from "../rig/fixture";
import type { Head } from "../rig/rig";
import { physicalOf } from "../rig/scale";
import { sketchDrives } from "../show/driving";
import type { Show } from "../show/show";
import type { Row } from "../stroke/row";
import type { Seconds } from "../units/units";
import { byParameter, seenStage } from "./stage-beneath";

/** A head on which somebody else's sketch shows instead of one's own. */
export interface Overruled {
  readonly head: HeadKey;
  readonly personId: string;
  /** In the attribute's unit; null for whole colours and positions. */
  readonly value: number | null;
}

/** The heads of one's sketch on which another sketch was touched later, told by what is on stage. What moves, or is hidden, is left out. */
export function overruled(
  show: Show,
  of: { personId: string; attribute: Attribute; heads: readonly Head[]; stage: Float32Array; now: Seconds },
): Overruled[] {
  const others = show.all("sketch").flatMap((sketch) => {
    const driven = sketchDrives(show, sketch);
    return driven ? [{ personId: sketch.personId, rows: byParameter(driven.rows) }] : [];
  });
  const own = others.find(({ personId }) => personId === of.personId)?.rows;
  if (!own || others.length < 2) return [];
  const whole = of.attribute === "Color" || of.attribute === "Position";
  const said = (head: Head): number[] =>
    [...head.parameters].flatMap(([name, parameter]) =>
      (whole ? presetKeyOf(name) === of.attribute : name === of.attribute) && still(own.get(parameter)) ? [parameter] : [],
    );
  const stage = seenStage(show, of);
  return of.heads.flatMap((head): Overruled[] => {
    for (const { personId, rows } of others) {
      if (personId === of.personId) continue;
      const theirs = said(head).find((parameter) => {
        const [mine, other] = [clamped(own.get(parameter)!.value!), rows.get(parameter)];
        return still(other) && stage.shows(parameter, clamped(other!.value!)) && !stage.shows(parameter, mine);
      });
      if (theirs === undefined) continue;
      const { channel } = show.rig.parameters[theirs]!;
      return [{ head: head.key, personId, value: whole ? null : physicalOf(channel, clamped(rows.get(theirs)!.value!), of.attribute) }];
    }
    return [];
  });
}

const still = (row: Row | undefined): boolean => row !== undefined && row.value !== null && row.motions.length === 0;
const clamped = (value: number): number => Math.min(1, Math.max(0, value));
