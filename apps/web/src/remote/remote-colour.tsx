import { presetName, readColor } from "@vexa/core";
import { useSaying } from "../lanes/use-saying";
import { applyPreset } from "../presets/preset-edits";
import { PresetPicture } from "../presets/preset-picture";
import { useInterfaceOf } from "../selection/interface-store";
import { useClient, useQuietShow } from "../session/show-context";

/** Colours of the shelf as big fields, and any other one. */
export function RemoteColour(): React.JSX.Element {
  const client = useClient();
  const show = useQuietShow();
  const { selection } = useInterfaceOf("selection");
  const { begin, say } = useSaying("Color");
  const presets = show
    .all("preset")
    .filter(({ family }) => family === "Colour")
    .toSorted((a, b) => a.rank - b.rank);
  return (
    <div className="grid h-full auto-rows-min grid-cols-3 gap-2 overflow-y-auto">
      {presets.map((preset) => (
        <button
          key={preset.id}
          type="button"
          className="grid min-h-20 content-end overflow-hidden rounded border border-edge text-left"
          onClick={() => applyPreset(client, preset, { selection, how: "alone" })}
        >
          <PresetPicture preset={preset} className="h-11 w-full rounded-none" />
          <span className="truncate px-2 py-1.5 text-[13px]">{presetName(preset)}</span>
        </button>
      ))}
      <label className="grid min-h-20 content-end rounded border border-edge text-[13px]">
        <input
          type="color"
          aria-label="Another colour"
          defaultValue="#ff8800"
          className="h-11 w-full bg-transparent"
          onPointerDown={begin}
          onChange={(event) => {
            const color = readColor(event.target.value);
            if (color) say({ colors: { knots: [color], path: "even" } }, event.target.value);
          }}
        />
        <span className="px-2 py-1.5">Another colour</span>
      </label>
    </div>
  );
}
