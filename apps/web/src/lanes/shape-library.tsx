import { Library, X } from "lucide-react";
import { useState } from "react";
import { newSavedShape, place, type SavedShape, type Shape } from "@vexa/core";
import { useInterfaceOf } from "../selection/interface-store";
import { useClient, useQuietShow } from "../session/show-context";
import { Button } from "../ui/button";
import { TextInput } from "../ui/field";
import { PopSheet } from "../ui/pop-sheet";
import { newId } from "../session/new-id";
import { useRecordForm } from "../session/record-form";

const PICTURE_HEADS = 24;

/** How a shape lies along two dozen heads, on a postage stamp. */
function ShapePicture({ shape }: { shape: Shape }): React.JSX.Element {
  const places = place(PICTURE_HEADS, shape, "open");
  const dots = [...places].map((u, index) => `M${2 + index * 2} ${(14 - 12 * u).toFixed(1)}h0`).join("");
  return (
    <svg width={52} height={16} aria-hidden className="shrink-0">
      <path d={dots} className="stroke-linked" strokeLinecap="round" strokeWidth={2.2} />
    </svg>
  );
}

/** What a shape is called when nobody names it: its own words. */
export function shapeWords({ order, turned, by, runs, clump, folded }: Shape): string {
  const words = [
    order && order !== "picked" ? order.replaceAll("-", " ") : "",
    turned ? "turned" : "",
    folded ? "folded" : "",
    clump ? `clump ${clump}` : "",
    runs === "groups" ? "per group" : runs ? `runs ${runs}` : "",
    by === "distance" ? "by distance" : "",
  ].filter(Boolean);
  return words.join(", ") || "straight on";
}

/** Copies a shape to another lane, and keeps shapes by name for reuse. */
export function ShapeLibrary({
  label,
  shape,
  onShape,
}: {
  label: string;
  shape: Shape;
  onShape: (shape: Shape) => void;
}): React.JSX.Element {
  const [open, setOpen] = useState(false);
  const take = (next: Shape): void => {
    onShape(next);
    setOpen(false);
  };
  return (
    <PopSheet
      label={`Shapes for ${label}`}
      open={open}
      onOpen={setOpen}
      trigger={
        <Button
          tone="chip"
          size="small"
          className="px-1.5"
          aria-label={`${label}: copied and saved shapes`}
          title="Copied and saved shapes"
        >
          <Library size={13} aria-hidden />
        </Button>
      }
    >
      <CopiedShape shape={shape} onTake={take} />
      <SaveShape shape={shape} />
      <SavedShapes onTake={take} />
    </PopSheet>
  );
}

function CopiedShape({ shape, onTake }: { shape: Shape; onTake: (shape: Shape) => void }): React.JSX.Element {
  const { copiedShape, set } = useInterfaceOf("copiedShape", "set");
  return (
    <div className="grid grid-cols-2 gap-1.5">
      <Button size="small" onClick={() => set({ copiedShape: shape })}>
        Copy this shape
      </Button>
      <Button
        size="small"
        disabled={copiedShape === null}
        title={copiedShape ? shapeWords(copiedShape) : "Nothing is copied yet"}
        onClick={() => copiedShape && onTake(copiedShape)}
      >
        Lay as copied
      </Button>
    </div>
  );
}

function SaveShape({ shape }: { shape: Shape }): React.JSX.Element {
  const client = useClient();
  const shapeOf = ({ name }: { name: string }): SavedShape =>
    newSavedShape(client.view, { newId, name: name.trim() || shapeWords(shape), shape });
  const { register, handleSubmit, formState, reset } = useRecordForm({ name: "" }, shapeOf);
  const save = (values: { name: string }): void => {
    const record = shapeOf(values);
    if (client.transact(`Saved the shape ${record.name}`, [{ op: "add", record }])) reset();
  };
  return (
    <form onSubmit={(event) => void handleSubmit(save)(event)} className="grid grid-cols-[1fr_auto] gap-1.5">
      <TextInput
        aria-label="Name of the shape"
        className="h-6 text-xs"
        maxLength={80}
        placeholder={shapeWords(shape)}
        {...register("name")}
      />
      <Button type="submit" size="small">
        Save
      </Button>
      {formState.errors.name?.message && <p className="col-span-2 text-xs text-barred">▬ {formState.errors.name.message}</p>}
    </form>
  );
}

function SavedShapes({ onTake }: { onTake: (shape: Shape) => void }): React.JSX.Element {
  const client = useClient();
  const saved = useQuietShow()
    .all("savedShape")
    .toSorted((a, b) => a.rank - b.rank);
  if (saved.length === 0) return <p className="text-xs text-ink-3">No shapes are saved yet. Save one to lay it on other lanes.</p>;
  return (
    <ul className="max-h-56 overflow-y-auto">
      {saved.map((entry) => (
        <li key={entry.id} className="flex items-center gap-1">
          <button
            type="button"
            className="flex min-w-0 flex-1 items-center gap-2 rounded px-1 py-1 text-left hover:bg-raised"
            onClick={() => onTake(entry.shape)}
          >
            <ShapePicture shape={entry.shape} />
            <span className="truncate">{entry.name}</span>
          </button>
          <Button
            tone="quiet"
            size="small"
            className="px-1"
            aria-label={`Throw the shape ${entry.name} away`}
            onClick={() => client.transact(`Threw the shape ${entry.name} away`, [{ op: "remove", record: entry }])}
          >
            <X size={12} aria-hidden />
          </Button>
        </li>
      ))}
    </ul>
  );
}
