import { useEffect } from "react";
import { chordOf } from "./chord";

/** While it asks, the next keys mean nothing else than themselves: they are heard here. `null` = Esc, which changes nothing. */
export function useNextChord(asks: boolean, hear: (chord: string | null, event: KeyboardEvent) => void): void {
  useEffect(() => {
    if (!asks) return;
    const onKey = (event: KeyboardEvent): void => {
      event.preventDefault();
      event.stopPropagation();
      const pressed = chordOf(event);
      if (pressed !== null) hear(pressed === "Esc" ? null : pressed, event);
    };
    window.addEventListener("keydown", onKey, true);
    return () => window.removeEventListener("keydown", onKey, true);
  });
}
