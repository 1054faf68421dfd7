import { useMemo, useRef, useState } from "react";
import { counted, laidApart, parkedOf, setChange, type Group, type Show } from "@vexa/core";
import { useSize } from "../../../frames/use-size";
import { useInterfaceOf } from "../../../selection/interface-store";
import { useClient, useQuietShow } from "../../../session/show-context";
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

/** What a button takes, in pixels: a letter, its margins, the widest that it gets, and its height. */
const BUTTON = { letter: 6.4, margins: 16, most: 112, height: 28 };

interface Size {
  readonly width: number;
  readonly height: number;
}

/** A place for each button: where it was drawn to, or as near to its heads as there is room. */
function spots(show: Show, groups: readonly Group[], size: Size): Map<string, Spot> {
  const shapes = groups.map((group) => {
    const { across, down } = group.spot ?? spotOf(show, group);
    const width = Math.min(BUTTON.most, BUTTON.letter * group.name.length + BUTTON.margins);
    return { x: across, y: down, width: Math.min(1, width / size.width), height: Math.min(1, BUTTON.height / size.height) };
  });
  const held = groups.map(({ spot }) => spot !== undefined);
  const laid = laidApart(shapes, {
    held,
    wide: size.width / size.height,
    row: BUTTON.height / size.height,
    crowded: "lie over each other",
  })!;
  return new Map(groups.map(({ id }, at) => [id, { across: laid[at]!.x, down: laid[at]!.y }]));
}

/** Groups as buttons where things hang. A drag moves a button; a click picks the group. */
export function GroupPlan({ groups }: { groups: readonly Group[] }): React.JSX.Element {
  const frame = useRef<HTMLDivElement>(null);
  const size = useSize(frame);
  const show = useQuietShow();
  const { width, height } = size;
  const places = useMemo(() => (width > 0 && height > 0 ? spots(show, groups, { width, height }) : null), [show, groups, width, height]);
  return (
    <div
      ref={frame}
      className="relative mx-2 min-h-24 flex-1 overflow-hidden rounded bg-stage"
      role="group"
      aria-label="Groups as they hang"
    >
      {places && groups.map((group) => <GroupButton key={group.id} group={group} start={places.get(group.id)!} size={size} />)}
    </div>
  );
}

function GroupButton({ group, start, size }: { group: Group; start: Spot; size: Size }): React.JSX.Element {
  const client = useClient();
  const { selection, select } = useInterfaceOf("selection", "select");
  const owner = useForeignOwner(group);
  const isParked = parkedOf(useQuietShow(), group.heads).length > 0;
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
      {isParked && <span className="text-parked">■ </span>}
      {group.name}
    </button>
  );
}
