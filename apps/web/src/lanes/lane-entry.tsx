import { useMemo } from "react";
import {
  attributeInfo,
  channelOf as ownChannel,
  followedNames,
  presetsNamed,
  scaleOf,
  valueNamed,
  type Attribute,
  type Head,
  type Part,
  type Quantity,
} from "@vexa/core";
import { newId } from "../session/new-id";
import { useShow } from "../session/show-context";
import { FanField, type Meaning } from "../ui/fan-field";
import { emptied } from "./emptied";
import { followTyped } from "./follow-typed";
import { laneCurve, withFan, type Lane } from "./lane-model";
import { channelOf, SlotChoice, UnitLine } from "./lane-numbers";
import { motionWords } from "./motion-words";
import type { LaneEdits } from "./use-lane-edits";
import { useSaid } from "./use-said";
import { ColorEntry, PointEntry, PresetEntry } from "./whole-entry";

const QUANTITIES: Readonly<Record<string, Quantity>> = { "%": "percent", "°": "degrees", s: "seconds", Hz: "hertz" };
const UNIT_WORDS: Record<string, string> = { "%": "percent", "°": "degrees", s: "seconds", Hz: "per second" };

/** The typed side of what a lane does: the presets that it follows; numbers with their units, presets by name; a + before it, or any sign where values are mixed, adds. */
export function LaneEntry(props: { lane: Lane; heads: readonly Head[]; edits: LaneEdits }): React.JSX.Element {
  const { lane, edits } = props;
  const linked = lane.own?.part.presets !== undefined && lane.editable;
  return (
    <>
      {linked && <PresetEntry lane={lane} edits={edits} />}
      {lane.attribute === "Color" ? (
        <ColorEntry {...props} />
      ) : lane.attribute === "Position" ? (
        <PointEntry lane={lane} edits={edits} />
      ) : (
        <NumberEntry {...props} />
      )}
    </>
  );
}

function NumberEntry({ lane, heads, edits }: { lane: Lane; heads: readonly Head[]; edits: LaneEdits }): React.JSX.Element {
  const show = useShow();
  const { attribute, own, editable, touched, values } = lane;
  const { label } = attributeInfo(attribute);
  const part: Part = own && editable ? own.part : { nudge: { knots: [0] }, shape: {}, touched: touched + 1 };
  const curve = laneCurve(attribute, part, "value")!;
  const same = sameValue(values);
  const shownFan = editable ? curve.fan : same === null ? null : { knots: [same] };
  const take = (knots: readonly number[], meaning: Meaning): boolean => {
    if (meaning === "add") return edits.nudge({ knots }, newId());
    if (!editable) return edits.put({ level: { knots }, shape: {}, touched: touched + 1 });
    const path = curve.fan?.path && curve.fan.knots.length === knots.length ? { path: curve.fan.path } : {};
    return edits.put(withFan(part.presets || part.follow ? emptied(lane.own?.part, lane.touched + 1) : part, "value", { knots, ...path }));
  };
  const channel = channelOf(show.rig, heads, attribute);
  const { scale, unit } = curve;
  const range = useMemo(() => rangeOf(heads, attribute, { scale, unit }), [heads, attribute, scale, unit]);
  const said = useSaid(heads);
  const named = (text: string): boolean | null => {
    const value = channel ? valueNamed(channel, text, attribute) : null;
    return value === null ? (presets(text) ?? targets(text) ?? said(text)) : take([value], "set");
  };
  /** A zoom is as wide as is said where a target is; a dimmer fades before it comes to the edge. */
  const targets = (text: string): boolean | null => {
    const following = followTyped(show, lane, text);
    return following && edits.put(following);
  };
  const presets = (text: string): boolean | null => {
    const ids = presetsNamed(show, text, attribute);
    return ids ? edits.put({ ...emptied(lane.own?.part, lane.touched + 1), presets: { ids, path: "even" } }) : null;
  };
  return (
    <>
      <FanField
        label={`${label} value`}
        className="h-7 text-xs text-sketch"
        knots={shownFan?.knots ?? null}
        scale={curve.scale}
        quantity={QUANTITIES[curve.unit] ?? "plain"}
        range={range}
        placeholder={
          part.presets ? "type over it" : part.follow ? followedNames(show, part.follow) : part.motion ? "from the motion" : "mixed"
        }
        adds={editable ? "with a plus" : "with any sign"}
        otherwise={named}
        onKnots={take}
      />
      {shownFan && <SlotChoice attribute={attribute} heads={heads} fan={shownFan} onFan={(fan) => take(fan.knots, "set")} />}
      <UnitLine
        attribute={attribute}
        heads={heads}
        fan={shownFan}
        words={`${UNIT_WORDS[curve.unit] ?? ""}${part.motion ? ` · ${motionWords(attribute, part.motion)}` : ""}`}
      />
    </>
  );
}

/** The value that all heads have, wherever it comes from; null where they differ. */
function sameValue(values: Lane["values"]): number | null {
  const first = values[0]?.value ?? null;
  return first !== null && values.every((entry) => entry?.value === first) ? first : null;
}

/** What the heads' own channels reach, in words. */
function rangeOf(heads: readonly Head[], attribute: Attribute, { scale, unit }: { scale: number; unit: string }): string {
  let [low, high] = [Infinity, -Infinity];
  for (const head of heads) {
    const channel = ownChannel(head, attribute);
    const ends = channel ? scaleOf(channel, attribute).segments.flatMap(({ from, to }) => [from, to]) : [];
    low = Math.min(low, ...ends);
    high = Math.max(high, ...ends);
  }
  return `${Math.round(low * scale)} to ${Math.round(high * scale)} ${unit}`.trim();
}
