import { presetName } from "@vexa/core";
import { PRESET_DRAG } from "../../presets/preset-edits";
import { PresetPicture } from "../../presets/preset-picture";
import { useInterfaceOf } from "../../selection/interface-store";
import { useQuietShow } from "../../session/show-context";
import { cn } from "../../ui/class-names";

/** All presets, to be dragged onto a stroke or the time line; a touched one is in hand until it is laid somewhere. */
export function PresetTray(): React.JSX.Element {
  const show = useQuietShow();
  const { presetInHand, set } = useInterfaceOf("presetInHand", "set");
  const presets = show.all("preset").toSorted((a, b) => a.rank - b.rank);
  const inHand = show.preset(presetInHand ?? "");
  return (
    <section aria-label="Presets" className="grid gap-1.5 border-t border-edge p-3">
      <h3 className="text-xs text-ink-2">
        {inHand ? `${presetName(inHand)} is in hand: touch the time line, or a stroke's Add or Instead` : "Presets: drag one, or touch it"}
      </h3>
      <ul className="flex flex-wrap gap-1">
        {presets.map((preset) => (
          <li key={preset.id}>
            <button
              type="button"
              draggable
              aria-pressed={preset.id === presetInHand}
              title={`${presetName(preset)}: drag it onto a stroke or the time line, or touch it and then one of them`}
              className={cn(
                "flex cursor-grab items-center gap-1 rounded border border-edge bg-raised px-1 py-0.5 text-xs",
                preset.id === presetInHand && "border-linked",
              )}
              onDragStart={(event) => event.dataTransfer.setData(PRESET_DRAG, preset.id)}
              onClick={() => set({ presetInHand: preset.id === presetInHand ? null : preset.id })}
            >
              <PresetPicture preset={preset} className="size-4 shrink-0" />
              <span className="max-w-24 truncate">{presetName(preset)}</span>
            </button>
          </li>
        ))}
      </ul>
      {presets.length === 0 && <p className="text-xs text-ink-3">There are none yet. Record one in Build.</p>}
    </section>
  );
}
