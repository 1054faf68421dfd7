import { tell } from "../ui/messages";
import {
  COLOR_PATHS,
  followedNames,
  hexOfColor,
  knotWords,
  presetsNamed,
  readColor,
  referenceName,
  xyYOf,
  xyzOf,
  type ColorFan,
  type Head,
  type XyY,
} from "@vexa/core";
import { useShow } from "../session/show-context";
import { Button } from "../ui/button";
import { DraftField } from "../ui/draft-field";
import { ColorChips } from "./color-chips";
import { ColorPicker } from "./color-picker";
import { emptied } from "./emptied";
import { followTyped } from "./follow-typed";
import type { Lane } from "./lane-model";
import { pointText, readPoints } from "./point-text";
import type { LaneEdits } from "./use-lane-edits";

const FIELD = "h-7 text-xs text-sketch";

/** Colours as they are typed: #ff7a30..#30a060, or presets by name: Ember..Moss. */
export function ColorEntry({ lane, heads, edits }: { lane: Lane; heads: readonly Head[]; edits: LaneEdits }): React.JSX.Element {
  const show = useShow();
  const { own, editable, values } = lane;
  const colors = editable ? (own?.part.colors ?? null) : null;
  const path = colors?.path ?? "even";
  const take = (typed: string): boolean | string => {
    const named = presetsNamed(show, typed, "Color");
    if (named) return edits.put({ ...emptied(lane.own?.part, lane.touched + 1), presets: { ids: named, path } });
    const knots = knotWords(typed).map(readColor);
    if (knots.length <= 64 && knots.every((knot) => knot !== null))
      return edits.put({ ...emptied(lane.own?.part, lane.touched + 1), colors: { knots: knots as ColorFan["knots"], path } });
    return `“${typed}” is neither colours such as #ff7a30..#0a6, amber..blue nor presets such as Ember..Moss. Nothing was changed.`;
  };
  return (
    <>
      <DraftField
        label="Colour value"
        className={FIELD}
        placeholder={own?.part.presets && editable ? "type over it" : (shownColor(values) ?? "mixed")}
        text={colors?.knots.map((knot) => hexOfColor(xyzOf(knot), "as-is")).join("..") ?? ""}
        shows={lane.standing === "in the sketch" ? "a record" : "the stage"}
        onTake={take}
      />
      <div className="flex gap-1">
        {colors && own && <ColorChips colors={colors} onColors={(next) => edits.put({ ...own.part, colors: next })} />}
        <ColorPicker
          colors={colors ?? { knots: [firstColor(values)], path }}
          heads={heads}
          onColors={(next, gesture) => edits.put({ ...emptied(lane.own?.part, lane.touched + 1), colors: next }, gesture)}
        />
      </div>
    </>
  );
}

/** What picking begins from: the first head's colour as it is, or white. */
function firstColor(values: Lane["values"]): XyY {
  const shown = values.find((entry) => entry?.color && entry.color.y > 0)?.color;
  return shown ? xyYOf(shown) : { x: 0.3127, y: 0.329, luminance: 1 };
}

/** The colour that all heads have, though it comes from elsewhere. */
function shownColor(values: Lane["values"]): string | null {
  const shown = new Set(values.map((entry) => (entry?.color ? hexOfColor(entry.color, "at-full") : "none")));
  const [only] = shown;
  return shown.size === 1 && only !== "none" ? only! : null;
}

/** Points on stage as they are typed: x,y,z in metres, two dots between them. */
export function PointEntry({ lane, edits }: { lane: Lane; edits: LaneEdits }): React.JSX.Element {
  const { own, editable, values } = lane;
  const points = editable ? (own?.part.points ?? null) : null;
  const follow = editable ? (own?.part.follow ?? null) : null;
  const missed = values.filter((entry) => entry && !entry.reached).length;
  const show = useShow();
  const take = (typed: string): boolean | string => {
    const named = presetsNamed(show, typed, "Position");
    if (named) return edits.put({ ...emptied(lane.own?.part, lane.touched + 1), presets: { ids: named, path: "even" } });
    const following = followTyped(show, lane, typed);
    if (following) return edits.put(following);
    const knots = readPoints(typed);
    if (knots) return edits.put({ ...emptied(lane.own?.part, lane.touched + 1), points: { knots, path: points?.path ?? "straight" } });
    return `“${typed}” is neither a place on stage, nor a target, nor a preset. Write metres to the right, upstage and up, such as 1,2,0 or 1,2,0..3,2,0. Nothing was changed.`;
  };
  return (
    <>
      <DraftField
        label="Position value"
        className={FIELD}
        placeholder="x,y,z"
        text={points ? pointText(points.knots) : follow ? followedNames(show, follow) : ""}
        shows={lane.standing === "in the sketch" ? "a record" : "the stage"}
        onTake={take}
      />
      {points && points.knots.length === 2 && own && (
        <Button
          tone="chip"
          size="small"
          className="w-fit px-1.5"
          title="Along a line, or round a circle about the first point"
          onClick={() => edits.put({ ...own.part, points: { ...points, path: points.path === "circle" ? "straight" : "circle" } })}
        >
          {points.path === "circle" ? "circle" : "line"}
        </Button>
      )}
      {follow ? (
        <p className="text-xs text-sketch">◎ followed where it goes</p>
      ) : missed > 0 ? (
        <p className="text-xs text-barred">▬ {missed} can't look there</p>
      ) : points?.knots.length === 2 ? null : (
        <p className="text-xs text-ink-3">metres on stage</p>
      )}
    </>
  );
}

/** What a lane refers to, and the way out of the reference. */
export function PresetEntry({ lane, edits }: { lane: Lane; edits: LaneEdits }): React.JSX.Element {
  const show = useShow();
  const part = lane.own!.part;
  const { ids, path } = part.presets!;
  const presets = ids.map((id) => show.preset(id));
  const unlink = (): void => {
    const [first] = presets;
    const colors = presets.flatMap((preset) => preset?.universal.Color?.colors?.knots[0] ?? []);
    const single = ids.length === 1 ? first?.universal[lane.attribute] : undefined;
    if (single)
      edits.put({
        ...single,
        touched: part.touched,
        ...(part.fade ? { fade: part.fade } : {}),
        ...(part.delay ? { delay: part.delay } : {}),
      });
    else if (lane.attribute === "Color" && colors.length === ids.length)
      edits.put({ ...emptied(lane.own?.part, lane.touched + 1), colors: { knots: colors, path } });
    else tell("Values of single heads or profiles can't be written into one lane. The reference was kept.");
  };
  return (
    <>
      <p className="truncate text-xs text-linked" title="Follows its preset: change the preset, and this changes">
        ∞ {ids.map((id) => referenceName(show, id)).join("..")}
      </p>
      <div className="flex gap-1">
        {ids.length > 1 && lane.attribute === "Color" && (
          <Button
            tone="chip"
            size="small"
            className="px-1.5"
            title="The way from colour to colour"
            onClick={() =>
              edits.put({ ...part, presets: { ids, path: COLOR_PATHS[(COLOR_PATHS.indexOf(path) + 1) % COLOR_PATHS.length]! } })
            }
          >
            {path === "round-long" ? "long way" : path}
          </Button>
        )}
        <Button tone="chip" size="small" className="px-1.5" title="Write the content in: it no longer follows" onClick={unlink}>
          unlink
        </Button>
      </div>
    </>
  );
}
