import { useRef } from "react";
import { colorOfHex, counted, hexOfColor, placeHeads, xyzOf, type ColorFan, type HeadValue, type PlacedHead, type Shape } from "@vexa/core";
import { PRESET_DRAG } from "../presets/preset-edits";
import { useClient } from "../session/show-context";
import { newId } from "../session/new-id";

/** Each head's colour along the selection, with a well for each knot; a click on the bar puts another knot in. */
export function ColorPlot(props: {
  label: string;
  values: readonly (HeadValue | null)[];
  colors: ColorFan | null;
  shape: Shape;
  heads: readonly PlacedHead[];
  onColors: (colors: ColorFan, gesture?: string) => void;
}): React.JSX.Element {
  const { values, colors } = props;
  return (
    <div className="relative h-full min-w-0 px-3 py-1.5">
      <div
        className="flex h-full overflow-hidden rounded-sm bg-stage"
        role="img"
        aria-label={`${props.label}: ${counted(values.length, "head")}`}
      >
        {values.map((entry, index) => (
          <span
            key={index}
            className="h-full flex-1"
            style={{
              background: entry?.color ? hexOfColor(entry.color, "at-full") : "transparent",
              marginRight: values.length > 80 ? 0 : 1,
            }}
          />
        ))}
      </div>
      {colors && <Wells {...props} colors={colors} />}
    </div>
  );
}

function Wells({
  label,
  colors,
  shape,
  heads,
  onColors,
}: {
  label: string;
  colors: ColorFan;
  shape: Shape;
  heads: readonly PlacedHead[];
  onColors: (colors: ColorFan, gesture?: string) => void;
}): React.JSX.Element {
  const client = useClient();
  const gesture = useRef("");
  const places = placeHeads(heads, shape, "open");
  const at = (knot: number): number => {
    const u = colors.knots.length > 1 ? knot / (colors.knots.length - 1) : 0.5;
    let nearest = 0;
    places.forEach((place, index) => {
      if (Math.abs(place - u) < Math.abs(places[nearest]! - u) - 1e-9) nearest = index;
    });
    return heads.length > 1 ? (nearest + 0.5) / heads.length : 0.5;
  };
  return (
    <>
      {colors.knots.map((knot, index) => (
        <input
          key={index}
          type="color"
          aria-label={`${label}, colour ${index + 1} of ${colors.knots.length}`}
          className="absolute bottom-2 h-5 w-7 -translate-x-1/2 cursor-pointer rounded-[3px] border-2 border-ink bg-bench p-0"
          style={{ left: `calc(12px + ${at(index)} * (100% - 24px))` }}
          value={hexOfColor(xyzOf(knot), "as-is")}
          onDragOver={(event) => event.dataTransfer.types.includes(PRESET_DRAG) && event.preventDefault()}
          onDrop={(event) => {
            const dropped = client.view.get("preset", event.dataTransfer.getData(PRESET_DRAG))?.universal.Color?.colors?.knots[0];
            if (dropped) onColors({ ...colors, knots: colors.knots.with(index, dropped) });
          }}
          onFocus={() => (gesture.current = newId())}
          onChange={(event) => {
            const next = colorOfHex(event.target.value);
            if (next) onColors({ ...colors, knots: colors.knots.with(index, next) }, gesture.current);
          }}
        />
      ))}
    </>
  );
}
