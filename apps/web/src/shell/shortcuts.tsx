import { Dialog } from "radix-ui";
import { useEffect } from "react";
import { useLocation } from "react-router";
import { all, EMPTY_SELECTION, step, withMask } from "@vexa/core";
import { wipeChanges } from "../lanes/sketch-edits";
import { useInterface } from "../selection/interface-store";
import type { ShowClient } from "../session/show-client";
import { useClient } from "../session/show-context";
import { Button } from "../ui/button";

interface Shortcut {
  readonly keys: string;
  readonly does: string;
  readonly where?: "build" | "perform";
  fits(event: KeyboardEvent): boolean;
  run(client: ShowClient): void;
}

const plain = (key: string) => (event: KeyboardEvent) =>
  event.key.toLowerCase() === key && !event.ctrlKey && !event.metaKey && !event.altKey;
const control = (key: string, shift: "shift" | "no shift") => (event: KeyboardEvent) =>
  (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === key && event.shiftKey === (shift === "shift");
const state = useInterface.getState;
const reselect = (change: (selection: ReturnType<typeof state>["selection"]) => ReturnType<typeof state>["selection"]) => (): void => {
  const { selection, select } = state();
  if (selection.base.length > 0) select(change(selection));
};

/** Keys and what they do: this table is what `?` shows and what is listened to. */
export const SHORTCUTS: readonly Shortcut[] = [
  {
    keys: "O",
    does: "odd heads of the selection",
    where: "build",
    fits: plain("o"),
    run: reselect((selection) => withMask(selection, { type: "every", n: 2, at: 1 })),
  },
  {
    keys: "E",
    does: "even heads",
    where: "build",
    fits: plain("e"),
    run: reselect((selection) => withMask(selection, { type: "every", n: 2, at: 2 })),
  },
  {
    keys: "P",
    does: "pairs from the ends inward",
    where: "build",
    fits: plain("p"),
    run: reselect((selection) => withMask(selection, { type: "pairs", at: 1 })),
  },
  {
    keys: "[ and ]",
    does: "previous and next part or head",
    where: "build",
    fits: (event) => event.key === "[" || event.key === "]",
    run: () => undefined,
  },
  { keys: "\\", does: "the whole base again", where: "build", fits: plain("\\"), run: reselect(all) },
  {
    keys: "Esc",
    does: "drop the selection",
    where: "build",
    fits: (event) => event.key === "Escape" && !event.shiftKey,
    run: () => state().select(EMPTY_SELECTION),
  },
  {
    keys: "Shift+Esc",
    does: "wipe the sketch (Ctrl+Z gives it back)",
    fits: (event) => event.key === "Escape" && event.shiftKey,
    run: (client) => void client.transact("Wiped the sketch", wipeChanges(client.view, client.personId)),
  },
  { keys: "R", does: "record a cue from the sketch", where: "build", fits: plain("r"), run: () => state().set({ recording: true }) },
  { keys: "T", does: "tap the chosen speed master", fits: plain("t"), run: (client) => tapChosen(client) },
  { keys: "Space", does: "go on the chosen card", where: "perform", fits: plain(" "), run: (client) => playChosen(client, "go") },
  {
    keys: "Backspace",
    does: "let the chosen card go",
    where: "perform",
    fits: plain("backspace"),
    run: (client) => playChosen(client, "let-go"),
  },
  { keys: "Ctrl+Z", does: "take back your own last edit", fits: control("z", "no shift"), run: (client) => client.undo("undo") },
  { keys: "Ctrl+Shift+Z", does: "do it again", fits: control("z", "shift"), run: (client) => client.undo("redo") },
  { keys: "?", does: "this list", fits: (event) => event.key === "?", run: () => state().set({ shortcutsShown: true }) },
];

function tapChosen(client: ShowClient): void {
  const masterId = state().chosenMasterId ?? client.view.all("master").toSorted((a, b) => a.rank - b.rank)[0]?.id;
  if (masterId) client.play({ type: "tap", masterId });
}

function playChosen(client: ShowClient, type: "go" | "let-go"): void {
  const playbackId = state().chosenPlaybackId;
  if (playbackId) client.play({ type, playbackId });
}

/** Listens to the keys, and shows them on `?`. */
export function Shortcuts(): React.JSX.Element {
  const client = useClient();
  const { pathname } = useLocation();
  const { shortcutsShown, set } = useInterface();
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const typing = (event.target as Element).closest("input, textarea, select, [role=menu]");
      const undoing = event.ctrlKey || event.metaKey;
      if (event.defaultPrevented || event.repeat || (typing && !(undoing && typing.matches("select")))) return;
      const place = pathname.split("/")[1];
      const hit = SHORTCUTS.find(({ fits, where }) => (!where || where === place) && fits(event));
      // Space and Enter belong to a button that has the focus.
      if (!hit || (event.key === " " && (event.target as Element).closest("button"))) return;
      event.preventDefault();
      if (event.key === "[" || event.key === "]") reselect((selection) => step(selection, event.key === "]" ? 1 : -1))();
      else hit.run(client);
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [client, pathname]);
  return (
    <Dialog.Root open={shortcutsShown} onOpenChange={(open) => set({ shortcutsShown: open })}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/50" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-50 w-[440px] -translate-x-1/2 -translate-y-1/2 rounded border border-edge bg-bench p-5 shadow-sheet"
        >
          <Dialog.Title className="mb-3 text-base font-semibold">Shortcuts</Dialog.Title>
          <dl className="grid grid-cols-[120px_1fr] gap-y-1.5 text-[13px]">
            {SHORTCUTS.map(({ keys, does, where }) => (
              <div key={keys} className="contents">
                <dt className="font-mono text-sketch">{keys}</dt>
                <dd className="text-ink-2">
                  {does}
                  {where ? <span className="text-ink-3"> (in {where === "build" ? "Build" : "Perform"})</span> : ""}
                </dd>
              </div>
            ))}
          </dl>
          <Dialog.Close asChild>
            <Button className="mt-4">Close</Button>
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
