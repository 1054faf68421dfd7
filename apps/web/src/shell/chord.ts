/** Keys that are told by a name of their own. */
const NAMED: Readonly<Record<string, string>> = { " ": "Space", Escape: "Esc" };
const MODIFIERS: ReadonlySet<string> = new Set(["Control", "Shift", "Alt", "Meta", "AltGraph", "CapsLock", "Dead"]);

/** What was pressed, as it is shown and kept: "Ctrl+Shift+Z", "O", "Space", "/". Null while only modifiers are down. Shift counts with letters and named keys alone: signs have it in them. */
export function chordOf(event: Pick<KeyboardEvent, "key" | "ctrlKey" | "metaKey" | "altKey" | "shiftKey">): string | null {
  const { key } = event;
  if (MODIFIERS.has(key)) return null;
  const sign = key.length === 1 && key !== " " && key.toLowerCase() === key.toUpperCase();
  return [
    ...(event.ctrlKey || event.metaKey ? ["Ctrl"] : []),
    ...(event.altKey ? ["Alt"] : []),
    ...(event.shiftKey && !sign ? ["Shift"] : []),
    NAMED[key] ?? (key.length === 1 ? key.toUpperCase() : key),
  ].join("+");
}
