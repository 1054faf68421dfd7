import { useMemo, useRef, useState } from "react";
import { counted, setChange, type Group, type Show } from "@vexa/core";
import { useSize } from "../../../frames/use-size";
import { useInterface } from "../../../selection/interface-store";
import { useClient, useShow } from "../../../session/show-context";
import { planProjection } from "../../../stage/projection";
import { cn } from "../../../ui/class-names";
import { pickedGroup, useForeignOwner } from "./group-row";

interface Spot {
  readonly across: number;
  readonly down: number;
}

/** The middle of a group's heads on the plan. */
function spotOf(show: Show, group: Group): Spot {
  const plan = planProjection(show.rig.heads, 1000, 1000);
  const points = group.heads.flatMap((key) => {
    const head = show.rig.headByKey.get(key);
    return head ? [plan.point(head.position)] : [];
  });
  const mean = (at: 0 | 1): number => points.reduce((sum, point) => sum + point[at], 0) / Math.max(1, points.length);
  return points.length === 0 ? { across: 0.5, down: 0.5 } : { across: mean(0) / 1000, down: mean(1) / 1000 };
}

/** Half the size of a button, in parts of the plan: those without a place of their own make room for each other. */
const ROOM = { across: 0.3, down: 0.062 };

/** A place for each button: the given ones as they are, the others as near to their heads as there is room. */
export function spots(show: Show, groups: readonly Group[]): Map<string, Spot> {
  const placed = new Map(groups.flatMap((group) => (group.spot ? [[group.id, group.spot] as const] : [])));
  const free = (spot: Spot): boolean =>
    [...placed.values()].every(
      (other) => Math.abs(other.across - spot.across) >= ROOM.across || Math.abs(other.down - spot.down) >= ROOM.down,
    );
  for (const group of groups) {
    if (group.spot) continue;
    const wanted = spotOf(show, group);
    const down = Array.from({ length: 41 }, (_, step) => wanted.down + (step % 2 === 0 ? 1 : -1) * Math.ceil(step / 2) * ROOM.down);
    const found = down
      .map((at) => ({ across: wanted.across, down: at }))
      .find((spot) => spot.down > 0.03 && spot.down < 0.97 && free(spot));
    placed.set(group.id, found ?? wanted);
  }
  return placed;
}

/** Groups as buttons where things hang. A drag moves a button; a click picks the group. */
export function GroupPlan({ groups }: { groups: readonly Group[] }): React.JSX.Element {
  const frame = useRef<HTMLDivElement>(null);
  const size = useSize(frame);
  const show = useShow();
  const places = useMemo(() => spots(show, groups), [show, groups]);
  return (
    <div
      ref={frame}
      className="relative mx-2 min-h-24 flex-1 overflow-hidden rounded bg-stage"
      role="group"
      aria-label="Groups as they hang"
    >
      {size.width > 0 && groups.map((group) => <GroupButton key={group.id} group={group} start={places.get(group.id)!} size={size} />)}
    </div>
  );
}

function GroupButton({ group, start, size }: { group: Group; start: Spot; size: { width: number; height: number } }): React.JSX.Element {
  const client = useClient();
  const { selection, select } = useInterface();
  const owner = useForeignOwner(group);
  const drag = useRef<{ x: number; y: number; from: Spot; moved: boolean } | null>(null);
  const [dragged, setDragged] = useState<Spot | null>(null);
  const spot = dragged ?? start;
  const move = (event: React.PointerEvent): void => {
    const of = drag.current;
    if (!of) return;
    const [dx, dy] = [event.clientX - of.x, event.clientY - of.y];
    if (!of.moved && Math.hypot(dx, dy) < 5) return;
    of.moved = true;
    const within = (value: number): number => Math.round(Math.min(0.96, Math.max(0.04, value)) * 1000) / 1000;
    setDragged({ across: within(of.from.across + dx / size.width), down: within(of.from.down + dy / size.height) });
  };
  const end = (event: React.PointerEvent): void => {
    const of = drag.current;
    drag.current = null;
    if (of?.moved && dragged)
      client.transact(`Moved the button of ${group.name}`, [setChange(group.id, ["spot"], { from: group.spot, to: dragged })]);
    else if (of) select(pickedGroup(selection, group.id, event.ctrlKey || event.metaKey ? "adds" : "alone"));
    setDragged(null);
  };
  return (
    <button
      type="button"
      aria-pressed={selection.groupIds?.includes(group.id) ?? false}
      title={
        owner
          ? `${group.name}: in the territory of ${owner}`
          : `${group.name}: ${counted(group.heads.length, "head")}; drag to move the button`
      }
      className={cn(
        "absolute max-w-28 -translate-x-1/2 -translate-y-1/2 cursor-pointer touch-none truncate rounded border border-edge bg-bench px-1.5 py-1 text-xs text-ink aria-pressed:border-sketch aria-pressed:bg-raised",
        owner && "hatched text-ink-2",
      )}
      style={{ left: spot.across * size.width, top: spot.down * size.height }}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        drag.current = { x: event.clientX, y: event.clientY, from: spot, moved: false };
      }}
      onPointerMove={move}
      onPointerUp={end}
      onKeyDown={(event) => {
        if (event.key === "Enter" || event.key === " ") select(pickedGroup(selection, group.id, event.ctrlKey ? "adds" : "alone"));
      }}
    >
      {group.name}
    </button>
  );
}
