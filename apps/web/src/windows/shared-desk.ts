import { whoSchema, type Attribute, type Selection } from "@vexa/core";
import { useInterface } from "../selection/interface-store";
import { newId } from "../session/new-id";

const DESK_KEY = "vexa-desk";

interface Said {
  readonly selection: Selection;
  readonly openLanes: readonly Attribute[];
  readonly laneAttribute: Attribute | null;
}

/** Which desk this window belongs to: one that it opens has the same, since a browser hands its storage on. */
function deskId(): string {
  const kept = sessionStorage.getItem(DESK_KEY);
  if (kept) return kept;
  const made = newId();
  sessionStorage.setItem(DESK_KEY, made);
  return made;
}

/** Windows that were opened from each other are one desk: who is selected in one is selected in all of them. Ends what it began. */
export function shareDesk(): () => void {
  const channel = new BroadcastChannel(`vexa-desk-${deskId()}`);
  let hearing = false;
  channel.onmessage = ({ data }: MessageEvent<Said>) => {
    if (whoSchema(data.selection, []) !== null) return;
    hearing = true;
    useInterface.setState({ selection: data.selection, openLanes: data.openLanes, laneAttribute: data.laneAttribute });
    hearing = false;
  };
  const stop = useInterface.subscribe(({ selection, openLanes, laneAttribute }, before) => {
    const same = selection === before.selection && openLanes === before.openLanes && laneAttribute === before.laneAttribute;
    if (!hearing && !same) channel.postMessage({ selection, openLanes, laneAttribute } satisfies Said);
  });
  return () => {
    stop();
    channel.close();
  };
}
