import { newId } from "../session/new-id";
import { Plus } from "lucide-react";
import { useMemo } from "react";
import {
  ATTRIBUTE_NAMES,
  attributeInfo,
  attributesOf,
  FAMILIES,
  ownership,
  parametersOf,
  partChanges,
  physicalOf,
  reachOf,
  selectionName,
  type Attribute,
  type Head,
  type Part,
  type Show,
} from "@vexa/core";
import { useInterface } from "../selection/interface-store";
import { useClient, useMe, useShow } from "../session/show-context";
import { Button } from "../ui/button";
import { Menu, MenuItem } from "../ui/menu";

/** A part that begins where the heads stand at home; intensity at full, colour at white. */
function firstPart(show: Show, heads: readonly Head[], on: { attribute: Attribute; touched: number }): Part | null {
  const { attribute, touched } = on;
  if (attribute === "Color") return { colors: { knots: [{ x: 0.3127, y: 0.329, luminance: 1 }], path: "even" }, shape: {}, touched };
  if (attribute === "Position") return { points: { knots: [{ x: 0, y: 0, z: 0 }], path: "straight" }, shape: {}, touched };
  const parameter = heads.flatMap((head) => parametersOf(head, attribute))[0];
  if (parameter === undefined) return null;
  const { channel, home } = show.rig.parameters[parameter]!;
  const start = attribute === "Dimmer" ? 1 : Math.round(physicalOf(channel, home) * 100) / 100;
  return { level: { knots: [start] }, shape: {}, touched };
}

/** Puts an attribute into the sketch for the selection. */
export function useAddLane(heads: readonly Head[]): (attribute: Attribute) => void {
  const client = useClient();
  const { selection, set } = useInterface();
  return (attribute) => {
    const show = client.view;
    const strokes = show.sketchOf(client.personId)?.strokes ?? {};
    const touched = 1 + Math.max(0, ...Object.values(strokes).flatMap(({ parts }) => Object.values(parts).map((part) => part.touched)));
    const part = firstPart(show, heads, { attribute, touched });
    if (!part) return;
    set({ laneAttribute: attribute, laneMode: "value" });
    client.transact(
      `${attributeInfo(attribute).label} on ${selectionName(show, selection)}`,
      partChanges(show, { newId, personId: client.personId, selection, attribute, part }),
    );
  };
}

export function FirstLanes({ heads }: { heads: readonly Head[] }): React.JSX.Element {
  const add = useAddLane(heads);
  const attributes = useMemo(() => attributesOf(heads, ATTRIBUTE_NAMES), [heads]);
  const barred = useBarred(heads);
  return (
    <div className="grid gap-3 p-3">
      <p className="text-[13px] text-ink-2">Nothing of yours is on these heads yet. Begin with:</p>
      {FAMILIES.map((family) => {
        const own = attributes.filter((attribute) => attributeInfo(attribute).family === family);
        if (own.length === 0) return null;
        return (
          <div key={family} className="flex flex-wrap items-center gap-1.5">
            <span className="w-20 text-xs text-ink-3">{family}</span>
            {own.map((attribute) => (
              <Button key={attribute} size="small" onClick={() => add(attribute)}>
                {attributeInfo(attribute).label}
              </Button>
            ))}
          </div>
        );
      })}
      {barred && <p className="text-[13px] text-barred">▬ {barred}</p>}
    </div>
  );
}

/** Whose the selected heads are when none of them can be changed; null when some can. */
function useBarred(heads: readonly Head[]): string | null {
  const show = useShow();
  const me = useMe();
  return useMemo(() => {
    const reach = reachOf(me, show);
    if (heads.length === 0 || heads.some(({ key }) => FAMILIES.some((family) => reach(key, family)))) return null;
    const owners = ownership(show);
    const names = new Set(
      heads
        .map(({ key }) => owners(key, "Intensity"))
        .map((owner) =>
          owner ? `${owner.name} (${owner.personIds.map((id) => show.get("person", id)?.name).join(", ")})` : "no territory but the lead's",
        ),
    );
    return `These heads are in ${[...names].join(" and ")}. You can look, but not change them.`;
  }, [heads, me, show]);
}

export function AddLane({ heads, present }: { heads: readonly Head[]; present: readonly Attribute[] }): React.JSX.Element | null {
  const add = useAddLane(heads);
  const own = useMemo(() => attributesOf(heads, ATTRIBUTE_NAMES), [heads]);
  if (present.length === 0) return null;
  const rest = own.filter((attribute) => !present.includes(attribute));
  return (
    <Menu
      className="max-h-80"
      trigger={
        <Button tone="plain" size="small" disabled={rest.length === 0}>
          <Plus size={13} aria-hidden /> Attribute
        </Button>
      }
    >
      {rest.map((attribute) => (
        <MenuItem key={attribute} onSelect={() => add(attribute)} hint={attributeInfo(attribute).family}>
          {attributeInfo(attribute).label}
        </MenuItem>
      ))}
    </Menu>
  );
}
