import { create } from "zustand";
import { hasTravel, setChange, type Change, type Control, type ControlTouch } from "@vexa/core";
import type { ShowClient } from "../session/show-client";
import { newId } from "../session/new-id";

/** What the next touch of a wing is to do. */
export type Job = Pick<Control, "does" | "targetId">;

interface LearnState {
  readonly learning: Job | null;
  set: (learning: Job | null) => void;
}

export const useLearn = create<LearnState>((set) => ({ learning: null, set: (learning) => set({ learning }) }));

/** Takes a touch for what is being learned; false when nothing is. A control that did something else does this from now on. */
export function learnFrom(client: ShowClient, source: Control["source"], { name }: ControlTouch): boolean {
  const { learning, set } = useLearn.getState();
  if (!learning) return false;
  set(null);
  const present = client.view.all("control").find((control) => control.source === source && control.name === name);
  const { does, targetId } = learning;
  const record: Control = {
    id: `control-${newId()}`,
    kind: "control",
    version: 1,
    source,
    name,
    takes: hasTravel(does) ? "when-met" : "at-once",
    does,
    ...(targetId === undefined ? {} : { targetId }),
  };
  const changes: Change[] = [...(present ? [{ op: "remove" as const, record: present }] : []), { op: "add", record }];
  client.transact(`${name} of a wing was learned`, changes);
  return true;
}

export function takesChange(control: Control, to: Control["takes"]): Change {
  return setChange(control.id, ["takes"], { from: control.takes, to });
}
