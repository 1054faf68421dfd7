import { Slider as Primitive } from "radix-ui";
import { cn } from "./class-names";
import { useHandLevel } from "./use-hand-level";

const TONES = { quiet: "bg-ink-3", live: "bg-live", sketch: "bg-sketch", parked: "bg-parked" } as const;

/** A level on a track. It stands where the hand has it until `onValue` is answered; `onBegin` comes before the first value of a drag or a key. */
export function Slider(of: {
  label: string;
  value: number;
  onValue: (value: number) => unknown;
  onBegin?: () => void;
  min?: number;
  max: number;
  step: number;
  tone?: keyof typeof TONES;
  disabled?: boolean;
  className?: string;
}): React.JSX.Element {
  const { label, value, onValue, onBegin, min = 0, max, step, tone = "live", disabled = false, className } = of;
  const hand = useHandLevel(value, onValue);
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
      value={[Math.min(max, Math.max(min, hand.value))]}
      disabled={disabled}
      onPointerDownCapture={() => {
        onBegin?.();
        if (!disabled) hand.hold();
      }}
      onLostPointerCapture={() => hand.letGo()}
      onKeyDownCapture={() => onBegin?.()}
      onKeyDown={(event) => event.stopPropagation()}
      onValueChange={([next = min]) => hand.set(next)}
    >
      <Primitive.Track className="h-1.5 grow overflow-hidden rounded bg-edge">
        <Primitive.Range className={cn("absolute h-1.5 rounded", TONES[tone])} />
      </Primitive.Track>
      <Primitive.Thumb aria-label={label} className="block size-4 rounded-full border border-ink-3 bg-raised" />
    </Primitive.Root>
  );
}
