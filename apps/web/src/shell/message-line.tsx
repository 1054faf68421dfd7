import { useEffect, useState } from "react";
import { Button } from "../ui/button";
import { cn } from "../ui/class-names";
import { markRead, useMessages, type Message } from "../ui/messages";
import { clockTime } from "../ui/moments";
import { PopSheet } from "../ui/pop-sheet";

/** So long a message stands: by the length of what is to be read. */
const LEAST_MS = 5000;
const MS_A_LETTER = 60;

/** The one place where messages stand, with room of its own: the last one for a while, all of them at a touch. What is within stands beside them. */
export function MessageLine({ children }: { children?: React.ReactNode }): React.JSX.Element {
  const { all, unread } = useMessages();
  const [last] = all;
  const shown = useShown(last ?? null);
  return (
    <section
      aria-label="Messages"
      className="flex h-7 pointer-coarse:h-11 min-w-0 items-center gap-2 border-t border-edge bg-bench px-3 text-xs"
    >
      <p role="status" title={shown?.text} className={cn("min-w-0 flex-1 truncate text-ink", shown?.kind === "refused" && "text-barred")}>
        {shown && (
          <>
            {shown.kind === "refused" ? "▬ " : ""}
            {shown.text}
            <Times times={shown.times} />
          </>
        )}
      </p>
      {children}
      <PopSheet
        label="All messages"
        className="w-[min(32rem,90vw)]"
        onOpen={(open) => open && markRead()}
        trigger={
          <Button tone="quiet" size="small" className="h-5 shrink-0" disabled={all.length === 0}>
            {unread > 0 ? `Messages (${unread})` : "Messages"}
          </Button>
        }
      >
        <ol className="grid gap-1.5">
          {all.map((message) => (
            <li key={message.key} className="grid grid-cols-[3.5rem_1fr] gap-2 border-b border-edge/60 pb-1.5 last:border-0">
              <time className="font-mono text-ink-3">{clockTime(message.atMs, "seconds")}</time>
              <span className={message.kind === "refused" ? "text-barred" : "text-ink"}>
                {message.kind === "refused" ? "▬ " : ""}
                {message.text}
                <Times times={message.times} />
              </span>
            </li>
          ))}
        </ol>
      </PopSheet>
    </section>
  );
}

function Times({ times }: { times: number }): React.JSX.Element | null {
  return times > 1 ? <span className="text-ink-3"> · {times} times</span> : null;
}

/** The message as long as it stands. */
function useShown(last: Message | null): Message | null {
  const [gone, setGone] = useState<number | null>(null);
  const moment = last ? last.atMs : null;
  useEffect(() => {
    if (!last || moment === null) return;
    const left = moment + Math.max(LEAST_MS, MS_A_LETTER * last.text.length) - Date.now();
    const timer = setTimeout(() => setGone(moment), Math.max(0, left));
    return () => clearTimeout(timer);
  }, [last, moment]);
  return last && gone !== moment ? last : null;
}
