import {
  addedFan,
  attributeInfo,
  nextTouch,
  nudgeChanges,
  partChanges,
  selectionName,
  strokeFor,
  takenUp,
  type Fan,
  type Part,
} from "@vexa/core";
import { useInterface, useInterfaceOf } from "../selection/interface-store";
import { newId } from "../session/new-id";
import { useClient } from "../session/show-context";
import type { Lane } from "./lane-model";
import { partWords } from "./part-words";

/** What a lane does to the sketch. */
export interface LaneEdits {
  put(part: Part | null, gesture?: string): boolean;
  nudge(by: Fan, gesture: string): boolean;
  /** Closes a lane that nothing was done with yet. */
  close(): void;
}

export function useLaneEdits({ attribute }: Lane): LaneEdits {
  const client = useClient();
  const { selection, set } = useInterfaceOf("selection", "set");
  const { label } = attributeInfo(attribute);
  const on = { newId, personId: client.personId, selection, attribute };
  const strokes = (): Parameters<typeof strokeFor>[0] => client.view.sketchOf(client.personId)?.strokes ?? {};
  /** Nothing of one's own is on these heads: the first touch takes up the stage. */
  const fresh = (): boolean => useInterface.getState().openLanes.includes(attribute) && !strokeFor(strokes(), selection, attribute);
  const put = (part: Part | null, gesture?: string): boolean => {
    const show = client.view;
    const words = part ? `${label} ${partWords(attribute, part, client.view)}` : `Took ${label} out`;
    const touched = part && fresh() ? { ...part, touched: nextTouch(strokes()) } : part;
    return client.transact(`${words} on ${selectionName(show, selection)}`, partChanges(show, { ...on, part: touched }), gesture);
  };
  return {
    put,
    nudge: (by, gesture) => {
      const show = client.view;
      const part = fresh() ? takenUp(show, { selection, attribute, stage: client.values, now: client.now() }) : null;
      if (part) return put(part.level ? { ...part, level: addedFan(part.level, by) } : { ...part, nudge: by }, gesture);
      return client.transact(`Nudged ${label} on ${selectionName(show, selection)}`, nudgeChanges(show, { ...on, by }), gesture);
    },
    close: () => {
      const { openLanes } = useInterface.getState();
      set({ openLanes: openLanes.filter((other) => other !== attribute) });
    },
  };
}
