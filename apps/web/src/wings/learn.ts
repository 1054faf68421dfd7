import { create } from "zustand";
import { learnedChanges, setChange, type Change, type Control, type ControlTouch } from "@vexa/core";
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
  const changes = learnedChanges(client.view, { source, name, newId, ...learning });
  client.transact(`${name} of a wing was learned`, changes);
  return true;
}

export function takesChange(control: Control, to: Control["takes"]): Change {
  return setChange(control.id, ["takes"], { from: control.takes, to });
}
