import { memo, useMemo, useState } from "react";
import { coatsAsPresets, FAMILIES, presetName, type Preset } from "@vexa/core";
import { useFromClient, useQuietShow } from "../../../session/show-context";
import { TextInput } from "../../../ui/field";
import { PresetButton } from "./preset-button";
import { RecordPreset } from "./record-preset";

const LABELS = { Intensity: "Intensity", Position: "Position", Colour: "Colour", Beam: "Beam", Mixed: "Several families" } as const;

/** The presets by family. A touch lays one on the selection; Shift fans between it and the one that is there. */
export function Shelf(): React.JSX.Element {
  const all = useQuietShow().all("preset");
  const presets = useMemo(() => all.toSorted((a, b) => a.rank - b.rank), [all]);
  const [search, setSearch] = useState("");
  const found = useMemo(() => {
    const meant = named(presets, search);
    return [...FAMILIES, "Mixed" as const].map((family) => ({ family, presets: meant.filter((preset) => preset.family === family) }));
  }, [presets, search]);
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
        {presets.length > 0 && found.every(({ presets: of }) => of.length === 0) && (
          <p className="text-[13px] text-ink-3">No preset is called so.</p>
        )}
        {found.map(({ family, presets: of }) => (
          <Family key={family} label={LABELS[family]} presets={of} />
        ))}
        <Coats search={search} />
      </div>
    </section>
  );
}

function named(presets: readonly Preset[], search: string): readonly Preset[] {
  const wanted = search.trim().toLowerCase();
  return presets.filter((preset) => presetName(preset).toLowerCase().includes(wanted));
}

/** What the beds of colour boards wear now, to be laid like a preset. */
function Coats({ search }: { search: string }): React.JSX.Element {
  const worn = useFromClient(({ view }) => coatsAsPresets(view));
  return <Family label="Coats of colour boards" presets={useMemo(() => named(worn, search), [worn, search])} />;
}

const Family = memo(function Family({ label, presets }: { label: string; presets: readonly Preset[] }): React.JSX.Element | null {
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
});
