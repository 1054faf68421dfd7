import { ORDERS, type Shape } from "@vexa/core";
import { Button } from "../ui/button";
import { Menu, MenuItem } from "../ui/menu";
import { NumberChip } from "../ui/number-chip";
import { ShapeLibrary } from "./shape-library";

export const ORDER_WORDS: Record<(typeof ORDERS)[number], string> = {
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

/** The chips that say how something lies along the selection. `several` offers runs per group. */
export function ShapeChips(props: { label: string; shape: Shape; several: boolean; onShape: (shape: Shape) => void }): React.JSX.Element {
  const { label, shape, several, onShape } = props;
  const order = shape.order ?? "picked";
  return (
    <div className="flex flex-wrap justify-end gap-1" role="group" aria-label={`${label}: how it lies`}>
      <Menu
        trigger={
          <Button tone="chip" size="small" aria-pressed={order !== "picked"}>
            {ORDER_WORDS[order]}
          </Button>
        }
      >
        {ORDERS.map((entry) => (
          <MenuItem
            key={entry}
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
          </MenuItem>
        ))}
      </Menu>
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
      <NumberChip
        word="clump"
        value={shape.clump ?? 1}
        onValue={(value) => onShape(withField(shape, "clump", value === 1 ? undefined : value))}
      />
      <NumberChip
        word="runs"
        value={typeof shape.runs === "number" ? shape.runs : 1}
        disabled={shape.runs === "groups"}
        onValue={(value) => onShape(withField(shape, "runs", value === 1 ? undefined : value))}
      />
      {(several || shape.runs === "groups") && (
        <Button
          tone="chip"
          size="small"
          aria-pressed={shape.runs === "groups"}
          title="Starts again with each group that is selected"
          onClick={() => onShape(withField(shape, "runs", shape.runs === "groups" ? undefined : "groups"))}
        >
          per group
        </Button>
      )}
      <Button
        tone="chip"
        size="small"
        aria-pressed={shape.by === "distance"}
        title="In proportion to the distance between the heads"
        onClick={() => onShape(withField(shape, "by", shape.by === "distance" ? undefined : "distance"))}
      >
        by distance
      </Button>
      <ShapeLibrary label={label} shape={shape} onShape={onShape} />
    </div>
  );
}
