import { useState } from "react";
import { coatsAsPresets, FAMILIES, presetName, type Preset } from "@vexa/core";
import { useShow } from "../../../session/show-context";
import { TextInput } from "../../../ui/field";
import { PresetButton } from "./preset-button";
import { RecordPreset } from "./record-preset";

const LABELS = { Intensity: "Intensity", Position: "Position", Colour: "Colour", Beam: "Beam", Mixed: "Several families" } as const;

/** The presets by family. A touch lays one on the selection; Shift fans between it and the one that is there. */
export function Shelf(): React.JSX.Element {
  const show = useShow();
  const presets = show.all("preset").toSorted((a, b) => a.rank - b.rank);
  const coats = coatsAsPresets(show);
  const [search, setSearch] = useState("");
  const isMeant = (preset: Preset): boolean => presetName(preset).toLowerCase().includes(search.trim().toLowerCase());
  const found = presets.filter(isMeant);
  return (
    <section className="flex min-h-0 flex-1 flex-col" aria-label="Shelf">
      <div className="flex shrink-0 gap-1.5 p-3 pb-2">
        <TextInput
          aria-label="Search presets"
          className="h-7 min-w-0 flex-1 text-xs"
          placeholder="Search"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
          onKeyDown={(event) => event.stopPropagation()}
        />
        <RecordPreset />
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto px-3 pb-3">
        {presets.length === 0 && (
          <p className="text-[13px] text-ink-3">No presets yet. Set something in the lanes, then keep it here with +.</p>
        )}
        {presets.length > 0 && found.length === 0 && <p className="text-[13px] text-ink-3">No preset is called so.</p>}
        {[...FAMILIES, "Mixed" as const].map((family) => (
          <Family key={family} label={LABELS[family]} presets={found.filter((preset) => preset.family === family)} />
        ))}
        <Family label="Coats of colour boards" presets={coats.filter(isMeant)} />
      </div>
    </section>
  );
}

function Family({ label, presets }: { label: string; presets: readonly Preset[] }): React.JSX.Element | null {
  if (presets.length === 0) return null;
  return (
    <>
      <h3 className="mt-2 mb-1 text-xs text-ink-3">{label}</h3>
      <ul className="grid gap-1">
        {presets.map((preset) => (
          <PresetButton key={preset.id} preset={preset} />
        ))}
      </ul>
    </>
  );
}
