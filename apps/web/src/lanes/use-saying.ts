import { useRef } from "react";
import { attributeInfo, partChanges, selectionName, strokeFor, type Attribute, type Part } from "@vexa/core";
import { useInterfaceOf } from "../selection/interface-store";
import { newId } from "../session/new-id";
import { useClient, useFromClient } from "../session/show-context";
import { emptied } from "./emptied";

/** Says one thing of an attribute for the selection, in one's sketch, and what is said; from `begin` on, one undo takes all of it back. */
export function useSaying(attribute: Attribute): {
  readonly said: Part | undefined;
  begin: () => void;
  say: (content: Pick<Part, "level"> | Pick<Part, "colors">, words: string) => void;
} {
  const client = useClient();
  const { selection } = useInterfaceOf("selection");
  const gesture = useRef("");
  const said = useFromClient(
    ({ view, personId }) => strokeFor(view.sketchOf(personId)?.strokes ?? {}, selection, attribute)?.stroke.parts[attribute],
  );
  return {
    said,
    begin: () => void (gesture.current = newId()),
    say: (content, words) => {
      const touched = 1 + (said?.touched ?? Math.floor(client.now()));
      const { motion: _, ...still } = emptied(said, touched);
      const part = { ...still, ...content, touched };
      client.transact(
        `${attributeInfo(attribute).label} ${words} on ${selectionName(client.view, selection)}`,
        partChanges(client.view, { newId, personId: client.personId, selection, attribute, part }),
        gesture.current || newId(),
      );
    },
  };
}
