import { create } from "zustand";
import { learnedChanges, setChange, type Change, type Control, type ControlTouch } from "@vexa/core";
import type { ShowClient } from "../session/show-client";
import { newId } from "../session/new-id";

/** What the next touch of a wing is to do. */
export type Job = Pick<Control, "does" | "targetId">;

interface LearnState {
  readonly learning: Job | null;
  /** A control that was touched and moves something else so far: it is asked before that is taken from it. */
  readonly taken: Pick<Control, "source" | "name"> | null;
  set: (learning: Job | null) => void;
}

export const useLearn = create<LearnState>((set) => ({
  learning: null,
  taken: null,
  set: (learning) => set({ learning, taken: null }),
}));

/** Takes a touch for what is being learned; false when nothing is. One that moves something else is asked for first. */
export function learnFrom(client: ShowClient, source: Control["source"], { name }: ControlTouch): boolean {
  const { learning } = useLearn.getState();
  if (!learning) return false;
  const present = client.view.all("control").find((control) => control.source === source && control.name === name);
  if (present && (present.targetId !== learning.targetId || present.does !== learning.does)) useLearn.setState({ taken: { source, name } });
  else learn(client, { source, name });
  return true;
}

/** The control does what is being learned from now on. */
export function learn(client: ShowClient, control: Pick<Control, "source" | "name">): void {
  const { learning, set } = useLearn.getState();
  if (!learning) return;
  set(null);
  client.transact(`${control.name} of a wing was learned`, learnedChanges(client.view, { ...control, newId, ...learning }));
}

export function takesChange(control: Control, to: Control["takes"]): Change {
  return setChange(control.id, ["takes"], { from: control.takes, to });
}
