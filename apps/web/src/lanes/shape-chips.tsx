import { DropdownMenu } from "radix-ui";
import { ORDERS, type Shape } from "@vexa/core";
import { Button } from "../ui/button";

const ORDER_WORDS: Record<(typeof ORDERS)[number], string> = {
  picked: "as picked",
  number: "by number",
  address: "by address",
  "left-to-right": "left to right",
  "front-to-back": "front to back",
  "bottom-to-top": "bottom to top",
  outward: "outward",
  around: "around",
  scattered: "scattered",
};

/** Takes a field out of a shape when it is given its default. */
function withField<K extends keyof Shape>(shape: Shape, field: K, value: Shape[K] | undefined): Shape {
  const { [field]: _, ...rest } = shape;
  return value === undefined ? (rest as Shape) : { ...rest, [field]: value };
}

/** The chips that say how something lies along the selection. */
export function ShapeChips({ label, shape, onShape }: { label: string; shape: Shape; onShape: (shape: Shape) => void }): React.JSX.Element {
  const order = shape.order ?? "picked";
  return (
    <div className="flex flex-wrap justify-end gap-1" role="group" aria-label={`${label}: how it lies`}>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button tone="chip" size="small" aria-pressed={order !== "picked"}>
            {ORDER_WORDS[order]}
          </Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            align="end"
            sideOffset={4}
            className="z-40 grid min-w-36 rounded border border-edge bg-bench p-1 shadow-sheet"
          >
            {ORDERS.map((entry) => (
              <DropdownMenu.Item
                key={entry}
                className="rounded px-2 py-1 text-xs text-ink-2 outline-none data-highlighted:bg-raised data-highlighted:text-ink"
                onSelect={() =>
                  onShape(
                    withField(
                      withField(shape, "order", entry === "picked" ? undefined : entry),
                      "seed",
                      entry === "scattered" ? (shape.seed ?? 1) : undefined,
                    ),
                  )
                }
              >
                {ORDER_WORDS[entry]}
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      {order === "scattered" && (
        <Button
          tone="chip"
          size="small"
          title="Another throw"
          onClick={() => onShape({ ...shape, seed: ((shape.seed ?? 1) + 1) % 100000 })}
        >
          again
        </Button>
      )}
      <Button
        tone="chip"
        size="small"
        aria-pressed={shape.turned === true}
        onClick={() => onShape(withField(shape, "turned", shape.turned ? undefined : true))}
      >
        turned
      </Button>
      <Button
        tone="chip"
        size="small"
        aria-pressed={shape.folded === true}
        onClick={() => onShape(withField(shape, "folded", shape.folded ? undefined : true))}
      >
        folded
      </Button>
      <Counter
        word="clump"
        value={shape.clump ?? 1}
        onValue={(value) => onShape(withField(shape, "clump", value === 1 ? undefined : value))}
      />
      <Counter
        word="runs"
        value={typeof shape.runs === "number" ? shape.runs : 1}
        onValue={(value) => onShape(withField(shape, "runs", value === 1 ? undefined : value))}
      />
      <Button
        tone="chip"
        size="small"
        aria-pressed={shape.by === "distance"}
        title="In proportion to the distance between the heads"
        onClick={() => onShape(withField(shape, "by", shape.by === "distance" ? undefined : "distance"))}
      >
        by distance
      </Button>
    </div>
  );
}

/** A number that goes up with a click and down with Shift, or by typing. */
function Counter({ word, value, onValue }: { word: string; value: number; onValue: (value: number) => void }): React.JSX.Element {
  return (
    <span
      className="inline-flex h-6 items-center rounded border border-edge text-xs text-ink-2 has-[input:focus]:border-ink-3"
      data-on={value > 1}
    >
      <span className="pl-2">{word}</span>
      <input
        aria-label={word}
        className="w-8 bg-transparent text-center font-mono text-ink outline-none"
        inputMode="numeric"
        type="number"
        min={1}
        max={999}
        value={value}
        onKeyDown={(event) => event.stopPropagation()}
        onChange={(event) => {
          const next = Math.floor(Number(event.target.value));
          if (next >= 1 && next <= 999) onValue(next);
        }}
      />
    </span>
  );
}
