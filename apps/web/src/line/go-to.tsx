import { Dialog } from "radix-ui";
import { useMemo, useRef, useState } from "react";
import { useLocation, useNavigate } from "react-router";
import { namedThings, selectedHeads, thingsNamed, type FoundLeads, type Show, type Song } from "@vexa/core";
import useSWR from "swr";
import { useSong } from "../places/perform/tonight/use-song";
import { applyPreset } from "../presets/preset-edits";
import { useInterface, useInterfaceOf } from "../selection/interface-store";
import type { ShowClient } from "../session/show-client";
import { useClient, useShow } from "../session/show-context";
import { SHORTCUTS } from "../shell/shortcut-table";
import { cn } from "../ui/class-names";
import { TextInput } from "../ui/field";
import { runMacro } from "./macro-runs";
import { refuse } from "../ui/messages";

interface Offered {
  readonly key: string;
  readonly kind: string;
  readonly name: string;
  readonly does: string;
  readonly go: () => void;
}

const MOST = 40;
const PLACES = [
  ["Rig: lamps", "/rig/lamps"],
  ["Rig: addresses", "/rig/addresses"],
  ["Rig: profiles", "/rig/profiles"],
  ["Rig: curves", "/rig/curves"],
  ["Rig: check", "/rig/check"],
  ["Rig: targets", "/rig/targets"],
  ["Rig: new venue", "/rig/venue"],
  ["Build", "/build"],
  ["Score", "/score"],
  ["Perform", "/perform"],
  ["Crew: division", "/crew/division"],
  ["Crew: loans", "/crew/loans"],
  ["Crew: people", "/crew/people"],
  ["Crew: history and versions", "/crew/history"],
  ["Trace", "/trace"],
  ["Remote: for a phone", "/remote"],
  ["Show: shows", "/show/shows"],
  ["Show: network", "/show/network"],
  ["Show: health", "/show/health"],
  ["Show: devices", "/show/devices"],
  ["Show: settings", "/show/settings"],
  ["Show: help", "/show/help"],
] as const;

/** Keys that do one thing, wherever the pointer is. */
const COMMANDS = SHORTCUTS.filter(({ keys }) => !/ and |arrows|^(Ctrl\+K|\/)$/.test(keys));

/** Opens with Ctrl+K: heads, groups, presets, cues, lists, cards, songs, targets, people, places, commands and help, by any part of the name. */
export function GoTo(): React.JSX.Element {
  const { goToShown, set } = useInterfaceOf("goToShown", "set");
  const close = (): void => set({ goToShown: false });
  return (
    <Dialog.Root open={goToShown} onOpenChange={(open) => set({ goToShown: open })}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-16 left-1/2 z-50 grid w-[min(36rem,92vw)] -translate-x-1/2 gap-2 rounded border border-edge bg-bench p-3 shadow-sheet"
        >
          <Dialog.Title className="sr-only">Go to anything</Dialog.Title>
          {goToShown && <Search onDone={close} />}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Search({ onDone }: { onDone: () => void }): React.JSX.Element {
  const show = useShow();
  const client = useClient();
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const song = useSong();
  const goOn = useRef(song);
  goOn.current = song;
  // The guide's text comes when somebody asks.
  const { data: guide } = useSWR("guide", async () => (await import("../places/show/guide-pages")).GUIDE, { revalidateOnFocus: false });
  const [text, setText] = useState("");
  const [at, setAt] = useState(0);
  const all = useMemo(() => {
    const begin = (song: Song): void => goOn.current(song, { timeStamp: performance.now() });
    const lead = (leads: FoundLeads) => () => follow(leads, { client, show, go: (path) => void navigate(path), pathname, begin });
    const path = (kind: string, name: string, to: string, does: string): Offered => ({
      ...{ key: `${kind} ${to}`, kind, name, does },
      go: () => void navigate(to),
    });
    return [
      ...PLACES.map(([name, to]) => path("place", name, to, "goes there")),
      ...namedThings(show).map(({ leads, ...thing }): Offered => ({ ...thing, go: lead(leads) })),
      ...COMMANDS.map(({ keys, does, run }): Offered => ({
        ...{ key: `key ${keys}`, kind: "command", name: does, does: keys },
        go: () => run(client, new KeyboardEvent("keydown")),
      })),
      ...(guide ?? []).map(({ name, title }) => path("help", title, `/show/help?page=${name}`, "opens it in the guide")),
    ];
  }, [show, client, navigate, pathname, guide]);
  const found = useMemo(() => thingsNamed(all, text, MOST), [all, text]);
  const chosen = found[Math.min(at, found.length - 1)];
  const take = (thing: Offered | undefined): void => {
    if (!thing) return;
    onDone();
    thing.go();
  };
  return (
    <>
      <TextInput
        autoFocus
        role="combobox"
        aria-expanded={found.length > 0}
        aria-controls="go-to-found"
        aria-activedescendant={chosen ? `go-to-${found.indexOf(chosen)}` : undefined}
        aria-label="Go to"
        className="h-10"
        placeholder="A lamp, group, preset, cue, card, place, command…"
        value={text}
        maxLength={80}
        onChange={(event) => {
          setText(event.target.value);
          setAt(0);
        }}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === "Enter") take(chosen);
          else if (event.key === "ArrowDown") setAt(Math.min(found.length - 1, at + 1));
          else if (event.key === "ArrowUp") setAt(Math.max(0, at - 1));
          else if (event.key === "Escape") onDone();
          else return;
          event.preventDefault();
        }}
      />
      <ul id="go-to-found" role="listbox" aria-label="Found" className="max-h-[50vh] overflow-y-auto text-[13px]">
        {found.map((thing, index) => (
          <li
            key={thing.key}
            id={`go-to-${index}`}
            role="option"
            aria-selected={thing === chosen}
            ref={(row) => {
              if (thing === chosen) row?.scrollIntoView({ block: "nearest" });
            }}
            className={cn(
              "grid cursor-pointer grid-cols-[5rem_minmax(0,1fr)_auto] items-center gap-2 rounded px-2 py-1.5 pointer-coarse:min-h-11",
              thing === chosen ? "bg-raised text-ink" : "text-ink-2 hover:bg-raised/60",
            )}
            onClick={() => take(thing)}
          >
            <span className="text-xs text-ink-3">{thing.kind}</span>
            <span className="truncate">{thing.name}</span>
            <span className="text-xs text-ink-3">{thing.does}</span>
          </li>
        ))}
      </ul>
      {text.trim() !== "" && found.length === 0 && <p className="px-2 text-[13px] text-ink-2">Nothing here is called “{text.trim()}”.</p>}
    </>
  );
}

function follow(
  leads: FoundLeads,
  of: { client: ShowClient; show: Show; go: (path: string) => void; pathname: string; begin: (song: Song) => void },
): void {
  const { client, show, go, pathname, begin } = of;
  const { select, selection, set } = useInterface.getState();
  switch (leads.to) {
    case "path":
      go(leads.path);
      return;
    case "select":
      select(leads.who);
      if (!/^\/(build|rig)/.test(pathname)) go("/build");
      return;
    case "song": {
      const song = show.get("song", leads.songId);
      if (song) begin(song);
      return;
    }
    case "macro":
      runMacro(client, leads.macroId);
      return;
    case "cue":
      set({ scoreListId: leads.listId, chosenCueIds: leads.cueId === null ? [] : [leads.cueId] });
      go("/score");
      return;
    case "preset": {
      const preset = show.get("preset", leads.presetId);
      if (preset && selectedHeads(selection, show).length > 0) applyPreset(client, preset, { selection, how: "alone" });
      else refuse("Select heads first: a preset is laid on them. Nothing was changed.");
    }
  }
}
