import { useEffect, useState } from "react";
import { Button } from "../ui/button";
import { cn } from "../ui/class-names";
import { markRead, standingMessages, standsUntil, useMessages, type Message } from "../ui/messages";
import { clockTime } from "../ui/moments";
import { PopSheet } from "../ui/pop-sheet";

/** The one place where messages stand, with room of its own: the last one for a while, with what was refused, all of them at a touch. What is within stands beside them. */
export function MessageLine({ children }: { children?: React.ReactNode }): React.JSX.Element {
  const { all, unread } = useMessages();
  const standing = useStanding(all);
  return (
    <section
      aria-label="Messages"
      className="flex h-7 pointer-coarse:h-11 min-w-0 items-center gap-2 border-t border-edge bg-bench px-3 text-xs"
    >
      <p role="status" className="flex min-w-0 flex-1 gap-3">
        {standing.map((message) => (
          <span
            key={message.key}
            title={message.text}
            className={cn("min-w-0 truncate", message.kind === "refused" ? "text-barred" : "text-ink")}
          >
            {message.kind === "refused" ? "▬ " : ""}
            {message.text}
            <Times times={message.times} />
          </span>
        ))}
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

/** The messages as long as they stand. */
function useStanding(all: readonly Message[]): readonly Message[] {
  const [, look] = useState(0);
  const standing = standingMessages(all, Date.now());
  const until = Math.min(...standing.map(standsUntil));
  useEffect(() => {
    if (until === Infinity) return;
    const timer = setTimeout(() => look((before) => before + 1), Math.max(0, until - Date.now()));
    return () => clearTimeout(timer);
  }, [until]);
  return standing;
}
