import { explain, ok, type Result } from "../errors/result";
import { DEEPEST_MACRO, type MacroProgress } from "../playback/running-macro";
import { callProgress, callSeconds, cueCall } from "../questions/cue-call";
import type { Show } from "../show/show";
import { counted } from "../units/counted";
import type { Seconds } from "../units/units";
import { drivenBpm } from "../tempo/tempo-clock";
import { named, notRead } from "./line";

/** What stands in a line of a macro: a quick line, a wait, a question, or another macro that is run before it goes on. */
export type MacroStep =
  | { readonly type: "line"; readonly text: string }
  | { readonly type: "wait"; readonly seconds: Seconds }
  | { readonly type: "beats"; readonly beats: number; readonly masterId: string }
  | { readonly type: "arrival"; readonly listId: string }
  | { readonly type: "ask"; readonly name: string; readonly question: string }
  | { readonly type: "macro"; readonly macroId: string };

/** How what only macros have is written, with an example from the demo. */
export const MACRO_LINES: readonly { readonly form: string; readonly example: string; readonly what: string }[] = [
  { form: "wait SECONDS", example: "wait 1.5", what: "goes on after that time" },
  {
    form: "wait NUMBER beats [of MASTER]",
    example: "wait 4 beats of Pulse",
    what: "goes on after so many beats, of the first speed master unless one is named",
  },
  {
    form: "wait for LIST",
    example: "wait for Night bloom",
    what: "goes on when the list’s cue has arrived, however long that takes; at once where it doesn’t run",
  },
  {
    form: "ask NAME: QUESTION",
    example: "ask wide: How wide, in degrees?",
    what: "waits until whoever began it has answered; `{wide}` in later lines is the answer",
  },
  {
    form: "run MACRO",
    example: "run Quiet house",
    what: "does another macro before it goes on; as its last line it hands over to it, so that a macro may go round",
  },
];

/** More steps than these in one run are somebody's ring: it is stopped, and said. */
export const MOST_MACRO_STEPS = 1000;
const LONGEST_WAIT = 3600;
/** A cue that is waited for may be paused or followed by another: how it stands is looked at so often. */
const LOOK_AGAIN_SECONDS = 0.25;

const ASKED = /\{(?<name>[a-z][a-z0-9-]*)\}/gi;

/**
 * Reads a line of a macro: `wait 2`, `wait 4 beats of Pulse`, `wait for Night bloom`, `ask level: How bright?`, `run Quiet house`, else a
 * quick line, which is read when its turn comes.
 */
export function readStep(text: string, show: Show): Result<MacroStep> {
  const plain = text.trim().replace(/\s+/g, " ");
  const arrival = /^wait for (?<list>.+)$/i.exec(plain)?.groups;
  if (arrival) {
    const list = named(show.all("cueList"), arrival["list"]!, { name: ({ name }) => name, what: "cue list" });
    return list.ok ? ok({ type: "arrival", listId: list.value.id }) : list;
  }
  const wait = /^wait (?<number>\S+)(?<beats> beats?(?: of (?<master>.+))?)?$/i.exec(plain)?.groups;
  if (wait) return readWait(wait, show);
  const ask = /^ask (?<name>[a-z][a-z0-9-]{0,39}): (?<question>.{1,200})$/i.exec(plain)?.groups;
  if (ask) return ok({ type: "ask", name: ask["name"]!.toLowerCase(), question: ask["question"]! });
  if (/^ask\b/i.test(plain)) return notRead(plain, "write a name and the question, such as ask level: How bright?");
  const run = /^run (?<macro>.+)$/i.exec(plain)?.groups;
  if (run) {
    const macro = named(show.all("macro"), run["macro"]!, { name: ({ name }) => name, what: "macro" });
    return macro.ok ? ok({ type: "macro", macroId: macro.value.id }) : macro;
  }
  return plain === "" ? notRead("", "write a line or a wait") : ok({ type: "line", text: plain });
}

function readWait(wait: Readonly<Record<string, string | undefined>>, show: Show): Result<MacroStep> {
  const number = /^\d+(?:[.,]\d+)?$/.test(wait["number"]!) ? Number(wait["number"]!.replace(",", ".")) : NaN;
  if (!(number >= 0 && number <= LONGEST_WAIT)) return notRead(wait["number"]!, "write how long, such as wait 2 or wait 4 beats of Pulse");
  if (wait["beats"] === undefined) return ok({ type: "wait", seconds: number });
  const masters = show.all("master");
  if (wait["master"] === undefined)
    return masters[0] ? ok({ type: "beats", beats: number, masterId: masters[0].id }) : notRead("beats", "there is no speed master");
  const master = named(masters, wait["master"], { name: ({ name }) => name, what: "speed master" });
  return master.ok ? ok({ type: "beats", beats: number, masterId: master.value.id }) : master;
}

/** The names of what a line wants to have been asked. */
export function askedIn(text: string): string[] {
  return [...text.matchAll(ASKED)].map(({ groups }) => groups!["name"]!.toLowerCase());
}

/** The line with what was answered in place of `{names}`; one that nobody was asked for is an error. */
export function withAnswers(text: string, answers: Readonly<Record<string, string>>): Result<string> {
  const missing = askedIn(text).find((name) => !Object.hasOwn(answers, name));
  if (missing !== undefined) return notRead(`{${missing}}`, `nothing has asked for it; write ask ${missing}: and a question before`);
  return ok(text.replace(ASKED, (_, name: string) => answers[name.toLowerCase()]!));
}

/** What a run wants next, and the place where it says so. */
export type MacroNext =
  | { readonly do: "line"; readonly text: string; readonly at: string }
  | { readonly do: "wait"; readonly seconds: Seconds; readonly at: string }
  | { readonly do: "ask"; readonly name: string; readonly question: string; readonly at: string }
  | { readonly do: "end" }
  | { readonly do: "stop"; readonly why: string; readonly at: string };

/** The next thing that a run does at a moment, and how far it is then. What is taken away or shortened while it runs just ends. */
export function nextOfMacro(
  progress: MacroProgress,
  show: Show,
  now: Seconds,
): { readonly progress: MacroProgress; readonly next: MacroNext } {
  const open = [...progress.open];
  let { steps } = progress;
  const after = (next: MacroNext): { progress: MacroProgress; next: MacroNext } => ({ progress: { ...progress, open, steps }, next });
  for (;;) {
    const inner = open.at(-1);
    if (!inner) return after({ do: "end" });
    const macro = show.get("macro", inner.macroId);
    const text = macro?.lines[inner.line];
    if (!macro || text === undefined) {
      open.pop();
      continue;
    }
    const at = `${macro.name}, line ${inner.line + 1}`;
    const filled = withAnswers(text, progress.answers);
    const step = filled.ok ? readStep(filled.value, show) : filled;
    if (!step.ok) return after({ do: "stop", why: explain(step.error), at });
    const arriving = step.value.type === "arrival" ? secondsToArrival(show, step.value.listId, now) : 0;
    if (arriving > 0) return after({ do: "wait", seconds: Math.min(LOOK_AGAIN_SECONDS, arriving), at });
    open[open.length - 1] = { ...inner, line: inner.line + 1 };
    if (++steps > MOST_MACRO_STEPS)
      return after({ do: "stop", why: `it has done ${counted(MOST_MACRO_STEPS, "step")}, which is the most`, at });
    const { value } = step;
    switch (value.type) {
      case "arrival":
        continue;
      case "macro":
        // Its last line hands over to the other: a macro may go round by running itself.
        if (inner.line + 1 >= macro.lines.length) open.pop();
        if (open.length >= DEEPEST_MACRO)
          return after({ do: "stop", why: `macros run inside each other ${DEEPEST_MACRO} deep, which is the most`, at });
        open.push({ macroId: value.macroId, line: 0 });
        continue;
      case "line":
        return after({ do: "line", text: value.text, at });
      case "ask":
        return after({ do: "ask", name: value.name, question: value.question, at });
      case "wait":
        return after({ do: "wait", seconds: value.seconds, at });
      case "beats": {
        const tempo = show.tempo(value.masterId);
        const bpm = tempo ? drivenBpm(tempo) : 0;
        if (bpm <= 0) return after({ do: "stop", why: "the speed master stands still, so its beats never come", at });
        return after({ do: "wait", seconds: (60 / bpm) * value.beats, at });
      }
    }
  }
}

/** How long a list's cue still fades; 0 where it has arrived or the list doesn't run. */
function secondsToArrival(show: Show, listId: string, now: Seconds): Seconds {
  const call = cueCall(show, listId);
  return call?.runs ? callProgress(call.runs.state, { seconds: callSeconds(show, call), now }).left : 0;
}
