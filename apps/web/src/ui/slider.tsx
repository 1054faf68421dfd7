import { Slider as Primitive } from "radix-ui";
import { cn } from "./class-names";

const TONES = { quiet: "bg-ink-3", live: "bg-live", sketch: "bg-sketch", parked: "bg-parked" } as const;

/** A level on a track. `onBegin` comes before the first value of a drag or a key, `onEnd` after its last. */
export function Slider(of: {
  label: string;
  value: number;
  onValue: (value: number) => void;
  onBegin?: () => void;
  onEnd?: () => void;
  min?: number;
  max: number;
  step: number;
  tone?: keyof typeof TONES;
  disabled?: boolean;
  className?: string;
}): React.JSX.Element {
  const { label, value, onValue, onBegin, onEnd, min = 0, max, step, tone = "live", disabled = false, className } = of;
  return (
    <Primitive.Root
      className={cn(
        "relative flex h-6 min-w-16 touch-none items-center select-none pointer-coarse:h-11",
        disabled && "opacity-60",
        className,
      )}
      min={min}
      max={max}
      step={step}
      value={[Math.min(max, Math.max(min, value))]}
      disabled={disabled}
      onPointerDownCapture={() => onBegin?.()}
      onKeyDownCapture={() => onBegin?.()}
      onKeyDown={(event) => event.stopPropagation()}
      onValueChange={([next = min]) => onValue(next)}
      onValueCommit={() => onEnd?.()}
    >
      <Primitive.Track className="h-1.5 grow overflow-hidden rounded bg-edge">
        <Primitive.Range className={cn("absolute h-1.5 rounded", TONES[tone])} />
      </Primitive.Track>
      <Primitive.Thumb aria-label={label} className="block size-4 rounded-full border border-ink-3 bg-raised" />
    </Primitive.Root>
  );
}
