import { DndContext, PointerSensor, useSensor, useSensors, type DragEndEvent } from "@dnd-kit/core";
import { arrayMove, SortableContext, useSortable, verticalListSortingStrategy } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { useState } from "react";
import { NewStep } from "./new-step";
import { StepContent } from "./step-content";
import { GripVertical, X } from "lucide-react";
import { MOST_STEPS, type Step, type StepMotion } from "@vexa/core";
import { PRESET_DRAG } from "../../../presets/preset-edits";
import { useClient } from "../../../session/show-context";
import { Button } from "../../../ui/button";
import { FanField } from "../../../ui/fan-field";
import type { MotionInHand } from "./use-motion";

/** The row of steps: what each says, how it comes in and stays; dragged to another place, or a preset dropped on it. */
export function StepFields({ hand, motion }: { hand: MotionInHand; motion: StepMotion }): React.JSX.Element {
  const client = useClient();
  const [asking, setAsking] = useState(false);
  const { steps } = motion;
  /** Another number of steps keeps the time of each. */
  const put = (next: readonly Step[]): boolean => {
    const rate = { ...motion.rate, knots: motion.rate.knots.map((knot) => (knot * steps.length) / next.length) };
    return hand.put({ ...motion, steps: next, ...(next.length === steps.length ? {} : { rate }) });
  };
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const moveTo = ({ active, over }: DragEndEvent): void => {
    if (over && active.id !== over.id) put(arrayMove([...steps], Number(active.id) - 1, Number(over.id) - 1));
  };
  const drop = (event: React.DragEvent, index: number): void => {
    const preset = client.view.get("preset", event.dataTransfer.getData(PRESET_DRAG));
    if (!preset) return;
    event.preventDefault();
    const { fade, hold } = steps[index] ?? { fade: 0, hold: 1 };
    const step = { presetId: preset.id, fade, hold };
    put(index < steps.length ? steps.with(index, step) : [...steps, step]);
  };
  const accept = (event: React.DragEvent): void => {
    if (event.dataTransfer.types.includes(PRESET_DRAG)) event.preventDefault();
  };
  return (
    <div role="group" aria-label="Steps" className="grid gap-1">
      <p className="grid grid-cols-[16px_1fr_44px_44px_16px] gap-1 text-xs text-ink-3">
        <span />
        <span>step</span>
        <span>in</span>
        <span>stays</span>
      </p>
      <DndContext sensors={sensors} onDragEnd={moveTo}>
        <SortableContext items={steps.map((_, index) => String(index + 1))} strategy={verticalListSortingStrategy}>
          <ol className="grid max-h-52 gap-1 overflow-y-auto">
            {steps.map((step, index) => (
              <StepRow
                key={index}
                index={index}
                step={step}
                hand={hand}
                last={steps.length === 1}
                onStep={(next) => put(steps.with(index, next))}
                onOut={() => put(steps.toSpliced(index, 1))}
                onDragOver={accept}
                onDrop={(event) => drop(event, index)}
              />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      {asking ? (
        <NewStep
          hand={hand}
          like={steps.at(-1)!}
          onStep={(step) => {
            setAsking(false);
            if (step) put([...steps, step]);
          }}
        />
      ) : (
        <Button
          size="small"
          disabled={steps.length >= MOST_STEPS}
          title="It asks what it is to be; or drop a preset here"
          onClick={() => setAsking(true)}
          onDragOver={accept}
          onDrop={(event) => drop(event, steps.length)}
        >
          Another step
        </Button>
      )}
    </div>
  );
}

function StepRow(of: {
  index: number;
  step: Step;
  hand: MotionInHand;
  last: boolean;
  onStep: (step: Step) => boolean;
  onOut: () => void;
  onDragOver: (event: React.DragEvent) => void;
  onDrop: (event: React.DragEvent) => void;
}): React.JSX.Element {
  const { index, step, last, onStep, onOut } = of;
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id: String(index + 1) });
  const parts = (field: "fade" | "hold", label: string): React.JSX.Element => (
    <FanField
      label={`Step ${index + 1} ${label}`}
      className="h-6 px-1 text-xs"
      knots={[step[field]]}
      scale={1}
      onKnots={([value, ...more]) => {
        const next = { ...step, [field]: value };
        return value !== undefined && more.length === 0 && value >= 0 && value <= 1000 && next.fade + next.hold > 0 && onStep(next);
      }}
    />
  );
  return (
    <li
      ref={setNodeRef}
      aria-label={`Step ${index + 1}`}
      style={{ transform: CSS.Transform.toString(transform), transition }}
      className="grid grid-cols-[16px_1fr_44px_44px_16px] items-center gap-1"
      onDragOver={of.onDragOver}
      onDrop={of.onDrop}
    >
      <button
        type="button"
        className="cursor-grab touch-none text-ink-3"
        aria-label={`Move step ${index + 1}`}
        {...attributes}
        {...listeners}
      >
        <GripVertical size={13} aria-hidden />
      </button>
      <StepContent {...of} />
      {parts("fade", "comes in")}
      {parts("hold", "stays")}
      <button
        type="button"
        className="text-ink-3 disabled:opacity-40"
        disabled={last}
        aria-label={`Take step ${index + 1} out`}
        onClick={onOut}
      >
        <X size={12} aria-hidden />
      </button>
    </li>
  );
}
