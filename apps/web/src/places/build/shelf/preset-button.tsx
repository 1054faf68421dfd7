import { Ellipsis } from "lucide-react";
import { useState } from "react";
import { tell } from "../../../ui/messages";
import { coatOfId, presetName, type Preset } from "@vexa/core";
import { applyPreset, PRESET_DRAG } from "../../../presets/preset-edits";
import { PresetPicture, scopeWords } from "../../../presets/preset-picture";
import { useInterfaceOf } from "../../../selection/interface-store";
import { useSelected } from "../../../selection/use-selection";
import { useClient } from "../../../session/show-context";
import { Button } from "../../../ui/button";
import { PopSheet } from "../../../ui/pop-sheet";
import { PresetSheet } from "./preset-sheet";

/** One preset: a touch lays it on the selection; it can be dragged onto a head, a group or a knot. */
export function PresetButton({ preset }: { preset: Preset }): React.JSX.Element {
  const client = useClient();
  const { selection } = useInterfaceOf("selection");
  const { heads } = useSelected();
  const [open, setOpen] = useState(false);
  const name = presetName(preset);
  const take = (how: "alone" | "fan"): void => {
    if (heads.length === 0) tell("Nobody is selected. Pick heads first, or drag the preset onto a head or a group.");
    else applyPreset(client, preset, { selection, how });
  };
  return (
    <li className="flex items-center rounded border border-edge bg-raised hover:border-ink-3">
      <button
        type="button"
        draggable
        className="flex min-w-0 flex-1 items-center gap-2 py-1 pl-1.5 text-left"
        title={`${name}: touch to lay it on the selection, Shift for a fan between presets, or drag it`}
        onClick={(event) => take(event.shiftKey ? "fan" : "alone")}
        onDragStart={(event) => event.dataTransfer.setData(PRESET_DRAG, preset.id)}
      >
        <PresetPicture preset={preset} className="size-7 shrink-0" />
        <span className="min-w-0">
          <span className="block truncate text-[13px] leading-tight">{name}</span>
          <span className="block truncate text-[11px] text-ink-3">{coatOfId(preset.id) ? "follows its bed" : scopeWords(preset)}</span>
        </span>
      </button>
      {!coatOfId(preset.id) && (
        <PopSheet
          label={`Change the preset ${name}`}
          open={open}
          onOpen={setOpen}
          trigger={
            <Button tone="quiet" size="small" className="px-1" aria-label={`Change the preset ${name}`} title="What it holds, who uses it">
              <Ellipsis size={14} aria-hidden />
            </Button>
          }
        >
          <PresetSheet preset={preset} onDone={() => setOpen(false)} />
        </PopSheet>
      )}
    </li>
  );
}
