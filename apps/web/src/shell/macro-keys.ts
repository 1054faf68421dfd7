import { create } from "zustand";
import type { Show } from "@vexa/core";
import { chordFor, useOwnShortcuts } from "./own-shortcuts";
import { SHORTCUTS } from "./shortcut-table";

const KEPT = "vexa-macro-keys";

interface MacroKeys {
  /** Chords by the ids of macros; kept in this browser, also while another show is on stage. */
  readonly chords: Readonly<Record<string, string>>;
  /** Null takes the macro's keys away. */
  set: (macroId: string, chord: string | null) => void;
}

function kept(): Readonly<Record<string, string>> {
  try {
    const read = { ...(JSON.parse(localStorage.getItem(KEPT) ?? "{}") as object) };
    return Object.fromEntries(Object.entries(read).filter((entry): entry is [string, string] => typeof entry[1] === "string"));
  } catch {
    return {};
  }
}

/** The keys that this browser's owner has given to macros. */
export const useMacroKeys = create<MacroKeys>((set, get) => ({
  chords: kept(),
  set: (macroId, chord) => {
    const { [macroId]: _, ...others } = get().chords;
    const chords = chord === null ? others : { ...others, [macroId]: chord };
    localStorage.setItem(KEPT, JSON.stringify(chords));
    set({ chords });
  },
}));

/** The macro of the show on stage that these keys run; null = none. */
export function macroOfChord(show: Show, chord: string | null): string | null {
  const { chords } = useMacroKeys.getState();
  return Object.keys(chords).find((id) => chords[id] === chord && show.get("macro", id) !== null) ?? null;
}

/** What these keys do already, in words; null = nothing. */
export function meaningOf(show: Show, chord: string, of: { event: KeyboardEvent; exceptId: string }): string | null {
  const { chords } = useOwnShortcuts.getState();
  const hit = SHORTCUTS.find((shortcut) => shortcut.fits?.(of.event) ?? chordFor(shortcut, chords) === chord);
  if (hit) return hit.does;
  const macroId = macroOfChord(show, chord);
  return macroId === null || macroId === of.exceptId ? null : `the macro ${show.get("macro", macroId)!.name}`;
}
