import { attributeInfo, nextTouch, partChanges, saidValue, selectionName, strokeFor, type Head, type Part } from "@vexa/core";
import { useInterfaceOf } from "../selection/interface-store";
import { newId } from "../session/new-id";
import { useClient } from "../session/show-context";
import { useAddLane } from "./use-add-lane";
import { emptied } from "./emptied";
import { partWords } from "./part-words";

/** Takes a value that is said with its attribute, such as "strobe 8 Hz", into the sketch and opens its lane; null where nothing of these heads is said. */
export function useSaid(heads: readonly Head[]): (text: string) => boolean | null {
  const client = useClient();
  const { selection } = useInterfaceOf("selection");
  const open = useAddLane();
  return (text) => {
    const said = saidValue(heads, text);
    if (!said) return null;
    const { attribute, knots } = said;
    const show = client.view;
    const strokes = show.sketchOf(client.personId)?.strokes ?? {};
    const touched = nextTouch(strokes);
    const before = strokeFor(strokes, selection, attribute)?.stroke.parts[attribute];
    const part: Part = { ...emptied(before, touched), level: { knots }, touched };
    const words = `${attributeInfo(attribute).label} ${partWords(attribute, part, show)} on ${selectionName(show, selection)}`;
    const taken = client.transact(words, partChanges(show, { newId, personId: client.personId, selection, attribute, part }));
    if (taken) open(attribute);
    return taken;
  };
}
