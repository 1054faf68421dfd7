import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useMemo, useRef, useState } from "react";
import { attributeInfo, FrameWriter, SLOTS, type Head } from "@vexa/core";
import { useClient, useQuietShow } from "../../session/show-context";
import { cn } from "../../ui/class-names";
import { slotOf, slotParameters } from "./slot-map";
import { slotTest, type SlotSearch } from "./slot-search";
import { levelText, type LevelUnit } from "./universe-map";

const ROW = 52;
const REFRESH_MS = 200;

/** The levels by head: a row each with its attributes, as they leave. */
export function FixtureLevels(props: {
  unit: LevelUnit;
  search: SlotSearch;
  frozen: Uint8Array | null;
  picked: number | null;
  onPick: (parameter: number) => void;
}): React.JSX.Element {
  const { unit, search, frozen, picked, onPick } = props;
  const client = useClient();
  const { rig } = useQuietShow();
  const scroller = useRef<HTMLDivElement>(null);
  const [, refresh] = useState(0);
  useEffect(() => {
    const timer = setInterval(() => refresh((count) => count + 1), REFRESH_MS);
    return () => clearInterval(timer);
  }, []);
  const writer = useMemo(() => new FrameWriter(rig), [rig]);
  const frame = useMemo(() => new Uint8Array(rig.universes.length * SLOTS), [rig]);
  const fits = useMemo(() => slotTest(search, rig, slotParameters(rig)), [search, rig]);
  if (client.values.length === rig.parameters.length) writer.writeAll(client.values, frame);
  const heads = rig.heads.filter((head) =>
    [...head.parameters.values()].some((parameter) => {
      const slot = slotOf(parameter, rig);
      return search.by === "nothing" || (slot !== null && fits(slot, frame[slot]!));
    }),
  );
  const rows = useVirtualizer({ count: heads.length, getScrollElement: () => scroller.current, estimateSize: () => ROW, overscan: 6 });
  return (
    <div ref={scroller} className="min-h-0 flex-1 overflow-y-auto" role="region" aria-label="Levels by head" tabIndex={0}>
      {heads.length === 0 && <p className="p-3 text-ink-3">No head fits this search.</p>}
      <ul className="relative" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map(({ index, start }) => (
          <li
            key={heads[index]!.key}
            className="absolute inset-x-0 flex gap-2 border-b border-edge px-2 py-1"
            style={{ top: start, height: ROW }}
          >
            <HeadLevels head={heads[index]!} {...{ unit, frozen, picked, frame, onPick }} />
          </li>
        ))}
      </ul>
    </div>
  );
}

function HeadLevels(props: {
  head: Head;
  unit: LevelUnit;
  frame: Uint8Array;
  frozen: Uint8Array | null;
  picked: number | null;
  onPick: (parameter: number) => void;
}): React.JSX.Element {
  const { head, unit, frame, frozen, picked, onPick } = props;
  const { rig } = useQuietShow();
  const { patch } = head.fixture;
  return (
    <>
      <div className="w-40 shrink-0">
        <p className="truncate text-[13px]">
          <span className="font-mono text-ink-2">{head.label}</span> {head.fixture.name}
        </p>
        <p className="font-mono text-xs text-ink-3">{patch ? `${patch.universe}.${patch.address}` : "not patched"}</p>
      </div>
      <div className="flex min-w-0 gap-1 overflow-x-auto">
        {[...head.parameters].map(([attribute, parameter]) => {
          // Alternatives of one channel are one level.
          if (rig.parameters[parameter]!.channel.attribute !== attribute) return null;
          const slot = slotOf(parameter, rig);
          const changed = slot !== null && frozen !== null && frozen[slot] !== frame[slot];
          return (
            <button
              key={attribute}
              type="button"
              className={cn(
                "min-w-14 shrink-0 rounded border border-edge bg-bench px-1.5 text-left hover:border-ink-3",
                changed && "border-linked",
                parameter === picked && "border-sketch",
              )}
              onClick={() => onPick(parameter)}
            >
              <span className="block truncate text-[11px] text-ink-3">{attributeInfo(attribute).label}</span>
              <span className="font-mono text-[13px]">{slot === null ? "—" : levelText(frame[slot]!, unit)}</span>
            </button>
          );
        })}
      </div>
    </>
  );
}
