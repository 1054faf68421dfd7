import { COLOR_PATHS, fanColor, xyYOf, type ColorFan, type ColorPath } from "@vexa/core";
import { Button } from "../ui/button";
import { Menu, MenuItem } from "../ui/menu";

const PATH_WORDS: Record<ColorPath, string> = { straight: "straight", even: "even", round: "round", "round-long": "long way" };
const PATH_HINTS: Record<ColorPath, string> = {
  straight: "as lights add up",
  even: "even to the eye",
  round: "through the hues",
  "round-long": "the other way round",
};

/** The path that a fan of colours takes, and knots more or fewer. */
export function ColorChips({ colors, onColors }: { colors: ColorFan; onColors: (colors: ColorFan) => void }): React.JSX.Element {
  const { knots, path } = colors;
  // The new knot is the last once more: nothing on stage jumps, and it can be given its colour.
  const more = (): void => onColors({ ...colors, knots: [...knots, xyYOf(fanColor(colors, 1))] });
  return (
    <div className="flex gap-1">
      <Menu
        trigger={
          <Button
            tone="chip"
            size="small"
            className="px-1.5"
            disabled={knots.length < 2}
            aria-label={`Path of the colours: ${PATH_WORDS[path]}`}
            title="The way from colour to colour"
          >
            {PATH_WORDS[path]}
          </Button>
        }
      >
        {COLOR_PATHS.map((entry) => (
          <MenuItem key={entry} hint={PATH_HINTS[entry]} onSelect={() => onColors({ ...colors, path: entry })}>
            {PATH_WORDS[entry]}
          </MenuItem>
        ))}
      </Menu>
      <Button
        tone="chip"
        size="small"
        className="px-2"
        aria-label="Another colour at the end"
        title="Another colour at the end"
        disabled={knots.length >= 16}
        onClick={more}
      >
        +
      </Button>
      <Button
        tone="chip"
        size="small"
        className="px-2"
        aria-label="One colour less"
        title="One colour less"
        disabled={knots.length < 2}
        onClick={() => onColors({ ...colors, knots: knots.slice(0, -1) })}
      >
        −
      </Button>
    </div>
  );
}
