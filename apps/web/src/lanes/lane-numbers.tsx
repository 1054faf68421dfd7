import {
  attributeInfo,
  encodeSlots,
  namedValues,
  normalized,
  parametersOf,
  type Attribute,
  type Channel,
  type Fan,
  type Head,
  type Rig,
} from "@vexa/core";
import { useInterfaceOf } from "../selection/interface-store";
import { useQuietShow } from "../session/show-context";
import { SlotPicture } from "./slot-picture";
import { Choice, Option } from "../ui/choice";

/** The first selected head's channel of an attribute; null for whole colours. */
export function channelOf(rig: Rig, heads: readonly Head[], attribute: Attribute): Channel | null {
  if (attribute === "Color") return null;
  for (const head of heads) {
    const [parameter] = parametersOf(head, attribute);
    if (parameter !== undefined) return rig.parameters[parameter]!.channel;
  }
  return null;
}

/** Named slots of a wheel as a choice, as long as all heads take the same one. */
export function SlotChoice({
  attribute,
  heads,
  fan,
  onFan,
}: {
  attribute: Attribute;
  heads: readonly Head[];
  fan: Fan;
  onFan: (fan: Fan) => void;
}): React.JSX.Element | null {
  const channel = channelOf(useQuietShow().rig, heads, attribute);
  const names = channel ? namedValues(channel, attribute) : [];
  if (names.length === 0 || fan.knots.length > 1) return null;
  const slot = Math.round(fan.knots[0]!);
  const profile = heads.find((head) => head.parameters.has(attribute))?.profile;
  const [picture, color] = [profile?.pictures?.[attribute]?.[slot] ?? null, profile?.wheels?.[attribute]?.[slot] ?? null];
  const choice = (
    <Choice
      aria-label={`${attributeInfo(attribute).label} by name`}
      className="h-7 text-xs"
      value={names.find(({ value }) => Math.abs(value - fan.knots[0]!) < 1e-6)?.value ?? Math.round(fan.knots[0]!)}
      onValue={(next) => onFan({ knots: [Number(next)] })}
    >
      {names.map(({ name, value }) => (
        <Option key={`${name} ${value}`} value={value}>
          {name}
        </Option>
      ))}
    </Choice>
  );
  if (!profile || (picture === null && color === null)) return choice;
  return (
    <span className="flex items-center gap-1.5">
      <SlotPicture small profileId={profile.id} picture={picture} color={color} name={names[slot]?.name ?? ""} />
      {choice}
    </span>
  );
}

/** What kind of numbers a lane has; on demand, its knots as the first head's DMX levels. */
export function UnitLine({
  attribute,
  heads,
  fan,
  words,
}: {
  attribute: Attribute;
  heads: readonly Head[];
  fan: Fan | null;
  words: string;
}): React.JSX.Element {
  const { laneNumbers } = useInterfaceOf("laneNumbers");
  const channel = channelOf(useQuietShow().rig, heads, attribute);
  const asDmx = laneNumbers === "DMX" && channel && fan && channel.slots.length > 0;
  return (
    <p className="truncate text-xs text-ink-3">
      {asDmx ? `DMX ${fan.knots.map((knot) => dmxOf(channel, knot, attribute)).join("..")}` : words}
    </p>
  );
}

/** A physical value as the whole number that its slots carry. */
function dmxOf(channel: Channel, physical: number, attribute: Attribute): number {
  return encodeSlots(normalized(channel, physical, attribute), channel.slots.length * 8).reduce((sum, octet) => sum * 256 + octet, 0);
}
