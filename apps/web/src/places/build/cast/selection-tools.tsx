import { ArrowLeftRight } from "lucide-react";
import { useState } from "react";
import { all, maskName, maskPlace, ORDERS, reordered, step, turnedRound, withMask, type Mask, type Order } from "@vexa/core";
import { ORDER_WORDS } from "../../../lanes/shape-chips";
import { useInterfaceOf } from "../../../selection/interface-store";
import { useSelected } from "../../../selection/use-selection";
import { useQuietShow } from "../../../session/show-context";
import { Button } from "../../../ui/button";
import { Choice, Option } from "../../../ui/choice";
import { NumberChip } from "../../../ui/number-chip";

const odd: Mask = { type: "every", n: 2, at: 1 };
const even: Mask = { type: "every", n: 2, at: 2 };

/** Every so many, from one of them on, and blocks of neighbours: the numbers as they are shown are taken by one press. */
function MaskNumbers({
  mask,
  disabled,
  onMask,
}: {
  mask: Mask | undefined;
  disabled: boolean;
  onMask: (mask: Mask) => void;
}): React.JSX.Element {
  const [every, setEvery] = useState({ n: 3, at: 1 });
  const [block, setBlock] = useState(4);
  const now = mask?.type === "every" ? mask : every;
  const size = mask?.type === "runs" ? mask.n : block;
  const takeEvery = (n: number, at: number): void => {
    setEvery({ n, at: Math.min(at, n) });
    onMask({ type: "every", n, at: Math.min(at, n) });
  };
  const takeBlock = (n: number): void => {
    setBlock(n);
    onMask({ type: "runs", n, at: 1 });
  };
  return (
    <div className="flex flex-wrap gap-1">
      <NumberChip
        word="every"
        title="Every so many heads"
        value={now.n}
        disabled={disabled}
        pressed={mask?.type === "every" && mask.n > 2}
        onPress={(n) => takeEvery(n, now.at)}
        onValue={(n) => takeEvery(n, now.at)}
      />
      <NumberChip
        word="from"
        title="Which of them is the first"
        value={now.at}
        max={now.n}
        disabled={disabled}
        onValue={(at) => takeEvery(now.n, at)}
      />
      <NumberChip
        word="blocks of"
        label="runs of"
        title="Blocks of so many neighbours"
        value={size}
        disabled={disabled}
        pressed={mask?.type === "runs"}
        onPress={takeBlock}
        onValue={takeBlock}
      />
    </div>
  );
}

/** Masks over the selection, stepping through its parts, its order and its direction. */
export function SelectionTools(): React.JSX.Element {
  const show = useQuietShow();
  const { selection, select } = useInterfaceOf("selection", "select");
  const { heads, baseCount } = useSelected();
  const { mask } = selection;
  const none = baseCount === 0;
  const take = (next: Mask): void => select(withMask(selection, next));
  const isEvery = mask?.type === "every" ? mask : null;
  const chip = { tone: "chip", size: "small", disabled: none, className: "px-1.5" } as const;
  return (
    <div className="grid shrink-0 gap-1.5 border-t border-edge p-3 pt-2" role="group" aria-label="Selection tools">
      <p className="flex justify-between text-xs text-ink-2">
        <span className="font-semibold">Select</span>
        <span aria-live="polite">{none ? "nobody" : `${heads.length} of ${baseCount}${mask ? `, ${maskName(mask)}` : ""}`}</span>
      </p>
      <div className="flex flex-wrap gap-1">
        <Button {...chip} title="Odd ones (O)" aria-pressed={isEvery?.n === 2 && isEvery.at === 1} onClick={() => take(odd)}>
          Odd
        </Button>
        <Button {...chip} title="Even ones (E)" aria-pressed={isEvery?.n === 2 && isEvery.at === 2} onClick={() => take(even)}>
          Even
        </Button>
        <Button
          {...chip}
          title="The two ends, then inward (P)"
          aria-pressed={mask?.type === "pairs"}
          onClick={() => take({ type: "pairs", at: 1 })}
        >
          Pairs
        </Button>
        <Button {...chip} disabled={none || !mask} title="The whole base again (\)" onClick={() => select(all(selection))}>
          All
        </Button>
      </div>
      <MaskNumbers mask={mask} disabled={none} onMask={take} />
      <div className="flex flex-wrap items-center gap-1">
        <Button {...chip} title="Previous part or head ([)" onClick={() => select(step(selection, -1, show))}>
          ‹ prev
        </Button>
        <Button {...chip} title="Next part or head (])" onClick={() => select(step(selection, 1, show))}>
          next ›
        </Button>
        {mask && <span className="text-xs text-ink-3">{maskPlace(mask, baseCount)}</span>}
      </div>
      <div className="flex gap-1">
        <Choice
          aria-label="Order of the heads"
          className="h-7 min-w-0 flex-1 text-xs"
          disabled={none}
          value={selection.order ?? "picked"}
          onValue={(next) => select(reordered(selection, { order: next as Order, seed: 1 + ((selection.seed ?? 0) % 99999) }))}
        >
          {ORDERS.map((order) => (
            <Option key={order} value={order}>
              {ORDER_WORDS[order]}
            </Option>
          ))}
        </Choice>
        <Button
          tone="chip"
          size="small"
          className="h-7 px-1.5"
          disabled={none}
          aria-pressed={selection.turned === true}
          aria-label="Turn the thread round"
          title="Turn the thread round (U)"
          onClick={() => select(turnedRound(selection))}
        >
          <ArrowLeftRight size={13} aria-hidden />
        </Button>
      </div>
    </div>
  );
}
