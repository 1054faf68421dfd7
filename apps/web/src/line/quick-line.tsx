import { useEffect, useMemo, useRef, useState } from "react";
import { completeLine, explain, readLine } from "@vexa/core";
import { useInterfaceOf } from "../selection/interface-store";
import { useClient, useShow } from "../session/show-context";
import { Button } from "../ui/button";
import { cn } from "../ui/class-names";
import { TextInput } from "../ui/field";
import { lineContext, runLine } from "./run-line";

const KEPT_KEY = "vexa-lines";
const MOST_KEPT = 50;

function keptLines(): string[] {
  try {
    const kept = JSON.parse(sessionStorage.getItem(KEPT_KEY) ?? "[]") as unknown;
    return Array.isArray(kept) ? kept.filter((line) => typeof line === "string") : [];
  } catch {
    return [];
  }
}

/** Opens with `/`: heads and what they do, written in a line; says what it understood before Enter, and shows the heads on the stage. */
export function QuickLine(): React.JSX.Element | null {
  const { lineShown, set } = useInterfaceOf("lineShown", "set");
  return lineShown ? <OpenLine onDone={() => set({ lineShown: false, meantHeads: null })} /> : null;
}

function OpenLine({ onDone }: { onDone: () => void }): React.JSX.Element {
  const client = useClient();
  const show = useShow();
  const { selection, set } = useInterfaceOf("selection", "set");
  const [text, setText] = useState("");
  const [lines, setLines] = useState(keptLines);
  /** Which of the lines of before stands there, counted from the last; -1 = none. */
  const [back, setBack] = useState(-1);
  const input = useRef<HTMLInputElement>(null);
  const context = useMemo(() => ({ ...lineContext(client), show, selection }), [client, show, selection]);
  const read = useMemo(() => (text.trim() === "" ? null : readLine(text, context)), [text, context]);
  const offered = useMemo(() => completeLine(text, context), [text, context]);
  const heads = read?.ok ? read.value.heads : null;
  useEffect(() => set({ meantHeads: heads }), [heads, set]);
  const take = (): void => {
    const done = runLine(client, text);
    if (!done.ok) return;
    const next = [...lines.filter((line) => line !== text), text].slice(-MOST_KEPT);
    sessionStorage.setItem(KEPT_KEY, JSON.stringify(next));
    setLines(next);
    setBack(-1);
    setText("");
  };
  const hop = (by: 1 | -1): void => {
    const to = Math.max(-1, Math.min(lines.length - 1, back + by));
    setBack(to);
    setText(to < 0 ? "" : lines.at(-1 - to)!);
  };
  return (
    <section
      aria-label="Quick line"
      className="fixed bottom-8 left-1/2 z-40 grid w-[min(46rem,92vw)] -translate-x-1/2 gap-1.5 rounded border border-sketch bg-bench p-2.5 shadow-sheet pointer-coarse:bottom-12"
    >
      <div className="flex gap-2">
        <TextInput
          ref={input}
          autoFocus
          aria-label="Line"
          aria-describedby="line-says"
          aria-invalid={read !== null && !read.ok}
          className="h-9 min-w-0 flex-1 font-mono"
          placeholder="Rib spots/odd: dim 0..80, pan -20..20   ·   Night bloom go   ·   sel park"
          value={text}
          maxLength={1000}
          onChange={(event) => {
            setBack(-1);
            setText(event.target.value);
          }}
          onKeyDown={(event) => {
            event.stopPropagation();
            const keys: Record<string, () => void> = {
              Enter: take,
              Escape: onDone,
              ArrowUp: () => hop(1),
              ArrowDown: () => hop(-1),
              Tab: () => offered[0] && setText(offered[0].line),
            };
            const act = keys[event.key];
            if (!act) return;
            event.preventDefault();
            act();
          }}
        />
        <Button tone="sketch" disabled={!read?.ok} onClick={take}>
          Do it
        </Button>
        <Button onClick={onDone}>Close</Button>
      </div>
      <p id="line-says" role="status" className="min-h-5 text-[13px]">
        {read === null ? (
          <span className="text-ink-3">Heads and what they do. Up and down bring back what was typed; Tab completes.</span>
        ) : read.ok ? (
          <span className="text-live">{read.value.says}</span>
        ) : (
          <>
            <Pointed text={text} word={String((read.error.details as { word?: unknown }).word ?? "")} />{" "}
            <span className="text-ink-2">{explain(read.error)}</span>
          </>
        )}
      </p>
      {offered.length > 0 && (
        <ul className="flex flex-wrap gap-1" aria-label="What may follow">
          {offered.map(({ line, word, what }) => (
            <li key={line}>
              <Button
                size="small"
                tone="chip"
                title={what}
                onClick={() => {
                  setText(line);
                  input.current?.focus();
                }}
              >
                {word}
              </Button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** The line with the word at which it isn't understood. */
function Pointed({ text, word }: { text: string; word: string }): React.JSX.Element {
  const at = word === "" ? -1 : text.lastIndexOf(word);
  if (at < 0) return <span className="font-mono text-barred">▬</span>;
  return (
    <span className="font-mono text-xs text-ink-3">
      {text.slice(0, at)}
      <b className={cn("text-barred underline decoration-wavy underline-offset-4")}>{word}</b>
      {text.slice(at + word.length)}
    </span>
  );
}
