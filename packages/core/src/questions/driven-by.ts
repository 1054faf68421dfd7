import type { Motion } from "../motion/motion";
import { attributeInfo, type Attribute } from "../rig/attributes";
import type { Sketch } from "../stroke/sketch";
import type { Part, Strokes } from "../stroke/stroke";
import type { Cue } from "../cue/cue";
import { cueName } from "../show/cue-name";
import type { Show } from "../show/show";

/** One place where a speed master drives something. */
export interface DrivenBy {
  /** "cue Spore", "the sketch of Ines". */
  readonly where: string;
  readonly attribute: Attribute;
  readonly motion: Motion;
}

/** All motions that a master drives: those that name it, and those that name none on a card that names it; of sketches in those that are given. */
export function drivenBy(masterId: string, show: Show, sketches: readonly Sketch[] = show.all("sketch")): DrivenBy[] {
  const master = show.get("master", masterId);
  const cards = show.all("playback").filter((playback) => playback.masterId === masterId);
  const lists = new Set(cards.map(({ listId }) => listId));
  const named = (motion: Motion, inList: boolean): boolean => motion.masterId === masterId || (motion.masterId === null && inList);
  const found = (strokes: Strokes, where: string, inList: boolean): DrivenBy[] =>
    Object.values(strokes).flatMap(({ parts }) =>
      Object.entries(parts).flatMap(([attribute, part]) =>
        motionsOf(part, show).flatMap((motion) => {
          const within = !master?.families || master.families.includes(attributeInfo(attribute).family);
          return within && named(motion, inList) ? [{ where, attribute, motion }] : [];
        }),
      ),
    );
  return [
    ...show.all("cue").flatMap((cue: Cue) => found(cue.strokes, `cue ${cueName(cue, show)}`, lists.has(cue.listId))),
    ...sketches.flatMap(({ strokes, personId }) =>
      found(strokes, `the sketch of ${show.get("person", personId)?.name ?? "somebody"}`, false),
    ),
  ];
}

/** A part's own motion and those of the presets that it refers to. */
function motionsOf(part: Part, show: Show): Motion[] {
  const presets = part.presets?.ids.flatMap((id) => show.preset(id) ?? []) ?? [];
  const inside = presets.flatMap(({ universal, perProfile }) =>
    [universal, ...Object.values(perProfile)].flatMap((parts) => Object.values(parts).flatMap(({ motion }) => motion ?? [])),
  );
  return [...(part.motion ? [part.motion] : []), ...inside];
}
