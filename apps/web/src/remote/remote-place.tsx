import { Lightbulb, SlidersVertical, StickyNote } from "lucide-react";
import { useState } from "react";
import { Link } from "react-router";
import { extentOf, mayBuild } from "@vexa/core";
import { useFromClient, useMe } from "../session/show-context";
import { MessageLine } from "../shell/message-line";
import { useActsAtTouch } from "../ui/acts-at-touch";
import { Button } from "../ui/button";
import { cn } from "../ui/class-names";
import { PopSheet } from "../ui/pop-sheet";
import { Notes } from "../places/crew/notes";
import { RemoteCards } from "./remote-cards";
import { RemoteHeads } from "./remote-heads";

const SHEETS = [
  { value: "heads", name: "Heads", Icon: Lightbulb },
  { value: "cards", name: "Cards", Icon: SlidersVertical },
  { value: "notes", name: "Notes", Icon: StickyNote },
] as const;
type Sheet = (typeof SHEETS)[number]["value"];

/** The tool in a pocket, for a phone held upright: heads that are picked and moved, cards as a column, notes. */
export function RemotePlace({ onSignOut }: { onSignOut: () => void }): React.JSX.Element {
  const me = useMe();
  const connection = useFromClient((client) => client.connection);
  const showName = useFromClient((client) => client.showName);
  const may: Record<Sheet, boolean> = {
    heads: mayBuild(me) || extentOf(me, "identify") !== "no" || extentOf(me, "hold") !== "no",
    cards: true,
    notes: extentOf(me, "note") !== "no",
  };
  const offered = SHEETS.filter(({ value }) => may[value]);
  const [chosen, choose] = useState<Sheet>(offered[0]!.value);
  useActsAtTouch();
  return (
    <div className="mx-auto grid h-full max-w-xl grid-cols-[minmax(0,1fr)] grid-rows-[auto_minmax(0,1fr)_auto_auto] bg-ground">
      <header className="flex h-12 items-center gap-2 border-b border-edge bg-bench px-3">
        <h1 className="min-w-0 flex-1 truncate font-semibold">{showName}</h1>
        {connection === "lost" ? (
          <p className="text-[13px] text-barred" role="alert">
            ▬ connection lost
          </p>
        ) : (
          <p className="text-[13px] text-ink-3">{me.name}</p>
        )}
        <PopSheet
          label="More"
          trigger={
            <Button tone="quiet" size="touch" aria-label="More">
              …
            </Button>
          }
        >
          <Link to="/perform" className="flex h-11 items-center rounded border border-edge px-3">
            All of Vexa
          </Link>
          <Button size="touch" onClick={onSignOut}>
            Sign out
          </Button>
        </PopSheet>
      </header>
      <main className="min-h-0">
        {chosen === "heads" && <RemoteHeads />}
        {chosen === "cards" && <RemoteCards />}
        {chosen === "notes" && (
          <div className="h-full overflow-y-auto p-3">
            <Notes onHead={() => choose(may.heads ? "heads" : "notes")} />
          </div>
        )}
      </main>
      <MessageLine />
      <nav className="flex border-t border-edge bg-bench" aria-label="Parts of the remote">
        {offered.map(({ value, name, Icon }) => (
          <button
            key={value}
            type="button"
            aria-current={value === chosen ? "page" : undefined}
            className={cn(
              "grid min-h-14 flex-1 justify-items-center gap-0.5 py-2 text-xs text-ink-2",
              value === chosen && "bg-raised text-ink",
            )}
            onClick={() => choose(value)}
          >
            <Icon size={20} aria-hidden />
            {name}
          </button>
        ))}
      </nav>
    </div>
  );
}
