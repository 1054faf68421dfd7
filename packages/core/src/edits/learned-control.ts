import type { Change } from "../document/transaction";
import { hasTravel, type Control } from "../playback/control";
import type { Show } from "../show/show";

/** The changes that give a control of a wing a job; one that did something else does this from now on. */
export function learnedChanges(show: Show, of: Pick<Control, "source" | "name" | "does" | "targetId"> & { newId: () => string }): Change[] {
  const { source, name, does, targetId } = of;
  const present = show.all("control").find((control) => control.source === source && control.name === name);
  const record: Control = {
    id: `control-${of.newId()}`,
    kind: "control",
    version: 1,
    source,
    name,
    takes: hasTravel(does) ? "when-met" : "at-once",
    does,
    ...(targetId === undefined ? {} : { targetId }),
  };
  return [...(present ? [{ op: "remove" as const, record: present }] : []), { op: "add", record }];
}
