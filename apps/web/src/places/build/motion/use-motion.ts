import { useMemo, useRef, useState } from "react";
import {
  apply,
  attributeInfo,
  changedId,
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
import { useInterfaceOf } from "../../../selection/interface-store";
import { useClient, useMe, useShow } from "../../../session/show-context";
import { firstMotion, kindsFor } from "./first-motion";
import { newId } from "../../../session/new-id";

/** The motion of one attribute of the selection: a draft here alone, or one that runs and changes on stage. */
export interface MotionInHand {
  readonly attribute: Attribute;
  readonly motion: Motion;
  readonly runs: boolean;
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

/** `hand` stays the same while nothing of the motion changes, whatever a drag makes of the values about which it moves. */
export function useMotion(attribute: Attribute): {
  readonly hand: MotionInHand;
  /** The sketch with the motion in it, whether it runs already or not. */
  readonly strokes: Strokes;
} {
  const client = useClient();
  const me = useMe();
  const show = useShow();
  const { selection } = useInterfaceOf("selection");
  const own = strokeFor(show.sketchOf(me.id)?.strokes ?? {}, selection, attribute);
  const part = own?.stroke.parts[attribute] ?? null;
  const [draft, setDraft] = useState<Motion>(() => firstMotion(attribute, kindsFor(attribute)[0]!, { show, before: null }));
  const motion = part?.motion ?? draft;
  const withMotion = (next: Motion): Part => {
    // What moves by itself follows nobody.
    const { follow: _, ...rest } = part ?? { shape: {}, touched: Math.floor(client.now()) };
    return { ...rest, motion: next };
  };
  const others = useSame(
    (Object.entries(own?.stroke.parts ?? {}) as [Attribute, Part][]).flatMap(([name, { motion: moved }]) =>
      moved && name !== attribute ? [{ attribute: name, motion: moved }] : [],
    ),
  );
  const latest = useRef({ own, part, draft, motion, selection, withMotion });
  latest.current = { own, part, draft, motion, selection, withMotion };
  const runs = part?.motion !== undefined;
  const hand = useMemo((): MotionInHand => {
    const { label } = attributeInfo(attribute);
    const lay = (parts: Record<Attribute, Part | null>, words: string, gesture: string = newId()): boolean =>
      (Object.entries(parts) as [Attribute, Part | null][]).every(([name, next]) =>
        client.transact(
          `${words} on ${selectionName(client.view, latest.current.selection)}`,
          partChanges(client.view, { newId, personId: me.id, selection: latest.current.selection, attribute: name, part: next }),
          gesture,
        ),
      );
    return {
      attribute,
      motion,
      runs,
      others,
      put: (next, gesture) => {
        const of = latest.current;
        setDraft(next);
        if (!of.part?.motion) return true;
        return lay(inStep(of.own!.stroke.parts, attribute, next), `${label} ${motionWords(attribute, next)}`, gesture);
      },
      start: () => {
        const of = latest.current;
        lay({ [attribute]: of.withMotion(of.draft) }, `${label} ${motionWords(attribute, of.draft)}`);
      },
      takeOut: () => {
        const of = latest.current;
        if (!of.part) return;
        const { motion: _, ...rest } = of.part;
        const says = rest.level ?? rest.nudge ?? rest.colors ?? rest.points ?? rest.presets ?? rest.taken;
        setDraft(of.motion);
        lay({ [attribute]: says ? rest : null }, `Took the motion of ${label} out`);
      },
      join: (name, how) => {
        const of = latest.current;
        const other = of.own?.stroke.parts[name];
        if (!other?.motion || !of.part?.motion) return;
        const { together: _, ...alone } = other.motion;
        const gesture = newId();
        if (how === "by itself")
          return void lay({ [name]: { ...other, motion: alone } }, `${attributeInfo(name).label} by itself`, gesture);
        const together = of.part.motion.together ?? newId().slice(0, 8);
        const joined = { ...of.own!.stroke.parts, [name]: { ...other, motion: { ...other.motion, together } } };
        lay(inStep(joined, attribute, { ...of.part.motion, together }), `${attributeInfo(name).label} in step with ${label}`, gesture);
      },
    };
  }, [client, me.id, attribute, motion, runs, others]);
  const strokes = runs ? (show.sketchOf(me.id)?.strokes ?? {}) : drafted(show, me.id, { selection, attribute, part: withMotion(draft) });
  return { hand, strokes };
}

/** The same list while its entries are of the same content. */
function useSame(others: MotionInHand["others"]): MotionInHand["others"] {
  const kept = useRef(others);
  const same =
    kept.current.length === others.length &&
    others.every(({ attribute, motion }, index) => kept.current[index]!.attribute === attribute && kept.current[index]!.motion === motion);
  if (!same) kept.current = others;
  return kept.current;
}

/** One's sketch as it would be with this part. */
function drafted(show: Show, personId: string, on: Omit<PartOn, "personId" | "newId">): Strokes {
  const changes = partChanges(show, { newId, personId, ...on });
  const next = apply(show.records, changes);
  return next.ok ? (show.withRecords(next.value, changes.map(changedId)).sketchOf(personId)?.strokes ?? {}) : {};
}
