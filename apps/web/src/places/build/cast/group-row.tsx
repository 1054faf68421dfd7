import { Ellipsis } from "lucide-react";
import { useEffect, useRef } from "react";
import { counted, isOf, ownership, parkedOf, selectGroups, type Group, type Rig, type Selection } from "@vexa/core";
import { sharpContext, token } from "../../../frames/use-size";
import { applyPreset, PRESET_DRAG } from "../../../presets/preset-edits";
import { useInterfaceOf } from "../../../selection/interface-store";
import { useClient, useMe, useQuietShow } from "../../../session/show-context";
import { planProjection } from "../../../stage/projection";
import { Button } from "../../../ui/button";
import { cn } from "../../../ui/class-names";
import { GroupTools } from "./group-tools";

/** The selection when a group is picked: it alone, or with Ctrl it comes to those that are there, or goes. */
export function pickedGroup(selection: Selection, groupId: string, adds: "alone" | "adds"): Selection {
  const present = selection.groupIds ?? [];
  if (adds === "alone") return selectGroups([groupId]);
  return selectGroups(present.includes(groupId) ? present.filter((id) => id !== groupId) : [...present, groupId]);
}

/** Whose a group is, when it isn't one's own to change; null when it is. */
export function useForeignOwner(group: Group): string | null {
  const show = useQuietShow();
  const me = useMe();
  if (me.role === "lead") return null;
  const owner = group.heads[0] === undefined ? null : ownership(show)(group.heads[0], "Intensity");
  if (isOf(me, owner)) return null;
  return owner ? owner.personIds.map((id) => show.get("person", id)?.name).join(", ") : "the lead";
}

export function GroupRow({ group }: { group: Group }): React.JSX.Element {
  const show = useQuietShow();
  const client = useClient();
  const { selection, select } = useInterfaceOf("selection", "select");
  const chosen = selection.groupIds?.includes(group.id) ?? false;
  const owner = useForeignOwner(group);
  const parked = parkedOf(show, group.heads).length;
  return (
    <li
      className={cn(
        "flex items-center border-l-2 border-transparent pr-1 hover:bg-raised",
        chosen && "border-sketch bg-raised",
        owner && "hatched",
      )}
      onDragOver={(event) => event.dataTransfer.types.includes(PRESET_DRAG) && event.preventDefault()}
      onDrop={(event) => {
        const preset = client.view.get("preset", event.dataTransfer.getData(PRESET_DRAG));
        if (preset) applyPreset(client, preset, { selection: selectGroups([group.id]), how: "alone" });
      }}
    >
      <button
        type="button"
        aria-pressed={chosen}
        className={cn("flex min-w-0 flex-1 items-center gap-2.5 self-stretch py-1 pl-3 text-left", owner && "text-ink-2")}
        title={owner ? `In the territory of ${owner}: you can look, but not change it` : `${group.name} (Ctrl-click adds it)`}
        onClick={(event) => select(pickedGroup(selection, group.id, event.ctrlKey || event.metaKey ? "adds" : "alone"))}
      >
        <GroupMiniature group={group} rig={show.rig} />
        <span className="min-w-0 flex-1 truncate">{group.name}</span>
        {parked > 0 && (
          <span className="text-xs text-parked" title={`${counted(parked, "head")} of it parked`}>
            ■ {parked === group.heads.length ? "" : parked}
          </span>
        )}
        <span className="text-xs text-ink-3">{owner ?? group.heads.length}</span>
      </button>
      <GroupTools
        group={group}
        trigger={
          <Button tone="quiet" size="small" className="px-0.5" aria-label={`Change ${group.name}`} title="Change this group">
            <Ellipsis size={14} aria-hidden />
          </Button>
        }
      />
    </li>
  );
}

const MINIATURE = { width: 34, height: 22 };

/** Where a group hangs, on a postage stamp of the plan. */
function GroupMiniature({ group, rig }: { group: Group; rig: Rig }): React.JSX.Element {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const context = sharpContext(canvas.current!, MINIATURE.width, MINIATURE.height);
    context.fillStyle = token("stage");
    context.fillRect(0, 0, MINIATURE.width, MINIATURE.height);
    const wide = planProjection(rig.heads, 340, 220);
    const mine = new Set(group.heads);
    for (const { key, position } of rig.heads) {
      const [x, y] = wide.point(position);
      const own = mine.has(key);
      context.fillStyle = token(own ? "stage-thread" : "stage-line");
      const size = own ? 1.4 : 0.8;
      context.fillRect(x / 10 - size / 2, y / 10 - size / 2, size, size);
    }
  }, [group.heads, rig]);
  return <canvas ref={canvas} aria-hidden className="shrink-0 rounded-[3px]" style={MINIATURE} />;
}
