import { useState } from "react";
import {
  apply,
  attributeInfo,
  inStep,
  partChanges,
  selectionName,
  strokeFor,
  type Attribute,
  type Motion,
  type Part,
  type PartOn,
  type Show,
  type Strokes,
} from "@vexa/core";
import { motionWords } from "../../../lanes/motion-words";
import { useInterface } from "../../../selection/interface-store";
import { useClient, useMe, useShow } from "../../../session/show-context";
import { firstMotion, kindsFor } from "./first-motion";
import { newId } from "../../../session/new-id";

/** The motion of one attribute of the selection: a draft here alone, or one that runs and changes on stage. */
export interface MotionInHand {
  readonly attribute: Attribute;
  readonly part: Part | null;
  readonly motion: Motion;
  readonly runs: boolean;
  /** The sketch with the motion in it, whether it runs already or not. */
  readonly strokes: Strokes;
  /** Other parts of the same stroke that move, by attribute. */
  readonly others: readonly { readonly attribute: Attribute; readonly motion: Motion }[];
  /** Changes the motion; steps of a drag share a gesture. */
  put(motion: Motion, gesture?: string): boolean;
  /** The draft begins to run. */
  start(): void;
  takeOut(): void;
  /** Lets another motion of the stroke run in step with this one, or by itself again. */
  join(attribute: Attribute, how: "in step" | "by itself"): void;
}

export function useMotion(attribute: Attribute): MotionInHand {
  const client = useClient();
  const me = useMe();
  const show = useShow();
  const { selection } = useInterface();
  const own = strokeFor(show.sketchOf(me.id)?.strokes ?? {}, selection, attribute);
  const part = own?.stroke.parts[attribute] ?? null;
  const [draft, setDraft] = useState<Motion>(() => firstMotion(attribute, kindsFor(attribute)[0]!, { show, before: null }));
  const motion = part?.motion ?? draft;
  const { label } = attributeInfo(attribute);

  const lay = (parts: Record<Attribute, Part | null>, words: string, gesture: string = newId()): boolean =>
    (Object.entries(parts) as [Attribute, Part | null][]).every(([name, next]) =>
      client.transact(
        `${words} on ${selectionName(client.view, selection)}`,
        partChanges(client.view, { newId, personId: me.id, selection, attribute: name, part: next }),
        gesture,
      ),
    );
  const withMotion = (next: Motion): Part => ({ ...(part ?? { shape: {}, touched: Math.floor(client.now()) }), motion: next });
  const put = (next: Motion, gesture?: string): boolean => {
    setDraft(next);
    if (!part?.motion) return true;
    return lay(inStep(own!.stroke.parts, attribute, next), `${label} ${motionWords(attribute, next)}`, gesture);
  };
  const others = (Object.entries(own?.stroke.parts ?? {}) as [Attribute, Part][]).flatMap(([name, { motion: moved }]) =>
    moved && name !== attribute ? [{ attribute: name, motion: moved }] : [],
  );
  return {
    attribute,
    part,
    motion,
    runs: part?.motion !== undefined,
    strokes: part?.motion ? (show.sketchOf(me.id)?.strokes ?? {}) : drafted(show, me.id, { selection, attribute, part: withMotion(draft) }),
    others,
    put,
    start: () => void lay({ [attribute]: withMotion(draft) }, `${label} ${motionWords(attribute, draft)}`),
    takeOut: () => {
      if (!part) return;
      const { motion: _, ...rest } = part;
      const says = rest.level ?? rest.nudge ?? rest.colors ?? rest.points ?? rest.presets ?? rest.taken;
      setDraft(motion);
      lay({ [attribute]: says ? rest : null }, `Took the motion of ${label} out`);
    },
    join: (name, how) => {
      const other = own?.stroke.parts[name];
      if (!other?.motion || !part?.motion) return;
      const { together: _, ...alone } = other.motion;
      const gesture = newId();
      if (how === "by itself") return void lay({ [name]: { ...other, motion: alone } }, `${attributeInfo(name).label} by itself`, gesture);
      const together = part.motion.together ?? newId().slice(0, 8);
      const joined = { ...own!.stroke.parts, [name]: { ...other, motion: { ...other.motion, together } } };
      lay(inStep(joined, attribute, { ...part.motion, together }), `${attributeInfo(name).label} in step with ${label}`, gesture);
    },
  };
}

/** One's sketch as it would be with this part. */
function drafted(show: Show, personId: string, on: Omit<PartOn, "personId" | "newId">): Strokes {
  const next = apply(show.records, partChanges(show, { newId, personId, ...on }));
  return next.ok ? (show.withRecords(next.value).sketchOf(personId)?.strokes ?? {}) : {};
}
