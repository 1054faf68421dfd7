import { useRef } from "react";
import {
  colorOfHex,
  COLOR_PATHS,
  fanColor,
  hexOfColor,
  placeHeads,
  xyzOf,
  type ColorFan,
  type ColorPath,
  type HeadValue,
  type PlacedHead,
  type Shape,
} from "@vexa/core";
import { Button } from "../ui/button";

const PATH_WORDS: Record<ColorPath, string> = { straight: "straight", even: "even", round: "round", "round-long": "the long way round" };

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
      <div className="flex h-full overflow-hidden rounded-sm bg-stage" role="img" aria-label={`${props.label}: ${values.length} heads`}>
        {values.map((entry, index) => (
          <span
            key={index}
            className="h-full flex-1"
            style={{ background: entry?.color ? hexOfColor(entry.color) : "transparent", marginRight: values.length > 80 ? 0 : 1 }}
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
          value={hexOfColor(xyzOf(knot))}
          onFocus={() => (gesture.current = crypto.randomUUID())}
          onChange={(event) => {
            const next = colorOfHex(event.target.value);
            if (next) onColors({ ...colors, knots: colors.knots.with(index, next) }, gesture.current);
          }}
        />
      ))}
    </>
  );
}

/** The paths that a fan of colours can take, and knots more or fewer. */
export function ColorChips({ colors, onColors }: { colors: ColorFan; onColors: (colors: ColorFan) => void }): React.JSX.Element {
  const { knots, path } = colors;
  const more = (): void => {
    // The new end continues as the last stretch does, so that nothing on stage jumps but the far end.
    const { x, y, z } = fanColor(colors, 1);
    const sum = x + y + z;
    onColors({ ...colors, knots: [...knots, { x: x / sum, y: y / sum, luminance: y }] });
  };
  return (
    <>
      {knots.length > 1 &&
        COLOR_PATHS.map((entry) => (
          <Button
            key={entry}
            tone="chip"
            size="small"
            aria-pressed={path === entry}
            title="The way from colour to colour"
            onClick={() => onColors({ ...colors, path: entry })}
          >
            {PATH_WORDS[entry]}
          </Button>
        ))}
      <Button tone="chip" size="small" aria-label="Another colour at the end" disabled={knots.length >= 16} onClick={more}>
        + colour
      </Button>
      {knots.length > 1 && (
        <Button tone="chip" size="small" aria-label="One colour less" onClick={() => onColors({ ...colors, knots: knots.slice(0, -1) })}>
          − colour
        </Button>
      )}
    </>
  );
}
