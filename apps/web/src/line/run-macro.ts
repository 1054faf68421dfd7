import { create } from "zustand";
import { explain, MacroRun } from "@vexa/core";
import type { ShowClient } from "../session/show-client";
import { refuse, tell } from "../ui/messages";
import { runLine } from "./run-line";

/** A macro that runs in this window. */
export interface RunningMacro {
  readonly key: number;
  readonly macroId: string;
  readonly name: string;
  /** Which line is done, or waited at. */
  readonly at: string;
  readonly stop: () => void;
}

export const useRunning = create<{ readonly running: readonly RunningMacro[] }>(() => ({ running: [] }));

let keys = 0;

/** Runs a macro line by line, as the person here; a line that isn't understood stops it, and is named. */
export async function runMacro(client: ShowClient, macroId: string): Promise<void> {
  const name = client.view.get("macro", macroId)?.name;
  if (name === undefined) return refuse("This macro isn't there any more. Nothing was done.");
  const run = new MacroRun(macroId, () => client.view);
  const key = ++keys;
  let stopped = false;
  let wake = (): void => undefined;
  const stop = (): void => {
    stopped = true;
    wake();
  };
  const change = (to: (running: readonly RunningMacro[]) => readonly RunningMacro[]): void =>
    useRunning.setState(({ running }) => ({ running: to(running) }));
  change((running) => [...running, { key, macroId, name, at: name, stop }]);
  const end = (): void => change((running) => running.filter((each) => each.key !== key));
  for (;;) {
    const next = run.next();
    if (stopped || next.do === "end") break;
    if (next.do === "stop") {
      refuse(`${next.at}: ${next.why.replace(/\.$/, "")}. The macro was stopped there.`);
      break;
    }
    change((running) => running.map((each) => (each.key === key ? { ...each, at: next.at } : each)));
    if (next.do === "wait")
      await new Promise<void>((resolve) => {
        const timer = setTimeout(resolve, next.seconds * 1000);
        wake = () => {
          clearTimeout(timer);
          resolve();
        };
      });
    else {
      const done = runLine(client, next.text);
      if (!done.ok) {
        refuse(`${next.at}: ${explain(done.error)} The macro was stopped there.`);
        break;
      }
      // Others get their turn between two lines.
      await new Promise((resolve) => setTimeout(resolve));
    }
  }
  if (stopped) tell(`Stopped ${name}`);
  end();
}
