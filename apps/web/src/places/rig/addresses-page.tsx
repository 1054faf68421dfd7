import { useVirtualizer } from "@tanstack/react-virtual";
import { useMemo, useRef } from "react";
import { addressStrips, counted, explain, extentOf, typedLamps, type AddressBlock, type AddressStrip, type SlotRun } from "@vexa/core";
import { useClient, useMe, useQuietShow } from "../../session/show-context";
import { cn } from "../../ui/class-names";
import { refuse } from "../../ui/messages";
import { useSelectedLamps, usePressLamp } from "./lamp-selection";
import { useDragToSlot } from "./use-drag-to-slot";

const ROW = 52;
const SLOTS = 512;
/** Slots whose strip has room for one digit. */
const DIGIT_SLOTS = 5;

/** Who takes which slots, a strip for each universe. Blocks are dragged to other slots; what is selected goes where a gap is pressed. */
export function AddressesPage(): React.JSX.Element {
  const show = useQuietShow();
  const client = useClient();
  const changes = extentOf(useMe(), "rig") === "all";
  const strips = useMemo(() => addressStrips(show), [show]);
  const chosen = useSelectedLamps();
  const chosenIds = new Set(chosen.map(({ id }) => id));
  const scroll = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({ count: strips.length, getScrollElement: () => scroll.current, estimateSize: () => ROW, overscan: 4 });
  const put = (ids: readonly string[], universe: number, address: number): void => {
    const typed = typedLamps(client.view, ids, { field: "address", text: `${universe}.${address}` });
    if (typed.ok) client.transact(`Address of ${counted(ids.length, "lamp")}`, typed.value);
    else refuse(explain(typed.error));
  };
  const lamps = useMemo(() => strips.flatMap(({ blocks }) => blocks.map(({ lamp }) => lamp)), [strips]);
  const press = usePressLamp(lamps);
  const drag = useDragToSlot(put);
  const wrong = strips.reduce((sum, { blocks }) => sum + blocks.filter((block) => block.wrong).length, 0);
  return (
    <section className="flex min-h-0 flex-1 flex-col gap-2 p-4" aria-label="Addresses">
      <p className="text-[13px] text-ink-2" role="status">
        {counted(strips.length - 1, "universe")}
        {wrong > 0 && <span className="text-barred">, ▬ {counted(wrong, "lamp")} on slots that another has or that don’t exist</span>}.{" "}
        {!changes
          ? "Addresses are for technicians and the lead; you look on."
          : chosen.length > 0
            ? `Press free slots to put ${counted(chosen.length, "lamp")} there, or drag a lamp.`
            : "Drag a lamp to other slots, or select some and press free slots."}
      </p>
      <div ref={scroll} className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="group" aria-label="Universes">
        <ul className="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map(({ index, start }) => {
            const strip = strips[index]!;
            return (
              <li
                key={strip.universe}
                className="absolute inset-x-0 grid grid-cols-[7rem_minmax(0,1fr)] items-center gap-2"
                style={{ top: start, height: ROW }}
              >
                <span className="text-[13px]">
                  Universe <span className="font-mono">{strip.universe}</span>
                  <span className="block text-xs text-ink-3">{strip.taken === 0 ? "free" : `${strip.taken} of ${SLOTS}`}</span>
                </span>
                <Strip
                  strip={strip}
                  chosen={chosenIds}
                  onPress={press}
                  onGap={changes && chosen.length > 0 ? (address) => put([...chosenIds], strip.universe, address) : null}
                  words={counted(chosen.length, "lamp")}
                  drag={changes ? drag : null}
                />
              </li>
            );
          })}
        </ul>
      </div>
    </section>
  );
}

function Strip(of: {
  strip: AddressStrip;
  chosen: ReadonlySet<string>;
  onPress: ReturnType<typeof usePressLamp>;
  /** Puts what is selected from a slot on; null where that can't be. */
  onGap: ((address: number) => void) | null;
  /** How many are selected. */
  words: string;
  drag: ReturnType<typeof useDragToSlot> | null;
}): React.JSX.Element {
  const { strip, chosen, onPress, onGap, words, drag } = of;
  const { universe, blocks, free } = strip;
  return (
    <div
      className="relative h-9 rounded border border-edge bg-bench"
      data-universe={universe}
      role="group"
      aria-label={`Universe ${universe}`}
    >
      {onGap &&
        free.map(({ first, last }) => (
          <button
            key={`free ${first}`}
            type="button"
            aria-label={`Free ${universe}.${first} to ${universe}.${last}: put ${words} here`}
            title={`Free ${universe}.${first} to ${universe}.${last}: put ${words} here`}
            className="absolute inset-y-0 rounded border border-dashed border-transparent hover:border-sketch"
            style={placeOf({ first, last })}
            onClick={() => onGap(first)}
          />
        ))}
      {blocks.map((block) => (
        <Block
          key={`${block.lamp.id} ${block.first}`}
          universe={universe}
          block={block}
          chosen={chosen.has(block.lamp.id)}
          onPress={onPress}
          drag={drag}
        />
      ))}
    </div>
  );
}

function Block(of: {
  universe: number;
  block: AddressBlock;
  chosen: boolean;
  onPress: ReturnType<typeof usePressLamp>;
  drag: ReturnType<typeof useDragToSlot> | null;
}): React.JSX.Element {
  const { universe, block, chosen, onPress, drag } = of;
  const { lamp, first, last, wrong } = block;
  const words = `${lamp.number} ${lamp.name}, ${universe}.${first} to ${universe}.${last}${wrong ? ", not its alone" : ""}`;
  // Only the first place of address is moved by hand.
  const movable = lamp.patch?.universe === universe && lamp.patch.address === first;
  return (
    <button
      type="button"
      aria-pressed={chosen}
      aria-label={words}
      title={words}
      className={cn(
        "absolute inset-y-0.5 touch-none overflow-hidden rounded-sm border px-0.5 text-left font-mono text-[11px] whitespace-nowrap",
        wrong ? "border-barred bg-raised text-barred" : "border-edge bg-raised text-ink-2 hover:text-ink",
        chosen && "border-sketch text-ink",
      )}
      style={placeOf(block)}
      {...(drag && movable ? drag({ id: lamp.id, first }) : {})}
      onClick={(event) => onPress(lamp, event)}
    >
      {last - first + 1 >= String(lamp.number).length * DIGIT_SLOTS ? lamp.number : ""}
    </button>
  );
}

function placeOf({ first, last }: SlotRun): React.CSSProperties {
  return { left: `${((first - 1) / SLOTS) * 100}%`, width: `${((last - first + 1) / SLOTS) * 100}%` };
}
