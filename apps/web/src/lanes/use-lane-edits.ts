import { newId } from "../session/new-id";
import { attributeInfo, nudgeChanges, partChanges, selectionName, type Fan, type Part } from "@vexa/core";
import { useInterface } from "../selection/interface-store";
import { useClient } from "../session/show-context";
import type { Lane } from "./lane-model";
import { partWords } from "./part-words";

/** What a lane does to the sketch. */
export interface LaneEdits {
  put(part: Part | null, gesture?: string): boolean;
  nudge(by: Fan, gesture: string): boolean;
}

export function useLaneEdits({ attribute }: Lane): LaneEdits {
  const client = useClient();
  const { selection } = useInterface();
  const { label } = attributeInfo(attribute);
  return {
    put: (part, gesture) => {
      const show = client.view;
      const words = part ? `${label} ${partWords(attribute, part)}` : `Took ${label} out`;
      return client.transact(
        `${words} on ${selectionName(show, selection)}`,
        partChanges(show, { newId, personId: client.personId, selection, attribute, part }),
        gesture,
      );
    },
    nudge: (by, gesture) => {
      const show = client.view;
      return client.transact(
        `Nudged ${label} on ${selectionName(show, selection)}`,
        nudgeChanges(show, { newId, personId: client.personId, selection, attribute, by }),
        gesture,
      );
    },
  };
}
