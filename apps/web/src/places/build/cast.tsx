import { useEffect, useRef } from "react";
import {
  all,
  masked,
  maskPositions,
  ownership,
  reordered,
  selectedHeads,
  selectGroup,
  step,
  withMask,
  placedHead,
  type Group,
  type Mask,
  type Order,
  type Rig,
} from "@vexa/core";
import { planProjection } from "../../stage/projection";
import { sharpContext, token } from "../../frames/use-size";
import { maskName } from "../../lanes/sketch-edits";
import { useInterface } from "../../selection/interface-store";
import { useMe, useShow } from "../../session/show-context";
import { Button } from "../../ui/button";
import { cn } from "../../ui/class-names";
import { Choice } from "../../ui/field";

const MASKS: readonly { label: string; title: string; mask: Mask }[] = [
  { label: "Odd", title: "Odd ones (O)", mask: { type: "every", n: 2, at: 1 } },
  { label: "Even", title: "Even ones (E)", mask: { type: "every", n: 2, at: 2 } },
  { label: "Every 3rd", title: "Every third, from the first", mask: { type: "every", n: 3, at: 1 } },
  { label: "Runs of 4", title: "Four neighbours at a time", mask: { type: "runs", n: 4, at: 1 } },
  { label: "Pairs", title: "The two ends, then inward (P)", mask: { type: "pairs", at: 1 } },
];

const ORDERS: readonly { order: Order; label: string }[] = [
  { order: "number", label: "by number" },
  { order: "address", label: "by address" },
  { order: "left-to-right", label: "left to right" },
  { order: "front-to-back", label: "front to back" },
  { order: "bottom-to-top", label: "bottom to top" },
  { order: "outward", label: "outward from the centre" },
  { order: "around", label: "around the centre" },
  { order: "scattered", label: "scattered" },
];

/** Groups and the tools that narrow, widen and order a selection. */
export function Cast(): React.JSX.Element {
  const show = useShow();
  const groups = show.all("group").toSorted((a, b) => a.rank - b.rank);
  return (
    <aside className="flex min-h-0 flex-col border-r border-edge bg-bench" aria-label="Cast">
      <h2 className="shrink-0 px-3 pt-3 pb-1.5 text-xs font-semibold text-ink-2">Groups</h2>
      {groups.length === 0 && <p className="px-3 text-[13px] text-ink-3">There are no groups yet. Select heads on the stage.</p>}
      <ul className="min-h-24 flex-1 overflow-y-auto">
        {groups.map((group) => (
          <GroupRow key={group.id} group={group} />
        ))}
      </ul>
      <SelectionTools />
    </aside>
  );
}

function GroupRow({ group }: { group: Group }): React.JSX.Element {
  const show = useShow();
  const me = useMe();
  const { selection, select } = useInterface();
  const chosen = selection.groupId === group.id;
  const owner = group.heads[0] === undefined ? null : ownership(show)(group.heads[0], "Intensity");
  const foreign = me.role !== "lead" && !(owner?.personIds.includes(me.id) ?? false);
  const whose = owner ? owner.personIds.map((id) => show.get("person", id)?.name).join(", ") : "the lead";
  return (
    <li>
      <button
        type="button"
        aria-pressed={chosen}
        className={cn(
          "flex w-full items-center gap-2.5 border-l-2 border-transparent px-3 py-1 text-left hover:bg-raised",
          chosen && "border-sketch bg-raised",
          foreign && "hatched text-ink-2",
        )}
        title={foreign ? `In the territory of ${whose}: you can look, but not change it` : group.name}
        onClick={() => select(selectGroup(group.id, group.heads))}
      >
        <GroupMiniature group={group} rig={show.rig} />
        <span className="min-w-0 flex-1 truncate">{group.name}</span>
        <span className="text-xs text-ink-3">{foreign ? whose : group.heads.length}</span>
      </button>
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

function SelectionTools(): React.JSX.Element {
  const show = useShow();
  const { selection, select } = useInterface();
  const { mask, base } = selection;
  const none = base.length === 0;
  const same = (other: Mask): boolean =>
    mask?.type === other.type &&
    (other.type !== "every" && other.type !== "runs" ? true : "n" in mask && mask.n === other.n && (other.n !== 2 || mask.at === other.at));
  const sort = (order: Order): void => {
    const heads = masked(base, mask).flatMap((key) => show.rig.headByKey.get(key) ?? []);
    select(reordered(heads.map(placedHead), { order, seed: 1 }));
  };
  return (
    <div className="grid shrink-0 gap-2 border-t border-edge p-3" role="group" aria-label="Selection tools">
      <p className="flex justify-between text-xs text-ink-2">
        <span className="font-semibold">Select</span>
        <span aria-live="polite">
          {none ? "nobody" : `${selectedHeads(selection).length} of ${base.length}${mask ? `, ${maskName(mask)}` : ""}`}
        </span>
      </p>
      <div className="flex flex-wrap gap-1.5">
        {MASKS.map(({ label, title, mask: next }) => (
          <Button
            key={label}
            tone="chip"
            size="small"
            title={title}
            disabled={none}
            aria-pressed={same(next)}
            onClick={() => select(withMask(selection, next))}
          >
            {label}
          </Button>
        ))}
        <Button tone="chip" size="small" disabled={none} title="Previous part or head ([)" onClick={() => select(step(selection, -1))}>
          ‹ prev
        </Button>
        <Button tone="chip" size="small" disabled={none} title="Next part or head (])" onClick={() => select(step(selection, 1))}>
          next ›
        </Button>
        <Button tone="chip" size="small" disabled={none || !mask} title="The whole base again (\)" onClick={() => select(all(selection))}>
          All
        </Button>
        {mask && (
          <span className="self-center text-xs text-ink-3">
            part {mask.at} of {maskPositions(mask, base.length)}
          </span>
        )}
      </div>
      <Choice
        aria-label="Order the selection"
        className="h-7 text-xs"
        disabled={none}
        value=""
        onChange={(event) => sort(event.target.value as Order)}
      >
        <option value="" disabled>
          Order the heads…
        </option>
        {ORDERS.map(({ order, label }) => (
          <option key={order} value={order}>
            {label}
          </option>
        ))}
      </Choice>
    </div>
  );
}
