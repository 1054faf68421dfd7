import {
  boxText,
  followKind,
  LEAST_BEAM_WIDTH,
  LEAST_FOLLOW_EDGE,
  LEAST_FOLLOW_SPEED,
  MOST_BEAM_WIDTH,
  MOST_FOLLOW_EDGE,
  MOST_FOLLOW_SPEED,
  MOST_LEAD_SECONDS,
  MOST_RING,
  MOST_SMOOTH_SECONDS,
  readBox,
  readQuantity,
  type Follow,
  type FollowKind,
  type Part,
  type Quantity,
} from "@vexa/core";
import { useShow } from "../session/show-context";
import { Button } from "../ui/button";
import { DraftField } from "../ui/draft-field";
import { pointText, readPoints } from "./point-text";
import type { LaneEdits } from "./use-lane-edits";

interface NumberField {
  readonly field: "ring" | "leadSeconds" | "smoothSeconds" | "mostSpeed" | "width" | "edge" | "light";
  readonly words: string;
  readonly label: string;
  readonly quantity: Quantity;
  readonly least: number;
  readonly most: number;
  /** What it is where nothing is written; "any" = there is no limit; null = it must be written. */
  readonly usual: number | "any" | null;
}

const metres = (of: Omit<NumberField, "quantity">): NumberField => ({ ...of, quantity: "metres" });
const WIDTH = metres({
  field: "width",
  words: "wide there, m",
  label: "Metres that the beam is wide at the target",
  least: LEAST_BEAM_WIDTH,
  most: MOST_BEAM_WIDTH,
  usual: null,
});
const EDGE = metres({
  field: "edge",
  words: "fades before the edge, m",
  label: "Metres before the edge over which light fades",
  least: LEAST_FOLLOW_EDGE,
  most: MOST_FOLLOW_EDGE,
  usual: null,
});
const LIGHT: NumberField = {
  field: "light",
  words: "bright inside, %",
  label: "Percent away from the edge",
  quantity: "percent",
  least: 0,
  most: 100,
  usual: 100,
};
const AROUND = metres({ field: "ring", words: "around, m", label: "Metres around the target", least: 0, most: MOST_RING, usual: 0 });
const AHEAD: NumberField = {
  field: "leadSeconds",
  words: "ahead, s",
  label: "Seconds ahead of the target",
  quantity: "seconds",
  least: 0,
  most: MOST_LEAD_SECONDS,
  usual: 0,
};
const SOFTLY: NumberField = {
  field: "smoothSeconds",
  words: "softly over, s",
  label: "Seconds over which they come softly to the target",
  quantity: "seconds",
  least: 0,
  most: MOST_SMOOTH_SECONDS,
  usual: 0,
};
const SPEED = metres({
  field: "mostSpeed",
  words: "at most, m/s",
  label: "Metres a second that they go at the most",
  least: LEAST_FOLLOW_SPEED,
  most: MOST_FOLLOW_SPEED,
  usual: "any",
});
const NUMBERS: Readonly<Record<FollowKind, readonly NumberField[]>> = {
  place: [AROUND, AHEAD, SOFTLY, SPEED],
  width: [WIDTH, AROUND, AHEAD, SOFTLY, SPEED],
  light: [EDGE, LIGHT],
};

/** Whom heads follow, and where beside or around them they look. */
export function FollowFields({ part, edits }: { part: Part; edits: LaneEdits }): React.JSX.Element {
  const show = useShow();
  const follow = part.follow!;
  const put = (next: Follow): boolean => edits.put({ ...part, follow: next });
  const kind = followKind(follow) ?? "place";
  const takeNumber = ({ field, quantity, least, most, usual }: NumberField, text: string): boolean | string => {
    const { [field]: _, ...rest } = follow;
    const value = text.trim() === "" ? usual : readQuantity(text, quantity);
    if (value === "any") return put(rest);
    if (value === null || value < least || value > most) return `It must be from ${least} to ${most}. Nothing was changed.`;
    return put(value === usual ? rest : { ...rest, [field]: value });
  };
  const takeBeside = (text: string): boolean | string => {
    const { offset: _, ...rest } = follow;
    if (text.trim() === "") return put(rest);
    const [offset, ...more] = readPoints(text) ?? [];
    return offset && more.length === 0
      ? put({ ...rest, offset })
      : "Write metres to the right, upstage and up, such as 0,0,0.5. Nothing was changed.";
  };
  const takeWithin = (text: string): boolean | string => {
    const { within: _, ...rest } = follow;
    if (text.trim() === "") return put(rest);
    const within = readBox(text);
    return within ? put({ ...rest, within }) : "Write two corners in metres, such as -4,-2,0..4,3,2. Nothing was changed.";
  };
  const places = [
    {
      words: "beside, m",
      label: "Metres beside the target",
      className: "h-6 w-24",
      placeholder: "x,y,z",
      text: follow.offset ? pointText([follow.offset]) : "",
      onTake: takeBeside,
    },
    {
      words: "within, m",
      label: "Part of the stage that these heads stay in",
      className: "h-6 w-36",
      placeholder: "anywhere",
      text: follow.within ? boxText(follow.within) : "",
      onTake: takeWithin,
    },
  ];
  const free = kind === "light" ? follow.targetIds.flatMap((id) => (show.target(id)?.within ? [] : (show.target(id)?.name ?? []))) : [];
  const toggle = (id: string): void => {
    const others = follow.targetIds.filter((other) => other !== id);
    if (others.length === follow.targetIds.length) put({ ...follow, targetIds: [...others, id] });
    else if (others.length > 0) put({ ...follow, targetIds: others });
  };
  return (
    <div className="grid h-full content-center gap-1.5 overflow-y-auto px-2 text-xs text-ink-2">
      <div className="flex flex-wrap gap-1" role="group" aria-label="Whom they follow">
        {show.all("target").map(({ id, name }) => {
          const at = follow.targetIds.indexOf(id);
          return (
            <Button key={id} size="small" tone="chip" aria-pressed={at >= 0} onClick={() => toggle(id)}>
              {follow.targetIds.length > 1 && at >= 0 ? `${at + 1} ` : ""}
              {name}
            </Button>
          );
        })}
      </div>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        {NUMBERS[kind].map((of) => (
          <label key={of.field} className="flex items-center gap-1.5">
            {of.words}
            <DraftField
              label={of.label}
              className="h-6 w-14"
              placeholder={String(of.usual ?? "")}
              text={follow[of.field] === undefined ? "" : String(follow[of.field])}
              onTake={(text) => takeNumber(of, text)}
            />
          </label>
        ))}
        {kind !== "light" &&
          places.map(({ words, ...of }) => (
            <label key={words} className="flex items-center gap-1.5">
              {words}
              <DraftField {...of} />
            </label>
          ))}
      </div>
      {free.length > 0 && (
        <p className="text-parked">
          ■ {free.join(", ")} may be anywhere, so nothing fades: say in Rig, Targets, what {free.length === 1 ? "it is" : "they are"} kept
          within.
        </p>
      )}
    </div>
  );
}
