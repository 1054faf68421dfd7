import { create } from "zustand";
import { SHORTCUTS, type Shortcut } from "./shortcut-table";

const KEPT = "vexa-shortcuts";

interface OwnShortcuts {
  /** Other chords by the usual ones; kept in this browser. */
  readonly chords: Readonly<Record<string, string>>;
  set: (chords: Readonly<Record<string, string>>) => void;
}

function kept(): Readonly<Record<string, string>> {
  const read = readKept();
  const known = SHORTCUTS.flatMap((shortcut) => (isFixed(shortcut) ? [] : [shortcut.keys]));
  return Object.fromEntries(known.flatMap((keys) => (typeof read[keys] === "string" ? [[keys, read[keys]]] : [])));
}

/** What was kept, whatever somebody has made of it. */
function readKept(): Readonly<Record<string, unknown>> {
  try {
    return { ...(JSON.parse(localStorage.getItem(KEPT) ?? "{}") as object) };
  } catch {
    return {};
  }
}

/** The keys that this browser's owner has chosen instead of the usual ones. */
export const useOwnShortcuts = create<OwnShortcuts>((set) => ({
  chords: kept(),
  set: (chords) => {
    localStorage.setItem(KEPT, JSON.stringify(chords));
    set({ chords });
  },
}));

/** Several keys that go together can't be changed. */
export function isFixed({ fits }: Shortcut): boolean {
  return fits !== undefined;
}

/** The chord that does it here. */
export function chordFor({ keys }: Shortcut, chords: Readonly<Record<string, string>>): string {
  return chords[keys] ?? keys;
}

/** The one that has a chord already in the same place, or in all. */
export function takenBy(chord: string, wanted: Shortcut, chords: Readonly<Record<string, string>>): Shortcut | null {
  const meet = (other: Shortcut): boolean => !other.where || !wanted.where || other.where === wanted.where;
  return SHORTCUTS.find((other) => other !== wanted && meet(other) && chordFor(other, chords) === chord) ?? null;
}
