import { useEffect, useState } from "react";
import {
  askedIn,
  counted,
  explain,
  LONGEST_LINE,
  mayBuild,
  MOST_MACRO_LINES,
  readLine,
  readStep,
  setChange,
  type Macro,
  type Show,
} from "@vexa/core";
import { newId } from "../session/new-id";
import { useClient, useMe, useQuietShow, useShow } from "../session/show-context";
import { Button } from "../ui/button";
import { DraftField } from "../ui/draft-field";
import { refuse, tell } from "../ui/messages";
import { PopSheet } from "../ui/pop-sheet";
import { WingControls } from "../wings/wing-controls";
import { beginDoing, endDoing, useDoing } from "./doing";
import { lineContext } from "./run-line";
import { MacroKey } from "./macro-key";
import { MacroRuns, runMacro } from "./macro-runs";

/** The macros of the show: run and written here. */
export function Macros(): React.JSX.Element {
  const show = useQuietShow();
  const client = useClient();
  const me = useMe();
  const [open, setOpen] = useState(false);
  const [editedId, setEdited] = useState<string | null>(null);
  const macros = show.all("macro").toSorted((a, b) => a.rank - b.rank);
  const edited = show.get("macro", editedId);
  const { lines: doing, missed } = useDoing();
  // Nobody writes on for whoever signs in next.
  useEffect(() => () => void endDoing(client), [client]);
  const add = (lines: readonly string[] = []): void => {
    const rank = 1 + Math.max(0, ...macros.map((macro) => macro.rank));
    const record: Macro = { id: `macro-${newId()}`, kind: "macro", version: 1, name: `Macro ${rank}`, rank, lines };
    if (client.transact(`Made ${record.name}`, [{ op: "add", record }])) setEdited(record.id);
  };
  const done = (): void => {
    const lines = endDoing(client);
    if (missed > 0) refuse(`${counted(missed, "thing")} that you did can't be written as a line, and isn't in the macro.`);
    if (lines.length === 0) return tell("Nothing was done that makes a macro");
    setOpen(true);
    add(lines);
  };
  return (
    <>
      <MacroRuns />
      {doing && (
        <Button tone="quiet" size="small" className="h-5 shrink-0 text-sketch" title="Makes a macro of what was done" onClick={done}>
          ◌ {counted(doing.length, "line")} by doing{missed > 0 ? `, ${missed} left out` : ""} · Done
        </Button>
      )}
      <PopSheet
        label="Macros"
        className="w-[min(34rem,92vw)]"
        open={open}
        onOpen={(to) => {
          setOpen(to);
          if (!to) setEdited(null);
        }}
        trigger={
          <Button tone="quiet" size="small" className="h-5 shrink-0" title="Named lists of lines">
            Macros
          </Button>
        }
      >
        {edited ? (
          <Edit macro={edited} onDone={() => setEdited(null)} />
        ) : (
          <>
            <ul className="grid max-h-80 gap-1 overflow-y-auto" aria-label="Macros of the show" tabIndex={0}>
              {macros.map((macro) => (
                <li key={macro.id} className="grid grid-cols-[minmax(0,1fr)_auto_auto] items-center gap-2 text-[13px]">
                  <span className="truncate">
                    {macro.name} <span className="text-ink-3">{counted(macro.lines.length, "line")}</span>
                  </span>
                  <Button
                    size="small"
                    tone="live"
                    disabled={macro.lines.length === 0}
                    aria-label={`Run ${macro.name}`}
                    onClick={() => {
                      setOpen(false);
                      runMacro(client, macro.id);
                    }}
                  >
                    Run
                  </Button>
                  {mayBuild(me) && (
                    <Button size="small" aria-label={`Write ${macro.name}`} onClick={() => setEdited(macro.id)}>
                      Write…
                    </Button>
                  )}
                </li>
              ))}
              {macros.length === 0 && (
                <li className="text-[13px] text-ink-2">There are none yet. A macro is a few quick lines under one name.</li>
              )}
            </ul>
            {mayBuild(me) && (
              <div className="flex gap-1.5">
                <Button once onClick={() => add()}>
                  New macro
                </Button>
                {!doing && (
                  <Button
                    title="What you do from now on in this window is written down as lines"
                    onClick={() => {
                      setOpen(false);
                      beginDoing(client);
                    }}
                  >
                    New one by doing
                  </Button>
                )}
              </div>
            )}
          </>
        )}
      </PopSheet>
    </>
  );
}

function Edit({ macro, onDone }: { macro: Macro; onDone: () => void }): React.JSX.Element {
  const client = useClient();
  const show = useShow();
  const { id, name, lines } = macro;
  const [text, setText] = useState(lines.join("\n"));
  const written = text
    .split("\n")
    .map((line) => line.trim())
    .filter((line) => line !== "");
  const asked = new Set(written.flatMap((line) => /^ask ([a-z0-9-]+):/i.exec(line)?.[1]!.toLowerCase() ?? []));
  const flaws = written.flatMap((line, at) => flawOf(show, line, at));
  const fits = written.length <= MOST_MACRO_LINES && written.every((line) => line.length <= LONGEST_LINE);
  const keep = (): void => {
    if (
      written.join("\n") === lines.join("\n") ||
      client.transact(`Wrote ${name}`, [setChange(id, ["lines"], { from: lines, to: written })])
    )
      onDone();
  };
  /** A line is looked at as things stand now; when it runs, it is read anew. */
  function flawOf(of: Show, line: string, at: number): string[] {
    const wanted = askedIn(line);
    const nobody = wanted.find((name) => !asked.has(name));
    if (nobody !== undefined) return [`${at + 1}: nothing asks for {${nobody}}; write “ask ${nobody}: …” before it.`];
    if (wanted.length > 0) return [];
    const step = readStep(line, of);
    const read = step.ok && step.value.type === "line" ? readLine(step.value.text, { ...lineContext(client), show: of }) : step;
    return read.ok ? [] : [`${at + 1}: ${explain(read.error)}`];
  }
  return (
    <div className="grid gap-2 text-[13px]">
      <DraftField
        label={`Name of ${name}`}
        className="font-sans"
        text={name}
        onTake={(to) => to !== "" && to.length <= 80 && client.transact(`Called it ${to}`, [setChange(id, ["name"], { from: name, to })])}
      />
      <textarea
        aria-label={`Lines of ${name}`}
        aria-describedby="macro-flaws"
        className="h-40 w-full rounded border border-edge bg-ground p-2 font-mono text-[13px] text-ink outline-none focus:border-ink-3"
        spellCheck={false}
        placeholder={"Rib spots: dim 60\nwait 4 beats of Pulse\nRib spots: pan -40..40"}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => event.stopPropagation()}
      />
      <div id="macro-flaws" className="text-xs" role="status">
        {flaws.length === 0 ? (
          <span className="text-ink-3">
            One line each: quick lines, “wait 2”, “wait 4 beats of” a speed master, “wait for” a list’s cue to arrive, “ask wide: How wide?”
            and then {"{wide}"} in a line, “run” another macro.
          </span>
        ) : (
          <ul className="grid max-h-24 gap-0.5 overflow-y-auto text-barred" tabIndex={0} aria-label="What isn’t understood now">
            {flaws.map((flaw) => (
              <li key={flaw}>▬ {flaw}</li>
            ))}
          </ul>
        )}
      </div>
      <WingControls jobs={["macro"]} targetId={id} />
      <MacroKey macro={macro} />
      <div className="flex gap-1.5">
        <Button tone="sketch" disabled={!fits} onClick={keep}>
          Keep it
        </Button>
        <Button onClick={onDone}>Leave it</Button>
        <Button
          className="ml-auto text-barred"
          onClick={() => client.transact(`Took ${name} away`, [{ op: "remove", record: macro }]) && onDone()}
        >
          Take it away
        </Button>
      </div>
    </div>
  );
}
