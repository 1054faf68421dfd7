import { Dialog } from "radix-ui";
import { useEffect } from "react";
import { useLocation } from "react-router";
import { useInterfaceOf } from "../selection/interface-store";
import { runMacro } from "../line/macro-runs";
import { useClient } from "../session/show-context";
import { Button } from "../ui/button";
import { chordOf } from "./chord";
import { macroOfChord, useMacroKeys } from "./macro-keys";
import { chordFor, useOwnShortcuts } from "./own-shortcuts";
import { SHORTCUTS, type Shortcut } from "./shortcut-table";

/** Listens to the keys, and shows them on `?`. `placeOfPart`: the place whose keys work in the window of a part. */
export function Shortcuts({ placeOfPart }: { placeOfPart?: Shortcut["where"] | undefined }): React.JSX.Element {
  const client = useClient();
  const { pathname } = useLocation();
  const { shortcutsShown, set } = useInterfaceOf("shortcutsShown", "set");
  const { chords } = useOwnShortcuts();
  const macroKeys = useMacroKeys().chords;
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const typing = (event.target as Element).closest("input, textarea, [role=combobox], [role=menu]");
      const undoing = event.ctrlKey || event.metaKey;
      if (event.defaultPrevented || event.repeat || (typing && !(undoing && typing.matches("[role=combobox]")))) return;
      const place = placeOfPart ?? pathname.split("/")[1];
      const chord = chordOf(event);
      const { chords } = useOwnShortcuts.getState();
      const means = (shortcut: Shortcut): boolean => shortcut.fits?.(event) ?? chordFor(shortcut, chords) === chord;
      const hit = SHORTCUTS.find((shortcut) => (!shortcut.where || shortcut.where === place) && means(shortcut));
      // Space and Enter belong to a button that has the focus.
      if (event.key === " " && (event.target as Element).closest("button")) return;
      const macroId = hit ? null : macroOfChord(client.view, chord);
      if (!hit && macroId === null) return;
      event.preventDefault();
      if (hit) hit.run(client, event);
      else runMacro(client, macroId!);
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [client, pathname, placeOfPart]);
  return (
    <Dialog.Root open={shortcutsShown} onOpenChange={(open) => set({ shortcutsShown: open })}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/50" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-50 max-h-[94vh] w-[min(440px,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-y-auto rounded border border-edge bg-bench p-5 shadow-sheet"
        >
          <Dialog.Title className="mb-3 text-base font-semibold">Shortcuts</Dialog.Title>
          <dl className="grid grid-cols-[120px_1fr] gap-y-1.5 text-[13px]">
            {SHORTCUTS.map(({ keys, does, where }) => (
              <div key={keys} className="contents">
                <dt className="font-mono text-sketch">{chords[keys] ?? keys}</dt>
                <dd className="text-ink-2">
                  {does}
                  {where ? <span className="text-ink-3"> (in {where === "build" ? "Build" : "Perform"})</span> : ""}
                </dd>
              </div>
            ))}
            {Object.entries(macroKeys).map(([id, keys]) => {
              const macro = client.view.get("macro", id);
              return (
                macro && (
                  <div key={id} className="contents">
                    <dt className="font-mono text-sketch">{keys}</dt>
                    <dd className="text-ink-2">the macro {macro.name}</dd>
                  </div>
                )
              );
            })}
          </dl>
          <p className="mt-3 text-xs text-ink-3">Others can be chosen in Show, under Settings.</p>
          <Dialog.Close asChild>
            <Button className="mt-4">Close</Button>
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
