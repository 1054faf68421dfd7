import { useState } from "react";
import type { Macro } from "@vexa/core";
import { useClient } from "../session/show-context";
import { meaningOf, useMacroKeys } from "../shell/macro-keys";
import { useNextChord } from "../shell/use-next-chord";
import { Button } from "../ui/button";

/** The keys that run a macro in this browser. Esc while it asks keeps those that it has; pressing its own once more takes them away. */
export function MacroKey({ macro }: { macro: Macro }): React.JSX.Element {
  const client = useClient();
  const { chords, set } = useMacroKeys();
  const [asks, setAsks] = useState(false);
  const [complaint, setComplaint] = useState<string | null>(null);
  const chord = chords[macro.id] ?? null;
  useNextChord(asks, (pressed, event) => {
    setAsks(false);
    if (pressed === null) return;
    const taken = meaningOf(client.view, pressed, { event, exceptId: macro.id });
    if (taken !== null) return setComplaint(`${pressed} is taken: ${taken}. ${chord ?? "No keys"} was kept.`);
    set(macro.id, pressed === chord ? null : pressed);
  });
  return (
    <p className="flex flex-wrap items-center gap-2">
      <span className="text-ink-2">Keys, in this browser</span>
      <Button
        size="small"
        tone="chip"
        className="font-mono"
        aria-pressed={asks}
        aria-label={`Keys for ${macro.name}, now ${chord ?? "none"}`}
        onClick={() => {
          setComplaint(null);
          setAsks(!asks);
        }}
      >
        {asks ? "press keys…" : (chord ?? "none")}
      </Button>
      {chord !== null && !asks && (
        <Button size="small" tone="quiet" onClick={() => set(macro.id, null)}>
          No keys
        </Button>
      )}
      {complaint && (
        <span role="alert" className="w-full text-barred">
          ▬ {complaint}
        </span>
      )}
    </p>
  );
}
