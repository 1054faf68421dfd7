import { Plus } from "lucide-react";
import { memo, useMemo } from "react";
import { attributeInfo, attributesOf, FAMILIES, ownership, reachOf, type Attribute, type Head } from "@vexa/core";
import { useMe, useQuietShow } from "../session/show-context";
import { Button } from "../ui/button";
import { Menu, MenuItem } from "../ui/menu";
import { SaidField } from "./said-field";
import { useAddLane } from "./use-add-lane";

export function FirstLanes({ heads }: { heads: readonly Head[] }): React.JSX.Element {
  const add = useAddLane();
  const attributes = useMemo(() => attributesOf(heads), [heads]);
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
      {attributes.length > 0 && !barred && <SaidField heads={heads} />}
      {barred && <p className="text-[13px] text-barred">▬ {barred}</p>}
    </div>
  );
}

/** Whose the selected heads are when none of them can be changed; null when some can. */
function useBarred(heads: readonly Head[]): string | null {
  const show = useQuietShow();
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

export const AddLane = memo(function AddLane(of: { heads: readonly Head[]; present: readonly Attribute[] }): React.JSX.Element | null {
  const { heads, present } = of;
  const add = useAddLane();
  const own = useMemo(() => attributesOf(heads), [heads]);
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
});
