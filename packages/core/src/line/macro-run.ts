import { explain, ok, type Result } from "../errors/result";
import type { Show } from "../show/show";
import { counted } from "../units/counted";
import type { Seconds } from "../units/units";
import { named, notRead } from "./line";

/** What stands in a line of a macro: a quick line, a wait, or another macro that is run before it goes on. */
export type MacroStep =
  | { readonly type: "line"; readonly text: string }
  | { readonly type: "wait"; readonly seconds: Seconds }
  | { readonly type: "beats"; readonly beats: number; readonly masterId: string }
  | { readonly type: "macro"; readonly macroId: string };

/** More steps than these in one run are somebody's ring: it is stopped, and said. */
export const MOST_MACRO_STEPS = 1000;
const LONGEST_WAIT = 3600;

/** Reads a line of a macro: `wait 2`, `wait 4 beats of Pulse`, `run Quiet house`, else a quick line, which is read when its turn comes. */
export function readStep(text: string, show: Show): Result<MacroStep> {
  const plain = text.trim().replace(/\s+/g, " ");
  const wait = /^wait (?<number>\S+)(?<beats> beats?(?: of (?<master>.+))?)?$/i.exec(plain)?.groups;
  if (wait) {
    const number = /^\d+(?:[.,]\d+)?$/.test(wait["number"]!) ? Number(wait["number"]!.replace(",", ".")) : NaN;
    if (!(number >= 0 && number <= LONGEST_WAIT))
      return notRead(wait["number"]!, "write how long, such as wait 2 or wait 4 beats of Pulse");
    if (wait["beats"] === undefined) return ok({ type: "wait", seconds: number });
    const masters = show.all("master");
    if (wait["master"] === undefined)
      return masters[0] ? ok({ type: "beats", beats: number, masterId: masters[0].id }) : notRead("beats", "there is no speed master");
    const master = named(masters, wait["master"], { name: ({ name }) => name, what: "speed master" });
    return master.ok ? ok({ type: "beats", beats: number, masterId: master.value.id }) : master;
  }
  const run = /^run (?<macro>.+)$/i.exec(plain)?.groups;
  if (run) {
    const macro = named(show.all("macro"), run["macro"]!, { name: ({ name }) => name, what: "macro" });
    return macro.ok ? ok({ type: "macro", macroId: macro.value.id }) : macro;
  }
  return plain === "" ? notRead("", "write a line or a wait") : ok({ type: "line", text: plain });
}

/** What a run wants next. */
export type MacroNext =
  | { readonly do: "line"; readonly text: string; readonly at: string }
  | { readonly do: "wait"; readonly seconds: Seconds; readonly at: string }
  | { readonly do: "end" }
  | { readonly do: "stop"; readonly why: string; readonly at: string };

/** One run of a macro, step by step; whoever runs it does the lines and the waiting. */
export class MacroRun {
  readonly #show: () => Show;
  /** Macros that are being run, the innermost last, and how far each is. */
  readonly #open: { readonly macroId: string; at: number }[];
  #steps = 0;

  constructor(macroId: string, show: () => Show) {
    this.#show = show;
    this.#open = [{ macroId, at: 0 }];
  }

  next(): MacroNext {
    for (;;) {
      const inner = this.#open.at(-1);
      if (!inner) return { do: "end" };
      const show = this.#show();
      const macro = show.get("macro", inner.macroId);
      const text = macro?.lines[inner.at];
      if (!macro || text === undefined) {
        this.#open.pop();
        continue;
      }
      const at = `${macro.name}, line ${inner.at + 1}`;
      inner.at++;
      if (++this.#steps > MOST_MACRO_STEPS)
        return { do: "stop", why: `it has done ${counted(MOST_MACRO_STEPS, "step")}, which is the most`, at };
      const step = readStep(text, show);
      if (!step.ok) return { do: "stop", why: explain(step.error), at };
      switch (step.value.type) {
        case "macro":
          this.#open.push({ macroId: step.value.macroId, at: 0 });
          continue;
        case "line":
          return { do: "line", text: step.value.text, at };
        case "wait":
          return { do: "wait", seconds: step.value.seconds, at };
        case "beats": {
          const tempo = show.masterState(step.value.masterId)?.tempo;
          const bpm = tempo ? tempo.bpm * tempo.scale : 0;
          if (bpm <= 0) return { do: "stop", why: "the speed master stands still, so its beats never come", at };
          return { do: "wait", seconds: (60 / bpm) * step.value.beats, at };
        }
      }
    }
  }
}
